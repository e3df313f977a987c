// Screens: phases/dry, phases/water
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Page } from "@playwright/test";
import { USUAL_KIT } from "../src/core/job/kit";
import { jobFileOf } from "@/core/job/jobFile";
import { workedOut } from "../src/core/testing/workedOut";
import { demoJobs } from "../src/demo/jobs";
import { expect, openCards, openFerry, phase, pressAgain, storedJob, test, workingOf } from "./bay";

/** Dry and Water in the real interface. */

const HOUR_MS = 3_600_000;

/** Skerry Hall with its work done so many hours ago, opened from a file. */
async function openDrying(page: Page, hoursAgo: number) {
  const at = new Date(Date.now() - hoursAgo * HOUR_MS);
  const hall = demoJobs(at)[2]!;
  const { job } = workedOut(
    { ...hall, id: "hall-drying", title: "Skerry Hall, drying", site: { ...hall.site, airSpeedMPerS: 0.3 } },
    USUAL_KIT,
    at.toISOString(),
  );
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), "drying-")), "hall.job.json");
  writeFileSync(file, JSON.stringify(jobFileOf(job, USUAL_KIT, at.toISOString())));
  await page.goto("/");
  await page.getByLabel("Job file").setInputFiles(file);
  await expect(page.getByRole("link", { name: "Skerry Hall, drying" })).toBeVisible();
  await page.goto("/bay?job=hall-drying&phase=dry&zone=hc-2");
  await expect(page.getByTestId("usable-at")).toBeVisible();
}

test("ways of drying are compared four at a time by the layers, and taken with one tap", async ({ page }) => {
  await openFerry(page, "plan");
  await page.goto("/bay?job=demo-settee&phase=dry");
  const ways = page.getByTestId("what-if");
  await expect(ways.getByRole("row", { name: /As it is/ })).toBeVisible();
  await expect(ways).toContainText("with least current");
  const compared = ways.locator("tbody tr[data-testid^=way-]");
  await expect(compared).toHaveCount(4);
  // A fifth pushes out the one that has stood longest.
  await ways.getByRole("group", { name: "Ways to compare" }).getByRole("button", { name: "Heater and a gap" }).click();
  await expect(page.getByTestId("best-gap")).toBeVisible();
  await expect(compared).toHaveCount(4);
  await expect(page.getByTestId("way-as-it-is")).toHaveCount(0);
  await expect(ways).toContainText("Never leave a heater alone");

  const usable = await page.getByTestId("usable-at").innerText();
  await (await workingOf(page, "what-if-movers")).getByText("longest drying of any zone", { exact: true }).waitFor();
  await ways.getByRole("button", { name: "Take Two air movers" }).click();
  await expect(page.getByRole("button", { name: "Two air movers", exact: true }).last()).toHaveAttribute(
    "aria-pressed",
    "true",
  );
  await expect(page.getByTestId("usable-at")).not.toHaveText(usable);
});

test("the slider runs the map and the cut from wet over dry on top to dry, by keyboard too", async ({ page }) => {
  await openFerry(page, "plan");
  await page.goto("/bay?job=demo-hall&phase=dry&zone=hc-2&lens=soil");
  const slider = page.getByRole("slider", { name: "Time of drying" });
  await expect(page.getByTestId("slider-state")).toHaveText("wet");
  await slider.press("End");
  await expect(page.getByTestId("slider-state")).toHaveText("dry");
  // Moving it turns the map to the dry lens.
  await expect(
    page.getByRole("group", { name: "What the map shows" }).getByRole("button", { name: "dry" }),
  ).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("button", { name: /^Middle,/ })).toHaveAttribute("aria-label", "Middle, dry");
  await slider.press("Home");
  await expect(page.getByRole("button", { name: /^Middle,/ })).toHaveAttribute("aria-label", /Middle, [\d.]+ L\/m²$/);
  const wet = await page.getByTestId("slider-water").innerText();
  for (let step = 0; step < 30 && (await page.getByTestId("slider-state").innerText()) === "wet"; step++)
    await slider.press("ArrowRight");
  await expect(page.getByTestId("slider-state")).toHaveText("dry on top, not below");
  await expect(page.getByTestId("slider-water")).not.toHaveText(wet);
  await expect(page.getByTestId("cut-drying")).toContainText("Underlay");
  await page.getByText("Layer by layer, middle").click();
  await expect(page.getByTestId("layers-chart").locator("svg.recharts-surface")).toBeVisible();
  await page.getByText("The same as a table").click();
  await expect(page.getByTestId("layers-chart").getByRole("columnheader", { name: /Backing/ })).toBeVisible();
});

