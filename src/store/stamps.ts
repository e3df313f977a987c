import { JOB_FILE_VERSION } from "../core/job/fileFormat";
import type { Job } from "../core/job/schema";
import { sealed } from "../core/job/seals";
import { written } from "../core/job/writes";
import { nowMs, type WrongStamps } from "./clock";
import { whyNotKept, withDb } from "./db";
import { upToDate } from "./filesShared";
import { newId } from "./newId";
import { allSaved, jobsCameIn, notify, stateNow } from "./jobs";

/** Times of events that were stamped while the device's clock was wrong. */

/** So far ahead of now an event cannot be, ms: clocks of two devices differ a little. Judgement. */
const AHEAD_MS = 10_000;

/** A job with its wrong stamps put right; undefined where it has none. */
function putRight(job: Job, { fromMs, byMs }: WrongStamps, now: number): Job | undefined {
  const isWrong = (at: string) => Date.parse(at) >= fromMs && Date.parse(at) > now + AHEAD_MS;
  if (!job.events.some(({ at }) => isWrong(at))) return undefined;
  return {
    ...job,
    events: job.events.map((event) =>
      isWrong(event.at) ? { ...event, at: new Date(Date.parse(event.at) - byMs).toISOString() } : event,
    ),
  };
}

/** Puts right what was stamped by a wrong clock, and says so. */
export async function putStampsRight(wrong: WrongStamps) {
  await allSaved();
  const now = nowMs();
  const ids = Object.values(stateNow().stored).flatMap((job) => (putRight(job, wrong, now) ? [job.id] : []));
  if (ids.length === 0) return;
  try {
    await store(ids, wrong, now);
  } catch (error) {
    return notify(`Times written down while the clock was wrong are not put right: ${whyNotKept(error)}.`, "problem");
  }
  await jobsCameIn(ids);
  notify("This device's clock was wrong for a while. Times that were written down meanwhile are put right.");
}

const changedEvents = ({ events }: Job, right: Job) =>
  new Set(right.events.flatMap(({ id, at }, place) => (events[place]!.at === at ? [] : [id])));

const store = (ids: readonly string[], wrong: WrongStamps, now: number) =>
  withDb(async (database) => {
    const transaction = database.transaction("jobs", "readwrite");
    for (const id of ids) {
      const held = await transaction.store.get(id);
      const job = held && upToDate(held);
      // Another tab may have put it right already.
      const right = job && putRight(job, wrong, now);
      const copy = held?.copy ?? newId();
      if (right) {
        const after = sealed(written(job, right, [], copy), changedEvents(job, right));
        await transaction.store.put({ version: JOB_FILE_VERSION, job: after, copy }, id);
      }
    }
    await transaction.done;
  });
