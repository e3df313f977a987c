// Screens: phases, places, ui, design
import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";
import { formatQuantity } from "../src/core/ground/quantity/format";
import { PHASES, expect, goTo, openCards, openFerry, phase, test } from "./bay";

/** What is shown can be read, agrees with the planning interface, and fits the paper. */

/** Each view once by day; the deep run looks at them by night too. */
const THEMES = process.env.SIZE === "deep" ? (["light", "night"] as const) : (["light"] as const);
const PLACES = ["/", "/day", "/mark", "/shelf", "/ledger", "/practice", "/notes", "/settings"];

async function seriousOn(page: Page): Promise<string[]> {
  // No frames here, and what passes is not wanted: a fraction of the work.
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ["violations"], iframes: false })
    .analyze();
  const serious = violations.filter(({ impact }) => impact === "serious" || impact === "critical");
  return serious.map(
    ({ id, nodes }) => `${page.url()}: ${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(" | ")}`,
  );
}

for (const theme of THEMES) {
  const themed = async (page: Page) => {
    if (theme === "night") {
      await page.goto("/settings");
      await page.getByRole("button", { name: "Night bay" }).click();
    }
    await openFerry(page, "look", "&finding=fb-soup");
    await expect(page.locator("html")).toHaveAttribute("data-theme", theme);
  };

  test(`axe finds nothing serious on any phase, ${theme}`, async ({ page }) => {
    await themed(page);
    for (const name of PHASES) {
      await goTo(page, name);
      await page.waitForLoadState("networkidle");
      expect(await seriousOn(page)).toEqual([]);
    }
  });

  test(`work is read at arm's length, 7:1 on its own panel and lines, ${theme}`, async ({ page }) => {
    await themed(page);
    await page.goto("/bay?job=demo-ferry&phase=work");
    await expect(page.getByTestId("now-step")).toBeVisible();
    const far = await new AxeBuilder({ page })
      .include("main.bay-main")
      .include(".bay-margin")
      .withRules(["color-contrast-enhanced"])
      .analyze();
    expect(
      far.violations.flatMap(({ nodes }) =>
        nodes.map(({ html, failureSummary }) => `${html.slice(0, 100)} ${failureSummary}`),
      ),
    ).toEqual([]);
  });

  test(`axe finds nothing serious on any place, ${theme}`, async ({ page }) => {
    await themed(page);
    for (const place of PLACES) {
      await page.goto(place);
      await expect(page.locator("html")).toHaveAttribute("data-theme", theme);
      if (place === "/day") await expect(page.getByTestId("tries")).not.toContainText("searching on");
      if (place === "/") await expect(page.locator(".job-row").first()).toBeVisible();
      expect(await seriousOn(page)).toEqual([]);
    }
  });
}

const JSON_TYPE = { "content-type": "application/json" };

test("POST /api/plan answers what the screen computed, and refuses what import refuses", async ({ page, request }) => {
  await openFerry(page, "handback");
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Save the job as a file" }).click();
  const text = readFileSync(await (await download).path(), "utf8");
  const answer = await request.post("/api/plan", { data: text, headers: JSON_TYPE });
  expect(answer.status()).toBe(200);
  const { diagnosis, runSheet, mixes, drying, cautions } = await answer.json();
  expect(Object.keys(diagnosis)).toEqual(expect.arrayContaining(["fb-soup", "fb-oil", "fb-ring"]));
  expect(cautions.length).toBeGreaterThan(0);

  await phase(page, "Plan").click();
  const places = runSheet.cards.map(({ place }: { place: string }) => place);
  await expect(page.getByTestId("plan-card").locator("> .accordion-item > .fold-line .line-what > b")).toHaveText(
    places,
  );
  await openCards(page);
  const lines = runSheet.cards.flatMap((card: { lines: unknown[] }) => card.lines);
  await expect(page.getByTestId("plan-step")).toHaveCount(lines.length);
  const titles = await page.getByTestId("plan-step").locator(".accordion-button .line-what b").allInnerTexts();
  // They stand as the run sheet has them.
  await phase(page, "Work").click();
  await expect(page.getByTestId("now-step").getByRole("heading").first()).toHaveText(titles[0]!);
  await phase(page, "Mix").click();
  for (const { agent, marked } of mixes)
    await expect(page.getByTestId(`mix-${agent}`).getByTestId("pour-water")).toHaveText(
      formatQuantity(marked.water, "metric"),
    );
  await phase(page, "Dry").click();
  for (const [zoneId, { hours, residual }] of Object.entries<{ hours: never; residual: never }>(drying)) {
    await expect(page.getByTestId(`dry-in-${zoneId}`)).toHaveText(formatQuantity(hours, "metric"));
    await expect(page.getByTestId(`water-left-${zoneId}`)).toHaveText(formatQuantity(residual, "metric"));
  }

  const bad = await request.post("/api/plan", {
    data: text.replace('"version": 2', '"version": "one"'),
    headers: JSON_TYPE,
  });
  expect(bad.status()).toBe(400);
  expect((await bad.json()).problems.join()).toContain("version must be 2");
  expect((await request.post("/api/plan", { data: " ".repeat(5_000_001), headers: JSON_TYPE })).status()).toBe(413);
});

