// Screens: places/practice, bay/map
import { AxeBuilder } from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { expect, phase, tabTo, test } from "./bay";

/** A case whose mark is tannin; the same letters, the same case. */
const TANNIN = "dvdjq";

test("a case is failed on purpose, debriefed, replayed from its mistake and passed", async ({ page }) => {
  await page.goto("/practice");
  await page.getByLabel("Its letters, five or six").fill(TANNIN.toUpperCase());
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
  await expect(page.getByTestId("progress")).toContainText("2 cases: 1 of 2 went well.");
  await nothingSerious(page);
  // The ledger knows nothing of it.
  await page.goto("/ledger");
  await expect(page.getByRole("heading", { name: "Ledger", level: 1 })).toBeVisible();
  await expect(page.getByText(TANNIN)).toHaveCount(0);
});

async function nothingSerious(page: Page) {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
}

/** One tap after another; a second one within a third of a second is a bounce. */
async function taps(page: Page, ...names: (string | RegExp)[]) {
  const known = page.getByTestId("known");
  for (const name of names) {
    const before = await known.innerHTML();
    await page
      .getByRole("button", { name, exact: typeof name === "string" })
      .first()
      .click();
    if (!STAYS.some((each) => each === name)) await expect.poll(() => known.innerHTML()).not.toBe(before);
  }
}
/** What only sets something up. */
const STAYS = [
  "Go to Mix",
  "Neutral cleaner",
  "Soaked",
  "Wiped on",
  "Cold",
  "Twice the label",
  "To work with it",
  "Enzyme digester",
  "The spill alone",
  "All over",
];

test("a lesson is failed on purpose, debriefed, replayed from its mistake and passed", async ({ page }) => {
  test.slow();
  await page.goto("/practice");
  await page.getByRole("button", { name: "Held by glue" }).click();
  await expect(page.getByText("Goal:")).toBeVisible();
  await taps(page, /^Look it over/, /^Ask the owner/);
  await nothingSerious(page);
  // What was heard stays heard; a slip of the hand is taken back.
  const back = page.getByRole("button", { name: "Take the last back" });
  await expect(back).toBeDisabled();
  await phase(page, "Hand back").click();
  await taps(page, "24 h");
  await expect(page.getByRole("img", { name: /^Thread of the case: 3 moves/ })).toContainText(
    /promised for .*next day/,
  );
  await back.click();
  await expect(page.getByTestId("known").getByRole("listitem")).toHaveCount(2);
  await phase(page, "Work").click();
  await taps(page, "Lift dry soil", "Go to Mix", "Neutral cleaner", "Twice the label", "To work with it");
  await taps(page, "Soaked", "Put it on", "medium brush", "Draw it off");
  await phase(page, "Hand back").click();
  await taps(page, "24 h");
  await page.getByRole("button", { name: "Hand it back" }).click();
  const debrief = page.getByTestId("debrief");
  await expect(debrief.getByRole("heading", { name: "Not passed" })).toBeVisible();
  await expect(page.getByTestId("losses")).toContainText("The glue let go");
  await expect(page.getByTestId("mattered").getByRole("listitem").first()).toContainText("The planner there:");
  await page.getByTestId("harm").click();
  await expect(debrief.locator(".working")).toContainText("The glue let go");
  await expect(debrief.getByRole("img", { name: /^The day after/ })).toBeVisible();
  await nothingSerious(page);
  // It travels as a file, and what is no case is refused in words.
  const saved = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save it as a file" }).click();
  const path = await (await saved).path();
  await page.getByRole("button", { name: "All cases" }).click();
  await page
    .getByLabel("Case file")
    .setInputFiles({ name: "x.json", mimeType: "application/json", buffer: Buffer.from("{}") });
  await expect(page.getByRole("alert").filter({ hasText: "some other kind of file" })).toBeVisible();
  await page.getByLabel("Case file").setInputFiles(path);
  await expect(debrief.getByRole("heading", { name: "Not passed" })).toBeVisible();
  // From before the cleaner went on.
  await page.getByRole("button", { name: "Again from move 4" }).click();
  await expect(page.getByTestId("case-clock")).toBeVisible();
  await phase(page, "Mix").click();
  await taps(page, "Neutral cleaner", "Twice the label", "To work with it", "Wiped on", "Put it on");
  await phase(page, "Dry").click();
  await taps(page, "A window open");
  await phase(page, "Hand back").click();
  await taps(page, "24 h");
  await page.getByRole("button", { name: "Hand it back" }).click();
  await expect(debrief.getByRole("heading", { name: "Passed", exact: true })).toBeVisible();
  await page.getByRole("button", { name: "All cases" }).click();
  await expect(page.getByTestId("lessons").getByRole("listitem").filter({ hasText: "Held by glue" })).toContainText(
    "passed",
  );
  await expect(page.getByTestId("progress").getByRole("img", { name: /^Minutes lost by decision/ })).toBeVisible();
});

