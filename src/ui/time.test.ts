import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { daysLater } from "@/core/ground/quantity/calendarDays";
import { workDays } from "@/core/answers/day/hours";
import { dayWords, timeText } from "./time";

/** Days on which clocks are put forward or back. European summer time: the last Sundays of March and October. */

let before: string | undefined;
beforeEach(() => {
  before = process.env.TZ;
  process.env.TZ = "Europe/Berlin";
});
afterEach(() => {
  if (before === undefined) delete process.env.TZ;
  else process.env.TZ = before;
});
const at = (text: string) => new Date(text).getTime();

describe.each([
  ["put forward", "2026-03-28", "2026-03-29", "2026-03-30"],
  ["put back", "2026-10-24", "2026-10-25", "2026-10-26"],
])("at 23:30 on the eve of the day clocks are %s", (_, eve, day, after) => {
  it("tomorrow is the day itself, from its first minute to its last, and no other", () => {
    const now = at(`${eve}T23:30`);
    expect([`${day}T00:05`, `${day}T23:55`].map((text) => dayWords(at(text), now))).toEqual(["Tomorrow", "Tomorrow"]);
    expect(dayWords(at(`${after}T00:05`), now)).not.toBe("Tomorrow");
    expect(dayWords(at(`${eve}T00:10`), now)).toBe("Today");
    expect(timeText(at(`${day}T08:00`), now)).toBe("Sun 08:00");
  });

  it("the days of the week that come are seven, each once, from eight to five", () => {
    const days = workDays({ from: "08:00", to: "17:00", days: [] } as never, at(`${eve}T23:30`), 7);
    expect(new Set(days.map(({ key }) => key)).size).toBe(7);
    expect(days[0]!.key).toBe(day);
    for (const { openMs, closeMs } of days)
      expect([new Date(openMs).getHours(), new Date(closeMs).getHours()]).toEqual([8, 17]);
  });

  it("so many days later is the same time of the clock", () => {
    const later = new Date(daysLater(at(`${eve}T23:30`), 2));
    expect([later.getDate(), later.getHours(), later.getMinutes()]).toEqual([Number(after.slice(-2)), 23, 30]);
  });
});
