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
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** The place a smell most likely comes from, once it is likely enough to treat; else what to do to find it. */
export interface SmellSource {
  zoneId?: string;
  /** What it may be, most likely first. */
  families: FamilyId[];
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
  const readings = findingsOfKind(context.job, "odour").flatMap(({ finding }) => (finding.closed > 0 ? [finding] : []));
  const first = readings[0] && views.find(({ id }) => id === readings[0]!.zoneId);
  if (!first) return undefined;
  const { zones, families, next } = odourSource(views, readings, backgroundFor(context, first));
  const [best] = zones;
  const likely = families.filter(({ p }) => p.value >= STILL_LIKELY).map(({ family }) => family);
  return best && best.p.value >= TREAT_AT
    ? { zoneId: best.view.id, families: likely }
    : { families: likely, words: `The source of the smell is not found yet. ${next.words}` };
}

/** Digests what smells at its source, over the whole panel; what cannot be digested is cleaned like the rest of it. */
export function laySmell(work: ZoneWork, families: readonly FamilyId[]) {
  const [top] = families;
  if (work.round > 0 || !top || !ORGANIC.includes(top) || families.includes("mould")) return;
  const fit = fitAgent(work.context, work.view, work.likely, "enzyme", "hand");
  const base = "smell-r0";
  if (fit.ok && work.todo(base) && clearFor(work, fit, base, STAGE.spots, STAGE.spots))
    putOn(work, STAGE.spots, base, "enzyme", fit, {
      action: "agent",
      area: work.view.areaM2,
      usualLPerM2: agentOn(work.context.kit, "enzyme").amountLPerM2,
      rounds: 1,
      why: "The smell is food for bacteria: digest it at its source, do not cover it.",
    });
}

export const likelyWithSmell = (
  likely: readonly FamilyId[],
  smell: SmellSource | undefined,
  zoneId: string,
): FamilyId[] =>
  smell?.zoneId === zoneId
    ? FAMILY_IDS.filter((family) => likely.includes(family) || smell.families.includes(family))
    : [...likely];
