import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { USUAL_CHOICES } from "./day";
import { whyNotKept, withDb, type DayChoices, type Settings } from "./db";
import { channelNamed } from "./channel";
import { notify } from "./notices";
import { damagedKey, sortedOut, type DamagedSetting } from "./settingsShape";

const DEFAULTS: Settings = { units: "metric", theme: "light" };

const store = createStore<Settings>(() => DEFAULTS);

const damaged = createStore<{ list: readonly DamagedSetting[] }>(() => ({ list: [] }));

const channel = channelNamed("weary-bristle-settings");
channel?.addEventListener("message", ({ data }: MessageEvent<Partial<Settings>>) => store.setState(data));

/** The full check comes when the first screen stands. */
const CHECK_AFTER_MS = 2500;

/** Reads what was chosen on this device; what is damaged is set aside, and stays kept until somebody deletes it. */
export async function loadSettings() {
  try {
    const kept: unknown = await withDb((database) => database.get("settings", "settings"));
    if (kept === undefined) return;
    const sorted = sortedOut(kept);
    store.setState(sorted.settings);
    if (sorted.damaged.length > 0) setAside(sorted.damaged);
    setTimeout(() => void checkFully().catch(() => undefined), CHECK_AFTER_MS);
  } catch {
    // Settings are a comfort: the jobs' own store reports when nothing can be kept.
  }
}

/** Sets aside what looked like settings and is none. */
export async function checkFully() {
  const { wrongSettings } = await import("./settingsCheck");
  const now = store.getState();
  const wrong = wrongSettings(now).map((key) => ({ key, value: now[key] as unknown }));
  if (wrong.length === 0) return;
  store.setState(Object.fromEntries(wrong.map(({ key }) => [key, undefined])));
  setAside(wrong);
}

function setAside(list: readonly DamagedSetting[]) {
  damaged.setState(({ list: before }) => ({ list: [...before, ...list] }));
  notify(
    `Kept here and damaged: ${list.map(({ key }) => key).join(", ")}. The rest holds. See Settings and files.`,
    "problem",
  );
}

/** A damaged setting is not lost when a new value takes its place. */
const keptOn = (before: Settings | undefined, change: Partial<Settings>): object =>
  Object.fromEntries(
    damaged
      .getState()
      .list.filter(({ key }) => Object.hasOwn(change, key) && before?.[key as keyof Settings] !== undefined)
      .map(({ key, value }) => [damagedKey(key), value]),
  );

export const useDamagedSettings = () => useStore(damaged, ({ list }) => list);

/** Deletes a damaged setting; it cannot be brought back but from its export. */
export async function deleteDamaged(key: string) {
  try {
    await withDb(async (database) => {
      const keeping = database.transaction("settings", "readwrite");
      const kept: unknown = await keeping.store.get("settings");
      const { [key]: _gone, ...rest } = (typeof kept === "object" && kept !== null ? kept : {}) as Record<
        string,
        unknown
      >;
      await keeping.store.put(rest as unknown as Settings, "settings");
      await keeping.done;
    });
    damaged.setState(({ list }) => ({ list: list.filter((each) => each.key !== key) }));
  } catch (error) {
    notify(`Not deleted: ${whyNotKept(error)}.`, "problem");
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
      const kept: unknown = await keeping.store.get("settings");
      const before = typeof kept === "object" ? (kept as Settings) : undefined;
      await keeping.store.put({ ...store.getState(), ...before, ...keptOn(before, change), ...change }, "settings");
      await keeping.done;
    });
    // What was damaged stands under its other name from now on.
    damaged.setState(({ list }) => ({
      list: list.map((each) => (Object.hasOwn(change, each.key) ? { ...each, key: damagedKey(each.key) } : each)),
    }));
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
