import type { Assessment } from "@/core/answers/assess/assess";
import { checkedItems } from "./checkList";
import { DRY_AT_PCT } from "@/core/ground/catalog/dryAt";

interface ZoneDryness {
  zoneId: string;
  name: string;
  /** The last reading since it was set to dry, %. */
  readPct?: number;
  feltDry: boolean;
  dry: boolean;
}

interface Dryness {
  zones: ZoneDryness[];
  /** Everything that got wet was read or felt dry since. */
  allDry: boolean;
}

export const feltDryItem = (zoneId: string) => `dry-${zoneId}`;

/** A reading over the limit outranks a hand; what was wetted after it was read counts as wet again. */
export function drynessOf(assessment: Assessment): Dryness {
  const { history, drying, plan } = assessment;
  const zones = Object.keys(drying).flatMap((zoneId): ZoneDryness[] => {
    const wetted = history.standing.findLastIndex(
      (event) => event.kind === "done" && event.zoneIds.includes(zoneId) && (event.waterOnLPerM2 ?? 0) > 0,
    );
    // Only planned to get wet.
    if (wetted < 0) return [];
    const since = history.standing.slice(wetted + 1);
    const read = since.findLast(
      (event) => event.kind === "reading" && event.instrument === "moisture" && event.zoneId === zoneId,
    );
    const readPct = read?.kind === "reading" ? read.value : undefined;
    const feltDry = checkedItems({ history: { ...history, standing: since } }).has(feltDryItem(zoneId));
    return [
      {
        zoneId,
        name: plan.zones[zoneId]!.view.name,
        ...(readPct === undefined ? {} : { readPct }),
        feltDry,
        dry: readPct === undefined ? feltDry : readPct <= DRY_AT_PCT,
      },
    ];
  });
  return {
    zones,
    allDry: plan.steps.every(({ waterOnLPerM2 }) => waterOnLPerM2 === 0) && zones.every(({ dry }) => dry),
  };
}

export type HandBack = "dry" | "damp-agreed" | "not-yet";

/** Given back damp only where that was agreed. */
export const handBackOf = (assessment: Assessment, dampAgreed: boolean): HandBack =>
  drynessOf(assessment).allDry ? "dry" : dampAgreed ? "damp-agreed" : "not-yet";

const DAMP_WORDS: Record<HandBack, string> = {
  dry: "",
  "damp-agreed": "It is not read dry. Given back damp, as agreed: the owner must hear when it may be used.",
  "not-yet":
    "It is not read dry, and damp hand-back was not agreed. Read it dry below, or ask the owner and tick it under the promises.",
};

export const dampWords = (state: HandBack): string => DAMP_WORDS[state];