test("readings are imported and move the forecast, which says that it was wrong; a bad table is refused by line", async ({
  page,
}) => {
  await openDrying(page, 5);
  const before = await page.getByTestId("usable-at").innerText();
  await page.getByText("Paste or open a table of readings").click();
  const hour = (ago: number) => new Date(Date.now() - ago * HOUR_MS).toISOString();
  const table = page.getByLabel("CSV: instrument,zone,value,humidity,time");
  await table.fill(
    `instrument,zone,value,humidity,time\nmoisture,Middle,40,,${hour(3)}\nmoisture,Attic,30,,\nmoisture,Middle,30,,noon`,
  );
  await page.getByRole("button", { name: "Take these readings" }).click();
  const refused = page.getByRole("alert").filter({ hasText: "No reading was taken" });
  await expect(refused).toContainText('Line 3: there is no zone called "Attic"');
  await expect(refused).toContainText('Line 4: "noon" is no time');
  await expect(page.getByTestId("usable-at")).toHaveText(before);

  await table.fill(
    `instrument,zone,value,humidity,time\nmoisture,Middle,38,,${hour(3)}\nmoisture,Middle,36,,${hour(1)}`,
  );
  await pressAgain(page.getByRole("button", { name: "Take these readings" }));
  await expect(page.getByTestId("refit-hc-2")).toContainText("The forecast was wrong here. Middle dries at");
  await expect(page.getByTestId("usable-at")).not.toHaveText(before);
  await (await workingOf(page, "refit-dry-hc-2")).getByText("pace").first().waitFor();
  await expect(page.getByTestId("meter-list").getByRole("listitem")).toHaveCount(2);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByTestId("usable-at")).toHaveText(before);
});

test("while it dries, another air counts from now on; weather by the hour is taken or refused by line", async ({
  page,
}) => {
  await openDrying(page, 3);
  await page.getByRole("button", { name: "Shut", exact: true }).click();
  await expect.poll(async () => (await storedJob(page, "hall-drying")).events.at(-1)?.kind).toBe("air");
  await page.getByText("Weather by the hour: night falls").click();
  const table = page.getByLabel("CSV: hour,temperature,humidity");
  await table.fill("hour,temperature,humidity\n0,14,65\n6,cold,92");
  await page.getByRole("button", { name: "Take this weather" }).click();
  await expect(page.getByRole("alert").filter({ hasText: "No weather was taken" })).toContainText(
    'Line 3: temperature "cold" is not a number',
  );
  await table.fill("hour,temperature,humidity\n0,14,65\n6,4,92");
  await pressAgain(page.getByRole("button", { name: "Take this weather" }));
  await expect(page.getByTestId("weather")).toContainText("7 h, down to 4 °C");
  await expect(page.getByTestId("drying-advice")).toContainText("No engine running indoors");
});

test("strokes are tried before they are pulled: too deep is said, the fastest is taken, the plan follows", async ({
  page,
}) => {
  await openFerry(page, "plan");
  await page.goto("/bay?job=demo-hall&phase=plan&zone=hc-2");
  await page.getByText("Strokes and water, middle").click();
  const strokes = page.getByTestId("strokes");
  await expect(strokes.getByTestId("cut-wettest")).toContainText("Underlay");
  await expect(strokes).toContainText("goes into towels");
  for (let more = 0; more < 3; more++) await pressAgain(strokes.getByRole("button", { name: "Wet strokes: more" }));
  await expect(strokes.getByRole("alert")).toContainText("Too deep");
  await expect(strokes.getByRole("button", { name: "Plan it like this" })).toBeDisabled();
  for (let fewer = 0; fewer < 3; fewer++) await pressAgain(strokes.getByRole("button", { name: "Wet strokes: less" }));
  await pressAgain(strokes.getByRole("button", { name: "Dry strokes: more" }));
  await pressAgain(strokes.getByRole("button", { name: "Plan it like this" }));
  await expect(strokes.getByTestId("strokes-tried")).toContainText("As planned1 wet");
  await expect(strokes.getByRole("button", { name: "Back to the plan's own" })).toBeVisible();
  await phase(page, "Work").click();
  await openCards(page, "run-card");
  await expect(page.locator("main")).toContainText("Rinse and draw off, 1 wet stroke");
});
