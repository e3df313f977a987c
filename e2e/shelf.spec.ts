import { readFileSync, writeFileSync } from "node:fs";
import { expect, openFerry, pressAgain, test } from "./bay";

/** What the technician owns, and what a plan makes of it. */

test("an agent taken off the shelf: the plan is mended and says with what; undo and a reload keep up", async ({ page }) => {
  await openFerry(page, "plan");
  await expect(page.getByTestId("missing")).toHaveCount(0);
  const before = await page.getByTestId("plan-step").allTextContents();
  await page.goto("/shelf");
  const neutral = page.getByRole("button", { name: "Neutral cleaner is here" });
  await neutral.click();
  await expect(neutral).toHaveText("Not here");
  await expect(page.getByText("Neutral cleaner: not here.")).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=plan");
  await expect(page.getByTestId("missing")).toContainText("Neutral cleaner is not on the shelf: carpet and upholstery shampoo instead, the second best.");
  const after = await page.getByTestId("plan-step").allTextContents();
  expect(after.join()).toContain("Carpet and upholstery shampoo");
  expect(after.join()).not.toContain("Neutral cleaner");
  await page.getByRole("link", { name: "Open the shelf" }).click();
  await neutral.click();
  await expect(neutral).toHaveText("Here");
  await page.getByRole("button", { name: "Undo" }).last().click();
  await expect(neutral).toHaveText("Not here");
  await pressAgain(neutral);
  await expect(neutral).toHaveText("Here");
  await expect(page.getByText("Neutral cleaner: here.")).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=plan");
  await expect(page.getByTestId("plan-step")).toHaveText(before);
});

test("own numbers reach the mix; the shelf goes out as a table and comes back, a wrong line is named and changes nothing", async ({ page }, info) => {
  await openFerry(page, "mix");
  const neutral = page.locator("section").filter({ has: page.getByRole("heading", { name: "Neutral cleaner", exact: true }) });
  const productBefore = await neutral.getByTestId("pour-product").textContent();
  await page.goto("/shelf");
  await page.getByRole("button", { name: "Numbers of Neutral cleaner" }).click();
  const numbers = page.getByRole("group", { name: "Numbers of Neutral cleaner" });
  await numbers.getByLabel("pH as used, to").fill("12.5");
  await numbers.getByLabel("pH as used, to").press("Enter");
  await expect(page.getByText("Not kept: pH 6.5 to 12.5 is not neutral cleaner (6.5 to 8): put it down as the kind it is.")).toBeVisible();
  await expect(numbers.getByLabel("pH as used, to")).toHaveValue("8");
  await numbers.getByLabel("Usual mix, parts of water to one").fill("3");
  await numbers.getByLabel("Usual mix, parts of water to one").press("Enter");
  await numbers.getByLabel("Left, mL").fill("900");
  await numbers.getByLabel("Left, mL").press("Enter");
  await expect(page.getByTestId("left-neutral-cleaner")).toHaveText("900 mL");

  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save as a table" }).click();
  const text = readFileSync(await (await download).path(), "utf8");
  expect(text).toMatch(/agent,neutral-cleaner,Neutral cleaner,yes,3,/);
  const open = async (name: string, content: string) => {
    const file = info.outputPath(name);
    writeFileSync(file, content);
    await page.getByLabel("Shelf table").setInputFiles(file);
  };
  await open("wrong.csv", text.replace("agent,neutral-cleaner,Neutral cleaner,yes,3,", "agent,neutral-cleaner,Neutral cleaner,yes,three,"));
  await expect(page.getByRole("alert").filter({ hasText: "nothing here changed" })).toContainText('Line 2: partsWater "three" is not a number.');
  await page.getByRole("button", { name: "Close" }).first().click();
  await open("mine.csv", text.replace("agent,neutral-cleaner,Neutral cleaner,yes,3,", "agent,neutral-cleaner,Neutral cleaner,yes,4,"));
  await expect(page.getByText("The shelf is as the table says.")).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=mix");
  await expect(neutral.getByTestId("reading")).toContainText("4 water");
  await expect(neutral.getByTestId("pour-product")).not.toHaveText(productBefore!);
});
