import { GAP_MM, part, row, sideBySide, type Measures, type Part } from "./part";

/** Cabins, seen from above, front on top: what is upright is folded out beside where it stands. */

const HEADREST_MM = 160;
const BACK_MM = 560;
const CREVICE_MM = 40;
const UNDER_MM = 120;
const BOLSTER_SHARE = 0.16;
const BELT_MM = 50;
const DOOR_MM = 420;
const DASH_MM = 350;
const CONSOLE_MM = 260;
const FOOTWELL_SHARE = 0.45;
const ROW_NAMES = ["Front", "Second", "Third", "Fourth"];

/** One seat: headrest, back between bolsters, the seam, base between bolsters, the strip under it. */
function seat(
  id: string,
  name: string,
  outer: "left" | "right" | "none",
  x: number,
  y: number,
  width: number,
  baseMm: number,
): Part[] {
  const bolster = width * BOLSTER_SHARE;
  const inner = width - 2 * bolster;
  const backTop = y + HEADREST_MM;
  const baseTop = backTop + BACK_MM + CREVICE_MM;
  const backBolster = (side: "left" | "right") => (outer === side ? ("airbag-bolster" as const) : ("bolster" as const));
  return [
    part(`${id}-headrest`, `${name}, headrest`, "headrest", x + width * 0.25, y, width * 0.5, HEADREST_MM - 20),
    part(`${id}-back-left`, `${name}, back bolster left`, backBolster("left"), x, backTop, bolster, BACK_MM),
    part(`${id}-back`, `${name}, back`, "back", x + bolster, backTop, inner, BACK_MM),
    part(
      `${id}-back-right`,
      `${name}, back bolster right`,
      backBolster("right"),
      x + bolster + inner,
      backTop,
      bolster,
      BACK_MM,
    ),
    part(`${id}-crevice`, `${name}, seam`, "crevice", x, backTop + BACK_MM, width, CREVICE_MM),
    part(`${id}-base-left`, `${name}, base bolster left`, "bolster", x, baseTop, bolster, baseMm),
    part(`${id}-base`, `${name}, base`, "base", x + bolster, baseTop, inner, baseMm),
    part(`${id}-base-right`, `${name}, base bolster right`, "bolster", x + bolster + inner, baseTop, bolster, baseMm),
    part(`${id}-under`, `Under ${name.toLowerCase()}`, "under-seat", x, baseTop + baseMm + 10, width, UNDER_MM),
  ];
}

/** Names of seats in a row by the side they stand on. */
const seatNames = (rowIndex: number, count: number) =>
  sideBySide(`${ROW_NAMES[rowIndex] ?? `Row ${rowIndex + 1}`} seat`, count);

/** A row of a cabin on the drawing, mm. */
interface Row {
  index: number;
  seats: number;
  /** Prefix of its parts, such as r1. */
  id: string;
  name: string;
  /** Left edge of the seats, and their width together. */
  left: number;
  across: number;
  top: number;
  footMm: number;
  baseMm: number;
  /** From headrest to what lies under the seat. */
  seatMm: number;
}

/**
 * A vehicle cabin: rows of seats with belts beside them, door cloth at both sides, footwells with loose mats, the boot floor
 * behind, and to the right of it all the headliner, under it dashboard and console.
 * @param measures lengthMm and depthMm are the cabin's own length and width inside
 * @example cabin({ lengthMm: 2900, depthMm: 1450, rows: [2] }).at(-1)?.part // "console"
 */
export function cabin({ lengthMm, depthMm, rows = [2, 3] }: Measures): Part[] {
  const left = DOOR_MM + GAP_MM;
  const bootMm = Math.max(400, lengthMm * 0.2);
  const rowMm = (lengthMm - bootMm) / Math.max(1, rows.length);
  const footMm = Math.max(250, rowMm * FOOTWELL_SHARE - GAP_MM);
  const baseMm = Math.max(350, rowMm - footMm - 2 * GAP_MM);
  const seatMm = HEADREST_MM + BACK_MM + CREVICE_MM + baseMm + 10 + UNDER_MM;
  const pitch = footMm + seatMm + 2 * GAP_MM;
  const above = left + depthMm + DOOR_MM + 3 * GAP_MM;
  const headlinerMm = lengthMm * 0.85;
  const consoleMm = Math.min(900, lengthMm * 0.3);
  return [
    ...rows.flatMap((seats, index) => {
      const name = ROW_NAMES[index] ?? `Row ${index + 1}`;
      const size = { left, across: depthMm, top: index * pitch, footMm, baseMm, seatMm };
      const row: Row = { index, seats, id: `r${index + 1}`, name, ...size };
      return [...footwells(row), ...seatsAndBelts(row), ...doors(row)];
    }),
    part("boot", "Boot floor", "boot", left, rows.length * pitch, depthMm, bootMm),
    part("headliner", "Headliner", "headliner", above, 0, depthMm * 0.9, headlinerMm),
    part("dash", "Dashboard", "trim", above, headlinerMm + GAP_MM, depthMm * 0.9, DASH_MM),
    part("console", "Centre console", "trim", above, headlinerMm + DASH_MM + 2 * GAP_MM, CONSOLE_MM, consoleMm),
  ];
}

