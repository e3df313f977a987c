import type { DayTask } from "@/core/answers/day/day";
import { HANDS } from "@/core/models/timetable/tasks";
import type { Timetable } from "@/workers/timetable.worker";

const MINUTE_MS = 60_000;

export interface TimedTask {
  task: DayTask;
  startMin: number;
  endMin: number;
  slackMin: number;
  latestMin: number;
  hands: number;
  /** Why it does not start sooner. */
  because: { words: string; after?: string };
}

/** Tasks by their start. */
export const timedTasks = ({ day, schedule, explained }: Timetable): TimedTask[] =>
  day.problem.tasks
    .map((task, index) => ({
      task,
      startMin: schedule.starts[index]!,
      endMin: schedule.starts[index]! + task.minutes,
      slackMin: explained.slackMin[index]!,
      latestMin: explained.latestStart[index]!,
      because: explained.because[index]!,
      hands: task.needs.find(({ resource }) => resource === HANDS)?.amount ?? 0,
    }))
    .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);

/** From here on a step is slow enough to be started in time for its own sake, min. Judgement. */
const SLOW_MIN = 30;
export const isSlow = ({ task }: TimedTask): boolean => task.minutes >= SLOW_MIN && task.kind !== "travel";

export const msAt = ({ day }: Timetable, minute: number) => day.fromMs + minute * MINUTE_MS;

/** Who does what: each pair of hands takes the next task it is free for. */
export function handLanes(tasks: readonly TimedTask[], people: number): { lane: number; timed: TimedTask }[] {
  const free = Array.from({ length: people }, () => 0);
  return tasks
    .filter(({ hands }) => hands > 0)
    .flatMap((timed) => {
      const lanes = [...free.keys()].filter((lane) => free[lane]! <= timed.startMin + 1e-6).slice(0, timed.hands);
      for (const lane of lanes) free[lane] = timed.endMin;
      return lanes.map((lane) => ({ lane, timed }));
    });
}
