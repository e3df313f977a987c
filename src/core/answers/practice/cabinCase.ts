import { SHADE_IDS, SOIL_LEVEL_IDS } from "@/core/ground/catalog/builds";
import { USUAL_KIT } from "@/core/job/kit";
import type { Cloth } from "@/core/job/schema";
import { blankJob, fastnessOf, HERE, SOIL_WEIGHTS, type PieceCase } from "./pieceCase";
import { CABIN_LEVEL, CABIN_PARTS, levelOf } from "./pieces";
import { chanceOf } from "./seeds";

/**
 * The parts of a cabin in the cold, drawn from a seed: two seats of one cloth, the floor before one of them, the headliner over all.
 * @returns undefined where the letters are of something else
 */
export function cabinParts(seed: string): PieceCase[] | undefined {
  if (seed[0] !== CABIN_LEVEL || seed.length !== 6) return undefined;
  const chance = chanceOf(seed.slice(1));
  const { uniform, pick } = chance;
  const { tempC, humidityPct, wantedH, worn, runs, wired } = levelOf(CABIN_LEVEL);
  const between = ([least, most]: readonly [number, number]) => Math.round(least + uniform() * (most - least));
  const site = { airTempC: between(tempC), relativeHumidityPct: between(humidityPct), ...HERE };
  const wanted = pick(wantedH);
  const ageYears = uniform() < worn ? 24 : Math.round(2 + uniform() * 10);
  const common = { careCode: "none", shade: pick(SHADE_IDS), ageYears, condition: "sound" } as const;
  const seats: Cloth = {
    ...common,
    material: pick(["polyester", "nylon", "suede-look"] as const),
    build: "cover-on-foam",
    neighbours: uniform() < wired ? ["electrics"] : [],
    fastness: fastnessOf(chance, runs),
  };
  const other = (build: "glue-held" | "carpet-on-underlay"): Cloth => ({
    ...common,
    ...{ material: build === "glue-held" ? "polyester" : "nylon", build, neighbours: [] },
    fastness: fastnessOf(chance, runs),
  });
  const cloths = { seats, floor: other("carpet-on-underlay"), headliner: other("glue-held") };
  return CABIN_PARTS.map(({ words, part, of }) => ({
    ...{ seed, level: CABIN_LEVEL, words, wantedH: wanted, kit: USUAL_KIT },
    cloth: cloths[of],
    soil: pick(SOIL_LEVEL_IDS, SOIL_WEIGHTS),
    job: blankJob(seed, { words, template: "cabin", part }, site),
  }));
}
