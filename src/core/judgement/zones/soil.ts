import { SOIL_LEVEL_IDS, SOIL_LEVELS, type SoilLevel } from "@/core/ground/catalog/builds";
import { SOIL_SIGNS, VACUUMED_G_PER_M2 } from "@/core/ground/catalog/findings";
import type { Zone } from "@/core/job/schema";
import { input, worked, type Worked } from "@/core/ground/quantity/working";

export interface SoilReading {
  level: SoilLevel;
  /** 1 light to 4 caked, with how it came about. */
  of: Worked;
}

const rank = (level: SoilLevel) => SOIL_LEVEL_IDS.indexOf(level);

/** Level by grams vacuumed from a square metre. @example levelOfVacuumed(75) // "heavy" */
export function levelOfVacuumed(gPerM2: number): SoilLevel {
  const { moderate, heavy, caked } = VACUUMED_G_PER_M2;
  return gPerM2 >= caked ? "caked" : gPerM2 >= heavy ? "heavy" : gPerM2 >= moderate ? "moderate" : "light";
}

/**
 * How soiled a zone is. Clean-looking cloth still gives dirty water: the look only counts where nothing better was measured,
 * and of better measures the worst counts. Caked or wet mud that is seen is never argued down.
 */
export function soilOf({
  soil,
  soilSigns,
  wetMud,
  clean,
}: Pick<Zone, "soil" | "soilSigns" | "wetMud" | "clean">): SoilReading | undefined {
  const { towel, pile, vacuumedGPerM2 } = soilSigns ?? {};
  const vacuumed = vacuumedGPerM2 === undefined ? undefined : levelOfVacuumed(vacuumedGPerM2);
  const measured = [towel, pile, vacuumed].filter((level) => level !== undefined);
  const seen = wetMud ? "caked" : soil;
  const candidates = measured.length > 0 ? [...measured, ...(seen === "caked" ? [seen] : [])] : seen ? [seen] : [];
  if (candidates.length === 0) return undefined;
  const level = candidates.reduce((worst, each) => (rank(each) > rank(worst) ? each : worst));
  const inputs = [
    input(
      "look",
      wetMud ? "wet mud" : soil ? SOIL_LEVELS[soil].toLowerCase() : clean ? "clean" : "not looked at",
      undefined,
      "entered",
    ),
    ...(towel ? [input("white towel", SOIL_SIGNS.towel.levels[towel].toLowerCase(), undefined, "measured")] : []),
    ...(pile ? [input("pile", SOIL_SIGNS.pile.levels[pile].toLowerCase(), undefined, "measured")] : []),
    ...(vacuumedGPerM2 === undefined ? [] : [input("vacuumed", vacuumedGPerM2, "g/m2", "measured")]),
  ];
  return { level, of: worked("look.soil", rank(level) + 1, "1", inputs) };
}
