import { availableParallelism } from "node:os";
import type { Limits } from "./pool";

const number = (name: string, usual: number, min: number, max: number): number => {
  const given = Number(process.env[name]);
  return process.env[name] !== undefined && Number.isFinite(given) && given >= min && given <= max
    ? Math.round(given)
    : usual;
};

/** A file of the planning interface is no larger, bytes. */
export const MOST_BYTES = 5_000_000;

/** What one server gives to planning; each may be set by its environment (docs/serving.md). */
export const limitsNow = (): Limits => ({
  threads: number("PLAN_THREADS", availableParallelism() + 1, 1, 64),
  queue: number("PLAN_QUEUE", 8, 0, 1000),
  timeMs: number("PLAN_SECONDS", 10, 1, 300) * 1000,
  memoryMb: number("PLAN_MEMORY_MB", 512, 64, 8192),
});
