import { describe, expect, it } from "vitest";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { formatQuantity } from "@/core/ground/quantity/format";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job, Zone } from "@/core/job/schema";
import { demoJobs } from "@/demo/jobs";
import { breathOf, cardMinutes, cardsOf, chunksOf, doneTogether, placeName } from "./runCards";
import { timesOf } from "./times";

/** Cards of a run sheet: few, each of one place or two worked in turn, every line on one of them. Common practice, no source. */

const NOW = "2026-05-04T08:00:00Z";
let next = 0;
const cabin = (soil: Zone["soil"]): Job => {
  const job = jobFromTemplate("cabin", () => `c${next++}`, NOW, {});
  const zones = Object.entries(job.zones.byId).map(([id, zone]) => [id, { ...zone, soil }]);
  return {
    ...job,
    id: `cabin ${soil}`,
    zones: { ...job.zones, byId: Object.fromEntries(zones) as Job["zones"]["byId"] },
  };
};
const orderOf = (job: Job) => assess(job, USUAL_KIT, NOW, { ...quickly, order: inFull.order }).order;
const ORDERS = [...demoJobs(new Date(NOW)), cabin("moderate"), cabin("heavy")].map(
  (job) => [job.id, orderOf(job)] as const,
);

describe("cards of a run sheet", () => {
  it.each(ORDERS)("%s: at most 20, no line lost, none said twice, times in turn", (_, order) => {
    const cards = cardsOf(order);
    expect(cards.length).toBeLessThanOrEqual(20);
    expect(cards.flatMap(({ tasks }) => tasks).sort((a, b) => a - b)).toEqual(order.tasks.map((_task, at) => at));
    expect(cards.every(({ tasks }) => tasks.length > 0)).toBe(true);
    const starts = cards.map(({ tasks }) => timesOf(order, Date.parse(NOW))[tasks[0]!]!.startMs);
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    for (const card of cards) {
      const hands = card.tasks.reduce((sum, at) => sum + order.tasks[at]!.step.minutes.value, 0);
      expect(cardMinutes(order, card).value).toBeCloseTo(hands, 6);
      expect(card.minutes).toBeCloseTo(hands, 6);
      // Every line is said, once.
      const said = chunksOf(order, card).flatMap(({ blocks }) =>
        blocks.map(({ lines, times }) => lines.length * times),
      );
      expect(said.reduce((sum, lines) => sum + lines, 0)).toBeLessThanOrEqual(card.tasks.length);
      expect(card.places.length).toBeLessThanOrEqual(2);
    }
  });

  it("dry work comes first on one card, closing last on one", () => {
    const order = orderOf(cabin("moderate"));
    const names = cardsOf(order).map((card) => placeName(order, card));
    expect(names.filter((name) => name.startsWith("All over"))).toEqual(["All over, dry first", "All over, last"]);
    expect([names[0], names.at(-1)]).toEqual(["All over, dry first", "All over, last"]);
  });

  it("is read in one breath: rounds that are alike are said once, with how often", () => {
    const order = orderOf(cabin("moderate"));
    const say = (of: Parameters<typeof formatQuantity>[0]) => formatQuantity(of, "metric");
    for (const card of cardsOf(order)) expect(breathOf(order, card, say).length).toBeLessThan(420);
    const mats = cardsOf(order).find((card) => placeName(order, card).includes("utside"))!;
    expect(breathOf(order, mats, say)).toMatch(
      /^pre-spray [\d.]+ mL, dwell [\d.]+ min, agitate, towel dry, (twice|three times)/,
    );
  });

  it("one tap records a card up to the first line that asks something, guards a person or is waited out", () => {
    const order = orderOf(demoJobs(new Date(NOW)).find(({ id }) => id === "demo-van")!);
    const [dry, ...others] = cardsOf(order);
    const together = doneTogether(order, dry!, dry!.tasks[0]!);
    expect(together.length).toBeGreaterThan(0);
    expect(together.length).toBeLessThan(dry!.tasks.length);
    expect(order.tasks[dry!.tasks[together.length]!]!.step.action).toBe("take-out");
    const wet = others.find(({ tasks }) => tasks.length > 2)!;
    expect(doneTogether(order, wet, wet.tasks[1]!)).toEqual(wet.tasks.slice(1));
    // A contact time is waited out, and what follows it is another tap.
    const disinfected = order.tasks.map((task, at) =>
      at === wet.tasks[1] ? { ...task, step: { ...task.step, agent: "disinfectant" as const } } : task,
    );
    expect(doneTogether({ ...order, tasks: disinfected }, wet, wet.tasks[0]!)).toEqual([wet.tasks[0]]);
    const asks = order.tasks.findIndex(({ step }) => step.action === "fastness-check");
    expect(doneTogether(order, dry!, asks)).toEqual([]);
  });
});
