import { GAP_MM, part, row, sideBySide, type Measures, type Part } from "./part";

/** Pieces to sit or lie on. Every pattern is drawn as seen from the front, back on top. */

const RAIL_MM = 220;
const ARM_MM = 200;
const CREVICE_MM = 40;
const FRONT_MM = 250;
const USUAL_BACK_MM = 500;

/**
 * Back over three bases, a glue-held front rail, and the footwell before it.
 * @example benchSeat({ lengthMm: 1800, depthMm: 520 }).filter(({ role }) => role === "base").length // 3
 */
export function benchSeat({ lengthMm, depthMm, backMm = USUAL_BACK_MM }: Measures): Part[] {
  const baseTop = backMm + GAP_MM;
  const railTop = baseTop + depthMm + GAP_MM;
  return [
    part("back", "Back", "back", 0, 0, lengthMm, backMm),
    ...row("base", sideBySide("Base", 3), "base", 0, baseTop, lengthMm, depthMm),
    part("rail", "Front rail", "rail", 0, railTop, lengthMm, RAIL_MM),
    part("footwell", "Footwell", "footwell", 0, railTop + RAIL_MM + GAP_MM, lengthMm, 800),
  ];
}

/**
 * One to five seats between two arms; a wing of seats may go down from the left end.
 * @example sofa({ lengthMm: 2000, depthMm: 800, seats: 3 }).filter(({ role }) => role === "base").length // 3
 */
export function sofa({ lengthMm, depthMm, backMm = USUAL_BACK_MM, seats = 2, wingSeats = 0 }: Measures): Part[] {
  const left = ARM_MM + GAP_MM;
  const inner = Math.max(lengthMm - 2 * left, 100);
  const baseTop = backMm + CREVICE_MM;
  const frontTop = baseTop + depthMm + GAP_MM;
  const main = [
    part("back", "Back", "back", left, 0, inner, backMm),
    part("crevice", "Seam behind the bases", "crevice", left, backMm, inner, CREVICE_MM),
    ...(wingSeats > 0 ? [] : [part("arm-left", "Arm left", "arm", 0, baseTop, ARM_MM, depthMm)]),
    ...row("base", sideBySide("Base", seats), "base", left, baseTop, inner, depthMm),
    part("arm-right", "Arm right", "arm", lengthMm - ARM_MM, baseTop, ARM_MM, depthMm),
  ];
  if (wingSeats === 0) return [...main, part("front", "Front", "front", left, frontTop, inner, FRONT_MM)];
  // The wing's seats are as deep as the sofa's and turn the corner at its left end; its back stands along the left.
  const wing = Array.from({ length: wingSeats }, (_, index) =>
    part(`wing-${index + 1}`, `Wing seat ${index + 1}`, "base", left, frontTop + index * depthMm, depthMm, depthMm),
  );
  const wingMm = wingSeats * depthMm;
  return [
    ...main,
    part("wing-back", "Wing back", "back", left - CREVICE_MM - backMm, frontTop, backMm, wingMm),
    part("wing-crevice", "Seam along the wing", "crevice", left - CREVICE_MM, frontTop, CREVICE_MM, wingMm),
    ...wing,
    part(
      "front",
      "Front",
      "front",
      left + depthMm + GAP_MM,
      frontTop,
      Math.max(inner - depthMm - GAP_MM, 100),
      FRONT_MM,
    ),
  ];
}

/**
 * One seat in the middle of its arms, with a headrest and a front.
 * @example armchair({ lengthMm: 700, depthMm: 600 }).some(({ role }) => role === "headrest") // true
 */
export function armchair({ lengthMm, depthMm, backMm = 650 }: Measures): Part[] {
  const left = ARM_MM + GAP_MM;
  const inner = Math.max(lengthMm - 2 * left, 100);
  const headMm = Math.min(180, backMm / 3);
  const baseTop = backMm + CREVICE_MM;
  return [
    part("headrest", "Headrest", "headrest", left, 0, inner, headMm),
    part("back", "Back", "back", left, headMm, inner, backMm - headMm),
    part("crevice", "Seam behind the base", "crevice", left, backMm, inner, CREVICE_MM),
    part("arm-left", "Arm left", "arm", 0, baseTop, ARM_MM, depthMm),
    part("base", "Base", "base", left, baseTop, inner, depthMm),
    part("arm-right", "Arm right", "arm", lengthMm - ARM_MM, baseTop, ARM_MM, depthMm),
    part("front", "Front", "front", left, baseTop + depthMm + GAP_MM, inner, FRONT_MM),
  ];
}

/**
 * Back pad over seat pad; the seat's edge is the rail it is tacked to.
 * @example diningChair({ lengthMm: 420, depthMm: 420 }).map(({ role }) => role) // ["back", "base", "rail"]
 */
export function diningChair({ lengthMm, depthMm, backMm = 320 }: Measures): Part[] {
  return [
    part("back", "Back pad", "back", 0, 0, lengthMm, backMm),
    part("base", "Seat pad", "base", 0, backMm + GAP_MM, lengthMm, depthMm),
    part("rail", "Seat edge", "rail", 0, backMm + GAP_MM + depthMm + GAP_MM / 2, lengthMm, 60),
  ];
}

/**
 * Lying surface with its four borders folded out.
 * @example mattress({ lengthMm: 2000, depthMm: 900 }).filter(({ role }) => role === "side").length // 4
 */
export function mattress({ lengthMm, depthMm, backMm = 200 }: Measures): Part[] {
  const inset = backMm + GAP_MM / 2;
  return [
    part("head", "Head border", "side", inset, 0, depthMm, backMm),
    part("side-left", "Left border", "side", 0, inset, backMm, lengthMm),
    part("top-1", "Head end", "top", inset, inset, depthMm, lengthMm / 3),
    part("top-2", "Middle", "top", inset, inset + lengthMm / 3, depthMm, lengthMm / 3),
    part("top-3", "Foot end", "top", inset, inset + (2 * lengthMm) / 3, depthMm, lengthMm / 3),
    part("side-right", "Right border", "side", inset + depthMm + GAP_MM / 2, inset, backMm, lengthMm),
    part("foot", "Foot border", "side", inset, inset + lengthMm + GAP_MM / 2, depthMm, backMm),
  ];
}
