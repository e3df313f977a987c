import { guardsPerson, isWaitedOut, type ActionId } from "@/core/ground/catalog/actions";
import { gasOf, type GasId } from "@/core/ground/catalog/gases";
import { historyOf, stepBase } from "@/core/job/history";
import type { DoneEvent, Job, ReadingEvent } from "@/core/job/schema";
import { USERS } from "@/core/ground/catalog/ownersAccount";

/**
 * When a step that people wait out may be ended. Airing guards the lungs and the room: its time is not a suggestion. A
 * meter that still shows gas outranks the clock, one that reads clean ends the wait, and without a time only the meter
 * counts. The button asks this, and so does the store before it records.
 */
const FINISH_LOCKS: Partial<Record<ActionId, readonly ("time" | "meter")[]>> = {
  air: ["time"],
  "gas-out": ["meter", "time"],
  "power-off": ["time"],
};

export type MayFinish =
  | { may: true; /** Sooner than it was planned. */ early: boolean }
  | { may: false; by: "meter" }
  | { may: false; by: "time"; waitMs: number };

/**
 * @param action of the step that runs; one without a lock may be ended at any time
 * @param dwellMinMin shortest wait, min; undefined where no time can be promised
 * @param elapsedMs seen to pass since it was started, ms
 * @param mayEnter what the meter says; undefined where nothing was read
 */
export function mayFinish(
  action: ActionId,
  dwellMinMin: number | undefined,
  elapsedMs: number,
  mayEnter?: boolean,
): MayFinish {
  const locks = FINISH_LOCKS[action] ?? [];
  if (locks.includes("meter") && (mayEnter ?? dwellMinMin !== undefined) === false) return { may: false, by: "meter" };
  const waitMs = dwellMinMin === undefined ? 0 : dwellMinMin * 60_000 - elapsedMs;
  const clean = locks.includes("meter") && mayEnter === true;
  if (locks.includes("time") && !clean && waitMs > 0) return { may: false, by: "time", waitMs };
  return { may: true, early: isWaitedOut(action) && waitMs > 0 };
}

/** A child or someone with asthma comes after, or nobody asked. */
const isGentle = (account: Job["account"]) =>
  !account?.users ||
  !account.allergies ||
  account.allergies.includes("asthma") ||
  account.users.some((user) => user === "children" || "atRisk" in USERS[user]);

/** Gas that may be left where a person goes in, ppm; less where children or the ill use the place. */
export const entryPpmOf = (gas: GasId, account: Job["account"]): number =>
  isGentle(account) ? gasOf(gas).gentleEntryPpm : gasOf(gas).entryPpm;

/** Which gas a step of treating the air was of. */
export const gasOfKey = (key: string): GasId => (key.startsWith("gas-chlorine-dioxide") ? "chlorine-dioxide" : "ozone");

/** What the meter has said last since the gas was stopped; undefined where nothing was read or no gas was chosen. */
function meterSaysEnter(job: Job): boolean | undefined {
  const { standing } = historyOf(job);
  const at = standing.findLastIndex((event) => event.kind === "done" && event.action === "gas");
  const stopped = standing[at];
  const gas = stopped?.kind === "done" ? gasOfKey(stopped.stepKey) : job.gas?.gas;
  const last = standing
    .slice(at + 1)
    .findLast((event): event is ReadingEvent => event.kind === "reading" && event.instrument === "gas");
  return gas && last ? last.value <= entryPpmOf(gas, job.account) : undefined;
}

/**
 * Whether what is about to be recorded as done may be.
 * @param seenMs how long was seen to pass since an event, ms
 */
export function mayRecord(
  job: Job,
  done: Pick<DoneEvent, "action" | "stepKey">,
  seenMs: (id: string, at: string) => number,
): MayFinish {
  // A plan made anew may name the same step by other settings; what it waits for is the same.
  const isIts = (stepKey: string) =>
    stepKey === done.stepKey || (done.action in FINISH_LOCKS && stepBase(stepKey) === stepBase(done.stepKey));
  const start = historyOf(job).standing.findLast((event) => event.kind === "start" && isIts(event.stepKey));
  if (start?.kind !== "start") return { may: true, early: false };
  return mayFinish(done.action, start.dwellMinMin, seenMs(start.id, start.at), meterSaysEnter(job));
}

/** What is left of the waits that guard a person, ms. @param seenMs how long was seen to pass since an event, ms */
export const guardLeftMs = (putOn: readonly DoneEvent[], seenMs: (id: string, at: string) => number): number =>
  Math.max(
    0,
    ...putOn.flatMap((event) =>
      guardsPerson(event) && event.dwellMinMin !== undefined
        ? [event.dwellMinMin * 60_000 - seenMs(event.id, event.at)]
        : [],
    ),
  );
