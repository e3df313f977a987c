import type { AgentId } from "@/core/ground/catalog/agents";
import { machineOf, type Machine, type MachineId } from "@/core/ground/catalog/machines";
import { toolOf, type ToolId } from "@/core/ground/catalog/tools";
import { definedOf } from "@/core/job/ownAgent";
import type { Kit } from "@/core/job/schema";

/** What this technician owns, row by row. */

export const ownsAgent = (kit: Pick<Kit, "agents">, id: AgentId): boolean => id === "water" || kit.agents.includes(id);
/** Left out, every tool of the table is there; what hands always have is never missing. */
export const ownsTool = (kit: Pick<Kit, "tools">, id: ToolId): boolean =>
  toolOf(id).always === true || kit.tools === undefined || kit.tools.includes(id);

/** A machine with the technician's own numbers; undefined when there is none. */
export function machineOn(kit: Pick<Kit, "machines">, id: MachineId): Machine | undefined {
  const own = kit.machines[id];
  return own && { ...machineOf(id), ...definedOf(own) };
}

/** An extractor with every number that strokes need. */
export interface Extractor {
  id: MachineId;
  name: string;
  flowLPerMin: number;
  headWidthM: number;
  strokeMPerS: number;
  recoveryPerDryStroke: number;
}

const FOR_SEATS: readonly MachineId[] = ["extractor", "spot-extractor", "carpet-extractor"];
const FOR_ROOMS: readonly MachineId[] = ["carpet-extractor", "extractor", "spot-extractor"];
/** From this area on the wide head is worth fetching, m². Judgement. */
const ROOM_M2 = 3;

/** The extractor to take for a zone of this size: the wide one for rooms of carpet, the small ones for seats. */
export function extractorFor(kit: Pick<Kit, "machines">, areaM2: number): Extractor | undefined {
  for (const id of areaM2 >= ROOM_M2 ? FOR_ROOMS : FOR_SEATS) {
    const machine = machineOn(kit, id);
    if (!machine) continue;
    const { name, flowLPerMin, headWidthM, strokeMPerS, recoveryPerDryStroke } = machine;
    if (flowLPerMin && headWidthM && strokeMPerS && recoveryPerDryStroke !== undefined)
      return { id, name, flowLPerMin, headWidthM, strokeMPerS, recoveryPerDryStroke };
  }
  return undefined;
}

export const hasVacuum = (kit: Pick<Kit, "machines">): boolean =>
  Boolean(kit.machines["hepa-vacuum"] ?? kit.machines["wet-vacuum"]);
export const hasHepa = (kit: Pick<Kit, "machines">): boolean => Boolean(kit.machines["hepa-vacuum"]);
