import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { USUAL_CHOICES } from "./day";
import { whyNotKept, withDb, type DayChoices, type Settings } from "./db";
import { notify } from "./notices";

const DEFAULTS: Settings = { units: "metric", theme: "light" };

const store = createStore<Settings>(() => DEFAULTS);

const channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("weary-bristle-settings");
channel?.addEventListener("message", ({ data }: MessageEvent<Partial<Settings>>) => store.setState(data));

/** Reads what was chosen on this device; without storage the defaults stay. */
export async function loadSettings() {
  try {
    const kept = await withDb((database) => database.get("settings", "settings"));
    if (kept) store.setState(kept);
  } catch {
    // Settings are a comfort: the jobs' own store reports when nothing can be kept.
  }
}

/**
 * Shows a change at once, in every tab, and keeps it with whatever else another tab has kept. What cannot be kept is said.
 * @returns true when it was kept
 */
export async function changeSettings(change: Partial<Settings>): Promise<boolean> {
  store.setState(change);
  channel?.postMessage(change);
  try {
    await withDb(async (database) => {
      const keeping = database.transaction("settings", "readwrite");
      await keeping.store.put({ ...store.getState(), ...(await keeping.store.get("settings")), ...change }, "settings");
      await keeping.done;
    });
    return true;
  } catch (error) {
    notify(`This setting holds only until the page is closed: ${whyNotKept(error)}.`, "problem");
    return false;
  }
}

/** A change of the day as it is kept now, which may be newer than what a screen shows. */
export function changeDay(change: Partial<DayChoices> | ((now: DayChoices) => Partial<DayChoices>)): Promise<boolean> {
  const now = { ...USUAL_CHOICES, ...store.getState().day };
  return changeSettings({ day: { ...now, ...(typeof change === "function" ? change(now) : change) } });
}

/** Tells of every change. */
export const onSettings = store.subscribe;
export const settingsNow = (): Settings => store.getState();
export const useSettings = (): Settings => useStore(store);
