import { findingsOn, type FindingKindId } from "@/core/job/findingKinds";
import type { DamageFinding, Finding, HairFinding } from "@/core/job/schema";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { layMark, type LaidMark } from "@/core/judgement/treatment/mark/markPlan";

/** What was found on a zone, as it comes into the plan. */
interface ZoneFindings {
  context: Context;
  view: ZoneView;
  /** What anything on the zone may be. */
  likely: readonly FamilyId[];
  marks: LaidMark[];
  hair: HairFinding[];
  damage: { findingId: string; finding: DamageFinding }[];
}

type OfKind<K extends FindingKindId> = Extract<Finding, { kind: K }>;

const asMark = ({ context, view, likely, marks }: ZoneFindings, id: string, finding: OfKind<"mark" | "mould">) =>
  void marks.push(layMark(context, view, id, finding, likely));

/** What plans each kind of finding; a kind without an entry does not compile. */
const PLAN_BY_KIND: { [K in FindingKindId]: (on: ZoneFindings, id: string, finding: OfKind<K>) => void } = {
  mark: asMark,
  mould: asMark,
  damage: ({ damage }, findingId, finding) => void damage.push({ findingId, finding }),
  hair: ({ hair }, _id, finding) => void hair.push(finding),
  // A smell is treated where it comes from, which all sniffs together tell (`smellSource`).
  odour: () => undefined,
};

/** Takes in everything that was found on a zone. */
export function takeFindings(on: ZoneFindings): ZoneFindings {
  for (const { id, finding } of findingsOn(on.context.job, on.view.id))
    (PLAN_BY_KIND[finding.kind] as (on: ZoneFindings, id: string, finding: Finding) => void)(on, id, finding);
  return on;
}
