import { Told } from "@/core/job/problem";
import { createEvents, type EventAttributes } from "ics";
import type { Appointment } from "../core/answers/handback/appointments";
import { saveAsFile } from "./saveFile";

const DOMAIN = "weary-bristle";
/** Told so long before, min. */
const ALARM_MIN = 30;

const utc = (ms: number): [number, number, number, number, number] => {
  const at = new Date(Math.round(ms / 60_000) * 60_000);
  return [at.getUTCFullYear(), at.getUTCMonth() + 1, at.getUTCDate(), at.getUTCHours(), at.getUTCMinutes()];
};

/**
 * Appointments as an iCalendar text (RFC 5545), in UTC.
 * @throws Error with a sentence when a calendar cannot hold them
 */
export function calendarText(appointments: readonly Appointment[]): string {
  const events = appointments.map(({ id, title, words, place, startMs, endMs, kind }): EventAttributes => ({
    uid: `${id}@${DOMAIN}`,
    productId: "Weary Bristle",
    calName: "Weary Bristle",
    title: plain(title),
    description: plain(words),
    ...(place ? { location: plain(place) } : {}),
    start: utc(startMs),
    startInputType: "utc",
    startOutputType: "utc",
    end: utc(Math.max(endMs, startMs + 60_000)),
    endInputType: "utc",
    endOutputType: "utc",
    status: kind === "work" ? "CONFIRMED" : "TENTATIVE",
    busyStatus: kind === "work" || kind === "return" ? "BUSY" : "FREE",
    alarms: [{ action: "display", description: plain(title), trigger: { minutes: ALARM_MIN, before: true } }],
  }));
  const { error, value } = createEvents(events);
  if (error || !value) throw new Told("The calendar could not be written: something planned has no time.");
  return folded(value);
}

/** Line breaks of every kind as the one kind a calendar's text knows. */
const plain = (text: string) => text.replace(/\r\n?|[\u000b\u000c\u0085\u2028\u2029]/g, "\n");

/** A line has at most so many octets, its break left out (RFC 5545, 3.1). */
const MOST_OCTETS = 75;

/** Folds lines by octets, never inside a letter: the library counts letters. */
function folded(text: string): string {
  const octets = new TextEncoder();
  return text
    .replace(/\r\n[ \t]/g, "")
    .split("\r\n")
    .map((line) => {
      let [out, length] = ["", 0];
      for (const letter of line) {
        const size = octets.encode(letter).length;
        if (length + size > MOST_OCTETS) {
          out += "\r\n ";
          length = 1;
        }
        out += letter;
        length += size;
      }
      return out;
    })
    .join("\r\n");
}

export const exportCalendar = (name: string, appointments: readonly Appointment[]) =>
  saveAsFile(`${name}.ics`, calendarText(appointments), "text/calendar");
