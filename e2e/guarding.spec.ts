// Screens: phases/work, phases/plan, phases/dry, phases/handback, phases/test
import type { Page } from "@playwright/test";
import { PHASES, allLoaded, expect, goTo, openFerry, pastBounce, phase, storedJob, test, workToTheEnd } from "./bay";

/** What guards people and cloth holds on the screen too. */

const start = (page: Page) => page.getByTestId("main-act");

/** A job with one mark of known cloth, opened at Test. */
async function markOn(page: Page, template: string, cloth: string[]) {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: template, exact: true }).click();
  for (const chip of cloth) await page.getByRole("button", { name: chip, exact: true }).first().click();
  await page.getByRole("button", { name: "Add a mark" }).click();
  await page.getByRole("button", { name: /^Middle of/ }).click();
  await page.getByRole("button", { name: "Test what it is" }).click();
}

test("steps that guard cannot be left out; others can, and the record says why", async ({ page }) => {
  await markOn(page, "Settee", ["Polyester"]);
  await phase(page, "Work").click();
  await expect(page.getByTestId("now-step")).toContainText("Look before you wet it");
  await expect(page.getByRole("button", { name: "Leave it out" })).toBeHidden();
  await start(page).click();
  await expect(start(page)).toContainText("Looked");
  await pastBounce(page);
  await start(page).click();
  await expect(page.getByTestId("now-step")).toContainText("Lift dry soil");
  await page.getByRole("button", { name: "Leave it out" }).click();
  await page.getByRole("button", { name: "The owner said no" }).click();
  await expect(page.locator(".done-lines")).toContainText("left out: the owner said no");
  await expect(page.getByTestId("now-step")).toContainText("Colourfastness");
  await expect(page.getByRole("button", { name: "Leave it out" })).toBeHidden();
});

test("airing after solvent is waited out: Done stays locked until its time is over", async ({ page }) => {
  await page.clock.install();
  await markOn(page, "Settee", [
    "Polyester",
    "Loose cover over foam",
    "WS: water or solvent",
    "Under 10 years",
    "Sound",
    "Looked: nothing",
    "Heavy",
  ]);
  await page.getByRole("group", { name: "Smell" }).getByRole("button", { name: "Fuel or tar" }).click();
  await page.getByRole("group", { name: "Where it is" }).getByRole("button", { name: "Where feet go" }).click();
  await page.getByRole("heading", { name: "An agent or heat on the cloth" }).click();
  await page.getByRole("group", { name: "Dry-solvent swab" }).getByRole("button", { name: "It lifts" }).click();
  await phase(page, "Work").click();
  for (let step = 0; step < 40 && !(await page.getByTestId("now-step").innerText()).startsWith("Air until"); step++) {
    const before = await page.getByTestId("now-step").innerText();
    await start(page).click();
    await page.clock.fastForward("15:00");
    await expect(page.getByTestId("now-step")).not.toHaveText(before, { useInnerText: true });
  }
  await expect(start(page)).toBeDisabled();
  await expect(start(page)).toContainText("Keep airing");
  await expect(page.getByRole("button", { name: "Leave it out" })).toBeHidden();
  // The key is refused like the button, and being refused early does not spend it.
  await page.locator("body").click({ position: { x: 640, y: 30 } });
  const refused = await page.getByTestId("now-step").locator("h2").innerText();
  await page.keyboard.press("Space");
  await page.clock.fastForward("31:00");
  await expect(start(page)).toBeEnabled();
  await expect(page.getByTestId("now-step").locator("h2")).toHaveText(refused);
  await page.keyboard.press("Space");
  await expect(page.getByTestId("now-step").locator("h2")).not.toHaveText(refused);
});

test("sewage is referred: no step of any kind on that zone, and no way to argue", async ({ page }) => {
  await markOn(page, "Carpet", ["Nylon"]);
  await page.getByRole("group", { name: "Owner says" }).getByRole("button", { name: "Sewage or flood water" }).click();
  await expect(page.getByRole("alert").filter({ hasText: /licensed|specialist/ })).toBeVisible();
  await phase(page, "Plan").click();
  await expect(page.getByTestId("plan-step")).toHaveCount(0);
  await expect(page.getByRole("button", { name: "Go to work" })).toBeHidden();
  await phase(page, "Work").click();
  await expect(page.getByText("Nothing to work on yet")).toBeVisible();
});

test("worse means stop: the mark's ladder ends, the sheet says so, and undo brings it back", async ({ page }) => {
  await page.clock.install();
  await openFerry(page, "work");
  await workToTheEnd(page, () => start(page).click());
  await phase(page, "Dry").click();
  const soup = page.getByRole("group", { name: "Beetroot soup" });
  await soup.getByRole("button", { name: "Worse" }).click();
  await expect(soup).toContainText("Stop.");
  await expect(soup.getByRole("button")).toHaveCount(0);
  await phase(page, "Hand back").click();
  await expect(page.getByTestId("sheet")).toContainText("changed for the worse; we stopped");
  await page.getByRole("button", { name: "Undo" }).click();
  await phase(page, "Dry").click();
  await expect(soup.getByRole("button", { name: "Worse" })).toBeVisible();
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  expect((await storedJob(page, "demo-ferry")).events.at(-1)?.kind).toBe("undo");
});

test.describe("with everything loaded ahead", () => {
  test.use({ loadsAhead: true });

  test("no number with a unit stands bare: each opens its working, on every phase", async ({ page }) => {
    await openFerry(page, "plan", "&finding=fb-soup");
    await allLoaded(page);
    const bare: string[] = [];
    for (const name of PHASES) {
      await goTo(page, name);
      // What opens may hold more that does, and some of it is fetched only then.
      for (let shut = -1; shut !== 0;) {
        shut = await page.evaluate(() => {
          const lines = document.querySelectorAll<HTMLElement>("main.bay-main .accordion-button[aria-expanded=false]");
          lines.forEach((each) => each.click());
          return lines.length;
        });
      }
      bare.push(
        ...(await page.locator("main.bay-main").evaluate((main, at) => {
          // Knowledge in sentences (rules, how-to, label readings) and what is chosen from (chips, fields) are not results.
          const stated =
            "td[colspan], .num, .working, .caution, p, li, button, label, .form-label, .rung, .stop-rung, svg, [data-testid=every-way]";
          const found: string[] = [];
          const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
          while (walker.nextNode()) {
            const { textContent, parentElement } = walker.currentNode;
            if (
              /\d ?(mL|L|m²|L\/m²|mm|min|h|°C|%|strokes)(?!\w)/.test(textContent ?? "") &&
              !parentElement?.closest(stated)
            )
              found.push(`${at}: ${textContent}`);
          }
          return found;
        }, name)),
      );
    }
    expect(bare).toEqual([]);
  });
});

test("the planner's worker is held to the policy of its pages, and says so when it cannot start", async ({ page }) => {
  const planner = page.waitForResponse(/turbopack-worker/);
  await openFerry(page);
  expect((await planner).headers()["content-security-policy"]).toContain("default-src 'self'");
  await page.route(/turbopack-worker/, (route) =>
    route.fulfill({ status: 200, contentType: "text/javascript", body: "throw new Error('cut short')" }),
  );
  await page.goto("/mark");
  await expect(page.getByRole("alert").filter({ hasText: "The planner could not start" })).toBeVisible();
});
