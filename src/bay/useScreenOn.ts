"use client";
import { useEffect } from "react";

/** Keeps the screen on while something runs, where the browser can; Work and Settings say so where it cannot. */
export function useScreenOn(on: boolean) {
  useEffect(() => {
    if (!on || !canKeepScreenOn()) return;
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

export const canKeepScreenOn = () => "wakeLock" in navigator;
