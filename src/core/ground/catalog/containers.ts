/** What mixes are filled into. */
export const CONTAINERS = {
  bottle: { name: "spray bottle" },
  sprayer: { name: "pump sprayer" },
  bucket: { name: "bucket" },
  tank: { name: "tank" },
} as const;

export type ContainerKind = keyof typeof CONTAINERS;
export const CONTAINER_IDS = Object.keys(CONTAINERS) as [ContainerKind, ...ContainerKind[]];

/** Nobody said what it is: told by its size. Judgement. */
const BOTTLE_UP_TO_ML = 1500;
const SPRAYER_UP_TO_ML = 10_000;
/**
 * What a container is: as it was said, else told by its size. @param capacityMl mL, above 0
 * @example containerOf({ capacityMl: 12_000 }) // "bucket"
 */
export const containerOf = ({ kind, capacityMl }: { kind?: ContainerKind; capacityMl: number }): ContainerKind =>
  kind ?? (capacityMl <= BOTTLE_UP_TO_ML ? "bottle" : capacityMl <= SPRAYER_UP_TO_ML ? "sprayer" : "bucket");
