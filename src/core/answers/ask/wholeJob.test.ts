import { expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import { wholeJobBy, withSchool } from "./wholeJob";

const NOW = "2026-05-04T09:00:00Z";

it("adds a school up over the whole job, and never takes it where it is forbidden", () => {
  for (const job of demoJobs(new Date(NOW)))
    for (const school of SCHOOL_IDS) {
      const option = wholeJobBy(job, USUAL_KIT, NOW, school);
      const { plan } = assess(withSchool(job, school), USUAL_KIT, NOW);
      expect(option.minutes.value).toBeCloseTo(
        plan.steps.reduce((sum, { minutes }) => sum + minutes.value, 0),
        9,
      );
      for (const zone of Object.values(plan.zones))
        if (zone.picked === school) expect(zone.schools.find((each) => each.school === school)!.allowed).toBe(true);
      expect(option.allowedOn).toBeLessThanOrEqual(option.zones);
    }
});

it("shows what extraction costs in water and hours against the dry school, on carpet that may take both", () => {
  const hall = demoJobs(new Date(NOW)).find(({ id }) => id === "demo-hall")!;
  const [dry, drawn] = (["low-moisture", "extraction"] as const).map((school) =>
    wholeJobBy(hall, USUAL_KIT, NOW, school),
  );
  expect(drawn!.waterL.value).toBeGreaterThan(dry!.waterL.value);
  expect(drawn!.dryH.value).toBeGreaterThan(dry!.dryH.value);
});
