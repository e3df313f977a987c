import { assess, type Assessment } from "../assess";
import { applyOps, type Op } from "../job/commands";
import { airOps } from "../drying/airOps";
import { MOST_HANDS } from "../job/format";
import type { DryingAir, Job, Kit } from "../job/schema";
import { whatIf } from "../treatment/whatIf";
import { forecastAt, type Forecast } from "./forecast";

/** What would still save a promise: each way tried on the job as it stands, and what comes of it. */
export interface Saver {
  name: string;
  /** When hands would be done and when it would be dry, ms since 1970. */
  finishMs: number;
  usableMs?: number;
  /** Of the tighter promise, minutes in hand; under 0 it is still late. */
  slackMin: number;
  /** What taking it sets; absent where somebody has to be asked first. */
  ops?: Op[];
  /** What taking it changes of the air. */
  air?: DryingAir;
}

const MOST_SHOWN = 4;
/** Less than this nobody calls a help, min. */
const WORTH_MIN = 2;

/**
 * @param asOf ISO time
 * @returns the best first, only what helps; empty when nothing was promised
 */
export function saversOf(job: Job, kit: Kit, asOf: string): Saver[] {
  const now = assess(job, kit, asOf);
  const before = forecastOfJob(job, now, asOf);
  if (!before.tighter) return [];
  const tried: { name: string; ops: Op[]; air?: DryingAir; ask?: true }[] = [];
  const people = job.choices.hands ?? 1;
  if (now.order.tasks.length > 1 && people < MOST_HANDS) tried.push({ name: people === 1 ? "A second pair of hands" : "One more pair of hands", ops: [{ op: "set", path: ["choices", "hands"], value: people + 1 }] });
  if (job.promises.handBackAt && !job.promises.dampHandBackAgreed && before.tighter.promise === "hand back") tried.push({ name: "The owner takes it back damp, if asked and agreed", ops: [{ op: "set", path: ["promises", "dampHandBackAgreed"], value: true }], ask: true });
  const wetter = Object.values(now.plan.zones).filter(({ picked, schools }) => picked === "extraction" && schools.some(({ school, allowed }) => school === "low-moisture" && allowed));
  if (wetter.length > 0 && !now.history.done.some(({ action }) => action === "extract")) tried.push({ name: "Low moisture in place of extraction", ops: wetter.map(({ view }): Op => ({ op: "set", path: ["choices", "schools", view.id], value: "low-moisture" })) });
  for (const { way, name, air } of whatIf(job, kit, asOf).ways) if (way !== "as-it-is" && Object.keys(air).length > 0) tried.push({ name, ops: airOps(job, now.history, air, "tried", asOf), air });
  return tried
    .flatMap(({ name, ops, air, ask }): Saver[] => {
      const changed = applyOps(job, ops).job;
      const { finish, usable, tighter } = forecastOfJob(changed, assess(changed, kit, asOf), asOf);
      const slackMin = tighter!.minutes.value;
      return slackMin > before.tighter!.minutes.value + WORTH_MIN ? [{ name, finishMs: finish.atMs, ...(usable ? { usableMs: usable.atMs } : {}), slackMin, ...(air ? { air } : ask ? {} : { ops }) }] : [];
    })
    .sort((a, b) => b.slackMin - a.slackMin)
    .slice(0, MOST_SHOWN);
}

const forecastOfJob = (job: Job, assessment: Assessment, asOf: string): Forecast => forecastAt(assessment, job, Date.parse(asOf));
