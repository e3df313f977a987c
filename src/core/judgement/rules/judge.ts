import type { AllergyId, MatterId } from "@/core/ground/catalog/ownersAccount";
import { agentOf, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import type { BuildId, CareCode, DamageId, Neighbour, Shade } from "@/core/ground/catalog/builds";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { MaterialId } from "@/core/ground/catalog/materials";
import type { SurfaceId } from "@/core/ground/catalog/surfaces";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { ActionId } from "@/core/ground/catalog/actions";
import { RULES, type Rule } from "./rules";

/** What the rules look at: everything the cloth and the mark might be. */
export interface RuleFacts {
  materials: readonly MaterialId[];
  builds: readonly BuildId[];
  careCode: CareCode | "unknown";
  neighbours: readonly Neighbour[];
  oldOrFragile: boolean;
  likely: readonly FamilyId[];
  inCloth: readonly AgentGroup[];
  fastness: (agent: AgentId) => "proved" | "poor" | "unproved";
  noPower: boolean;
  role: RoleId;
  allergies: readonly AllergyId[];
  matters: MatterId | undefined;
  /** Lifting seats out was agreed. */
  seatsLifted: boolean;
  /** Too cold for a belt to dry out fully. */
  cold: boolean;
  /** No vacuum with a HEPA filter is at hand. */
  noHepa: boolean;
  /** How light it is; undefined while nobody said. */
  shade: Shade | undefined;
  /** Damage that was found on it. */
  damage: readonly DamageId[];
  /** Its dye ran in the proof with plain water. */
  waterRuns: boolean;
  /** The owner put chlorine bleach on it. */
  bleachMet: boolean;
  /** What it is of, where that is no cloth; else empty. */
  surface: readonly SurfaceId[];
}

/** A step before it is one: what would be done, and how hard. */
export interface Candidate {
  action: ActionId;
  agent?: AgentId;
  spraying?: boolean;
  phMin?: number;
  phMax?: number;
  clothTempC?: number;
  toolAggressiveness?: number;
  /** Driven by a motor, which sparks. */
  poweredTool?: boolean;
}

export interface Verdict {
  forbiddenBy: Rule[];
  requires: Set<NonNullable<Rule["require"]>>;
  /** Every rule that met these facts and had a say. */
  met: Rule[];
}

const some = <T>(wanted: readonly T[] | undefined, there: readonly T[]) =>
  wanted === undefined || wanted.some((item) => there.includes(item));

/** A condition that is not named always holds. */
const unless = (wanted: unknown, holds: boolean) => wanted === undefined || holds;

/** Facts are asked of many steps: what does not hang on the agent is looked up once. */
const metBy = new WeakMap<RuleFacts, readonly Rule[]>();

function rulesMet(facts: RuleFacts, agent: AgentId | undefined): readonly Rule[] {
  let met = metBy.get(facts);
  if (!met) metBy.set(facts, (met = RULES.filter((rule) => meets(rule, facts))));
  return met.filter(
    ({ when, notWhere }) =>
      (when.fastness === undefined || (agent !== undefined && facts.fastness(agent) === when.fastness)) &&
      !(notWhere && notWhere.agent === agent && notWhere.shade === facts.shade),
  );
}

function meets({ when }: Rule, facts: RuleFacts): boolean {
  return (
    some(when.material, facts.materials) &&
    some(when.build, facts.builds) &&
    some(when.careCode, [facts.careCode]) &&
    some(when.neighbour, facts.neighbours) &&
    some(when.likely, facts.likely) &&
    unless(when.oldOrFragile, facts.oldOrFragile) &&
    (when.inCloth === undefined || facts.inCloth.includes(when.inCloth)) &&
    unless(when.power, facts.noPower) &&
    some(when.role, [facts.role]) &&
    some(when.allergies, facts.allergies) &&
    (when.matters === undefined || facts.matters === when.matters) &&
    unless(when.cold, facts.cold) &&
    unless(when.noHepa, facts.noHepa) &&
    some(when.damage, facts.damage) &&
    unless(when.waterRuns, facts.waterRuns) &&
    unless(when.bleachMet, facts.bleachMet) &&
    unless(when.seatsStay, !facts.seatsLifted) &&
    some(when.surface, facts.surface)
  );
}

const forbids = ({ forbid, limit }: Rule, step: Candidate): boolean =>
  (forbid !== undefined && isOneOf(forbid, step)) || (limit !== undefined && isOver(limit, step));

/** The step is of a kind that is named. */
function isOneOf(forbid: NonNullable<Rule["forbid"]>, { action, agent, spraying, poweredTool }: Candidate): boolean {
  const groups = agent ? agentOf(agent).groups : [];
  return Boolean(
    forbid.actions?.includes(action) ||
    forbid.groups?.some((group) => groups.includes(group)) ||
    (agent && (forbid.anyAgent || (forbid.allAgentsBut && !forbid.allAgentsBut.includes(agent)))) ||
    (spraying && forbid.spraying) ||
    (poweredTool && forbid.poweredTools),
  );
}

/** The step is warmer, sourer, more alkaline or rougher than it may be; what it does not say cannot be. */
function isOver(limit: NonNullable<Rule["limit"]>, step: Candidate): boolean {
  const { clothTempC = Infinity, phMin = -Infinity, phMax = Infinity, toolAtMost = Infinity } = limit;
  return (
    (step.clothTempC ?? 0) > clothTempC ||
    (step.phMin ?? Infinity) < phMin ||
    (step.phMax ?? -Infinity) > phMax ||
    (step.toolAggressiveness ?? 0) > toolAtMost
  );
}

/** A rule that is met but has nothing to say of this step (a pH window beside a vacuum) is not shown with it. */
function concerns(rule: Rule, step: Candidate): boolean {
  if (forbids(rule, step)) return true;
  const wet = step.agent !== undefined;
  return Boolean(
    (rule.limit?.toolAtMost !== undefined && step.toolAggressiveness !== undefined) ||
    (wet && (rule.limit ?? rule.require ?? rule.forbid?.spraying)),
  );
}

/**
 * Holds a candidate step against every hard rule.
 * @returns the rules that forbid it, what must come before it, and the rules that had a say
 */
export function judge(step: Candidate, facts: RuleFacts): Verdict {
  const met = rulesMet(facts, step.agent);
  const forbiddenBy = met.filter(
    (rule) => rule.require !== "rinse-before" && rule.require !== "air-before" && forbids(rule, step),
  );
  const requires = new Set<NonNullable<Rule["require"]>>();
  for (const rule of met) {
    if (!rule.require) continue;
    const conditional = rule.require === "rinse-before" || rule.require === "air-before";
    if (conditional ? forbids(rule, step) : step.agent !== undefined) requires.add(rule.require);
  }
  return { forbiddenBy, requires, met: met.filter((rule) => concerns(rule, step)) };
}

interface Limits {
  phMin: number;
  phMax: number;
  clothTempC: number;
  toolAtMost: number;
}

/** The tightest limits of every rule these facts meet. @param agent some hold for all agents but one */
export function limitsOf(facts: RuleFacts, agent?: AgentId): Limits {
  const limits: Limits = { phMin: 0, phMax: 14, clothTempC: 100, toolAtMost: 9 };
  for (const rule of rulesMet(facts, agent)) {
    if (!rule.limit) continue;
    limits.phMin = Math.max(limits.phMin, rule.limit.phMin ?? 0);
    limits.phMax = Math.min(limits.phMax, rule.limit.phMax ?? 14);
    limits.clothTempC = Math.min(limits.clothTempC, rule.limit.clothTempC ?? 100);
    limits.toolAtMost = Math.min(limits.toolAtMost, rule.limit.toolAtMost ?? 9);
  }
  return limits;
}
