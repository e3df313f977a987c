import { record, setFastness, type ClothOwner } from "@/core/job/change";
import type { Assessment } from "@/core/answers/assess/assess";
import { applyOps, type Op } from "@/core/job/commands";
import type { Job, Kit } from "@/core/job/schema";
import { learntOf } from "@/core/answers/ledger/learnt";
import { isDue, taskAt, timesOf, type Order } from "@/core/answers/schedule/times";
import { doneOf, startOf, type Correction } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { guardLeftMs } from "./guards";

export const startOps = (step: Step, by: number, at = nowIso()): Op[] => [
  record(startOf(step, { id: newId(), at, by })),
];

/** What is due within this goes on without another tap. */
const AT_ONCE_MS = 20_000;

/**
 * Records a step as done, as planned or as corrected, and starts what comes next for these hands, unless it has to wait.
 * @param by which pair of hands
 * @param orderAfter asks the planner for the order of the job with this in it
 */
export async function doneOps(
  job: Job,
  assessment: Assessment,
  kit: Kit,
  step: Step,
  by: number,
  correction: Correction,
  startedAt: string | undefined,
  orderAfter: (job: Job, at: string) => Promise<Order>,
): Promise<Op[]> {
  const at = nowIso();
  // A white cloth that stayed white proves each agent that was not told to have run.
  const owners = uniqueOwners(step.zoneIds.map((id) => assessment.plan.zones[id]!.view.clothOwner));
  const proofs = (step.proves ?? []).flatMap((agent) => owners.map((owner) => setFastness(owner, agent, 5)));
  const ops: Op[] = [
    record(doneOf(step, { id: newId(), at, by }, correction, startedAt, learntOf(step, assessment, kit, job.site))),
    ...proofs,
  ];
  return [...ops, ...(await nextOps(applyOps(job, ops).job, by, at, orderAfter))];
}

/** What comes next for these hands begins, unless it has to wait. */
async function nextOps(
  job: Job,
  by: number,
  at: string,
  orderAfter: (job: Job, at: string) => Promise<Order>,
): Promise<Op[]> {
  // What was done is recorded whatever the planner makes of it; without an order nothing begins by itself.
  const order = await orderAfter(job, at).catch(() => undefined);
  if (!order) return [];
  const next = taskAt(order, by);
  const nowMs = Date.parse(at);
  const due =
    next >= 0 &&
    !order.tasks[next]!.running &&
    isDue(order, next, timesOf(order, nowMs)[next]!, nowMs + AT_ONCE_MS) &&
    guardLeftMs(order.tasks[next]!.after ?? []) <= AT_ONCE_MS;
  return due ? startOps(order.tasks[next]!.step, by, at) : [];
}

/**
 * Records lines of a card as done as planned, each when it would have ended had all of it gone as evenly as planned.
 * @param lines tasks of the order, one after another
 */
export async function cardDoneOps(
  job: Job,
  assessment: Assessment,
  kit: Kit,
  lines: readonly number[],
  by: number,
  orderAfter: (job: Job, at: string) => Promise<Order>,
): Promise<Op[]> {
  const { order } = assessment;
  const at = nowIso();
  const nowMs = Date.parse(at);
  const startedAt = order.tasks[lines[0]!]!.running?.at;
  const beganMs = startedAt ? Date.parse(startedAt) : nowMs;
  const times = timesOf(order, beganMs);
  const plannedMs = Math.max(1, times[lines.at(-1)!]!.endMs - beganMs);
  const whenIso = (ms: number) =>
    new Date(beganMs + Math.min(1, Math.max(0, (ms - beganMs) / plannedMs)) * (nowMs - beganMs)).toISOString();
  const ops = lines.map((line) => {
    const { step } = order.tasks[line]!;
    const { startMs, endMs } = times[line]!;
    return record(
      doneOf(
        step,
        { id: newId(), at: whenIso(endMs), by },
        {},
        // Nobody said when it began: nothing is learnt of how long it took.
        startedAt && whenIso(startMs),
        learntOf(step, assessment, kit, job.site),
      ),
    );
  });
  return [...ops, ...(await nextOps(applyOps(job, ops).job, by, at, orderAfter))];
}

const uniqueOwners = (owners: readonly ClothOwner[]) => [
  ...new Map(owners.map((owner) => [JSON.stringify(owner), owner])).values(),
];
