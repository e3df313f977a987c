import type { Sourced } from "@/core/ground/quantity/provenance";
import type { SurfaceId } from "./surfaces";
import type { NeighbourId } from "./builds";

/** What a part of a piece is for, and what follows from that when nobody has looked closer: only ever the careful side. */
export interface Role extends Sourced {
  name: string;
  /** What the place says of a mark there: an outcome of the test "place". */
  place?: "contact" | "seat" | "feet" | "edge" | "ceiling";
  build?: "glue-held";
  neighbours?: readonly NeighbourId[];
  /** Sewn all round: its edge counts as seam to be opened and vacuumed. */
  sewn?: true;
  /** It is no cloth, until somebody says so of this very zone. */
  surface?: SurfaceId;
}

const ROLES = {
  base: { name: "Seat base", place: "seat", sewn: true, mark: "practice" },
  back: { name: "Seat back", place: "contact", sewn: true, mark: "practice" },
  bolster: { name: "Side bolster", place: "contact", sewn: true, mark: "practice" },
  // Outer sides of vehicle backs often hold an airbag that fires through the seam.
  "airbag-bolster": {
    name: "Side bolster, vehicle back",
    place: "contact",
    sewn: true,
    neighbours: ["airbag"],
    mark: "practice",
  },
  headrest: { name: "Headrest", place: "contact", sewn: true, mark: "practice" },
  crevice: { name: "Seam between back and base", place: "edge", sewn: true, mark: "practice" },
  arm: { name: "Arm", place: "contact", sewn: true, mark: "practice" },
  front: { name: "Front", mark: "practice" },
  rail: { name: "Rail", build: "glue-held", mark: "practice" },
  footwell: { name: "Footwell", place: "feet", mark: "practice" },
  // Modules, connectors and motors sit under vehicle seats.
  "under-seat": { name: "Under a seat", place: "edge", neighbours: ["electrics"], mark: "practice" },
  boot: { name: "Boot floor", place: "feet", mark: "practice" },
  mat: { name: "Loose mat", place: "feet", mark: "practice" },
  headliner: { name: "Headliner", place: "ceiling", build: "glue-held", mark: "practice" },
  "door-cloth": { name: "Door cloth", place: "contact", build: "glue-held", neighbours: ["speaker"], mark: "practice" },
  belt: { name: "Belt", place: "contact", mark: "practice" },
  field: { name: "Carpet", mark: "practice" },
  lane: { name: "Traffic lane", place: "feet", mark: "practice" },
  doorway: { name: "By a door", place: "feet", mark: "practice" },
  tread: { name: "Tread", place: "feet", mark: "practice" },
  riser: { name: "Riser", place: "feet", mark: "practice" },
  fringe: { name: "Fringe", place: "edge", mark: "practice" },
  side: { name: "Side panel", sewn: true, mark: "practice" },
  top: { name: "Lying surface", place: "seat", sewn: true, mark: "practice" },
  // Switches, screens and the airbags behind a dashboard.
  trim: { name: "Hard trim", place: "contact", surface: "hard", neighbours: ["electrics", "airbag"], mark: "practice" },
} as const satisfies Record<string, Role>;

export type RoleId = keyof typeof ROLES;
export const ROLE_IDS = Object.keys(ROLES) as RoleId[];
/** A role's row with its optional columns in view. @example roleOf("headliner").build // "glue-held" */
export const roleOf = (id: RoleId): Role => ROLES[id];
