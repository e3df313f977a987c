import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

type Clock = typeof import("./clock");
const START = Date.parse("2026-05-04T08:00:00Z");
const MINUTE = 60_000;
let kept: Record<string, string>;
/** The device's clock against the time that really passed. */
let aheadMs: number;

/** A page is a fresh copy of the module over what the browser keeps. */
async function load(): Promise<Clock & { news: string[] }> {
  vi.resetModules();
  const clock = await import("./clock");
  const news: string[] = [];
  clock.onClockNews(({ kind, byMs }) => news.push(`${kind} ${Math.round(byMs / MINUTE)}`));
  return { ...clock, news };
}

const setDevice = (ms: number) => {
  aheadMs += ms;
  vi.setSystemTime(Date.now() + ms);
};

beforeEach(() => {
  vi.useFakeTimers({ now: START });
  kept = {};
  aheadMs = 0;
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => (kept[key] = value),
  });
  // The steady clock knows nothing of what the device's clock was set to.
  vi.spyOn(performance, "now").mockImplementation(() => Date.now() - aheadMs - START);
});
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe("while the tab lives", () => {
  it("time only goes forward, at its own pace, when the device's clock is set back; it is said", async () => {
    const clock = await load();
    clock.watchClock([], true);
    vi.advanceTimersByTime(5 * MINUTE);
    setDevice(-60 * MINUTE);
    expect(clock.nowMs()).toBe(START + 5 * MINUTE);
    vi.advanceTimersByTime(3 * MINUTE);
    expect(clock.nowMs()).toBe(START + 8 * MINUTE);
    expect(clock.nowIso()).toBe(new Date(START + 8 * MINUTE).toISOString());
    expect(clock.news).toEqual(["back 60"]);
  });

  it("a clock set ahead, or sleep, dries things out but lets nobody in sooner", async () => {
    const clock = await load();
    clock.watchClock([{ id: "air", fromMs: START }], true);
    vi.advanceTimersByTime(4 * MINUTE);
    setDevice(45 * MINUTE);
    expect(clock.nowMs()).toBe(START + 49 * MINUTE);
    expect(clock.seenMs("air", START)).toBe(4 * MINUTE);
    vi.advanceTimersByTime(26 * MINUTE);
    expect(clock.seenMs("air", START)).toBe(30 * MINUTE);
    expect(clock.news).toEqual(["ahead 45"]);
  });

  it("sleep while only a dwell runs is no news, and the dwell ran on", async () => {
    const clock = await load();
    clock.watchClock([], true);
    setDevice(45 * MINUTE);
    expect([clock.nowMs(), clock.news]).toEqual([START + 45 * MINUTE, []]);
  });

  it("a clock that was a year ahead for a while is believed again when it comes back, and what was stamped is put right", async () => {
    const YEAR = 365 * 24 * 60 * MINUTE;
    for (const runs of [true, false]) {
      vi.setSystemTime(START);
      aheadMs = 0;
      kept = {};
      const clock = await load();
      const wrong: unknown[] = [];
      clock.onWrongStamps((each) => wrong.push(each));
      clock.watchClock(runs ? [{ id: "air", fromMs: START }] : [], runs);
      vi.advanceTimersByTime(2 * MINUTE);
      setDevice(YEAR);
      expect(clock.nowMs()).toBe(START + YEAR + 2 * MINUTE);
      vi.advanceTimersByTime(5000);
      setDevice(-YEAR + 1500);
      expect(clock.nowMs()).toBe(START + 2 * MINUTE + 6500);
      expect(wrong).toEqual([{ fromMs: START + YEAR + 2 * MINUTE, byMs: YEAR - 1500 }]);
      // What guards a person counted what was seen, no more.
      if (runs) expect(clock.seenMs("air", START)).toBe(2 * MINUTE + 5000);
      expect(clock.news.filter((news) => news.startsWith("back"))).toEqual([]);
      // Once put right it is over: a clock set back later is one that is wrong now.
      clock.watchClock([], true);
      setDevice(-60 * MINUTE);
      expect([clock.nowMs(), wrong.length]).toEqual([START + 2 * MINUTE + 6500, 1]);
    }
  });

  it("a night's sleep before it does not hide it, and a small step back after sleep is no correction", async () => {
    const clock = await load();
    const wrong: unknown[] = [];
    clock.onWrongStamps((each) => wrong.push(each));
    setDevice(8 * 60 * MINUTE);
    clock.nowMs();
    setDevice(400 * 24 * 60 * MINUTE);
    clock.nowMs();
    setDevice(-400 * 24 * 60 * MINUTE);
    clock.nowMs();
    expect(wrong).toEqual([{ fromMs: START + 8 * 60 * MINUTE + 400 * 24 * 60 * MINUTE, byMs: 400 * 24 * 60 * MINUTE }]);
    clock.watchClock([], true);
    setDevice(-60 * MINUTE);
    expect([clock.nowMs(), wrong.length]).toEqual([START + 8 * 60 * MINUTE, 1]);
    // Nor over a reload: an hour back of a night of eight is a clock that is wrong now.
    const after = await load();
    const later: unknown[] = [];
    after.onWrongStamps((each) => later.push(each));
    expect([later, after.nowMs()]).toEqual([[], START + 8 * 60 * MINUTE]);
  });

  it("where nothing runs the device's clock is believed at once", async () => {
    const clock = await load();
    setDevice(-60 * MINUTE);
    expect(clock.nowMs()).toBe(START - 60 * MINUTE);
    expect(clock.news).toEqual([]);
  });
});