test("a whole piece is worked on by keyboard, a hint costs five minutes, and a reload loses nothing", async ({
  page,
}) => {
  await page.goto("/practice");
  const letters = page.getByLabel("Its letters, five or six");
  await letters.fill("CKWRTZ");
  await letters.press("Enter");
  await tabTo(page, /^Ask the owner/);
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("known")).toContainText("Wanted within");
  await page.keyboard.press("3");
  await tabTo(page, /A hint/);
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("hint")).toContainText(
    "the planner would now: look it over, and under it. Build, label",
  );
  await expect(page.getByTestId("case-clock")).toHaveText("09:06");
  await page.reload();
  await expect(page.getByTestId("known").getByRole("listitem")).toHaveCount(2);
  await expect(page.getByTestId("case-clock")).toHaveText("09:06");
  // In the phase it was left in; the keys are the bay's.
  await expect(page.getByRole("link", { name: "Plan" })).toHaveAttribute("aria-current", "page");
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText("take the last back");
});

test("a lesson is failed, debriefed, replayed from its mistake and passed by keyboard alone", async ({ page }) => {
  test.slow();
  const press = async (name: RegExp) => {
    await tabTo(page, name);
    await page.keyboard.press("Enter");
  };
  await page.goto("/practice");
  const inHand = page.getByTestId("case-clock");
  await press(/^Held by glue$/);
  await expect(inHand).toBeVisible();
  await page.keyboard.press("7");
  await press(/^Hand it back$/);
  const debrief = page.getByTestId("debrief");
  await expect(debrief.getByRole("heading", { name: "Not passed" })).toBeVisible();
  await press(/^Again from move 1$/);
  await expect(inHand).toBeVisible();
  for (const [key, ...names] of [
    ["1", /^Look it over/, /^Ask the owner/],
    ["5", /^Lift dry soil$/],
    ["4", /^Neutral cleaner$/, /^Twice the label$/, /^To work with it$/],
    ["5", /^Wiped on$/, /^Put it on$/],
    ["6", /^A window open$/],
    ["7", /^24 h$/, /^Hand it back$/],
  ] as [string, ...RegExp[]][]) {
    await page.keyboard.press(key);
    for (const name of names) await press(name);
  }
  await expect(debrief.getByRole("heading", { name: "Passed", exact: true })).toBeVisible();
});

