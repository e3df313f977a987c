import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { findingsOfKind } from "@/core/job/findingKinds";
import { agentOn } from "@/core/job/ownAgent";
import { odourSource } from "@/core/judgement/diagnosis/odour";
import { backgroundFor, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { putOn } from "@/core/judgement/treatment/lay/putOn";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { fitAgent } from "@/core/judgement/treatment/way/allowedWay";
import type { OdourFinding } from "@/core/job/schema";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** The places a smell most likely comes from, once they are likely enough to treat; else what to do to find it. */
export interface SmellSource {
  zoneIds: readonly string[];
  /** What it may be, most likely first. */
  families: FamilyId[];
  /** It hangs in all soft surfaces and comes from none of them. */
  everywhere?: true;
  /** When it is not found yet. */
  words?: string;
}

/** From here on a place is treated as the source. Judgement. */
const TREAT_AT = 0.5;
/** What a smell is not ruled out to be. */
const STILL_LIKELY = 0.05;
/** Food for bacteria: digested, not covered. */
const ORGANIC: readonly FamilyId[] = ["urine", "protein", "sugar-starch", "mixture"];

export function smellSource(context: Context, views: readonly ZoneView[]): SmellSource | undefined {
  const known = new Set(views.map(({ id }) => id));
  const readings = findingsOfKind(context.job, "odour").flatMap(({ finding }) =>
    finding.closed > 0 && known.has(finding.zoneId) ? [finding] : [],
  );
  const first = readings[0] && views.find(({ id }) => id === readings[0]!.zoneId);
  if (!first) return undefined;
  const { zones, families, next } = odourSource(views, readings, backgroundFor(context, first));
  const likely = families.filter(({ p }) => p.value >= STILL_LIKELY).map(({ family }) => family);
  if (likely[0] === "smoke-film")
    return {
      zoneIds: views.map(({ id }) => id),
      families: likely,
      everywhere: true,
      words: "Smoke has no one source: all soft surfaces are cleaned, the headliner lightest.",
    };
  const zoneIds = sourcesOf(zones, readings);
  return zoneIds.length > 0
    ? { zoneIds, families: likely }
    : { zoneIds, families: likely, words: `The source of the smell is not found yet. ${next().words}` };
}

/**
 * A smell may come from more than one place: the likeliest, each that smells stronger when its cover is pressed, and
 * where several smell alike all of those together.
 */
function sourcesOf(zones: ReturnType<typeof odourSource>["zones"], readings: readonly OdourFinding[]): string[] {
  const strongest = Math.max(...readings.map(({ closed }) => closed));
  const pressed = readings.filter((each) => each.pressed === "stronger" && each.closed >= strongest - 1);
  const found = [
    ...zones
      .slice(0, 1)
      .filter(({ p }) => p.value >= TREAT_AT)
      .map(({ view }) => view.id),
    ...pressed.map(({ zoneId }) => zoneId),
  ];
  if (found.length > 0) return [...new Set(found)];
  const alike = [...new Set(readings.filter(({ closed }) => closed === strongest).map(({ zoneId }) => zoneId))];
  const together = zones.reduce((sum, { view, p }) => (alike.includes(view.id) ? sum + p.value : sum), 0);
  return together >= TREAT_AT ? alike : [];
}

/** Food for bacteria, which has to be rinsed out when it was digested. */
export const isOrganic = ({ families: [top] }: SmellSource): boolean => top !== undefined && ORGANIC.includes(top);

/** Digests what smells at its source, over the whole panel; what cannot be digested is cleaned like the rest of it. */
export function laySmell(work: ZoneWork, families: readonly FamilyId[]) {
  const [top] = families;
  if (work.round > 0 || !top || !ORGANIC.includes(top) || families.includes("mould")) return;
  const fit = fitAgent(work.context, work.view, work.likely, "enzyme", "hand");
  // More than one zone may be the source, each with a step of its own.
  const base = `smell-${work.view.id}`;
  if (fit.ok && work.todo(base) && clearFor(work, fit, base, STAGE.spots, STAGE.spots))
    putOn(work, STAGE.spots, base, "enzyme", fit, {
      action: "agent",
      area: work.view.areaM2,
      usualLPerM2: agentOn(work.context.kit, "enzyme").amountLPerM2,
      why: "The smell is food for bacteria: digest it at its source, do not cover it.",
    });
}

export const likelyWithSmell = (
  likely: readonly FamilyId[],
  smell: SmellSource | undefined,
  zoneId: string,
): FamilyId[] =>
  smell?.zoneIds.includes(zoneId)
    ? FAMILY_IDS.filter((family) => likely.includes(family) || smell.families.includes(family))
    : [...likely];
