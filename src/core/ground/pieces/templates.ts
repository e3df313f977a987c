import { cabin, saloon } from "./cabins";
import { carpet, FOUR_WALLS, room, rug, stairs } from "./floors";
import { boundsOf, moved } from "./geometry";
import type { Measures, Part } from "./part";
import { armchair, benchSeat, diningChair, mattress, sofa } from "./seats";

/** Parametric patterns of the pieces: a template turns a piece's own measures into its parts. */

export type { Measures, Part } from "./part";

/** A measure a technician gives: a length, or how many of something. */
export interface Ask {
  key: "lengthMm" | "depthMm" | "backMm" | "riserMm" | "seats" | "wingSeats" | "steps";
  words: string;
  min: number;
  max: number;
}

interface Template {
  name: string;
  asks: readonly Ask[];
  /** Rows of seats can be set one by one; walls and doors are walked round. */
  also?: "rows" | "walls";
  usual: Measures;
  /** Which way the drawing looks, said on the map. */
  faces?: string;
  parts: (measures: Measures) => Part[];
}

const length = (words: string, min: number, max: number): Ask => ({ key: "lengthMm", words, min, max });
const depth = (words: string, min: number, max: number): Ask => ({ key: "depthMm", words, min, max });
const back = (words: string, min: number, max: number): Ask => ({ key: "backMm", words, min, max });
const count = (key: "seats" | "wingSeats" | "steps", words: string, min: number, max: number): Ask => ({
  key,
  words,
  min,
  max,
});

export const TEMPLATES = {
  "bench-seat": {
    name: "Bench seat",
    asks: [length("Length", 600, 6000), depth("Depth", 300, 1200), back("Back height", 200, 1500)],
    usual: { lengthMm: 1800, depthMm: 520, backMm: 500 },
    faces: "front ↓",
    parts: benchSeat,
  },
  settee: {
    name: "Settee",
    asks: [
      length("Length", 900, 6000),
      depth("Depth", 300, 1200),
      back("Back height", 200, 1500),
      count("seats", "Seats", 1, 5),
      count("wingSeats", "Seats round the corner", 0, 4),
    ],
    usual: { lengthMm: 1700, depthMm: 560, backMm: 520, seats: 2, wingSeats: 0 },
    faces: "front ↓",
    parts: sofa,
  },
  armchair: {
    name: "Armchair",
    asks: [length("Width", 600, 1600), depth("Depth", 300, 1200), back("Back height", 300, 1200)],
    usual: { lengthMm: 950, depthMm: 560, backMm: 650 },
    faces: "front ↓",
    parts: armchair,
  },
  "dining-chair": {
    name: "Dining chair",
    asks: [length("Width", 300, 800), depth("Depth", 300, 800), back("Back pad height", 100, 800)],
    usual: { lengthMm: 460, depthMm: 450, backMm: 320 },
    faces: "front ↓",
    parts: diningChair,
  },
  mattress: {
    name: "Mattress",
    asks: [length("Length", 1000, 2300), depth("Width", 600, 2200), back("Height", 80, 450)],
    usual: { lengthMm: 2000, depthMm: 900, backMm: 200 },
    faces: "↑ head",
    parts: mattress,
  },
  cabin: {
    name: "Vehicle cabin",
    asks: [length("Length inside", 1200, 6000), depth("Width inside", 1000, 2400)],
    also: "rows",
    usual: { lengthMm: 2900, depthMm: 1450, rows: [2, 3] },
    faces: "↑ front",
    parts: cabin,
  },
  saloon: {
    name: "Boat saloon",
    asks: [length("Length", 1500, 6000), depth("Width", 1400, 4500), count("seats", "Bases a side", 1, 4)],
    usual: { lengthMm: 2600, depthMm: 2100, seats: 2 },
    faces: "↑ front",
    parts: saloon,
  },
  room: {
    name: "Room carpet",
    asks: [],
    also: "walls",
    usual: { lengthMm: 4000, depthMm: 3200, walls: FOUR_WALLS, doors: [{ wall: 3, atMm: 600, widthMm: 800 }] },
    parts: room,
  },
  carpet: {
    name: "Carpet",
    asks: [length("Length", 300, 30_000), depth("Width", 300, 30_000)],
    usual: { lengthMm: 4200, depthMm: 1600 },
    parts: carpet,
  },
  stairs: {
    name: "Stairs",
    asks: [
      length("Width", 400, 3000),
      depth("Tread depth", 150, 500),
      { key: "riserMm", words: "Riser height", min: 100, max: 300 },
      count("steps", "Steps", 1, 30),
    ],
    usual: { lengthMm: 800, depthMm: 250, riserMm: 190, steps: 12 },
    faces: "↑ top",
    parts: stairs,
  },
  rug: {
    name: "Loose rug",
    asks: [length("Length", 400, 8000), depth("Width", 300, 6000)],
    usual: { lengthMm: 2300, depthMm: 1600 },
    parts: rug,
  },
} as const satisfies Record<string, Template>;

export type TemplateId = keyof typeof TEMPLATES;
export const TEMPLATE_IDS = Object.keys(TEMPLATES) as [TemplateId, ...TemplateId[]];
/** A template with its optional columns in view. @example templateOf("cabin").name // "Vehicle cabin" */
export const templateOf = (id: TemplateId): Template => TEMPLATES[id];
const drawn = new WeakMap<object, Part[]>();

/**
 * The parts of a piece with its drawing's corner at 0, 0; a measure that was not given is taken as usual. Pieces
 * never change in place, so each is drawn once.
 * @example partsOf({ template: "rug", lengthMm: 2400, depthMm: 1700 }).length // 5
 */
export function partsOf(piece: { template: TemplateId } & Partial<Measures>): Part[] {
  const known = drawn.get(piece);
  if (known) return known;
  const { usual, parts } = templateOf(piece.template);
  const given = Object.fromEntries(Object.entries(piece).filter(([, value]) => value !== undefined));
  const laid = parts({ ...usual, ...given });
  const { xMm, yMm } = boundsOf(laid.flatMap(({ corners }) => corners));
  const placed = laid.map((each) => ({ ...each, corners: moved(each.corners, -xMm, -yMm) }));
  drawn.set(piece, placed);
  return placed;
}
