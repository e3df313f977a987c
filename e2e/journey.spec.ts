// Screens: phases, bay
import type { Page } from "@playwright/test";
import {
  allLoaded,
  expect,
  openFerry,
  phase,
  pressAgain,
  storedJob,
  tabTo,
  test,
  workingOf,
  workToTheEnd,
} from "./bay";

const main = (page: Page) => page.getByTestId("main-act");

/**
 * Presses, and waits until the step in hand is another one, or the same one begun: the next is planned beside the
 * page.
 */
async function moveOn(page: Page, press: () => Promise<void>) {
  const shown = async () =>
    `${await page.locator(".now-step .now-words, .now-step h2").first().innerText()} ` +
    `${(await main(page).isVisible()) ? (await main(page).innerText()).replace(/\d/g, "") : ""}`;
  const before = await shown();
  await press();
  await expect(async () => expect(await shown()).not.toBe(before)).toPass();
}

test.describe("with everything loaded ahead", () => {
  test.use({ loadsAhead: true });

  test("the ferry bench from Look to Hand back by pointer, with the network gone", async ({ page, context }) => {
    await page.clock.install();
    await openFerry(page);
    await page.clock.fastForward("00:05");
    await allLoaded(page);
    await context.setOffline(true);

    // Look: the length is an input of the area.
    await page
      .locator("[data-zone]")
      .filter({ hasText: "" })
      .nth(1)
      .click({ position: { x: 6, y: 6 } });
    const area = await workingOf(page, "zone-area");
    await expect(area).toContainText("length");
    const before = await page.getByTestId("zone-area").innerText();
    await page.getByText("Piece", { exact: true }).click();
    await page.getByLabel("Length, mm").fill("2400");
    await page.getByLabel("Length, mm").press("Enter");
    await expect(page.getByTestId("zone-area")).not.toHaveText(before);
    await expect(area).toContainText("800 mm");
    await expect(page.getByTestId("saved")).toHaveText("Saved");
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByTestId("zone-area")).toHaveText(before);

    // Test: what was seen is an input of the belief.
    await page.locator('[data-finding="fb-soup"]').click();
    await phase(page, "Test").click();
    const belief = page.getByTestId("belief-plant-colour");
    const likely = await belief.innerText();
    await expect(await workingOf(page, "belief-plant-colour")).toContainText("Red or purple | Plant colour");
    await page
      .getByRole("group", { name: "Colour", exact: true })
      .getByRole("button", { name: "Yellow to brown" })
      .click();
    await expect(page.getByTestId("beliefs")).not.toContainText(likely);
    await page
      .getByRole("group", { name: "Colour", exact: true })
      .getByRole("button", { name: "Red or purple" })
      .click();
    await expect(belief).toHaveText(likely);

    // Plan: the school chosen is in the hands-on minutes of the finish.
    await phase(page, "Plan").click();
    await expect(page.getByText("Still visible when dry").first()).toBeVisible();
    await expect(page.getByText("Stop. The plant has dyed the fibre")).toBeVisible();
    const finish = await page.getByTestId("finish").innerText();
    await expect(await workingOf(page, "finish")).toContainText("hands-on");
    await page.getByTestId("schools").getByRole("button", { name: "Choose Hot-water extraction" }).click();
    await expect(page.getByTestId("finish")).not.toHaveText(finish);
    await page.getByRole("button", { name: "Back to the plan's own pick" }).click();
    await expect(page.getByTestId("finish")).toHaveText(finish);
    await page.getByRole("button", { name: "The owner agreed to this" }).click();
    await expect(page.getByText(/^Agreed/)).toBeVisible();

    // Mix: the way the label is read is an input of the pour.
    await phase(page, "Mix").click();
    const cleaner = page.getByTestId("mix-neutral-cleaner");
    await expect(cleaner.getByTestId("reading")).toHaveText("10 water + 1 product = 9.09 %");
    await cleaner.getByTestId("pour-water").click();
    const working = cleaner.locator(".working").first();
    await expect(working).toContainText("filled to");
    // What a sum is made of opens in its turn.
    await working.getByRole("button").first().click();
    await expect(working).toContainText("parts water r");
    await expect(working).toContainText("10 parts");
    await cleaner.getByRole("button", { name: /It means 9 water/ }).click();
    await expect(cleaner.getByTestId("reading")).toHaveText("9 water + 1 product = 10 %");
    await expect(cleaner.locator(".working")).toContainText("9 parts");

    // Work: one tap a step; the exception is a minus or plus, and shows in the working.
    await phase(page, "Work").click();
    await moveOn(page, () => main(page).click());
    await page.clock.fastForward("10:00");
    await moveOn(page, () => main(page).click());
    for (let step = 0; step < 6 && !(await page.getByTestId("dose").isVisible()); step++) {
      await page.clock.fastForward("20:00");
      await moveOn(page, () => main(page).click());
    }
    const dose = await page.getByTestId("dose").innerText();
    await page.getByText("It went otherwise").click();
    await page.getByRole("button", { name: "Put on: more" }).click();
    await expect(page.getByTestId("dose")).not.toHaveText(dose);
    await expect(await workingOf(page, "dose")).toContainText("as put on");
    await workToTheEnd(page, () => main(page).click());

    // Dry: the air is an input of the hours; each mark is judged.
    await page.getByRole("button", { name: "Go to Dry" }).click();
    const dryIn = page.getByTestId(/^dry-in-/).first();
    const hours = await dryIn.innerText();
    for (let more = 0; more < 5; more++) await pressAgain(page.getByRole("button", { name: "Humidity: more" }));
    await expect(dryIn).not.toHaveText(hours);
    await dryIn.click();
    await expect(page.locator(".working")).toContainText("relative humidity");
    await page.getByRole("group", { name: "Beetroot soup" }).getByRole("button", { name: "Gone" }).click();
    await page
      .getByRole("group", { name: "Sun-oil, arm end" })
      .getByRole("button", { name: "Better, still visible" })
      .click();
    await expect(page.getByText(/Next rung:/)).toBeVisible();
    await page
      .getByRole("group", { name: "Sun-oil, arm end" })
      .getByRole("button", { name: "Leave it, owner told" })
      .click();
    await page.getByRole("group", { name: "Salt-water ring" }).getByRole("button", { name: "Gone" }).click();

    // Hand back: the promise is an input of the time in hand.
    await phase(page, "Hand back").click();
    await expect(page.getByTestId("sheet")).toContainText("Beetroot soup, base mid: most likely plant colour, gone");
    await expect(page.getByTestId("sheet")).toContainText("Damage that was there before");
    const slack = await page.getByTestId("handback-slack").innerText();
    await expect(await workingOf(page, "handback-slack")).toContainText("promised");
    await page.getByText("Change the promises").click();
    await page.getByLabel("Usable at").fill("2030-01-01T12:00");
    await page.getByLabel("Hand back at").fill("2030-01-01T11:00");
    await expect(page.getByTestId("handback-slack")).not.toHaveText(slack);
    await page.getByRole("button", { name: /^Hand back/ }).click();
    await expect(page.getByRole("button", { name: "Handed back" })).toBeVisible();
    await expect(page.getByTestId("saved")).toHaveText("Saved");
    const kinds = (await storedJob(page, "demo-ferry")).events.map(({ kind }) => kind);
    expect(kinds).toContain("agreed");
    expect(kinds.at(-1)).toBe("handed-back");
  });
});

