import { formatQuantity } from "@/core/ground/quantity/format";
import type { Worked } from "@/core/ground/sums/working";
import { useSettings } from "@/store/settings";

/** A quantity as text in the chosen units. */

export function useFormat() {
  const { units } = useSettings();
  return { units, quantity: (of: { value: number; unit: Worked["unit"] }) => formatQuantity(of, units) };
}
