import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { kitOwning, OWNED_CHOICES, ownedOf } from "@/core/job/owned";
import { demoJobs } from "@/demo/jobs";
import { assess, quickly } from "./assess";

const NOW = "2026-05-04T08:00:00Z";
const jobs = demoJobs(new Date(NOW));

describe("what somebody owns, said in one answer", () => {
  it.each(OWNED_CHOICES)("$name: is told again from the kit, and keeps what was entered of a machine", ({ id }) => {
    expect(ownedOf(kitOwning(USUAL_KIT, id))).toBe(id);
    const entered = { ...USUAL_KIT, machines: { ...USUAL_KIT.machines, extractor: { recoveryPct: 61 } } };
    const { extractor } = kitOwning(entered as typeof USUAL_KIT, id).machines;
    if (extractor) expect(extractor).toEqual({ recoveryPct: 61 });
  });

  it("is none of the answers where somebody chose machine by machine", () => {
    expect(ownedOf({ ...USUAL_KIT, machines: { drill: {} } })).toBeUndefined();
  });

  it.each(jobs.map((job) => [job.title, job] as const))(
    "%s: every answer has a way through, by what is owned",
    (_, job) => {
      for (const { id } of OWNED_CHOICES) {
        const kit = kitOwning(USUAL_KIT, id);
        const { plan } = assess(job, kit, NOW, quickly);
        expect(plan.steps.some(({ action }) => action === "clean" || action === "agent" || action === "blot")).toBe(
          true,
        );
        const used = new Set(plan.steps.map(({ tool }) => tool as string));
        // Water is drawn off by a wet vacuum as well, with the strokes of an extractor.
        const owned = new Set([...Object.keys(kit.machines), ...(kit.machines["wet-vacuum"] ? ["extractor"] : [])]);
        for (const machine of Object.keys(USUAL_KIT.machines))
          if (!owned.has(machine)) expect([id, machine, used.has(machine)]).toEqual([id, machine, false]);
      }
    },
  );
});
