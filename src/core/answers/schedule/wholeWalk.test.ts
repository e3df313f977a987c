import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { planAnswerOf } from "@/core/answers/assess/planAnswer";
import type { RoleId } from "@/core/ground/catalog/roles";
import { standingOf } from "@/core/ground/pieces/standing";
import { partsOf } from "@/core/ground/pieces/templates";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job, Kit } from "@/core/job/schema";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { atLeast, runs } from "@/core/testing/runs";
import { scaledJob } from "@/core/testing/scaledJob";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { demoJobs } from "@/demo/jobs";
import { cardsOf } from "./runCards";
import { knownOf, orderOf } from "./order";
import { timesOf, type Order, type OrderTask } from "./times";

/** A whole job as somebody walks it. Common practice, no source, unless a line says otherwise. */

const NOW = "2026-05-04T08:00:00Z";
const assessed = (job: Job, kit: Kit = USUAL_KIT) => assess(job, kit, NOW, { ...quickly, order: inFull.order });
const demo = (id: string) => demoJobs(new Date(NOW)).find((job) => job.id === id)!;

const WET = ["presoak", "agent", "clean", "work", "towel-off", "rinse", "extract", "steam"];
/** From the top down, as the trade says it: nothing of this is taken from the program. */
const TOP_DOWN: readonly (readonly RoleId[])[] = [
  ["headliner"],
  ["door-cloth"],
  ["headrest", "back", "airbag-bolster", "bolster", "base", "crevice", "arm"],
  ["footwell", "under-seat", "boot"],
  ["mat"],
];
const levelOf = (role: RoleId) => TOP_DOWN.findIndex((roles) => roles.includes(role));

/** Wet tasks on a zone, by their place in the order. */
const wetOn = ({ tasks }: Order, zoneId: string) =>
  [...tasks.keys()].filter((at) => WET.includes(tasks[at]!.step.action) && tasks[at]!.step.zoneIds.includes(zoneId));

/** The row and side of a part of a cabin of two and three seats, as its id says; none for a seat between others. */
function doorOf({ zone: { part } }: ZoneView): string | undefined {
  const [, row, rest] = /^r(\d)-(.*)$/.exec(part) ?? [];
  const seat = /^(?:s|belt-)(\d)/.exec(rest ?? "")?.[1];
  const side =
    seat === undefined ? rest?.match(/left|right/)?.[0] : { 1: "left", [row === "1" ? 2 : 3]: "right" }[seat];
  return side && `${row} ${side}`;
}

describe("where one stands", () => {
  const cabin = { template: "cabin", rows: [2, 3] } as const;
  const at = (part: string) => {
    const its = partsOf(cabin).find((each) => each.part === part)!;
    return standingOf(cabin, part, its.role, its.corners);
  };

  it.each([
    ["r1-s1-base", "front left"],
    ["r1-foot-left", "front left"],
    ["r1-door-left", "front left"],
    ["r1-s2-back", "front right"],
    ["r2-s1-base", "second row left"],
    ["r2-belt-3", "second row right"],
    ["boot", "boot"],
    ["headliner", "front left"],
    ["r1-mat-left", "mats"],
  ])("a place of a cabin is an open door: %s is reached from %s", (part, place) => {
    expect(at(part).place).toBe(place);
  });

  it("what was drawn by hand is reached from where the nearest part is", () => {
    const boot = partsOf(cabin).find(({ part }) => part === "boot")!;
    expect(standingOf(cabin, "own-1", "field", boot.corners).place).toBe("boot");
  });

  it("a flight goes from the top down, a room from the far end to the door", () => {
    const far = (template: "stairs" | "carpet" | "room", part: string) => {
      const its = partsOf({ template }).find((each) => each.part === part)!;
      return standingOf({ template }, part, its.role, its.corners).farMm!;
    };
    expect(far("stairs", "tread-1")).toBeGreaterThan(far("stairs", "tread-12"));
    expect(far("carpet", "field-3")).toBeGreaterThan(far("carpet", "field-2"));
    expect(far("carpet", "field-2")).toBeGreaterThan(far("carpet", "field-1"));
    expect(far("room", "field-1")).toBeGreaterThan(far("room", "door-1"));
  });
});

/** Any job, and cabins more often than chance would have them. */
const jobs = fc.oneof(
  {
    weight: 2,
    arbitrary: arbitraryJobFile.map(({ job, kit }) => ({ job: { ...job, events: [] } as Job, kit: kit ?? USUAL_KIT })),
  },
  {
    weight: 1,
    arbitrary: fc.integer({ min: 4, max: 40 }).map((zones) => ({ job: scaledJob(zones, "mixed"), kit: USUAL_KIT })),
  },
);

