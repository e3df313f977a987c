import type { AgentId } from "@/core/ground/catalog/agents";
import { machineOf, type Machine, type MachineId } from "@/core/ground/catalog/machines";
import { toolOf, type ToolId } from "@/core/ground/catalog/tools";
import { definedOf } from "@/core/job/ownAgent";
import type { Kit } from "@/core/job/schema";

/** What this technician owns, row by row. */

export const ownsAgent = (kit: Pick<Kit, "agents">, id: AgentId): boolean => id === "water" || kit.agents.includes(id);
/** Left out, every tool of the table is there; what hands always have is never missing. */
export const isToolHere = (kit: Pick<Kit, "tools">, id: ToolId): boolean =>
  toolOf(id).always === true || kit.tools === undefined || kit.tools.includes(id);
/** It is here, and so is the machine that turns it. */
export function ownsTool(kit: Pick<Kit, "tools" | "machines">, id: ToolId): boolean {
  const { turnedBy } = toolOf(id);
  return isToolHere(kit, id) && (!turnedBy || kit.machines[turnedBy] !== undefined);
}

/** A machine with the technician's own numbers; undefined when there is none. */
export function machineOn(kit: Pick<Kit, "machines">, id: MachineId): Machine | undefined {
  const own = kit.machines[id];
  return own && { ...machineOf(id), ...definedOf(own) };
}

/** A machine that draws off, with every number that strokes need. */
export interface Extractor {
  id: MachineId;
  name: string;
  /** Absent where water goes on by hand. */
  flowLPerMin?: number;
  headWidthM: number;
  strokeMPerS: number;
  recoveryPerDryStroke: number;
  solutionTankL?: number;
}

/** A wet and dry vacuum draws off too: slower and wetter than an extractor, far better than towels. */
const FOR_SEATS: readonly MachineId[] = ["extractor", "spot-extractor", "carpet-extractor", "wet-vacuum"];
const FOR_ROOMS: readonly MachineId[] = ["carpet-extractor", "extractor", "spot-extractor", "wet-vacuum"];
/** From this area on the wide head is worth fetching, m². Judgement. */
const ROOM_M2 = 3;
/** A vacuum's nozzle is pulled slowly, m/s. Judgement. */
const VACUUM_STROKE_M_PER_S = 0.2;

/** The machine to draw a zone of this size off with: the wide one for rooms of carpet, the small ones for seats. */
export function extractorFor(kit: Pick<Kit, "machines">, areaM2: number): Extractor | undefined {
  for (const id of areaM2 >= ROOM_M2 ? FOR_ROOMS : FOR_SEATS) {
    const machine = machineOn(kit, id);
    if (!machine) continue;
    const { name, flowLPerMin, headWidthM, recoveryPerDryStroke, solutionTankL } = machine;
    const byHand = id === "wet-vacuum";
    const strokeMPerS = machine.strokeMPerS ?? (byHand ? VACUUM_STROKE_M_PER_S : undefined);
    if ((byHand || flowLPerMin) && headWidthM && strokeMPerS && recoveryPerDryStroke !== undefined)
      return {
        id,
        name,
        headWidthM,
        strokeMPerS,
        recoveryPerDryStroke,
        ...(flowLPerMin && !byHand ? { flowLPerMin } : {}),
        ...(solutionTankL && !byHand ? { solutionTankL } : {}),
      };
  }
  return undefined;
}

export const hasVacuum = (kit: Pick<Kit, "machines">): boolean =>
  Boolean(kit.machines["hepa-vacuum"] ?? kit.machines["wet-vacuum"]);
export const hasHepa = (kit: Pick<Kit, "machines">): boolean => Boolean(kit.machines["hepa-vacuum"]);
export const hasWetVacuum = (kit: Pick<Kit, "machines">): boolean => Boolean(kit.machines["wet-vacuum"]);
