"use client";
import { type JSX, useState } from "react";
import { EVIDENCE, type Outcome } from "@/core/ground/catalog/evidence";
import { INSTRUMENTS, TEST_INSTRUMENTS, type InstrumentId } from "@/core/ground/catalog/findings";
import { evidenceOf, type NewReading } from "@/core/job/readings";
import { READING_RANGE } from "@/core/job/readingRange";
import type { Unit } from "@/core/ground/quantity/units";
import { entered } from "@/core/ground/sums/working";
import type { ReadingEvent } from "@/core/job/schema";
import { outcomeName } from "@/core/judgement/diagnosis/diagnose";
import { simulated } from "@/instruments/simulated";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { NumberField } from "@/ui/NumberField";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { PastedReadings } from "../PastedReadings";
import { useKeepReadings } from "../useKeepReadings";
import { type Assessment } from "@/core/answers/assess/assess";
import { SmallFold } from "@/ui/Fold";

const LAMP = Object.values(EVIDENCE.lamp.outcomes as Record<string, Outcome>);
const SHOWN = 6;

/** Readings: from an instrument, typed, or pasted as a table. Each becomes evidence, or the air of the place. */
export function Instruments() {
  const { job, zone, findingId, nowMs, assessment } = useBay();
  const [busy, setBusy] = useState<InstrumentId>();
  const [problem, setProblem] = useState<string>();
  const keep = useKeepReadings();
  const spot = { ...(zone ? { zoneId: zone.id } : {}), ...(findingId ? { findingId } : {}) };
  const read = async (instrument: InstrumentId) => {
    setBusy(instrument);
    setProblem(undefined);
    try {
      keep(
        [{ instrument, ...spot, ...(await simulated(instrument).read({ jobId: job.id, ...spot })) }],
        `Reading, ${INSTRUMENTS[instrument].name.toLowerCase()}`,
      );
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(undefined);
  };
  const readings = assessment.history.standing.filter((event): event is ReadingEvent => event.kind === "reading");
  const shown = (event: ReadingEvent) => {
    const { instrument, value, humidityPct } = event;
    if (instrument === "lamp") return LAMP[value]?.name.toLowerCase() ?? "";
    const says = evidenceOf(instrument, value);
    return (
      <>
        <Num of={entered(INSTRUMENTS[instrument].name, value, INSTRUMENTS[instrument].unit as Unit)} />
        {humidityPct !== undefined && (
          <>
            , <Num of={entered("Relative humidity", humidityPct, "%")} />
          </>
        )}
        {says && `: ${outcomeName(says.test, says.outcome).toLowerCase()}`}
      </>
    );
  };
  return (
    <div className="evidence-row" data-testid="instruments">
      <h3>Read an instrument here</h3>
      <div className="row-wrap">
        {TEST_INSTRUMENTS.map((instrument) => (
          <Act key={instrument} disabled={busy !== undefined} onAct={() => void read(instrument)}>
            {busy === instrument ? "Reading…" : INSTRUMENTS[instrument].name}
          </Act>
        ))}
      </div>
      {job.demo && <p className="soft mt-2">On a demo job stand-ins answer, with the noise a real instrument has.</p>}
      {problem && (
        <p role="alert" className="mt-2">
          <b>{problem}</b>
        </p>
      )}
      <TypedReading key={findingId} onKeep={(reading) => keep([{ ...reading, ...spot }], "Reading, typed")} />
      <PastedReadings />
      {readings.length > 0 && <ReadingList readings={readings} shown={shown} assessment={assessment} nowMs={nowMs} />}
    </div>
  );
}

function ReadingList({
  readings,
  shown,
  assessment,
  nowMs,
}: {
  readings: ReadingEvent[];
  shown: (event: ReadingEvent) => string | JSX.Element;
  assessment: Assessment;
  nowMs: number;
}) {
  return (
    <ul className="mt-2" data-testid="readings">
      {readings
        .slice(-SHOWN)
        .reverse()
        .map((event) => (
          <li key={event.id}>
            {INSTRUMENTS[event.instrument].name}: <b>{shown(event)}</b>{" "}
            <span className="soft">
              {event.zoneId ? (assessment.plan.zones[event.zoneId]?.view.name ?? "") : ""}{" "}
              {timeText(Date.parse(event.at), nowMs)}
            </span>
          </li>
        ))}
    </ul>
  );
}

const TYPED: readonly InstrumentId[] = ["moisture", "ph", "surface"];
const TYPED_UNIT = { moisture: "%", ph: "pH", surface: "degC" } as const;

function TypedReading({ onKeep }: { onKeep: (reading: NewReading) => void }) {
  return (
    <SmallFold title="Type a reading">
      <div className="fields">
        {TYPED.map((instrument) => (
          <NumberField
            key={instrument}
            label={INSTRUMENTS[instrument].name}
            unit={TYPED_UNIT[instrument as keyof typeof TYPED_UNIT]}
            min={READING_RANGE[instrument][0]}
            max={READING_RANGE[instrument][1]}
            decimals={1}
            value={undefined}
            onChange={(value) => onKeep({ instrument, value })}
          />
        ))}
      </div>
    </SmallFold>
  );
}
