import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import { estimateOf, messageForOwner, USUAL_RATES } from "./estimate";

const NOW = "2026-05-04T09:00:00Z";
const [ferry] = demoJobs(new Date(NOW));
const estimate = (job: Job, cost = 2, rates = USUAL_RATES) => estimateOf(assess(job, USUAL_KIT, NOW), job, cost, rates);

describe("the estimate", () => {
  it("is a band around the plan, in whole fives, and moves with what is asked", () => {
    const { minutes, price } = estimate(ferry!);
    const planned = assess(ferry!, USUAL_KIT, NOW).plan.steps.reduce((sum, step) => sum + step.minutes.value, 0);
    expect(minutes.low.value).toBeCloseTo(planned * 0.9, 9);
    expect(minutes.high.value).toBeGreaterThan(planned * 1.25);
    // By hand: coming out 20, minutes at 45 an hour, product 2, down to a five.
    expect(price.low.value).toBe(Math.floor((20 + (minutes.low.value / 60) * 45 + 2) / 5) * 5);
    expect(price.high.value % 5).toBe(0);
    expect(estimate(ferry!, 2, { perHour: 90, callOut: 20 }).price.high.value).toBeGreaterThan(price.high.value);
    expect(estimate(ferry!, 200).price.low.value).toBeGreaterThan(price.low.value);
  });

  it("says what is not in it and what may stay, and all of it is in the message", () => {
    const job = structuredClone(ferry!);
    Object.assign(job.findings.byId, {
      burn: {
        kind: "damage",
        zoneId: job.zones.order[0],
        centre: { xMm: 10, yMm: 10 },
        size: { widthMm: 10, heightMm: 10 },
        damage: "burn",
      },
    });
    job.findings.order.push("burn");
    const told = estimate(job);
    expect(told.excluded.join(" ")).toContain("Burn on back: damage, no cleaning brings it back.");
    expect(told.risks.join(" ")).toMatch(/may not come out in full/);
    const message = messageForOwner(job, told, { handBack: "11:30", usable: "17:00", damp: true, currency: "GBP" });
    for (const line of [
      ...told.excluded,
      ...told.risks,
      "11:30, still damp",
      "usable 17:00",
      `£${told.price.low.value}.00 to £${told.price.high.value}.00`,
    ])
      expect(message).toContain(line);
    expect(message).not.toMatch(/undefined|NaN|Infinity/);
  });

  it("is nought where there is nothing to do", () => {
    const empty = { ...ferry!, zones: { byId: {}, order: [] }, findings: { byId: {}, order: [] } };
    expect(estimate(empty)).toMatchObject({ price: { low: { value: 0 }, high: { value: 0 } }, excluded: [] });
  });
});
