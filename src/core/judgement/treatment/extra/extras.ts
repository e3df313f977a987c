import { BESIDES } from "@/core/ground/catalog/besides";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { isCovered, isDone } from "@/core/job/history";
import { findingsOfKind } from "@/core/job/findingKinds";
import type { Job } from "@/core/job/schema";
import { odourSource } from "@/core/judgement/diagnosis/odour";
import { ownsTool } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import { sumOf, stated } from "@/core/ground/sums/working";
import { backgroundFor, factsOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { fitAgent } from "@/core/judgement/treatment/way/allowedWay";
import { judge } from "@/core/judgement/rules/judge";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { cautionsOf, reasonsOf } from "@/core/judgement/treatment/lay/cautions";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { Step } from "@/core/judgement/treatment/step/step";
import { STAGE, type ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";

/**
 * What is done beside stains and soil: the source of a smell, seams, belts, loose mats, disinfection, protection, and
 * what stands beside the cloth.
 */

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
  if (fit.ok && work.todo(base) && work.clearFor(fit, base, STAGE.spots, STAGE.spots))
    work.apply(STAGE.spots, base, "enzyme", fit, {
      action: "agent",
      area: work.view.areaM2,
      usualLPerM2: agentOn(work.context.kit, "enzyme").amountLPerM2,
      rounds: 1,
      why: "The smell is food for bacteria: digest it at its source, do not cover it.",
    });
}

/** Brushes along a metre of seam with the nozzle behind. Judgement. */
const SEAM_MIN_PER_M = 1.2;
const SEAM_START_MIN = 0.5;

/** Seams, belts and mats have their own first step, before anything is wetted. */
export function layDryExtras(work: ZoneWork) {
  const { context, view, round, likely } = work;
  if (round > 0) return;
  if (view.role === "mat" && work.todo("take-out"))
    work.add(STAGE.takeOut, "take-out", "", {
      action: "take-out",
      tool: "hand",
      areaM2: view.areaM2,
      minutes: handsOnMinutes(context.kit, "take-out", view.areaM2.value),
      title: "Take the mat out",
      how:
        "Out of the cabin and shaken. A loose mat without electrics is the only textile that may be hosed, " +
        "outside; it goes back when it is dry underneath.",
      why: "Nothing under it is reached while it lies there.",
      check: "The floor under it looked at.",
    });
  if (view.role === "belt" && work.todo("belt-out"))
    work.add(STAGE.takeOut, "belt-out", "", {
      action: "take-out",
      tool: ownsTool(context.kit, "clamp") ? "clamp" : "hand",
      areaM2: view.areaM2,
      minutes: handsOnMinutes(context.kit, "take-out", view.areaM2.value),
      title: "Pull the belt right out and clamp it",
      how: "All the way off the reel, clamped at the slot, so that it dries in the open and nothing wet runs back in.",
      why: "A belt that is reeled in damp grows mould where nobody sees it.",
      check: "It cannot run back.",
    });
  const soiled = view.soil?.level === "moderate" || view.soil?.level === "heavy" || view.soil?.level === "caked";
  if (
    !view.seamM ||
    !soiled ||
    likely.includes("mould") ||
    view.neighbours.includes("high-voltage") ||
    !ownsTool(context.kit, "toothbrush")
  )
    return;
  const verdict = judge(
    { action: "dry-removal", toolAggressiveness: 4 },
    factsOf(context, view, likely, work.state.inCloth),
  );
  const vacuumed =
    work.steps.some(({ action }) => action === "dry-removal") || isDone(context.history, "dry-removal", view.id);
  if (verdict.forbiddenBy.length > 0 || verdict.requires.has("air-before") || !vacuumed || !work.todo("seams")) return;
  work.add(
    STAGE.seams,
    "seams",
    "",
    {
      action: "seams",
      tool: "toothbrush",
      areaM2: view.areaM2,
      minutes: {
        ...sumOf("treatment.seams", {
          startMin: stated.table(SEAM_START_MIN),
          seamM: view.seamM.value,
          minPerM: stated.table(SEAM_MIN_PER_M),
        }),
        startMin: SEAM_START_MIN,
      },
      title: "Brush out the seams, nozzle right behind",
      how: "Open the seam with two fingers, short strokes along stitch and piping, nozzle following. Dry.",
      why: "Seams and piping hold the most dirt, and once wet it runs out for days.",
      check: "The thread shows its own colour.",
    },
    { ok: true, candidate: { action: "dry-removal" }, verdict, tool: "toothbrush" },
  );
}

/** What a liquid is likely to leave. */
const SPILLS: readonly FamilyId[] = [
  "urine",
  "protein",
  "sugar-starch",
  "tannin",
  "plant-colour",
  "water-ring",
  "mixture",
];

/** From about a palm on, a spill has run on. Judgement. */
const RAN_ON_M2 = 0.004;
const SITS_OVER: readonly RoleId[] = ["base", "crevice", "front"];

const HOW_LIFTED =
  "Lift loose cushions out. A bolted seat comes out only by someone competent: battery negative off, wait as its " +
  "manual says, ignition never on while a plug is open. ";

/** Spills run between and under seats: look there before the top of it is all that was treated. */
export function layLookUnder(work: ZoneWork, marks: readonly MarkPlan[]) {
  const { context, view, round } = work;
  const ran = marks.some(({ area, diagnosis }) => area.value >= RAN_ON_M2 && SPILLS.includes(diagnosis.leader));
  if (round > 0 || !ran || !SITS_OVER.includes(view.role) || !work.todo("look-under")) return;
  const lifted = context.job.account?.liftSeats === true;
  work.add(STAGE.lookUnder, "look-under", "", {
    action: "take-out",
    tool: "hand",
    areaM2: view.areaM2,
    minutes: handsOnMinutes(context.kit, "take-out", view.areaM2.value),
    title: "Look under and between",
    how:
      (lifted ? HOW_LIFTED : "Lift loose cushions, slide and tilt the seat; nothing is unbolted. ") +
      "Feel the cloth and the carpet beneath with a white towel. What is there is marked as a mark of its " +
      "own, on the part it lies on.",
    why: "A spill runs between and under the seat and into what lies below; treated only on top it smells again.",
    check: "A white towel pressed beneath stays white and dry. No liquid goes under a seat with plugs or modules.",
  });
}

export const NOT_CLEANED = "Only on what was cleaned first: set how soiled it is.";
export const notDisinfected = ({ name }: ZoneView, because: string): string =>
  `Disinfection of ${name.toLowerCase()}: not planned. ${because}`;

/**
 * Disinfects what was asked for, after it was cleaned, where it may stay wet long enough.
 * @returns why not, in words
 */
export function layDisinfection(work: ZoneWork): string | undefined {
  const { context, view, likely } = work;
  const base = "disinfect-r0";
  if (!work.todo(base) && !work.todo(`${base}-wipe`)) return undefined;
  const refuse = (because: string) => notDisinfected(view, because);
  if (view.builds.includes("glue-held"))
    return refuse("Fully wet for its whole contact time, and glue lets go: impossible here.");
  if (view.builds.includes("cover-on-foam"))
    return refuse(
      "Ten minutes fully wet is too wet for a thin cover over foam; on cloth most labels claim no more than sanitising.",
    );
  const cleaned =
    work.steps.some(({ action }) => action === "clean" || action === "extract") ||
    context.history.done.some(
      ({ action, zoneIds }) => (action === "clean" || action === "extract") && zoneIds.includes(view.id),
    );
  if (!cleaned) return refuse(NOT_CLEANED);
  const fit = fitAgent(context, view, likely, "disinfectant", "hand");
  if (!fit.ok) return refuse(fit.because);
  if (work.todo(base)) {
    if (!work.clearFor(fit, base, STAGE.disinfectClear, STAGE.disinfectClear))
      return refuse("What is in the cloth must not meet it, and cannot be rinsed out here.");
    const before = work.steps.length;
    work.apply(STAGE.disinfect, base, "disinfectant", fit, {
      action: "agent",
      area: view.areaM2,
      usualLPerM2: agentOn(context.kit, "disinfectant").amountLPerM2,
      rounds: 1,
      why:
        "On a clean surface, and fully wet for the whole contact time: wet it again where it dries. Its label " +
        "is law in many places, and most claim hard surfaces only.",
    });
    if (work.steps.length === before) return refuse("The water budget here is spent: let it dry first.");
    const laid = work.steps.at(-1)!;
    // The contact time guards a person: there is no upper end at which it may be cut short.
    if (laid.dwell) laid.dwell = { min: laid.dwell.min };
  }
  if (work.todo(`${base}-wipe`))
    work.add(STAGE.disinfectWipe, `${base}-wipe`, "", {
      action: "towel-off",
      tool: "towel",
      areaM2: view.areaM2,
      minutes: handsOnMinutes(context.kit, "towel-off", view.areaM2.value),
      title: "Wipe the disinfectant off",
      how: "Only when its whole time is over. White towel, damp, then dry.",
      why: "What stays is on skin and clothes next.",
      check: "No film, no smell of it.",
    });
  return undefined;
}

/** Protector on what was cleaned: damp right after, or dry when everything else is over. @returns why not, in words */
export function layProtection(work: ZoneWork): string | undefined {
  const { context, view, likely } = work;
  if (!work.todo("protect")) return undefined;
  const fit = fitAgent(context, view, likely, "protector", "hand");
  if (!fit.ok) return `Protection of ${view.name.toLowerCase()}: not planned. ${fit.because}`;
  if (!work.clearFor(fit, "protect", STAGE.protectClear, STAGE.protectClear))
    return `Protection of ${view.name.toLowerCase()}: not planned. It must be rinsed first.`;
  work.apply(STAGE.protect, "protect", "protector", fit, {
    action: "agent",
    area: view.areaM2,
    usualLPerM2: agentOn(context.kit, "protector").amountLPerM2,
    rounds: 1,
    why: "On clean cloth only, light and even; out of use until it is dry.",
  });
  return undefined;
}

/** Short steps for what stands beside the cloth, screen and glass last. */
export function besideSteps({ job, history }: Context, views: readonly ZoneView[]): Step[] {
  const zoneIds = views.map(({ id }) => id);
  return [...(job.choices.beside ?? [])]
    .sort((a, b) => BESIDES[a].order - BESIDES[b].order)
    .filter((id) => zoneIds.length > 0 && !isCovered(history, `beside-${id}`, zoneIds[0]!))
    .map((id) => {
      const { title, how, check, minutes, name } = BESIDES[id];
      return {
        key: `beside-${id}:`,
        round: 0,
        action: "beside",
        title,
        how,
        why: `The owner sees the whole piece: ${name.toLowerCase()} beside the cloth.`,
        check,
        zoneIds,
        tool: "towel",
        waterOnLPerM2: 0,
        areaM2: sumOf("geometry.area", { areas: [] }),
        minutes: sumOf("treatment.wait", { minutes: stated.table(minutes, "as a rule") }),
        reasons: reasonsOf([]),
        cautions: cautionsOf([], "beside", undefined, []),
      };
    });
}

export const wantsDisinfection = (job: Job, zoneId: string): boolean =>
  job.choices.disinfect?.includes(zoneId) ?? false;
export const likelyWithSmell = (
  likely: readonly FamilyId[],
  smell: SmellSource | undefined,
  zoneId: string,
): FamilyId[] =>
  smell?.zoneId === zoneId
    ? FAMILY_IDS.filter((family) => likely.includes(family) || smell.families.includes(family))
    : [...likely];
