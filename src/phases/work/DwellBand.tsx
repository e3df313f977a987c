"use client";
import type { StartEvent } from "@/core/job/schema";
import type { Dwell } from "@/core/treatment/step";
import { clockText } from "@/ui/clock";
import { Num } from "@/ui/Num";

export type DwellState = "early" | "right" | "drying";

/** Where a running dwell stands. A dwell without a longest time is never too late. */
export function dwellState({ dwellMinMin = 0, dwellMaxMin }: StartEvent, elapsedMs: number): DwellState {
  if (elapsedMs < dwellMinMin * 60_000) return "early";
  return dwellMaxMin !== undefined && elapsedMs > dwellMaxMin * 60_000 ? "drying" : "right";
}

const STATE_WORDS: Record<DwellState, string> = { early: "Too early", right: "Right: lift it off now", drying: "Drying out: lift it off at once" };

/** The dwell as a band: too early, right, drying out, and where it is now. */
export function DwellBand({ running, dwell, elapsedMs }: { running: StartEvent | undefined; dwell: Dwell; elapsedMs: number }) {
  const min = running?.dwellMinMin ?? dwell.min.value;
  const max = running ? running.dwellMaxMin : dwell.max?.value;
  const end = (max ?? min * 1.5) * 1.3 || 1;
  const x = (minutes: number) => Math.min(100, (minutes / end) * 100);
  const elapsed = elapsedMs / 60_000;
  const state = running ? dwellState(running, elapsedMs) : undefined;
  return (
    <div className="dwell" data-testid="dwell" data-state={state ?? "waiting"}>
      <svg aria-hidden viewBox="0 0 100 40" preserveAspectRatio="none">
        <rect x="0" y="12" width={x(min)} height="16" fill="var(--line)" />
        <rect x={x(min)} y="9" width={x(max ?? end) - x(min)} height="22" fill="var(--moss)" opacity="0.45" />
        {max !== undefined && <rect x={x(max)} y="12" width={100 - x(max)} height="16" fill="var(--madder)" opacity="0.3" />}
        {running && <line x1={x(elapsed)} x2={x(elapsed)} y1="2" y2="38" stroke="var(--ink)" strokeWidth="4" vectorEffect="non-scaling-stroke" />}
      </svg>
      <div className="dwell-words">
        <span className="dwell-state" role="status">{running ? <><span data-testid="dwell-clock">{clockText(elapsedMs)}</span> · {STATE_WORDS[state!]}</> : "Dwell starts with Start"}</span>
        <span>
          right from <Num of={dwell.min} testId="dwell-min" />
          {dwell.max && <>, drying out from <Num of={dwell.max} testId="dwell-max" /></>}
        </span>
      </div>
    </div>
  );
}
