import type { InstrumentId } from "@/core/ground/catalog/findings";

/** Where an instrument is held. */
export interface Spot {
  jobId: string;
  zoneId?: string;
  findingId?: string;
  /** For stand-ins: what a meter should read here if drying went at that pace against the forecast. */
  meterAtPace?: (pace: number) => number;
}

export interface InstrumentReading {
  value: number;
  humidityPct?: number;
}

/**
 * What every instrument can do, a stand-in and a real one alike.
 * A real device implements the same two members, over whatever it is connected by.
 */
export interface Instrument {
  id: InstrumentId;
  /** @throws Error with a sentence for the technician when there is no reading */
  read: (spot: Spot) => Promise<InstrumentReading>;
}
