import { describe, expect, it } from "vitest";
import { applyOps } from "../core/job/commands";
import { evidenceOf, readingOps, readingProblem } from "../core/job/readings";
import { jobFromTemplate } from "../core/job/newJob";
import type { Job, MarkFinding } from "../core/job/schema";
import { zoneViews } from "../core/judgement/zones/zoneView";
import { readReadings } from "./readingsFile";

const AT = "2026-05-04T09:00:00Z";
let counter = 0;
const bench = (): Job => jobFromTemplate("bench-seat", () => `n${counter++}`, AT);
const views = zoneViews(bench());
const read = (...lines: string[]) => readReadings(lines.join("\n"), views, Date.parse(AT) + 4 * 3_600_000);

describe("a table of readings", () => {
  it("takes zones by name and instruments by word or name, with decimal commas, quotes and blank lines", () => {
    const { readings, problems } = read(
      "Instrument,Zone,Value,Humidity",
      'moisture,back,"12,5",',
      "",
      "pH pen,Base mid,6.1,",
      "air,,18,62",
    );
    expect(problems).toEqual([]);
    expect(readings).toMatchObject([
      { instrument: "moisture", value: 12.5, zoneId: views[0]!.id },
      { instrument: "ph", value: 6.1 },
      { instrument: "air", value: 18, humidityPct: 62 },
    ]);
  });

  it("takes the time each was read: an hour is the last time it was that late", () => {
    const { readings, problems } = read(
      "instrument,zone,value,time",
      "moisture,Back,31,2026-05-04T10:30:00Z",
      "moisture,Back,12,2026-05-03T23:00:00Z",
      "moisture,Back,20,",
    );
    expect(problems).toEqual([]);
    expect(readings.map(({ at }) => at)).toEqual(["2026-05-04T10:30:00.000Z", "2026-05-03T23:00:00.000Z", undefined]);
    for (const hour of ["0:00", "12:00", "23:59"]) {
      const at = Date.parse(read("instrument,zone,value,time", `moisture,Back,31,${hour}`).readings[0]!.at!);
      expect(Date.parse(AT) + 4 * 3_600_000 - at).toBeGreaterThanOrEqual(0);
      expect(Date.parse(AT) + 4 * 3_600_000 - at).toBeLessThan(24 * 3_600_000);
    }
  });

  it.each<[string, string[], RegExp]>([
    ["a time that is none", ["instrument,zone,value,time", "moisture,Back,12,noon"], /Line 2: "noon" is no time/],
    [
      "a time to come",
      ["instrument,zone,value,time", "moisture,Back,12,2030-01-01T10:00"],
      /Line 2: .*has not been yet/,
    ],
    ["no header", ["moisture,Back,12"], /Line 1: the column .*instrument/],
    ["nothing under it", ["instrument,zone,value"], /no reading under the first line/],
    ["an instrument nobody has", ["instrument,zone,value", "sonar,Back,3"], /Line 2: "sonar" is no instrument/],
    [
      "a zone that is not there",
      ["instrument,zone,value", "moisture,Back,3", "moisture,Attic,3"],
      /Line 3: there is no zone called "Attic"/,
    ],
    ["no zone", ["instrument,zone,value", "moisture,,3"], /Line 2: it does not say which zone/],
    ["a word for a number", ["instrument,zone,value", "moisture,Back,wet"], /Line 2: "wet" is not a number/],
    ["a slip of the finger", ["instrument,zone,value", "ph,Back,70"], /Line 2: pH pen: 70 is outside of 0 to 14/],
    ["impossible humidity", ["instrument,zone,value,humidity", "air,,18,162"], /Line 2: .*humidity must be 1 to 100/],
  ])("refuses %s with its line, and takes nothing", (_name, lines, words) => {
    const { readings, problems } = read(...lines);
    expect(problems.join("\n")).toMatch(words);
    expect(readings).toEqual([]);
  });
});

describe("a reading that is recorded", () => {
  it("becomes evidence of its mark, moisture of mould, or the air of the place, beside its event", () => {
    const job = bench();
    const zoneId = job.zones.order[1]!;
    const placed = { zoneId, centre: { xMm: 10, yMm: 10 }, size: { widthMm: 50, heightMm: 50 } };
    job.findings = {
      byId: { m: { kind: "mark", ...placed, evidence: {} }, d: { kind: "mould", ...placed } },
      order: ["m", "d"],
    };
    const after = (reading: Parameters<typeof readingOps>[1]) => applyOps(job, readingOps(job, reading, "e1", AT)).job;
    expect(
      (after({ instrument: "ph", value: 9, zoneId, findingId: "m" }).findings.byId.m as MarkFinding).evidence,
    ).toEqual({ ph: "alkaline" });
    expect(after({ instrument: "moisture", value: 24, zoneId, findingId: "d" }).findings.byId.d).toMatchObject({
      meterPct: 24,
    });
    expect(after({ instrument: "air", value: 17, humidityPct: 55 }).site).toEqual({
      airTempC: 17,
      relativeHumidityPct: 55,
    });
    expect(after({ instrument: "surface", value: 12, zoneId }).events).toEqual([
      { kind: "reading", id: "e1", at: AT, instrument: "surface", value: 12, zoneId },
    ]);
  });

  it("says as much as the table's outcomes: pH by 6 and 8, the meter by 14 and 20", () => {
    expect([5.9, 6, 8, 8.1].map((value) => evidenceOf("ph", value)?.outcome)).toEqual([
      "acid",
      "neutral",
      "neutral",
      "alkaline",
    ]);
    expect([13.9, 14, 20, 20.1].map((value) => evidenceOf("moisture", value)?.outcome)).toEqual([
      "dry",
      "face",
      "face",
      "deep",
    ]);
    expect(readingProblem({ instrument: "surface", value: NaN })).toContain("not a number");
  });
});
