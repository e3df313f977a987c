// Screens: places/jobs, phases/look, phases/work, bay
import { readFileSync } from "node:fs";
import type { Locator, Page } from "@playwright/test";
import { expect, phase, storedJob, test } from "./bay";

/** How many taps a job costs from Jobs on, nothing typed; each figure stands in docs/effort.md. */

const figures = readFileSync("docs/effort.md", "utf8");
const figureOf = (what: string) => Number(new RegExp(`\\| ${what} \\| (\\d+) \\|`).exec(figures)?.[1]);

function counter() {
  let taps = 0;
  return {
    tap: async (target: Locator) => {
      await target.click();
      taps += 1;
    },
    taps: () => taps,
  };
}
const group = (page: Page, name: string) => page.getByRole("group", { name, exact: true });
const chip = (page: Page, of: string, name: string) => group(page, of).getByRole("button", { name, exact: true });
const zone = (page: Page, name: string) => page.getByRole("button", { name: new RegExp(`^${name},`) });

/** A vehicle as it comes to the yard: what it is here for, how soiled, hair in the boot, wanted tonight. */
async function cabinWithoutMarks(page: Page, tap: (target: Locator) => Promise<void>) {
  await page.goto("/");
  await tap(page.getByRole("button", { name: "New job" }));
  await tap(page.getByRole("button", { name: "Vehicle cabin" }));
  await tap(chip(page, "What are you here for", "Full clean"));
  await tap(chip(page, "Soil, all seats", "Moderate"));
  await tap(chip(page, "Whole part", "Back seats"));
  await tap(chip(page, "Soil, back seats", "Heavy"));
  await tap(chip(page, "Whole part", "All floors"));
  await tap(chip(page, "Soil, all floors", "Heavy"));
  await tap(chip(page, "Whole part", "Headliner"));
  await tap(chip(page, "Soil, headliner", "Clean"));
  await tap(zone(page, "Boot floor"));
  await tap(page.getByRole("button", { name: "Hair here" }));
  await tap(page.getByRole("button", { name: "Done with it" }));
  await tap(page.getByRole("heading", { name: "Customer and promises" }));
  await tap(chip(page, "Ready to use by", "Tonight, 18:00"));
}

const jobNow = async (page: Page) => {
  const id = new URL(page.url()).searchParams.get("job")!;
  return (await storedJob(page, id)) as unknown as {
    zones: { byId: Record<string, { part: string; soil?: string; clean?: boolean }> };
    choices: { purpose?: string; beside?: string[] };
    promises: { usableAt?: string };
    findings: { order: string[]; byId: Record<string, { kind: string; evidence?: object }> };
  };
};

