import type { Kit } from "@/core/job/schema";
import { toolOf, type ToolId } from "@/core/ground/catalog/tools";
import { paceOf } from "@/core/judgement/learnt/own";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { input, stated, sumOf } from "@/core/ground/sums/working";
import type { HandsOn } from "./step";
import type { ActionId } from "@/core/ground/catalog/actions";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** Minutes of hands-on work: a start, and minutes for each m² and round. Judgement, to be corrected by the technician's own log. */
export const PACE: Record<ActionId, { startMin: number; minPerM2: number }> = {
  "check-first": { startMin: 2, minPerM2: 0.5 },
  "fastness-check": { startMin: 2, minPerM2: 0 },
  blot: { startMin: 1, minPerM2: 10 },
  presoak: { startMin: 1, minPerM2: 2 },
  "hair-lift": { startMin: 1.5, minPerM2: 2.5 },
  "dry-removal": { startMin: 1, minPerM2: 2.5 },
  scrape: { startMin: 4, minPerM2: 30 },
  agent: { startMin: 1, minPerM2: 6 },
  clean: { startMin: 0.5, minPerM2: 1 },
  work: { startMin: 0.5, minPerM2: 3.5 },
  rinse: { startMin: 1, minPerM2: 4 },
  "towel-off": { startMin: 0.5, minPerM2: 2 },
  air: { startMin: 0.5, minPerM2: 0 },
  // A stroke of an upholstery head of 0.1 m at 0.3 m/s; other heads go by their own width and pace.
  extract: { startMin: 3, minPerM2: 0.9 },
  steam: { startMin: 3, minPerM2: 5 },
  finish: { startMin: 0.5, minPerM2: 1 },
  "set-to-dry": { startMin: 3, minPerM2: 0 },
  "take-out": { startMin: 1, minPerM2: 0 },
  trial: { startMin: 5, minPerM2: 0 },
  blow: { startMin: 0.5, minPerM2: 0 },
  seams: { startMin: 0.5, minPerM2: 0 },
  beside: { startMin: 5, minPerM2: 0 },
  "power-off": { startMin: 4, minPerM2: 0 },
  gas: { startMin: 10, minPerM2: 0 },
  "gas-out": { startMin: 5, minPerM2: 0 },
};

/**
 * Open floor, worked standing with what is made for floors, min per m²; anything else as above. From memory of published
 * cleaning times: 200 m² an hour vacuumed, 400 pre-sprayed, 75 worked in by a brush on a handle, twice that by one on a motor; a towel
 * under a flat holder 120.
 */
const OPEN_FLOOR_MIN_PER_M2: Partial<Record<ActionId, number>> = {
  "check-first": 0.05,
  presoak: 0.15,
  "dry-removal": 0.3,
  // Each pass: all of them take two to five times what vacuuming does.
  "hair-lift": 0.12,
  clean: 0.15,
  work: 0.8,
  "towel-off": 0.5,
  // Pressed with a towel under a flat holder.
  rinse: 0.65,
};
/** A floor as large as this is worked standing, m². Judgement. */
const OPEN_FROM_M2 = 1;
const OPEN_FLOOR: readonly RoleId[] = ["field", "lane", "doorway"];

/** The part that is worked, as far as its pace asks. */
type Paced = Pick<ZoneView, "role" | "soil">;

const isOpenFloor = (role: RoleId, areaM2: number) => OPEN_FLOOR.includes(role) && areaM2 >= OPEN_FROM_M2;

/** Even and without corners, or one like the other: so much of the minutes of a seat. Judgement. */
const EVEN: Partial<Record<RoleId, number>> = { top: 0.7, tread: 0.6, riser: 0.6 };
const QUICKER_WHERE_EVEN: readonly ActionId[] = ["dry-removal", "clean", "work", "towel-off", "rinse"];
/** More comes out of heavy soil: slower nozzle, more turns of the brush and the towel. Judgement. */
const SLOWED_BY_SOIL: Record<SoilLevel, number> = { light: 0.7, moderate: 1, heavy: 1.5, caked: 2 };
const SLOWED: readonly ActionId[] = ["dry-removal", "work", "towel-off"];

