import type { AgentId } from "@/core/ground/catalog/agentIds";
import { agentOf, type Agent } from "@/core/ground/catalog/agents";
import type { Kit, OwnAgent } from "./schema";

/** An agent by one's own label: its values over the table's, and whether they can be. */

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

export const definedOf = <T extends object>(fields: T): Partial<T> =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Partial<T>;

/** Further than this from its kind's pH it is another kind of agent. Judgement. */
const OWN_PH_WITHIN = 1;

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
