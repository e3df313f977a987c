import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { AirState } from "@/core/models/air/evaporation";
import type { Job } from "@/core/job/schema";

type AirNumbers = Omit<AirState, "basis">;

/** Judgement: what nobody measured is planned for a cold damp shut room when drying counts, and a hot dry draught when dwell counts. */
const COLD_DAMP: AirNumbers = { tempC: 12, relativeHumidityPct: 85, airSpeedMPerS: 0.1 };
const HOT_DRY: AirNumbers = { tempC: 30, relativeHumidityPct: 30, airSpeedMPerS: 1 };

export interface Conditions {
  /** For drying and the shortest dwell. */
  slow: AirState;
  /** For the longest dwell before it dries out. */
  fast: AirState;
  assumed: string[];
  /** What was given and cannot be reckoned with as it is, each in a sentence. */
  beyond: string[];
}

const WORDS: Record<keyof AirNumbers, string> = {
  tempC: "temperature",
  relativeHumidityPct: "humidity",
  airSpeedMPerS: "air speed",
};

/** The air that evaporation and drying are reckoned for. Beyond it the nearest is taken, and said. Judgement. */
const RECKONED_FOR = { tempC: [-20, 45], relativeHumidityPct: [1, 99] } as const;
const within = (value: number, [least, most]: readonly [number, number]) => Math.min(most, Math.max(least, value));
export const reckonedTempC = (tempC: number) => within(tempC, RECKONED_FOR.tempC);
export const reckonedHumidityPct = (pct: number) => within(pct, RECKONED_FOR.relativeHumidityPct);

/**
 * Humidity outside where only the temperature there is known, %: damp when it is cold, as it is by season where it is
 * neither desert nor jungle. Common practice, no source.
 */
const USUAL_OUTSIDE = { cold: { atC: 5, humidityPct: 85 }, warm: { atC: 15, humidityPct: 70 } } as const;

/** The usual relative humidity of outside air of a temperature, %. @example usualOutside(20).value // 70 */
export const usualOutside = (outsideC: number): Worked =>
  sumOf(DRYING_FORMULAS, "drying.outsideHumidity", {
    outsideC,
    coldC: stated.table(USUAL_OUTSIDE.cold.atC),
    coldPct: stated.table(USUAL_OUTSIDE.cold.humidityPct),
    warmC: stated.table(USUAL_OUTSIDE.warm.atC),
    warmPct: stated.table(USUAL_OUTSIDE.warm.humidityPct),
  });

/** What was given and lies beyond, each in a sentence. */
function beyond({ airTempC, outsideTempC, relativeHumidityPct, outsideHumidityPct, weather }: Job["site"]): string[] {
  const sentence = (
    name: string,
    values: readonly (number | undefined)[],
    [least, most]: readonly [number, number],
    unit: string,
  ) => {
    const [low, high] = [
      values.some((value) => value !== undefined && value < least),
      values.some((value) => value !== undefined && value > most),
    ];
    return [
      ...(low ? [`${name} under ${least} ${unit}: reckoned as ${least} ${unit}.`] : []),
      ...(high ? [`${name} over ${most} ${unit}: reckoned as ${most} ${unit}.`] : []),
    ];
  };
  const hours = weather?.hours ?? [];
  return [
    ...sentence("The air is", [airTempC], RECKONED_FOR.tempC, "°C"),
    ...sentence("Outside it is", [outsideTempC, ...hours.map(({ tempC }) => tempC)], RECKONED_FOR.tempC, "°C"),
    ...sentence("Humidity is", [relativeHumidityPct], RECKONED_FOR.relativeHumidityPct, "%"),
    ...sentence(
      "Humidity outside is",
      [outsideHumidityPct, ...hours.map((hour) => hour.relativeHumidityPct)],
      RECKONED_FOR.relativeHumidityPct,
      "%",
    ),
  ];
}

/** Air that comes in is asked for its humidity too: until somebody says, it is as usual. */
export const isOutsideAssumed = (site: Job["site"]): site is Job["site"] & { outsideTempC: number } =>
  site.space !== "open" && !site.weather && site.outsideTempC !== undefined && site.outsideHumidityPct === undefined;

const outsideSaid = (site: Job["site"]): string[] =>
  isOutsideAssumed(site)
    ? [
        `Humidity outside not measured: taken as ${Math.round(usualOutside(site.outsideTempC).value)} %, usual at that temperature.`,
      ]
    : [];

/** The air at the job; each number unknown is taken from the unfavourable side for what it guards. */
export function conditionsOf(site: Job["site"]): Conditions {
  const known: Partial<AirNumbers> = {
    tempC: site.airTempC === undefined ? undefined : reckonedTempC(site.airTempC),
    relativeHumidityPct:
      site.relativeHumidityPct === undefined ? undefined : reckonedHumidityPct(site.relativeHumidityPct),
    airSpeedMPerS: site.airSpeedMPerS,
  };
  const names = Object.keys(WORDS) as (keyof AirNumbers)[];
  const missing = names.filter((name) => known[name] === undefined);
  const withGuess = (guess: AirNumbers): AirState => ({
    tempC: known.tempC ?? guess.tempC,
    relativeHumidityPct: known.relativeHumidityPct ?? guess.relativeHumidityPct,
    airSpeedMPerS: known.airSpeedMPerS ?? guess.airSpeedMPerS,
    basis: Object.fromEntries(names.map((name) => [name, known[name] === undefined ? "assumed" : "entered"])),
  });
  return {
    slow: withGuess(COLD_DAMP),
    fast: withGuess(HOT_DRY),
    assumed: [
      ...(missing.length > 0
        ? [
            `The air's ${missing.map((name) => WORDS[name]).join(", ")} not measured: drying is planned as in a cold, damp, shut room.`,
          ]
        : []),
      ...outsideSaid(site),
      ...beyond(site),
    ],
    beyond: beyond(site),
  };
}
