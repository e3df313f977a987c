import type { MaterialId } from "./materials";

/** Fibres that take the same treatment much alike: what worked on one is told of the others. Common practice, no source. */
export const FIBRE_GROUPS = {
  "wool-silk": { name: "Wool and silk", of: ["wool", "silk"] },
  plant: { name: "Plant fibre and viscose", of: ["cotton", "linen", "jute", "viscose"] },
  synthetic: { name: "Synthetic", of: ["nylon", "polyester", "olefin", "acrylic", "acetate"] },
  "suede-look": { name: "Suede-look", of: ["suede-look"] },
} as const satisfies Record<string, { name: string; of: readonly MaterialId[] }>;

export type FibreGroup = keyof typeof FIBRE_GROUPS;
export const FIBRE_GROUP_IDS = Object.keys(FIBRE_GROUPS) as [FibreGroup, ...FibreGroup[]];

/**
 * The group of what a cloth may be; undefined while it may be of several.
 * @example fibreGroupOf(["cotton", "linen"]) // "plant"
 */
export const fibreGroupOf = (materials: readonly MaterialId[]): FibreGroup | undefined =>
  materials.length === 0
    ? undefined
    : FIBRE_GROUP_IDS.find((group) =>
        materials.every((material) => (FIBRE_GROUPS[group].of as readonly MaterialId[]).includes(material)),
      );
