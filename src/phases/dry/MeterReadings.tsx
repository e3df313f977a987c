"use client";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import { useState } from "react";
import { meterAt } from "@/core/models/drying/at";
import type { ReadingEvent } from "@/core/job/schema";
import { type NewReading } from "@/core/job/readings";
import { READING_RANGE } from "@/core/job/readingRange";
import { entered } from "@/core/ground/sums/working";
import { simulated } from "@/instruments/simulated";
import { nowMs as clockNowMs } from "@/store/clock";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { NumberField } from "@/ui/NumberField";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { PastedReadings } from "../PastedReadings";
import { useKeepReadings } from "../useKeepReadings";
import { SmallFold } from "@/ui/Fold";

const HOUR_MS = 3_600_000;
/** From here on the forecast was wrong, not just a little out. Judgement. */
const WRONG_BY = 0.2;
const SHOWN = 5;

/** What meters say while it dries, and where that moves the forecast. */
export function MeterReadings() {
  const { job, assessment, zone, nowMs } = useBay();
  const keep = useKeepReadings();
  const [problem, setProblem] = useState<string>();
  const { drying, place, plan, history } = assessment;
  const wet = Object.keys(drying);
  const at = zone && drying[zone.id] ? zone.id : wet[0]!;
  const name = plan.zones[at]!.view.name;
  const begun = place !== undefined && nowMs > place.startMs;
  const read = async (instrument: "moisture" | "air") => {
    setProblem(undefined);
    const layers = drying[at]!.layers;
    // The stand-in knows how fast it really dries; what was read before must not move what it reads next.
    const pace = layers?.refit?.pace.value ?? 1;
    const hours = place ? (clockNowMs() - place.startMs) / HOUR_MS : 0;
    try {
      const reading = await simulated(instrument).read({
        jobId: job.id,
        zoneId: at,
        ...(instrument === "moisture" && layers
          ? { meterAtPace: (real: number) => meterAt(layers, (hours * real) / pace) }
          : {}),
      });
      keep(
        [{ instrument, ...(instrument === "moisture" ? { zoneId: at } : {}), ...reading }],
        instrument === "moisture" ? `Meter on ${name.toLowerCase()}` : "Air read",
      );
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const readings = history.standing.filter(
    (event): event is ReadingEvent =>
      event.kind === "reading" &&
      (event.instrument === "moisture" || event.instrument === "air") &&
      (!place || Date.parse(event.at) >= place.startMs),
  );
  return (
    <div className="block" data-testid="meter-readings">
      <h3>What the meters say</h3>
      {!begun && <p className="soft">Readings move the forecast once it was set to dry.</p>}
      <div className="row-wrap">
        <Act onAct={() => void read("moisture")}>Moisture meter, {name.toLowerCase()}</Act>
        <Act onAct={() => void read("air")}>Thermo-hygrometer</Act>
      </div>
      {problem && (
        <p role="alert" className="mt-2">
          <b>{problem}</b>
        </p>
      )}
      {wet.map((id) => (
        <Refit key={id} zoneId={id} />
      ))}
      <TypedReading name={name} keep={keep} at={at} />
      <PastedReadings />
      {readings.length > 0 && <ReadingList readings={readings} plan={plan} nowMs={nowMs} />}
    </div>
  );
}

function TypedReading({
  name,
  keep,
  at,
}: {
  name: string;
  keep: (readings: NewReading[], label: string) => void;
  at: string;
}) {
  return (
    <SmallFold title={`Type a reading, ${name.toLowerCase()}`}>
      <div className="fields">
        <NumberField
          label="Moisture meter"
          unit="%"
          min={READING_RANGE.moisture[0]}
          max={READING_RANGE.moisture[1]}
          decimals={1}
          value={undefined}
          onChange={(value) => keep([{ instrument: "moisture", zoneId: at, value }], `Meter on ${name.toLowerCase()}`)}
        />
      </div>
    </SmallFold>
  );
}

function ReadingList({ readings, plan, nowMs }: { readings: readonly ReadingEvent[]; plan: Plan; nowMs: number }) {
  return (
    <ul className="mt-2 mb-0" data-testid="meter-list">
      {readings
        .slice(-SHOWN)
        .reverse()
        .map(({ id, instrument, value, humidityPct, zoneId, at: when }) => (
          <li key={id}>
            {instrument === "moisture" ? (
              <>
                <Num of={entered("moisture meter", value, "%")} /> on{" "}
                {zoneId ? (plan.zones[zoneId]?.view.name.toLowerCase() ?? "a zone that is gone") : "no zone"}
              </>
            ) : (
              <>
                air <Num of={entered("air", value, "degC")} />
                {humidityPct !== undefined && (
                  <>
                    , <Num of={entered("relative humidity", humidityPct, "%")} />
                  </>
                )}
              </>
            )}{" "}
            <span className="soft">{timeText(Date.parse(when), nowMs)}</span>
          </li>
        ))}
    </ul>
  );
}

/** How readings moved one zone's forecast; a forecast that was wrong says so. */
function Refit({ zoneId }: { zoneId: string }) {
  const { assessment, nowMs } = useBay();
  const { hours, layers } = assessment.drying[zoneId]!;
  const { place, plan } = assessment;
  if (!layers?.refit || !place) return null;
  const { pace, before, read, foretold } = layers.refit;
  const off = Math.abs(pace.value - 1) > WRONG_BY;
  const when = (h: number) => timeText(place.startMs + h * HOUR_MS, nowMs);
  return (
    <p className="mt-2 mb-0" data-testid={`refit-${zoneId}`}>
      {off && <b>The forecast was wrong here. </b>}
      {plan.zones[zoneId]!.view.name} dries at <Num of={pace} share /> of the pace foretold (the meter should have read{" "}
      <Num of={foretold} />, it read <Num of={read} />
      ): dry{" "}
      <b>
        <Num of={hours} words={when(hours.value)} testId={`refit-dry-${zoneId}`} />
      </b>
      , not <Num of={before} words={when(before.value)} />.
    </p>
  );
}
