import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { db, type Settings } from "./db";

const DEFAULTS: Settings = { units: "metric", theme: "light" };

const store = createStore<Settings>(() => DEFAULTS);

/** Reads what was chosen on this device; without storage the defaults stay. */
export async function loadSettings() {
  try {
    const kept = await (await db()).get("settings", "settings");
    if (kept) store.setState(kept);
  } catch {
    // Settings are a comfort: the jobs' own store reports when nothing can be kept.
  }
}

export async function changeSettings(change: Partial<Settings>) {
  store.setState(change);
  await (await db()).put("settings", store.getState(), "settings").catch(() => undefined);
}

export const settingsNow = (): Settings => store.getState();
export const useSettings = (): Settings => useStore(store);
