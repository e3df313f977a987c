// Screens: places/shelf, phases/mix, phases/plan
import { readFileSync, writeFileSync } from "node:fs";
import { expect, openCards, openDemo, openFerry, pressAgain, test } from "./bay";

/** What the technician owns, and what a plan makes of it. */

test("an agent taken off the shelf: the plan is mended and says with what; undo and a reload keep up", async ({
  page,
}) => {
  await openFerry(page, "plan");
  await expect(page.getByTestId("missing")).toHaveCount(0);
  await openCards(page);
  const before = await page.getByTestId("plan-step").allTextContents();
  await page.goto("/shelf");
  const neutral = page.getByRole("button", { name: "Neutral cleaner is here" });
  await neutral.click();
  await expect(neutral).toHaveText("Not here");
  await expect(page.getByText("Neutral cleaner: not here.")).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=plan");
  await expect(page.getByTestId("missing")).toContainText(
    "Neutral cleaner is not on the shelf: carpet and upholstery shampoo instead, the second best.",
  );
  await openCards(page);
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
  await openCards(page);
  await expect(page.getByTestId("plan-step")).toHaveText(before);
});

test("own numbers reach the mix; the shelf goes out as a table and comes back, a wrong line is named and changes nothing", async ({
  page,
}, info) => {
  await openFerry(page, "mix");
  const neutral = page
    .locator("section")
    .filter({ has: page.getByRole("heading", { name: "Neutral cleaner", exact: true }) });
  const productBefore = await neutral.getByTestId("pour-product").textContent();
  await page.goto("/shelf");
  await page.getByRole("button", { name: "Numbers of Neutral cleaner" }).click();
  const numbers = page.getByRole("group", { name: "Numbers of Neutral cleaner" });
  await numbers.getByLabel("pH as used, to").fill("12.5");
  await numbers.getByLabel("pH as used, to").press("Enter");
  await expect(
    page.getByText("Not kept: pH 6.5 to 12.5 is not neutral cleaner (6.5 to 8): put it down as the kind it is."),
  ).toBeVisible();
  await numbers.getByLabel("pH as used, to").press("Escape");
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
  await open(
    "wrong.csv",
    text.replace("agent,neutral-cleaner,Neutral cleaner,yes,3,", "agent,neutral-cleaner,Neutral cleaner,yes,three,"),
  );
  await expect(page.getByRole("alert").filter({ hasText: "nothing here changed" })).toContainText(
    'Line 2: partsWater "three" is not a number.',
  );
  await page.getByRole("button", { name: "Close" }).first().click();
  await open(
    "mine.csv",
    text.replace("agent,neutral-cleaner,Neutral cleaner,yes,3,", "agent,neutral-cleaner,Neutral cleaner,yes,4,"),
  );
  await expect(page.getByText("The shelf is as the table says.")).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=mix");
  await expect(neutral.getByTestId("reading")).toContainText("4 water");
  await expect(neutral.getByTestId("pour-product")).not.toHaveText(productBefore!);
});

test("ozone is refused until it is safe, is run with nobody inside, and the meter opens the door", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Vehicle cabin" }).click();
  await page.getByRole("heading", { name: "Owner's account" }).click();
  await page
    .getByRole("group", { name: "What was spilled" })
    .getByRole("button", { name: "Milk, egg, blood or vomit" })
    .click();
  await page.getByRole("button", { name: "Next question" }).click();
  await page.getByRole("group", { name: "When", exact: true }).getByRole("button", { name: "Days" }).click();
  await page.getByRole("button", { name: "Nothing was tried" }).click();
  await page
    .getByRole("button", { name: /^Boot floor,/ })
    .first()
    .click();
  await page.getByRole("button", { name: "A smell here" }).click();
  await page.getByRole("navigation", { name: "Phases" }).getByRole("link", { name: /Plan$/ }).click();
  const air = page.getByTestId("air-treatment");
  await air.getByRole("heading", { name: /Smell/ }).click();
  await air.getByRole("button", { name: "Ozone", exact: true }).click();
  const locks = page.getByTestId("gas-locks");
  await expect(locks).toContainText("no person, animal or plant");
  await expect(page.getByTestId("gas-numbers")).toContainText("enter only when a meter reads 0.02 ppm or less");
  await air.getByRole("button", { name: "Indoors" }).click();
  await expect(locks).toContainText("only outdoors");
  await air.getByRole("button", { name: /^Outdoors/ }).click();
  await air.getByRole("button", { name: "Large cabin" }).click();
  await air.getByRole("button", { name: "Window cracked for the lead" }).click();
  await air.getByRole("button", { name: "Doors open and a fan" }).click();
  await air.getByRole("button", { name: "No person, animal or plant" }).click();
  await expect(locks).toHaveCount(0);
  const entry = await page.getByTestId("gas-entry").textContent();
  await air.getByRole("button", { name: "Doors open, no wind" }).click();
  await expect(page.getByTestId("gas-entry")).not.toHaveText(entry!);
  await page.getByRole("navigation", { name: "Phases" }).getByRole("link", { name: /Work$/ }).click();
  const act = page.getByTestId("main-act");
  await expect(page.getByTestId("now-step")).toContainText("Ozone with nobody inside");
  await act.click();
  await pressAgain(act);
  await expect(page.getByTestId("now-step")).toContainText("Air the gas out from outside");
  await expect(page.getByTestId("now-step").getByRole("button", { name: "Leave it out" })).toHaveCount(0);
  await expect(act).toBeDisabled();
  const meter = page.getByLabel("Gas meter at the door, ppm");
  await meter.fill("3");
  await meter.press("Enter");
  await expect(page.getByText("Nobody goes in yet.")).toBeVisible();
  await expect(act).toBeDisabled();
  await meter.fill("0.01");
  await meter.press("Enter");
  await expect(page.getByText("it may be entered")).toBeVisible();
  await act.click();
  await expect(page.getByRole("heading", { name: "Hands are done" })).toBeVisible();
});

