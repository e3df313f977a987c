"use client";
import Link from "next/link";
import { familyOf } from "@/core/ground/catalog/families";
import { OUTCOME_WORDS } from "@/core/answers/ledger/lastTime";
import type { LedgerJob } from "@/core/answers/ledger/summary";
import { entered } from "@/core/ground/sums/working";
import type { Job } from "@/core/job/schema";
import { useJob } from "@/store/jobs";
import { changeLearning, useLearning } from "@/store/learning";
import { Act } from "@/ui/Act";
import { fetched } from "@/ui/fetched";
import { Num } from "@/ui/Num";
import { FurtherVisit } from "./FurtherVisit";
import type { Line } from "./line";
import { type LedgerStep } from "@/core/judgement/learnt/ledgerStep";

/** One job by its steps, and what may be done with it from here. */
export function JobDetail({ line: { id, steps, outcomes } }: { line: Line }) {
  const job = useJob(id);
  return job && steps ? <Opened job={job} steps={steps} outcomes={outcomes} /> : <p>Reading the job…</p>;
}

function Opened({ job, steps, outcomes }: Pick<LedgerJob, "steps" | "outcomes"> & { job: Job }) {
  const { excluded = [] } = useLearning();
  const isOut = excluded.includes(job.id);
  const before = useJob(job.from?.jobId);
  const leaveOut = () =>
    changeLearning(
      { excluded: isOut ? excluded.filter((id) => id !== job.id) : [...excluded, job.id] },
      isOut ? `"${job.title}" is learnt from again.` : `"${job.title}" is not learnt from.`,
    );
  const savePacked = async () => (await import("@/store/packJob")).savePacked(job);
  const gone = outcomes.gone ?? 0;
  return (
    <div data-testid="job-detail">
      {job.from && (
        <p>
          {job.from.kind === "comeback" ? "Made because marks came back after" : "A further visit after"}{" "}
          {before ? (
            <Link prefetch={false} href={`/bay?job=${before.id}&phase=handback`}>
              {before.title}
            </Link>
          ) : (
            "a job that is no longer here"
          )}
          .
        </p>
      )}
      <StepLines steps={steps} />
      <div className="row-wrap">
        <Link prefetch={false} className="btn btn-outline-primary" href={`/bay?job=${job.id}&phase=handback`}>
          Open the job
        </Link>
        <FurtherVisit jobId={job.id} />
        {gone > 0 && <FurtherVisit jobId={job.id} comeback />}
        <Act onAct={() => fetched(savePacked)}>Save it with its pictures</Act>
        <Act variant="link" aria-pressed={isOut} onAct={leaveOut}>
          {isOut ? "Learn from it again" : "Do not learn from it"}
        </Act>
      </div>
    </div>
  );
}

function StepLines({ steps }: { steps: LedgerStep[] }) {
  return (
    <ul className="ledger-steps">
      {steps.map((step) => (
        <li key={step.id}>
          <span>
            {step.title}
            {step.family ? <span className="soft">, {familyOf(step.family).name.toLowerCase()}</span> : ""}
          </span>
          <span>
            {step.minutes !== undefined && <Num of={entered("taken", step.minutes, "min")} />}
            {step.plannedMin !== undefined && (
              <span className="soft">
                {" "}
                of <Num of={entered("planned", step.plannedMin, "min")} />
              </span>
            )}
          </span>
          <span>{step.amountMl > 0 && <Num of={entered("mixed, put on", step.amountMl, "mL")} />}</span>
          <b>{step.outcome ? OUTCOME_WORDS[step.outcome] : ""}</b>
        </li>
      ))}
    </ul>
  );
}
