import { HAIR_DENSITIES } from "@/core/ground/catalog/findings";
import type { FindingKindId } from "@/core/job/findingKinds";
import type { Finding } from "@/core/job/schema";

/** What the owner is told was found, beside the marks, which have their own lines with how they ended. */
const FOUND_WORDS: {
  [K in FindingKindId]: (finding: Extract<Finding, { kind: K }>, zone: string) => string | undefined;
} = {
  mark: () => undefined,
  mould: () => undefined,
  // Damage has a list of its own on the sheet.
  damage: () => undefined,
  hair: ({ density }, zone) => `Hair on ${zone}: ${HAIR_DENSITIES[density].toLowerCase()}`,
  odour: ({ closed, aired }, zone) =>
    closed > 0
      ? `A smell at ${zone}: ${closed} of 5 when shut${aired === undefined ? "" : `, ${aired} after airing`}`
      : undefined,
};

/** @param zone the zone's name as it stands in a sentence */
export const foundWords = (finding: Finding, zone: string): string | undefined =>
  (FOUND_WORDS[finding.kind] as (finding: Finding, zone: string) => string | undefined)(finding, zone);
