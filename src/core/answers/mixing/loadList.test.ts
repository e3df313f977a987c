import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly, type Assessment } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job, Kit } from "@/core/job/schema";
import { withAgentValue, withMachineValue } from "@/core/judgement/shelf/edits";
import { estimateOf, USUAL_RATES } from "@/core/answers/estimate/estimate";
import { forecastAt } from "@/core/answers/schedule/forecast";
import { loadJob, loadListOf, type LoadJob } from "./loadList";

const NOW = "2026-05-04T09:00:00Z";
const [ferry, settee] = demoJobs(new Date("2026-05-04T09:00:00Z"));
const jobOf = (job: NonNullable<typeof ferry>, kit: Kit): LoadJob => loadJob(assess(job, kit, "2026-05-04T09:00:00Z"));
const listOf = (kit: Kit) => loadListOf([jobOf(ferry!, kit)], kit);

describe("the load list", () => {
  it("adds up what the mixes take, and two jobs make more than one", () => {
    const one = listOf(USUAL_KIT);
    const { mixes } = assess(ferry!, USUAL_KIT, "2026-05-04T09:00:00Z");
    for (const { agent, marked, fills } of mixes)
      expect(one.products.find((each) => each.agent === agent)!.productMl.value).toBeGreaterThanOrEqual(
        marked.product.value * fills - 1e-9,
      );
    const both = loadListOf([jobOf(ferry!, USUAL_KIT), jobOf(settee!, USUAL_KIT)], USUAL_KIT);
    expect(both.waterL.value).toBeGreaterThan(one.waterL.value);
    expect(both.towels.reduce((sum, { count }) => sum + count.value, 0)).toBeGreaterThan(
      one.towels.reduce((sum, { count }) => sum + count.value, 0),
    );
  });

  it("marks what runs short and what runs low, in whole packs, and buys nothing where there is enough", () => {
    const { agent, productMl } = listOf(USUAL_KIT).products[0]!;
    const stockWith = (leftMl: number) =>
      listOf(withAgentValue(withAgentValue(USUAL_KIT, agent, "packMl", 10), agent, "leftMl", leftMl)).products.find(
        (each) => each.agent === agent,
      )!;
    const need = productMl.value;
    expect(listOf(USUAL_KIT).products[0]).toMatchObject({ stock: "unknown", packs: 0 });
    expect(stockWith(need + 10)).toMatchObject({ stock: "enough", packs: 0 });
    expect(stockWith(need + 1)).toMatchObject({ stock: "low", packs: 1 });
    expect(stockWith(Math.max(0, need - 4))).toMatchObject({ stock: "short", packs: 1 });
    expect(stockWith(0)).toMatchObject({ stock: "short", packs: Math.ceil(need / 10) });
  });

  it("counts fills from the tank and says when one circuit is not enough", () => {
    const drawn = loadListOf(
      [
        {
          ...jobOf(ferry!, USUAL_KIT),
          steps: jobOf(ferry!, USUAL_KIT).steps.map((step) => ({
            ...step,
            action: "extract",
            amountMl: { ...step.minutes, value: 5000, unit: "mL" },
          })) as LoadJob["steps"],
        },
      ],
      USUAL_KIT,
    );
    const litres = jobOf(ferry!, USUAL_KIT).steps.length * 5;
    expect(drawn.tanks).toMatchObject({
      machine: "extractor",
      fills: { value: Math.ceil(litres / 8) },
      empties: { value: Math.ceil(litres / 8) },
    });
    expect(listOf(withMachineValue(USUAL_KIT, "hepa-vacuum", "powerW", 1900)).overloads).toBe(true);
    expect(listOf({ ...USUAL_KIT, machines: { "hepa-vacuum": {} } })).toMatchObject({
      overloads: false,
      power: [{ machine: "hepa-vacuum", watts: { value: 1000 } }],
    });
  });

  it("has what treating the air will need before the cloth is done, in van, price and promise; lacking it is said at once", () => {
    const gas = {
      gas: "ozone" as const,
      volumeM3: 6,
      shutMinPerH: 1,
      airedMinPerH: 10,
      stands: "outdoors" as const,
      cleared: true,
    };
    const asked = { ...ferry!, gas };
    const [without, withGas] = [ferry!, asked].map((job) => assess(job, USUAL_KIT, NOW, quickly)) as [
      Assessment,
      Assessment,
    ];
    expect(withGas.gas!.steps).toEqual([]);
    const list = loadListOf([loadJob(withGas)], USUAL_KIT);
    expect(list.power.map(({ machine }) => machine)).toContain("ozone-machine");
    expect(list.also.join()).toMatch(/meter for ozone/);
    expect(loadListOf([loadJob(without)], USUAL_KIT).also).toEqual([]);
    const minutes = (of: Assessment, job: Job) => estimateOf(of, job, 0, USUAL_RATES).minutes.low.value;
    expect(minutes(withGas, asked)).toBeCloseTo(minutes(without, ferry!) + 0.9 * (10 + 5), 6);
    const usable = (of: Assessment, job: Job) => forecastAt(of, job, Date.parse(NOW)).usable!.value;
    // The longest of the common three to four hours is three at least, and airing after it.
    expect(usable(withGas, asked) - usable(without, ferry!)).toBeGreaterThan(3 * 60);
    const { "ozone-machine": _none, ...machines } = USUAL_KIT.machines;
    expect(assess(asked, { ...USUAL_KIT, machines }, NOW, quickly).plan.notes.join()).toMatch(
      /Ozone: asked for, and not on the shelf/,
    );
  });
});
