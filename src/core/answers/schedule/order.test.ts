import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { runByClock, type Ran } from "@/core/testing/workedOut";
import { isWaitedOut, POWERED_ACTIONS } from "@/core/ground/catalog/actions";
import type { Step } from "@/core/judgement/treatment/step/step";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { entered } from "@/core/ground/sums/working";
import { orderOf, searchedOn, soonerOrders, type Known } from "./order";
import { finishMs, taskAt, timesOf, type Order } from "./times";
import { runs } from "@/core/testing/runs";

/** A job worked by the clock: hands go on elsewhere while a dwell runs, and what was done is never planned again. */

const NOW = "2026-05-04T08:00:00Z";
const jobs = demoJobs(new Date(NOW));
const hall = jobs.find(({ id }) => id === "demo-hall")!;
const cabin = jobs.find(({ id }) => id === "demo-cabin")!;
const van = jobs.find(({ id }) => id === "demo-van")!;
const orderAt = (job: Job, at: string) => assess(job, USUAL_KIT, at, { ...quickly, order: inFull.order }).order;
const MINUTE_MS = 60_000;

/** What is wrong with a run, seen from outside: cut or dried-out dwells, two things at once, the order on one cloth. */
function wrongWith(ran: readonly Ran[]): string[] {
  const wrong: string[] = [];
  const byStart = [...ran].sort((a, b) => a.startMs - b.startMs);
  byStart.forEach((each, at) => {
    const { step } = each;
    for (const other of byStart.slice(at + 1)) {
      if (other.hands === each.hands && other.startMs < each.endMs - 1)
        wrong.push(`${step.title} and ${other.step.title} by the same hands`);
      if (other.startMs < each.endMs - 1 && other.step.zoneIds.some((id) => step.zoneIds.includes(id)))
        wrong.push(`${step.title} and ${other.step.title} on the same cloth`);
    }
    if (!step.dwell || isWaitedOut(step.action)) return;
    for (const zoneId of step.zoneIds) {
      const next = byStart.find(({ startMs, step: { zoneIds } }) => startMs >= each.endMs && zoneIds.includes(zoneId));
      if (!next) continue;
      const waited = (next.startMs - each.endMs) / MINUTE_MS;
      if (waited < step.dwell.min.value - 1e-3) wrong.push(`${step.title} on ${zoneId} cut after ${waited} min`);
      if (step.dwell.max && waited > step.dwell.max.value + 1 && next.broken.length === 0 && each.broken.length === 0)
        wrong.push(`${step.title} on ${zoneId} dried out after ${waited} of ${step.dwell.max.value} min`);
    }
  });
  return wrong;
}

