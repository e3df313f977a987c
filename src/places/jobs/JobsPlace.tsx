"use client";
import Link from "next/link";
import { Form } from "react-bootstrap";
import { useRouter } from "next/navigation";
import { type SetStateAction, type Dispatch, useCallback, useMemo, useState } from "react";
import type { Assessment } from "@/core/answers/assess/assess";
import type { Job } from "@/core/job/schema";
import { jobFromTemplate } from "@/core/job/newJob";
import { TEMPLATES, TEMPLATE_IDS, type TemplateId } from "@/core/ground/pieces/templates";
import { forecastAt } from "@/core/answers/schedule/forecast";
import { useGoesOn } from "@/ui/useGoesOn";
import { jobState, type JobStage, type JobState } from "@/core/answers/assess/state";
import { nowIso } from "@/store/clock";
import { fetched } from "@/ui/fetched";
import { addDemoJobs, removeDemoJobs } from "@/store/demo";
import { countOf, deleteBroken, deleteJobs, putJobs, useJobsState, useLines, type BrokenJob } from "@/store/jobs";
import { newId } from "@/store/newId";
import { useKit } from "@/store/kit";
import { saveAsFile } from "@/store/saveFile";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { useNow } from "@/ui/clock";
import { UnplannedJob } from "@/ui/UnplannedJob";
import { slackWords, timeText } from "@/ui/time";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";
import { PlaceFrame } from "../PlaceFrame";
import { ImportButton } from "../settings/ImportButton";
import { BackupReminder } from "./BackupReminder";
import { FirstStart } from "./FirstStart";
import { holdsWords, inGroups } from "./listed";

const STAGE_WORDS: Record<JobStage, string> = {
  new: "new",
  planned: "planned",
  working: "at work",
  drying: "drying",
  "handed-back": "handed back",
};

/** Every job with where it stands and what to do next; the way into a new one. */
export function JobsPlace() {
  const status = useJobsState(({ status }) => status);
  const stored = useJobsState(({ stored }) => stored);
  const broken = useJobsState(({ broken }) => broken);
  const nowMs = useNow();
  const router = useRouter();
  const [choosing, setChoosing] = useState(false);
  const count = useJobsState(countOf);
  const lines = useLines();
  const hourMs = Math.floor(nowMs / HOUR_MS) * HOUR_MS;
  const shown = useMemo(() => recent(stored, hourMs), [stored, hourMs]);
  const past = count - Object.keys(shown).length;
  const rows = useRows(shown, Math.floor(nowMs / MINUTES_5) * MINUTES_5);
  const hasDemo = lines.some(({ demo }) => demo);

  const create = async (template: TemplateId) => {
    const job = jobFromTemplate(template, newId, nowIso(), { title: `New ${TEMPLATES[template].name.toLowerCase()}` });
    if (await putJobs([job])) router.push(`/bay?job=${job.id}&phase=look`);
  };

  return (
    <PlaceFrame at="/">
      <JobsHead setChoosing={setChoosing} choosing={choosing} status={status} />
      {choosing && <NewJob create={create} />}
      <Boundary what="The reminder">
        <BackupReminder nowMs={nowMs} />
      </Boundary>
      {status === "loading" && <p>Opening your jobs…</p>}
      {status === "ready" && count === 0 && (
        <>
          <FirstStart />
          <div className="block">
            <h2>No jobs yet</h2>
            <p>Start one with New job, open a job file, or look round with the made-up demo jobs.</p>
          </div>
        </>
      )}
      <JobGroups rows={rows} nowMs={nowMs} />
      {broken.map((each) => (
        <BrokenJobRow key={each.key} broken={each} />
      ))}
      {past > 0 && (
        <div className="row-wrap mt-3">
          <span>{past === 1 ? "One job was" : `${past} jobs were`} handed back before.</span>
          <Link prefetch={false} className="btn btn-outline-primary" href="/ledger">
            Find them in the Ledger
          </Link>
        </div>
      )}
      {status === "ready" && <JobsFoot hasDemo={hasDemo} />}
    </PlaceFrame>
  );
}

function JobsFoot({ hasDemo }: { hasDemo: boolean }) {
  return (
    <div className="row-wrap mt-4">
      <ImportButton />
      {hasDemo ? (
        <Act onAct={() => void removeDemoJobs()}>Remove the demo jobs</Act>
      ) : (
        <Act onAct={() => fetched(addDemoJobs)}>Add the demo jobs</Act>
      )}
    </div>
  );
}

