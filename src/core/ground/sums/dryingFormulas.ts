import { as, many, maybe, sum, total, type Formula } from "./row";
import { boxMgPerM3 } from "./boxSums";
import { hoursAtOneRate } from "./dryingSums";

/** Drying, the air of a room, and gas in it. */
export const DRYING_FORMULAS = {
  "drying.whatIf": sum({
    name: "Dry in this air",
    equation: "longest drying of any zone in this air, layer by layer − hours it has dried",
    mark: "judgement",
    unit: "h",
    inputs: { longestH: as("longest drying of any zone", "h"), sinceH: as("drying since", "h") },
    of: ({ longestH, sinceH }) => Math.max(0, longestH - sinceH),
  }),
  "drying.hours": sum({
    name: "Hours to dry, quick reckoning",
    equation: "hours = (W − W_dry) / j + slow end × (0.085 / j) × ((W − W_dry) / 0.27)²",
    mark: "judgement",
    unit: "h",
    inputs: {
      left: as("water left W", "L/m2"),
      dryAt: as("dry at W_dry", "L/m2"),
      evaporation: as("evaporation j", "kg/m2h"),
      slowEndH: as("slow end", "h"),
      atRate: as("slow end counted at", "kg/m2h"),
      toldAt: as("and for", "L/m2"),
    },
    of: ({ left, dryAt, evaporation, slowEndH, atRate, toldAt }) =>
      hoursAtOneRate(Math.max(0, left - dryAt), evaporation, slowEndH * (atRate / evaporation), toldAt),
  }),
  "drying.volume": sum({
    name: "Room inside",
    equation: "as given; else floor × height of a cabin, or of a room over what is cleaned",
    mark: "judgement",
    unit: "m3",
    inputs: { floorM2: as("floor", "m2"), heightM: as("height", "m"), leastM3: maybe("no room less than", "m3") },
    of: ({ floorM2, heightM, leastM3 = 0 }) => Math.max(leastM3, floorM2 * heightM),
  }),
  "drying.outsideHumidity": sum({
    name: "Humidity outside, assumed",
    equation: "damp when it is cold, drier when it is warm, between them in proportion",
    mark: "practice",
    unit: "%",
    inputs: {
      outsideC: as("outside", "degC"),
      coldC: as("cold is", "degC"),
      coldPct: as("usual humidity then", "%"),
      warmC: as("warm is", "degC"),
      warmPct: as("usual humidity in that", "%"),
    },
    of: ({ outsideC, coldC, coldPct, warmC, warmPct }) =>
      coldPct + Math.min(1, Math.max(0, (outsideC - coldC) / (warmC - coldC))) * (warmPct - coldPct),
  }),
  "drying.pace": sum({
    name: "Pace against the forecast",
    equation: "pace = Σ t × t_model / Σ t², t_model the hour at which the model reads what the meter read at t",
    mark: "practice",
    unit: "1",
    inputs: {
      readH: many("read after", "h"),
      modelH: many("the model reads that after", "h"),
      slowest: as("no slower than"),
      fastest: as("no faster than"),
    },
    of: ({ readH, modelH, slowest, fastest }) =>
      Math.min(
        fastest,
        Math.max(
          slowest,
          total(readH.map((hours, at) => hours * modelH[at]!)) / total(readH.map((hours) => hours ** 2)),
        ),
      ),
  }),
  "drying.refit": sum({
    name: "Hours to dry, by the readings",
    equation: "hours by the layers / pace",
    mark: "judgement",
    unit: "h",
    inputs: { layersH: as("hours by the layers", "h"), pace: as("pace") },
    of: ({ layersH, pace }) => layersH / pace,
  }),
  "drying.byRatio": sum({
    name: "Hours to dry, as the layers go here",
    equation: "quick reckoning × (layers / quick reckoning) of the way that is planned",
    mark: "judgement",
    unit: "h",
    inputs: { quickH: as("quick reckoning", "h"), ratio: as("layers / quick reckoning, as planned") },
    of: ({ quickH, ratio }) => (quickH === 0 ? 0 : quickH * ratio),
  }),
  "drying.energy": sum({
    name: "Current used",
    equation: "power × hours",
    mark: "practice",
    unit: "kWh",
    inputs: { watts: as("power", "W"), hours: as("dry in", "h") },
    of: ({ watts, hours }) => (Number.isFinite(hours) ? (watts * hours) / 1000 : Infinity),
  }),
  "drying.mould": sum({
    name: "Mould clock",
    equation: "time left = 24 h (caution) and 48 h (limit) less hours wet at the end of drying",
    mark: "std",
    source: "EPA guidance: dry within 24 to 48 hours",
    unit: "h",
    inputs: { limitH: as("limit", "h"), hours: as("hours to dry", "h") },
    of: ({ limitH, hours }) => limitH - hours,
  }),
  "gas.concentration": sum({
    name: "Gas inside",
    equation: "C = G / (V (n + k)) × (1 − exp(−(n + k) t)), well mixed",
    mark: "std",
    source: "mass balance of a box",
    unit: "mg/m3",
    inputs: {
      gasMgPerH: as("gas made", "mg/h"),
      volumeM3: as("volume", "m3"),
      changesPerH: as("air changes", "1/h"),
      decayPerH: as("falls apart by itself", "1/h"),
      hours: maybe("running", "h"),
    },
    of: ({ gasMgPerH, volumeM3, changesPerH, decayPerH, hours }) =>
      boxMgPerM3(gasMgPerH, volumeM3, changesPerH + decayPerH, hours),
  }),
  "gas.ppm": sum({
    name: "Gas inside, ppm",
    equation: "ppm = mg/m³ / (molar mass / 24.465 L) at 25 °C, 1 atm",
    mark: "std",
    source: "ideal gas",
    unit: "ppm",
    inputs: { mgPerM3: as("gas inside", "mg/m3"), mgPerM3OfPpm: as("mg/m³ of one ppm") },
    of: ({ mgPerM3, mgPerM3OfPpm }) => mgPerM3 / mgPerM3OfPpm,
  }),
  "gas.clearing": sum({
    name: "Time to safe entry",
    equation: "t = ln(C / aim) / (n + k), with k counted as 0 and the fewest air changes",
    mark: "std",
    source: "mass balance of a box",
    unit: "min",
    inputs: {
      fromPpm: as("from", "ppm"),
      aimPpm: as("down to", "ppm"),
      changesPerH: as("fewest air changes", "1/h"),
      decayPerH: as("falls apart by itself, counted as", "1/h"),
    },
    of: ({ fromPpm, aimPpm, changesPerH, decayPerH }) =>
      fromPpm <= aimPpm
        ? 0
        : changesPerH + decayPerH === 0
          ? Infinity
          : (Math.log(fromPpm / aimPpm) / (changesPerH + decayPerH)) * 60,
  }),
  "gas.room": sum({
    name: "Gas in the room around",
    equation: "C_room = n V C / (V_room n_room)",
    mark: "std",
    source: "mass balance of a box",
    unit: "mg/m3",
    inputs: {
      leakMgPerH: as("leaks out", "mg/h"),
      roomM3: as("room", "m3"),
      changesPerH: as("its air changes", "1/h"),
    },
    of: ({ leakMgPerH, roomM3, changesPerH }) => (changesPerH === 0 ? Infinity : leakMgPerH / (roomM3 * changesPerH)),
  }),
  "gas.exposure": sum({
    name: "Exposure of what is treated",
    equation: "Ct = concentration × minutes, at the fastest decay",
    mark: "practice",
    unit: "ppm·min",
    inputs: { ppm: as("concentration, at least", "ppm"), minutes: as("for", "min") },
    of: ({ ppm, minutes }) => ppm * minutes,
  }),
  "drying.ownLog": sum({
    name: "Hours to dry by your own log",
    equation:
      "hours forecast × what your own jobs took of theirs, never under 1: what dries sooner is not promised sooner",
    mark: "judgement",
    unit: "h",
    inputs: { forecastH: as("forecast", "h"), factor: as("your own jobs took, of theirs") },
    of: ({ forecastH, factor }) => forecastH * factor,
  }),
  "drying.waterAt": sum({
    name: "Water in it by then",
    equation: "sum of its layers",
    mark: "judgement",
    unit: "L/m2",
    inputs: { layers: many("layer", "L/m2") },
    of: ({ layers }) => total(layers),
  }),
} as const satisfies Record<string, Formula & { of: unknown }>;