describe("a run by the clock", () => {
  it.each(jobs.map((job) => [job.id, job] as const))(
    "%s: keeps every dwell, works every step once, and is done when it was foretold",
    (_, job) => {
      const { ran, firstOrder } = runByClock(job, USUAL_KIT, NOW);
      expect(wrongWith(ran)).toEqual([]);
      const parts = (each: { step: { key: string; zoneIds: string[] } }[]) =>
        each.flatMap(({ step }) => step.zoneIds.map((id) => `${step.key} ${id}`)).sort();
      // Proofs that come out well change nothing; every part that was planned is done, none twice.
      expect(parts(ran)).toEqual(parts(firstOrder.tasks));
      const foretold = finishMs(firstOrder, timesOf(firstOrder, Date.parse(NOW)), Date.parse(NOW));
      expect(ran.at(-1)!.endMs).toBeLessThanOrEqual(foretold + MINUTE_MS);
    },
  );

  it("panels of different cleaners do not wait for one another's towel, and what was worked in is lifted at once", () => {
    const { ran } = runByClock(van, USUAL_KIT, NOW);
    const cleans = ran.filter(({ step }) => step.action === "clean" && step.dwell?.max);
    expect(cleans.length).toBeGreaterThanOrEqual(3);
    expect(ran.every(({ broken }) => broken.length === 0)).toBe(true);
    for (const { step, endMs } of ran.filter((each) => each.step.action === "work")) {
      const lift = ran.find(
        ({ startMs, step: next }) => startMs >= endMs && next.zoneIds.some((id) => step.zoneIds.includes(id)),
      );
      expect(["towel-off", "extract"]).toContain(lift?.step.action);
      expect(lift!.startMs - endMs).toBeLessThanOrEqual(3 * MINUTE_MS + 1);
    }
  });

  it("two pairs of hands are done sooner, work side by side, and share what there is one of", () => {
    const alone = runByClock(hall, USUAL_KIT, NOW);
    const two = runByClock({ ...hall, choices: { ...hall.choices, hands: 2 } }, USUAL_KIT, NOW);
    expect(wrongWith(two.ran)).toEqual([]);
    expect(two.ran.at(-1)!.endMs).toBeLessThan(alone.ran.at(-1)!.endMs);
    expect(new Set(two.ran.map(({ hands }) => hands))).toEqual(new Set([1, 2]));
    const machines = two.ran.filter(({ step }) => POWERED_ACTIONS.includes(step.action));
    for (const a of machines)
      for (const b of machines)
        if (a !== b && a.step.tool === b.step.tool)
          expect(a.startMs >= b.endMs - 1 || b.startMs >= a.endMs - 1).toBe(true);
  });

  it("goes on from what happened: a late step moves the rest and nothing else, and what runs stays first", () => {
    const { ran, job, firstOrder } = runByClock(hall, USUAL_KIT, NOW, ({ action }) => (action === "clean" ? 1.6 : 1));
    expect(wrongWith(ran)).toEqual([]);
    expect(job.events.filter(({ kind }) => kind === "done")).toHaveLength(firstOrder.tasks.length);
    const half = { ...job, events: job.events.slice(0, 7) };
    const last = half.events.at(-1)!;
    expect(last.kind).toBe("start");
    const order = orderAt(half, last.at);
    expect(order.tasks[taskAt(order, 1)]!.running?.id).toBe(last.id);
    const before = timesOf(order, Date.parse(last.at));
    const over = before[0]!.endMs + 9 * MINUTE_MS;
    const after = timesOf(order, over);
    expect(after[0]!.endMs).toBe(over);
    expect(finishMs(order, after, over) - finishMs(order, before, Date.parse(last.at))).toBeLessThanOrEqual(
      9 * MINUTE_MS + 1,
    );
  });

  it("keeps all of that for any job, at any pace, by one to three pairs of hands, and comes to an end", () => {
    fc.assert(
      fc.property(
        arbitraryJobFile,
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(0.7, 1, 1.4),
        ({ job, kit }, hands, pace) => {
          const { ran } = runByClock(
            { ...job, events: [], choices: { ...job.choices, hands } },
            kit ?? USUAL_KIT,
            NOW,
            () => pace,
          );
          // Off the plan nothing can be promised of the longest wait; it is never cut all the same.
          expect(wrongWith(ran).filter((words) => pace === 1 || !words.includes("dried out"))).toEqual([]);
        },
      ),
      { numRuns: runs(25), endOnFailure: true },
    );
  });

  it("orders all the same what cannot be kept: a cleaner put on before solvent airs elsewhere is named, and nothing is dropped", () => {
    const { plan, history } = assess(jobs[0]!, USUAL_KIT, NOW, quickly);
    const [z1, z2] = jobs[0]!.zones.order as [string, string];
    const step = (key: string, zoneId: string, more: Partial<Step>): Step => ({
      ...plan.steps[0]!,
      key,
      zoneIds: [zoneId],
      minutes: entered("hands-on", 4, "min"),
      waterOnLPerM2: 0,
      dwell: undefined,
      agent: undefined,
      title: key,
      ...more,
    });
    const minutes = (value: number) => entered("wait", value, "min");
    const steps = [
      step("clean:", z1, { action: "clean", dwell: { min: minutes(5), max: minutes(10) } }),
      step("solvent:", z2, { action: "agent", agent: "solvent" }),
      step("air:", z2, { action: "air", dwell: { min: minutes(30) } }),
      step("towel:", z1, { action: "towel-off" }),
    ];
    const order = orderOf(jobs[0]!, { plan: { ...plan, steps }, history }, USUAL_KIT, NOW);
    expect(order.tasks.map(({ step: { key } }) => key)).toEqual(["clean:", "solvent:", "air:", "towel:"]);
    expect(order.broken).toEqual([expect.stringMatching(/clean: dwells longer than it may/)]);
    const times = timesOf(order, Date.parse(NOW));
    expect(times[3]!.startMs).toBeGreaterThanOrEqual(times[2]!.endMs + 30 * MINUTE_MS);
  });

  it("a dwell that runs is waited out from when it was put on, whatever was planned since", () => {
    const { job } = runByClock(hall, USUAL_KIT, NOW);
    const put = job.events.findIndex((event) => event.kind === "done" && event.dwellMaxMin !== undefined);
    const half = { ...job, events: job.events.slice(0, put + 1) };
    const event = half.events[put]!;
    const order = orderAt(half, event.at);
    const waiting = order.tasks.findIndex(({ after }) => after?.some(({ id }) => id === event.id));
    const { readyMs, closesMs, startMs } = timesOf(order, Date.parse(event.at))[waiting]!;
    expect(readyMs - Date.parse(event.at)).toBeCloseTo((event as { dwellMinMin: number }).dwellMinMin * MINUTE_MS, 0);
    expect(startMs).toBeLessThanOrEqual(closesMs!);
    // An hour later it has dried out: it comes first, and the rest is ordered all the same.
    const late = new Date(Date.parse(event.at) + 60 * MINUTE_MS).toISOString();
    const [first] = orderAt(half, late).tasks;
    expect(first!.after?.map(({ id }) => id)).toContain(event.id);
  });
});