/** Footwells and their mats: one a side, whatever the seats. */
function footwells({ id, name, left, across, top, footMm }: Row): Part[] {
  const half = (across - GAP_MM) / 2;
  const mat = half * 0.44;
  return sideBySide("", 2).flatMap((each, at) => {
    const side = each.trim();
    const x = left + at * (half + GAP_MM);
    const footX = x + (at === 0 ? mat + 20 : 0);
    const matX = at === 0 ? x : x + half - mat;
    return [
      part(`${id}-foot-${side}`, `${name} footwell ${side}`, "footwell", footX, top, half - mat - 20, footMm),
      part(`${id}-mat-${side}`, `${name} mat ${side}, loose`, "mat", matX, top, mat, footMm),
    ];
  });
}

function seatsAndBelts({ index, seats, id, left, across, top, footMm, baseMm }: Row): Part[] {
  const seatTop = top + footMm + GAP_MM;
  const pitch = across / seats;
  return seatNames(index, seats).flatMap((name, at) => {
    const beltX = left + at * pitch + 4;
    const x = left + at * pitch + BELT_MM + 20;
    const outer = at === 0 ? "left" : at === seats - 1 ? "right" : "none";
    return [
      part(`${id}-belt-${at + 1}`, `${name}, belt`, "belt", beltX, seatTop + HEADREST_MM, BELT_MM, BACK_MM),
      ...seat(`${id}-s${at + 1}`, name, outer, x, seatTop, pitch - BELT_MM - 40, baseMm),
    ];
  });
}

const doors = ({ id, name, left, across, top, footMm, seatMm }: Row): Part[] => [
  part(`${id}-door-left`, `${name} door cloth left`, "door-cloth", 0, top, DOOR_MM, seatMm + footMm),
  part(
    `${id}-door-right`,
    `${name} door cloth right`,
    "door-cloth",
    left + across + GAP_MM,
    top,
    DOOR_MM,
    seatMm + footMm,
  ),
];

const SALOON_BACK_MM = 450;

/**
 * A boat's saloon: a settee each side and one across the end, the sole between them, the headlining drawn to the right.
 * @example saloon({ lengthMm: 3000, depthMm: 2200 })[0]?.name // "Fore back"
 */
export function saloon({ lengthMm, depthMm, seats = 2 }: Measures): Part[] {
  const seatMm = 500;
  const inset = SALOON_BACK_MM + CREVICE_MM;
  const soleMm = Math.max(300, depthMm - 2 * seatMm - 2 * GAP_MM);
  const top = inset + seatMm + GAP_MM;
  const settee = Math.max(300, lengthMm - seatMm - GAP_MM);
  const soleX = inset + seatMm + GAP_MM;
  const starboard = soleX + soleMm + GAP_MM;
  const along = (id: string, side: string, x: number) =>
    Array.from({ length: seats }, (_, index) =>
      part(
        `${id}-${index + 1}`,
        `${side} base ${index + 1}`,
        "base",
        x,
        top + (index * settee) / seats,
        seatMm,
        settee / seats,
      ),
    );
  return [
    part("fore-back", "Fore back", "back", inset, 0, depthMm, SALOON_BACK_MM),
    part("fore-crevice", "Fore seam", "crevice", inset, SALOON_BACK_MM, depthMm, CREVICE_MM),
    ...row("fore", sideBySide("Fore base", 2), "base", inset, inset, depthMm, seatMm),
    part("port-back", "Port back", "back", 0, top, SALOON_BACK_MM, settee),
    part("port-crevice", "Port seam", "crevice", SALOON_BACK_MM, top, CREVICE_MM, settee),
    ...along("port", "Port", inset),
    part("sole", "Sole carpet", "footwell", soleX, top, soleMm, settee),
    ...along("starboard", "Starboard", starboard),
    part("starboard-crevice", "Starboard seam", "crevice", starboard + seatMm, top, CREVICE_MM, settee),
    part("starboard-back", "Starboard back", "back", starboard + seatMm + CREVICE_MM, top, SALOON_BACK_MM, settee),
    part("headlining", "Headlining", "headliner", starboard + seatMm + inset + 3 * GAP_MM, 0, depthMm, lengthMm),
  ];
}