test("the ferry bench by keyboard only", async ({ page }) => {
  await page.clock.install();
  await openFerry(page);
  const { keyboard } = page;

  await keyboard.press("?");
  await expect(page.getByRole("dialog")).toContainText("Look to Hand back");
  await keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();

  // Look: down from the back to the bases, right, and a mark in the middle.
  await keyboard.press("ArrowDown");
  await keyboard.press("ArrowRight");
  await expect(page).toHaveURL(/zone=fb-4/);
  await keyboard.press("m");
  await keyboard.press("Enter");
  await expect(page.getByText("As large as a")).toBeVisible();
  await tabTo(page, /^Coin$/);
  await keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Coin" })).toHaveAttribute("aria-pressed", "true");

  // Test it, plan it.
  await keyboard.press("2");
  await tabTo(page, /^Coffee or tea$/);
  await keyboard.press("Enter");
  // A number answers the test in hand; when the next one stands there, numbers are phases again.
  await expect(page.getByTestId("next-test")).not.toHaveAttribute("data-test", "owner");
  await expect(page.getByTestId("beliefs")).toContainText("Tannin");
  await keyboard.press("3");
  await expect(page.getByText("Ladder, gentlest first")).toBeVisible();
  await keyboard.press("4");
  await expect(page.getByTestId("mix-acid-spotter")).toBeVisible();

  // Work by the space bar.
  await keyboard.press("5");
  await expect(main(page)).toHaveText("Start");
  await keyboard.press("Space");
  await expect(main(page)).toContainText("Done");
  await page.clock.fastForward("05:00");
  await workToTheEnd(page, () => keyboard.press("Space"));

  await keyboard.press("6");
  await tabTo(page, /^Humidity: less$/);
  await keyboard.press("Enter");
  for (let mark = 0; mark < 4; mark++) {
    await tabTo(page, /^Gone$/);
    await keyboard.press("Enter");
  }
  await keyboard.press("7");
  await tabTo(page, /^Hand back/);
  await keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Handed back" })).toBeVisible();
});

