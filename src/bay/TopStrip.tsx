"use client";
import { ArrowCounterclockwise, ArrowClockwise, QuestionLg } from "react-bootstrap-icons";
import { redo, retrySaving, undo, useJobsState } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { Threads } from "@/ui/Threads";
import { Tip } from "@/ui/Tip";
import { slackWords, timeText } from "@/ui/time";
import { useBay } from "./state/BayContext";
import { BackToJobs } from "./BackToJobs";

/** Job, running dwells, undo, whether it is saved, and the tighter of the two promises. */
export function TopStrip({ onKeys }: { onKeys: () => void }) {
  const { job } = useBay();
  const canUndo = useJobsState(({ undoable }) => undoable.some(({ jobId }) => jobId === job.id));
  const canRedo = useJobsState(({ redoable }) => redoable.some(({ jobId }) => jobId === job.id));
  return (
    <header className="strip no-print">
      <BackToJobs />
      <h1>{job.title}</h1>
      <RunningLoops />
      <SavedWord />
      <span className="strip-undo">
        <Tip words="Undo (Ctrl Z)">
          <Act variant="link" onAct={() => undo(job.id)} disabled={!canUndo} aria-label="Undo">
            <ArrowCounterclockwise aria-hidden size={20} />
          </Act>
        </Tip>
        <Tip words="Redo (Ctrl Y)">
          <Act className="wide-only" variant="link" onAct={() => redo(job.id)} disabled={!canRedo} aria-label="Redo">
            <ArrowClockwise aria-hidden size={20} />
          </Act>
        </Tip>
        <Tip words="Keys (?)">
          <Act className="wide-only" variant="link" onAct={onKeys} aria-label="List of keys">
            <QuestionLg aria-hidden size={18} />
          </Act>
        </Tip>
      </span>
      <Promise />
    </header>
  );
}

/** What somebody comes back for here, and whatever dwells on other jobs. */
function RunningLoops() {
  const {
    assessment: { order, history },
    job,
  } = useBay();
  const waitedFor = new Set([
    ...order.tasks.flatMap(({ after = [] }) => after.map(({ id }) => id)),
    ...history.running.map(({ id }) => id),
  ]);
  return (
    <span className="strip-loops">
      <Threads only={waitedFor} jobId={job.id} />
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
        {problem}{" "}
        <Act variant="link" onAct={retrySaving}>
          Try again
        </Act>
      </span>
    );
  return (
    <span className="strip-saved soft-on-strip" role="status" data-testid="saved">
      {waiting ? "Saving…" : saved ? "Saved" : ""}
    </span>
  );
}

function Promise() {
  const { forecast, job, nowMs } = useBay();
  const { tighter } = forecast;
  if (!tighter)
    return (
      <span className="strip-promise soft-on-strip">
        <small>nothing promised yet</small>
      </span>
    );
  const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
  const parts = [
    handBackAt && `hand back ${timeText(Date.parse(handBackAt), nowMs)}${dampHandBackAgreed ? " damp, agreed" : ""}`,
    usableAt && `usable ${timeText(Date.parse(usableAt), nowMs)}`,
  ].filter(Boolean);
  return (
    <span className={`strip-promise${tighter.minutes.value < 0 ? " strip-late" : ""}`} data-testid="slack">
      <b>
        <Num of={tighter.minutes} words={slackWords(tighter)} />
      </b>{" "}
      <span className="wide-only">to {tighter.promise}</span>
      <br />
      <small>{parts.join(" · ")}</small>
    </span>
  );
}