test("a cabin is worked on part by part under one clock, and told part by part", async ({ page }) => {
  await page.goto("/practice");
  await page.getByLabel("Its letters, five or six").fill("mbcmnk");
  await page.getByRole("button", { name: "Open it" }).click();
  const parts = page.getByRole("group", { name: "Which part" });
  const map = page.getByRole("region", { name: "Piece map" });
  await taps(page, /^Look it over/, /white towel/);
  // On the bay's drawing: what was found of the seat, and of nothing else; a tap takes a part in hand.
  await expect(map.getByRole("button", { name: "Driver's seat, heavy" })).toHaveAttribute("aria-pressed", "true");
  await map.getByRole("button", { name: "Headliner, soil not known" }).click();
  await expect(parts.getByRole("button", { name: "Headliner" })).toHaveAttribute("aria-pressed", "true");
  // What was seen of the seats says nothing of what is overhead; the owner is asked once.
  await taps(page, /^Look it over/, /^Ask the owner/);
  await parts.getByRole("button", { name: "Back seat" }).click();
  await expect(page.getByRole("button", { name: /^Look it over/ })).toHaveCount(0);
  await expect(page.getByRole("button", { name: /^Ask the owner/ })).toHaveCount(0);
  await phase(page, "Work").click();
  await taps(page, "Lift dry soil");
  await expect(page.getByTestId("known")).toContainText("Lift dry soil, back seat");
  await phase(page, "Plan").click();
  await taps(page, "A hint, for five minutes");
  await expect(page.getByTestId("hint")).toContainText("burn a loose thread, driver's seat");
  await phase(page, "Hand back").click();
  await page.getByRole("button", { name: "Hand it back" }).click();
  const debrief = page.getByTestId("debrief");
  await expect(debrief.getByRole("img", { name: /^Headliner, as it was/ })).toBeVisible();
  await expect(page.getByTestId("losses")).toContainText("Driver's seat; Back seat; Driver's floor; Headliner.");
});

test("a spill that ran in: asked, tested, felt and treated by itself, and told apart in the debrief", async ({
  page,
}) => {
  await page.goto("/practice");
  await page.getByRole("button", { name: "Where the spill ran" }).click();
  await taps(page, /^Ask the owner/, /^Look it over/, /^Press a dry towel/);
  await expect(page.getByTestId("known")).toContainText("Into the foam or backing");
  await phase(page, "Test").click();
  await taps(page, "Smell");
  await expect(page.getByTestId("known")).toContainText("Ammonia");
  await phase(page, "Mix").click();
  await taps(page, "Enzyme digester", "To work with it", "The spill alone", "Put it on", "10 min");
  await taps(page, "Towel off the spill", "All over", "Draw it off");
  await phase(page, "Hand back").click();
  await page.getByRole("button", { name: "Hand it back" }).click();
  const debrief = page.getByTestId("debrief");
  await expect(debrief).toContainText("Spilled on it: urine, into the foam or backing");
  await expect(debrief.getByRole("img", { name: /^As it was/ })).toBeVisible();
  // What each move cost stands apart: nobody said when it can be used.
  await expect(debrief.getByRole("row", { name: /^9\. Hand it back/ })).toContainText(/honesty 1\d min/);
});

test("a second tab goes on with the same piece, and what was tried is kept apart from jobs", async ({
  page,
  context,
}) => {
  await page.goto("/practice");
  await page.getByRole("button", { name: "Any cloth, wanted soon" }).click();
  await page.getByRole("button", { name: "A new piece" }).click();
  await page.getByRole("button", { name: /^Look it over/ }).click();
  await expect(page.getByTestId("known").getByRole("listitem")).toHaveCount(1);
  const words = await page.getByTestId("known").innerText();
  const other = await context.newPage();
  await other.goto("/practice");
  await expect(other.getByTestId("known")).toHaveText(words);
  await other.getByRole("button", { name: "Leave it" }).click();
  await expect(other.getByRole("heading", { name: "Twelve lessons" })).toBeVisible();
  await expect(other.getByTestId("progress")).toHaveCount(0);
  await other.goto("/");
  await expect(other.getByRole("button", { name: "New job" })).toBeVisible();
  await expect(other.locator(".job-row")).toHaveCount(0);
});

test("a case is played by keyboard alone, and letters that name none say so", async ({ page }) => {
  await page.goto("/practice");
  const letters = page.getByLabel("Its letters, five or six");
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
    await page.getByRole("button", { name: "A new mark" }).click();
    await page.getByRole("button", { name: "Leave it: it is no soil" }).click();
    await expect(page.getByTestId("debrief")).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.getByRole("button", { name: "All cases" }).click();
    await page.getByRole("button", { name: "A smell that comes back" }).click();
    await page.getByRole("button", { name: "A new piece" }).click();
    for (const name of ["Test", "Mix", "Work", "Dry", "Hand back"]) {
      await phase(page, name).click();
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    }
    await page.getByRole("button", { name: "Hand it back" }).click();
    await expect(page.getByRole("heading", { name: "You will hear of it" })).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});