function JobsHead({
  setChoosing,
  choosing,
  status,
}: {
  setChoosing: Dispatch<SetStateAction<boolean>>;
  choosing: boolean;
  status: "loading" | "ready" | "no-storage";
}) {
  return (
    <div className="row-between mb-3">
      <h1>Jobs</h1>
      <div className="row-wrap">
        <Act
          variant="primary"
          onAct={() => setChoosing(!choosing)}
          aria-expanded={choosing}
          disabled={status !== "ready"}
        >
          New job
        </Act>
        <Link className="btn btn-outline-primary" prefetch={false} href="/mark">
          One mark, now
        </Link>
      </div>
    </div>
  );
}

function NewJob({ create }: { create: (template: TemplateId) => Promise<void> }) {
  return (
    <div className="now-step" aria-label="New job">
      <h2>What is it?</h2>
      <div className="chips">
        {TEMPLATE_IDS.map((template) => (
          <Act key={template} onAct={() => void create(template)}>
            {TEMPLATES[template].name}
          </Act>
        ))}
      </div>
    </div>
  );
}

/** What is kept as a job and cannot be read as one: it stays as it is until somebody says otherwise. */
function BrokenJobRow({ broken: { key, held } }: { broken: BrokenJob }) {
  return (
    <div className="caution mt-3" role="alert" data-testid={`broken-${key}`}>
      <h3>A job kept here cannot be read</h3>
      <p>
        Its key is {key}. It is left as it is. Export it before you delete it: somebody may be able to put it right.
      </p>
      <div className="row-wrap mt-2">
        <Act onAct={() => saveAsFile(`${key}.kept.json`, JSON.stringify(held, null, 2))}>Export</Act>
        <Act onAct={() => void deleteBroken(key)}>Delete</Act>
      </div>
    </div>
  );
}

const HOUR_MS = 3_600_000;
/** What was handed back longer ago than this is found in the Ledger. */
const RECENT_H = 72;

/** Jobs that are open, or were handed back just now. */
function recent(stored: Record<string, Job>, nowMs: number): Record<string, Job> {
  const isOld = ({ events }: Job) =>
    nowMs > 0 && events.some(({ kind, at }) => kind === "handed-back" && nowMs - Date.parse(at) > RECENT_H * HOUR_MS);
  return Object.fromEntries(Object.entries(stored).filter(([, job]) => !isOld(job)));
}

interface Row {
  job: Job;
  /** Where it stands; until the planner has said so the first time, only what is written on the job. */
  planned?: { assessment: Assessment; state: JobState };
  /** Why it cannot be planned. */
  problem?: string;
}

const MINUTES_5 = 300_000;

/** Every job, with where it stands as soon as that is planned. */
function useRows(stored: Record<string, Job>, asOfMs: number): Row[] {
  const kit = useKit();
  const planned = usePlanned(
    useCallback(async () => {
      const jobs = asOfMs > 0 ? Object.values(stored) : [];
      // Nothing to plan yet: the planner stays at home.
      if (jobs.length === 0) return {};
      const all = await planner().assessAll(jobs, kit, new Date(asOfMs).toISOString());
      return Object.fromEntries(
        all.map((made, index) => [
          jobs[index]!.id,
          made.ok ? { assessment: made.assessment, state: jobState(made.assessment) } : made.problem,
        ]),
      );
    }, [stored, kit, asOfMs]),
  );
  return Object.values(stored).map((job) => {
    const made = planned?.[job.id];
    return typeof made === "string" ? { job, problem: made } : { job, planned: made };
  });
}

/** Fewer are found by looking. */
const SEARCHED_FROM = 7;

/** Today's on top, then the rest by promise; what was just handed back last. */
function JobGroups({ rows, nowMs }: { rows: Row[]; nowMs: number }) {
  const [words, setWords] = useState("");
  const found = rows.filter(({ job }) => holdsWords(job, words));
  const { today, later, handedBack } = inGroups(found, nowMs);
  return (
    <>
      {rows.length >= SEARCHED_FROM && (
        <Form.Control
          type="search"
          className="mb-3"
          aria-label="Search the jobs"
          placeholder="Title, customer, place"
          value={words}
          onChange={({ target: { value } }) => setWords(value)}
        />
      )}
      {found.length === 0 && rows.length > 0 && (
        <p role="status">
          No job here has all of these words.{" "}
          <Link prefetch={false} href="/ledger">
            Older ones are in the Ledger
          </Link>
          .
        </p>
      )}
      <JobGroup name="Today" rows={today} nowMs={nowMs} />
      <JobGroup name="By promise" rows={later} nowMs={nowMs} />
      <JobGroup name="Handed back" rows={handedBack} nowMs={nowMs} />
    </>
  );
}