describe("the walk of a job", () => {
  it("goes from the top down, from far to near, and nobody kneels in what is wet", () => {
    let compared = 0;
    fc.assert(
      fc.property(jobs, ({ job, kit }) => {
        const { order, plan } = assessed(job, kit);
        const views = Object.values(plan.zones).map(({ view }) => view);
        for (const upper of views)
          for (const lower of views) {
            if (upper.piece !== lower.piece || upper.piece.template !== "cabin") continue;
            const [above, below] = [levelOf(upper.role), levelOf(lower.role)];
            if (above < 0 || above >= below || below === levelOf("mat")) continue;
            const door = doorOf(upper);
            if (upper.role !== "headliner" && (!door || door !== doorOf(lower))) continue;
            const [last, first] = [wetOn(order, upper.id).at(-1), wetOn(order, lower.id)[0]];
            if (last === undefined || first === undefined) continue;
            compared += 1;
            expect([upper.name, lower.name, last < first]).toEqual([upper.name, lower.name, true]);
          }
      }),
      { numRuns: runs(300, 40), endOnFailure: true },
    );
    expect(compared).toBeGreaterThanOrEqual(atLeast(300, 20));
  });

  it("loses no step, and keeps the order on every zone", () => {
    fc.assert(
      fc.property(jobs, ({ job, kit }) => {
        const { order, plan } = assessed(job, kit);
        const parts = (of: readonly { step: OrderTask["step"] }[]) =>
          of.flatMap(({ step }) => (step.zoneIds.length > 0 ? step.zoneIds : [""]).map((id) => `${step.key} ${id}`));
        expect(parts(order.tasks).sort()).toEqual(parts(plan.steps.map((step) => ({ step }))).sort());
        for (const zoneId of Object.keys(plan.zones)) {
          const on = (steps: readonly OrderTask["step"][]) =>
            steps.filter(({ zoneIds }) => zoneIds.includes(zoneId)).map(({ key }) => key);
          expect(on(order.tasks.map(({ step }) => step))).toEqual(on(plan.steps));
        }
        const onCards = cardsOf(order).flatMap(({ tasks }) => tasks);
        expect(onCards.sort((a, b) => a - b)).toEqual([...order.tasks.keys()]);
      }),
      { numRuns: runs(150, 30), endOnFailure: true },
    );
  });

  it("what was next stays next when it was done as planned", () => {
    let [kept, steps] = [0, 0];
    for (const id of ["demo-ferry", "demo-settee", "demo-van", "demo-cabin"]) {
      let job = demo(id);
      let nowMs = Date.parse(NOW);
      let before = assessed(job).order;
      for (let done = 0; before.tasks.length > 1; done++) {
        const [first, second] = before.tasks as [OrderTask, OrderTask];
        nowMs = timesOf(before, nowMs)[0]!.endMs;
        const at = new Date(nowMs).toISOString();
        job = { ...job, events: [...job.events, doneOf(first.step, { id: `d${done}`, at })] };
        const known = knownOf(before);
        const asKnown = {
          ...quickly,
          order: (...of: Parameters<typeof inFull.order>) => orderOf(...of, undefined, known),
        };
        const next = assess(job, USUAL_KIT, at, asKnown).order;
        steps += 1;
        const same = next.tasks[0]?.step;
        if (same?.key === second.step.key && same.zoneIds.join() === second.step.zoneIds.join()) kept += 1;
        before = next;
      }
    }
    expect(steps).toBeGreaterThan(100);
    expect(kept / steps).toBeGreaterThan(0.95);
  });

  it.each([
    ["demo-ferry", 4],
    ["demo-settee", 6],
    ["demo-hall", 4],
    ["demo-van", 16],
    ["demo-cabin", 20],
  ])("%s changes place at most %i times once the dry work is done", (id, most) => {
    const places = assessed(demo(id)).order.tasks.flatMap(({ allOver, place }) => (allOver ? [] : [place]));
    expect(places.filter((place, at) => at > 0 && place !== places[at - 1]).length).toBeLessThanOrEqual(most);
  });
});

describe("the run sheet of the planning answer", () => {
  it("tells every step by place and card, in minutes from the moment of the file", () => {
    for (const job of demoJobs(new Date(NOW))) {
      const assessment = assess(job, USUAL_KIT, NOW);
      const { runSheet, plan, forecast } = planAnswerOf(assessment, job, NOW);
      const lines = runSheet.cards.flatMap((card) => card.lines);
      expect(new Set(lines.map(({ stepKey }) => stepKey))).toEqual(new Set(plan.steps.map(({ key }) => key)));
      for (const { place, title, lines: its, minutes } of runSheet.cards) {
        expect(title.startsWith(`${place}: `)).toBe(true);
        expect(its.length).toBeGreaterThan(0);
        expect(its.reduce((sum, { startsMin, endsMin }) => sum + endsMin - startsMin, 0)).toBeCloseTo(minutes, 2);
      }
      expect(lines.every(({ startsMin, endsMin }) => startsMin >= 0 && endsMin >= startsMin)).toBe(true);
      expect(Math.max(...lines.map(({ endsMin }) => endsMin))).toBeLessThanOrEqual(forecast.handsDone.value + 0.1);
      // Steps stand in the order in which they are begun.
      const begun = plan.steps.map(({ key }) => lines.findIndex(({ stepKey }) => stepKey === key));
      expect(begun.filter((at, index) => index > 0 && at < begun[index - 1]!).length).toBeLessThanOrEqual(
        begun.length / 5,
      );
    }
  });
});
