import { own } from "@/core/job/lookUp";
import { SOIL_OF_IDS, type SoilLevel, type SoilOf } from "@/core/ground/catalog/builds";
import { PURPOSES, type PurposeId } from "@/core/ground/catalog/purposes";
import { setChoice, setZone } from "./change";
import type { Op } from "./commands";
import type { Job, Zone } from "./schema";

/** How soiled somebody says a zone is, by the look. */
export type SoilSaid = SoilLevel | "clean" | "wet";

/** @returns undefined: nobody looked */
export const soilSaidOf = ({ soil, clean, wetMud }: Pick<Zone, "soil" | "clean" | "wetMud">): SoilSaid | undefined =>
  wetMud ? "wet" : (soil ?? (clean ? "clean" : undefined));

/** The same of some zones at once. @param said undefined: nobody looked @param of the whole it is said of; left out: of each by itself */
export const soilOps = (zoneIds: readonly string[], said: SoilSaid | undefined, of?: SoilOf): Op[] =>
  zoneIds.flatMap((zoneId) => [
    setZone(zoneId, "soil", said === "clean" || said === "wet" ? undefined : said),
    setZone(zoneId, "clean", said === "clean" ? true : undefined),
    setZone(zoneId, "wetMud", said === "wet" ? true : undefined),
    setZone(zoneId, "soilOf", said === undefined ? undefined : of),
  ]);

/** How narrowly it was said: of everything, of a part, of a row, of the zone itself; nothing said gives way to all. */
const narrowness = (zone: Zone): number =>
  soilSaidOf(zone) === undefined
    ? -1
    : zone.soilOf === undefined
      ? SOIL_OF_IDS.length
      : SOIL_OF_IDS.indexOf(zone.soilOf);

/** Zones of a whole of which something else was said more narrowly: what is said of the whole does not change them. */
export const toldNarrower = ({ zones }: Job, { of, zoneIds }: { of: SoilOf; zoneIds: readonly string[] }): string[] =>
  zoneIds.filter((id) => narrowness(own(zones.byId, id)!) > SOIL_OF_IDS.indexOf(of));

/** What one was called for, and what a vehicle gets beside its cloth with it. */
export function purposeOps({ pieces }: Job, purpose: PurposeId | undefined): Op[] {
  const vehicle = Object.values(pieces.byId).some(({ template }) => template === "cabin");
  return [
    setChoice("purpose", purpose),
    ...(vehicle ? [setChoice("beside", purpose === undefined ? undefined : [...PURPOSES[purpose].beside])] : []),
  ];
}
