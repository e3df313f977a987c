import { agentOf, type AgentId, type OwnAgentField } from "@/core/ground/catalog/agents";
import { machineOf, type MachineId, type MachineNumbers } from "@/core/ground/catalog/machines";
import { SHELF_TOOL_IDS, type ToolId } from "@/core/ground/catalog/tools";
import { partsWater } from "@/core/ground/quantity/ratio";
import type { Kit } from "@/core/job/schema";

/** Changes of a shelf. Each gives a new kit; a value that is the table's own is not kept. */

const switched = <T>(all: readonly T[], owned: readonly T[], id: T, here: boolean): T[] =>
  all.filter((each) => (each === id ? here : owned.includes(each)));
const without = <T extends object>(fields: T, key: keyof T): T =>
  Object.fromEntries(Object.entries(fields).filter(([name]) => name !== key)) as T;

export const withAgent = (kit: Kit, id: AgentId, here: boolean): Kit => ({
  ...kit,
  agents: here ? [...new Set([...kit.agents, id])] : kit.agents.filter((each) => each !== id),
});
export const withTool = (kit: Kit, id: ToolId, here: boolean): Kit => ({
  ...kit,
  tools: switched(SHELF_TOOL_IDS, kit.tools ?? SHELF_TOOL_IDS, id, here),
});
export const withMachine = (kit: Kit, id: MachineId, here: boolean): Kit => ({
  ...kit,
  machines: here ? { ...kit.machines, [id]: kit.machines[id] ?? {} } : without(kit.machines, id),
});

/** The table's value of a field of an agent; undefined where the table has none. */
export function tableValue(id: AgentId, field: OwnAgentField): number | undefined {
  const row = agentOf(id);
  if (field === "leftMl") return undefined;
  if (field === "partsWater") return row.reading && partsWater(row.reading);
  return row[field];
}

/** @param value undefined puts the table's back */
export function withAgentValue(
  kit: Kit,
  id: AgentId,
  field: OwnAgentField | "name",
  value: number | string | undefined,
): Kit {
  const table = field === "name" ? agentOf(id).name : tableValue(id, field);
  const own =
    value === undefined || value === table
      ? without(kit.labels?.[id] ?? {}, field)
      : { ...kit.labels?.[id], [field]: value };
  const labels = Object.keys(own).length === 0 ? without(kit.labels ?? {}, id) : { ...kit.labels, [id]: own };
  const { labels: _before, ...rest } = kit;
  return Object.keys(labels).length === 0 ? rest : { ...rest, labels };
}

export function withMachineValue(kit: Kit, id: MachineId, field: keyof MachineNumbers, value: number | undefined): Kit {
  const own = kit.machines[id] ?? {};
  return {
    ...kit,
    machines: {
      ...kit.machines,
      [id]: value === undefined || value === machineOf(id)[field] ? without(own, field) : { ...own, [field]: value },
    },
  };
}
