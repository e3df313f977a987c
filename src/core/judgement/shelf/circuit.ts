import type { MachineId } from "@/core/ground/catalog/machines";
import type { Kit } from "@/core/job/schema";
import { extractorFor } from "./shelf";

/** One ordinary circuit, W. Judgement: the low end, a ten-ampere one at 230 V with some in hand. */
export const CIRCUIT_W = 2000;

const DOES: Partial<Record<string, (kit: Kit, areaM2: number) => MachineId | undefined>> = {
  extract: (kit, areaM2) => extractorFor(kit, areaM2)?.id,
  steam: () => "steamer",
  "dry-removal": (kit) => (kit.machines["hepa-vacuum"] ? "hepa-vacuum" : "wet-vacuum"),
  "hair-lift": (kit) => (kit.machines["hepa-vacuum"] ? "hepa-vacuum" : "wet-vacuum"),
  blow: () => "compressor",
  "set-to-dry": (kit) => (kit.machines["air-mover"] ? "air-mover" : undefined),
  gas: (kit) => (kit.machines["ozone-machine"] ? "ozone-machine" : undefined),
};

/** What it does with a machine: a nozzle that only takes water up is drawing off as well. */
export const usesAs = ({ action, tool }: { action: string; tool: string }): string =>
  tool === "extractor" ? "extract" : action;

/** The machine a step takes, if any. */
export const machineFor = (kit: Kit, action: string, areaM2: number): MachineId | undefined => {
  const machine = DOES[action]?.(kit, areaM2);
  return machine && kit.machines[machine] ? machine : undefined;
};
