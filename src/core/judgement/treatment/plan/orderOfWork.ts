import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { sumOf, opened, stated, type Worked } from "@/core/ground/sums/working";
import type { Step } from "@/core/judgement/treatment/step/step";
import { proofOf } from "@/core/judgement/treatment/lay/proofs";
import { STAGE, type Staged } from "@/core/judgement/treatment/lay/stages";

/**
 * Puts the zones' steps into one order of work and makes one step of what is the same on several zones.
 * Stages keep what must come first ahead of what follows it, on every zone, so joining never moves a step before its own proof.
 * @param nameOf zones by their name, for the workings
 * @param join makes one step of several
 */
export function mergeSteps(staged: readonly Staged[], nameOf: (zoneId: string) => string, join: Join = joined): Step[] {
  const sorted = [...staged].sort((a, b) => a.stage - b.stage || a.order - b.order);
  const groups: Step[][] = [];
  const groupOf = new Map<string, Step[]>();
  for (const { stage, step } of sorted) {
    const alike = alikeKey(step);
    const group = stage === STAGE.spots ? undefined : groupOf.get(alike);
    if (group) group.push(step);
    else {
      const begun = [step];
      groups.push(begun);
      groupOf.set(alike, begun);
    }
  }
  return groups.map((group) => (group.length === 1 ? group[0]! : join(group, nameOf)));
}

type Join = (steps: readonly Step[], nameOf: (zoneId: string) => string) => Step;

/** What was made one step before of the very same steps is that step again. */
export function joinedAsBefore(): Join {
  const before = new Map<string, { steps: readonly Step[]; whole: Step }>();
  return (steps, nameOf) => {
    const key = alikeKey(steps[0]!);
    const known = before.get(key);
    if (known?.steps.length === steps.length && known.steps.every((step, at) => step === steps[at])) return known.whole;
    const whole = joined(steps, nameOf);
    before.set(key, { steps, whole });
    return whole;
  };
}

/** Steps of the same key are one step; proofs are one when they are of the same cloth, whatever they prove. */
const alikeKey = ({ key, proves }: Step) => (proves ? `proof${clothOfProof(key)}` : key);
const clothOfProof = (key: string) => key.slice(key.indexOf("@"));

const most = (values: readonly (Worked | undefined)[]) => pick(values, (a, b) => a.value >= b.value);
const least = (values: readonly (Worked | undefined)[]) => pick(values, (a, b) => a.value <= b.value);
const pick = (values: readonly (Worked | undefined)[], before: (a: Worked, b: Worked) => boolean) =>
  values.reduce((best, each) => (best && each ? (before(best, each) ? best : each) : (best ?? each)));

/** What every one of some steps has. */
const ofAll = <T>(steps: readonly Step[], of: (step: Step) => T | undefined): T[] | undefined => {
  const all = steps.flatMap((step) => of(step) ?? []);
  return all.length === steps.length ? all : undefined;
};

function joined(steps: readonly Step[], nameOf: (zoneId: string) => string): Step {
  const [first] = steps as [Step];
  const nameAt = (at: number) => steps[at]!.zoneIds.map(nameOf).join(", ");
  const here = (of: Worked, at: number) => opened(of, nameAt(at));
  const sumOfAll = (amounts: Worked[] | undefined) =>
    amounts && sumOf(TREATMENT_FORMULAS, "treatment.amountOfAll", { amounts: amounts.map(here) });
  const { startMin = 0 } = first.minutes;
  const dwellMin = most(steps.map(({ dwell }) => dwell?.min));
  const mostWetStrokes = ofAll(steps, (step) => step.mostWetStrokes);
  const whole: Step = {
    ...first,
    zoneIds: steps.flatMap(({ zoneIds }) => zoneIds),
    areaM2: sumOf(GEOMETRY_FORMULAS, "geometry.area", {
      areas: steps.map(({ areaM2 }, at) => ({ value: areaM2.value, name: nameAt(at) })),
    }),
    amountMl: sumOfAll(ofAll(steps, (step) => step.amountMl)),
    ...(mostWetStrokes ? { mostWetStrokes: Math.min(...mostWetStrokes) } : {}),
    recoveredMl: sumOfAll(ofAll(steps, (step) => step.recoveredMl)),
    // One number for several zones errs on the wet side.
    waterOnLPerM2: Math.max(...steps.map(({ waterOnLPerM2 }) => waterOnLPerM2)),
    minutes: {
      ...sumOf(TREATMENT_FORMULAS, "treatment.minutesOfAll", {
        minutes: steps.map(({ minutes }, at) => here(minutes, at)),
        startMin: stated.table(startMin),
      }),
      startMin,
    },
    dwell: dwellMin && { min: dwellMin, max: least(steps.map(({ dwell }) => dwell?.max)) },
    reasons: uniqueBy(
      ({ rule }) => rule,
      steps.flatMap(({ reasons }) => reasons),
    ),
    cautions: uniqueBy(
      ({ id }) => id,
      steps.flatMap(({ cautions }) => cautions),
    ),
  };
  if (!first.proves) return whole;
  const fields = proofOf(steps.flatMap(({ proves }) => proves ?? []));
  return { ...whole, ...fields, key: `fastness:${fields.proves.join("+")}${clothOfProof(first.key)}` };
}

const uniqueBy = <T>(keyOf: (item: T) => string, items: readonly T[]): T[] => [
  ...new Map(items.map((item) => [keyOf(item), item])).values(),
];
