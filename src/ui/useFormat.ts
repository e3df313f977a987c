import { formatQuantity } from "@/core/ground/quantity/format";
import { formatMoney, USUAL_CURRENCY } from "@/core/ground/quantity/money";
import type { Worked } from "@/core/ground/sums/working";
import { useSettings } from "@/store/settings";

/** A quantity as text in the chosen units, money in the chosen currency. */

export function useFormat() {
  const { units, currency = USUAL_CURRENCY } = useSettings();
  const quantity = (of: { value: number; unit: Worked["unit"] }) =>
    of.unit === "money" ? formatMoney(of.value, currency) : formatQuantity(of, units);
  return { units, currency, quantity };
}
