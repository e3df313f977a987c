import type { AgentId } from "@/core/ground/catalog/agents";
import { containerOf, type ContainerKind } from "@/core/ground/catalog/containers";
import { fillToMarks, isNear, mix, mixStrength, type MarkedFill, type Mix } from "@/core/models/dilution/mix";
import {
  flipped,
  labelText,
  partsWater,
  readingInWords,
  type LabelReading,
  type Reading,
} from "@/core/ground/quantity/ratio";
import type { Job, Kit } from "@/core/job/schema";
import { MIX_FORMULAS } from "@/core/ground/sums/mixFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { agentOn } from "@/core/job/ownAgent";
import type { PartsWater, Step } from "@/core/judgement/treatment/step/step";
import type { Booster } from "./booster";

/** One bottle to make up for this job. */
export interface BottleMix {
  agent: AgentId;
  /** How the label's words were taken, and the other way they can be meant; absent for what is ready to use. */
  reading?: { label: string; taken: Reading; words: string; strength: Worked; other: LabelReading; otherWords: string };
  /** The planner's mix, weaker than the label's where the fibre needs it. */
  partsWater: Worked;
  /** In words when it differs from the label's. */
  weakerBecause?: string;
  wanted: Worked;
  bottleMl: number;
  container: ContainerKind;
  fills: number;
  exact: Mix;
  marked: MarkedFill;
  markedWords: string;
  caution?: string;
  steps: string[];
  /** What may go in with it for heavy grease, or why it may not. */
  booster?: Booster;
}

/** Mixed over what the steps add up to, for what runs down the handle. Judgement. */
const SPARE = 0.1;

/**
 * What to make up for the steps still to do: one mix an agent and strength.
 * @returns plain water left out; ready-to-use agents with no water in them
 */
export function mixesOf(steps: readonly Step[], job: Job, kit: Kit): BottleMix[] {
  const wanted = new Map<string, { agent: AgentId; partsWater: PartsWater; steps: Step[] }>();
  for (const step of steps) {
    if (!step.agent || step.agent === "water" || !step.amountMl || !step.partsWater) continue;
    const key = `${step.agent}@${step.partsWater.value}`;
    const there = wanted.get(key);
    if (there) there.steps.push(step);
    else wanted.set(key, { agent: step.agent, partsWater: step.partsWater, steps: [step] });
  }
  return [...wanted.values()].map(({ agent, partsWater: strength, steps: its }) =>
    bottleMix(agent, strength, its, job, kit),
  );
}

type Bottle = Kit["bottles"][number];

/** The bottle it goes into: the one that was chosen, else the smallest that holds it and whose marks give its strength. */
function filledBottle(agent: AgentId, r: number, total: number, job: Job, kit: Kit) {
  const bottles = [...kit.bottles].sort((a, b) => a.capacityMl - b.capacityMl);
  const fillOf = (bottle: Bottle) => {
    const { capacityMl, markEveryMl } = bottle;
    const fills = Math.max(1, Math.ceil(total / capacityMl - 1e-9));
    // Less product than one mark of the cup cannot be measured, so no less than that is made up.
    const perFill = Math.min(capacityMl, Math.max(total / fills, r > 0 ? kit.cupMarkEveryMl * (r + 1) : 0));
    const measures = { bottleMl: capacityMl, bottleMarkMl: markEveryMl, cupMarkMl: kit.cupMarkEveryMl };
    const { labelIsLeast } = agentOn(kit, agent);
    const fillOfMl = (wantedMl: number) => fillToMarks(wantedMl, r, measures, labelIsLeast);
    const wanted = { perFill, marked: fillOfMl(labelIsLeast ? total / fills : perFill) };
    const full = { perFill: capacityMl, marked: fillOfMl(capacityMl) };
    // In several bottles, each full where only that gives its strength.
    const better =
      fills > 1 && !isNear(wanted.marked, r, kit.cupMarkEveryMl) && isNear(full.marked, r, kit.cupMarkEveryMl);
    return { bottle, fills, ...(better ? full : wanted) };
  };
  const chosen = bottles.find(({ capacityMl }) => capacityMl === job.choices.bottles[agent]);
  if (chosen) return fillOf(chosen);
  const holding = bottles.filter(({ capacityMl }) => capacityMl >= total).map(fillOf);
  return (
    holding.find(({ marked }) => isNear(marked, r, kit.cupMarkEveryMl)) ??
    holding[0] ??
    fillOf(bottles.at(-1) ?? { capacityMl: total, markEveryMl: 1 })
  );
}

function bottleMix(agent: AgentId, strength: PartsWater, steps: readonly Step[], job: Job, kit: Kit): BottleMix {
  const row = agentOn(kit, agent);
  const r = strength.value;
  const sum = steps.reduce((total, { amountMl }) => total + amountMl!.value, 0);
  const total = sum * (1 + SPARE);
  const wanted = sumOf(MIX_FORMULAS, "mix.total", {
    steps: steps.map(({ title, amountMl }) => ({ value: amountMl!.value, name: title })),
    spare: stated.table(SPARE),
  });
  const { bottle, fills, perFill, marked } = filledBottle(agent, r, total, job, kit);
  const labelReading = job.choices.readings[agent] ?? row.reading;
  return {
    agent,
    partsWater: strength,
    wanted,
    fills,
    marked,
    bottleMl: bottle.capacityMl,
    container: containerOf(bottle),
    exact: mix(perFill, r),
    markedWords: readingInWords(marked.partsWater),
    caution: row.caution,
    steps: steps.map(({ key }) => key),
    ...(labelReading
      ? {
          reading: {
            label: row.reading ? labelText(row.reading) : labelText(labelReading),
            taken: labelReading,
            words: readingInWords(partsWater(labelReading)),
            strength: mixStrength(partsWater(labelReading)),
            other: flipped(labelReading),
            otherWords: readingInWords(partsWater(flipped(labelReading))),
          },
          weakerBecause:
            r > partsWater(labelReading) + 1e-9
              ? `Mixed weaker than the label's reading, ${readingInWords(r)}, ` +
                (strength.gentler
                  ? "which is enough for soil this light."
                  : "so that it stays inside the fibre's pH window.")
              : undefined,
        }
      : {}),
  };
}
