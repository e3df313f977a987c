"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useCallback, useState } from "react";
import type { Assessment } from "@/core/assess";
import type { Job } from "@/core/job/schema";
import { jobFromTemplate } from "@/core/job/newJob";
import { TEMPLATES, TEMPLATE_IDS, type TemplateId } from "@/core/pieces/templates";
import { forecastAt } from "@/core/schedule/forecast";
import { jobState, type JobStage, type JobState } from "@/core/state";
import { addDemoJobs, removeDemoJobs } from "@/store/demo";
import { deleteJobs, newId, putJobs, useJobsState } from "@/store/jobs";
import { useKit } from "@/store/kit";
import { Act } from "@/ui/Act";
import { useNow } from "@/ui/clock";
import { slackWords } from "@/ui/time";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";
import { PlaceFrame } from "../PlaceFrame";
import { ImportButton } from "../settings/ImportButton";

const STAGE_WORDS: Record<JobStage, string> = { new: "new", planned: "planned", working: "at work", drying: "drying", "handed-back": "handed back" };
const STAGE_ORDER: JobStage[] = ["working", "drying", "planned", "new", "handed-back"];

/** Every job with where it stands and what to do next; the way into a new one. */
export function JobsPlace() {
  const status = useJobsState(({ status }) => status);
  const stored = useJobsState(({ stored }) => stored);
  const nowMs = useNow();
  const router = useRouter();
  const [choosing, setChoosing] = useState(false);
  const jobs = Object.values(stored);
  const rows = useRows(stored, Math.floor(nowMs / MINUTES_5) * MINUTES_5);
  const hasDemo = jobs.some(({ demo }) => demo);

  const create = async (template: TemplateId) => {
    const job = jobFromTemplate(template, newId, new Date().toISOString(), { title: `New ${TEMPLATES[template].name.toLowerCase()}` });
    if (await putJobs([job])) router.push(`/bay?job=${job.id}&phase=look`);
  };

  return (
    <PlaceFrame at="/">
      <div className="row-between mb-3">
        <h1>Jobs</h1>
        <div className="row-wrap">
          <Act variant="primary" onAct={() => setChoosing(!choosing)} aria-expanded={choosing} disabled={status !== "ready"}>New job</Act>
          <Link className="btn btn-outline-primary" prefetch={false} href="/mark">One mark, now</Link>
        </div>
      </div>
      {choosing && (
        <div className="now-step" aria-label="New job">
          <h2>What is it?</h2>
          <div className="chips">
            {TEMPLATE_IDS.map((template) => <Act key={template} onAct={() => void create(template)}>{TEMPLATES[template].name}</Act>)}
          </div>
        </div>
      )}
      {status === "loading" && <p>Opening your jobs…</p>}
      {status === "ready" && jobs.length === 0 && (
        <div className="block">
          <h2>No jobs yet</h2>
          <p>Start one with New job, open a job file, or look round with the made-up demo jobs.</p>
        </div>
      )}
      {rows.map((row) => <JobRow key={row.job.id} {...row} nowMs={nowMs} />)}
      {status === "ready" && (
        <div className="row-wrap mt-4">
          <ImportButton />
          {hasDemo ? (
            <Act onAct={() => void removeDemoJobs()}>Remove the demo jobs</Act>
          ) : (
            <Act onAct={() => void addDemoJobs()}>Add the demo jobs</Act>
          )}
        </div>
      )}
    </PlaceFrame>
  );
}

interface Row {
  job: Job;
  assessment: Assessment;
  state: JobState;
}

const MINUTES_5 = 300_000;

/** Where every job stands. */
function useRows(stored: Record<string, Job>, asOfMs: number): Row[] {
  const kit = useKit();
  const rows = usePlanned(
    useCallback(async () => {
      const jobs = asOfMs > 0 ? Object.values(stored) : [];
      const all = await planner().assessAll(jobs, kit, new Date(asOfMs).toISOString());
      return inOrder(all.map((assessment, index) => ({ job: jobs[index]!, assessment, state: jobState(assessment) })));
    }, [stored, kit, asOfMs]),
  );
  return rows ?? [];
}

const inOrder = (rows: Row[]): Row[] => rows.sort((a, b) => STAGE_ORDER.indexOf(a.state.stage) - STAGE_ORDER.indexOf(b.state.stage) || b.job.createdAt.localeCompare(a.job.createdAt) || a.job.title.localeCompare(b.job.title));

function JobRow({ job, assessment, state, nowMs }: Row & { nowMs: number }) {
  const { tighter } = forecastAt(assessment, job, nowMs);
  const duplicate = () => void putJobs([{ ...job, id: newId(), title: `${job.title.slice(0, 110)} (copy)`, createdAt: new Date().toISOString(), demo: undefined, events: [] }].map((copy) => JSON.parse(JSON.stringify(copy)) as Job));
  return (
    <section className="job-row" aria-label={job.title}>
      <div>
        <h2><Link prefetch={false} href={`/bay?job=${job.id}&phase=${state.phase}`}>{job.title}</Link></h2>
        <div className="soft">{[job.customer, job.place, job.demo && "demo"].filter(Boolean).join(" · ")}</div>
        <div>{STAGE_WORDS[state.stage]} · <span className="job-next">{state.next}</span>{tighter && state.stage !== "handed-back" ? ` · ${slackWords(tighter)} to ${tighter.promise}` : ""}</div>
        <ProgressStitches done={assessment.history.done.length} coming={assessment.plan.steps.length} />
      </div>
      <div className="row-wrap">
        <Act onAct={duplicate} aria-label={`Duplicate ${job.title}`}>Duplicate</Act>
        <Act onAct={() => void deleteJobs([job], `"${job.title}" was deleted.`)} aria-label={`Delete ${job.title}`}>Delete</Act>
      </div>
    </section>
  );
}

/** The job's thread in small: a stitch a step. */
function ProgressStitches({ done, coming }: { done: number; coming: number }) {
  const total = done + coming;
  if (total === 0) return null;
  return (
    <svg className="stitches mt-2" width={total * 16} height="10" role="img" aria-label={`${done} of ${total} steps done`}>
      {Array.from({ length: total }, (_, index) =>
        index < done ? <line key={index} x1={index * 16 + 1} x2={index * 16 + 13} y1="5" y2="5" stroke="var(--moss)" strokeWidth="4" strokeLinecap="round" /> : <path key={index} d={`M${index * 16 + 1} 3 q6 7 12 0`} fill="none" stroke="var(--inkSoft)" strokeWidth="2" strokeLinecap="round" />,
      )}
    </svg>
  );
}
