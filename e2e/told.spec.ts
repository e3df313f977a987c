// Screens: phases/look, phases/plan, phases/work, phases/handback
import type { Page } from "@playwright/test";
import { expect, openCards, openDemo, phase, storedJob, test } from "./bay";

/** What the program can be told of cloth, marks and what happens at the work, and what it makes of it. */

const start = (page: Page) => page.getByTestId("main-act");
const heading = (page: Page) => page.getByTestId("now-step").getByRole("heading").first();

/** Works on until a step begins with these words, without starting it. */
async function workTo(page: Page, words: RegExp) {
  for (let step = 0; step < 40 && !words.test(await heading(page).innerText()); step++) {
    const before = await page.getByTestId("now-step").innerText();
    await start(page).click();
    await page.clock.fastForward("12:00");
    await expect(page.getByTestId("now-step")).not.toHaveText(before, { useInnerText: true });
  }
  await expect(heading(page)).toHaveText(words);
}

test("water and detergent in a seat, cloth of all seats, where a mark ran and what was tried change the plan", async ({
  page,
}) => {
  await openDemo(page, "demo-settee", "phase=look");
  await page
    .getByRole("button", { name: /^Base left/ })
    .first()
    .press("Enter");
  await page.getByText("Wet, or cleaned before").click();
  const water = page.getByRole("group", { name: /^Water in/ });
  await water.getByRole("button", { name: "Soaked" }).click();
  await expect(water.getByRole("button", { name: "Soaked" })).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("button", { name: /^Detergent left in it/ }).click();
  await phase(page, "Plan").click();
  await expect(page.locator("main.bay-main")).toContainText("Take up the water that is in it");
  await expect(page.getByTestId("schools")).toContainText("Detergent left in it has to be rinsed out");

  await openDemo(page, "demo-cabin", "phase=look");
  await page
    .getByRole("button", { name: /^Headliner/ })
    .first()
    .press("Enter");
  await page.getByRole("heading", { name: "Cloth", exact: true }).click();
  await page.getByRole("group", { name: "Cloth of which parts" }).getByRole("button", { name: "All seats" }).click();
  await page.getByRole("group", { name: "Fibre of all seats" }).getByRole("button", { name: "Wool" }).click();
  await expect(page.getByRole("button", { name: "All seats, said" })).toBeVisible();
  const stored = (await storedJob(page, "demo-cabin")) as never as {
    pieces: { byId: Record<string, { groups?: { seats?: { material?: string } } }> };
  };
  expect(Object.values(stored.pieces.byId)[0]!.groups!.seats!.material).toBe("wool");
  // Leather is wiped, and so are dashboard and console, without a word.
  const ofWhat = page.getByRole("group", { name: "Cloth or not, all seats" });
  await ofWhat.getByRole("button", { name: "Coated leather or vinyl" }).click();
  await page.getByRole("group", { name: "Whole part" }).getByRole("button", { name: "Dashboard, console" }).click();
  await page
    .getByRole("group", { name: /^Soil, dashboard/ })
    .getByRole("button", { name: "Light" })
    .click();
  await phase(page, "Plan").click();
  await openCards(page);
  const wipes = page
    .getByTestId("plan-step")
    .filter({ hasText: /Clean the coating of the leather|Brush the hard trim/ });
  await expect(wipes).toHaveCount(2);
  await expect(wipes.filter({ hasText: "Brush the hard trim" })).toContainText("Dashboard, Centre console");

  await openDemo(page, "demo-hall", "phase=look&finding=hc-tea");
  const area = page.getByTestId("mark-area");
  const before = await area.innerText();
  await page.getByText("Where it ran, what was tried").click();
  await page.getByRole("button", { name: "Twice as wide" }).click();
  await expect(area).not.toHaveText(before);
  await page.getByRole("button", { name: "Into the foam or backing" }).click();
  await page
    .getByRole("group", { name: "Tried on this mark" })
    .getByRole("button", { name: "Chlorine bleach" })
    .click();
  await page.getByRole("button", { name: "Days ago" }).click();
  await page.getByRole("button", { name: "A cup" }).click();
  await expect(page.getByText("4 of 4 said")).toBeVisible();
  await phase(page, "Plan").click();
  await expect(page.locator("main.bay-main")).toContainText("Chlorine bleach was put on it");
});

test("a trial patch is offered, taken in one tap, and its result sets the rounds of the rest", async ({ page }) => {
  await page.clock.install();
  await openDemo(page, "demo-hall", "phase=plan");
  await page.getByRole("heading", { name: "Asked for besides" }).click();
  await expect(page.getByTestId("trial")).toContainText("Old or unknown soil");
  await page.getByRole("button", { name: "Yes, a hand's size" }).click();
  await phase(page, "Work").click();
  await workTo(page, /^Trial patch/);
  // Begun with the step before it, or begun now; over only when somebody has said how it came out.
  if ((await start(page).innerText()) === "Start") await start(page).click();
  await expect(start(page)).toBeDisabled();
  await page.getByRole("group", { name: "Rounds it took" }).getByRole("button", { name: "1", exact: true }).click();
  await page.getByRole("button", { name: "Lighter, not gone" }).click();
  await expect(page.getByRole("button", { name: "Lighter, not gone" })).toHaveAttribute("aria-pressed", "true");
  await start(page).click();
  await expect(heading(page)).not.toHaveText(/^Trial patch/);
  await phase(page, "Plan").click();
  await expect(page.getByTestId("extra-notes")).toContainText("came out lighter, not clean, in 1 round");
});

test("damage that comes to light at the work is noted there, worked round, and told as found then", async ({
  page,
}) => {
  await page.clock.install();
  await openDemo(page, "demo-hall", "phase=work");
  await start(page).click();
  await page.getByRole("button", { name: "It does not go well" }).click();
  await page.getByRole("button", { name: "Something is damaged" }).click();
  await page.getByTestId("damage-now").getByRole("button", { name: "Torn cover" }).click();
  await expect(page.getByTestId("damage-now")).toBeHidden();
  // What runs goes on; what is still to come on that cloth goes round the tear.
  await expect(start(page)).toBeVisible();
  await phase(page, "Plan").click();
  await expect(page.locator("main.bay-main")).toContainText("found while working");
  await phase(page, "Hand back").click();
  await expect(page.getByTestId("sheet")).toContainText("Found while working");
  await page.getByRole("button", { name: "Undo" }).first().click();
  await expect(page.getByTestId("sheet")).not.toContainText("Found while working");
});

test("a full interior is set in one tap, and its closing is one card of the run sheet", async ({ page }) => {
  await openDemo(page, "demo-cabin", "phase=plan");
  await page.getByRole("heading", { name: "Asked for besides" }).click();
  await page.getByRole("group", { name: "Package" }).getByRole("button", { name: "Full interior" }).click();
  await phase(page, "Work").click();
  const last = page.getByTestId("run-card").last().locator(".accordion-button").first();
  await expect(last).toContainText("All over, last");
  await expect(page.getByTestId("coming").filter({ hasText: "Glass and screens" })).toBeHidden();
  await last.click();
  await expect(page.getByTestId("coming").filter({ hasText: "Glass and screens" })).toBeVisible();
});
