import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import type { Kit } from "@/core/job/schema";
import type { Rung } from "@/core/ground/catalog/ladders";
import { ownsAgent } from "./shelf";

/**
 * What stands in for an agent that is not on the shelf, best first; the rules judge a stand-in as they judge the
 * first choice. Judgement.
 */
const STAND_INS: Partial<Record<AgentId, readonly AgentId[]>> = {
  "neutral-cleaner": ["shampoo", "gentle-detergent"],
  shampoo: ["neutral-cleaner", "gentle-detergent"],
  "alkaline-prespray": ["degreaser", "shampoo", "neutral-cleaner"],
  degreaser: ["alkaline-prespray", "solvent"],
  "acid-spotter": ["acid-rinse"],
  "acid-rinse": ["acid-spotter"],
  peroxide: ["reducer"],
  solvent: ["citrus-solvent", "alcohol", "gel-gum"],
  alcohol: ["solvent"],
  "gel-gum": ["citrus-solvent", "solvent"],
};

/** The agent to use for one that was wanted, and what is to be said of it. */
interface OnShelf {
  agent: AgentId;
  /** The first choice, when it is not there. */
  insteadOf?: AgentId;
}

/**
 * @returns the agent itself when it is on the shelf, else the first stand-in that is; itself again when there is none
 */
export function fromShelf(kit: Kit, wanted: AgentId): OnShelf {
  if (ownsAgent(kit, wanted)) return { agent: wanted };
  const standIn = STAND_INS[wanted]?.find((agent) => ownsAgent(kit, agent));
  return standIn ? { agent: standIn, insteadOf: wanted } : { agent: wanted };
}

/** A rung with what the shelf has in place of what it lacks. */
export const rungFromShelf = (kit: Kit, rung: Rung): Rung => ({
  ...rung,
  does: rung.does.map((does) => (does.action === "agent" ? { ...does, ...fromShelf(kit, does.agent) } : does)),
});

/**
 * @example missingWords("solvent", "alcohol") // "Dry solvent is not on the shelf: alcohol spotter, about 70 %
 * instead."
 */
export const missingWords = (wanted: AgentId, standIn?: AgentId): string =>
  `${agentOf(wanted).name} is not on the shelf${
    standIn
      ? `: ` + `${agentOf(standIn).name.toLowerCase()} instead, the second best.`
      : ", and nothing there stands in for it."
  }`;

/** Something a plan would take that the shelf does not have. */
export interface Missing {
  wanted: AgentId;
  standIn?: AgentId;
}

/** What of these agents is not there. */
export const missingAgents = (kit: Kit, wanted: readonly AgentId[]): Missing[] =>
  wanted
    .map((agent) => fromShelf(kit, agent))
    .flatMap(({ agent, insteadOf }) =>
      insteadOf ? [{ wanted: insteadOf, standIn: agent }] : ownsAgent(kit, agent) ? [] : [{ wanted: agent }],
    );

/** What a rung from {@link rungFromShelf} lacks. */
export const missingOf = (kit: Kit, { does }: Rung): Missing[] =>
  does.flatMap((each) =>
    each.action !== "agent"
      ? []
      : each.insteadOf
        ? [{ wanted: each.insteadOf, standIn: each.agent }]
        : ownsAgent(kit, each.agent)
          ? []
          : [{ wanted: each.agent }],
  );
