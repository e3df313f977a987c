import { EVIDENCE, type Outcome } from "@/core/ground/catalog/evidence";
import type { InstrumentId } from "@/core/ground/catalog/findings";
import { lampValue } from "@/core/job/readings";
import { truthOf, type SpotTruth } from "@/demo/truth";
import type { Instrument, InstrumentReading, Spot } from "./instrument";

/** Stand-ins for the instruments: they answer from the hidden truth of the demo jobs, with the noise a real one has. */

const gauss = () => Math.sqrt(-2 * Math.log(1 - Math.random())) * Math.cos(2 * Math.PI * Math.random());
const noisy = (value: number, sd: number, digits: number) => Number((value + sd * gauss()).toFixed(digits));

/** An outcome of the lamp as often as the table says for what the mark really is. */
function lampOn({ family }: SpotTruth): number {
  const rows = Object.entries(EVIDENCE.lamp.outcomes as Record<string, Outcome>);
  const weights = rows.map(([, { weights, otherwise }]) => (family ? (weights[family] ?? otherwise) : otherwise));
  let at = Math.random() * weights.reduce((sum, weight) => sum + weight, 0);
  const index = weights.findIndex((weight) => (at -= weight) < 0);
  return lampValue(rows[Math.max(0, index)]![0]);
}

const READ: Record<InstrumentId, (truth: SpotTruth, spot: Spot) => InstrumentReading> = {
  moisture: ({ moisturePct, dryingPace }, { meterAtPace }) => ({
    value: Math.min(
      100,
      Math.max(0, meterAtPace ? noisy(meterAtPace(dryingPace), 0.6, 1) : noisy(moisturePct, 1.2, 1)),
    ),
  }),
  ph: ({ ph }) => ({ value: Math.min(14, Math.max(0, noisy(ph, 0.2, 1))) }),
  lamp: (truth) => ({ value: lampOn(truth) }),
  surface: ({ surfaceTempC }) => ({ value: noisy(surfaceTempC, 0.4, 1) }),
  // Nothing of the demo is ever gassed.
  gas: () => ({ value: Math.abs(noisy(0.01, 0.005, 3)) }),
  air: ({ airTempC, airHumidityPct }) => ({
    value: noisy(airTempC, 0.3, 1),
    humidityPct: Math.min(100, Math.max(1, Math.round(airHumidityPct + 1.5 * gauss()))),
  }),
};

export const simulated = (id: InstrumentId): Instrument => ({
  id,
  read: (spot) => {
    const truth = truthOf(spot.jobId, spot.zoneId, spot.findingId);
    return truth
      ? Promise.resolve(READ[id](truth, spot))
      : Promise.reject(
          new Error(
            "No instrument is connected, and this stand-in only knows the demo jobs. Type the reading instead.",
          ),
        );
  },
});
