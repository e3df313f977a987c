import { formatMoney, type CurrencyId } from "@/core/ground/quantity/money";
import { PACE } from "@/core/judgement/treatment/step/minutes";
import type { Assessment } from "@/core/answers/assess/assess";
import { DAMAGES } from "@/core/ground/catalog/builds";
import type { Job } from "@/core/job/schema";
import { formatDuration } from "@/core/ground/quantity/format";
import { laterMinOf } from "@/core/answers/schedule/later";
import { MONEY_FORMULAS } from "@/core/ground/sums/moneyFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";

/** What the work will take and cost, said before anything gets wet. */

/** What the technician asks, in their own money. */
export interface Rates {
  perHour: number;
  callOut: number;
  /** Wear of a machine for an hour it runs; left out: none. */
  wearPerHour?: number;
  /** No job is charged less; left out: none. */
  minimum?: number;
  /** On top of what is asked, %; left out: none. */
  taxPct?: number;
}

/** Rates with what was left out as nothing. */
export const perHourOf = ({ wearPerHour = 0, minimum = 0, taxPct = 0, ...rates }: Rates): Required<Rates> => ({
  ...rates,
  wearPerHour,
  minimum,
  taxPct,
});
/** Invented, to be made one's own. Judgement. */
export const USUAL_RATES: Rates = { perHour: 45, callOut: 20 };
export const RATE_RANGE = {
  perHour: [0, 10_000],
  callOut: [0, 10_000],
  wearPerHour: [0, 1000],
  minimum: [0, 10_000],
  taxPct: [0, 60],
} as const;

export interface Estimate {
  minutes: { low: Worked; high: Worked };
  price: { low: Worked; high: Worked };
  /** Not in the price, and why. */
  excluded: string[];
  /** What may go otherwise, or stay. */
  risks: string[];
}

/** It goes this much quicker or slower than planned. Judgement, to be corrected by the technician's own log. */
const QUICKER = 0.9;
const SLOWER = 1.25;
const ROUND_TO = 5;

/** Setting the gas up and airing it out, while that is not among the steps yet. */
const minutesOfGas = (gas: Assessment["gas"]): number =>
  gas && gas.stillH > 0 ? PACE.gas.startMin + PACE["gas-out"].startMin : 0;

/**
 * @param productCost of the neat product it takes, in the technician's money
 * @returns the band: at least the first steps going well, at most every rung that may follow, gone slowly
 */
export function estimateOf({ plan, drying, gas }: Assessment, job: Job, productCost: number, rates: Rates): Estimate {
  const planned =
    plan.steps.reduce((sum, { minutes }) => sum + minutes.value, 0) +
    laterMinOf(plan.later, job, ["us", "second visit"]) +
    minutesOfGas(gas);
  const more = Object.values(plan.marks).reduce((sum, mark) => sum + minutesOfLaterRungs(mark, plan.steps), 0);
  const low = sumOf(MONEY_FORMULAS, "estimate.minutesLeast", { plannedMin: planned, quicker: stated.table(QUICKER) });
  const high = sumOf(MONEY_FORMULAS, "estimate.minutesMost", {
    plannedMin: planned,
    moreMin: more,
    slower: stated.table(SLOWER),
  });
  const price = (minutes: Worked, up: boolean) =>
    sumOf(MONEY_FORMULAS, "estimate.price", {
      callOut: stated.entered(planned === 0 ? 0 : rates.callOut),
      minutes: minutes.value,
      perHour: stated.entered(rates.perHour),
      product: planned === 0 ? 0 : productCost,
      steps: stated.table(ROUND_TO),
      up: up ? 1 : 0,
    });
  return {
    minutes: { low, high },
    price: { low: price(low, false), high: price(high, true) },
    excluded: excludedOf(plan, job),
    risks: risksOf(plan, job, drying),
  };
}

/** Rungs not begun yet take about what the one at hand takes. */
function minutesOfLaterRungs({ findingId, rungs, state }: MarkPlan, steps: Assessment["plan"]["steps"]): number {
  const now = steps.filter((step) => step.findingId === findingId).reduce((sum, { minutes }) => sum + minutes.value, 0);
  return state === "open" ? now * rungs.filter((rung) => rung.state === "next").length : 0;
}

