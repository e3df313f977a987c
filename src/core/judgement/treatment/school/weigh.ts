import type { School } from "@/core/ground/catalog/schoolIds";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { dryingOf, type Drying } from "@/core/models/drying/quick";
import type { Rule } from "@/core/judgement/rules/rules";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import { depthOf, waterInZone } from "@/core/judgement/treatment/cloth/waterBudget";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import type { Step } from "@/core/judgement/treatment/step/step";
import { leastOfBuilds, mostOfBuilds, type ZoneView } from "@/core/judgement/zones/zoneView";
import { isHeavy, type Refusal, type Way } from "./panel";

/** One way through the middle of the job on one zone, weighed. */
export interface SchoolOption {
  school: School;
  allowed: boolean;
  /** Why not, when it is not. */
  because: string;
  forbiddenBy: Rule[];
  residual: Worked;
  drying: Drying;
  minutes: Worked;
  lifted: Worked;
  productMl: Worked;
  /** What may go wrong with it here; none when nothing stands out. */
  risks: string[];
  waterOnLPerM2: number;
}

/**
 * What a way through comes to, read off the very steps that are laid if it is taken.
 * @param before the work it goes on from
 * @param trial the work with its steps laid
 */
export function weigh(school: School, before: ZoneWork, trial: ZoneWork, way: Way | Refusal): SchoolOption {
  const { context, view } = before;
  const refused = "because" in way;
  const laid = refused ? [] : trial.steps.slice(before.steps.length);
  const { moves } = refused ? before.state : trial.state;
  const { left: residual, peakLPerM2 } = waterInZone(moves, view, recoveryOf(context, view).value);
  const drying = dryingOfZone(context, view, residual);
  return {
    school,
    allowed: !refused,
    because: refused ? way.because : "",
    forbiddenBy: refused ? way.forbiddenBy : [],
    residual,
    drying,
    minutes: sumOf(TREATMENT_FORMULAS, "treatment.minutesOfWay", {
      parts: laid.map(({ minutes, title }) => opened(minutes, title.toLowerCase())),
    }),
    lifted: sumOf(TREATMENT_FORMULAS, "treatment.lifted", {
      left: refused ? [] : way.leaves.map((left, at) => opened(left, at === 0 ? "the cleaner" : "the machine")),
    }),
    productMl: sumOf(TREATMENT_FORMULAS, "treatment.productOfWay", { steps: laid.flatMap(productOf) }),
    risks: refused ? [] : risksOf(school, view, drying, depthOf(peakLPerM2, view)),
    waterOnLPerM2: laid.reduce((sum, { waterOnLPerM2 }) => sum + waterOnLPerM2, 0),
  };
}

/** Neat product in what a step puts on. */
function productOf({ agent, areaM2, waterOnLPerM2, partsWater }: Step) {
  if (!agent || agent === "water") return [];
  const inputs = { onLPerM2: waterOnLPerM2, areaM2: areaM2.value, parts: partsWater?.value ?? 0 };
  return [opened(sumOf(TREATMENT_FORMULAS, "treatment.product", inputs))];
}

/** From here on the depth allowed is nearly used up. Judgement. */
const NEARLY_TOO_DEEP = 0.75;

/** What stands out when a school is held against the others here, worst first. */
function risksOf(
  school: School,
  view: ZoneView,
  { mould, hours }: Drying,
  { depth, allowed }: ReturnType<typeof depthOf>,
): string[] {
  return [
    !Number.isFinite(hours.value) ? "does not dry in this air" : mould !== "safe" ? "wet past a day: mould" : undefined,
    allowed.value > 0 && depth.value > NEARLY_TOO_DEEP * allowed.value ? "wets nearly as deep as it may" : undefined,
    school === "steam" ? "scalds; sets what was not found" : undefined,
    school === "extraction" && view.materials.length > 1 ? "much water on a fibre not named" : undefined,
    school === "low-moisture" && isHeavy(view.soil?.level) ? "moves heavy soil about" : undefined,
    view.oldOrFragile && school !== "low-moisture" ? "old or of unknown age" : undefined,
  ].filter((risk) => risk !== undefined);
}

/** Drying of a zone from the water left in it, in the job's air. */
export const dryingOfZone = ({ conditions }: Context, view: ZoneView, residual: Worked): Drying =>
  dryingOf(
    residual,
    leastOfBuilds(view, (build) => build.dryAtLPerM2),
    mostOfBuilds(view, (build) => build.slowEndH),
    conditions.slow,
  );
