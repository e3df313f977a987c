import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT as BARE_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import { readingOps } from "@/core/job/readings";
import { applyOps } from "@/core/job/commands";
import type { GasChoice, Job } from "@/core/job/schema";
import { withMachineValue } from "@/core/judgement/shelf/edits";

/** Its rating plate was read: 2000 mg/h. */
const USUAL_KIT = withMachineValue(BARE_KIT, "ozone-machine", "gasMgPerH", 2000);
const MORNING = Date.parse("2026-05-04T08:00:00Z");
const after = (minutes: number) => new Date(MORNING + minutes * 60_000).toISOString();

/** A cabin that smells, everything asked, nothing on the cloth to do. */
function cabin(gas: GasChoice, more: Partial<Job> = {}): Job {
  let next = 0;
  const job = jobFromTemplate("cabin", () => `i${next++}`, after(0), {
    cloth: {
      material: "polyester",
      build: "cover-on-foam",
      careCode: "none",
      ageYears: 5,
      condition: "sound",
      neighbours: [],
    },
  });
  return {
    ...job,
    site: { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 },
    account: { tried: [], users: [], allergies: [] },
    gas,
    ...more,
  };
}

const OZONE: GasChoice = {
  gas: "ozone",
  volumeM3: 3,
  shutMinPerH: 1.5,
  shutMaxPerH: 3,
  airedMinPerH: 10,
  stands: "outdoors",
  cleared: true,
};

const A_ZONE = cabin(OZONE).zones.order[0]!;
const gasOf = (job: Job, kit = USUAL_KIT, minutes = 0) => assess(job, kit, after(minutes)).gas!;
const locksOf = (job: Job, kit = USUAL_KIT) => gasOf(job, kit).locks.map(({ id }) => id);
const did = (action: string, stepKey: string, minutes: number, more: object = {}) =>
  ({
    kind: "done",
    id: `e${minutes}`,
    at: after(minutes),
    stepKey,
    title: action,
    action,
    zoneIds: [A_ZONE],
    minutes: 200,
    ...more,
  }) as unknown as Job["events"][number];
const meterAt = (job: Job, minutes: number, ppm: number) =>
  applyOps(job, readingOps(job, { instrument: "gas", value: ppm }, `m${minutes}`, after(minutes))).job;

