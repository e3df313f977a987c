import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import type { Kit } from "@/core/job/schema";
import { withAgentValue, withMachineValue } from "@/core/judgement/shelf/edits";
import { loadJob, loadListOf, type LoadJob } from "./loadList";

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
});
