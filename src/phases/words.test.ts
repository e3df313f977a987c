import { describe, expect, it } from "vitest";
import { clockText } from "@/ui/clock";
import { fieldTime, fullTime, slackWords, timeText } from "@/ui/time";
import { clothWords } from "./look/clothWords";
import { zonesOf } from "./zones";

describe("times and places in words", () => {
  it("a clock counts down to nothing and has hours only where it needs them", () => {
    expect([212_000, 59_999, 0, -5000, 3_661_000].map(clockText)).toEqual(["3:32", "0:59", "0:00", "0:00", "1 h 1:01"]);
  });

  it("a moment is an hour today, a day this week, a date beyond; what never comes is said", () => {
    const at = (iso: string) => new Date(iso).getTime();
    const now = at("2026-05-04T08:00:00");
    expect(timeText(at("2026-05-04T21:40:00"), now)).toBe("21:40");
    expect(timeText(at("2026-05-05T07:05:00"), now)).toBe("Tue 07:05");
    expect(timeText(at("2026-06-01T07:05:00"), now)).toBe("1 Jun 07:05");
    expect(timeText(Infinity, now)).toBe("not like this");
    expect(fullTime(at("2026-11-24T21:40:00"))).toBe("Tuesday 24 November, 21:40");
    expect(fieldTime(undefined)).toBe("");
    expect(fieldTime(new Date(now).toISOString())).toBe("2026-05-04T08:00");
  });

  it("what is in hand, what is late, and what never dries", () => {
    const slack = (value: number) => slackWords({ minutes: { value } } as never);
    expect(slack(38)).toBe("38 min in hand");
    expect(slack(-90)).toMatch(/^1 h 30 min late$/);
    expect(slack(-Infinity)).toBe("does not dry like this");
  });

  it("cloth in one line, zones by name until there are many", () => {
    expect(clothWords({})).toBe("not known, planned at its safest");
    expect(clothWords({ material: "wool", careCode: "S" })).toMatch(/^Wool · code S: /);
    expect(clothWords({ material: "wool", ofWhat: "leather" })).toBe("Coated leather or vinyl");
    const step = (zoneIds: string[], action = "clean", key = "") => ({ key, action, zoneIds }) as never;
    expect(zonesOf(step(["a", "b"]), (id) => id.toUpperCase())).toBe("A, B");
    expect(zonesOf(step("abcdefg".split("")), String)).toBe("7 zones");
    expect(zonesOf(step(["a"], "beside", "beside-glass:"), String)).toBe("beside the cloth");
    expect(zonesOf(step(["a"], "beside", "wipe-hard:"), String)).toBe("a");
    expect(zonesOf(step(["a"], "gas"), String)).toBe("the air of all of it");
  });
});
