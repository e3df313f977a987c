"use client";
import Link from "next/link";
import { waitState } from "@/core/job/waits";
import { clockText, useNow } from "./clock";
import { isRanOut, useWaits } from "./waits";
import { Tip } from "./Tip";

const STATE_WORDS = { early: "dwelling", right: "ready", drying: "drying out" } as const;
/** More than this do not fit a strip; the most urgent are shown. */
const MOST_SHOWN = 3;

/** Dwells that run, each a loop of thread with its clock, the most urgent first; a tap leads to its run sheet. */
export function Threads({ only, jobId }: { only?: ReadonlySet<string>; jobId?: string }) {
  const nowMs = useNow();
  const leftMs = ({ fromMs, minMin, maxMin }: { fromMs: number; minMin: number; maxMin?: number }) =>
    fromMs + (nowMs < fromMs + minMin * 60_000 ? minMin : (maxMin ?? minMin)) * 60_000 - nowMs;
  const shown = useWaits()
    .filter((wait) => !isRanOut(wait, nowMs) && (!only || wait.jobId !== jobId || only.has(wait.id)))
    .sort((a, b) => leftMs(a) - leftMs(b));
  if (nowMs === 0) return null;
  return shown.slice(0, MOST_SHOWN).map((wait) => {
    const elapsedMs = nowMs - wait.fromMs;
    const state = waitState(wait, elapsedMs);
    return (
      <Tip key={wait.id} words={wait.title}>
        <Link
          prefetch={false}
          href={`/bay?job=${wait.jobId}&phase=work`}
          className={`loop-chip loop-${state}`}
          data-testid="running-loop"
        >
          <svg width="44" height="22" viewBox="0 0 44 22" aria-hidden>
            <path
              d="M2 18 H14 C14 4 30 4 30 18 H42"
              fill="none"
              stroke={state === "drying" ? "#f3a394" : "#d99a2b"}
              strokeWidth="3"
              strokeLinecap="round"
            />
          </svg>
          <span>
            <span className="strip-text">{wait.where} </span>
            {clockText(elapsedMs)} <span className="loop-state">{STATE_WORDS[state]}</span>
          </span>
        </Link>
      </Tip>
    );
  });
}
