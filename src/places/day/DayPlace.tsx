"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import type { Job } from "@/core/job/schema";
import { USUAL_DAY } from "@/core/answers/day/settings";
import type { Week } from "@/core/answers/day/week";
import type { DayChoices } from "@/store/db";
import { notify, useJobsState } from "@/store/jobs";
import { useKit } from "@/store/kit";
import { changeDay, useSettings } from "@/store/settings";
import { USUAL_CHOICES } from "@/store/day";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Boundary } from "@/ui/Boundary";
import { useNow } from "@/ui/clock";
import { UnplannedJob } from "@/ui/UnplannedJob";
import { OwnMinutes } from "@/ui/OwnLog";
import { fetched } from "@/ui/fetched";
import { HoursFields } from "@/ui/HoursFields";
import { Stepper } from "@/ui/Stepper";
import { bestVisits, stopTimetable } from "@/workers/timetable";
import type { Timetable } from "@/workers/timetable.worker";
import { PlaceFrame } from "../PlaceFrame";
import { Lanes } from "./Lanes";
import { ReturnVisits } from "./ReturnVisits";
import { msAt, type TimedTask } from "./tasks";
import { TaskList } from "./TaskList";
import { openJobs, settingsOf, useTimetable, useWeek, type SetChoices } from "./useDay";
import { Verdict } from "./Verdict";
import { DayPick, Missed, Overfull, WeekDays } from "./WeekDays";

const LONGER_MS = 15_000;
const MINUTES_5 = 300_000;

/** Tasks that somebody wants later: dragged, or put off a quarter of an hour at a time. */
function useMoves({ notBefore: moved = {} }: DayChoices, set: SetChoices) {
  const [whyNot, setWhyNot] = useState<string>();
  const change = (notBefore: DayChoices["notBefore"]) => {
    setWhyNot(undefined);
    void set({ notBefore });
  };
  const without = (id: string) => {
    const { [id]: _gone, ...others } = moved;
    return others;
  };
  const move =
    (timetable: Timetable) =>
    ({ task, startMin, because }: TimedTask, toMin: number) => {
      const at = new Date(Math.round(msAt(timetable, toMin) / 60_000) * 60_000).toISOString();
      if (toMin >= startMin) change({ ...without(task.id), [task.id]: at });
      else if (moved[task.id] !== undefined) change(without(task.id));
      else
        setWhyNot(
          `"${task.name}" cannot be sooner: ${because.words}${because.after ? ` (${because.after.toLowerCase()})` : ""}.`,
        );
    };
  return { moved, move, whyNot, onBack: (id: string) => void set({ notBefore: without(id) }) };
}

/** The day in minutes: visits one after another, drying while hands are elsewhere, and what decides when it ends. */
export function DayPlace() {
  const nowMs = useNow();
  const status = useJobsState(({ status }) => status);
  const stored = useJobsState(({ stored }) => stored);
  const choices = { ...USUAL_CHOICES, ...useSettings().day };
  const jobs = useMemo(() => openJobs(stored, choices.order), [stored, choices.order]);
  const set: SetChoices = async (change) => {
    await changeDay(change);
  };
  return (
    <PlaceFrame at="/day">
      <div className="row-between mb-3">
        <h1>Day</h1>
      </div>
      {status === "loading" && <p>Opening your jobs…</p>}
      {status === "ready" && jobs.length === 0 && <NothingToPlan />}
      {jobs.length > 0 && <DayOf jobs={jobs} choices={choices} set={set} nowMs={nowMs} />}
      {status === "ready" && (
        <Boundary what="The list of visits">
          <ReturnVisits jobs={Object.values(stored)} nowMs={nowMs} />
        </Boundary>
      )}
    </PlaceFrame>
  );
}

/** The day that was picked; else the first that anything falls on. */
const dayShown = ({ days }: Week, picked: string | undefined) =>
  days.find(({ key }) => key === picked) ?? days.find(({ jobIds }) => jobIds.length > 0) ?? days[0];

