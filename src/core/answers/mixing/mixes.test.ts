import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { demoJobs } from "@/demo/jobs";
import { checkJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import type { Job } from "@/core/job/schema";

const NOW = new Date("2026-05-04T09:00:00Z");
const [ferry, settee, hall] = demoJobs(NOW) as [Job, Job, Job];
const assessed = (job: Job) => assess(job, USUAL_KIT, NOW.toISOString());

describe("bottles for a job", () => {
  it("mixes enough for every step that uses the agent, with a little spare, and never stronger than planned", () => {
    for (const job of [ferry, settee, hall]) {
      const { mixes, plan } = assessed(job);
      expect(mixes.length).toBeGreaterThan(0);
      for (const { agent, wanted, marked, fills, partsWater, bottleMl } of mixes) {
        const needed = plan.steps
          .filter((step) => step.agent === agent)
          .reduce((sum, { amountMl }) => sum + (amountMl?.value ?? 0), 0);
        expect(wanted.value).toBeCloseTo(needed * 1.1, 6);
        expect(marked.total.value * fills).toBeGreaterThanOrEqual(wanted.value - 1e-6);
        expect(marked.partsWater).toBeGreaterThanOrEqual(partsWater.value - 1e-9);
        expect(marked.total.value).toBeLessThanOrEqual(bottleMl + 1e-9);
      }
    }
  });

  it("never mixes a disinfectant under its label, and the rest never over it by a tenth", () => {
    const zones = hall.zones.order;
    const { mixes } = assessed({ ...hall, choices: { ...hall.choices, disinfect: zones } });
    const { marked } = mixes.find(({ agent }) => agent === "disinfectant")!;
    expect(marked.partsWater).toBeLessThanOrEqual(128);
    // 5 mL in 600 mL, not 5 mL in 250 mL.
    expect(marked.partsWater).toBeGreaterThan(128 / 1.1 - 1);
    for (const { agent, marked: other, partsWater } of mixes)
      if (agent !== "disinfectant") expect(other.partsWater + 1).toBeLessThanOrEqual((partsWater.value + 1) * 1.12);
    // Four millilitres are no amount: 5 mL in the next larger bottle.
    const rinse = assessed(ferry).mixes.find(({ agent }) => agent === "acid-rinse")!;
    expect([rinse.bottleMl, rinse.marked.product.value]).toEqual([500, 5]);
  });

  it("mixes no plain water, and nothing twice", () => {
    const agents = assessed(hall).mixes.map(({ agent }) => agent);
    expect(agents).not.toContain("water");
    expect(new Set(agents).size).toBe(agents.length);
  });

  it("takes the bottle that was chosen, in as many fills as it needs", () => {
    const small = { ...hall, choices: { ...hall.choices, bottles: { "neutral-cleaner": 250 } } };
    const cleaner = assessed(small).mixes.find(({ agent }) => agent === "neutral-cleaner")!;
    expect(cleaner.bottleMl).toBe(250);
    expect(cleaner.fills).toBe(Math.ceil(cleaner.wanted.value / 250));
    expect(cleaner.fills).toBeGreaterThan(1);
  });

  it("says how the label was read, and offers the other way it can be meant", () => {
    const reading = assessed(hall).mixes.find(({ agent }) => agent === "neutral-cleaner")!.reading!;
    expect(reading.words).toBe("10 water + 1 product = 9.09 %");
    const flipped = { ...hall, choices: { ...hall.choices, readings: { "neutral-cleaner": reading.other } } } as Job;
    const again = assessed(flipped).mixes.find(({ agent }) => agent === "neutral-cleaner")!;
    expect(again.partsWater.value).toBe(9);
    expect(again.reading!.words).toBe("9 water + 1 product = 10 %");
  });

  it("says when the fibre asks for a weaker mix than the label's words", () => {
    const strong = {
      ...ferry,
      choices: { ...ferry.choices, readings: { "acid-spotter": { convention: "one-in", value: 4 } } },
    } as Job;
    const spotter = assessed(strong).mixes.find(({ agent }) => agent === "acid-spotter")!;
    expect(spotter.partsWater.value).toBeGreaterThanOrEqual(8);
    expect(spotter.weakerBecause).toContain("pH window");
  });
});

describe("the demo jobs", () => {
  it.each([ferry, settee, hall])("$title is a valid file with a plan from first to last phase", (job) => {
    const tidy = JSON.parse(JSON.stringify(jobFileOf(job, USUAL_KIT, NOW.toISOString()))) as unknown;
    expect(checkJobFile(tidy)).toMatchObject({ ok: true });
    const { plan, drying } = assessed(job);
    expect(plan.steps[0]?.action).toBe("dry-removal");
    expect(plan.steps.at(-1)?.action).toBe("set-to-dry");
    for (const { tooDeep } of Object.values(drying)) expect(tooDeep).toBe(false);
  });
});
