import { EventEmitter } from "node:events";
import type { Worker } from "node:worker_threads";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Pool, READY, type Limits, type Question } from "./pool";

/** A thread that answers when it is told to. */
class Slow extends EventEmitter {
  asked: string[] = [];
  ended = false;
  constructor(private readonly isReady = true) {
    super();
  }
  /** It has run itself in by the time somebody listens. */
  override on(event: string, listener: (said: unknown) => void) {
    super.on(event, listener);
    if (event === "message" && this.isReady) listener(READY);
    return this;
  }
  unref() {
    return this;
  }
  postMessage({ text, quick }: Question) {
    this.quick = quick;
    this.asked.push(text);
  }
  terminate() {
    this.ended = true;
    return Promise.resolve(0);
  }
  answer = () => this.emit("message", { status: 200, body: this.asked.at(-1) });
  quick = false;
}

const LIMITS: Limits = { threads: 2, queue: 1, timeMs: 1000, memoryMb: 64 };
let threads: Slow[];
let pool: Pool;
beforeEach(() => {
  vi.useFakeTimers();
  threads = [];
  pool = new Pool(LIMITS, () => threads[threads.push(new Slow()) - 1] as unknown as Worker);
});
afterEach(() => vi.useRealTimers());
const running = () => threads.filter(({ ended }) => !ended);

describe("the pool of planners", () => {
  it("what a thread takes to begin is not the time of the first file", async () => {
    const slow = new Pool(LIMITS, () => threads[threads.push(new Slow(false)) - 1] as unknown as Worker);
    const answer = slow.ask("a");
    vi.advanceTimersByTime(5000);
    expect([threads.length, threads[0]!.ended]).toEqual([1, false]);
    threads[0]!.emit("message", READY);
    vi.advanceTimersByTime(500);
    threads[0]!.answer();
    expect(await answer).toEqual({ status: 200, body: "a" });
  });

  it("plans beside each other, queues a few, refuses the rest, and goes on in order", async () => {
    const answers = ["a", "b", "c"].map((text) => pool.ask(text));
    expect(pool.state).toEqual({ threads: 2, working: 2, waiting: 1, queue: 1 });
    expect(await pool.ask("d")).toEqual({ refused: "busy" });
    threads[1]!.answer();
    expect(await answers[1]).toEqual({ status: 200, body: "b" });
    expect(threads[1]!.asked).toEqual(["b", "c"]);
    threads[0]!.answer();
    threads[1]!.answer();
    expect(await Promise.all(answers)).toEqual(["a", "b", "c"].map((body) => ({ status: 200, body })));
    expect(pool.state).toMatchObject({ working: 0, waiting: 0 });
  });

  it("stops what takes too long, and whoever waited gets the thread's place", async () => {
    const [slow, quick, waits] = ["slow", "quick", "waits"].map((text) => pool.ask(text));
    threads[1]!.answer();
    threads[1]!.answer();
    expect([await quick, await waits]).toEqual([
      { status: 200, body: "quick" },
      { status: 200, body: "waits" },
    ]);
    vi.advanceTimersByTime(LIMITS.timeMs);
    expect(await slow).toEqual({ refused: "too-long" });
    // Stopped in full and stopped again: each time another takes its place.
    expect([threads[0]!.ended, threads[2]!.ended, running()]).toEqual([true, true, [threads[1], threads[3]]]);
    const next = pool.ask("next");
    running()[0]!.answer();
    expect(await next).toMatchObject({ status: 200 });
  });

  it("what takes too long in full is answered quickly, within its time", async () => {
    const slow = pool.ask("slow");
    vi.advanceTimersByTime(LIMITS.timeMs * 0.6);
    const again = threads.find(({ asked, ended }) => asked.includes("slow") && !ended)!;
    expect([threads[0]!.ended, again.quick]).toEqual([true, true]);
    again.answer();
    expect(await slow).toEqual({ status: 200, body: "slow" });
    again.ended = false;
    const [other] = [pool.ask("other")];
    expect(running().find(({ asked }) => asked.includes("other"))!.quick).toBe(false);
    running()
      .find(({ asked }) => asked.includes("other"))!
      .answer();
    await other;
  });

  it("one client never takes every thread: another's file is planned beside", async () => {
    const roomy = new Pool({ ...LIMITS, queue: 9 }, () => threads[threads.push(new Slow()) - 1] as unknown as Worker);
    const mine = ["a", "b", "c"].map((text) => roomy.ask(text, undefined, "10.0.0.1"));
    expect(roomy.state).toMatchObject({ working: 1, waiting: 2 });
    // Nor does it fill the queue: half of nine is for others.
    const more = Array.from({ length: 9 }, () => roomy.ask("more", undefined, "10.0.0.1"));
    expect(roomy.state).toMatchObject({ working: 1, waiting: 5 });
    expect((await Promise.all(more.slice(3))).every((answer) => "refused" in answer && answer.refused === "busy")).toBe(
      true,
    );
    const theirs = roomy.ask("theirs", undefined, "10.0.0.2");
    expect(roomy.state).toMatchObject({ working: 2, waiting: 5 });
    threads.find(({ asked }) => asked.includes("theirs"))!.answer();
    expect(await theirs).toMatchObject({ body: "theirs" });
    for (let at = 0; at < 3; at++) threads[0]!.answer();
    expect((await Promise.all(mine)).map((answer) => "body" in answer && answer.body)).toEqual(["a", "b", "c"]);
  });

  it("what needs too much memory is refused, what fails by itself is said, and neither takes the pool down", async () => {
    const big = pool.ask("big");
    threads[0]!.emit("error", Object.assign(new Error("heap"), { code: "ERR_WORKER_OUT_OF_MEMORY" }));
    expect(await big).toEqual({ refused: "too-much" });
    const broken = pool.ask("broken");
    running()
      .find(({ asked }) => asked.includes("broken"))!
      .emit("error", new Error("no such module"));
    expect(await broken).toMatchObject({ status: 500, body: expect.stringContaining("planner failed") });
    const after = pool.ask("after");
    running()
      .find(({ asked }) => asked.includes("after"))!
      .answer();
    expect(await after).toMatchObject({ status: 200 });
  });

  it("what the client gave up is stopped, running or waiting", async () => {
    const [first, second, third] = [new AbortController(), new AbortController(), new AbortController()];
    const answers = [first, second, third].map(({ signal }, at) => pool.ask(`${at}`, signal));
    third.abort();
    expect(await answers[2]).toEqual({ refused: "gone" });
    expect(pool.state.waiting).toBe(0);
    first.abort();
    expect(await answers[0]).toEqual({ refused: "gone" });
    expect(threads[0]!.ended).toBe(true);
    threads[1]!.answer();
    expect(await answers[1]).toMatchObject({ status: 200 });
    expect(await pool.ask("late", AbortSignal.abort())).toEqual({ refused: "gone" });
  });
});