function DayOf({ jobs, choices, set, nowMs }: { jobs: Job[]; choices: DayChoices; set: SetChoices; nowMs: number }) {
  const stepMs = Math.floor(nowMs / MINUTES_5) * MINUTES_5;
  const [picked, setPicked] = useState<string>();
  const week = useWeek(jobs, choices, stepMs);
  const day = week && dayShown(week, picked);
  const fromMs = day ? Math.max(stepMs, day.openMs) : 0;
  const visits = day ? jobs.filter(({ id }) => day.jobIds.includes(id)) : [];
  const search = useTimetable(visits, choices, fromMs, day?.untilMs);
  const { news } = search;
  const moves = useMoves(choices, set);
  const timetable = news && "day" in news ? news : undefined;
  if (!week || !day) return <p>Planning the days…</p>;
  return (
    <>
      <WeekDays week={week} day={day} nowMs={nowMs} onPick={setPicked} />
      <Missed {...{ week, jobs, set, nowMs }} />
      <Overfull {...{ week, day, jobs, set, nowMs }} />
      {news && "problem" in news && visits.length > 0 && (
        <div className="caution caution-danger" role="alert">
          <h3>No timetable like this</h3>
          <p>{news.problem}</p>
        </div>
      )}
      {week.unplanned.map(({ jobId, problem }) => {
        const job = jobs.find(({ id }) => id === jobId);
        return job && <UnplannedJob key={jobId} job={job} problem={problem} />;
      })}
      {visits.length === 0 && <p data-testid="no-visits">Nothing falls on this day.</p>}
      {!news && visits.length > 0 && <p>Planning the day…</p>}
      {timetable && <TimetableOf timetable={timetable} {...{ visits, choices, set, nowMs, moves }} search={search} />}
      <OwnMinutes />
      <Visits {...{ jobs, visits, choices, set, fromMs, week, nowMs }} untilMs={day.untilMs} />
      {timetable && (
        <Boundary what="The list">
          <TaskList
            timetable={timetable}
            jobs={visits}
            nowMs={nowMs}
            moved={moves.moved}
            onMove={moves.move(timetable)}
            onBack={moves.onBack}
          />
        </Boundary>
      )}
    </>
  );
}

function TimetableOf({
  timetable,
  visits,
  choices,
  set,
  nowMs,
  moves: { moved, move, whyNot },
  search: { searching, again },
}: {
  timetable: Timetable;
  visits: Job[];
  choices: DayChoices;
  set: SetChoices;
  nowMs: number;
  moves: ReturnType<typeof useMoves>;
  search: ReturnType<typeof useTimetable>;
}) {
  const saveCalendar = async (of: Timetable) => (await import("./calendar")).saveDay(of, visits);
  return (
    <>
      <Boundary what="The verdict">
        <Verdict timetable={timetable} jobs={visits} nowMs={nowMs} />
      </Boundary>
      <Boundary what="The timetable">
        <Lanes
          timetable={timetable}
          people={choices.people}
          titles={Object.fromEntries(visits.map(({ id, title }) => [id, title]))}
          onMove={move(timetable)}
        />
      </Boundary>
      {whyNot && (
        <p role="alert" data-testid="why-not">
          <b>{whyNot}</b>
        </p>
      )}
      <SearchButtons {...{ searching, again, moved, set, saveCalendar }} news={timetable} />
    </>
  );
}

/** The visits in their order, and the numbers of the day. */
function Visits({
  jobs,
  visits,
  choices,
  set,
  fromMs,
  week,
  nowMs,
  untilMs,
}: {
  jobs: Job[];
  visits: Job[];
  choices: DayChoices;
  set: SetChoices;
  fromMs: number;
  week: Week;
  nowMs: number;
  untilMs: number;
}) {
  const kit = useKit();
  const [ordering, setOrdering] = useState(false);
  const earlier = (id: string) => {
    const order = jobs.map((job) => job.id);
    const at = order.indexOf(id);
    order.splice(at - 1, 0, ...order.splice(at, 1));
    void set({ order });
  };
  const orderThem = async () => {
    setOrdering(true);
    const order = await bestVisits(visits, kit, settingsOf(choices, fromMs, untilMs));
    setOrdering(false);
    await set({ order });
    const same = order.join() === visits.map(({ id }) => id).join();
    notify(same ? "No other order of the visits is better." : "The visits are in their best order.");
  };
  return (
    <div className="block mt-3">
      <div className="row-between">
        <h2>Visits</h2>
        {visits.length > 1 && (
          <Act disabled={ordering} onAct={() => void orderThem()}>
            {ordering ? "Trying every order…" : "Put them in the best order"}
          </Act>
        )}
      </div>
      {jobs.map((job, index) => (
        <VisitLine key={job.id} {...{ job, visits, index, earlier, set, week, nowMs }} />
      ))}
      <DayNumbers choices={choices} set={set} />
    </div>
  );
}

