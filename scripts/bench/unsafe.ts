import { agentOf } from "../../src/core/ground/catalog/agents";
import { FAMILY_IDS, type FamilyId } from "../../src/core/ground/catalog/families";
import { beginsLike, isCommon, type Decision } from "../../src/core/judgement/diagnosis/decision";
import { judge, type RuleFacts } from "../../src/core/judgement/rules/judge";
import { LADDERS, UNSURE_RUNG } from "../../src/core/ground/catalog/ladders";
import { usualClothTempC } from "@/core/judgement/treatment/step/amounts";

/** Plain cloth on which only what the mark really is can forbid something. */
const PLAIN: Omit<RuleFacts, "likely"> = {
  materials: ["polyester"],
  builds: ["cover-on-foam"],
  careCode: "none",
  neighbours: [],
  oldOrFragile: false,
  inCloth: [],
  fastness: () => "proved",
  noPower: false,
  role: "base",
  allergies: [],
  matters: undefined,
  seatsLifted: true,
  cold: false,
  noHepa: false,
  shade: undefined,
  damage: [],
  waterRuns: false,
  bleachMet: false,
  surface: [],
};

/** True when the step a decision begins with is one that a hard rule forbids for what the mark really is. */
export function breaksForTruth(decision: Decision, truth: readonly FamilyId[]): boolean {
  const rung = isCommon(decision)
    ? UNSURE_RUNG
    : LADDERS[FAMILY_IDS.find((family) => beginsLike(family, decision))!][0];
  const [first] = rung?.does ?? [];
  if (!first) return false;
  const agent = first.action === "agent" ? first.agent : undefined;
  const clothTempC = agent
    ? Math.min(agentOf(agent).maxTempC, usualClothTempC("agent", agent))
    : usualClothTempC(first.action, undefined);
  return truth.some(
    (family) =>
      judge(
        { action: first.action, agent, clothTempC: first.action === "scrape" ? undefined : clothTempC },
        { ...PLAIN, likely: [family] },
      ).forbiddenBy.length > 0,
  );
}