function JobGroup({ name, rows, nowMs }: { name: string; rows: Row[]; nowMs: number }) {
  if (rows.length === 0) return null;
  return (
    <section aria-label={name}>
      <p className="job-group">{name}</p>
      {rows.map((row) => (
        <Boundary key={row.job.id} what={row.job.title}>
          {row.problem === undefined ? (
            <JobRow {...row} nowMs={nowMs} />
          ) : (
            <UnplannedJob job={row.job} problem={row.problem} />
          )}
        </Boundary>
      ))}
    </section>
  );
}

/** The same pieces and findings as a job of its own, with nothing done yet. */
function copyOf({ events: _events, seals: _seals, merging: _merging, demo: _demo, ...job }: Job): Job {
  return { ...job, id: newId(), title: `${job.title.slice(0, 110)} (copy)`, createdAt: nowIso(), events: [] };
}

function JobRow({ job, planned, nowMs }: Row & { nowMs: number }) {
  const goesOn = useGoesOn();
  const forecast =
    planned && forecastAt(planned.assessment, job, nowMs, goesOn(job, planned.assessment.history, nowMs));
  const tighter = forecast?.tighter;
  const dryAtMs = planned?.state.stage === "drying" ? forecast?.usable?.atMs : undefined;
  const duplicate = () => void putJobs([copyOf(job)]);
  return (
    <section className="job-row" aria-label={job.title}>
      <div>
        <h2>
          <Link prefetch={false} href={`/bay?job=${job.id}&phase=${planned?.state.phase ?? "look"}`}>
            {job.title}
          </Link>
        </h2>
        <div className="soft">{[job.customer, job.place, job.demo && "demo"].filter(Boolean).join(" · ")}</div>
        {planned ? (
          <>
            <div>
              {STAGE_WORDS[planned.state.stage]} · <span className="job-next">{planned.state.next}</span>
              {dryAtMs !== undefined && ` · ${dryAtMs > nowMs ? "dry about" : "dry since"} ${timeText(dryAtMs, nowMs)}`}
              {tighter && planned.state.stage !== "handed-back"
                ? ` · ${slackWords(tighter)} to ${tighter.promise}`
                : ""}
            </div>
            <ProgressStitches
              done={planned.assessment.history.done.length}
              coming={planned.assessment.plan.steps.length}
            />
          </>
        ) : (
          // As high as what comes: nothing below moves away under a tap.
          <>
            <div className="soft">planning…</div>
            <svg className="stitches mt-2" height="10" aria-hidden />
          </>
        )}
      </div>
      <div className="row-wrap">
        <Act onAct={duplicate} aria-label={`Duplicate ${job.title}`}>
          Duplicate
        </Act>
        <Act onAct={() => void deleteJobs([job], `"${job.title}" was deleted.`)} aria-label={`Delete ${job.title}`}>
          Delete
        </Act>
      </div>
    </section>
  );
}

/** The job's thread in small: a stitch a step. */
function ProgressStitches({ done, coming }: { done: number; coming: number }) {
  const total = done + coming;
  if (total === 0) return null;
  return (
    <svg
      className="stitches mt-2"
      width={total * 16}
      height="10"
      role="img"
      aria-label={`${done} of ${total} steps done`}
    >
      {Array.from({ length: total }, (_, index) =>
        index < done ? (
          <line
            key={index}
            x1={index * 16 + 1}
            x2={index * 16 + 13}
            y1="5"
            y2="5"
            stroke="var(--moss)"
            strokeWidth="4"
            strokeLinecap="round"
          />
        ) : (
          <path
            key={index}
            d={`M${index * 16 + 1} 3 q6 7 12 0`}
            fill="none"
            stroke="var(--inkSoft)"
            strokeWidth="2"
            strokeLinecap="round"
          />
        ),
      )}
    </svg>
  );
}
