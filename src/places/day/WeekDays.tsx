"use client";
import { Form } from "react-bootstrap";
import { dayWithRoom, type PlacedDay, type Week } from "@/core/answers/day/week";
import { formatDuration } from "@/core/ground/quantity/format";
import type { Job } from "@/core/job/schema";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { sumOf } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { dayWords } from "@/ui/time";
import { putOn, type SetChoices } from "./useDay";

/** The days to come, each with how many visits fall on it. */
export function WeekDays({
  week,
  day,
  nowMs,
  onPick,
}: {
  week: Week;
  day: PlacedDay;
  nowMs: number;
  onPick: (key: string) => void;
}) {
  const words = ({ jobIds, usedMin }: PlacedDay) =>
    jobIds.length === 0
      ? "free"
      : `${jobIds.length === 1 ? "1 visit" : `${jobIds.length} visits`}, ${formatDuration(usedMin)}`;
  return (
    <div className="mb-3">
      <Chips
        label="Which day"
        choices={week.days.map((each) => ({ id: each.key, name: `${dayWords(each.openMs, nowMs)}: ${words(each)}` }))}
        value={day.key}
        onPick={(key) => onPick(key ?? day.key)}
      />
    </div>
  );
}

/** More on a day than its hours hold: said, with the day that has room. */
export function Overfull({
  week,
  day,
  jobs,
  set,
  nowMs,
}: {
  week: Week;
  day: PlacedDay;
  jobs: readonly Job[];
  set: SetChoices;
  nowMs: number;
}) {
  const over = sumOf(SCHEDULE_FORMULAS, "schedule.overDay", { usedMin: day.usedMin, roomMin: day.roomMin });
  if (over.value < 1 || day.jobIds.length === 0) return null;
  const asked = jobs.filter(({ id }) => day.asked.includes(id));
  // What was promised for that evening is not what gives way.
  const last = jobs.findLast((job) => day.jobIds.includes(job.id) && !asked.includes(job));
  const room =
    last &&
    dayWithRoom(
      week.days.filter(({ key }) => key !== day.key),
      week.minutes[last.id] ?? 0,
    );
  return (
    <div className="caution" role="status" data-testid="overfull">
      <h3>{day.spills ? "More than fits" : "Longer than the hours"}</h3>
      <p>
        <Num of={over} words={formatDuration(over.value)} /> over the hours of {dayWords(day.openMs, nowMs)}
        {asked.length > 0 && `, with what is promised for that evening: ${asked.map(({ title }) => title).join(", ")}`}
        {day.spills && "; what is left goes on the next morning"}.
      </p>
      {day.spills && day.jobIds.length > 1 && room && (
        <Act onAct={() => void set(putOn(last.id, room.key))}>
          {last.title} on {dayWords(room.openMs, nowMs)} instead
        </Act>
      )}
    </div>
  );
}

/** Jobs that fall on a day when what was promised is due already: said on every day, with the way out there is. */
export function Missed({
  week,
  jobs,
  set,
  nowMs,
}: {
  week: Week;
  jobs: readonly Job[];
  set: SetChoices;
  nowMs: number;
}) {
  if (week.missed.length === 0) return null;
  return (
    <div className="caution caution-danger" role="alert" data-testid="missed">
      <h3>Promised before their day</h3>
      <p>There is no room sooner: tell the owner, or take them on all the same.</p>
      {week.missed.map(({ jobId, before }) => {
        const falls = week.days.find(({ jobIds }) => jobIds.includes(jobId))!;
        const sooner = week.days.find(({ key }) => key === before);
        return (
          <div key={jobId} className="row-wrap">
            <span>
              <b>{jobs.find(({ id }) => id === jobId)?.title}</b>: falls on {dayWords(falls.openMs, nowMs)}
            </span>
            {sooner && (
              <Act variant="link" onAct={() => void set(putOn(jobId, sooner.key))}>
                {dayWords(sooner.openMs, nowMs)} all the same
              </Act>
            )}
          </div>
        );
      })}
    </div>
  );
}

/** The day of one job: as it falls, or as somebody chose. */
export function DayPick({ job, set, week, nowMs }: { job: Job; set: SetChoices; week: Week; nowMs: number }) {
  const falls = week.days.find(({ jobIds }) => jobIds.includes(job.id))?.key ?? "later";
  return (
    <Form.Select
      className="day-pick"
      aria-label={`${job.title}: which day`}
      value={falls}
      onChange={({ target: { value } }) => void set(putOn(job.id, value))}
    >
      {week.days.map(({ key, openMs }) => (
        <option key={key} value={key}>
          {dayWords(openMs, nowMs)}
        </option>
      ))}
      <option value="later">Later</option>
    </Form.Select>
  );
}
