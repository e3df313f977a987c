"use client";
import { waitState, type Wait, type WaitState } from "@/core/job/waits";
import type { Dwell } from "@/core/judgement/treatment/step/step";
import { clockText } from "@/ui/clock";
import { Num } from "@/ui/Num";

const STATE_WORDS: Record<WaitState, string> = {
  early: "Too early",
  right: "Right: lift it off now",
  drying: "Drying out: lift it off at once",
};

/** A dwell that runs as a band: too early, right, drying out, and where it is now. */
export function DwellBand({
  wait,
  nowMs,
}: {
  wait: Pick<Wait, "fromMs" | "minMin" | "maxMin" | "guards">;
  nowMs: number;
}) {
  const { minMin, maxMin, fromMs, guards } = wait;
  const elapsedMs = Math.max(0, nowMs - fromMs);
  const state = waitState(wait, elapsedMs);
  return (
    <div className="dwell" data-testid="dwell" data-state={state}>
      <Band min={minMin} max={maxMin} elapsed={elapsedMs / 60_000} />
      <div className="dwell-words">
        <span className="dwell-state" role="status">
          <span data-testid="dwell-clock">{clockText(elapsedMs)}</span> ·{" "}
          {guards ? (state === "early" ? "Wait it out" : "The wait is over") : STATE_WORDS[state]}
        </span>
        <span>
          right from {clockText(minMin * 60_000)}
          {maxMin !== undefined && `, drying out from ${clockText(maxMin * 60_000)}`}
        </span>
      </div>
    </div>
  );
}

/** What a step will have to wait once it is on. */
export function PlannedDwell({ dwell: { min, max }, waitedOut }: { dwell: Dwell; waitedOut: boolean }) {
  return (
    <div className="dwell" data-testid="dwell" data-state="waiting">
      <Band min={min.value} max={max?.value} />
      <div className="dwell-words">
        <span className="dwell-state">
          {waitedOut ? "The wait starts with Start" : "The dwell starts when it is on"}
        </span>
        <span>
          right from <Num of={min} testId="dwell-min" />
          {max && (
            <>
              , drying out from <Num of={max} testId="dwell-max" />
            </>
          )}
        </span>
      </div>
    </div>
  );
}

function Band({ min, max, elapsed }: { min: number; max: number | undefined; elapsed?: number }) {
  const end = (max ?? min * 1.5) * 1.3 || 1;
  const x = (minutes: number) => Math.min(100, (minutes / end) * 100);
  return (
    <svg aria-hidden viewBox="0 0 100 40" preserveAspectRatio="none">
      <rect x="0" y="12" width={x(min)} height="16" fill="var(--line)" />
      <rect x={x(min)} y="9" width={x(max ?? end) - x(min)} height="22" fill="var(--moss)" opacity="0.45" />
      {max !== undefined && (
        <rect x={x(max)} y="12" width={100 - x(max)} height="16" fill="var(--madder)" opacity="0.3" />
      )}
      {elapsed !== undefined && (
        <line
          x1={x(elapsed)}
          x2={x(elapsed)}
          y1="2"
          y2="38"
          stroke="var(--ink)"
          strokeWidth="4"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
