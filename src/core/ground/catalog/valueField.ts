import type { Unit } from "@/core/ground/quantity/units";

/** A number somebody may enter: what it is called, its range in its unit, and the decimals it is shown with. */
export interface ValueField {
  name: string;
  min: number;
  max: number;
  unit: Unit;
  decimals: number;
}
