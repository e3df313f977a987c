import { setChoice, setPromise, setSchool } from "@/core/job/change";
import { assess } from "@/core/answers/assess/assess";
import { airOps } from "@/core/job/airOps";
import { applyOps, type Op } from "@/core/job/commands";
import { MOST_HANDS } from "@/core/job/fileFormat";
import type { History } from "@/core/job/history";
import type { DryingAir, Job, Kit } from "@/core/job/schema";
import { whatIf } from "./whatIf";
import { forecastAt } from "@/core/answers/schedule/forecast";

/** What would still save a promise: each way tried on the job as it stands, and what comes of it. */
export interface Saver {
  name: string;
  /** When hands would be done and when it would be dry, ms since 1970. */
  finishMs: number;
  usableMs?: number;
  /** Of the tighter promise, minutes in hand; under 0 it is still late. */
  slackMin: number;
  /** What taking it sets; absent, with air absent too, where somebody has to be asked first. */
  ops?: Op[];
  /** What taking it changes of the air. */
  air?: DryingAir;
}

interface Try {
  /** Of one kind only one can be taken. */
  kind: "hands" | "promise" | "water" | "air";
  name: string;
  ops?: Op[];
  air?: DryingAir;
  ask?: true;
}

const MOST_SHOWN = 5;
/** Less than this nobody calls a help, min. */
const WORTH_MIN = 2;

/**
 * @param asOf ISO time
 * @returns the best first, only what helps; where none alone is enough, the best of each kind together; empty when nothing was promised
 */
export function saversOf(job: Job, kit: Kit, asOf: string): Saver[] {
  const now = assess(job, kit, asOf);
  const before = forecastAt(now, job, Date.parse(asOf)).tighter;
  if (!before) return [];
  const helps = (tries: readonly Try[]): Saver[] => {
    const changed = applyOps(job, opsOf(job, now.history, tries, asOf)).job;
    const { finish, usable, tighter } = forecastAt(assess(changed, kit, asOf), changed, Date.parse(asOf));
    const slackMin = tighter!.minutes.value;
    if (!(slackMin > before.minutes.value + WORTH_MIN)) return [];
    const name = tries.map((each, at) => (at === 0 ? each.name : lowerFirst(each.name))).join(" and ");
    const usableMs = usable ? { usableMs: usable.atMs } : {};
    return [{ name, finishMs: finish.atMs, ...usableMs, slackMin, ...whatIsTaken(tries) }];
  };
  const singles = triesFor(job, kit, asOf, now, before.promise)
    .flatMap((each) => helps([each]).map((saver) => ({ each, saver })))
    .sort((a, b) => b.saver.slackMin - a.saver.slackMin);
  const savers = singles.map(({ saver }) => saver);
  const bestOfKinds = singles
    .filter(({ each }, at) => singles.findIndex((other) => other.each.kind === each.kind) === at)
    .map(({ each }) => each);
  const together = bestOfKinds.length > 1 && !savers.some(({ slackMin }) => slackMin >= 0) ? helps(bestOfKinds) : [];
  return [...together, ...savers.slice(0, MOST_SHOWN)];
}

const lowerFirst = (name: string) => name.charAt(0).toLowerCase() + name.slice(1);

/** What is changed with one tap; what the owner has to be asked for is not. */
function whatIsTaken(tries: readonly Try[]): Pick<Saver, "ops" | "air"> {
  if (tries.some(({ ask }) => ask)) return {};
  const airs = tries.flatMap(({ air }) => air ?? []);
  return {
    ops: tries.flatMap(({ ops = [] }) => ops),
    ...(airs.length > 0 ? { air: Object.assign({}, ...airs) as DryingAir } : {}),
  };
}

/** Everything that may help: hands, a damp hand-back, less water, other air. */
function triesFor(
  job: Job,
  kit: Kit,
  asOf: string,
  { plan, history, order }: ReturnType<typeof assess>,
  promise: string,
): Try[] {
  const tried: Try[] = [];
  const people = job.choices.hands ?? 1;
  if (order.tasks.length > 1 && people < MOST_HANDS)
    tried.push({
      kind: "hands",
      name: people === 1 ? "A second pair of hands" : "One more pair of hands",
      ops: [setChoice("hands", people + 1)],
    });
  if (job.promises.handBackAt && !job.promises.dampHandBackAgreed && promise === "hand back")
    tried.push({
      kind: "promise",
      name: "The owner taking it back damp, if asked and agreed",
      ops: [setPromise("dampHandBackAgreed", true)],
      ask: true,
    });
  const wetter = Object.values(plan.zones).filter(
    ({ picked, schools }) =>
      picked === "extraction" && schools.some(({ school, allowed }) => school === "low-moisture" && allowed),
  );
  if (wetter.length > 0 && !history.done.some(({ action }) => action === "extract"))
    tried.push({
      kind: "water",
      name: "Low moisture in place of extraction",
      ops: wetter.map(({ view }) => setSchool(view.id, "low-moisture")),
    });
  for (const { way, name, air } of whatIf(job, kit, asOf).ways)
    if (way !== "as-it-is" && Object.keys(air).length > 0) tried.push({ kind: "air", name, air });
  return tried;
}

/** What a saver, or several tries together, change of a job. */
export const opsOf = (job: Job, history: History, tries: readonly Pick<Saver, "ops" | "air">[], asOf: string): Op[] =>
  tries.flatMap(({ ops = [], air }) => [...ops, ...(air ? airOps(job, history, air, "tried", asOf) : [])]);