test("bottle labels, the load list and what to buy are saved as files", async ({ page }) => {
  await openFerry(page, "mix");
  const saved = async (button: string) => {
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: button }).click();
    const file = await download;
    return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
  };
  const labels = await saved("Print bottle labels");
  expect(labels.name).toBe("bottle-labels.pdf");
  const { getDocument } = await import("pdfjs-dist/legacy/build/pdf.mjs");
  const pdf = await getDocument({ data: new Uint8Array(labels.bytes), verbosity: 0 }).promise;
  const text = (await (await pdf.getPage(1)).getTextContent()).items
    .map((item) => ("str" in item ? item.str : ""))
    .join(" ");
  expect(text).toContain("Acid spotter");
  expect(text).toMatch(/Mixed \d{4}-\d\d-\d\d\. Use by/);

  await page.getByRole("heading", { name: "Load list" }).click();
  const list = page.getByTestId("load-list");
  const water = await page.getByTestId("load-water").textContent();
  await list.getByRole("button", { name: "Every open job" }).click();
  await expect(page.getByTestId("load-water")).not.toHaveText(water!);
  const ofAll = await page.getByTestId("load-water").textContent();
  await list.getByRole("button", { name: /day \d+ / }).click();
  await expect(list).toContainText(/With .*Tern House settee|this one alone/);
  await expect(list.getByRole("button", { name: "Save the shopping list" })).toBeDisabled();
  await list.getByRole("button", { name: "Every open job" }).click();
  await expect(page.getByTestId("load-water")).toHaveText(ofAll!);
  await page.goto("/shelf");
  await page.getByRole("button", { name: "Numbers of Acid spotter" }).click();
  await page.getByRole("group", { name: "Numbers of Acid spotter" }).getByLabel("Left, mL").fill("0");
  await page.getByRole("group", { name: "Numbers of Acid spotter" }).getByLabel("Left, mL").press("Enter");
  await expect(page.getByText("Acid spotter: left is yours.")).toBeVisible();
  await page.goto("/bay?job=demo-ferry&phase=mix");
  await page.getByRole("heading", { name: "Load list" }).click();
  await expect(list).toContainText("not enough, buy 1 ×");
  const shopping = await saved("Save the shopping list");
  expect(shopping.bytes.toString()).toMatch(
    /^product,neededMl,leftMl,packs,packMl,costOfPacks\r\nAcid spotter,\d+,0,1,1000,12$/,
  );
});

test("what is asked for besides comes into the plan, or says why it does not", async ({ page }) => {
  await openFerry(page, "plan");
  await page.goto("/bay?job=demo-hall&phase=plan");
  await page.getByRole("heading", { name: "Asked for besides" }).click();
  const extras = page.getByTestId("extras");
  await extras.getByRole("button", { name: "Screen and glass" }).click();
  await extras.getByRole("button", { name: "On slightly damp cloth, as its label says" }).click();
  await extras.getByRole("group", { name: "Disinfect" }).getByRole("button").first().click();
  await openCards(page);
  const steps = page.getByTestId("plan-step");
  await expect(steps.last()).toContainText("Glass and screens, last of all");
  await expect(steps.filter({ hasText: "Water-borne protector" })).not.toHaveCount(0);
  await expect(steps.filter({ hasText: "Wipe the disinfectant off" })).toHaveCount(1);
  await page.goto("/bay?job=demo-ferry&phase=plan");
  await page.getByRole("heading", { name: "Asked for besides" }).click();
  await extras.getByRole("group", { name: "Disinfect" }).getByRole("button").first().click();
  await expect(page.getByTestId("extra-notes")).toContainText("not planned");
});

test("what more dwell or strength would buy unfolds under the step", async ({ page }) => {
  await openFerry(page, "plan");
  await openCards(page);
  const step = page.getByTestId("plan-step").filter({ hasText: "Acid spotter, sprayed on" });
  await step.locator(".accordion-button").first().click();
  await step.getByText("What more dwell or strength would buy").click();
  await expect(step.getByTestId("effect")).toContainText("Waiting stops paying after");
  await expect(step.locator(".recharts-line")).toHaveCount(3);
  await step.getByTestId("effect-planned").click();
  await expect(step.getByTestId("effect")).toContainText("rate a round");
});

test("the three schools are compared for the whole job, and one is taken everywhere with one tap", async ({ page }) => {
  await openDemo(page, "demo-hall", "phase=plan");
  await page.getByRole("heading", { name: "Three ways for the whole job" }).click();
  const whole = page.getByTestId("whole-job");
  await expect(whole.getByRole("button", { name: /^Take .* for the whole job$/ })).toHaveCount(3);
  await expect(whole).toContainText(/Risk: |No risk stands out/);
  const finish = await page.getByTestId("finish").innerText();
  await whole.getByRole("button", { name: "Take Low moisture for the whole job" }).click();
  await expect(page.getByTestId("finish")).not.toHaveText(finish);
  const drawnOff = page.getByTestId("plan-card").filter({ hasText: /extract \d/ });
  await expect(drawnOff).toHaveCount(0);
  await whole.getByRole("button", { name: /Back to the plan's own pick/ }).click();
  await expect(drawnOff).not.toHaveCount(0);
});
