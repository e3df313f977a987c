"use client";
import { useEffect } from "react";
import type { StartEvent } from "@/core/job/schema";

/** Keeps the screen on while a step runs, where the browser can; Settings says so where it cannot. */
export function useScreenOn(running: StartEvent | undefined) {
  const on = running !== undefined;
  useEffect(() => {
    if (!on || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const ask = () =>
      void navigator.wakeLock.request("screen").then(
        (given) => (over ? void given.release() : (lock = given)),
        () => undefined,
      );
    // The browser lets go when the page is hidden; ask again when it comes back.
    const again = () => document.visibilityState === "visible" && ask();
    ask();
    document.addEventListener("visibilitychange", again);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", again);
      void lock?.release();
    };
  }, [on]);
}

/** Buzzes and notifies when a dwell is right and when it starts to dry out, where that is allowed. */
export function useDwellSignals(running: StartEvent | undefined) {
  useEffect(() => {
    if (running?.dwellMinMin === undefined) return;
    const since = Date.now() - Date.parse(running.at);
    const signals: [number | undefined, string][] = [
      [running.dwellMinMin, "Right: lift it off now"],
      [running.dwellMaxMin, "Drying out: lift it off at once"],
    ];
    const timers = signals.flatMap(([minutes, words]) => (minutes !== undefined && minutes * 60_000 > since ? [setTimeout(() => tell(running.title, words), minutes * 60_000 - since)] : []));
    return () => timers.forEach(clearTimeout);
  }, [running]);
}

function tell(title: string, words: string) {
  navigator.vibrate?.([300, 150, 300]);
  if (canNotify() && Notification.permission === "granted") new Notification(words, { body: title });
}

const canNotify = () => "Notification" in window && window.isSecureContext;
