import type { Sourced } from "@/core/ground/quantity/provenance";

/** Gases that treat the air of an empty place once the source is gone. */

interface Gas extends Sourced {
  name: string;
  /** mg/m³ of one ppm at 25 °C and 1 atm. */
  mgPerM3OfPpm: number;
  /** How long it works, h; common practice. */
  runMinH: number;
  runMaxH: number;
  /** What it falls apart by itself, 1/h: at most, in a soft-lined cabin. Judgement; what guards a person takes 0. */
  decayMaxPerH: number;
  /** Nobody goes in above this, ppm. */
  entryPpm: number;
  /** The same where a child or someone with asthma comes after. Judgement. */
  gentleEntryPpm: number;
  limits: string;
  how: string;
  never: string;
}

/** 1 mol of an ideal gas takes 24.465 L at 25 °C and 1 atm. */
export const GASES = {
  ozone: {
    name: "Ozone",
    mgPerM3OfPpm: 1.962,
    runMinH: 3,
    runMaxH: 4,
    decayMaxPerH: 6,
    entryPpm: 0.05,
    gentleEntryPpm: 0.02,
    limits:
      "0.1 ppm over 8 hours (OSHA 29 CFR 1910.1000), 5 ppm is immediately dangerous (NIOSH); both from " +
      "memory. Worker limits are no hand-back level.",
    how:
      "Lead through a cracked window, gap taped. Fan set and remote timer armed before it starts; then " +
      "recirculate half an hour with nobody inside. Nobody reaches in.",
    never:
      "It attacks rubber, burns lungs, and makes formaldehyde with citrus. It does not cure mould. Some " +
      "places restrict these machines: local rules first.",
    mark: "practice",
  },
  "chlorine-dioxide": {
    name: "Chlorine dioxide",
    mgPerM3OfPpm: 2.757,
    runMinH: 1,
    runMaxH: 1.25,
    decayMaxPerH: 4,
    entryPpm: 0.05,
    gentleEntryPpm: 0.02,
    limits: "0.1 ppm over 8 hours, 0.3 ppm short term, 5 ppm is immediately dangerous; from memory.",
    how: "Cabin shut and out of the sun at 24 to 27 °C, fan on recirculation. Sachet in a cup, off the cloth. Nobody inside.",
    never: "It bleaches dyes and corrodes metal. Never together with ozone.",
    mark: "practice",
  },
} as const satisfies Record<string, Gas>;

export type GasId = keyof typeof GASES;
export const GAS_IDS = Object.keys(GASES) as [GasId, ...GasId[]];
/** A gas's row with its optional columns in view. @example gasOf("ozone").entryPpm // 0.05 */
export const gasOf = (id: GasId): Gas => GASES[id];

const CUBIC_FOOT_M3 = 0.3048 ** 3;
/**
 * Cabins by the size classes of 40 CFR 600.315 (from memory; they count luggage space), each at its smallest: in less
 * room the same gas is stronger.
 */
export const CABIN_SIZES = {
  small: { name: "Small cabin", volumeM3: 60 * CUBIC_FOOT_M3, mark: "judgement" },
  compact: { name: "Compact cabin", volumeM3: 100 * CUBIC_FOOT_M3, mark: "std", source: "40 CFR 600.315, from memory" },
  midsize: { name: "Midsize cabin", volumeM3: 110 * CUBIC_FOOT_M3, mark: "std", source: "40 CFR 600.315, from memory" },
  large: { name: "Large cabin", volumeM3: 120 * CUBIC_FOOT_M3, mark: "std", source: "40 CFR 600.315, from memory" },
  wagon: {
    name: "Large station wagon",
    volumeM3: 160 * CUBIC_FOOT_M3,
    mark: "std",
    source: "40 CFR 600.315, from memory",
  },
} as const;

export type CabinSize = keyof typeof CABIN_SIZES;

/** Where it stands while the gas works. */
export const STANDS = {
  outdoors: "Outdoors, nobody near",
  exhausted: "Exhausted bay, nobody works in it",
  indoors: "Indoors",
} as const;

export type StandsId = keyof typeof STANDS;
export const STANDS_IDS = Object.keys(STANDS) as [StandsId, ...StandsId[]];
