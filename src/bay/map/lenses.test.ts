import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { demoJobs } from "@/demo/jobs";
import { workedOut } from "@/core/testing/workedOut";
import { LENS_SWATCH, lensOf } from "./lenses";
import { bestSpot, layoutsOf, type Rules } from "./labelSpots";

const NOW = "2026-05-04T08:00:00Z";
const ferry = demoJobs(new Date(NOW)).find(({ id }) => id === "demo-ferry")!;
const seen = (job = ferry) => {
  const assessment = assess(job, USUAL_KIT, NOW);
  return {
    assessment,
    views: Object.values(assessment.plan.zones).map(({ view }) => view),
    show: (lens: Parameters<typeof lensOf>[0], at?: number) =>
      Object.values(assessment.plan.zones).map(({ view }) => lensOf(lens, view, assessment, "metric", { dryAtH: at })),
  };
};

describe("what a lens shows", () => {
  it("soil as it was said, and what nobody looked at as such", () => {
    const { show, views } = seen();
    show("soil").forEach(({ fill, words }, at) => {
      const { soil, zone } = views[at]!;
      expect(fill).toBe(soil ? `soil-${soil.level}` : zone.clean ? undefined : "unseen");
      expect(words).toBeTruthy();
    });
  });

  it("marks by their number, water with the number behind it, and over its budget it says so", () => {
    const { show, assessment, views } = seen();
    const marks = Object.values(assessment.plan.marks);
    show("stain").forEach(({ words }, at) => {
      const count = marks.filter(({ zoneId }) => zoneId === views[at]!.id).length;
      expect(words).toBe(count === 0 ? undefined : count === 1 ? "1 mark" : `${count} marks`);
    });
    show("water").forEach(({ of }, at) => {
      if (assessment.drying[views[at]!.id]) expect(of).toBe(assessment.plan.zones[views[at]!.id]!.used);
      else expect(of).toBeUndefined();
    });
    const zone = Object.values(assessment.plan.zones).find(({ view }) => assessment.drying[view.id])!;
    zone.used = { ...zone.used, value: zone.budget.value + 1 };
    expect(lensOf("water", zone.view, assessment, "metric").fill).toBe("water-over");
  });

  it("what comes now, when the rest comes, and what is done once all is done", () => {
    const { show } = seen();
    const words = show("time").map(({ words: each }) => each);
    expect(words.filter((each) => each === "now").length).toBeGreaterThan(0);
    for (const each of words) if (each && each !== "now") expect(each).toMatch(/^step \d+$/);
    const after = seen(workedOut(ferry, USUAL_KIT, NOW).job).show("time");
    expect(after.map(({ words: each }) => each)).toContain("done");
  });

  it("how long it dries, and how it stands at an hour: never wetter later than sooner", () => {
    const { assessment, views } = seen();
    for (const view of views) {
      if (!assessment.drying[view.id]?.layers) continue;
      const at = (hours: number) => lensOf("dry", view, assessment, "metric", { dryAtH: hours }).of!.value;
      const course = [0, 1, 2, 4, 8, 16].map(at);
      course.slice(1).forEach((each, index) => expect(each).toBeLessThanOrEqual(course[index]! + 1e-9));
      const { hours } = assessment.drying[view.id]!;
      if (Number.isFinite(hours.value))
        expect(lensOf("dry", view, assessment, "metric", { dryAtH: hours.value + 0.01 }).words).toBe("dry");
      expect(lensOf("dry", view, assessment, "metric").of).toBe(hours);
    }
  });

  it("has a swatch for each", () =>
    expect(Object.keys(LENS_SWATCH).sort()).toEqual(["dry", "soil", "stain", "time", "water"]));
});

describe("where a label goes", () => {
  const square = (width: number, height: number, marks: Rules["marks"] = []): Rules => ({
    size: { width, height },
    marks,
    inside: (x, y) => x >= 0 && y >= 0 && x <= width && y <= height,
  });

  it("on one line where it fits, on two where it is high enough, by its name alone where it is not, else nowhere", () => {
    const lines = (width: number, height: number) =>
      layoutsOf("Seat", "moderate", { width, height }, false, false)?.[0].lines;
    expect(lines(200, 40)).toEqual(["Seat · moderate"]);
    expect(lines(100, 80)).toEqual(["Seat", "moderate"]);
    expect(lines(100, 40)).toEqual(["Seat"]);
    expect(lines(30, 40)).toBeUndefined();
    expect(lines(200, 20)).toBeUndefined();
  });

  it("stays inside, off the marks where there is room, and gives up rather than hang outside", () => {
    const layouts = layoutsOf("Seat", "moderate", { width: 200, height: 100 }, false, false)!;
    const free = bestSpot(layouts, false, square(200, 100))!;
    expect(free.left).toBeGreaterThanOrEqual(0);
    expect(free.bottom).toBeLessThanOrEqual(100);
    // A mark where it would have stood moves it.
    const mark = { left: 0, right: 110, top: 60, bottom: 100 };
    const moved = bestSpot(layouts, false, square(200, 100, [mark]))!;
    const covers = ({ left, bottom, layout }: typeof free) =>
      left < mark.right && left + layout.width > mark.left && bottom > mark.top && bottom - layout.height < mark.bottom;
    expect([covers(free), covers(moved)]).toEqual([true, false]);
    expect(bestSpot(layouts, false, { ...square(200, 100), inside: () => false })).toBeUndefined();
  });

  it("upright it stands at the foot or the head, never on a mark", () => {
    const layouts = layoutsOf("Belt", undefined, { width: 30, height: 200 }, true, false)!;
    expect(bestSpot(layouts, true, square(30, 200))!.bottom).toBe(192);
    const foot = { left: 0, right: 30, top: 150, bottom: 190 };
    expect(bestSpot(layouts, true, square(30, 200, [foot]))!.bottom).toBeLessThan(150);
    const all = { left: 0, right: 30, top: 0, bottom: 200 };
    expect(bestSpot(layouts, true, square(30, 200, [all]))).toBeUndefined();
  });
});
