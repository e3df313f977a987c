"use client";
import { useEffect } from "react";
import { loadJobs, notify } from "@/store/jobs";
import { loadSettings, useSettings } from "@/store/settings";
import { onPlannerFailure } from "@/workers/planner";
import { Notices } from "./Notices";
import { useWaitSignals } from "./waits";

/** Reads what this browser keeps, once, after the page has come up; sets the theme; shows notices. */
export function StartUp() {
  const { theme } = useSettings();
  useWaitSignals();
  useEffect(() => {
    onPlannerFailure((problem) => notify(problem, "problem"));
    void loadSettings();
    void loadJobs();
  }, []);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return <Notices />;
}
