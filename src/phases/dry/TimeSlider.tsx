"use client";
import { useEffect } from "react";
import FormRange from "react-bootstrap/FormRange";
import { cutAt, stateAt } from "@/core/models/drying/at";
import type { ZoneDrying } from "@/core/answers/assess/assess";
import { entered } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { LayerCut } from "../water/LayerCut";

const STEP_H = 0.25;
const MOST_H = 72;
const HOUR_MS = 3_600_000;

/** From the start of drying to dry: the map's dry lens and a cut through the zone in hand follow it. */
export function TimeSlider() {
  const { assessment, zone, dryAtH, setDryAtH, lens, go, nowMs } = useBay();
  useEffect(() => () => setDryAtH(undefined), [setDryAtH]);
  const { place, drying } = assessment;
  const chosen = zone && drying[zone.id] ? zone.id : slowestOf(drying);
  const dry = chosen === undefined ? undefined : drying[chosen];
  if (!place || !dry?.layers || !chosen) return null;
  const last = Math.max(...Object.values(drying).map(({ hours }) => Math.min(MOST_H, hours.value)));
  const end = Math.max(STEP_H, Math.ceil(last / STEP_H) * STEP_H);
  const sinceH = Math.max(0, (nowMs - place.startMs) / HOUR_MS);
  const at = Math.min(end, dryAtH ?? Math.round(sinceH / STEP_H) * STEP_H);
  const { state, water } = stateAt(dry.layers, dry.hours.value, at);
  const name = assessment.plan.zones[chosen]!.view.name;
  const move = (hours: number) => {
    setDryAtH(hours);
    if (lens !== "dry") go({ lens: "dry" });
  };
  const clock = timeText(place.startMs + at * HOUR_MS, nowMs);
  return (
    <div className="block" data-testid="dry-slider">
      <div className="row-between">
        <h3>How it dries, {name.toLowerCase()}</h3>
        <div className="row-wrap">
          <Act onAct={() => move(Math.min(end, sinceH))}>Now</Act>
          <Act onAct={() => move(end)}>{Number.isFinite(dry.hours.value) ? "When dry" : "In three days"}</Act>
        </div>
      </div>
      <FormRange
        min={0}
        max={end}
        step={STEP_H}
        value={at}
        onChange={({ target }) => move(Number(target.value))}
        aria-label="Time of drying"
        aria-valuetext={`${clock}, ${state}`}
        className="time-slider"
      />
      <p className="slider-words" aria-live="polite">
        <b>{clock}</b>,{" "}
        {at === 0 ? (
          "when drying begins"
        ) : (
          <>
            after <Num of={entered("hours of drying", at, "h")} />
          </>
        )}
        : <b data-testid="slider-state">{state === "dry on top" ? "dry on top, not below" : state}</b>,{" "}
        <Num of={water} testId="slider-water" /> in it.
      </p>
      <LayerCut title="" layers={cutAt(dry.layers, at)} testId="cut-drying" />
    </div>
  );
}

const slowestOf = (drying: Record<string, ZoneDrying>): string | undefined =>
  Object.entries(drying).reduce<[string, number] | undefined>(
    (most, [id, { hours }]) => (!most || hours.value > most[1] ? [id, hours.value] : most),
    undefined,
  )?.[0];
