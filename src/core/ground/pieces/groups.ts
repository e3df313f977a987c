import type { RoleId } from "@/core/ground/catalog/roles";

/** Parts of a piece that are of one cloth as a rule. */
export const GROUPS = {
  seats: "All seats",
  floor: "All floors",
  mats: "All mats",
  lining: "Headliner and doors",
  belts: "All belts",
} as const;

export type GroupId = keyof typeof GROUPS;
export const GROUP_IDS = Object.keys(GROUPS) as [GroupId, ...GroupId[]];

const OF_ROLE: Partial<Record<RoleId, GroupId>> = {
  mat: "mats",
  headliner: "lining",
  "door-cloth": "lining",
  belt: "belts",
  ...Object.fromEntries(
    ["base", "back", "bolster", "airbag-bolster", "headrest", "crevice", "arm", "front", "side", "top"].map((role) => [
      role,
      "seats",
    ]),
  ),
  ...Object.fromEntries(
    ["footwell", "under-seat", "boot", "field", "lane", "doorway", "tread", "riser"].map((role) => [role, "floor"]),
  ),
};

/** The group a part belongs to; none for what stands alone. @example groupOf("footwell") // "floor" */
export const groupOf = (role: RoleId): GroupId | undefined => OF_ROLE[role];
