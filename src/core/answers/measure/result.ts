import type { History } from "@/core/job/history";
import type { ColourEvent } from "@/core/job/schema";
import { formatNumber } from "@/core/ground/quantity/format";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { input, worked, sumOf, type Worked } from "@/core/ground/sums/working";
import { deltaE2000 } from "@/core/models/colour/deltaE";
import { changeStep, deltaEF, deltaEGS, stainingStep } from "@/core/models/colour/greyScale";

/** What the pictures of one mark tell. */
export interface ColourResult {
  before?: ColourEvent;
  after?: ColourEvent;
  /** How far it stood out of its cloth, and stands out now, ΔE 2000. */
  stoodOut?: Worked;
  standsOut?: Worked;
  /** Share of it that is gone; under 0 where it got worse. */
  improved?: Worked;
  /** Step of the grey scale for change of colour, as it is now. */
  step?: Worked;
  /** Step of the grey scale for staining, of the towel it was wiped with last. */
  towelStep?: Worked;
  area?: Worked;
}

const labWords = ({ l, a, b }: { l: number; a: number; b: number }) =>
  `L ${l.toFixed(1)}, a ${a.toFixed(1)}, b ${b.toFixed(1)}`;
const colours = ({ mark, cloth }: ColourEvent) => [
  input("cloth", labWords(cloth), undefined, "measured"),
  input("mark", labWords(mark), undefined, "measured"),
];

const apart = (event: ColourEvent) => worked("colour.deltaE", deltaE2000(event.cloth, event.mark), "1", colours(event));

/** The last reading of each kind counts. */
export function colourOf({ standing }: Pick<History, "standing">, findingId: string): ColourResult {
  const read = (when: ColourEvent["when"]) =>
    standing.findLast(
      (event): event is ColourEvent => event.kind === "colour" && event.findingId === findingId && event.when === when,
    );
  const [before, after, towel] = [read("before"), read("after"), read("towel")];
  const stoodOut = before && apart(before);
  const standsOut = after && apart(after);
  const seen = after ?? before;
  const area =
    seen?.areaMm2 === undefined
      ? undefined
      : worked("colour.area", seen.areaMm2 / 1e6, "m2", [
          input("outline in the picture, by the length that is known", seen.areaMm2 / 1e6, "m2", "measured"),
        ]);
  return {
    ...(before ? { before, stoodOut } : {}),
    ...(after
      ? {
          after,
          standsOut,
          step: worked("colour.changeStep", changeStep(deltaEF(after.cloth, after.mark)), "1", [
            input("ΔE_F", deltaEF(after.cloth, after.mark), "1"),
            ...colours(after),
          ]),
        }
      : {}),
    ...(stoodOut && standsOut && stoodOut.value > 0
      ? {
          improved: sumOf(GEOMETRY_FORMULAS, "colour.improved", { before: stoodOut.value, now: standsOut.value }),
        }
      : {}),
    ...(towel
      ? {
          towelStep: worked("colour.stainingStep", stainingStep(deltaEGS(towel.cloth, towel.mark)), "1", [
            input("ΔE_GS", deltaEGS(towel.cloth, towel.mark), "1"),
            ...colours(towel),
          ]),
        }
      : {}),
    ...(area ? { area } : {}),
  };
}

/** In the owner's words; empty until it was read before and after. */
export function improvedWords({ improved, stoodOut, standsOut }: ColourResult): string {
  if (!improved || !stoodOut || !standsOut) return "";
  const numbers =
    "it stood out of the cloth by " +
    `${formatNumber(Math.round(stoodOut.value * 10) / 10)}, now by ` +
    `${formatNumber(Math.round(standsOut.value * 10) / 10)}`;
  return improved.value >= 0
    ? `${Math.round(improved.value * 100)} % less to see: ${numbers}`
    : `more to see than before: ${numbers}`;
}
