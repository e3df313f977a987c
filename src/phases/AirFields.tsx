"use client";
import { Chips } from "@/ui/Chips";
import { Stepper } from "@/ui/Stepper";
import { airOps } from "@/core/job/airOps";
import type { DryingAir } from "@/core/job/schema";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { useBay } from "@/bay/state/BayContext";

/** Air speed over the cloth by what makes it. Judgement. */
const SPEEDS = [
  { id: "0.1", name: "Still air" },
  { id: "0.3", name: "Window open" },
  { id: "1", name: "One air mover" },
  { id: "2", name: "Two air movers" },
] as const;

/** The air at the job; unknown until picked. */
export function AirFields() {
  const { job } = useBay();
  const change = useChangeAir();
  const { airTempC, relativeHumidityPct, airSpeedMPerS } = job.site;
  const set = (key: keyof DryingAir, label: string) => (value: number | undefined) => change(label, { [key]: value });
  const speed = SPEEDS.find(({ id }) => Number(id) === airSpeedMPerS)?.id;
  return (
    <div className="row-wrap" style={{ alignItems: "flex-start", gap: "1.25rem" }}>
      <Stepper
        label="Air"
        value={airTempC}
        unit="degC"
        step={1}
        min={-10}
        max={45}
        unknown={{ words: "not known", start: 18 }}
        onChange={set("airTempC", "Air temperature")}
      />
      <Stepper
        label="Humidity"
        value={relativeHumidityPct}
        unit="%"
        step={5}
        min={5}
        max={100}
        unknown={{ words: "not known", start: 60 }}
        onChange={set("relativeHumidityPct", "Humidity")}
      />
      <div>
        <div className="form-label">Air over it</div>
        <Chips
          label="Air over it"
          choices={SPEEDS}
          value={speed}
          onPick={(value) => set("airSpeedMPerS", "Air over it")(value === undefined ? undefined : Number(value))}
        />
      </div>
    </div>
  );
}

/** Changes what things dry in; while they dry, what it was is kept. */
export function useChangeAir() {
  const { job, run, assessment } = useBay();
  return (label: string, change: Partial<DryingAir>) =>
    run(label, ...airOps(job, assessment.history, change, newId(), nowIso()));
}
