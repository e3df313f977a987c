import type { Assessment } from "../assess";
import { lastOf, type History } from "../job/history";
import type { Job } from "../job/schema";
import { input, worked, type Worked } from "../quantity/working";
import { longestDryH } from "../drying/longest";
import { stepMinutes, type Step } from "../treatment/step";

const MINUTE_MS = 60_000;

export interface StepTime {
  key: string;
  startMs: number;
  endMs: number;
}

export interface Slack {
  promise: "hand back" | "usable";
  promisedMs: number;
  forecastMs: number;
  minutes: Worked;
}

export interface Forecast {
  times: StepTime[];
  /** When the hands are done. */
  finish: Worked & { atMs: number };
  /** When it is dry, minutes from now (under 0: since then); undefined when this air never dries it. */
  usable?: Worked & { atMs: number };
  slacks: Slack[];
  /** The promise with the least in hand. */
  tighter?: Slack;
}

/**
 * When the work will be done, one pair of hands, one step after another, starting now.
 * @param nowMs the caller's clock, ms since 1970
 * @param dryHours the longest drying of any zone, h; Infinity when it does not dry
 * @param airH treatment of the air that follows the drying, h
 */
export function forecastOf(steps: readonly Step[], history: History, promises: Job["promises"], dryHours: number, nowMs: number, airH = 0): Forecast {
  const { running } = history;
  let at = nowMs;
  const times = steps.map((step): StepTime => {
    const begun = running?.stepKey === step.key ? Date.parse(running.at) : undefined;
    const startMs = begun ?? at;
    const endMs = Math.max(nowMs, startMs + stepMinutes(step).value * MINUTE_MS);
    at = Math.max(at, endMs);
    return { key: step.key, startMs, endMs };
  });
  const leftMin = (at - nowMs) / MINUTE_MS;
  const finish = {
    ...worked("schedule.finish", leftMin, "min", [
      input("hands-on", steps.reduce((sum, { minutes }) => sum + minutes.value, 0), "min"),
      input("shortest dwells", steps.reduce((sum, { dwell }) => sum + (dwell?.min.value ?? 0), 0), "min"),
      input("already run of the step at hand", running && steps.some(({ key }) => key === running.stepKey) ? (nowMs - Date.parse(running.at)) / MINUTE_MS : 0, "min", "measured"),
    ]),
    atMs: at,
  };
  const dryFrom = (wetsNoMore(steps) ? setToDryMs(history) : undefined) ?? at;
  const dryMs = dryFrom + dryHours * 60 * MINUTE_MS;
  const usableMs = (steps.length > 0 ? Math.max(at, dryMs) : dryMs) + airH * 60 * MINUTE_MS;
  const usable = Number.isFinite(dryHours)
    ? { ...worked("schedule.usable", (usableMs - nowMs) / MINUTE_MS, "min", [input("hands done, from now", (dryFrom - nowMs) / MINUTE_MS, "min"), input("longest drying", dryHours, "h"), ...(airH > 0 ? [input("treating the air after", airH, "h")] : [])]), atMs: usableMs }
    : undefined;
  const handedOver = lastOf(history, "done") && steps.length === 0 ? Date.parse(lastOf(history, "done")!.at) : at;
  const slacks = [slackOf("hand back", promises.handBackAt, promises.dampHandBackAgreed ? handedOver : usableMs), slackOf("usable", promises.usableAt, usableMs)].filter((slack) => slack !== undefined);
  return { times, finish, usable, slacks, tighter: slacks.reduce<Slack | undefined>((least, slack) => (!least || slack.minutes.value < least.minutes.value ? slack : least), undefined) };
}

/** When things were set to dry; undefined before. */
function setToDryMs({ standing }: History): number | undefined {
  const event = standing.findLast((each) => each.kind === "done" && each.action === "set-to-dry");
  return event && Date.parse(event.at);
}

/** Nothing to come puts water on. */
const wetsNoMore = (steps: readonly Step[]) => !steps.some(({ action, waterOnLPerM2 = 0 }) => action === "set-to-dry" || waterOnLPerM2 > 0);

/** When drying begins: when it was set to dry, or when the hands will be done. */
export const dryFromMs = (steps: readonly Step[], history: History, nowMs: number): number =>
  (wetsNoMore(steps) ? setToDryMs(history) : undefined) ?? nowMs + steps.reduce((sum, step) => sum + stepMinutes(step).value, 0) * MINUTE_MS;

function slackOf(promise: Slack["promise"], promised: string | undefined, forecastMs: number): Slack | undefined {
  if (promised === undefined) return undefined;
  const promisedMs = Date.parse(promised);
  const minutes = (promisedMs - forecastMs) / MINUTE_MS;
  return { promise, promisedMs, forecastMs, minutes: worked("schedule.slack", minutes, "min", [input("promised", new Date(promisedMs).toISOString(), undefined, "entered"), input("forecast", Number.isFinite(forecastMs) ? new Date(forecastMs).toISOString() : "does not dry like this")]) };
}

/** The forecast at a moment of the caller's clock. */
export const forecastAt = (assessment: Assessment, job: Job, nowMs: number): Forecast =>
  forecastOf(assessment.plan.steps, assessment.history, job.promises, longestDryH(assessment.drying), nowMs, assessment.gas?.stillH);