describe("a better order, looked for in idle time", () => {
  const planned = assess(cabin, USUAL_KIT, NOW, quickly);
  const search = (known?: Known): Known | undefined => {
    let found: Known | undefined;
    let tries = 0;
    for (const better of soonerOrders(cabin, planned, USUAL_KIT, NOW, known)) {
      found = better ?? found;
      if (++tries >= 300) break;
    }
    return found;
  };
  const known = search()!;
  const usual = orderOf(cabin, planned, USUAL_KIT, NOW);
  const sooner = orderOf(cabin, planned, USUAL_KIT, NOW, undefined, known);
  const endMin = (order: Order) => Math.max(...timesOf(order, 0).map(({ endMs }) => endMs)) / MINUTE_MS;

  it("is over minutes sooner, says by how many, and loses no step", () => {
    expect(sooner.sooner!.wasMin - sooner.sooner!.isMin).toBeGreaterThanOrEqual(1);
    expect(endMin(usual) - endMin(sooner)).toBeCloseTo(sooner.sooner!.wasMin - sooner.sooner!.isMin, 3);
    const keys = (order: Order) => order.tasks.map(({ step }) => `${step.key} ${step.zoneIds.join()}`).sort();
    expect(keys(sooner)).toEqual(keys(usual));
    expect(usual.sooner).toBeUndefined();
    // What is on the screen now stays there.
    expect(sooner.tasks[0]!.step.key).toBe(usual.tasks[0]!.step.key);
  });

  it("is not looked for again where what it rests on is the same, and is where a step was done or soil changed", () => {
    const on = (job: Job, at = NOW) => searchedOn(job, assess(job, USUAL_KIT, at, quickly), USUAL_KIT, at);
    const { zones } = cabin;
    const worse = Object.fromEntries(
      Object.entries(zones.byId).map(([id, zone]) => [id, zone.soil ? { ...zone, soil: "caked" as const } : zone]),
    );
    const done = doneOf(usual.tasks[0]!.step, { id: "one", at: NOW });
    expect(
      [
        on({ ...cabin, title: "Another", customer: "Another" }),
        on(cabin, "2026-05-04T08:01:00Z"),
        on({ ...cabin, zones: { ...zones, byId: worse } }),
        on({ ...cabin, events: [...cabin.events, done] }),
        on({ ...cabin, choices: { ...cabin.choices, hands: 2 } }),
      ].map((each) => each === on(cabin)),
    ).toEqual([true, true, false, false, false]);
  });

  it("cuts no dwell and lets nothing dry out", () => {
    const times = timesOf(sooner, 0);
    for (const { from, to, minMin, maxMin = Infinity } of sooner.arcs) {
      const waited = (times[to]!.startMs - times[from]!.endMs) / MINUTE_MS;
      expect(waited).toBeGreaterThanOrEqual(minMin - 1e-6);
      expect(waited).toBeLessThanOrEqual(maxMin + 1e-6);
    }
  });

  it("is kept to by the plan after the next tap, and by nothing that asks without it", () => {
    const { step } = sooner.tasks[0]!;
    const at = new Date(Date.parse(NOW) + 10 * MINUTE_MS).toISOString();
    const job = { ...cabin, events: [...cabin.events, doneOf(step, { id: "one", at })] };
    const after = assess(job, USUAL_KIT, at, quickly);
    const kept = orderOf(job, after, USUAL_KIT, at, undefined, known);
    const anew = orderOf(job, after, USUAL_KIT, at);
    expect(endMin(kept)).toBeLessThanOrEqual(endMin(anew));
    const list = ({ tasks }: Order) => tasks.map((task) => task.step.title + task.step.zoneIds.join());
    expect(list(kept)).toEqual(list(sooner).slice(1));
  });
});
