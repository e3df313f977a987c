"use client";
import { useSyncExternalStore } from "react";
import { nowMs } from "@/store/clock";

/** The caller's clock, once a second, shared by all who ask; 0 while the server renders. */
let now = 0;
const listeners = new Set<() => void>();
let ticking: ReturnType<typeof setInterval> | undefined;

function subscribe(listener: () => void) {
  listeners.add(listener);
  now = nowMs();
  ticking ??= setInterval(() => {
    now = nowMs();
    for (const each of listeners) each();
  }, 1000);
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0 || ticking === undefined) return;
    clearInterval(ticking);
    ticking = undefined;
  };
}

const read = () => {
  if (now === 0) now = nowMs();
  return now;
};

export const useNow = () => useSyncExternalStore(subscribe, read, () => 0);

/** Minutes and seconds. @example clockText(212_000) // "3:32" */
export function clockText(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / 1000));
  const hours = Math.floor(seconds / 3600);
  const rest = `${Math.floor((seconds % 3600) / 60)}:${String(seconds % 60).padStart(2, "0")}`;
  return hours > 0 ? `${hours} h ${rest}` : rest;
}