function NothingToPlan() {
  return (
    <div className="block">
      <h2>Nothing to plan</h2>
      <p>
        A day is made of jobs that are not handed back yet.{" "}
        <Link href="/" prefetch={false}>
          Start one in Jobs
        </Link>
        .
      </p>
    </div>
  );
}

function SearchButtons({
  searching,
  again,
  news,
  moved,
  set,
  saveCalendar,
}: {
  searching: boolean;
  again: (ms: number) => void;
  news: Timetable;
  moved: Record<string, string>;
  set: SetChoices;
  saveCalendar: (timetable: Timetable) => Promise<void>;
}) {
  return (
    <div className="row-wrap mt-2">
      {searching ? (
        <Act onAct={stopTimetable}>Stop searching</Act>
      ) : (
        news.ended !== "proved" && <Act onAct={() => again(LONGER_MS)}>Search longer</Act>
      )}
      <span className="soft" data-testid="tries">
        {news.tries} orders tried
        {searching ? ", searching on" : news.ended === "proved" ? ": no day of these steps ends sooner" : ""}.
      </span>
      {Object.keys(moved).length > 0 && (
        <Act variant="link" onAct={() => void set({ notBefore: {} })}>
          All as it comes
        </Act>
      )}
      <Act onAct={() => fetched(() => saveCalendar(news))}>Calendar file</Act>
    </div>
  );
}

function VisitLine({
  job,
  visits,
  index,
  earlier,
  set,
  week,
  nowMs,
}: {
  job: Job;
  visits: Job[];
  index: number;
  earlier: (id: string) => void;
  set: SetChoices;
  week: Week;
  nowMs: number;
}) {
  return (
    <div className="line-step">
      <span className="line-mark">{visits.includes(job) ? visits.indexOf(job) + 1 : "–"}</span>
      <span className="line-what">
        <Link prefetch={false} href={`/bay?job=${job.id}&phase=work`}>
          {job.title}
        </Link>{" "}
        <span className="soft">{job.place}</span>
      </span>
      <Act variant="link" disabled={index === 0} onAct={() => earlier(job.id)} aria-label={`${job.title}: earlier`}>
        Earlier
      </Act>
      <DayPick {...{ job, set, week, nowMs }} />
    </div>
  );
}

function DayNumbers({ choices, set }: { choices: DayChoices; set: SetChoices }) {
  return (
    <div className="row-wrap air-row mt-3">
      <Stepper
        label="Pairs of hands"
        value={choices.people}
        unit="1"
        step={1}
        min={1}
        max={3}
        onChange={(people) => void set({ people })}
      />
      <Stepper
        label="Drive to each"
        value={choices.travelMin}
        unit="min"
        step={5}
        min={0}
        max={180}
        onChange={(travelMin) => void set({ travelMin })}
      />
      <Stepper
        label="Unload and set up"
        value={choices.setUpMin}
        unit="min"
        step={5}
        min={0}
        max={120}
        onChange={(setUpMin) => void set({ setUpMin })}
      />
      <Stepper
        label="Pack up"
        value={choices.packUpMin ?? USUAL_DAY.packUpMin}
        unit="min"
        step={5}
        min={0}
        max={120}
        onChange={(packUpMin) => void set({ packUpMin })}
      />
      <div>
        <div className="form-label">Break</div>
        <Chips
          label="Break"
          choices={[{ id: "noon", name: "Half an hour at 12:30" }]}
          value={choices.noonBreak ? "noon" : undefined}
          onPick={(value) => void set({ noonBreak: value !== undefined })}
        />
      </div>
      <HoursFields />
    </div>
  );
}