test("the smallest file of the guide makes a plan", async ({ request }) => {
  const guide = readFileSync("docs/job-file.md", "utf8");
  const smallest = /```json\n([\s\S]*?)```/.exec(guide)?.[1];
  const answer = await request.post("/api/plan", { data: smallest, headers: JSON_TYPE });
  expect(answer.status()).toBe(200);
  expect((await answer.json()).plan.steps.length).toBeGreaterThan(2);
});

test("one mark: cloth, look and feel give step, strength and dwell in three taps, and can be kept", async ({
  page,
}) => {
  await page.goto("/mark");
  await page.getByRole("button", { name: "Polyester" }).click();
  await page.getByRole("group", { name: "Colour" }).getByRole("button", { name: "Yellow to brown" }).click();
  await page.getByRole("group", { name: "Feel" }).getByRole("button", { name: "Nothing to feel" }).click();
  const answer = page.getByTestId("one-mark");
  await expect(answer).toContainText("Most likely tannin");
  await expect(page.getByTestId("one-strength")).toContainText(":1");
  await expect(page.getByTestId("one-dwell")).toContainText("min");
  await expect(page.getByText("What would change it")).toBeVisible();
  await page.getByRole("button", { name: "Keep it as a job" }).click();
  await expect(page.getByText("Ladder, gentlest first")).toBeVisible();
});

test("US units throughout", async ({ page }) => {
  await page.goto("/settings");
  await page.getByRole("button", { name: /^US/ }).click();
  await openFerry(page, "work");
  for (const name of ["Plan", "Mix", "Work", "Dry"]) {
    await phase(page, name).click();
    await expect(page.locator("main.bay-main")).toBeVisible();
    expect(await page.locator("main.bay-main").innerText()).not.toMatch(/\d (mL|L|m²|L\/m²|mm|m\/s|kg\/m²h)\b|\d ?°C/);
  }
  await page.reload();
  await phase(page, "Mix").click();
  await expect(page.getByTestId("pour-water").first()).toContainText("fl oz");
});

test("the sheet fits one page of A4 and of Letter", async ({ page }) => {
  await openFerry(page, "handback");
  for (const format of ["A4", "Letter"] as const) {
    const pdf = (await page.pdf({ format })).toString("latin1");
    expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  }
});

test("by touch on a tablet: targets are large, a bounced tap counts once, and narrow screens keep the caution", async ({
  browser,
  baseURL,
}) => {
  const context = await browser.newContext({ baseURL, viewport: { width: 1024, height: 768 }, hasTouch: true });
  const page = await context.newPage();
  await openFerry(page, "work");
  await expect(page.locator(".margin-inline .caution").first()).toBeVisible();
  const start = page.getByTestId("main-act");
  expect((await start.boundingBox())!.height).toBeGreaterThanOrEqual(72);
  // Wet gloves bounce: a second click in the same moment, once the first has been drawn.
  const bounced = async (button: HTMLElement) => {
    const now = performance.now();
    performance.now = () => now;
    button.click();
    await new Promise((done) => setTimeout(done, 100));
    button.click();
    performance.now = () => now + 1000;
  };
  await start.evaluate(bounced);
  await expect(start).toContainText("Done");
  await phase(page, "Dry").tap();
  const humidity = page.getByRole("group", { name: "Humidity", exact: true });
  const more = page.getByRole("button", { name: "Humidity: more", exact: true });
  const before = Number(/\d+/.exec(await humidity.innerText())![0]);
  await more.evaluate(bounced);
  await expect(humidity).toContainText(`${5 * Math.round(before / 5 + 1)} %`);
  // Taken back once it is as it was: it counted once.
  await page.getByRole("button", { name: /^Undo/ }).tap();
  await expect(humidity).toContainText(`${before} %`);
  await phase(page, "Test").tap();
  await expect(page.locator(".bay-test .btn-chip").first()).toBeVisible();
  for (const chip of await page.locator(".btn-chip:visible").all())
    expect((await chip.boundingBox())!.height).toBeGreaterThanOrEqual(56);
  await page.setViewportSize({ width: 390, height: 844 });
  await phase(page, "Work").tap();
  await expect(start).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  await page.getByRole("button", { name: "Map" }).tap();
  await expect(page.getByRole("button", { name: "Close map" })).toBeVisible();
  await context.close();
});
