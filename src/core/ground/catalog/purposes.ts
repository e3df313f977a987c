import type { BesideId } from "./besides";
import { PACKAGES } from "./packages";

interface Purpose {
  name: string;
  /** What a vehicle gets beside its cloth. */
  beside: readonly BesideId[];
  /** Every part is looked at; else only what is soiled, marked or smelt counts, and the rest is no gap. */
  wholePiece: boolean;
}

/** What somebody was called for. */
export const PURPOSES = {
  full: { name: "Full clean", beside: PACKAGES.full!.beside, wholePiece: true },
  piece: { name: "One piece or its seats", beside: PACKAGES.seats!.beside, wholePiece: true },
  spill: { name: "One spill", beside: [], wholePiece: false },
  smell: { name: "A smell", beside: [], wholePiece: false },
  hair: { name: "Hair", beside: [], wholePiece: false },
} as const satisfies Record<string, Purpose>;

export type PurposeId = keyof typeof PURPOSES;
export const PURPOSE_IDS = Object.keys(PURPOSES) as [PurposeId, ...PurposeId[]];
