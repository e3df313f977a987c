import { assess } from "@/core/answers/assess/assess";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { Job, Kit } from "@/core/job/schema";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { LOAD_FORMULAS } from "@/core/ground/sums/loadFormulas";
import { sumOf, type Worked } from "@/core/ground/sums/working";

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
  // Where only marks are treated nobody said there is soil to lift.
  const soiled = taken.filter(({ option }) => option.lifted.value > 0);
  const water = plan.steps.map(({ amountMl }) => (amountMl?.value ?? 0) / 1000);
  const minutes = plan.steps.map((step) => step.minutes.value);
  const product = mixes.map(({ agent, marked, fills }) => ({
    value: marked.product.value * fills,
    name: agent.replaceAll("-", " "),
  }));
  return {
    school,
    zones: weighed.length,
    allowedOn: weighed.filter(({ schools }) => schools.some((option) => option.school === school && option.allowed))
      .length,
    lifted: sumOf(SCHEDULE_FORMULAS, "wholeJob.lifted", {
      lifted: soiled.map(({ option, name }) => ({ value: option.lifted.value, name })),
      areasM2: soiled.map(({ areaM2, name }) => ({ value: areaM2, name })),
    }),
    waterL: sumOf(SCHEDULE_FORMULAS, "wholeJob.litres", { steps: water.filter((litres) => litres > 0) }),
    dryH: sumOf(SCHEDULE_FORMULAS, "wholeJob.dry", {
      zones: Object.entries(assessment.drying).map(([id, { hours }]) => ({
        value: hours.value,
        name: plan.zones[id]!.view.name.toLowerCase(),
      })),
    }),
    minutes: sumOf(SCHEDULE_FORMULAS, "wholeJob.minutes", { steps: minutes }),
    risks: counted(taken.flatMap(({ option }) => option.risks)),
    productMl: sumOf(LOAD_FORMULAS, "load.product", { parts: product }),
  };
}

const counted = (risks: readonly string[]) =>
  [...new Set(risks)].map((what) => ({ what, zones: risks.filter((each) => each === what).length }));
