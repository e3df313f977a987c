"use client";
import type { Day } from "@/core/answers/day/day";
import type { Job } from "@/core/job/schema";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { input, worked, sumOf } from "@/core/ground/sums/working";
import { DRIES_OUT } from "@/core/models/timetable/tasks";
import { formatDuration } from "@/core/ground/quantity/format";
import { Num } from "@/ui/Num";
import { LateJob } from "./LateJob";
import { timeText } from "@/ui/time";
import type { Timetable } from "@/workers/timetable.worker";
import { isSlow, msAt, type TimedTask, timedTasks } from "./tasks";
import { Boundary } from "@/ui/Boundary";
import { SmallFold } from "@/ui/Fold";

const MOST_SLOW = 5;

/** Which promises hold, what decides, and what must have begun by when. */
export function Verdict({ timetable, jobs, nowMs }: { timetable: Timetable; jobs: readonly Job[]; nowMs: number }) {
  const { day, explained } = timetable;
  const tasks = timedTasks(timetable);
  const clock = (minute: number) => timeText(msAt(timetable, minute), nowMs);
  // A promise may hang on several tasks; the last of them counts.
  const dues = day.problem.dues
    .filter(({ name }) => name !== DRIES_OUT)
    .map(({ name, at, task }) => {
      const {
        task: { jobId },
        endMin,
      } = tasks.find((each) => each.task.id === task)!;
      return { name, at, jobId, endMin };
    });
  const promisesOf = (jobId: string) =>
    [...new Set(dues.filter((due) => due.jobId === jobId).map(({ name }) => name))].map((name) => {
      const its = dues.filter((due) => due.jobId === jobId && due.name === name);
      return { name, at: its[0]!.at, endMin: Math.max(...its.map(({ endMin }) => endMin)) };
    });
  const hands = tasks.filter(({ hands: needed }) => needed > 0);
  const handsDone = Math.max(0, ...hands.map(({ endMin }) => endMin));
  const slow = tasks
    .filter(isSlow)
    .sort((a, b) => a.latestMin - b.latestMin)
    .slice(0, MOST_SLOW);
  const titleOf = (jobId: string) => jobs.find(({ id }) => id === jobId)?.title ?? "";
  const chain = explained.chain.map(({ task, because }) => ({
    because,
    timed: tasks.find((each) => each.task.id === task)!,
  }));
  const late = jobs.filter(({ id }) => promisesOf(id).some(({ at, endMin }) => endMin > at));
  return (
    <>
      <h2 data-testid="day-end">
        Hands done{" "}
        <Num
          of={worked("schedule.taskStart", handsDone, "min", [
            input("from when it is planned", clock(0)),
            input("tasks", tasks.length),
          ])}
          words={clock(handsDone)}
        />
      </h2>
      <PromiseLines
        jobs={jobs}
        promisesOf={promisesOf}
        clock={clock}
        late={late}
        nowMs={nowMs}
        day={day}
        titleOf={titleOf}
      />
      {slow.length > 0 && <SlowSteps slow={slow} titleOf={titleOf} clock={clock} />}
      <WhatDecides chain={chain} clock={clock} />
    </>
  );
}

function PromiseLines({
  jobs,
  promisesOf,
  clock,
  late,
  nowMs,
  day,
  titleOf,
}: {
  jobs: readonly Job[];
  promisesOf: (jobId: string) => { name: string; at: number; endMin: number }[];
  clock: (minute: number) => string;
  late: Job[];
  nowMs: number;
  day: Day;
  titleOf: (jobId: string) => string;
}) {
  return (
    <ul className="promise-lines" data-testid="promises">
      {jobs.map(({ id, title }, visit) => {
        const its = promisesOf(id);
        if (its.length === 0) return null;
        return (
          <li key={id}>
            <b>
              {visit + 1} {title}
            </b>
            : <HoldsOrNot its={its} clock={clock} />
          </li>
        );
      })}
      {late.map((job) => (
        <Boundary key={job.id} what="What it needs">
          <LateJob job={job} nowMs={nowMs} />
        </Boundary>
      ))}
      {day.untimed.map(({ jobId, because }) => (
        <li key={jobId}>
          <b>Not timed</b>: {titleOf(jobId)}. {because}
        </li>
      ))}
    </ul>
  );
}

/** Each promise of a visit: whether it holds, and by how much. */
function HoldsOrNot({
  its,
  clock,
}: {
  its: readonly { name: string; at: number; endMin: number }[];
  clock: (minute: number) => string;
}) {
  return its.map(({ name, at, endMin }, index) => {
    const left = sumOf(SCHEDULE_FORMULAS, "schedule.promise", { promisedMin: at, endMin }, [
      input("promised", clock(at)),
      input("end of its last task", clock(endMin)),
    ]);
    return (
      <span key={name}>
        {index > 0 ? "; " : ""}
        {name} {clock(at)}: {at >= endMin ? "holds" : <b>late</b>},{" "}
        <Num
          of={left}
          words={at >= endMin ? `${formatDuration(left.value)} in hand` : `${formatDuration(-left.value)} late`}
        />
      </span>
    );
  });
}

function SlowSteps({
  slow,
  titleOf,
  clock,
}: {
  slow: TimedTask[];
  titleOf: (jobId: string) => string;
  clock: (minute: number) => string;
}) {
  return (
    <p data-testid="latest">
      <b>Slow steps must start by:</b>{" "}
      {slow.map(({ task, latestMin, startMin }, index) => (
        <span key={task.id}>
          {index > 0 ? "; " : ""}
          {task.name.charAt(0).toLowerCase() + task.name.slice(1)} ({titleOf(task.jobId)}){" "}
          <Num
            of={sumOf(SCHEDULE_FORMULAS, "schedule.taskSlack", { latestMin, startMin }, [
              input("planned start", clock(startMin)),
              input("latest safe start", clock(latestMin)),
            ])}
            words={clock(latestMin)}
          />
        </span>
      ))}
      .
    </p>
  );
}

function WhatDecides({
  chain,
  clock,
}: {
  chain: { because: string; timed: TimedTask }[];
  clock: (minute: number) => string;
}) {
  return (
    <SmallFold title="What decides it">
      <ol data-testid="chain">
        {chain.map(({ timed, because }) => (
          <li key={timed.task.id}>
            {clock(timed.startMin)} {timed.task.name} <span className="soft">{because}</span>
          </li>
        ))}
      </ol>
    </SmallFold>
  );
}
