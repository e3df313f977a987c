import { agentOf, type Agent, type AgentId } from "@/core/ground/catalog/agents";
import { MACHINE_IDS, machineOf, type Machine, type MachineId } from "@/core/ground/catalog/machines";
import { toolOf, type ToolId } from "@/core/ground/catalog/tools";
import type { Kit, OwnAgent } from "@/core/job/schema";

/** What this technician owns, row by row: the table's values, and their own in place of them. */

/** An agent as this technician's label says it. */
export function agentOn(kit: Pick<Kit, "labels">, id: AgentId): Agent {
  const own = kit.labels?.[id];
  const row = agentOf(id);
  if (!own) return row;
  const { partsWater, name, leftMl: _left, ...numbers } = own;
  return {
    ...row,
    ...definedOf(numbers),
    ...(name ? { name } : {}),
    ...(partsWater === undefined || !row.reading
      ? {}
      : { reading: { convention: "water-to-product", value: partsWater } }),
  };
}

const definedOf = <T extends object>(fields: T): Partial<T> =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Partial<T>;

export const ownsAgent = (kit: Pick<Kit, "agents">, id: AgentId): boolean => id === "water" || kit.agents.includes(id);
/** Left out, every tool of the table is there; what hands always have is never missing. */
export const ownsTool = (kit: Pick<Kit, "tools">, id: ToolId): boolean =>
  toolOf(id).always === true || kit.tools === undefined || kit.tools.includes(id);

/** A machine with the technician's own numbers; undefined when there is none. */
export function machineOn(kit: Pick<Kit, "machines">, id: MachineId): Machine | undefined {
  const own = kit.machines[id];
  return own && { ...machineOf(id), ...definedOf(own) };
}
export const machinesOn = (kit: Pick<Kit, "machines">): MachineId[] => MACHINE_IDS.filter((id) => kit.machines[id]);

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

/** Further than this from its kind's pH it is another kind of agent. Judgement. */
export const OWN_PH_WITHIN = 1;

/** What is wrong with one's own values of an agent, in words; empty when nothing is. */
export function ownAgentProblems(id: AgentId, own: OwnAgent): string[] {
  const table = agentOf(id);
  const row = agentOn({ labels: { [id]: own } }, id);
  const problems: string[] = [];
  const name = table.name.toLowerCase();
  if (row.phMin > row.phMax) problems.push(`the lower pH of ${name}, ${row.phMin}, is above its upper, ${row.phMax}`);
  if (row.phMin < table.phMin - OWN_PH_WITHIN - 1e-9 || row.phMax > table.phMax + OWN_PH_WITHIN + 1e-9)
    problems.push(
      `pH ${row.phMin} to ${row.phMax} is not ${name} (${table.phMin} to ${table.phMax}): put it down as the kind it is`,
    );
  if (row.dwellMinMin > row.dwellMaxMin)
    problems.push(
      `the shortest dwell of ${name}, ${row.dwellMinMin} min, is above its longest, ${row.dwellMaxMin} min`,
    );
  if (row.minTempC > row.maxTempC)
    problems.push(`the coolest ${name} works, ${row.minTempC} °C, is above the warmest it may be, ${row.maxTempC} °C`);
  if (row.reading && row.weakestPartsWater < row.reading.value)
    problems.push(
      `the weakest mix of ${name}, ${row.weakestPartsWater} water, is stronger than its usual one, ${row.reading.value} water`,
    );
  if (own.partsWater !== undefined && !table.reading) problems.push(`${name} is used as bought and takes no water`);
  return problems;
}
