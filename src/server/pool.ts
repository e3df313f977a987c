import { Worker } from "node:worker_threads";
import type { Said } from "./planFile";

/** What of a plan's time is spent on planning in full; the rest is kept for the same plan made quickly. Judgement. */
const FULL_SHARE = 0.6;

/** A few threads that plan, each with a limit of time and memory, and a short queue before them: one request stops no other. */

export interface Limits {
  threads: number;
  /** So many may wait for a free thread. */
  queue: number;
  timeMs: number;
  memoryMb: number;
}

/** What a thread says once it has run itself in: what it takes to begin is nobody's time. */
export const READY = "ready";
/** One that has not begun after this never will, ms. */
const MOST_STARTING_MS = 60_000;

/** Why a file was not planned. */
export type Refusal = "busy" | "too-long" | "too-much" | "gone";
type PoolAnswer = Said | { refused: Refusal };

/** What a thread is asked. */
export interface Question {
  text: string;
  /** Made quickly: the full plan took too long. */
  quick: boolean;
}

interface Asked extends Question {
  /** Who asks, "" where nobody knows: one client takes no more than all threads but one. */
  client: string;
  answer: (answer: PoolAnswer) => void;
  /** The one who asked has gone. */
  gone: boolean;
}

interface Thread {
  worker: Worker;
  at?: Asked;
  timer?: ReturnType<typeof setTimeout>;
  ready: boolean;
  /** Its time begins to run. */
  onReady?: () => void;
}

export class Pool {
  private readonly threads: Thread[] = [];
  private readonly waiting: Asked[] = [];

  /** @param start makes a thread; it is stopped when it takes too long or too much */
  constructor(
    private readonly limits: Limits,
    private readonly start: (memoryMb: number) => Worker,
  ) {}

  /** Plans a file, or says why not. @param signal of the request: what the client gave up is stopped @param client who asks */
  ask(text: string, signal?: AbortSignal, client = ""): Promise<PoolAnswer> {
    return new Promise((answer) => {
      if (signal?.aborted) return answer({ refused: "gone" });
      const begins = this.free() !== undefined && this.mayTake(client);
      if (!begins && !this.mayWait(client)) return answer({ refused: "busy" });
      const asked: Asked = { text, quick: false, client, answer, gone: false };
      signal?.addEventListener("abort", () => this.giveUp(asked), { once: true });
      this.waiting.push(asked);
      this.next();
    });
  }

  /** Has every thread ready before it is asked. */
  warm() {
    while (this.threads.length < this.limits.threads) this.begin();
  }

  /** How much there is to do just now. */
  get state() {
    return {
      threads: this.limits.threads,
      working: this.threads.filter(({ at }) => at).length,
      waiting: this.waiting.length,
      queue: this.limits.queue,
    };
  }

  private free(): Thread | undefined | "new" {
    return this.threads.find(({ at }) => !at) ?? (this.threads.length < this.limits.threads ? "new" : undefined);
  }

  private next() {
    const free = this.free();
    const turn = this.waiting.findIndex(({ client }) => this.mayTake(client));
    if (free === undefined || turn < 0) return;
    const thread = free === "new" ? this.begin() : free;
    const [asked] = this.waiting.splice(turn, 1);
    this.give(thread, asked!, this.limits.timeMs * FULL_SHARE, () => this.quickly(thread));
    this.next();
  }

  /** One thread is always left for others. */
  private mayTake(client: string): boolean {
    if (client === "") return true;
    const its = this.threads.filter(({ at }) => at?.client === client).length;
    return its < Math.max(1, this.limits.threads - 1);
  }

  /** Half of the queue is left for others. */
  private mayWait(client: string): boolean {
    const its = this.waiting.filter((each) => each.client === client).length;
    const most = client === "" ? this.limits.queue : Math.ceil(this.limits.queue / 2);
    return this.waiting.length < this.limits.queue && its < most;
  }

  private give(thread: Thread, asked: Asked, timeMs: number, onLate: () => void) {
    thread.at = asked;
    const run = () => {
      clearTimeout(thread.timer);
      thread.timer = setTimeout(onLate, timeMs);
    };
    if (thread.ready) run();
    else {
      thread.timer = setTimeout(onLate, MOST_STARTING_MS);
      thread.onReady = run;
    }
    thread.worker.postMessage({ text: asked.text, quick: asked.quick } satisfies Question);
  }

  /** The full plan takes too long: the same made quickly, with what is left of its time. */
  private quickly(thread: Thread) {
    const asked = thread.at;
    if (!asked || !this.drop(thread)) return;
    asked.quick = true;
    const fresh = this.begin();
    const leftMs = this.limits.timeMs * (1 - FULL_SHARE);
    this.give(fresh, asked, leftMs, () => this.end(fresh, { refused: "too-long" }));
  }

  /** Stops a thread and forgets it. @returns false where that was done already */
  private drop(thread: Thread): boolean {
    const at = this.threads.indexOf(thread);
    if (at < 0) return false;
    this.threads.splice(at, 1);
    clearTimeout(thread.timer);
    void thread.worker.terminate();
    return true;
  }

  private begin(): Thread {
    const thread: Thread = { worker: this.start(this.limits.memoryMb), ready: false };
    this.threads.push(thread);
    thread.worker.on("message", (answer: Said | typeof READY) => {
      if (answer === READY) {
        thread.ready = true;
        thread.onReady?.();
        return;
      }
      clearTimeout(thread.timer);
      thread.at?.answer(answer);
      thread.at = undefined;
      this.next();
    });
    // It ran out of memory, or could not begin.
    thread.worker.on("error", (error: NodeJS.ErrnoException) =>
      this.end(
        thread,
        error.code === "ERR_WORKER_OUT_OF_MEMORY"
          ? { refused: "too-much" }
          : {
              status: 500,
              body: JSON.stringify({ problems: ["The planner failed on this document, and goes on with others."] }),
            },
      ),
    );
    thread.worker.unref();
    return thread;
  }

  /** Stops a thread; the next who asks gets a new one. */
  private end(thread: Thread, answer: PoolAnswer) {
    if (!this.drop(thread)) return;
    thread.at?.answer(answer);
    thread.at = undefined;
    // One that was stopped for its work is replaced at once; one that failed by itself might fail for ever.
    if ("refused" in answer) this.warm();
    this.next();
  }

  private giveUp(asked: Asked) {
    const waits = this.waiting.indexOf(asked);
    if (waits >= 0) this.waiting.splice(waits, 1);
    asked.answer({ refused: "gone" });
    const thread = this.threads.find(({ at }) => at === asked);
    if (thread) this.end(thread, { refused: "gone" });
  }
}
