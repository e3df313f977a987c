import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import { forecastAt } from "./forecast";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import type { Job } from "@/core/job/schema";

const NOW = Date.parse("2026-05-04T08:00:00Z");

function job(change: (job: Job) => void = () => undefined): Job {
  let next = 0;
  const made = jobFromTemplate("carpet", () => `i${next++}`, "2026-05-04T08:00:00Z", {
    cloth: {
      material: "nylon",
      build: "carpet-on-underlay",
      careCode: "none",
      ageYears: 5,
      condition: "sound",
      neighbours: [],
    },
  });
  made.site = { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1, space: "doors" };
  for (const id of made.zones.order) made.zones.byId[id]!.soil = "heavy";
  change(made);
  return made;
}

const at = (made: Job, nowMs = NOW) => forecastAt(assess(made, USUAL_KIT, new Date(NOW).toISOString()), made, nowMs);

describe("forecast", () => {
  it("puts hands-on minutes one after another, waits only where nothing else can be done, then dries", () => {
    const { times, finish, usable } = at(job());
    times.slice(1).forEach((time, index) => expect(time.startMs).toBeGreaterThanOrEqual(times[index]!.endMs));
    const { steps } = assess(job(), USUAL_KIT, new Date(NOW).toISOString()).plan;
    expect(finish.value).toBeGreaterThanOrEqual(steps.reduce((sum, { minutes }) => sum + minutes.value, 0));
    expect(finish.value).toBeLessThan(
      steps.reduce(
        (sum, { minutes, dwell, zoneIds }) => sum + minutes.value + zoneIds.length * (1 + (dwell?.min.value ?? 0)),
        0,
      ),
    );
    expect(usable!.atMs).toBeGreaterThan(finish.atMs);
  });

  it("moves as a whole where hands begin later, and its working says when", () => {
    const [made, later] = [job(), NOW + 10 * 3_600_000];
    const assessed = assess(made, USUAL_KIT, new Date(NOW).toISOString());
    const [now, then] = [forecastAt(assessed, made, NOW), forecastAt(assessed, made, NOW, later)];
    expect(then.finish.atMs - now.finish.atMs).toBe(later - NOW);
    expect(then.finish.value).toBeCloseTo(now.finish.value + 600, 6);
    expect(then.usable!.atMs - now.usable!.atMs).toBe(later - NOW);
    expect(then.finish.working.inputs.find(({ key }) => key === "fromMin")?.value).toBe(600);
  });

  it("names the tighter promise; a damp hand-back does not wait for drying", () => {
    const promised = job(({ promises }) =>
      Object.assign(promises, { handBackAt: "2026-05-04T12:00:00Z", usableAt: "2026-05-05T08:00:00Z" }),
    );
    expect(at(promised).tighter?.promise).toBe("hand back");
    const damp = job(({ promises }) =>
      Object.assign(promises, {
        handBackAt: "2026-05-04T12:00:00Z",
        usableAt: "2026-05-04T12:30:00Z",
        dampHandBackAgreed: true,
      }),
    );
    expect(at(damp).tighter?.promise).toBe("usable");
  });

  it("runs later as time passes without work, by exactly that time", () => {
    const late = at(job(), NOW + 30 * 60_000).finish.atMs - at(job()).finish.atMs;
    expect(late).toBe(30 * 60_000);
  });

  // Common practice, no source: extracted carpet dries overnight; shut and cold it does not.
  it("dries an extracted carpet overnight with air, and flags a cold damp one", () => {
    const overnight = assess(job(), USUAL_KIT, "2026-05-04T08:00:00Z").drying;
    for (const { hours, mould } of Object.values(overnight)) {
      expect(hours.value).toBeLessThan(14);
      expect(mould).toBe("safe");
    }
    const cold = job((made) => (made.site = { airTempC: 5, relativeHumidityPct: 92, airSpeedMPerS: 0.1 }));
    expect(
      Object.values(assess(cold, USUAL_KIT, "2026-05-04T08:00:00Z").drying).some(({ mould }) => mould !== "safe"),
    ).toBe(true);
    const saturated = job((made) => (made.site = { airTempC: 5, relativeHumidityPct: 100, airSpeedMPerS: 0.1 }));
    expect(at(saturated).usable).toBeUndefined();
  });

  it("follows the piece's length: area, litres and minutes", () => {
    const longer = job(({ pieces }) => (Object.values(pieces.byId)[0]!.lengthMm *= 2));
    expect(zoneViews(longer)[0]!.areaM2.value).toBeCloseTo(2 * zoneViews(job())[0]!.areaM2.value, 9);
    const litres = (made: Job) =>
      assess(made, USUAL_KIT, "2026-05-04T08:00:00Z").plan.steps.reduce(
        (sum, { amountMl }) => sum + (amountMl?.value ?? 0),
        0,
      );
    expect(litres(longer)).toBeCloseTo(2 * litres(job()), 6);
    expect(at(longer).finish.value).toBeGreaterThan(at(job()).finish.value);
  });
});
