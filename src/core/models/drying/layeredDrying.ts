import type { Worked } from "@/core/ground/sums/working";

/** What the layers say of a zone, beside when it is dry. */
export interface LayeredDrying {
  surfaceDry: Worked;
  /** Dampest the bottom gets, and for how long it is damp enough for mould. */
  bottomPct: Worked;
  bottomDamp: Worked;
  wickBack: Worked;
  mouldIndex: Worked;
  /** Water by layer at some hours from when drying began, L/m². */
  course: {
    hours: number[];
    layers: { name: string; thicknessMm: number; holdsLPerM2: number; water: number[] }[];
    meterPct: number[];
  };
  /** By the readings; absent while nothing was read. */
  refit?: { pace: Worked; before: Worked; read: Worked; foretold: Worked };
}

/** What the air of the place does meanwhile. */
export interface AirCourse {
  hours: number[];
  tempC: number[];
  humidityPct: number[];
}
