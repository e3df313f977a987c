import type { AirState } from "../air/evaporation";
import type { Job } from "../job/schema";

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
}

const WORDS: Record<keyof AirNumbers, string> = { tempC: "temperature", relativeHumidityPct: "humidity", airSpeedMPerS: "air speed" };

/** The air at the job; each number unknown is taken from the unfavourable side for what it guards. */
export function conditionsOf(site: Job["site"]): Conditions {
  const known: Partial<AirNumbers> = { tempC: site.airTempC, relativeHumidityPct: site.relativeHumidityPct, airSpeedMPerS: site.airSpeedMPerS };
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
    assumed: missing.length > 0 ? [`The air's ${missing.map((name) => WORDS[name]).join(", ")} not measured: drying is planned as in a cold, damp, shut room.`] : [],
  };
}
