import { AxeBuilder } from "@axe-core/playwright";
import { expect, tabTo, test } from "./bay";

/** A case whose mark is tannin; the same letters, the same case. */
const TANNIN = "dvdjq";

test("a case is failed on purpose, debriefed, replayed from its mistake and passed", async ({ page }) => {
  await page.goto("/practice");
  await page.getByLabel("A colleague's case, five letters").fill(TANNIN.toUpperCase());
  await page.getByRole("button", { name: "Open it" }).click();
  await expect(page.getByRole("heading", { name: `Case ${TANNIN}` })).toBeVisible();
  await page.getByRole("button", { name: "Colour", exact: true }).click();
  await expect(page.getByTestId("known").getByRole("listitem")).toHaveCount(1);
  await page.getByRole("button", { name: "Extract it hot, straight over it" }).click();
  const debrief = page.getByTestId("debrief");
  await expect(debrief.getByRole("heading", { name: "Not right" })).toBeVisible();
  await expect(debrief).toContainText("It was tannin");
  await expect(page.getByTestId("mattered")).toContainText("Heat set it for good.");
  // The number opens to its working.
  await page.getByTestId("harm").click();
  await expect(debrief.locator(".working")).toContainText("Heat set it for good.");
  await page.getByRole("button", { name: "Again from move 2" }).click();
  await expect(page.getByTestId("known").getByRole("listitem")).toHaveCount(1);
  await page.getByRole("button", { name: "A hint, for five minutes" }).click();
  await expect(page.getByTestId("hint")).toContainText("the planner would");
  // Nothing is lost by a reload.
  await page.reload();
  await expect(page.getByTestId("known").getByRole("listitem")).toHaveCount(2);
  await page.getByRole("button", { name: "Damp it, then acid spotter, tamped" }).click();
  await expect(debrief.getByRole("heading", { name: "Right", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "All cases" }).click();
  await expect(page.getByTestId("progress")).toContainText("2 cases: 1 of 2 begun right.");
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
  // The ledger knows nothing of it.
  await page.goto("/ledger");
  await expect(page.getByRole("heading", { name: "Ledger", level: 1 })).toBeVisible();
  await expect(page.getByText(TANNIN)).toHaveCount(0);
});

test("a case is played by keyboard alone, and letters that name none say so", async ({ page }) => {
  await page.goto("/practice");
  const letters = page.getByLabel("A colleague's case, five letters");
  await letters.fill("kelpa");
  await expect(page.getByRole("alert").filter({ hasText: "No case has these letters" })).toBeVisible();
  await letters.fill(TANNIN);
  await letters.press("Enter");
  await tabTo(page, /^Owner says$/);
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("known")).toContainText("Owner says");
  await tabTo(page, /acid spotter/);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Right", exact: true })).toBeVisible();
});

test.describe("from the cache", () => {
  test.use({ serviceWorkers: "allow" });

  test("on a phone, with the network gone, a case is played to its debrief", async ({ page, context }) => {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto("/practice");
    await expect(page.locator("html")).toHaveAttribute("data-offline", "ready");
    await context.setOffline(true);
    await page.reload();
    await page.getByRole("button", { name: "A new case" }).click();
    await page.getByRole("button", { name: "Leave it: it is no soil" }).click();
    await expect(page.getByTestId("debrief")).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});
