"use client";
import { ArrowCounterclockwise, ArrowClockwise, ChevronLeft, QuestionLg } from "react-bootstrap-icons";
import { redo, retrySaving, undo, useJobsState } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { clockText } from "@/ui/clock";
import { Num } from "@/ui/Num";
import { slackWords, timeText } from "@/ui/time";
import { useBay } from "./BayContext";

/** Job, running dwells, undo, whether it is saved, and the tighter of the two promises. */
export function TopStrip({ onKeys }: { onKeys: () => void }) {
  const { job } = useBay();
  const canUndo = useJobsState(({ undoable }) => undoable.some(({ jobId }) => jobId === job.id));
  const canRedo = useJobsState(({ redoable }) => redoable.some(({ jobId }) => jobId === job.id));
  return (
    <header className="strip no-print">
      <a href="/" className="btn btn-link" aria-label="Back to jobs"><ChevronLeft aria-hidden /></a>
      <h1>{job.title}</h1>
      <RunningLoops />
      <SavedWord />
      <span className="strip-undo">
        <Act variant="link" onAct={() => undo(job.id)} disabled={!canUndo} aria-label="Undo"><ArrowCounterclockwise aria-hidden size={20} /></Act>
        <Act className="wide-only" variant="link" onAct={() => redo(job.id)} disabled={!canRedo} aria-label="Redo"><ArrowClockwise aria-hidden size={20} /></Act>
        <Act className="wide-only" variant="link" onAct={onKeys} aria-label="List of keys"><QuestionLg aria-hidden size={18} /></Act>
      </span>
      <Promise />
    </header>
  );
}

function RunningLoops() {
  const { assessment, nowMs, job } = useBay();
  const { running } = assessment.history;
  if (running?.dwellMinMin === undefined) return <span className="strip-loops" />;
  const elapsedMs = nowMs - Date.parse(running.at);
  const max = running.dwellMaxMin;
  const state = elapsedMs < running.dwellMinMin * 60_000 ? "dwelling" : max !== undefined && elapsedMs > max * 60_000 ? "drying out" : "ready";
  const zone = job.zones.byId[running.zoneIds[0] ?? ""];
  return (
    <span className="strip-loops">
      <span className="loop-chip" data-testid="running-loop">
        <svg width="44" height="22" viewBox="0 0 44 22" aria-hidden>
          <path d="M2 18 H14 C14 4 30 4 30 18 H42" fill="none" stroke={state === "drying out" ? "#f3a394" : "#d99a2b"} strokeWidth="3" strokeLinecap="round" />
        </svg>
        <span><span className="strip-text">{zone?.name ?? running.title.split(",")[0]} </span>{clockText(elapsedMs)} <span className="loop-state">{state}</span></span>
      </span>
    </span>
  );
}

function SavedWord() {
  const problem = useJobsState(({ saveProblem }) => saveProblem);
  const waiting = useJobsState(({ waiting }) => waiting.length > 0);
  const saved = useJobsState(({ lastSavedAt }) => lastSavedAt !== undefined);
  if (problem)
    return (
      <span className="strip-saved" role="alert">
        {problem} <Act variant="link" onAct={retrySaving}>Try again</Act>
      </span>
    );
  return <span className="strip-saved soft-on-strip" role="status" data-testid="saved">{waiting ? "Saving…" : saved ? "Saved" : ""}</span>;
}

function Promise() {
  const { forecast, job, nowMs } = useBay();
  const { tighter } = forecast;
  if (!tighter) return <span className="strip-promise soft-on-strip"><small>nothing promised yet</small></span>;
  const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
  const parts = [handBackAt && `hand back ${timeText(Date.parse(handBackAt), nowMs)}${dampHandBackAgreed ? " damp, agreed" : ""}`, usableAt && `usable ${timeText(Date.parse(usableAt), nowMs)}`].filter(Boolean);
  return (
    <span className={`strip-promise${tighter.minutes.value < 0 ? " strip-late" : ""}`} data-testid="slack">
      <b><Num of={tighter.minutes} words={slackWords(tighter)} /></b> <span className="wide-only">to {tighter.promise}</span>
      <br />
      <small>{parts.join(" · ")}</small>
    </span>
  );
}
