import { assess } from "@/core/answers/assess/assess";
import { longestDryH } from "@/core/models/drying/longest";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { Job, Kit } from "@/core/job/schema";
import { input, worked, type Worked } from "@/core/ground/quantity/working";

/** One school taken wherever the rules allow it, added up over the whole job. */
export interface WholeJobOption {
  school: School;
  /** Zones that get a way through the middle, and on how many of them this school is allowed. */
  zones: number;
  allowedOn: number;
  /** Soil lifted, by area, where it is allowed and elsewhere by what is picked there. */
  lifted: Worked;
  waterL: Worked;
  dryH: Worked;
  minutes: Worked;
  productMl: Worked;
  /** What may go wrong, with the zones where it does. */
  risks: { what: string; zones: number }[];
}

/** The job with one school chosen on every zone. What the rules forbid stays forbidden. */
export const withSchool = (job: Job, school: School | undefined): Job => ({
  ...job,
  choices: { ...job.choices, schools: school ? Object.fromEntries(job.zones.order.map((id) => [id, school])) : {} },
});

/** What the whole job comes to by one school. @param asOf ISO time */
export function wholeJobBy(job: Job, kit: Kit, asOf: string, school: School): WholeJobOption {
  const assessment = assess(withSchool(job, school), kit, asOf);
  const { plan, mixes } = assessment;
  const weighed = Object.values(plan.zones).filter(({ schools }) => schools.length > 0);
  const taken = weighed.flatMap(({ schools, picked, view }) =>
    schools
      .filter((option) => option.school === picked)
      .map((option) => ({ option, areaM2: view.areaM2.value, name: view.name.toLowerCase() })),
  );
  const area = taken.reduce((sum, { areaM2 }) => sum + areaM2, 0);
  const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);
  const water = plan.steps.map(({ amountMl }) => (amountMl?.value ?? 0) / 1000);
  const minutes = plan.steps.map((step) => step.minutes.value);
  const product = mixes.map(({ agent, marked, fills }) =>
    input(agent.replaceAll("-", " "), marked.product.value * fills, "mL"),
  );
  return {
    school,
    zones: weighed.length,
    allowedOn: weighed.filter(({ schools }) => schools.some((option) => option.school === school && option.allowed))
      .length,
    lifted: worked(
      "wholeJob.lifted",
      area === 0 ? 0 : sum(taken.map(({ option, areaM2 }) => option.lifted.value * areaM2)) / area,
      "1",
      taken.map(({ option, name }) => input(name, option.lifted.value, "1")),
    ),
    waterL: worked("wholeJob.sum", sum(water), "L", [
      input("steps that put liquid on", water.filter((value) => value > 0).length, "1"),
      input("all of it", sum(water), "L"),
    ]),
    dryH: worked("wholeJob.dry", longestDryH(assessment.drying), "h", [
      input("zones that get wet", Object.keys(assessment.drying).length, "1"),
    ]),
    minutes: worked("wholeJob.sum", sum(minutes), "min", [
      input("steps", minutes.length, "1"),
      input("hands-on", sum(minutes), "min"),
    ]),
    risks: counted(taken.flatMap(({ option }) => option.risks)),
    productMl: worked("load.product", sum(product.map(({ value }) => Number(value))), "mL", product),
  };
}

const counted = (risks: readonly string[]) =>
  [...new Set(risks)].map((what) => ({ what, zones: risks.filter((each) => each === what).length }));
