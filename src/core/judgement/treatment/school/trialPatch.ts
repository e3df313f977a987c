import type { TrialEvent } from "@/core/job/schema";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { opened, stated, sumOf } from "@/core/ground/sums/working";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { extractorFor } from "@/core/judgement/shelf/shelf";
import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { dwellOf, longerDwell } from "@/core/judgement/treatment/lay/dwell";
import { fitCleaner, isHeavy, setFor } from "./panel";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { SOIL_LEVEL_IDS } from "@/core/ground/catalog/builds";

/** A patch of a hand's size, done to the end before the rest is promised. */
export interface TrialOffer {
  zoneId: string;
  because: string;
  /** Said that it is wanted. */
  wanted: boolean;
}

/** A hand's size. */
const PATCH_M2 = 0.02;
/** Never less than a few pulls of a trigger, L/m² over the patch. */
const PATCH_L_PER_M2 = 0.6;

const rank = ({ soil }: ZoneView) => (soil ? SOIL_LEVEL_IDS.indexOf(soil.level) : -1);

/** Where a trial patch would tell rounds and outcome: old or unknown soil, and somebody was promised something. */
export function offerTrial({ job, history }: Context, views: readonly ZoneView[], marks: readonly MarkPlan[]) {
  const worst = views.reduce<ZoneView | undefined>(
    (best, view) => (best && rank(best) >= rank(view) ? best : view),
    undefined,
  );
  // Once the panel itself is begun a patch tells nothing any more.
  const isBegun = history.done.some(
    ({ action, zoneIds }) => (action === "clean" || action === "extract") && worst && zoneIds.includes(worst.id),
  );
  if (!worst?.soil || isBegun) return undefined;
  const { handBackAt, usableAt } = job.promises;
  const old = isHeavy(worst.soil.level) || marks.some(({ state, sure, old }) => state === "open" && (old || !sure));
  const wanted = job.choices.trial === true;
  const told = history.standing.some(({ kind }) => kind === "trial");
  const offered = !told && job.choices.trial === undefined && old && (handBackAt ?? usableAt) !== undefined;
  if (!wanted && !offered) return undefined;
  return {
    zoneId: worst.id,
    because:
      "Old or unknown soil, and a promise: a hand's size done to the end tells how many rounds and what comes out.",
    wanted,
  };
}

/** Lays the patch with the cleaner the panel is going to get, before anything else goes on. */
export function layTrial(work: ZoneWork) {
  const { context, view } = work;
  if (!view.soil || work.round > 0 || !work.todo("trial")) return;
  const { level } = view.soil;
  const drawnOff = isHeavy(level) && extractorFor(context.kit, view.areaM2.value) !== undefined;
  const cleaner = fitCleaner(work, level, drawnOff);
  if (!cleaner.ok || !clearFor(work, cleaner, "trial", STAGE.trialAir, STAGE.trialRinse)) return;
  const { fit, effort } = setFor(work, cleaner, level, true);
  const { candidate, strength, tool } = fit;
  const hands = handsOnMinutes(context.kit, "trial", PATCH_M2);
  const wait = longerDwell(dwellOf(context, view.id, cleaner.agent, PATCH_L_PER_M2), effort, undefined);
  work.add(
    STAGE.trial,
    "trial",
    cleaner.agent,
    {
      action: "trial",
      agent: cleaner.agent,
      spraying: false,
      tool,
      areaM2: sumOf(GEOMETRY_FORMULAS, "geometry.patch", { patchM2: stated.table(PATCH_M2) }),
      partsWater: strength?.partsWater,
      phMin: candidate.phMin,
      phMax: candidate.phMax,
      tempC: candidate.clothTempC,
      amountMl: sumOf(TREATMENT_FORMULAS, "treatment.amount", { areaM2: PATCH_M2, lPerM2: PATCH_L_PER_M2 }),
      // Waited out on the spot: it is over when the patch has been judged.
      minutes: {
        ...sumOf(TREATMENT_FORMULAS, "treatment.together", {
          parts: [opened(hands, "hands at it"), opened(wait.min, "waiting")],
          rounds: 1,
        }),
        startMin: hands.startMin,
      },
      title: "Trial patch of a hand's size",
      how:
        "Where it is worst and seen least: put on, wait, work it in, towel. Again until a round brings nothing more, and " +
        "count the rounds. It is left out when the rest is cleaned.",
      why: "What comes out here comes out everywhere: rounds and outcome are known before they are promised.",
      check: "Say how many rounds it took, and what it looks like.",
    },
    fit,
  );
}

/** What a trial that came out means for the rest, said before it begins. */
export function trialWords({ rounds, result }: TrialEvent): string {
  const inRounds = `in ${rounds} ${rounds === 1 ? "round" : "rounds"}`;
  if (result === "same")
    return "The trial patch did not change: nothing more is put on it. Tell the owner that what is there stays.";
  return result === "lighter"
    ? `The trial patch came out lighter, not clean, ${inRounds}: tell the owner before you begin.`
    : `The trial patch came clean ${inRounds}: planned so.`;
}
