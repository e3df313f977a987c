import type { Job } from "@/core/job/schema";
import type { Appointment } from "@/core/answers/handback/appointments";
import { exportCalendar } from "@/store/calendarFile";
import type { Timetable } from "@/workers/timetable.worker";
import { msAt, timedTasks } from "./tasks";

/** Each visit from the drive to the last hands, and each promise, as a calendar file. */
export function saveDay(timetable: Timetable, visits: readonly Job[]) {
  const tasks = timedTasks(timetable);
  const appointments = visits.flatMap((job): Appointment[] => {
    const its = tasks.filter(({ task, hands }) => task.jobId === job.id && hands > 0);
    if (its.length === 0) return [];
    const place = [job.place, job.customer].filter(Boolean).join(", ");
    const promises = timetable.day.problem.dues.filter(
      ({ name, task }) =>
        (name === "hand back" || name === "usable") &&
        tasks.find((each) => each.task.id === task)!.task.jobId === job.id,
    );
    return [
      {
        id: `${job.id}-visit`,
        kind: "work",
        title: job.title,
        words: [...new Set(its.map(({ task }) => task.name))].join(". "),
        place,
        startMs: msAt(timetable, its[0]!.startMin),
        endMs: msAt(timetable, Math.max(...its.map(({ endMin }) => endMin))),
      },
      ...[...new Map(promises.map((due) => [due.name, due])).values()].map(({ name, at }): Appointment => ({
        id: `${job.id}-${name.replace(" ", "-")}`,
        kind: "promise",
        title: `${name.charAt(0).toUpperCase() + name.slice(1)}: ${job.title}`,
        words: "As promised.",
        place,
        startMs: msAt(timetable, at),
        endMs: msAt(timetable, at + 15),
      })),
    ];
  });
  exportCalendar("day", appointments);
}
