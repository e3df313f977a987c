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

const nameIn = (agent: AgentId) => agentOf(agent).name.replace(/,.*/, "").toLowerCase();

/** @example agentTitle("enzyme", "hand") // "Enzyme digester, work in by gloved hand" */
export const agentTitle = (agent: AgentId, tool: ToolId): string =>
  agent === "water" ? "Damp with cool water, blot" : `${agentOf(agent).name}, ${WITH_TOOL[tool] ?? TOOLS[tool].name}`;

/** Put on, to be worked in when it has waited. @example putOnTitle("acid-spotter", false) // "Acid spotter, dabbed on" */
export const putOnTitle = (agent: AgentId, spraying: boolean): string =>
  `${agentOf(agent).name}, ${spraying ? "sprayed on" : "dabbed on"}`;

/** @example workTitle("neutral-cleaner", "medium-brush") // "Work the neutral cleaner in, medium brush" */
export const workTitle = (agent: AgentId, tool: ToolId): string =>
  `Work the ${nameIn(agent)} in, ${TOOLS[tool].name.replace(/,.*/, "")}`;

const onIn = (spraying: boolean) =>
  spraying ? "A coarse spray, no more than shown" : "On the towel, never on the cloth";

/** All at once: put on and worked in by hand or dabbed. */
export function agentHow(agent: AgentId, tool: ToolId, spraying: boolean): string {
  if (agent === "water") return `${onIn(spraying)}. Press, do not rub. From the rim in.`;
  return `${onIn(spraying)}. ${tool === "hand" ? "Work it in with a gloved hand" : "Dab and turn the towel"}, from the rim in.`;
}

export const putOnHow = (spraying: boolean, panel: boolean): string =>
  `${onIn(spraying)}. ${panel ? "Seam to seam" : "From the rim in"}. Then let it work.`;

const brushed = (tool: ToolId): string =>
  tool === "drill-brush"
    ? "Low speed, kept moving"
    : tool === "tamp"
      ? "Tamp, do not rub"
      : TOOLS[tool].pressure === "firm"
        ? "Firm small circles"
        : "Light small circles";

export const workHow = (tool: ToolId, panel: boolean): string =>
  `${brushed(tool)}, ${panel ? "overlapping, seam to seam" : "from the rim in"}. Rinse the brush often.`;

/** A panel larger than a section: everything in turn, strip by strip. */
export const sectionsHow = (tool: ToolId, spraying: boolean, rounds: number, lifted: boolean): string =>
  `Strip by strip: ${onIn(spraying).toLowerCase()}; let it work while the next is put on; ${brushed(tool).toLowerCase()}; ` +
  `${lifted ? "towel off at once" : "draw off right behind"}.${rounds > 1 ? ` ${rounds} rounds.` : ""}`;

/** What shows that it works, by what was put on. */
export const agentCheck = (agent: AgentId): string => agentOf(agent).shows ?? "The towel turns dark.";

export function doesTitle(does: Rung["does"][number]): string {
  if (does.action === "agent") return agentOf(does.agent).name;
  return does.action === "scrape" ? "Chill and scrape" : "Steam through a towel";
}

/** @example "Plain water, acid spotter" */
export function rungTitle(rung: Rung): string {
  const [first, ...rest] = rung.does.map(doesTitle);
  return [first, ...rest.map((title) => title.toLowerCase())].join(", then ");
}
