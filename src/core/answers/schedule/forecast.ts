import { lastOf, type History } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { input, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { longestDryH } from "@/core/models/drying/longest";
import type { Step } from "@/core/judgement/treatment/step/step";
import { laterMinOf } from "./later";
import { finishMs, timesOf, type Order, type TaskTime } from "./times";

const MINUTE_MS = 60_000;

export interface Slack {
  promise: "hand back" | "usable";
  promisedMs: number;
  forecastMs: number;
  minutes: Worked;
}

export interface Forecast {
  /** When hands begin, ms since 1970. */
  beginMs: number;
  /** By task of the order. */
  times: TaskTime[];
  /** When the hands are done. */
  finish: Worked & { atMs: number };
  /** When what closes it may begin: dry, and hands are free; undefined when this air never dries it. */
  closesFromMs?: number;
  /** When it is dry, minutes from now (under 0: since then); undefined when this air never dries it. */
  usable?: Worked & { atMs: number };
  slacks: Slack[];
  /** The promise with the least in hand. */
  tighter?: Slack;
}

/**
 * When the work will be done in this order.
 * @param nowMs the caller's clock, ms since 1970
 * @param dryHours the longest drying of any zone, h; Infinity when it does not dry
 * @param airH treatment of the air that follows the drying, h
 * @param handsMs when hands begin, where that is not at once
 * @param laterMin hands on what closes the job once it is dry
 */
export function forecastOf(
  order: Order,
  history: History,
  promises: Job["promises"],
  dryHours: number,
  nowMs: number,
  airH = 0,
  handsMs = nowMs,
  laterMin = 0,
): Forecast {
  const beginMs = order.tasks.length > 0 ? handsMs : nowMs;
  const times = timesOf(order, beginMs);
  const at = finishMs(order, times, beginMs);
  const handsOnMin = order.tasks.reduce((sum, { minutes }) => sum + minutes, 0);
  const carryMin = order.arcs.reduce((sum, { minMin, why }) => sum + (why === undefined ? minMin : 0), 0);
  const finish = {
    ...sumOf(SCHEDULE_FORMULAS, "schedule.finish", {
      handsMin: handsOnMin,
      ...(carryMin > 0 ? { carryMin } : {}),
      waitMin: Math.max(0, ((at - beginMs) / MINUTE_MS) * order.people - handsOnMin - carryMin),
      people: order.people,
      ...(beginMs > nowMs ? { fromMin: (beginMs - nowMs) / MINUTE_MS } : {}),
    }),
    atMs: at,
  };
  const dryFrom = (wetsNoMore(order) ? setToDryMs(history) : undefined) ?? at;
  const dryMs = dryFrom + dryHours * 60 * MINUTE_MS;
  const closesFromMs = order.tasks.length > 0 ? Math.max(at, dryMs) : dryMs;
  const usableMs = closesFromMs + (airH * 60 + laterMin) * MINUTE_MS;
  const usable = Number.isFinite(dryHours)
    ? {
        ...sumOf(SCHEDULE_FORMULAS, "schedule.usable", {
          ...(order.tasks.length > 0 ? { handsMin: (at - nowMs) / MINUTE_MS } : {}),
          fromMin: (dryFrom - nowMs) / MINUTE_MS,
          dryH: dryHours,
          ...(airH > 0 ? { airH } : {}),
          ...(laterMin > 0 ? { laterMin } : {}),
        }),
        atMs: usableMs,
      }
    : undefined;
  // Once it was given back, that is when it was given back.
  const handedMs = lastOf(history, "handed-back") && Date.parse(lastOf(history, "handed-back")!.at);
  const handedOver = lastOf(history, "done") && order.tasks.length === 0 ? Date.parse(lastOf(history, "done")!.at) : at;
  const slacks = [
    slackOf("hand back", promises.handBackAt, handedMs ?? (promises.dampHandBackAgreed ? handedOver : usableMs), nowMs),
    slackOf("usable", promises.usableAt, usableMs, nowMs),
  ].filter((slack) => slack !== undefined);
  return {
    beginMs,
    times,
    finish,
    ...(usable ? { closesFromMs } : {}),
    usable,
    slacks,
    tighter: slacks.reduce<Slack | undefined>(
      (least, slack) => (!least || slack.minutes.value < least.minutes.value ? slack : least),
      undefined,
    ),
  };
}

/** When things were set to dry; undefined before. */
function setToDryMs({ standing }: History): number | undefined {
  const event = standing.findLast((each) => each.kind === "done" && each.action === "set-to-dry");
  return event && Date.parse(event.at);
}

/** Nothing to come puts water on. */
const wetsNoMore = ({ tasks }: Order) =>
  !tasks.some(({ step: { action, waterOnLPerM2 } }) => action === "set-to-dry" || waterOnLPerM2 > 0);

/** When drying begins: when it was set to dry, or when the hands will be done. */
export const dryFromMs = (order: Order, history: History, nowMs: number): number =>
  (wetsNoMore(order) ? setToDryMs(history) : undefined) ?? finishMs(order, timesOf(order, nowMs), nowMs);

function slackOf(
  promise: Slack["promise"],
  promised: string | undefined,
  forecastMs: number,
  nowMs: number,
): Slack | undefined {
  if (promised === undefined) return undefined;
  const promisedMs = Date.parse(promised);
  const fromNow = (ms: number) => (ms - nowMs) / MINUTE_MS;
  return {
    promise,
    promisedMs,
    forecastMs,
    minutes: sumOf(
      SCHEDULE_FORMULAS,
      "schedule.slack",
      { promised: stated.entered(fromNow(promisedMs)), forecast: fromNow(forecastMs) },
      [
        input("promised", new Date(promisedMs).toISOString(), undefined, "entered"),
        input("forecast", Number.isFinite(forecastMs) ? new Date(forecastMs).toISOString() : "does not dry like this"),
      ],
    ),
  };
}

/** What a forecast reads of everything there is to say of a job. */
interface Foreseeable {
  order: Order;
  history: History;
  drying: Record<string, { hours: Worked }>;
  gas?: { stillH: number };
  plan?: { later: readonly Step[] };
}

/** The forecast at a moment of the caller's clock. @param beginMs when hands begin, where that is not at once */
export const forecastAt = (of: Foreseeable, job: Job, nowMs: number, beginMs = nowMs): Forecast =>
  forecastOf(
    of.order,
    of.history,
    job.promises,
    longestDryH(of.drying),
    nowMs,
    of.gas?.stillH,
    beginMs,
    laterMinOf(of.plan?.later ?? [], job),
  );