describe("after a reload", () => {
  async function begun() {
    const before = await load();
    before.watchClock([{ id: "air", fromMs: START }], true);
    vi.advanceTimersByTime(10 * MINUTE);
    before.nowMs();
    return before;
  }

  it("a wait that guards goes on over a short absence", async () => {
    await begun();
    vi.advanceTimersByTime(20 * MINUTE);
    const after = await load();
    after.watchClock([{ id: "air", fromMs: START }], true);
    expect(after.seenMs("air", START)).toBe(30 * MINUTE);
    expect(after.news).toEqual([]);
  });

  it("a clock set back is said, and times go on from the last that was seen", async () => {
    await begun();
    setDevice(-120 * MINUTE);
    const after = await load();
    after.watchClock([{ id: "air", fromMs: START }], true);
    expect(after.news).toEqual(["back 120"]);
    expect(after.nowMs()).toBe(START + 10 * MINUTE);
    vi.advanceTimersByTime(7 * MINUTE);
    expect(after.seenMs("air", START)).toBe(17 * MINUTE);
  });

  it("a clock that was ahead and was put right while no tab was open: what was stamped is put right", async () => {
    const before = await begun();
    setDevice(30 * 24 * 60 * MINUTE);
    before.nowMs();
    vi.advanceTimersByTime(MINUTE);
    vi.advanceTimersByTime(20 * MINUTE);
    setDevice(-30 * 24 * 60 * MINUTE);
    const after = await load();
    const wrong: unknown[] = [];
    after.onWrongStamps((each) => wrong.push(each));
    expect(wrong).toEqual([{ fromMs: START + 30 * 24 * 60 * MINUTE + 10 * MINUTE, byMs: 30 * 24 * 60 * MINUTE }]);
    expect([after.nowMs(), after.news]).toEqual([START + 31 * MINUTE, []]);
  });

  it("a clock set far ahead is said, and what guards people stays as far as it was seen", async () => {
    await begun();
    setDevice(3 * 24 * 60 * MINUTE);
    const after = await load();
    after.watchClock([{ id: "air", fromMs: START }], true);
    expect(after.news).toEqual(["ahead 4320"]);
    expect(after.seenMs("air", START)).toBe(10 * MINUTE);
    vi.advanceTimersByTime(15 * MINUTE);
    expect(after.seenMs("air", START)).toBe(25 * MINUTE);
  });

  it("a wait that says it began in the future is waited out from now", async () => {
    const clock = await load();
    clock.watchClock([{ id: "later", fromMs: START + 600 * MINUTE }], true);
    vi.advanceTimersByTime(2 * MINUTE);
    expect(clock.seenMs("later", START + 600 * MINUTE)).toBe(2 * MINUTE);
  });
});
