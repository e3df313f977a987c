import { Worker } from "node:worker_threads";
import type { Said } from "./planFile";

/** A few threads that plan, each with a limit of time and memory, and a short queue before them: one request stops no other. */

export interface Limits {
  threads: number;
  /** So many may wait for a free thread. */
  queue: number;
  timeMs: number;
  memoryMb: number;
}

/** Why a file was not planned. */
export type Refusal = "busy" | "too-long" | "too-much" | "gone";
type PoolAnswer = Said | { refused: Refusal };

interface Asked {
  text: string;
  answer: (answer: PoolAnswer) => void;
  /** The one who asked has gone. */
  gone: boolean;
}

interface Thread {
  worker: Worker;
  at?: Asked;
  timer?: ReturnType<typeof setTimeout>;
}

export class Pool {
  private readonly threads: Thread[] = [];
  private readonly waiting: Asked[] = [];

  /** @param start makes a thread; it is stopped when it takes too long or too much */
  constructor(
    private readonly limits: Limits,
    private readonly start: (memoryMb: number) => Worker,
  ) {}

  /** Plans a file, or says why not. @param signal of the request: what the client gave up is stopped */
  ask(text: string, signal?: AbortSignal): Promise<PoolAnswer> {
    return new Promise((answer) => {
      if (signal?.aborted) return answer({ refused: "gone" });
      if (this.free() === undefined && this.waiting.length >= this.limits.queue) return answer({ refused: "busy" });
      const asked: Asked = { text, answer, gone: false };
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
    if (free === undefined || this.waiting.length === 0) return;
    const thread = free === "new" ? this.begin() : free;
    const asked = this.waiting.shift()!;
    thread.at = asked;
    thread.timer = setTimeout(() => this.end(thread, { refused: "too-long" }), this.limits.timeMs);
    thread.worker.postMessage(asked.text);
    this.next();
  }

  private begin(): Thread {
    const thread: Thread = { worker: this.start(this.limits.memoryMb) };
    this.threads.push(thread);
    thread.worker.on("message", (answer: Said) => {
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
          : { status: 500, body: JSON.stringify({ problems: [`The planner failed: ${error.message}`] }) },
      ),
    );
    thread.worker.unref();
    return thread;
  }

  /** Stops a thread; the next who asks gets a new one. */
  private end(thread: Thread, answer: PoolAnswer) {
    const at = this.threads.indexOf(thread);
    if (at < 0) return;
    this.threads.splice(at, 1);
    clearTimeout(thread.timer);
    thread.at?.answer(answer);
    thread.at = undefined;
    void thread.worker.terminate();
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
