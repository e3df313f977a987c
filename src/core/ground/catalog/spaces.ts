import type { Sourced } from "@/core/ground/quantity/provenance";

/** What wet things stand in while they dry. */
interface Space extends Sourced {
  name: string;
  /** Fewest air changes of its range, 1/h; undefined: so many that the air stays as it is. Judgement. */
  airChangesPerH?: number;
}

export const SPACES = {
  open: { name: "In the open or a big airy hall", mark: "judgement" },
  doors: { name: "Doors open", airChangesPerH: 20, mark: "judgement" },
  gap: { name: "Window or gap open", airChangesPerH: 3, mark: "judgement" },
  shut: { name: "Shut", airChangesPerH: 0.3, mark: "judgement" },
} as const satisfies Record<string, Space>;

export type SpaceId = keyof typeof SPACES;
export const SPACE_IDS = Object.keys(SPACES) as [SpaceId, ...SpaceId[]];
/** A space's row with its optional columns in view. @example spaceOf("shut").name // "Shut" */
export const spaceOf = (id: SpaceId): Space => SPACES[id];

/** Height of a room over its floor, and the least room anything stands in. Judgement. */
export const ROOM_HEIGHT_M = 2.4;
export const LEAST_ROOM_M3 = 25;
/** Heat through walls and glass, W/m²K of the surface of a cube of that room; heat that what stands in it takes, J/m³K. Judgement. */
export const WALL_LOSS_W_PER_M2K = 2.5;
export const ROOM_HEAT_J_PER_M3K = 17_000;
/** Sun on a removed seat or a rug out of doors, W/m². Judgement, low end of a bright day. */
export const SUN_W_PER_M2 = 250;