describe("treating the air", () => {
  it("may begin only when everything that guards people is known to be right", () => {
    expect(locksOf(cabin(OZONE))).toEqual([]);
    expect(locksOf(cabin({ gas: "ozone" }))).toEqual(["not-cleared", "where"]);
    expect(locksOf(cabin({ ...OZONE, stands: "indoors" }))).toEqual(["where"]);
    expect(locksOf(cabin(OZONE, { account: { users: [], allergies: [] } }))).toEqual(["chlorine"]);
    expect(locksOf(cabin(OZONE, { account: { tried: ["spirit"], when: "fresh", users: [], allergies: [] } }))).toEqual([
      "solvent",
    ]);
    expect(
      locksOf(
        cabin(OZONE, { events: [did("agent", "x/r0/0:", 0, { agent: "citrus-solvent" }), did("air", "x-air:", 40)] }),
      ),
    ).toEqual(["citrus"]);
    expect(
      locksOf(
        cabin(OZONE, {
          events: [
            did("agent", "x/r0/0:", 0, { agent: "citrus-solvent" }),
            did("air", "x-air:", 40),
            did("rinse", "x-rinse:", 50),
          ],
        }),
      ),
    ).toEqual([]);
    expect(locksOf(cabin(OZONE), { ...USUAL_KIT, machines: {} })).toEqual(["shelf"]);
    const soiled = cabin(OZONE);
    soiled.zones.byId[soiled.zones.order[3]!]!.soil = "light";
    expect(locksOf(soiled)).toEqual(["source", "wet"]);
  });

  it("never begins over growth inside foam, though nothing is left to do where it lies", () => {
    const at = { centre: { xMm: 50, yMm: 50 }, size: { widthMm: 90, heightMm: 60 } };
    const grown = cabin(OZONE, {
      findings: { order: ["m"], byId: { m: { kind: "mould", zoneId: A_ZONE, ...at, behind: "foam" } } },
    });
    for (const ofWhat of ["cloth", "hard"] as const) {
      grown.zones.byId[A_ZONE]!.cloth = { ofWhat };
      expect([ofWhat, locksOf(grown).includes("referred")]).toEqual([ofWhat, true]);
    }
  });

  it("counts entry from the strongest gas with nothing falling apart, and gives no time without a known leak or airing", () => {
    // By hand: 2000/(3 × 1.5) × (1 − e^−6) = 443.3 mg/m³ = 226 ppm; ln(226/0.05)/10 h = 50.5 min.
    const { peak, toEntry, room } = gasOf(cabin({ ...OZONE, roomM3: 100, roomAirPerH: 1 }));
    expect(peak!.value).toBeCloseTo(226, 0);
    expect(toEntry!.value).toBeCloseTo(50.5, 1);
    // All that is made may leak: 2000 mg/h into 100 m³ an hour is 20 mg/m³.
    expect(room!.value).toBeCloseTo(20 / 1.962, 2);
    for (const unknown of [{ shutMinPerH: undefined }, { airedMinPerH: undefined }, { volumeM3: undefined }]) {
      const plan = gasOf(cabin({ ...OZONE, ...unknown } as GasChoice));
      expect(plan.toEntry).toBeUndefined();
      expect(plan.steps.at(-1)).toMatchObject({
        action: "gas-out",
        required: true,
        check: expect.stringMatching(
          /^No time can be promised: enter only when a meter reads 0.05 ppm or less/,
        ) as unknown,
      });
      expect(plan.steps.at(-1)!.dwell).toBeUndefined();
    }
    // A plate nobody read, and a sachet: reckoned strong, and not at all.
    expect(gasOf(cabin(OZONE), BARE_KIT).toEntry!.value).toBeGreaterThan(toEntry!.value);
    expect(gasOf(cabin(OZONE), BARE_KIT)).toMatchObject({ outputAssumed: true });
    expect(gasOf(cabin(OZONE), BARE_KIT).dose).toBeUndefined();
    expect(gasOf(cabin({ ...OZONE, gas: "chlorine-dioxide" }))).not.toHaveProperty("toEntry");
    expect(gasOf(cabin(OZONE, { account: { tried: [], users: ["children"], allergies: [] } })).aimPpm).toBe(0.02);
    expect(gasOf(cabin(OZONE, { account: { tried: [] } })).aimPpm).toBe(0.02);
  });

  it("runs, is aired out, and the meter has the last word", () => {
    const start = cabin(OZONE);
    expect(assess(start, USUAL_KIT, after(0)).plan.steps.map(({ action }) => action)).toEqual(["gas", "gas-out"]);
    const ran = { ...start, events: [did("gas", "gas-ozone:", 240)] };
    // Whatever changed meanwhile, gas that is inside has to come out.
    expect(gasOf({ ...ran, gas: { gas: "chlorine-dioxide" } }).steps.map(({ action, key }) => [action, key])).toEqual([
      ["gas-out", "gas-out-ozone:"],
    ]);
    const { gas: _dropped, ...unasked } = ran;
    expect(gasOf(unasked).steps.map(({ key, dwell }) => [key, dwell])).toEqual([["gas-out-ozone:", undefined]]);
    // An older airing that carries a later time does not count for this run.
    expect(
      gasOf({ ...start, events: [did("gas-out", "gas-out-ozone:", 900), did("gas", "gas-ozone:", 240)] }).inside,
    ).toBe("ozone");
    // It ran on over night, or nobody timed it.
    const entryAfter = (minutes: number | undefined) =>
      gasOf({ ...start, events: [did("gas", "gas-ozone:", 240, { minutes })], gas: { ...OZONE, shutMinPerH: 0.2 } })
        .toEntry?.value;
    expect(entryAfter(720)!).toBeGreaterThan(entryAfter(200)!);
    expect(entryAfter(undefined)!).toBeGreaterThan(entryAfter(720)!);
    expect(
      gasOf({
        ...start,
        events: [did("gas", "gas-ozone:", 240, { minutes: undefined })],
        gas: { ...OZONE, shutMinPerH: 0 },
      }).toEntry,
    ).toBeUndefined();
    const once = meterAt(ran, 245, 40);
    expect(gasOf(once).meter).toMatchObject({ ppm: 40, mayEnter: false });
    expect(gasOf(once).meter!.minutesLeft!.value).toBeCloseTo((Math.log(40 / 0.05) / 10) * 60, 6);
    // It clears at 5 an hour, not at the 10 that were hoped for.
    const twice = meterAt(once, 257, 40 / Math.E);
    expect(gasOf(twice).meter!.minutesLeft!.value).toBeCloseTo((Math.log(40 / Math.E / 0.05) / 5) * 60, 6);
    expect(gasOf(meterAt(twice, 270, 40)).meter!.minutesLeft).toBeUndefined();
    const out = meterAt(twice, 330, 0.04);
    expect(gasOf(out).meter).toMatchObject({ mayEnter: true });
    const done = { ...out, events: [...out.events, did("gas-out", "gas-out-ozone:", 331)] };
    expect(gasOf(done)).toMatchObject({ steps: [], locks: [], stillH: 0 });
    expect(assess(done, USUAL_KIT, after(340)).plan.steps).toEqual([]);
  });
});
