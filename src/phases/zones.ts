import type { Step } from "@/core/judgement/treatment/step/step";

/** More zones than this are counted, not named. */
const MOST_NAMED = 6;

/** Where a step is done, in words. */
export function zonesOf({ key, action, zoneIds }: Step, nameOf: (zoneId: string) => string): string {
  if (action === "beside" && key.startsWith("beside-")) return "beside the cloth";
  if (action === "gas" || action === "gas-out") return "the air of all of it";
  return zoneIds.length > MOST_NAMED ? `${zoneIds.length} zones` : zoneIds.map(nameOf).join(", ");
}