/** How much of the usual minutes an action takes here, by the part and how soiled it is. */
const slownessOn = ({ role, soil }: Paced, action: ActionId): number =>
  (QUICKER_WHERE_EVEN.includes(action) ? (EVEN[role] ?? 1) : 1) *
  (soil && SLOWED.includes(action) ? SLOWED_BY_SOIL[soil.level] : 1);

/** Start and pace of an action on a part. @param areaM2 m² that is worked, not all of the part */
export function paceOn(part: Paced, areaM2: number, action: ActionId): { startMin: number; minPerM2: number } {
  const onFloor = isOpenFloor(part.role, areaM2) ? OPEN_FLOOR_MIN_PER_M2[action] : undefined;
  const { startMin, minPerM2 } = PACE[action];
  return { startMin, minPerM2: (onFloor ?? minPerM2) * slownessOn(part, action) };
}

/**
 * Hands-on minutes for an action over an area, m², in a number of rounds or strokes, at the pace of the own log.
 * @param kit of which only the log counts
 * @param usual minutes of that action where they are not the usual ones
 */
export function handsOnMinutes(
  { experience }: Pick<Kit, "experience">,
  action: ActionId,
  areaM2: number,
  rounds = 1,
  usual: { startMin: number; minPerM2: number } = PACE[action],
): HandsOn {
  const { factor, n } = paceOf(experience, action);
  const [startMin, minPerM2] = [usual.startMin * factor, usual.minPerM2 * factor];
  const basis = n > 0 ? "computed" : "table";
  const about =
    n > 0
      ? [
          input("your pace, of the table's, is in both", factor, "1", "measured"),
          input("steps of your own behind it", n, "1", "measured"),
        ]
      : [];
  const given = { startMin: { value: startMin, basis }, areaM2, minPerM2: { value: minPerM2, basis }, rounds } as const;
  return { ...sumOf(TREATMENT_FORMULAS, "treatment.minutes", given, about), startMin };
}

/** The pace of the own log, of the table's, as an input of a sum. */
export function ownPace({ experience }: Pick<Kit, "experience">, action: ActionId): ReturnType<typeof stated.table> {
  const { factor, n } = paceOf(experience, action);
  return n > 0 ? stated.measured(factor) : stated.table(factor);
}

/** A sprayer and a towel once over it, min per m². Judgement. */
const MISTED_MIN_PER_M2 = 2;

/** The same on open floor, the towel under a flat holder. Judgement. */
const MISTED_FLOOR_MIN_PER_M2 = 0.25;

/** Hands-on minutes to mist a rinse on and wipe it once. @param areaM2 m², > 0 */
export function mistingMinutes({ experience }: Pick<Kit, "experience">, areaM2: number, part: Paced): HandsOn {
  const { factor, n } = paceOf(experience, "rinse");
  const onFloor = isOpenFloor(part.role, areaM2) ? MISTED_FLOOR_MIN_PER_M2 : MISTED_MIN_PER_M2;
  const pace = onFloor * slownessOn(part, "rinse");
  const basis = n > 0 ? "computed" : "table";
  const startMin = PACE.rinse.startMin * factor;
  const minPerM2 = { value: pace * factor, basis } as const;
  return {
    ...sumOf(TREATMENT_FORMULAS, "treatment.minutes", {
      startMin: { value: startMin, basis },
      areaM2,
      minPerM2,
      rounds: 1,
    }),
    startMin,
  };
}

