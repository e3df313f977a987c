import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { input, worked, entered, sumOf, type Worked } from "@/core/ground/sums/working";
import type { LayeredDrying } from "./layeredDrying";

/** Hours of a course that a picture can show; small, so that the map can ask it too. */

/** Straight between the hours there are; the last stays. @example between([0, 1, 2], [0, 10, 20], 1.5) // 15 */
export function between(hours: ArrayLike<number>, values: ArrayLike<number>, at: number): number {
  let next = 0;
  while (next < hours.length && hours[next]! < at) next += 1;
  if (next === hours.length) return values[next - 1]!;
  if (next === 0) return values[0]!;
  const share = (at - hours[next - 1]!) / (hours[next]! - hours[next - 1]!);
  return values[next - 1]! + share * (values[next]! - values[next - 1]!);
}

/** Water in each layer so many hours after drying began, L/m². @example layersAt(course, 0.5) // [0.3] */
export const layersAt = ({ course }: LayeredDrying, hours: number): number[] =>
  course.layers.map(({ water }) => between(course.hours, water, hours));

/** The layers as they stand by then, to be drawn. @example cutAt(course, 0.5)[0]?.name // "Cover" */
export const cutAt = (layers: LayeredDrying, hours: number) => {
  const water = layersAt(layers, hours);
  return layers.course.layers.map(({ name, thicknessMm, holdsLPerM2 }, layer) => ({
    name,
    holdsLPerM2,
    thickness: entered("thickness", thicknessMm, "mm", "table"),
    water: worked("drying.atHour", water[layer]!, "L/m2", [
      input("hours of drying", hours, "h", "entered"),
      input("this layer holds", holdsLPerM2, "L/m2", "table"),
    ]),
  }));
};

/** What a meter should read by then, %. @example meterAt(course, 0.5) // 25 */
export const meterAt = ({ course }: LayeredDrying, hours: number): number =>
  between(course.hours, course.meterPct, hours);

type DryState = "wet" | "dry on top" | "dry";

/** How a zone stands by then. @example stateAt(course, 1, 0.5).state // "wet" */
export function stateAt(layers: LayeredDrying, dryH: number, hours: number): { state: DryState; water: Worked } {
  const each = layersAt(layers, hours);
  const water = sumOf(
    DRYING_FORMULAS,
    "drying.waterAt",
    { layers: layers.course.layers.map(({ name }, layer) => ({ value: each[layer]!, name: name.toLowerCase() })) },
    [input("hours of drying", hours, "h", "entered")],
  );
  return { state: hours >= dryH ? "dry" : hours >= layers.surfaceDry.value ? "dry on top" : "wet", water };
}
