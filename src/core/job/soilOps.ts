import type { SoilLevel } from "@/core/ground/catalog/builds";
import { PURPOSES, type PurposeId } from "@/core/ground/catalog/purposes";
import { setChoice, setZone } from "./change";
import type { Op } from "./commands";
import type { Job, Zone } from "./schema";

/** How soiled somebody says a zone is, by the look. */
export type SoilSaid = SoilLevel | "clean" | "wet";

/** @returns undefined: nobody looked */
export const soilSaidOf = ({ soil, clean, wetMud }: Pick<Zone, "soil" | "clean" | "wetMud">): SoilSaid | undefined =>
  wetMud ? "wet" : (soil ?? (clean ? "clean" : undefined));

/** The same of some zones at once. @param said undefined: nobody looked */
export const soilOps = (zoneIds: readonly string[], said: SoilSaid | undefined): Op[] =>
  zoneIds.flatMap((zoneId) => [
    setZone(zoneId, "soil", said === "clean" || said === "wet" ? undefined : said),
    setZone(zoneId, "clean", said === "clean" ? true : undefined),
    setZone(zoneId, "wetMud", said === "wet" ? true : undefined),
  ]);

/** What one was called for, and what a vehicle gets beside its cloth with it. */
export function purposeOps({ pieces }: Job, purpose: PurposeId | undefined): Op[] {
  const vehicle = Object.values(pieces.byId).some(({ template }) => template === "cabin");
  return [
    setChoice("purpose", purpose),
    ...(vehicle ? [setChoice("beside", purpose === undefined ? undefined : [...PURPOSES[purpose].beside])] : []),
  ];
}
