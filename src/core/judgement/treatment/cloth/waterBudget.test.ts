import { describe, expect, it } from "vitest";
import { jobFromTemplate } from "@/core/job/newJob";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { depthOf } from "./waterBudget";

let next = 0;
const job = jobFromTemplate("bench-seat", () => `i${next++}`, "2026-05-04T08:00:00Z");
const seat = zoneViews(job).find(({ role }) => role === "base") ?? zoneViews(job)[0]!;

describe("how deep water may go", () => {
  it("is no deeper than half of what foam there is, nor than the build may take", () => {
    const allowed = (foamMm?: number) =>
      depthOf(0.2, {
        ...seat,
        builds: ["cover-on-foam"],
        cloth: { ...seat.cloth, ...(foamMm ? { layers: { foamMm } } : {}) },
      }).allowed.value;
    const ofBuild = allowed();
    expect(allowed(10)).toBe(Math.min(5, ofBuild));
    expect(allowed(4)).toBe(2);
    expect(allowed(500)).toBe(ofBuild);
  });
});
