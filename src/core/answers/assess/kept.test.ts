import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { keepSame } from "@/core/job/keepSame";
import { KeptZones } from "@/core/judgement/treatment/plan/kept";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { edit, type Edited } from "@/core/testing/randomEdits";
import { assess, quickly } from "./assess";
import { runs, DEEP } from "@/core/testing/runs";

/** What did not change is not planned again, and nobody can tell. */

const JOBS = runs(125);
const EDITS_EACH = 8;

const frozen = (value: unknown): void => {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return;
  Object.freeze(value);
  for (const each of Object.values(value)) frozen(each);
};
const text = (value: unknown) => JSON.stringify(value, (_, each: unknown) => (each === Infinity ? "inf" : each));

describe("planning on from the plan before", () => {
  it("comes to what planning from nothing comes to, after each of 1,000 random edits", () => {
    let edits = 0;
    let reused = 0;
    let zones = 0;
    fc.assert(
      fc.property(arbitraryJobFile, arbitraryJobFile, fc.infiniteStream(fc.nat()), (file, other, numbers) => {
        const draw = (below: number) => (numbers.next().value as number) % below;
        const kept = new KeptZones();
        let known: Edited = { job: file.job, kit: file.kit ?? USUAL_KIT, asOf: file.asOf };
        let before = assess(known.job, known.kit, known.asOf, { ...quickly, kept });
        for (let at = 0; at < EDITS_EACH; at++) {
          frozen(before);
          // As it comes to the worker: a copy of everything.
          const now = structuredClone(edit(known, other, before.plan.steps, draw));
          known = keepSame(known, now);
          expect(text(known)).toBe(text(now));
          const next = assess(known.job, known.kit, known.asOf, { ...quickly, kept });
          expect(text(next)).toBe(text(assess(now.job, now.kit, now.asOf, quickly)));
          edits++;
          for (const [id, zone] of Object.entries(next.plan.zones)) {
            zones++;
            if (before.plan.zones[id]?.schools === zone.schools) reused++;
          }
          before = next;
        }
      }),
      { numRuns: JOBS, ...(DEEP ? { seed: 18 } : {}), endOnFailure: true },
    );
    expect(edits).toBe(JOBS * EDITS_EACH);
    // Or all of it would be true of a memory that keeps nothing.
    expect(reused / zones).toBeGreaterThan(DEEP ? 0.3 : 0.1);
  });
});
