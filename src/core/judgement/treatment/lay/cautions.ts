import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { familyOf, type FamilyId } from "@/core/ground/catalog/families";
import type { Kit } from "@/core/job/schema";
import { agentOn } from "@/core/job/ownAgent";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import type { ActionId } from "@/core/ground/catalog/actions";
import { usualClothTempC } from "../step/amounts";
import { RULES, type Rule } from "@/core/judgement/rules/rules";
import type { Caution, Reason, Step } from "@/core/judgement/treatment/step/step";

/** The warmest a step may come at the cloth, with everything that lowered it; undefined for a dry step. */
export function warmestAtCloth({ action, agent, tempC, reasons }: Step, kit: Kit): Worked | undefined {
  if (tempC === undefined) return undefined;
  const limits = reasons.flatMap(({ rule }) => {
    const row = RULES.find(({ id }) => id === rule);
    return row?.limit?.clothTempC === undefined ? [] : [stated.table(row.limit.clothTempC, row.title.toLowerCase())];
  });
  return sumOf(TREATMENT_FORMULAS, "treatment.clothTemp", {
    bears: [
      stated.table(usualClothTempC(action, agent), "this way of working"),
      // What water bears is said of water, not of steam.
      ...(agent && action !== "steam"
        ? [stated.table(agentOn(kit, agent).maxTempC, `what ${agentOf(agent).name.toLowerCase()} bears`)]
        : []),
      ...limits,
    ],
  });
}

/** The rules that shaped a step, in the order of the table. */
export const reasonsOf = (rules: readonly Rule[]): Reason[] =>
  rules.map(({ id, because, mark }) => ({ rule: id, because, mark }));

type People = Omit<Caution, "guards">;

/** What the work itself can do to whoever does it, by the kind of step. */
const OF_ACTION: Partial<Record<ActionId, People>> = {
  steam: {
    id: "steam",
    title: "Steam scalds",
    words: "Gloves, sleeves, face clear. Purge into a bucket first: the first spit is boiling water.",
    tone: "danger",
  },
  blow: {
    id: "blown",
    title: "Blown dirt flies",
    words: "Goggles and mask, 2 bar at most, never towards anyone. Stop where droppings, mould or sharps may lie.",
    tone: "danger",
  },
  extract: {
    id: "mains-water",
    title: "Mains near water",
    words: "Plug into residual-current protection; keep the lead off the wet cloth.",
    tone: "care",
  },
};
const SHARPS: People = {
  id: "sharps",
  title: "Sharps",
  words: "Needles and glass hide in seams and under seats: look and use the nozzle, not your fingers.",
  tone: "care",
};
const REACHES_IN: readonly ActionId[] = ["dry-removal", "scrape", "take-out"];
const MAY_BE_MOULD: People = {
  id: "mould",
  title: "May be mould",
  words:
    "Not ruled out: N95 mask or better, gloves, goggles, HEPA vacuum only. Stop if it covers more than 1 " +
    "m² or someone at risk lives here.",
  tone: "care",
};
const FIBRE_UNKNOWN: Caution = {
  id: "fibre-unknown",
  title: "Fibre not known",
  words:
    "Planned for every fibre it may be at once. Silky, velvety or furry to the hand: stop. Name the fibre in Look and more may open.",
  tone: "care",
  guards: "cloth",
};

/** The labels to show beside a step: its rules, its agent, what it does, and what the mark may be. */
export function cautionsOf(
  rules: readonly Rule[],
  action: ActionId,
  agent: AgentId | undefined,
  likely: readonly FamilyId[],
): Caution[] {
  const people = [
    ofAgent(agent),
    OF_ACTION[action],
    bodyFluids(likely),
    likely.includes("mould") ? MAY_BE_MOULD : undefined,
    REACHES_IN.includes(action) ? SHARPS : undefined,
  ];
  return [
    ...ofRules(rules),
    ...people.flatMap((caution): Caution[] => (caution ? [{ ...caution, guards: "people" }] : [])),
  ];
}

/** Rules as labels; a fibre nobody has named is one label, not one for each it may be. */
function ofRules(rules: readonly Rule[]): Caution[] {
  const ofFibre = rules.filter(({ when }) => when.material !== undefined);
  const fibreUnknown = ofFibre.filter(({ id }) => id.startsWith("ph-")).length > 1;
  const shown = fibreUnknown ? rules.filter((rule) => !ofFibre.includes(rule)) : rules;
  return [
    ...shown.map(({ id, title, because, forbid, guardsPeople }): Caution => ({
      id,
      title,
      words: because,
      tone: forbid ? "danger" : "care",
      guards: guardsPeople ? "people" : "cloth",
    })),
    ...(fibreUnknown ? [FIBRE_UNKNOWN] : []),
  ];
}

function ofAgent(agent: AgentId | undefined): People | undefined {
  if (!agent) return undefined;
  const { name, caution } = agentOf(agent);
  return caution
    ? { id: `agent-${agent}`, title: name, words: `${caution} The label and safety sheet come first.`, tone: "care" }
    : undefined;
}

function bodyFluids(likely: readonly FamilyId[]): People | undefined {
  const fluids = likely.filter((family) => family === "protein" || family === "urine");
  if (fluids.length === 0) return undefined;
  return {
    id: "body-fluids",
    title: "May be body fluid",
    words: `${fluids.map((family) => familyOf(family).name).join(" or ")} not ruled out: gloves, and a mask for what dries to dust.`,
    tone: "care",
  };
}
