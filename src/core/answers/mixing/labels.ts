import { daysLater } from "@/core/ground/quantity/calendarDays";
import { hazardOf, signalOf, type HazardId, type PictogramId } from "@/core/ground/catalog/hazards";
import type { AgentId } from "@/core/ground/catalog/agents";
import { formatNumber } from "@/core/ground/quantity/format";
import type { Kit } from "@/core/job/schema";
import { agentOn } from "@/core/job/ownAgent";
import type { BottleMix } from "./mixes";

/** What stands on a bottle that was filled here. */
export interface BottleLabel {
  agent: AgentId;
  name: string;
  /** What the technician calls the product, where it differs. */
  product?: string;
  ratio: string;
  contents: string;
  mixedOn: string;
  useBy: string;
  signal?: "Danger" | "Warning";
  pictograms: PictogramId[];
  hazards: string[];
  precautions: string[];
  firstAid: string[];
  /** As text for the square code. */
  recipe: string;
}

const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);

/**
 * One label a bottle. The mix is labelled like the product it was made from: a weaker one is never assumed to be
 * harmless.
 * @param nowIso when it is mixed, ISO time
 */
export function labelOf(
  { agent, marked, markedWords, bottleMl }: BottleMix,
  name: string,
  kit: Kit,
  nowIso: string,
): BottleLabel {
  const row = agentOn(kit, agent);
  const ids: readonly HazardId[] = row.hazards;
  const rows = ids.map(hazardOf);
  const ready = marked.partsWater === 0;
  const ml = (value: number) => `${formatNumber(value)} mL`;
  const contents = ready
    ? `${ml(marked.total.value)} as bought`
    : `${ml(marked.water.value)} water + ${ml(marked.product.value)} product, in a ${formatNumber(bottleMl)} mL bottle`;
  const ratio = ready ? "Ready to use" : markedWords;
  const mixedOn = dayOf(Date.parse(nowIso));
  const useBy = dayOf(daysLater(Date.parse(nowIso), row.keepsDays));
  const unique = <T>(items: readonly T[]) => [...new Set(items)];
  return {
    agent,
    name,
    ...(row.name === name ? {} : { product: row.name }),
    ratio,
    contents,
    mixedOn,
    useBy,
    signal: signalOf(ids),
    pictograms: unique(rows.map(({ pictogram }) => pictogram)),
    hazards: unique(rows.map(({ hazard }) => hazard)),
    precautions: unique([...rows.map(({ precaution }) => precaution), "Never mixed with anything else."]),
    firstAid: unique(rows.map(({ firstAid }) => firstAid)),
    recipe: `${name}; ${ratio}; ${contents}; mixed ${mixedOn}; use by ${useBy}`,
  };
}
