import Papa from "papaparse";
import {
  AGENT_FIELD_IDS,
  AGENT_FIELDS,
  AGENT_IDS,
  type AgentId,
  type OwnAgentField,
} from "../core/ground/catalog/agents";
import {
  MACHINE_FIELD_IDS,
  MACHINE_FIELDS,
  MACHINE_IDS,
  machineOf,
  type MachineId,
  type MachineNumbers,
} from "../core/ground/catalog/machines";
import { SHELF_TOOL_IDS, toolOf, type ToolId } from "../core/ground/catalog/tools";
import type { ValueField } from "../core/ground/catalog/valueField";
import type { Kit } from "../core/job/schema";
import {
  tableValue,
  withAgent,
  withAgentValue,
  withMachine,
  withMachineValue,
  withTool,
} from "../core/judgement/shelf/edits";
import { csvOf } from "./csv";
import { isToolHere, machineOn, ownsAgent } from "../core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import { ownAgentProblems } from "@/core/job/ownAgent";

/** The shelf as a table: one line for each agent, tool and machine, values in the units their columns name. */
const VALUE_COLUMNS = [...new Set<string>([...AGENT_FIELD_IDS, ...MACHINE_FIELD_IDS])];
const SHELF_COLUMNS = ["kind", "id", "name", "here", ...VALUE_COLUMNS];
export const MOST_SHELF_ROWS = 200;

const yesNo = (here: boolean) => (here ? "yes" : "no");

/** @returns CSV with every line of the shelf; a text that a spreadsheet would take for a formula is marked as text */
export function shelfAsCsv(kit: Kit): string {
  const agents = AGENT_IDS.filter((id) => id !== "water").map((id) => ({
    kind: "agent",
    id,
    name: agentOn(kit, id).name,
    here: yesNo(ownsAgent(kit, id)),
    ...Object.fromEntries(AGENT_FIELD_IDS.map((field) => [field, kit.labels?.[id]?.[field] ?? tableValue(id, field)])),
  }));
  const tools = SHELF_TOOL_IDS.map((id) => ({
    kind: "tool",
    id,
    name: toolOf(id).name,
    here: yesNo(isToolHere(kit, id)),
  }));
  const machines = MACHINE_IDS.map((id) => ({
    kind: "machine",
    ...numbersOnly(machineOn(kit, id) ?? machineOf(id)),
    id,
    name: machineOf(id).name,
    here: yesNo(Boolean(kit.machines[id])),
  }));
  return csvOf([...agents, ...tools, ...machines], SHELF_COLUMNS);
}

const numbersOnly = (machine: MachineNumbers) =>
  Object.fromEntries(MACHINE_FIELD_IDS.map((field) => [field, machine[field]]));

type Row = Record<string, string | undefined>;
type Read = { kit: Kit } | { problem: string };

/**
 * Reads a shelf from CSV. A line that is not there leaves its row as it is, and so does an empty cell; nothing is
 * taken when any line is wrong.
 * @returns the shelf after it, or a sentence for each wrong line
 */
export function readShelf(text: string, kit: Kit): { kit: Kit; problems: string[] } {
  const { data, meta } = Papa.parse<Row>(text.trim(), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (header) => header.trim(),
  });
  const refuse = (...problems: string[]) => ({ kit, problems });
  const missing = ["kind", "id", "here"].filter((column) => !meta.fields?.includes(column));
  if (missing.length > 0)
    return refuse(
      `Line 1: the column ${missing.map((column) => `"${column}"`).join(", ")} is missing. Save the shelf ` +
        "as a table first and change that one.",
    );
  const unknown = meta.fields?.filter((column) => !SHELF_COLUMNS.includes(column)) ?? [];
  if (unknown.length > 0)
    return refuse(
      `Line 1: no column is called "${unknown[0]}". Units stand in the names: ${VALUE_COLUMNS.slice(0, 4).join(", ")} and so on.`,
    );
  if (data.length === 0) return refuse("There is nothing under the first line.");
  if (data.length > MOST_SHELF_ROWS)
    return refuse(`There are ${data.length} lines; a shelf has at most ${MOST_SHELF_ROWS}.`);
  const problems: string[] = [];
  const seen = new Set<string>();
  let next = kit;
  data.forEach((row, index) => {
    const key = `${row.kind} ${row.id}`;
    const read = seen.has(key) ? { problem: `${key} stands there twice.` } : readRow(row, next);
    seen.add(key);
    if ("problem" in read) problems.push(`Line ${index + 2}: ${read.problem}`);
    else next = read.kit;
  });
  return problems.length > 0 ? refuse(...problems.slice(0, 12)) : { kit: next, problems };
}

function readRow(row: Row, kit: Kit): Read {
  const kind = row.kind?.trim();
  const id = row.id?.trim() ?? "";
  const word = row.here?.trim().toLowerCase();
  if (word !== "yes" && word !== "no") return { problem: `"here" is "${row.here ?? ""}"; it is yes or no.` };
  const here = word === "yes";
  if (kind === "agent" && id !== "water" && AGENT_IDS.includes(id as AgentId))
    return readAgent(row, withAgent(kit, id as AgentId, here), id as AgentId);
  if (kind === "tool" && SHELF_TOOL_IDS.includes(id as ToolId)) return { kit: withTool(kit, id as ToolId, here) };
  if (kind === "machine" && MACHINE_IDS.includes(id as MachineId))
    return here
      ? readMachine(row, withMachine(kit, id as MachineId, true), id as MachineId)
      : { kit: withMachine(kit, id as MachineId, false) };
  return {
    problem:
      kind === "agent" || kind === "tool" || kind === "machine"
        ? `there is no ${kind} "${id}". Take the ids of a saved table.`
        : `"${kind ?? ""}" is no kind; there are agent, tool and machine.`,
  };
}

function readAgent(row: Row, start: Kit, id: AgentId): Read {
  let kit = start;
  const name = unmarked(row.name);
  if (name.length > 60) return { problem: `the name of ${id} is longer than 60 letters.` };
  if (name) kit = withAgentValue(kit, id, "name", name);
  const values = valuesOf<OwnAgentField>(row, AGENT_FIELDS);
  if ("problem" in values) return values;
  for (const [field, value] of values.pairs) kit = withAgentValue(kit, id, field, value);
  const wrong = ownAgentProblems(id, kit.labels?.[id] ?? {});
  return wrong.length > 0 ? { problem: `${wrong[0]}.` } : { kit };
}

function readMachine(row: Row, start: Kit, id: MachineId): Read {
  const values = valuesOf<keyof MachineNumbers>(row, MACHINE_FIELDS);
  if ("problem" in values) return values;
  return { kit: values.pairs.reduce((kit, [field, value]) => withMachineValue(kit, id, field, value), start) };
}

/** The cells of a line that hold a number, each inside its range. */
function valuesOf<F extends string>(
  row: Row,
  fields: Record<F, ValueField>,
): { pairs: [F, number][] } | { problem: string } {
  const pairs: [F, number][] = [];
  for (const [field, { min, max }] of Object.entries(fields) as [F, ValueField][]) {
    const cell = unmarked(row[field]);
    if (cell === "") continue;
    const value = Number(cell.replace(",", "."));
    if (!Number.isFinite(value)) return { problem: `${field} "${cell}" is not a number.` };
    if (value < min || value > max) return { problem: `${field} is ${value}; it must be between ${min} and ${max}.` };
    pairs.push([field, value]);
  }
  return { pairs };
}

/** A cell without the mark that keeps spreadsheets from running it. */
const unmarked = (cell: string | undefined): string => (cell ?? "").trim().replace(/^'(?=[=+\-@])/, "");
