"use client";
import Table from "react-bootstrap/Table";
import type { Job } from "@/core/job/schema";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { input, worked, sumOf, entered } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { timeText } from "@/ui/time";
import { MACHINES, type MachineId } from "@/core/ground/catalog/machines";
import type { Timetable } from "@/workers/timetable.worker";
import { msAt, timedTasks, type TimedTask } from "./tasks";
import { Fold } from "@/ui/Fold";

const MOVE_MIN = 15;

/** The same as the lanes, to be read from top to bottom. */
export function TaskList({
  timetable,
  jobs,
  nowMs,
  moved,
  onMove,
  onBack,
}: {
  timetable: Timetable;
  jobs: readonly Job[];
  nowMs: number;
  moved: Readonly<Record<string, string>>;
  onMove: (timed: TimedTask, toMin: number) => void;
  onBack: (taskId: string) => void;
}) {
  const clock = (minute: number) => timeText(msAt(timetable, minute), nowMs);
  return (
    <Fold title="The same as a list">
      <Table className="compare" data-testid="task-list">
        <thead>
          <tr>
            <th>From</th>
            <th>What</th>
            <th>Takes</th>
            <th>With</th>
            <th>May start later by</th>
            <th>Not sooner because</th>
            <th>
              <span className="visually-hidden">Move</span>
            </th>
          </tr>
        </thead>
        <TaskRows timetable={timetable} clock={clock} jobs={jobs} onMove={onMove} moved={moved} onBack={onBack} />
      </Table>
    </Fold>
  );
}

function TaskRows({
  timetable,
  clock,
  jobs,
  onMove,
  moved,
  onBack,
}: {
  timetable: Timetable;
  clock: (minute: number) => string;
  jobs: readonly Job[];
  onMove: (timed: TimedTask, toMin: number) => void;
  moved: Readonly<Record<string, string>>;
  onBack: (taskId: string) => void;
}) {
  return (
    <tbody>
      {timedTasks(timetable).map((timed) => (
        <TaskRow key={timed.task.id} timed={timed} {...{ clock, jobs, onMove, moved, onBack }} />
      ))}
    </tbody>
  );
}

function TaskRow({
  timed,
  clock,
  jobs,
  onMove,
  moved,
  onBack,
}: {
  timed: TimedTask;
  clock: (minute: number) => string;
  jobs: readonly Job[];
  onMove: (timed: TimedTask, toMin: number) => void;
  moved: Readonly<Record<string, string>>;
  onBack: (taskId: string) => void;
}) {
  const { task, startMin, latestMin, because } = timed;
  return (
    <tr>
      <td data-label="From">
        <Num
          of={worked("schedule.taskStart", startMin, "min", [
            input("from when it is planned", clock(0)),
            input("takes", task.minutes, "min"),
          ])}
          words={clock(startMin)}
        />
      </td>
      <th scope="row">
        {task.name} <span className="soft">{jobs.find(({ id }) => id === task.jobId)?.title}</span>
      </th>
      <td data-label="Takes">
        <Num of={entered("as planned, up to a whole minute", task.minutes, "min", "computed")} />
      </td>
      <td data-label="With">{task.machine ? MACHINES[task.machine as MachineId].name.toLowerCase() : ""}</td>
      <td data-label="May start later by">
        <Num
          of={sumOf(SCHEDULE_FORMULAS, "schedule.taskSlack", { latestMin, startMin }, [
            input("planned start", clock(startMin)),
            input("latest safe start", clock(latestMin)),
          ])}
        />
      </td>
      <td data-label="Not sooner because" className="soft">
        {because.words}
        {because.after && `: ${because.after.toLowerCase()}`}
      </td>
      <td>
        <Moves {...{ timed, onMove, moved, onBack }} />
      </td>
    </tr>
  );
}

function Moves({
  timed,
  onMove,
  moved,
  onBack,
}: {
  timed: TimedTask;
  onMove: (timed: TimedTask, toMin: number) => void;
  moved: Readonly<Record<string, string>>;
  onBack: (taskId: string) => void;
}) {
  const { task, startMin, hands } = timed;
  return (
    <>
      {hands > 0 && !task.begun && (
        <Act
          variant="link"
          aria-label={`${task.name}: a quarter of an hour later`}
          onAct={() => onMove(timed, startMin + MOVE_MIN)}
        >
          Later
        </Act>
      )}
      {moved[task.id] !== undefined && (
        <Act variant="link" aria-label={`${task.name}: as it comes`} onAct={() => onBack(task.id)}>
          As it comes
        </Act>
      )}
    </>
  );
}
