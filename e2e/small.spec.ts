// Screens: bay, phases, places, design
import type { Page } from "@playwright/test";
import { PHASES, expect, goTo, openFerry, phase, pressAgain, test } from "./bay";

/** In the hand: a phone upright, and a tablet on its side. */

const SCREENS = [
  { name: "phone", width: 390, height: 844 },
  { name: "tablet", width: 1024, height: 768 },
] as const;

/** Wider than the screen: what makes the page scroll sideways. */
const tooWide = (page: Page) =>
  page.evaluate(() => {
    const wide = document.documentElement.clientWidth;
    if (document.documentElement.scrollWidth <= wide) return [];
    return [...document.querySelectorAll("body *")]
      .filter((each) => each.getBoundingClientRect().right > wide + 1)
      .map((each) => `${each.tagName.toLowerCase()}.${each.className.toString().slice(0, 60)}`)
      .slice(0, 5);
  });

for (const { name, width, height } of SCREENS) {
  test(`nothing scrolls sideways in any phase or place, ${name}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openFerry(page);
    for (const each of PHASES) {
      await goTo(page, each);
      await page.waitForLoadState("networkidle");
      expect([each, await tooWide(page)]).toEqual([each, []]);
    }
    for (const place of ["/", "/mark", "/shelf", "/ledger", "/practice", "/notes", "/settings"]) {
      await page.goto(place);
      await expect(page.locator("h1").first()).toBeVisible();
      expect([place, await tooWide(page)]).toEqual([place, []]);
    }
  });

  test(`every phase is a tap away and the next action is on the screen, ${name}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openFerry(page);
    for (const each of ["Test", "Plan", "Mix", "Work", "Dry", "Hand back", "Look"]) {
      const link = phase(page, each);
      const box = (await link.boundingBox())!;
      // A gloved finger is 44 px wide.
      expect([each, box.height >= 44, box.x >= 0, box.x + box.width <= width + 1]).toEqual([each, true, true, true]);
      await link.click();
      await expect(link).toHaveAttribute("aria-current", /.+/);
      if (name !== "phone") continue;
      // The drawing has the whole screen at a tap.
      await pressAgain(page.getByRole("button", { name: "Map", exact: true }));
      const drawn = page.locator("svg.map");
      await expect.poll(async () => (await drawn.boundingBox())!.height, each).toBeGreaterThan(height * 0.6);
      await pressAgain(page.getByRole("button", { name: "Close map" }));
    }
    await phase(page, "Work").click();
    const act = page.getByTestId("main-act");
    await expect(act).toBeInViewport();
    // On a phone it has a bar of its own, under the text and over the phases, wherever that is scrolled to.
    if (name === "phone") {
      const text = page.locator("main.bay-main");
      await text.evaluate((shown) => shown.scrollTo(0, 200));
      const [above, bar] = [(await text.boundingBox())!, (await act.boundingBox())!];
      expect(above.y + above.height).toBeLessThanOrEqual(bar.y);
      expect(bar.y + bar.height).toBeLessThanOrEqual((await phase(page, "Work").boundingBox())!.y);
    }
    expect((await act.boundingBox())!.height).toBeGreaterThanOrEqual(44);
    // Nothing lies over it, once all of the phase is there.
    await expect
      .poll(() =>
        act.evaluate((its) => {
          const { x, y, width, height } = its.getBoundingClientRect();
          return document.elementFromPoint(x + width / 2, y + height / 2)?.closest("[data-testid]") === its;
        }),
      )
      .toBe(true);
  });
}

test("the main action of each phase stands in a bar of its own at the thumb, and does what it says", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openFerry(page);
  const bar = page.locator(".thumb-bar");
  const phases = page.getByRole("navigation", { name: "Phases" });
  for (const [at, action] of [
    ["look", "Add a mark"],
    ["plan", "Go to work"],
    ["mix", "Mixed, go to work"],
    ["work", "Start"],
    ["handback", "Hand back"],
  ] as const) {
    await page.goto(`/bay?job=demo-ferry&phase=${at}`);
    const act = bar.getByRole("button", { name: action, exact: true });
    await expect(act).toBeVisible();
    // One action, between what it is about and the phases, over neither.
    await expect(bar.getByRole("button")).toHaveCount(1);
    const [main, thumb, below] = await Promise.all(
      [page.locator("main.bay-main"), bar, phases].map(async (each) => (await each.boundingBox())!),
    );
    expect(main!.y + main!.height).toBeLessThanOrEqual(thumb!.y + 1);
    expect(thumb!.y + thumb!.height).toBeLessThanOrEqual(below!.y + 1);
    expect((await act.boundingBox())!.width).toBeGreaterThan(300);
  }
  await page.goto("/bay?job=demo-ferry&phase=plan");
  await bar.getByRole("button").click();
  await expect(bar.getByRole("button", { name: "Start" })).toBeVisible();
  // Wider, it stands where it belongs.
  await page.setViewportSize({ width: 1024, height: 768 });
  await expect(bar).toBeHidden();
  await expect(page.getByTestId("main-act")).toBeVisible();
});

test("on a phone the places open from the one that is shown, and each is reached", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto("/settings");
  const places = page.getByRole("navigation", { name: "Places" });
  const link = places.getByRole("link", { name: "Ledger" });
  await expect(link).toBeHidden();
  // One line high until it is asked.
  expect((await places.boundingBox())!.height).toBeLessThan(80);
  await places.getByRole("button", { name: "Settings and files, other places" }).click();
  await link.click();
  await expect(page.getByRole("heading", { name: "Ledger", level: 1 })).toBeVisible();
  await expect(places.getByRole("button", { name: "Ledger, other places" })).toHaveAttribute("aria-expanded", "false");
});
