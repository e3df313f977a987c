import ICAL from "ical.js";
import { describe, expect, it } from "vitest";
import { assess } from "../core/answers/assess/assess";
import { USUAL_KIT } from "../core/job/kit";
import { appointmentsOf } from "../core/answers/handback/appointments";
import { forecastAt } from "../core/answers/schedule/forecast";
import { demoJobs } from "../demo/jobs";
import { calendarText } from "./calendarFile";

/** Read back by a parser that knows nothing of how it was written (RFC 5545, by the registry's ical.js). */
const read = (text: string) =>
  new ICAL.Component(ICAL.parse(text)).getAllSubcomponents("vevent").map((each) => new ICAL.Event(each));

const NOW = "2026-05-04T08:00:00Z";
const nowMs = Date.parse(NOW);
const [ferry] = demoJobs(new Date(NOW));

describe("the calendar file", () => {
  const job = {
    ...ferry!,
    title: "Bench; 4, with a very long name that has to be folded somewhere, since a line may not be that long\nat all",
    choices: { ...ferry!.choices, beside: ["leather" as const] },
  };
  const assessment = assess(job, USUAL_KIT, NOW);
  const made = appointmentsOf(job, assessment, nowMs);
  const events = read(calendarText(made));

  it("holds the job, both promises, the visit to look again and what is due later, at their times", () => {
    expect(made.map(({ kind }) => kind).sort()).toEqual([
      "aftercare",
      "aftercare",
      "promise",
      "promise",
      "return",
      "work",
    ]);
    expect(events).toHaveLength(made.length);
    const minute = (ms: number) => Math.round(ms / 60_000);
    events.forEach((event, at) => {
      expect(minute(event.startDate.toJSDate().getTime())).toBe(minute(made[at]!.startMs));
      expect(minute(event.endDate.toJSDate().getTime())).toBe(minute(made[at]!.endMs));
      expect(event.summary).toBe(made[at]!.title);
      expect(event.location).toContain("Gull Point");
    });
    const work = made.find(({ kind }) => kind === "work")!;
    expect(work.endMs).toBe(forecastAt(assessment, job, nowMs).finish.atMs);
    expect(made.find(({ kind }) => kind === "return")!.startMs).toBeGreaterThanOrEqual(work.endMs + 86_400_000);
  });

  it("has no bare line break and no line over 75 octets, whatever stands in a title", () => {
    const odd = {
      ...made[0]!,
      title: "One\rtwo\r\nthree\u2028four ęłń ".repeat(12),
      words: "🧹ÄÖÜ".repeat(60),
      place: "Pier\r9",
    };
    const text = calendarText([odd]);
    const lines = text.split("\r\n");
    expect(lines.join("")).not.toMatch(/[\r\n]/);
    expect(lines.filter((line) => new TextEncoder().encode(line).length > 75)).toEqual([]);
    const [event] = read(text);
    expect(event!.summary.trim()).toBe("One\ntwo\nthree\nfour ęłń ".repeat(12).trim());
    expect([event!.description, event!.location]).toEqual([odd.words, "Pier\n9"]);
  });

  it("made again takes the place of what was there", () => {
    const again = read(calendarText(appointmentsOf(job, assessment, nowMs + 3_600_000)));
    expect(again.map(({ uid }) => uid).sort()).toEqual(events.map(({ uid }) => uid).sort());
    expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  });

  it("is empty of a job with nothing in it", () =>
    expect(
      appointmentsOf(
        { ...job, findings: { byId: {}, order: [] }, zones: { byId: {}, order: [] } },
        assess(
          {
            ...job,
            findings: { byId: {}, order: [] },
            zones: { byId: {}, order: [] },
            choices: { ...job.choices, beside: [] },
          },
          USUAL_KIT,
          NOW,
        ),
        nowMs,
      ),
    ).toEqual([]));
});
