import { expect, it } from "vitest";
import { USUAL_KIT } from "../core/job/kit";
import { withAgentValue } from "../core/judgement/shelf/edits";
import type { LoadList } from "../core/answers/mixing/loadList";
import { shoppingAsCsv } from "./loadFile";

it("writes what to buy, in packs and what they cost, and no formula", () => {
  const product = { productMl: { value: 140.2, unit: "mL" }, cost: { value: 1, unit: "1" }, packMl: 1000 };
  const products = [
    { agent: "enzyme", ...product, leftMl: 100, stock: "short", packs: 1 },
    { agent: "solvent", ...product, leftMl: 900, stock: "enough", packs: 0 },
  ];
  const kit = withAgentValue(withAgentValue(USUAL_KIT, "enzyme", "name", "=cheap"), "enzyme", "costPerL", 8.5);
  expect(shoppingAsCsv({ products } as unknown as LoadList, kit).split("\r\n")).toEqual([
    "product,neededMl,leftMl,packs,packMl,costOfPacks",
    `"'=cheap",141,100,1,1000,8.5`,
  ]);
});
