import { assess, inFull, quickly } from "../../src/core/answers/assess/assess";
import { walkerOf } from "../../src/core/answers/schedule/order";
import { taskName } from "../../src/core/answers/schedule/steps";
import { USUAL_KIT } from "../../src/core/job/kit";
import type { Job, Kit } from "../../src/core/job/schema";
import type { Pacer } from "../../src/core/models/walk/pacing";
import { costOf, type Walked } from "../../src/core/models/walk/turns";
import { provedWalk } from "../../src/core/testing/provedWalk";
import { scaledJob } from "../../src/core/testing/scaledJob";
import { tradeJob } from "../../src/core/testing/tradeJob";
import fc from "fast-check";

/** Random jobs walked: ours, the plan's own order, and whatever is nearest first; small ones against the best there is. */

const NOW = "2026-05-04T08:00:00Z";
const JOBS = 60;
/** Cabins of so many parts and up. */
const [CABINS, SMALLEST, LARGEST] = [20, 6, 66];
const MOST_SECTIONS = 9;
const FULL_CABIN = 66;

/** Means over jobs. */
interface Walks {
  endMin: number;
  carryMin: number;
  idleMin: number;
  moves: number;
  /** Jobs where something dries out. */
  late: number;
}

const jobs = (): { job: Job; kit: Kit }[] => [
  ...Array.from({ length: CABINS }, (_, at) => ({
    job: scaledJob(SMALLEST + Math.round((at * (LARGEST - SMALLEST)) / (CABINS - 1)), "mixed", at % 2),
    kit: USUAL_KIT,
  })),
  ...fc.sample(tradeJob, { numRuns: JOBS - CABINS, seed: 35 }),
];

/** Whatever may come next and is nearest, in the order of the plan where several are. */
function nearestFirst(pacer: Pacer): Walked {
  const { turns } = pacer.problem;
  const waitsFor = turns.map((_, turn) => pacer.into[turn]!.length);
  const sequence: number[] = [];
  pacer.begin();
  while (sequence.length < turns.length) {
    let best = -1;
    let least = Infinity;
    turns.forEach((_, turn) => {
      if (waitsFor[turn] !== 0) return;
      const { carry } = pacer.next(turn);
      if (carry < least - 1e-9) [best, least] = [turn, carry];
    });
    pacer.take(best, pacer.next(best));
    sequence.push(best);
    waitsFor[best] = -1;
    for (const { to } of pacer.outOf[best]!) waitsFor[to]! -= 1;
  }
  return pacer.paced(sequence);
}

const workOf = (pacer: Pacer) => pacer.problem.turns.reduce((sum, { minutes }) => sum + minutes, 0);

function meanOf(walks: readonly { pacer: Pacer; walked: Walked }[]): Walks {
  const mean = (of: (each: { pacer: Pacer; walked: Walked }) => number) =>
    walks.reduce((sum, each) => sum + of(each), 0) / walks.length;
  return {
    endMin: mean(({ walked }) => walked.endMin),
    carryMin: mean(({ walked }) => walked.carryMin),
    idleMin: mean(({ pacer, walked }) => walked.endMin - walked.carryMin - workOf(pacer)),
    moves: mean(({ walked }) => walked.moves),
    late: walks.filter(({ walked }) => walked.lateMin > 1e-6).length,
  };
}

export function walkedJobs() {
  const ours: { pacer: Pacer; walked: Walked }[] = [];
  const planOrder: typeof ours = [];
  const nearest: typeof ours = [];
  let [proved, small, over] = [0, 0, 0];
  for (const { job, kit } of jobs()) {
    const planned = assess(job, kit, NOW, quickly);
    const pacer = walkerOf(job, planned, kit, NOW);
    if (pacer.problem.turns.length === 0) continue;
    const { order } = assess(job, kit, NOW, { ...quickly, order: inFull.order });
    const at = new Map(pacer.problem.turns.map(({ id }, turn) => [id, turn]));
    const sequence = order.tasks.map(({ step }) => at.get(taskName(step))!);
    const walked = pacer.paced(sequence);
    ours.push({ pacer, walked });
    planOrder.push({ pacer, walked: pacer.paced([...pacer.problem.turns.keys()]) });
    nearest.push({ pacer, walked: nearestFirst(pacer) });
    const sections = new Set(order.tasks.flatMap(({ allOver, step }) => (allOver ? [] : [step.zoneIds.join("+")])))
      .size;
    if (sections > MOST_SECTIONS) continue;
    small += 1;
    const best = provedWalk(pacer, walked);
    if (!best) continue;
    proved += 1;
    over += costOf(walked) / costOf(best) - 1;
  }
  const cabin = scaledJob(FULL_CABIN, "mixed", 0);
  const times = Array.from({ length: 9 }, () => {
    const from = performance.now();
    assess(cabin, USUAL_KIT, NOW);
    return performance.now() - from;
  }).sort((a, b) => a - b);
  return {
    ours: meanOf(ours),
    planOrder: meanOf(planOrder),
    nearest: meanOf(nearest),
    overProvedPct: (100 * over) / Math.max(1, proved),
    proved,
    small,
    planMs: times[Math.floor(times.length / 2)]!,
  };
}