function excludedOf(plan: Assessment["plan"], job: Job): string[] {
  const nameOf = (zoneId: string) => plan.zones[zoneId]?.view.name ?? "";
  const untouched = Object.values(plan.zones).filter(
    ({ view }) =>
      view.soil === undefined && !view.zone.clean && !plan.steps.some(({ zoneIds }) => zoneIds.includes(view.id)),
  );
  return [
    ...plan.damage.map(
      ({ finding }) =>
        `${finding.name ?? DAMAGES[finding.damage]} on ${nameOf(finding.zoneId).toLowerCase()}: damage, no cleaning brings it back.`,
    ),
    ...Object.values(plan.marks).flatMap(({ name, referral, state }) =>
      referral
        ? [`${name}: ${referral.title.toLowerCase()}.`]
        : state === "damage"
          ? [`${name}: damage, no cleaning brings it back.`]
          : [],
    ),
    ...(job.account?.liftSeats === true || !Object.values(plan.zones).some(({ view }) => view.role === "under-seat")
      ? []
      : ["Lifting seats out: under them only by towel."]),
    ...(untouched.length > 0
      ? [
          "Not looked at: " +
            `${untouched.length > 4 ? `${untouched.length} parts` : untouched.map(({ view }) => view.name.toLowerCase()).join(", ")}.`,
        ]
      : []),
  ];
}

function risksOf(plan: Assessment["plan"], job: Job, drying: Assessment["drying"]): string[] {
  const open = Object.values(plan.marks).filter(({ state }) => state === "open" || state === "at-the-stop");
  const views = Object.values(plan.zones).map(({ view }) => view);
  const wet = Object.values(drying);
  return [
    ...open.map(
      ({ name, stopWords, sure }) =>
        `${name}${sure ? "" : ", not sure yet what it is"}: it may not come out ` +
        `in full. If so: ${stopWords[0]!.toLowerCase()}${stopWords.slice(1)}`,
    ),
    ...(plan.steps.some(({ action }) => action === "fastness-check")
      ? ["The colour is proved on a hidden place first; if it runs there, that agent is left out."]
      : []),
    ...(views.some(({ oldOrFragile }) => oldOrFragile)
      ? ["Old, worn or of unknown age: it is treated gently, and a weak seam may open all the same."]
      : []),
    ...(wet.some(({ hours }) => !Number.isFinite(hours.value))
      ? ["In this air it does not dry: it needs moving air and warmth."]
      : []),
    ...(wet.length > 0
      ? ["A mark can come back within a day as it dries from below: then call, it is part of the price."]
      : []),
    ...(job.account?.tried?.includes("heat") ? ["It was treated hot before: what is set may stay."] : []),
  ];
}

/** The same for the owner, as a message to send. @param told when it is theirs again and when it is usable, in words */
export function messageForOwner(
  job: Job,
  { minutes, price, excluded, risks }: Estimate,
  told: { handBack?: string; usable?: string; damp: boolean; currency: CurrencyId },
): string {
  const lines = [
    `${job.title}: what I would do`,
    "",
    `Work: ${formatDuration(Math.round(minutes.low.value / 5) * 5)} to ` +
      `${formatDuration(Math.round(minutes.high.value / 5) * 5)}. Price: ${formatMoney(price.low.value, told.currency)} to ` +
      `${formatMoney(price.high.value, told.currency)}.`,
    ...(told.handBack ? [`You get it back ${told.handBack}${told.damp ? ", still damp" : ""}.`] : []),
    ...(told.usable ? [`Dry and usable ${told.usable}.`] : []),
    ...(excluded.length > 0 ? ["", "Not in it:", ...excluded.map((line) => `- ${line}`)] : []),
    ...(risks.length > 0 ? ["", "Good to know:", ...risks.map((line) => `- ${line}`)] : []),
    "",
    "Shall I begin?",
  ];
  return lines.join("\n");
}
