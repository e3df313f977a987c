import type { BuildId } from "@/core/ground/catalog/builds";
import type { MaterialId } from "@/core/ground/catalog/materials";
import type { RoleId } from "@/core/ground/catalog/roles";
import { CABINS } from "./cabinSpace";
import type { TemplateId } from "./templates";

/** What a part of a piece usually is, until somebody looked. Common practice, no source. */
export interface UsualCloth {
  /** Left out: anything. */
  materials?: readonly MaterialId[];
  builds: readonly BuildId[];
  /** As a rule young and sound enough for a brush. */
  sound?: true;
  /** Said to whoever looks. */
  words: string;
}

const CARPETS: readonly BuildId[] = ["carpet-on-underlay", "carpet-stuck-down"];
const SEAT: readonly RoleId[] = [
  "base",
  "back",
  "bolster",
  "airbag-bolster",
  "headrest",
  "crevice",
  "arm",
  "front",
  "side",
  "top",
];
const FLOOR: readonly RoleId[] = [
  "footwell",
  "under-seat",
  "boot",
  "mat",
  "field",
  "lane",
  "doorway",
  "tread",
  "riser",
];

const VEHICLE_SEAT: UsualCloth = {
  materials: ["polyester", "nylon", "suede-look"],
  builds: ["cover-on-foam"],
  sound: true,
  words: "woven or knitted polyester, nylon or suede-look on foam, as vehicle seats usually are",
};
const VEHICLE_FLOOR: UsualCloth = {
  materials: ["nylon", "polyester"],
  builds: CARPETS,
  sound: true,
  words: "nylon or polyester carpet, as vehicle floors usually are",
};
const VEHICLE_LINING: UsualCloth = {
  materials: ["polyester", "nylon"],
  builds: ["glue-held"],
  words: "polyester or nylon held by glue, as linings usually are",
};
const BELT: UsualCloth = {
  materials: ["polyester"],
  builds: ["cover-on-foam"],
  sound: true,
  words: "woven polyester, as belts are",
};
const VEHICLE_MAT: UsualCloth = {
  ...VEHICLE_FLOOR,
  builds: ["loose-mat"],
  words: "a loose mat of nylon or polyester, as vehicle mats usually are",
};
const RUG: UsualCloth = {
  materials: ["wool"],
  builds: ["loose-rug"],
  words: "wool, as a rug is until it is proved otherwise",
};
const ROOM_FLOOR: UsualCloth = {
  materials: ["nylon", "polyester", "olefin", "wool"],
  builds: CARPETS,
  words: "nylon, polyester, olefin or wool carpet, as floors of rooms usually are",
};
const FURNITURE: UsualCloth = { builds: ["cover-on-foam"], words: "a loose cover over foam, of any fibre" };

/** @example usualClothOf("cabin", "base")?.builds // ["cover-on-foam"] */
export function usualClothOf(template: TemplateId, role: RoleId): UsualCloth | undefined {
  if (template === "rug") return RUG;
  if (template === "cabin") {
    if (role === "belt") return BELT;
    if (role === "mat") return VEHICLE_MAT;
    if (SEAT.includes(role)) return VEHICLE_SEAT;
    return FLOOR.includes(role) ? VEHICLE_FLOOR : VEHICLE_LINING;
  }
  if (FLOOR.includes(role)) return CABINS.includes(template) ? VEHICLE_FLOOR : ROOM_FLOOR;
  return SEAT.includes(role) ? FURNITURE : undefined;
}
