import { sumOf, opened, stated, type Worked } from "@/core/ground/sums/working";
import type { Step } from "@/core/judgement/treatment/step/step";
import { proofOf } from "@/core/judgement/treatment/lay/proofs";
import { STAGE, type StagedStep } from "@/core/judgement/treatment/lay/stages";

/**
 * Puts the zones' steps into one order of work and makes one step of what is the same on several zones.
 * Stages keep what must come first ahead of what follows it, on every zone, so joining never moves a step before its own proof.
 */
export function mergeSteps(staged: readonly StagedStep[]): Step[] {
  const sorted = [...staged].sort((a, b) => a.stage - b.stage || a.order - b.order);
  const merged: Step[] = [];
  const placeOf = new Map<string, number>();
  for (const { stage, order: _order, ...step } of sorted) {
    const alike = alikeKey(step);
    const place = stage === STAGE.spots ? undefined : placeOf.get(alike);
    if (place !== undefined) {
      merged[place] = step.proves ? joinedProofs(merged[place]!, step) : joined(merged[place]!, step);
      continue;
    }
    placeOf.set(alike, merged.length);
    merged.push(step);
  }
  return merged;
}

/** Steps of the same key are one step; proofs are one when they are of the same cloth, whatever they prove. */
const alikeKey = ({ key, proves }: Step) => (proves ? `proof${clothOfProof(key)}` : key);
const clothOfProof = (key: string) => key.slice(key.indexOf("@"));

function joinedProofs(a: Step, b: Step): Step {
  const fields = proofOf([...a.proves!, ...b.proves!]);
  return { ...joined(a, b), ...fields, key: `fastness:${fields.proves.join("+")}${clothOfProof(a.key)}` };
}

const byValue = (choose: (a: number, b: number) => number) => (a: Worked | undefined, b: Worked | undefined) =>
  a && b ? (choose(a.value, b.value) === a.value ? a : b) : (a ?? b);
const longest = byValue(Math.max);
const shortest = byValue(Math.min);

function joined(a: Step, b: Step): Step {
  const { startMin = 0 } = a.minutes;
  const min = longest(a.dwell?.min, b.dwell?.min);
  const both = (first: Worked, second: Worked) =>
    sumOf("treatment.amountOfAll", { amounts: [{ ...first, name: "here" }, opened(second, "and there")] });
  return {
    ...a,
    zoneIds: [...a.zoneIds, ...b.zoneIds],
    areaM2: sumOf("geometry.area", {
      areas: [
        { ...a.areaM2, name: "here" },
        { ...b.areaM2, name: "and there" },
      ],
    }),
    amountMl: a.amountMl && b.amountMl && both(a.amountMl, b.amountMl),
    ...(a.mostWetStrokes !== undefined && b.mostWetStrokes !== undefined
      ? { mostWetStrokes: Math.min(a.mostWetStrokes, b.mostWetStrokes) }
      : {}),
    recoveredMl: a.recoveredMl && b.recoveredMl && both(a.recoveredMl, b.recoveredMl),
    // One number for several zones errs on the wet side.
    waterOnLPerM2: Math.max(a.waterOnLPerM2, b.waterOnLPerM2),
    minutes: {
      ...sumOf("treatment.minutesOfAll", {
        minutes: [{ ...a.minutes, name: "here", working: undefined }, opened(b.minutes, "and there")],
        startMin: stated.table(startMin),
      }),
      startMin,
    },
    dwell: min && { min, max: shortest(a.dwell?.max, b.dwell?.max) },
    reasons: uniqueBy(({ rule }) => rule, [...a.reasons, ...b.reasons]),
    cautions: uniqueBy(({ id }) => id, [...a.cautions, ...b.cautions]),
  };
}

const uniqueBy = <T>(keyOf: (item: T) => string, items: readonly T[]): T[] => [
  ...new Map(items.map((item) => [keyOf(item), item])).values(),
];
