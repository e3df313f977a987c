"use client";
import { useEffect } from "react";
import { formatDuration } from "@/core/ground/quantity/format";
import { keepOnLeaving, onClockNews, onWrongStamps } from "@/store/clock";
import { askBeforeLeaving, loadJobs, notify } from "@/store/jobs";
import { loadSettings, useSettings } from "@/store/settings";
import { onPlannerFailure } from "@/workers/planner";
import { fetched } from "./fetched";
import { NewVersion } from "./NewVersion";
import { RanOut } from "./RanOut";
import { NothingKept } from "./NothingKept";
import { Notices } from "./Notices";
import { useWaitSignals } from "./waits";

const clockWords = (ms: number) => formatDuration(ms / 60_000);

/** Reads what this browser keeps, once, after the page has come up; sets the theme; shows notices. */
export function StartUp() {
  const { theme } = useSettings();
  useWaitSignals();
  useEffect(() => {
    onPlannerFailure((problem) => notify(problem, "problem"));
    onClockNews(({ kind, byMs }) =>
      notify(
        kind === "back"
          ? `This device's clock was set back by ${clockWords(byMs)}. What runs goes on from the last time that was seen.`
          : `This device's clock is ${clockWords(byMs)} ahead of what was seen to pass: it slept, was away or was ` +
              "set. What guards people counts only the time that was seen: wait it out, or read the meter.",
        "problem",
      ),
    );
    void loadSettings();
    void loadJobs().then(() =>
      // Seldom needed, so fetched when it is.
      onWrongStamps((wrong) => fetched(async () => (await import("@/store/stamps")).putStampsRight(wrong))),
    );
    const [stopAsking, stopKeeping] = [askBeforeLeaving(), keepOnLeaving()];
    return () => {
      stopAsking();
      stopKeeping();
    };
  }, []);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return (
    <>
      <NewVersion />
      <NothingKept />
      <RanOut />
      <Notices />
    </>
  );
}
