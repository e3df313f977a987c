"use client";
import type { Assessment } from "@/core/answers/assess/assess";
import { setSite } from "@/core/job/change";
import { SPACES } from "@/core/ground/catalog/spaces";
import { entered } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Chips, choicesOf, ManyChips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { formatNumber } from "@/core/ground/quantity/format";
import { Stepper } from "@/ui/Stepper";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { AirFields, useChangeAir } from "../AirFields";
import { PastedTable } from "../PastedTable";
import { nowIso } from "@/store/clock";
import { type DryingAir } from "@/core/job/schema";
import { Op } from "@/core/job/commands";

const RUNNING = [
  { id: "heater", name: "Heater" },
  { id: "dehumidifier", name: "Dehumidifier" },
] as const;

/** What it dries in: the air, the room around it, what runs in it, and the weather outside. */
export function PlaceFields() {
  const { job, assessment, run, nowMs } = useBay();
  const change = useChangeAir();
  const { space, volumeM3, outsideTempC, outsideHumidityPct, sunHours, weather, heater, dehumidifier } = job.site;
  const { place } = assessment;
  const closed = (space ?? "shut") !== "open";
  const running = RUNNING.flatMap(({ id }) => ((id === "heater" ? heater : dehumidifier) ? [id] : []));
  const takeWeather = async (text: string) => {
    const { readWeather } = await import("@/store/weatherFile");
    const { hours, problems } = readWeather(text);
    if (problems.length === 0) run("Weather by the hour", setSite("weather", { from: nowIso(), hours }));
    return problems;
  };
  return (
    <>
      <AirFields />
      <div className="form-label mt-2">It stands</div>
      <Chips
        label="It stands"
        choices={choicesOf(SPACES)}
        value={space}
        onPick={(value) => change("Where it dries", { space: value, airChangesPerH: undefined })}
      />
      {place?.spaceAssumed && (
        <p className="soft mt-1" data-testid="space-assumed">
          Not said: planned as shut in <Num of={place.volume} />, the slowest it can be.
        </p>
      )}
      {closed && (
        <ShutRoom
          volumeM3={volumeM3}
          place={place}
          change={change}
          running={running}
          outsideTempC={outsideTempC}
          outsideHumidityPct={outsideHumidityPct}
        />
      )}
      {!closed && <SunHours sunHours={sunHours} change={change} />}
      {weather ? (
        <WeatherLine weather={weather} nowMs={nowMs} run={run} />
      ) : (
        <PastedTable
          id="weather-text"
          title="Weather by the hour: night falls"
          columns="hour,temperature,humidity"
          example={"0,14,65\n8,6,92\n14,15,60"}
          taken="Take this weather"
          nothing="No weather was taken"
          take={takeWeather}
        />
      )}
    </>
  );
}

function WeatherLine({
  weather,
  nowMs,
  run,
}: {
  weather: { from: string; hours: { tempC: number; relativeHumidityPct: number }[] };
  nowMs: number;
  run: (label: string, ...ops: Op[]) => void;
}) {
  return (
    <p className="mt-2 mb-0" data-testid="weather">
      Weather by the hour from {timeText(Date.parse(weather.from), nowMs)}:{" "}
      <Num of={entered("hours given", weather.hours.length, "h")} />, down to{" "}
      <Num of={entered("coldest hour", Math.min(...weather.hours.map(({ tempC }) => tempC)), "degC")} />.{" "}
      <Act variant="link" onAct={() => run("Without the weather", setSite("weather", undefined))}>
        Without it
      </Act>
    </p>
  );
}

function ShutRoom({
  volumeM3,
  place,
  change,
  running,
  outsideTempC,
  outsideHumidityPct,
}: {
  volumeM3: number | undefined;
  place: Assessment["place"];
  change: (label: string, change: Partial<DryingAir>) => void;
  running: ("heater" | "dehumidifier")[];
  outsideTempC: number | undefined;
  outsideHumidityPct: number | undefined;
}) {
  return (
    <div className="row-wrap mt-2 air-row">
      <Stepper
        label="Room inside"
        value={volumeM3 ?? place?.volume.value}
        planned={place?.volume}
        unit="m3"
        step={(volumeM3 ?? place?.volume.value ?? 25) > 15 ? 5 : 0.5}
        min={0.5}
        max={2000}
        unknown={{ words: "from the drawing", start: 25 }}
        onChange={(value) => change("Room inside", { volumeM3: value })}
      />
      <RunsInIt running={running} change={change} />
      <Stepper
        label="Outside"
        value={outsideTempC}
        unit="degC"
        step={1}
        min={-20}
        max={45}
        unknown={{ words: "as inside", start: 10 }}
        onChange={(value) => change("Outside", { outsideTempC: value })}
      />
      <Stepper
        label="Humidity outside"
        value={outsideHumidityPct ?? place?.outsideAssumed?.value}
        planned={place?.outsideAssumed}
        words={place?.outsideAssumed && `assumed ${formatNumber(Math.round(place.outsideAssumed.value))} %`}
        unit="%"
        step={5}
        min={5}
        max={100}
        unknown={{ words: "as inside", start: 70 }}
        onChange={(value) => change("Humidity outside", { outsideHumidityPct: value })}
      />
    </div>
  );
}

function RunsInIt({
  running,
  change,
}: {
  running: ("dehumidifier" | "heater")[];
  change: (label: string, change: Partial<DryingAir>) => void;
}) {
  return (
    <div>
      <div className="form-label">Runs in it</div>
      <ManyChips
        label="Runs in it"
        choices={RUNNING}
        value={running}
        onPick={(now) =>
          change("What runs in it", {
            heater: now.includes("heater") || undefined,
            dehumidifier: now.includes("dehumidifier") || undefined,
          })
        }
      />
    </div>
  );
}

function SunHours({
  sunHours,
  change,
}: {
  sunHours: number | undefined;
  change: (label: string, change: Partial<DryingAir>) => void;
}) {
  return (
    <div className="mt-2">
      <Stepper
        label="Sun on it for"
        value={sunHours}
        unit="h"
        step={1}
        min={0}
        max={14}
        unknown={{ words: "none", start: 3 }}
        onChange={(value) => change("Sun", { sunHours: value })}
      />
    </div>
  );
}
