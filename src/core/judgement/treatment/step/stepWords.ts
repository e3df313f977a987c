import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { Rung } from "@/core/ground/catalog/ladders";

/** How steps are worded: verbs first, plain trade English. */
export const SCHOOL_NAMES: Record<School, string> = {
  "low-moisture": "Low moisture",
  extraction: "Hot-water extraction",
  steam: "Steam and towel",
};

/** How an agent is worked in; tools that never work one in are left out. */
const WITH_TOOL: Partial<Record<ToolId, string>> = {
  vacuum: "vacuum",
  towel: "dab with a towel",
  hand: "work in by gloved hand",
  tamp: "tamp with a soft brush",
  "soft-brush": "work with a soft brush",
  "horsehair-brush": "work with a horsehair brush",
  "medium-brush": "brush with a medium brush",
  "drill-brush": "work with the soft drill brush, slow",
  "stiff-brush": "brush with a stiff brush",
  "rubber-block": "by rubber block",
  scraper: "scrape",
  extractor: "draw off",
  steamer: "steam",
};

/** @example agentTitle("acid-spotter", "tamp", 1) // "Acid spotter, tamp with a soft brush" */
export function agentTitle(agent: AgentId, tool: ToolId, rounds: number): string {
  if (agent === "water") return "Damp with cool water, blot";
  return `${agentOf(agent).name}, ${WITH_TOOL[tool] ?? TOOLS[tool].name}${rounds > 1 ? `, ${rounds} rounds` : ""}`;
}

export function agentHow(agent: AgentId, tool: ToolId, spraying: boolean, rounds: number): string {
  const on = spraying ? "A coarse spray, no more than shown" : "On the towel, never on the cloth";
  if (agent === "water") return `${on}. Press, do not rub. From the rim in.`;
  const round = rounds > 1 ? ` Towel between the ${rounds} rounds.` : "";
  const hand =
    tool === "drill-brush"
      ? "Then the soft drill brush, low speed, kept moving"
      : tool === "hand"
        ? "Work it in with a gloved hand"
        : tool === "towel"
          ? "Dab and turn the towel"
          : `Then the ${TOOLS[tool].name}, ${TOOLS[tool].pressure === "firm" ? "firm small circles" : "light"}`;
  return `${on}. ${hand}, from the rim in.${round}`;
}

export const agentCheck = (agent: AgentId) =>
  agent === "water" ? "Colour on the towel: it is water-borne." : "White foam or towel turning dark means it works.";

export function doesTitle(does: Rung["does"][number]): string {
  if (does.action === "agent") return agentOf(does.agent).name;
  return does.action === "scrape" ? "Chill and scrape" : "Steam through a towel";
}

/** @example "Plain water, acid spotter" */
export function rungTitle(rung: Rung): string {
  const [first, ...rest] = rung.does.map(doesTitle);
  return [first, ...rest.map((title) => title.toLowerCase())].join(", then ");
}
