import type { ContainerKind } from "@/core/ground/catalog/containers";
import type { MachineId } from "@/core/ground/catalog/machines";
import { warmMix, type WarmMix } from "@/core/models/dilution/reckon";
import type { Kit } from "@/core/job/schema";
import { LOAD_FORMULAS } from "@/core/ground/sums/loadFormulas";
import { MIX_FORMULAS } from "@/core/ground/sums/mixFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { extractorFor, machineOn } from "@/core/judgement/shelf/shelf";
import type { Step } from "@/core/judgement/treatment/step/step";

/** Plain water to have ready: in the extractor's tank, in the steamer, in a bucket for damping and rinsing. */
export interface WaterNeed {
  container: ContainerKind;
  machine?: MachineId;
  /** What the steps put on. */
  litres: Worked;
  /** What to draw for it: a tank keeps some in its hose, a towel is wrung out over a bucket. */
  ready: Worked;
  /** How often the machine's tank is filled for it. */
  fills?: Worked;
  /** The warmest any of its steps may take it, °C, with what to draw from each tap; absent for the steamer. */
  tempC?: Worked;
  taps?: WarmMix;
}

/** Usual taps of a house or a harbour, °C. Judgement; Reckon a mix takes measured ones. */
const HOT_TAP_C = 55;
const COLD_TAP_C = 12;

/** Drawn in half litres, and no less than this. Judgement. */
const HALF_L = 0.5;
const LEAST_L: Partial<Record<ContainerKind, number>> = { bucket: 3, tank: 1 };

/** @param areaOf area of a zone, m² @returns needs over 0, tank first */
export function watersOf(steps: readonly Step[], areaOf: (zoneId: string) => number, kit: Kit): WaterNeed[] {
  const plain = steps.filter(({ agent, amountMl }) => agent === "water" && amountMl !== undefined);
  const drawn = plain.filter(({ action }) => action === "extract");
  const extractor = drawn[0] && extractorFor(kit, Math.max(...drawn[0].zoneIds.map(areaOf)))?.id;
  return [
    needOf("tank", drawn, extractor, kit),
    needOf(
      "tank",
      plain.filter(({ action }) => action === "steam"),
      "steamer",
      kit,
    ),
    needOf(
      "bucket",
      plain.filter(({ action }) => action !== "extract" && action !== "steam"),
      undefined,
      kit,
    ),
  ].filter((need) => need !== undefined);
}

function needOf(
  container: ContainerKind,
  steps: readonly Step[],
  machine: MachineId | undefined,
  kit: Kit,
): WaterNeed | undefined {
  if (steps.length === 0) return undefined;
  const litres = sumOf(LOAD_FORMULAS, "load.water", {
    parts: steps.map(({ title, amountMl }) => ({ value: amountMl!.value / 1000, name: title })),
  });
  const ready = sumOf(MIX_FORMULAS, "mix.ready", {
    litres: litres.value,
    stepL: stated.table(HALF_L),
    leastL: stated.table(LEAST_L[container] ?? HALF_L),
  });
  const readyL = ready.value;
  const tankL = machine && machineOn(kit, machine)?.solutionTankL;
  // One water for several steps is as cool as the coolest of them asks.
  const asked = steps.flatMap(({ tempC, title }) => (tempC === undefined ? [] : [{ value: tempC, name: title }]));
  const tempC =
    machine === "steamer" || asked.length === 0
      ? undefined
      : sumOf(MIX_FORMULAS, "mix.waterTemp", { asked, hotC: stated.table(HOT_TAP_C), coldC: stated.table(COLD_TAP_C) });
  return {
    container,
    ...(machine ? { machine } : {}),
    litres,
    ready,
    ...(tankL
      ? {
          fills: sumOf(LOAD_FORMULAS, "load.tanks", { litres: readyL, tankL: stated.table(tankL, "solution tank") }),
        }
      : {}),
    ...(tempC === undefined
      ? {}
      : {
          tempC,
          taps: warmMix(readyL * 1000, HOT_TAP_C, COLD_TAP_C, tempC.value),
        }),
  };
}
