import { own } from "@/core/job/lookUp";
import { DAMAGES } from "@/core/ground/catalog/builds";
import type { Finding, Job, PlacedFinding } from "./schema";

export type FindingKindId = Finding["kind"];
export type PlacedKindId = PlacedFinding["kind"];
type OfKind<K extends FindingKindId> = Extract<Finding, { kind: K }>;

/** What the program must know of a kind of finding before it can be noted at all. */
interface FindingKind<K extends FindingKindId> {
  /** What it is called where nobody gave it a name. */
  name: (finding: OfKind<K>) => string;
  /** Said in undo when one is noted. */
  noted: string;
  /** As it is noted first, before anything is known of it. */
  fresh: Omit<OfKind<K>, "zoneId" | "centre" | "size">;
  /** Asked of whoever taps the drawing; absent where it belongs to a whole zone and there is one a zone. */
  place?: string;
  /** Pictures of it before and after the work are held against each other. */
  beforeAfter?: true;
  /** It is there at the next visit, too. */
  stays?: true;
}

/**
 * The kinds of findings. One that is added here asks the compiler for the rest: what plans it
 * (`treatment/plan/planByKind`), what the owner is told (`handback/foundWords`), how it is drawn and filled in
 * (`bay/map/patterns`, `phases/look/finding/fields`).
 */
export const FINDING_KINDS: { [K in FindingKindId]: FindingKind<K> } = {
  mark: {
    name: ({ name }) => name ?? "Mark",
    noted: "Place a mark",
    fresh: { kind: "mark", evidence: {} },
    place: "Tap where the mark is",
    beforeAfter: true,
  },
  damage: {
    name: ({ name, damage }) => name ?? DAMAGES[damage],
    noted: "Record damage",
    fresh: { kind: "damage", damage: "wear" },
    place: "Tap where the damage is",
    stays: true,
  },
  mould: {
    name: ({ name }) => name ?? "Mould",
    noted: "Record mould",
    fresh: { kind: "mould" },
    place: "Tap where the mould is",
    beforeAfter: true,
  },
  hair: { name: () => "Hair", noted: "Hair here", fresh: { kind: "hair", density: "much" } },
  odour: { name: () => "Smell", noted: "A smell here", fresh: { kind: "odour", closed: 3 } },
};

/** The row of a finding's kind, whichever it is. */
export const kindOf = (finding: Finding) => FINDING_KINDS[finding.kind] as FindingKind<FindingKindId>;

/** What a finding is called wherever it is shown. */
export const findingName = (job: Job, id: string): string => {
  const finding = own(job.findings.byId, id)!;
  return kindOf(finding).name(finding);
};

/** True for what has a place and a size on the drawing; the others belong to a whole zone. */
export const isPlaced = (finding: Finding): finding is PlacedFinding => "centre" in finding;

interface Found {
  id: string;
  finding: Finding;
}
/** By zone: a job's findings never change, a change makes others. */
const foundBy = new WeakMap<Job["findings"], Map<string, Found[]>>();

/** What was found on a zone, in order. */
export function findingsOn({ findings }: Pick<Job, "findings">, zoneId: string): readonly Found[] {
  let byZone = foundBy.get(findings);
  if (!byZone) {
    byZone = new Map();
    foundBy.set(findings, byZone);
    for (const id of findings.order) {
      const finding = own(findings.byId, id)!;
      const list = byZone.get(finding.zoneId);
      if (list) list.push({ id, finding });
      else byZone.set(finding.zoneId, [{ id, finding }]);
    }
  }
  return byZone.get(zoneId) ?? [];
}

/** The findings of one kind, in order. */
export const findingsOfKind = <K extends FindingKindId>(
  { findings }: Pick<Job, "findings">,
  kind: K,
): { id: string; finding: OfKind<K> }[] =>
  findings.order.flatMap((id) => {
    const finding: Finding | undefined = own(findings.byId, id);
    return finding?.kind === kind ? [{ id, finding: finding as OfKind<K> }] : [];
  });
