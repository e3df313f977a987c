import type { Kit } from "../core/job/schema";
import type { LoadList } from "../core/answers/mixing/loadList";
import { agentOn } from "@/core/job/ownAgent";
import { csvOf } from "./csv";

/**
 * What to buy, as a table for a spreadsheet: only what runs short or low, in whole packs. A text that looks like a
 * formula is marked as text.
 */
export function shoppingAsCsv({ products }: LoadList, kit: Kit): string {
  const rows = products
    .filter(({ packs }) => packs > 0)
    .map(({ agent, productMl, leftMl, packs, packMl }) => {
      const { name, costPerL } = agentOn(kit, agent);
      return {
        product: name,
        neededMl: Math.ceil(productMl.value),
        leftMl,
        packs,
        packMl,
        costOfPacks: Number(((packs * packMl * costPerL) / 1000).toFixed(2)),
      };
    });
  return csvOf(rows, ["product", "neededMl", "leftMl", "packs", "packMl", "costOfPacks"]);
}
