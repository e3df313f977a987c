import { agentOf, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { RoleId } from "@/core/ground/catalog/roles";
import { toolOf, TOOLS, type ToolId } from "@/core/ground/catalog/tools";
import type { Kit } from "@/core/job/schema";
import type { ActionId } from "@/core/ground/catalog/actions";
import { surfaceTempOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { judge, limitsOf, type Candidate, type Verdict } from "@/core/judgement/rules/judge";
import { usualClothTempC } from "../step/amounts";
import type { Rule } from "@/core/judgement/rules/rules";
import { extractorFor, hasVacuum, machineOn, ownsAgent, ownsTool } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import { missingWords } from "@/core/judgement/shelf/standIns";
import { strengthFor, type Strength } from "./strength";

/** A way to do something that no hard rule forbids, or why there is none. */
export type Fit = FoundFit | RefusedFit;
export interface FoundFit {
  ok: true;
  candidate: Candidate;
  verdict: Verdict;
  strength?: Strength;
  tool: ToolId;
}

interface RefusedFit {
  ok: false;
  because: string;
  forbiddenBy: Rule[];
}

/** What is done by a machine, by hand without an agent, or with plain water. */
type MachineAction = "scrape" | "steam" | "extract" | "presoak" | "dry-removal" | "hair-lift" | "blow" | "seams";
/** Loose dirt comes off with a nozzle right behind. */
const WITH_NOZZLE: readonly ActionId[] = ["dry-removal", "hair-lift", "blow", "seams"];

const refused = (because: string, forbiddenBy: Rule[] = []): RefusedFit => ({ ok: false, because, forbiddenBy });
const GENTLER: Partial<Record<ToolId, ToolId>> = {
  "stiff-brush": "medium-brush",
  "drill-brush": "medium-brush",
  "medium-brush": "horsehair-brush",
  "horsehair-brush": "soft-brush",
  "soft-brush": "tamp",
  tamp: "towel",
};

/** A tool and those in its line that are gentler, as far as they are at hand. */
export function gentlerTools(kit: Kit, { role }: ZoneView, tool: ToolId): ToolId[] {
  const tools = [tool];
  for (let next = GENTLER[tool]; next; next = GENTLER[next])
    if (ownsTool(kit, next) && fitsPart(next, role)) tools.push(next);
  return tools;
}

const fitsPart = (tool: ToolId, role: RoleId) => toolOf(tool).fits?.includes(role) ?? true;

/**
 * Finds how an agent may be used here: sprayed or on the towel, as strong as the fibre allows, with the tool or a
 * gentler one.
 */
export const fitAgent = (
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  agent: AgentId,
  wanted: ToolId,
  action: ActionId = "agent",
): Fit =>
  context.once(view, `fit ${action} ${agent} ${wanted} ${likely.join()}`, () =>
    findAgentFit(context, view, likely, agent, wanted, action),
  );

function findAgentFit(
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  agent: AgentId,
  wanted: ToolId,
  action: ActionId,
): Fit {
  const { kit } = context;
  const row = agentOn(kit, agent);
  if (!ownsAgent(kit, agent)) return refused(missingWords(agent));
  const facts = factsOf(context, view, likely, []);
  const limits = limitsOf(facts, agent);
  const warmestC = Math.min(row.maxTempC, usualClothTempC(action, agent), limits.clothTempC);
  const coolestC = Math.min(warmestC, surfaceTempOf(context, view.id) ?? Infinity);
  if (coolestC < row.minTempC)
    return refused(
      `${row.name} works from ${row.minTempC} °C on: ` +
        `${coolestC < warmestC ? `the cloth is at ${coolestC} °C, warm it first` : `here it may come no warmer than ${warmestC} °C`}.`,
    );
  let tool = wanted;
  while (
    (TOOLS[tool].aggressiveness > limits.toolAtMost || !ownsTool(kit, tool) || !fitsPart(tool, view.role)) &&
    GENTLER[tool]
  )
    tool = GENTLER[tool]!;
  const strength = strengthFor(row, limits, context.job.choices.readings[agent]);
  // Solvent and whatever is dabbed goes on by towel; the rest may be sprayed where nothing forbids it.
  const ways = row.groups.includes("solvent") || tool === "towel" ? [false] : [true, false];
  let forbiddenBy: Rule[] = [];
  for (const spraying of ways) {
    const candidate: Candidate = {
      action,
      agent,
      spraying,
      clothTempC: warmestC,
      toolAggressiveness: TOOLS[tool].aggressiveness,
      poweredTool: toolOf(tool).powered,
      phMin: strength?.phMin ?? row.phMin,
      phMax: strength?.phMax ?? row.phMax,
    };
    const verdict = judge(candidate, facts);
    if (strength && verdict.forbiddenBy.length === 0) return { ok: true, candidate, verdict, strength, tool };
    forbiddenBy = verdict.forbiddenBy;
  }
  return refused(
    reasonsIn(forbiddenBy) || `${row.name} cannot be mixed to stay inside this fibre's pH window.`,
    forbiddenBy,
  );
}

const MACHINE_TOOL: Record<MachineAction, ToolId> = {
  scrape: "scraper",
  steam: "steamer",
  extract: "extractor",
  presoak: "towel",
  "dry-removal": "vacuum",
  "hair-lift": "rubber-block",
  blow: "blow-gun",
  seams: "toothbrush",
};

/** What the shelf lacks for it, in words. */
function missingFor(kit: Kit, { areaM2 }: ZoneView, action: MachineAction): string | undefined {
  if (action === "steam") return machineOn(kit, "steamer") ? undefined : "There is no steamer on the shelf.";
  if (action === "extract")
    return extractorFor(kit, areaM2.value) ? undefined : "There is no extractor and no wet vacuum on the shelf.";
  if (action === "scrape") return ownsTool(kit, "scraper") ? undefined : "There is no scraper on the shelf.";
  if (action === "blow" && !machineOn(kit, "compressor")) return "There is no compressor on the shelf.";
  return WITH_NOZZLE.includes(action) && !hasVacuum(kit) ? "There is no vacuum on the shelf." : undefined;
}

/** The same for what is done by a machine or with plain water. */
export const fitMachine = (
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  action: MachineAction,
  inCloth: Iterable<AgentGroup> = [],
): Fit =>
  context.once(view, `fit ${action} ${likely.join()} on ${[...inCloth].join()}`, () =>
    findMachineFit(context, view, likely, action, inCloth),
  );

function findMachineFit(
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  action: MachineAction,
  inCloth: Iterable<AgentGroup>,
): Fit {
  const missing = missingFor(context.kit, view, action);
  if (missing) return refused(missing);
  const facts = factsOf(context, view, likely, inCloth);
  const wet = action === "steam" || action === "extract" || action === "presoak";
  const usual = usualClothTempC(action, "water");
  // Only drawing off can be done cooler; steam and a soak are what they are, or are refused.
  const hot = action === "extract" ? Math.min(usual, limitsOf(facts).clothTempC) : usual;
  const tool = MACHINE_TOOL[action];
  const { phMin, phMax } = agentOf("water");
  const candidate: Candidate = {
    action,
    ...(wet ? { agent: "water", clothTempC: hot, phMin, phMax } : {}),
    ...(action === "scrape" || action === "seams" ? { toolAggressiveness: TOOLS[tool].aggressiveness } : {}),
  };
  const verdict = judge(candidate, facts);
  return verdict.forbiddenBy.length > 0
    ? refused(reasonsIn(verdict.forbiddenBy), verdict.forbiddenBy)
    : { ok: true, candidate, verdict, tool };
}

const reasonsIn = (rules: readonly Rule[]) => rules.map(({ because }) => because).join(" ");
