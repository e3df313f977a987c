import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { whatIf } from "@/core/answers/ask/whatIf";
import { wholeJobBy } from "@/core/answers/ask/wholeJob";
import { actualOf } from "@/core/answers/estimate/actual";
import { estimateOf, USUAL_RATES } from "@/core/answers/estimate/estimate";
import { loadJob, loadListOf } from "@/core/answers/mixing/loadList";
import { watersOf } from "@/core/answers/mixing/waters";
import { FORMULAS, type WorkingId } from "@/core/ground/sums/formulas";
import { as, sum } from "@/core/ground/sums/row";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { recomputed } from "@/core/ground/sums/recomputed";
import { sumOf, type Working } from "@/core/ground/sums/working";
import { USUAL_KIT } from "@/core/job/kit";
import { warmestAtCloth } from "@/core/judgement/treatment/lay/cautions";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly, type Assessment } from "./assess";
import { runs } from "@/core/testing/runs";

const AT = "2026-05-04T08:00:00Z";

/** Every working anywhere in an answer, those under their inputs among them. */
function* workingsIn(value: unknown): Generator<Working> {
  if (typeof value !== "object" || value === null || value instanceof Map || value instanceof Set) return;
  if ("formula" in value && "inputs" in value && "result" in value) yield value as Working;
  for (const each of Object.values(value)) yield* workingsIn(each);
}

const areaOf =
  ({ plan }: Assessment) =>
  (id: string) =>
    plan.zones[id]?.view.areaM2.value ?? 0;

const met = new Set<WorkingId>();

/** Holds every working of an answer against the inputs it shows. */
function holds(answer: unknown) {
  for (const working of workingsIn(answer)) {
    const { formula, result } = working;
    met.add(formula);
    const again = recomputed(working);
    if (again === undefined) continue;
    const near = again === result.value || Math.abs(again - result.value) <= 1e-9 * Math.max(1, Math.abs(again));
    if (!near)
      expect.fail(`${formula} shows ${JSON.stringify(working.inputs)}, which gives ${again}, not ${result.value}`);
  }
}

/** Inputs that a formula names and its sum does not use. */
function unreadBy(row: { inputs: Record<string, { kind: string }>; of: (numbers: object) => number }): string[] {
  const read = new Set<string>();
  const numbers = new Proxy(
    {},
    {
      get: (_, key) => {
        read.add(String(key));
        const { kind } = row.inputs[String(key)]!;
        return kind === "many" || kind === "series" ? [1, 2, 3, 4] : 1;
      },
      ownKeys: () => Object.keys(row.inputs),
    },
  );
  row.of(numbers);
  return Object.keys(row.inputs).filter((key) => !read.has(key));
}

describe("every working", () => {
  it("gives its number, reckoned anew from the inputs it shows, in every answer to random jobs and demo jobs", () => {
    fc.assert(
      fc.property(arbitraryJobFile, ({ job, kit = USUAL_KIT, asOf }) => {
        const assessment = assess(job, kit, asOf, quickly);
        holds(assessment);
        for (const step of assessment.plan.steps) expect(warmestAtCloth(step, kit)?.value).toBe(step.tempC);
        holds(loadListOf([loadJob(assessment)], kit));
        holds(watersOf(assessment.plan.steps, areaOf(assessment), kit));
        holds(estimateOf(assessment, job, 3, USUAL_RATES));
        holds(actualOf(job, assessment, kit, { ...USUAL_RATES, wearPerHour: 2, minimum: 30, taxPct: 20 }, 15));
      }),
      { numRuns: runs(400) },
    );
    for (const job of demoJobs(new Date(AT))) {
      holds(assess(job, USUAL_KIT, AT));
      holds(whatIf(job, USUAL_KIT, AT));
      holds(wholeJobBy(job, USUAL_KIT, AT, "extraction"));
    }
    expect(met.size).toBeGreaterThan(60);
  });

  it("is a sum of all the inputs it names", () => {
    for (const [id, row] of Object.entries(FORMULAS)) expect([id, ...unreadBy(row as never)]).toEqual([id]);
    const lazy = sum({
      name: "Lazy",
      equation: "x",
      mark: "std",
      unit: "1",
      inputs: { x: as("x"), y: as("y") },
      of: ({ x }) => x,
    });
    expect(unreadBy(lazy as never)).toEqual(["y"]);
  });

  it("shows what was given, by its name and where it comes from, and recomputes nothing that is changed after", () => {
    const minutes = sumOf(TREATMENT_FORMULAS, "treatment.minutes", {
      startMin: 2,
      areaM2: 1.5,
      minPerM2: 4,
      rounds: 3,
    });
    expect(minutes.value).toBe(20);
    expect(recomputed(minutes.working)).toBe(20);
    const spoilt = structuredClone(minutes.working);
    spoilt.inputs[1]!.value = 2;
    expect(recomputed(spoilt)).toBe(26);
  });
});