/** Hands-on minutes to lift what a brush brought up; on open floor the towel goes under a brush on a motor and only is turned. */
export function liftingMinutes(kit: Pick<Kit, "experience">, areaM2: number, tool: ToolId, part: Paced): HandsOn {
  const { startMin, minPerM2 } = paceOn(part, areaM2, "towel-off");
  const under = isOpenFloor(part.role, areaM2) && toolOf(tool).powered ? UNDER_THE_BRUSH : 1;
  return handsOnMinutes(kit, "towel-off", areaM2, 1, { startMin, minPerM2: minPerM2 * under });
}
/** Of the minutes of a towel by itself. Judgement. */
const UNDER_THE_BRUSH = 0.3;

/** A brush on a motor works a floor so much faster than one by hand. Judgement. */
const POWERED_PACE = 0.5;

/** Hands-on minutes to work in what was put on, by the tool. @param areaM2 m², > 0 */
export function workingMinutes(
  { experience }: Pick<Kit, "experience">,
  areaM2: number,
  tool: ToolId,
  part: Paced = { role: "base", soil: undefined },
): HandsOn {
  const { factor, n } = paceOf(experience, "work");
  const basis = n > 0 ? "computed" : "table";
  const usual = paceOn(part, areaM2, "work");
  const startMin = usual.startMin * factor;
  const minPerM2 = { value: usual.minPerM2 * factor * (toolOf(tool).powered ? POWERED_PACE : 1), basis } as const;
  return {
    ...sumOf(TREATMENT_FORMULAS, "treatment.minutes", {
      startMin: { value: startMin, basis },
      areaM2,
      minPerM2,
      rounds: 1,
    }),
    startMin,
  };
}

/**
 * Strokes overlap, are lifted off and set down again: so much longer than the bare way of the head. On seats and
 * cushions round every seam, on open floor in long straight lines. Judgement, by the rates of common practice: a hand
 * nozzle on upholstery 3 to 6 m² an hour, a wand 40 to 80.
 */
const TURNING = { cushion: 4, floor: 1.6, even: 1.2, open: 1.1 };
/** Worked standing, strip by strip. */
const ON_FLOOR: readonly RoleId[] = ["footwell", "boot", "mat", "field", "lane", "doorway", "tread"];

function turningOn(role: RoleId, areaM2: number, { headWidthM }: Head): number {
  if (isOpenFloor(role, areaM2) && headWidthM >= WAND_FROM_M) return TURNING.open;
  if (EVEN[role] !== undefined) return TURNING.even;
  return ON_FLOOR.includes(role) ? TURNING.floor : TURNING.cushion;
}
/** A head as wide as this is a wand, m. Judgement. */
const WAND_FROM_M = 0.2;
/** Tanks are emptied and filled, min each time after the first. Judgement. */
const TANK_MIN = 4;

/** A head and how fast it is pulled. */
interface Head {
  headWidthM: number;
  strokeMPerS: number;
  solutionTankL?: number;
}

/**
 * Hands-on minutes to draw an area off, by the width and pace of this very machine and the tanks it takes.
 * @param areaM2 m², > 0
 * @param strokes wet and dry together
 * @param litres put on in all
 * @param role of the part
 * @returns min
 */
export function drawingMinutes(
  { experience }: Pick<Kit, "experience">,
  areaM2: number,
  strokes: number,
  litres: number,
  head: Head,
  role: RoleId,
): HandsOn {
  const { headWidthM, strokeMPerS, solutionTankL } = head;
  const { factor, n } = paceOf(experience, "extract");
  const startMin = PACE.extract.startMin * factor;
  return {
    ...sumOf(TREATMENT_FORMULAS, "treatment.drawing", {
      startMin: { value: startMin, basis: n > 0 ? "computed" : "table" },
      pace: n > 0 ? stated.measured(factor) : stated.table(factor),
      areaM2,
      strokes,
      headWidthM: stated.table(headWidthM),
      strokeMPerS: stated.table(strokeMPerS),
      turning: stated.table(turningOn(role, areaM2, head)),
      refills: solutionTankL ? Math.max(0, Math.ceil(litres / solutionTankL - 1e-9) - 1) : 0,
      tankMin: stated.table(TANK_MIN),
    }),
    startMin,
  };
}
