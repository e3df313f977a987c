import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Settings } from "./db";

/** Settings that a browser kept and damaged. */

async function program() {
  vi.resetModules();
  const [settings, { withDb }, notices] = [await import("./settings"), await import("./db"), await import("./notices")];
  const kept = () => withDb((database) => database.get("settings", "settings"));
  const put = (value: unknown) => withDb((database) => database.put("settings", value as Settings, "settings"));
  return { ...settings, kept, put, texts: () => notices.noticesNow().map(({ text }) => text) };
}

beforeEach(() => {
  vi.useRealTimers();
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("navigator", {});
});

describe("a damaged setting", () => {
  it.each([
    ["units", "parsecs"],
    ["shelf", { agents: "all" }],
    ["practice", { done: 5 }],
    ["day", []],
    ["backedUpAt", "soon"],
  ])("that can be seen at once, %s, is set aside and kept; the rest holds", async (key, value) => {
    const tab = await program();
    const stored = { units: "us", theme: "night", later: { of: "a newer version" }, [key]: value };
    await tab.put(stored);
    await tab.loadSettings();
    expect(tab.settingsNow().theme).toBe("night");
    expect(tab.settingsNow()[key as keyof Settings]).toEqual(key === "units" ? "metric" : undefined);
    expect(tab.texts()).toEqual([expect.stringContaining(`damaged: ${key}.`)]);
    expect(await tab.kept()).toEqual(stored);
    await tab.deleteDamaged(key);
    expect(await tab.kept()).not.toHaveProperty(key);
    expect(await tab.kept()).toHaveProperty("later");
  });

  it.each([
    ["rates", { perHour: -1, callOut: 0 }],
    ["learning", { excluded: [4] }],
    ["shelf", { agents: ["moonshine"] }],
    ["ownTables", { priors: 7 }],
    ["practice", { done: [{ seed: "kelpa" }] }],
  ])("that only the full check finds, %s, is set aside soon after", async (key, value) => {
    const tab = await program();
    await tab.put({ units: "metric", theme: "night", [key]: value });
    await tab.loadSettings();
    await tab.checkFully();
    expect(tab.settingsNow()[key as keyof Settings]).toBeUndefined();
    expect([tab.settingsNow().theme, tab.texts()]).toEqual(["night", [expect.stringContaining(`damaged: ${key}.`)]]);
  });

  it("is not lost when a new value takes its place", async () => {
    const tab = await program();
    await tab.put({ units: "metric", theme: "light", practice: { done: 5 } });
    await tab.loadSettings();
    await tab.changeSettings({ practice: { done: [] } });
    expect(await tab.kept()).toMatchObject({ practice: { done: [] }, "practice (damaged)": { done: 5 } });
    await tab.changeSettings({ practice: { done: [], running: undefined } });
    const later = await program();
    await later.loadSettings();
    expect(later.texts()).toEqual([expect.stringContaining("damaged: practice (damaged).")]);
    // Deleting it deletes it, and not what took its place.
    await tab.deleteDamaged("practice (damaged)");
    expect(await tab.kept()).toMatchObject({ practice: { done: [] } });
    expect(await tab.kept()).not.toHaveProperty("practice (damaged)");
  });

  it("may be all of them", async () => {
    const tab = await program();
    await tab.put("rubbish");
    await tab.loadSettings();
    expect([tab.settingsNow().theme, tab.texts().length]).toEqual(["light", 1]);
    await tab.changeSettings({ theme: "night" });
    expect(await tab.kept()).toMatchObject({ theme: "night" });
  });
});

it("what is sound passes the full check", async () => {
  const tab = await program();
  // Lists and groups that the usual kit does not have are part of a shelf too.
  const shelf = { cupMarkEveryMl: 10, tools: [], labels: { degreaser: { leftMl: 900 } } };
  await tab.put({ units: "us", theme: "light", shelf, rates: { perHour: 40, callOut: 10 } });
  await tab.loadSettings();
  await tab.checkFully();
  expect([tab.settingsNow().shelf, tab.texts()]).toEqual([shelf, []]);
});
