import { describe, expect, it } from "vitest";
import { INSTRUMENT_IDS } from "../core/ground/catalog/findings";
import { readingProblem } from "../core/job/readings";
import { demoJobs } from "../demo/jobs";
import { truthOf } from "../demo/truth";
import { simulated } from "./simulated";

describe("stand-in instruments", () => {
  it("answer from the demo's hidden truth with noise, and say so where there is none", async () => {
    const spot = { jobId: "demo-settee", findingId: "gs-wine" };
    const many = await Promise.all(Array.from({ length: 200 }, () => simulated("ph").read(spot)));
    const mean = many.reduce((sum, { value }) => sum + value, 0) / many.length;
    expect(Math.abs(mean - truthOf("demo-settee", undefined, "gs-wine")!.ph)).toBeLessThan(0.1);
    expect(new Set(many.map(({ value }) => value)).size).toBeGreaterThan(3);
    await expect(simulated("ph").read({ jobId: "my-own" })).rejects.toThrow("Type the reading instead");
  });

  it("give readings that the job takes, on every demo mark; no demo document holds its own truth", async () => {
    for (const job of demoJobs(new Date("2026-05-04T09:00:00Z"))) {
      for (const findingId of job.findings.order)
        for (const instrument of INSTRUMENT_IDS)
          expect(
            readingProblem({ instrument, ...(await simulated(instrument).read({ jobId: job.id, findingId })) }),
          ).toBeUndefined();
      expect(JSON.stringify(job)).not.toMatch(/"family"|moisturePct/);
    }
  });
});