test("a full cabin costs what docs/effort.md says, with and without its marks, and is stored as it was said", async ({
  page,
}) => {
  await page.clock.install({ time: new Date("2026-05-04T09:00:00") });
  const { tap, taps } = counter();
  await cabinWithoutMarks(page, tap);
  const job = await jobNow(page);
  const soilOf = (part: string) => Object.values(job.zones.byId).find((each) => each.part === part)!;
  expect(soilOf("r1-s1-base").soil).toBe("moderate");
  expect(soilOf("r2-s2-back").soil).toBe("heavy");
  expect(soilOf("r1-foot-left").soil).toBe("heavy");
  expect(soilOf("headliner")).toMatchObject({ clean: true });
  expect(job.choices).toMatchObject({ purpose: "full", beside: expect.arrayContaining(["opening", "closing"]) });
  expect(await page.evaluate((at) => new Date(at).getHours(), job.promises.usableAt!)).toBe(18);
  expect(taps()).toBeLessThanOrEqual(20);
  expect(taps()).toBe(figureOf("a full cabin without marks"));

  // Two marks with two tests each.
  for (const [name, owner, colour] of [
    ["Front seat left, base", "Coffee or tea", "Yellow to brown"],
    ["Second seat left, base", "Milk, egg, blood or vomit", "White or pale"],
  ] as const) {
    await tap(page.getByRole("button", { name: "Add a mark" }));
    await tap(zone(page, name));
    await tap(page.getByRole("button", { name: "Test what it is" }));
    await tap(chip(page, "Owner says", owner));
    await tap(chip(page, "Colour", colour));
    await tap(phase(page, "Look"));
  }
  const marked = await jobNow(page);
  const marks = marked.findings.order.map((id) => marked.findings.byId[id]!).filter(({ kind }) => kind === "mark");
  expect(marks.map(({ evidence }) => Object.keys(evidence!).length)).toEqual([2, 2]);
  expect(taps()).toBeLessThanOrEqual(40);
  expect(taps()).toBe(figureOf("a full cabin with two marks, two tests each"));

  // All of it is one step back at a time, and a whole part is one step.
  const heavy = () =>
    jobNow(page).then(({ zones }) => Object.values(zones.byId).filter(({ soil }) => soil === "heavy").length);
  await zone(page, "Boot floor").click();
  const before = await heavy();
  await tap(chip(page, "Whole part", "Mats"));
  await tap(chip(page, "Soil, mats", "Heavy"));
  expect(await heavy()).toBe(before + 4);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(heavy).toBe(before);
  await tap(chip(page, "Whole part", "All seats"));
  await expect(page.getByText(/zones keep what was said of them more closely/)).toBeVisible();
  await tap(chip(page, "Soil, all seats", "Not asked for"));
  const soilIn = async (part: string) =>
    Object.values((await jobNow(page)).zones.byId).find((each) => each.part === part)!.soil;
  await expect.poll(() => soilIn("r1-s1-base")).toBeUndefined();
  expect(await soilIn("r2-s2-back")).toBe("heavy");
  await expect(chip(page, "Soil, all seats", "Not asked for")).toHaveAttribute("aria-pressed", "true");
  await tap(page.getByRole("button", { name: "Take them too" }));
  await expect.poll(() => soilIn("r2-s2-back")).toBeUndefined();
});

test("several zones are taken by going over them, by shift and a tap, and by keys, and told soil and cloth at once", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Vehicle cabin" }).click();
  await chip(page, "What are you here for", "Full clean").click();
  await chip(page, "Soil, all seats", "Moderate").click();
  const middleOf = async (name: string) => {
    const { x, y, width, height } = (await zone(page, name).locator(".zone").boundingBox())!;
    return [x + width / 2, y + height / 2] as const;
  };
  const taken = page.getByRole("region", { name: "Several zones" });
  // A seat is one part of the drawing until somebody opens it.
  const seat = (part: string) => page.locator(`[data-zone$="/${part}"]`);
  await expect(zone(page, "Front seat left, base")).toHaveCount(0);
  await seat("r1-s1").click();
  await expect(taken.getByRole("heading").first()).toHaveText("Front seat left, 8 zones");
  await chip(page, "Soil on all of them", "Heavy").click();
  await expect(seat("r1-s1")).toHaveCount(0);
  await taken.getByRole("button", { name: "Done with them" }).click();
  await expect(zone(page, "Front seat left, headrest")).toHaveAccessibleName(/, heavy$/);
  await zone(page, "Front seat left, base").click();
  await page.getByRole("button", { name: "Several at once" }).click();
  await expect(taken.getByRole("heading").first()).toHaveText("Front seat left, base, 1 zone");
  // Over the seat beside it and what lies between, with the pointer down.
  await page.mouse.move(...(await middleOf("Front seat right, base")));
  await page.mouse.down();
  await page.mouse.move(...(await middleOf("Front seat right, back")), { steps: 12 });
  await page.mouse.up();
  await expect(taken).toContainText("Front seat right, base");
  await expect(taken).toContainText("Front seat right, back");
  await chip(page, "Soil on all of them", "Caked").click();
  const zones = async () =>
    Object.values((await jobNow(page)).zones.byId) as {
      part: string;
      soil?: string;
      soilOf?: string;
      cloth?: object;
    }[];
  const of = async (part: string) => (await zones()).find((each) => each.part === part)!;
  await expect.poll(async () => (await of("r1-s2-back")).soil).toBe("caked");
  expect((await of("r1-s2-back")).soilOf).toBeUndefined();
  expect(await of("r2-s1-base")).toMatchObject({ soil: "moderate", soilOf: "part" });
  await page.getByText("Their cloth and what lies beside it").click();
  await taken.getByRole("button", { name: "Wool", exact: true }).click();
  await expect.poll(async () => (await of("r1-s2-base")).cloth).toMatchObject({ material: "wool" });
  // One undo takes back what was said of all of them.
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(async () => (await of("r1-s2-base")).cloth ?? {}).not.toHaveProperty("material");
  await page.keyboard.press("Escape");
  await expect(taken).toBeHidden();
  // What is inherited and what was said of the zone itself are told apart.
  await expect(seat("r2-s1")).toHaveAccessibleName("Second seat left, moderate, as its part");
  await expect(zone(page, "Front seat right, back")).toHaveAccessibleName(/, caked$/);
  await zone(page, "Front seat left, base").click();
  await zone(page, "Front seat right, base").click({ modifiers: ["Shift"] });
  await expect(taken).toContainText("2 zones taken");
  await page.keyboard.press("Escape");
  await zone(page, "Front seat left, base").focus();
  await page.keyboard.press("Shift+ArrowDown");
  await expect(taken).toContainText("2 zones taken");
});

