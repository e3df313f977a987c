import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { familyOf, type FamilyId } from "@/core/ground/catalog/families";
import type { Kit } from "@/core/job/schema";
import { agentOn } from "@/core/job/ownAgent";
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
  return sumOf("treatment.clothTemp", {
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

/** The labels to show beside a step: its rules, its agent, what it does, and what the mark may be. */
export function cautionsOf(
  rules: readonly Rule[],
  action: ActionId,
  agent: AgentId | undefined,
  likely: readonly FamilyId[],
): Caution[] {
  const ofFibre = rules.filter(({ when }) => when.material !== undefined);
  const fibreUnknown = ofFibre.filter(({ id }) => id.startsWith("ph-")).length > 1;
  const shown = fibreUnknown ? rules.filter((rule) => !ofFibre.includes(rule)) : rules;
  const cautions: Caution[] = shown.map(({ id, title, because, forbid, guardsPeople }) => ({
    id,
    title,
    words: because,
    tone: forbid ? "danger" : "care",
    guards: guardsPeople ? "people" : "cloth",
  }));
  if (fibreUnknown)
    cautions.push({
      id: "fibre-unknown",
      title: "Fibre not known",
      words:
        "Planned for every fibre at once: neutral, cool, hardly damp, no rubbing. Name the fibre in Look and more may open.",
      tone: "care",
      guards: "cloth",
    });
  const about = agent ? agentOf(agent).caution : undefined;
  if (agent && about)
    cautions.push({
      id: `agent-${agent}`,
      title: agentOf(agent).name,
      words: `${about} The label and safety sheet come first.`,
      tone: "care",
      guards: "people",
    });
  if (action === "steam")
    cautions.push({
      id: "steam",
      title: "Steam scalds",
      words: "Gloves, sleeves, face clear. Purge into a bucket first: the first spit is boiling water.",
      tone: "danger",
      guards: "people",
    });
  if (action === "extract")
    cautions.push({
      id: "mains-water",
      title: "Mains near water",
      words: "Plug into residual-current protection; keep the lead off the wet cloth.",
      tone: "care",
      guards: "people",
    });
  const fluids = likely.filter((family) => family === "protein" || family === "urine");
  if (fluids.length > 0)
    cautions.push({
      id: "body-fluids",
      title: "May be body fluid",
      words: `${fluids.map((family) => familyOf(family).name).join(" or ")} not ruled out: gloves, and a mask for what dries to dust.`,
      tone: "care",
      guards: "people",
    });
  if (likely.includes("mould"))
    cautions.push({
      id: "mould",
      title: "May be mould",
      words:
        "Not ruled out: N95 mask or better, gloves, goggles, HEPA vacuum only. Stop if it covers more than 1 " +
        "m² or someone at risk lives here.",
      tone: "care",
      guards: "people",
    });
  if (action === "dry-removal" || action === "scrape" || action === "take-out")
    cautions.push({
      id: "sharps",
      title: "Sharps",
      words: "Needles and glass hide in seams and under seats: look and use the nozzle, not your fingers.",
      tone: "care",
      guards: "people",
    });
  return cautions;
}
