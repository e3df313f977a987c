import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { db, whyNotKept, type Settings } from "./db";

const DEFAULTS: Settings = { units: "metric", theme: "light" };

const store = createStore<Settings>(() => DEFAULTS);

const channel = typeof BroadcastChannel === "undefined" ? undefined : new BroadcastChannel("weary-bristle-settings");
channel?.addEventListener("message", ({ data }: MessageEvent<Partial<Settings>>) => store.setState(data));

/** Reads what was chosen on this device; without storage the defaults stay. */
export async function loadSettings() {
  try {
    const kept = await (await db()).get("settings", "settings");
    if (kept) store.setState(kept);
  } catch {
    // Settings are a comfort: the jobs' own store reports when nothing can be kept.
  }
}

/**
 * Shows a change at once, in every tab, and keeps it with whatever else another tab has kept.
 * @returns why it could not be kept, in words; undefined when it was
 */
export async function changeSettings(change: Partial<Settings>): Promise<string | undefined> {
  store.setState(change);
  channel?.postMessage(change);
  try {
    const keeping = (await db()).transaction("settings", "readwrite");
    await keeping.store.put({ ...store.getState(), ...(await keeping.store.get("settings")), ...change }, "settings");
    await keeping.done;
    return undefined;
  } catch (error) {
    return whyNotKept(error);
  }
}

/** Tells of every change. */
export const onSettings = store.subscribe;
export const settingsNow = (): Settings => store.getState();
export const useSettings = (): Settings => useStore(store);
