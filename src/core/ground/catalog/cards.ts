import type { Sourced } from "@/core/ground/quantity/provenance";

interface Card extends Sourced {
  name: string;
  /** Share of light it gives back. */
  reflectance: number;
}

/** What lies in a picture so that its light can be told. */
export const CARDS = {
  "grey-card": { name: "Grey card", reflectance: 0.18, mark: "practice" },
  "white-card": { name: "White card or towel", reflectance: 0.85, mark: "judgement" },
} as const satisfies Record<string, Card>;

export type CardId = keyof typeof CARDS;
export const CARD_IDS = Object.keys(CARDS) as [CardId, ...CardId[]];
