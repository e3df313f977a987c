import type { Sourced } from "@/core/ground/quantity/provenance";

/**
 * What stands beside the cloth: short steps of its own, in the timetable and not in the diagnosis. All common
 * practice; minutes are judgement.
 */
interface Beside extends Sourced {
  name: string;
  /** Screen and glass come last. */
  order: number;
  title: string;
  how: string;
  check: string;
  minutes: number;
}

export const BESIDES = {
  leather: {
    name: "Leather and vinyl",
    order: 1,
    title: "Clean the coating of the leather",
    how:
      "Vacuum, open the seams and brush. Neutral cleaner on the cloth, never sprayed; wipe until it is " +
      "matt, shine is skin oil. Condition when dry. Cracked or bare spots are wear: leave them.",
    check: "Matt all over, the cloth stays clean.",
    minutes: 15,
    mark: "practice",
  },
  trim: {
    name: "Hard trim and seat sides",
    order: 2,
    title: "Brush the hard trim",
    how: "Cleaner on the brush, nothing sprayed inside. Wipe with a damp cloth; natural finish, no shine.",
    check: "No streaks, no cleaner in the gaps.",
    minutes: 12,
    mark: "practice",
  },
  rails: {
    name: "Seat rails and brackets",
    order: 3,
    title: "Clear the seat rails",
    how: "Seat fully forward, then fully back. Brush and vacuum the rail, a damp cloth for what sticks. Leave its grease.",
    check: "The seat runs freely both ways.",
    minutes: 6,
    mark: "practice",
  },
  gutters: {
    name: "Door edges and boot gutters",
    order: 4,
    title: "Wipe the door edges and gutters",
    how: "Brush wrapped in a cloth, so that it neither scratches nor drips.",
    check: "No grit left to feel.",
    minutes: 8,
    mark: "practice",
  },
  pedals: {
    name: "Pedals and rubber",
    order: 5,
    title: "Scrub pedals and rubber",
    how: "Neutral cleaner on the brush, rinse, wipe dry. No dressing on anything a foot or hand grips: it slips.",
    check: "Dry and grippy.",
    minutes: 5,
    mark: "practice",
  },
  glass: {
    name: "Screen and glass",
    order: 6,
    title: "Glass and screens, last of all",
    how: "Glass cleaner on the cloth, never on a screen. One cloth wet, one dry.",
    check: "Clear against the light.",
    minutes: 8,
    mark: "practice",
  },
} as const satisfies Record<string, Beside>;

export type BesideId = keyof typeof BESIDES;
export const BESIDE_IDS = Object.keys(BESIDES) as [BesideId, ...BesideId[]];

/** The two schools of protecting cloth. The product's label decides; without a word from it, dry. */
export const PROTECT_SCHOOLS = {
  dry: "On dry cloth, nothing diluted",
  damp: "On slightly damp cloth, as its label says",
} as const;

export type ProtectSchool = keyof typeof PROTECT_SCHOOLS;
export const PROTECT_IDS = Object.keys(PROTECT_SCHOOLS) as [ProtectSchool, ...ProtectSchool[]];
