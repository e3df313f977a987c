import { SOIL_LEVEL_IDS, SOIL_LEVELS, type SoilLevel } from "@/core/ground/catalog/builds";
import { SOIL_SIGNS, VACUUMED_G_PER_M2 } from "@/core/ground/catalog/findings";
import type { Zone } from "@/core/job/schema";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { input, sumOf, stated, type Worked } from "@/core/ground/sums/working";

export interface SoilReading {
  level: SoilLevel;
  /** 1 light to 4 caked, with how it came about. */
  of: Worked;
}

const rank = (level: SoilLevel) => SOIL_LEVEL_IDS.indexOf(level);

/** Level by grams vacuumed from a square metre. @example levelOfVacuumed(75) // "heavy" */
function levelOfVacuumed(gPerM2: number): SoilLevel {
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
  const seen = wetMud ? "caked" : soil;
  const signs = [
    ...(towel ? [signOf(towel, "white towel", SOIL_SIGNS.towel.levels[towel])] : []),
    ...(pile ? [signOf(pile, "pile", SOIL_SIGNS.pile.levels[pile])] : []),
    ...(vacuumedGPerM2 === undefined
      ? []
      : [signOf(levelOfVacuumed(vacuumedGPerM2), "vacuumed", `${vacuumedGPerM2} g/m²`)]),
  ];
  if (signs.length === 0 && seen === undefined) return undefined;
  const words = wetMud ? "wet mud" : soil ? SOIL_LEVELS[soil].toLowerCase() : clean ? "clean" : "not looked at";
  const of = sumOf(
    GEOMETRY_FORMULAS,
    "look.soil",
    { ...(seen ? { looked: stated.entered(rank(seen) + 1, words) } : {}), signs },
    [...(seen ? [] : [input("look", words, undefined, "entered")])],
  );
  return { level: SOIL_LEVEL_IDS[of.value - 1]!, of };
}

const signOf = (level: SoilLevel, sign: string, words: string) =>
  stated.measured(rank(level) + 1, `${sign}: ${words.toLowerCase()}`);