test("a settee with one mark is at its first step in as many taps as docs/effort.md says", async ({ page }) => {
  const { tap, taps } = counter();
  await page.goto("/");
  await tap(page.getByRole("button", { name: "New job" }));
  await tap(page.getByRole("button", { name: "Settee", exact: true }));
  await tap(page.getByRole("button", { name: "Add a mark" }));
  await tap(page.getByRole("button", { name: /^Middle of/ }));
  await tap(phase(page, "Work"));
  await expect(page.getByTestId("now-step")).toContainText("Look before you wet it");
  expect(taps()).toBeLessThanOrEqual(6);
  expect(taps()).toBe(figureOf("a settee with one mark, to its first step"));
});

test("called for one spill, what nobody looked at is no gap", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Vehicle cabin" }).click();
  await expect(page.getByText(/^0 of \d+ looked at$/)).toBeVisible();
  await chip(page, "What are you here for", "One spill").click();
  await expect(page.getByText("only what you found counts")).toBeVisible();
  await expect(page.getByText(/looked at$/)).toHaveCount(0);
  await expect(group(page, "Whole part")).toHaveCount(0);
  await page.getByRole("button", { name: "Change it" }).click();
  await chip(page, "What are you here for", "Full clean").click();
  await expect(page.getByText(/^0 of \d+ looked at$/)).toBeVisible();
});

test("a known customer's second visit begins in as many taps as docs/effort.md says, from what is known of the piece", async ({
  page,
}) => {
  await page.goto("/demo");
  await expect(page.locator(".job-row").first()).toBeVisible();
  const { tap, taps } = counter();
  await tap(page.getByRole("link", { name: "Ledger", exact: true }));
  await tap(page.getByTestId("ledger").locator("tbody").getByRole("button").first());
  await tap(page.getByTestId("job-detail").getByRole("button", { name: "Next visit" }));
  await expect(page.locator("main.bay-main")).toBeVisible();
  await expect(page).toHaveURL(/phase=look/);
  // Its drawing and its cloth are there, and nothing of what was done then.
  const { zones, findings } = await jobNow(page);
  expect(Object.keys(zones.byId).length).toBeGreaterThan(0);
  expect(Object.values(zones.byId).every(({ soil }) => soil === undefined)).toBe(true);
  expect(findings.order.filter((id) => findings.byId[id]!.kind === "mark")).toEqual([]);
  expect(taps()).toBeLessThanOrEqual(3);
  expect(taps()).toBe(figureOf("a known customer's second visit"));
});
