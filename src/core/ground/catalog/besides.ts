import type { Sourced } from "@/core/ground/quantity/provenance";

/**
 * What stands beside the cloth: short steps of its own, in the timetable and not in the diagnosis. All common
 * practice; minutes are judgement.
 */
interface Beside extends Sourced {
  name: string;
  /** Screen and glass come last; under 0 it is done before anything else. */
  order: number;
  title: string;
  how: string;
  check: string;
  /** Left out: it is seen beside clean cloth. */
  why?: string;
  minutes: number;
  /** More for each seat. */
  perSeatMin?: number;
  /** What it takes of a product: mL, and more for each seat. */
  doseMl?: number;
  doseMlPerSeat?: number;
  /** Waited out before anything goes on, since it guards people, min. */
  waitMin?: number;
  /** Not left out: what follows is unsafe without it. */
  required?: true;
  /** Work for someone competent, and what can happen. */
  danger?: string;
  /** Comes with lifting seats out, which the owner agrees to; not chosen by itself. */
  withSeats?: true;
}

const AIRBAGS =
  "Airbags and belt tensioners can fire while they hold a charge, and kill. Only someone competent lifts a seat; the maker's manual rules.";

export const BESIDES = {
  opening: {
    name: "Opening the vehicle",
    order: -4,
    title: "Picture it, clear it, move the seats",
    how:
      "A picture of seat positions, controls and radio. Belongings and small parts into a named bag, rubbish out, mats " +
      "out whether soiled or not. Seats fully forward, then fully back: look under them.",
    check: "Nothing left inside that gets wet or lost.",
    why: "What is out of the way stays dry, and the picture tells how it all goes back.",
    minutes: 5,
    perSeatMin: 0.5,
    mark: "practice",
  },
  "cup-holders": {
    name: "Sticky cup holders",
    order: -3,
    title: "Soak the cup holders",
    how: "Neutral cleaner in, left to work while the rest is done; wiped out with the trim.",
    check: "It has gone soft.",
    why: "What is left to soak works while you do something else.",
    minutes: 2,
    mark: "practice",
  },
  "battery-off": {
    name: "Battery off, wait",
    order: -2,
    title: "Battery negative off, wait it out",
    how: "Ignition off, key out of the vehicle. Negative clamp off and covered. Wait the time out before a plug is touched.",
    check: "Clamp covered, the time is over.",
    why: "Until the charge is gone a pulled plug can fire an airbag.",
    minutes: 4,
    waitMin: 20,
    required: true,
    danger: AIRBAGS,
    withSeats: true,
    mark: "practice",
  },
  "seats-out": {
    name: "Seats out",
    order: -1,
    title: "Lift the seats out",
    how: "Plugs named and pulled, bolts kept by their seat. Two people, sills covered. Ignition never on while a plug is open.",
    check: "Every plug has its name.",
    why: "In the open a seat is reached from all sides, and nothing runs under it.",
    minutes: 4,
    perSeatMin: 7,
    danger: AIRBAGS,
    withSeats: true,
    mark: "practice",
  },
  leather: {
    name: "Leather and vinyl",
    order: 1,
    title: "Clean the coating of the leather",
    how:
      "Vacuum, open the seams and brush. Neutral cleaner on the cloth, never sprayed; wipe until it is " +
      "matt, shine is skin oil. Dry, conditioner thinly on the applicator; it sets twenty minutes while the rest is done, " +
      "then buff. Cracked or bare spots are wear: leave them.",
    check: "Matt all over, dry to the hand, the cloth stays clean.",
    minutes: 3,
    perSeatMin: 6,
    doseMlPerSeat: 15,
    mark: "practice",
  },
  trim: {
    name: "Hard trim and seat sides",
    order: 2,
    title: "Brush the hard trim",
    how: "Cleaner on the brush, nothing sprayed inside. Wipe with a damp cloth; satin as it was made, no shine.",
    check: "No streaks, no cleaner in the gaps.",
    minutes: 12,
    mark: "practice",
  },
  dressing: {
    name: "Dressing on hard trim",
    order: 2.5,
    title: "Dress the hard trim, satin",
    how:
      "A little on the applicator, never sprayed; worked in, what is over wiped off. Never on wheel, pedals, levers, " +
      "handles or sills: where a foot or hand grips it slips.",
    check: "Satin, dry to the hand, nothing comes off on a towel.",
    minutes: 8,
    doseMl: 20,
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
  touch: {
    name: "What hands touch",
    order: 6,
    title: "Wipe what hands touch",
    how:
      "Wheel, levers, handles, buckles, switches: neutral cleaner on the cloth, screens last with a dry one. Hard touch " +
      "points are what a disinfectant's label does allow.",
    check: "No film, nothing slippery.",
    minutes: 6,
    mark: "practice",
  },
  "last-vacuum": {
    name: "The last vacuum",
    order: 7,
    title: "Vacuum once more",
    how: "Seams, rails and floor: what has fallen since, from the back to the door you leave by.",
    check: "Nothing rattles in the nozzle.",
    why: "What the work shook loose lies on what is clean.",
    minutes: 5,
    mark: "practice",
  },
  "seats-in": {
    name: "Seats in",
    order: 8,
    title: "Seats in, plugs home, battery on",
    how: "Bolts to the manual's torque. Every plug home, then the battery, then the ignition, from outside.",
    check: "No warning lamp stays on.",
    why: "What was unplugged guards whoever sits there next.",
    minutes: 5,
    perSeatMin: 7,
    required: true,
    danger: AIRBAGS,
    withSeats: true,
    mark: "practice",
  },
  closing: {
    name: "Closing the vehicle",
    order: 9,
    title: "Closing wipe, all back as on the picture",
    how:
      "A firm wipe with a dry white towel over what was cleaned, pile set one way. Belts, mats, controls, radio and seats " +
      "back as on the picture. Look round: nothing is left behind.",
    check: "As on the picture, and cleaner.",
    why: "It is handed back as it came, only clean.",
    minutes: 5,
    perSeatMin: 0.5,
    mark: "practice",
  },
  glass: {
    name: "Screen and glass",
    order: 10,
    title: "Glass and screens, last of all",
    how: "Glass cleaner on the cloth, never on a screen. One cloth wet, one dry.",
    check: "Clear against the light.",
    minutes: 8,
    mark: "practice",
  },
} as const satisfies Record<string, Beside>;

export type BesideId = keyof typeof BESIDES;
export const BESIDE_IDS = Object.keys(BESIDES) as [BesideId, ...BesideId[]];

/** What can be asked for by itself. */
export const CHOSEN_BESIDE_IDS = BESIDE_IDS.filter((id) => besideOf(id).withSeats !== true);
/** A row with its optional columns in view. @example besideOf("glass").order // 10 */
export function besideOf(id: BesideId): Beside {
  return BESIDES[id];
}

/** From so many soiled parts on a vehicle is opened and closed as for its seats, until somebody says otherwise. Judgement. */
export const OPENED_FROM_ZONES = 3;
export const USUAL_BESIDE: readonly BesideId[] = ["opening", "last-vacuum", "closing"];

/** The two schools of protecting cloth. The product's label decides; without a word from it, dry. */
export const PROTECT_SCHOOLS = {
  dry: "On dry cloth, nothing diluted",
  damp: "On slightly damp cloth, as its label says",
} as const;

export type ProtectSchool = keyof typeof PROTECT_SCHOOLS;
export const PROTECT_IDS = Object.keys(PROTECT_SCHOOLS) as [ProtectSchool, ...ProtectSchool[]];
