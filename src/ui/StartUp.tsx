"use client";
import { useEffect } from "react";
import { loadJobs } from "@/store/jobs";
import { loadSettings, useSettings } from "@/store/settings";
import { Notices } from "./Notices";

/** Reads what this browser keeps, once, after the page has come up; sets the theme; shows notices. */
export function StartUp() {
  const { theme } = useSettings();
  useEffect(() => {
    void loadSettings();
    void loadJobs();
  }, []);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return <Notices />;
}
