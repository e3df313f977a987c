import { describe, expect, it } from "vitest";
import type { School } from "@/core/ground/catalog/schoolIds";
import { entered } from "@/core/ground/sums/working";
import { SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { pickSchool } from "./pick";
import type { SchoolOption } from "./weigh";

const way = (school: School, lifted: number, minutes: number, more: { allowed?: boolean; hours?: number } = {}) =>
  ({
    school,
    allowed: more.allowed ?? true,
    because: "Not here.",
    lifted: entered("lifted", lifted, "1"),
    minutes: entered("minutes", minutes, "min"),
    drying: { hours: entered("hours", more.hours ?? 4, "h") },
  }) as unknown as SchoolOption;
const TARGET = 1 - SOIL_TARGET.moderate;

const picked = (
  options: SchoolOption[],
  { chosen, minutesLeft, panel = {} }: { chosen?: School; minutesLeft?: number; panel?: object } = {},
) =>
  pickSchool(
    { job: {} } as never,
    options,
    { soil: "moderate", timeLeftMin: minutesLeft ?? Infinity, ...panel } as never,
    [],
    chosen,
  );

describe("the way through that is picked for everyday soil", () => {
  const low = way("low-moisture", TARGET + 0.01, 160);

  it("is the one that leaves little water, while nothing is far sooner", () => {
    expect(picked([low, way("extraction", TARGET + 0.05, 150)]).picked).toBe("low-moisture");
    // Two thirds of its minutes, and a quarter of an hour: both are asked.
    expect(picked([low, way("extraction", TARGET + 0.05, 110)]).picked).toBe("low-moisture");
    expect(picked([way("low-moisture", TARGET, 20), way("extraction", TARGET, 10)]).picked).toBe("low-moisture");
  });

  it("is drawing off where that is far sooner and lifts enough, or so nearly that nobody can tell, and says which", () => {
    expect(picked([low, way("extraction", TARGET, 100)])).toMatchObject({
      picked: "extraction",
      because: expect.stringMatching(/^It lifts as much as is needed/),
    });
    expect(picked([low, way("extraction", TARGET - 0.01, 100)])).toMatchObject({
      picked: "extraction",
      because: expect.stringMatching(/^It lifts next to as much/),
    });
    expect(picked([low, way("extraction", TARGET - 0.03, 100)]).picked).toBe("low-moisture");
  });

  it("never is one that dries too late for the promise, while another keeps it", () => {
    const late = way("extraction", TARGET + 0.1, 100, { hours: 20 });
    expect(picked([low, late], { minutesLeft: 600 }).picked).toBe("low-moisture");
    expect(picked([low, late], { minutesLeft: 60 }).because).toMatch(/^None dries by the promised time/);
  });

  it("is what was chosen where the rules leave it, and says so where they do not", () => {
    const barred = way("steam", 0.9, 10, { allowed: false });
    expect(picked([low, way("extraction", 0.5, 300)], { chosen: "extraction" })).toMatchObject({
      picked: "extraction",
      because: "Your choice.",
    });
    expect(picked([low, barred], { chosen: "steam" })).toMatchObject({
      picked: "low-moisture",
      because: expect.stringContaining("was chosen but is not allowed here"),
    });
    expect(picked([barred]).picked).toBeUndefined();
  });

  it("draws off what ran in whatever was promised, and tells of it", () => {
    const slow = way("extraction", TARGET, 100, { hours: 30 });
    expect(picked([low, slow], { minutesLeft: 600, panel: { flush: true } })).toMatchObject({
      picked: "extraction",
      because: expect.stringContaining("later than promised"),
    });
  });
});