test("from Jobs to the first safe step in six taps and no typing", async ({ page }) => {
  await page.goto("/");
  let taps = 0;
  const tap = async (target: ReturnType<Page["locator"]>) => {
    await target.click();
    taps += 1;
  };
  await tap(page.getByRole("button", { name: "New job" }));
  await tap(page.getByRole("button", { name: "Settee" }));
  await tap(page.getByRole("button", { name: "Add a mark" }));
  await tap(page.locator("[data-zone]").nth(2));
  await tap(phase(page, "Plan"));
  await expect(page.getByTestId("plan-step").first()).toContainText("Look before you wet it");
  await expect(page.getByText(/things not known, planned at their safest/)).toBeVisible();
  expect(taps).toBeLessThanOrEqual(6);
});

test("a label is said another way, and a wrong bottle is put right", async ({ page }) => {
  await openFerry(page, "mix");
  await page.getByRole("heading", { name: "Reckon a mix" }).click();
  const label = page.getByLabel("As the label says it");
  await label.fill("9:1");
  await expect(page.getByTestId("every-way")).toContainText("1 in 10");
  await expect(page.getByTestId("correct-amount")).toHaveText("500 mL");
  await expect(await workingOf(page, "correct-amount")).toContainText("C1 V1 + C2 V2");
  await page.getByLabel("It was mixed").fill("19:1");
  await expect(page.getByTestId("correction")).toContainText("product");
  await label.fill("nine to one");
  await expect(page.getByRole("alert").filter({ hasText: '"nine to one" is not a dilution' })).toBeVisible();
  await page.getByRole("button", { name: "Wanted: more" }).click();
  await expect(page.getByTestId("warm")).toContainText("cold");
});

test("passes are logged with a tap each until it says stop; tank marks overrule what the model says is left", async ({
  page,
}) => {
  await page.clock.install();
  await openFerry(page, "plan");
  await page.goto("/bay?job=demo-hall&phase=work");
  const step = page.getByTestId("now-step");
  const drawing = step.getByRole("heading", { name: /^Rinse and draw off/ });
  await moveOn(page, () => main(page).click());
  for (let guard = 0; guard < 40 && !(await drawing.isVisible()); guard++) {
    await page.clock.fastForward("45:00");
    await moveOn(page, () => main(page).click());
  }
  const log = page.getByTestId("pass-log");
  await expect(log).toContainText("What pass 1 brings back");
  for (const [pass, looks] of ["Black", "Tinted", "Clear"].entries()) {
    await expect(log).toContainText(`What pass ${pass + 1} brings back`);
    await page.clock.fastForward("00:20");
    await log.getByRole("button", { name: looks }).click();
  }
  await expect(log).toContainText("So far: black, tinted, clear.");
  await expect(page.getByTestId("pass-verdict")).toContainText("Stop: the next pass lifts under 4 %");
  await page.getByText("It went otherwise").click();
  await expect(page.getByRole("group", { name: "Wet strokes" })).toContainText("3");
  await page.getByRole("button", { name: "Back in the recovery tank: more" }).click();
  await page.clock.fastForward("00:01");
  await page.getByRole("button", { name: "Back in the recovery tank: less" }).click();
  const title = await drawing.innerText();
  await moveOn(page, () => main(page).click());
  const event = (await storedJob(page, "demo-hall")).events.findLast(({ kind }) => kind === "done") as unknown as {
    title: string;
    wetStrokes: number;
    recoveredMl: number;
  };
  expect(event.title).toBe(title);
  expect(event.wetStrokes).toBe(3);
  expect(event.recoveredMl).toBeGreaterThan(0);
  await phase(page, "Dry").click();
  await expect(page.locator("main")).toContainText(/a dry stroke takes \d+ % here, by the tank marks/);
});
