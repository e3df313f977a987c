// `npm run screenshots`: one picture of each main view from the demo data, into docs/screenshots/.
import { mkdirSync } from "node:fs";
import path from "node:path";
import { ensureBuild, ensureChromium, ensurePackages, root } from "./lib/setup.mjs";
import { startServer } from "./lib/server.mjs";

ensurePackages();
const executablePath = ensureChromium();
ensureBuild();
const { chromium } = await import("@playwright/test");
const port = Number(process.env.PORT ?? 4128);
const server = await startServer(port);
const folder = path.join(root, "docs", "screenshots");
mkdirSync(folder, { recursive: true });

const MORNING = new Date("2026-05-04T09:12:00");
const browser = await chromium.launch({
  executablePath,
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});

async function open(viewport) {
  const context = await browser.newContext({
    serviceWorkers: "block",
    viewport,
    baseURL: `http://localhost:${port}`,
    locale: "en-GB",
    timezoneId: "Europe/Berlin",
  });
  const page = await context.newPage();
  await page.clock.install({ time: MORNING });
  await page.goto("/demo");
  await page.locator(".job-row").first().waitFor();
  await page.clock.fastForward("00:30");
  return page;
}

const shoot = async (page, name) => {
  await page.waitForTimeout(400);
  await page.screenshot({ path: path.join(folder, `${name}.png`) });
  console.log(`docs/screenshots/${name}.png`);
};
const bay = async (page, query) => {
  await page.goto(`/bay?${query}`);
  await page.locator("main.bay-main").waitFor();
};

/** Works on until an agent dwells, so that the pictures show a running job. */
async function workToDwell(page, job) {
  await bay(page, `job=${job}&phase=work`);
  for (let step = 0; step < 14; step++) {
    if ((await page.getByTestId("running-loop").count()) > 0) break;
    const recorded = await page.locator(".done-lines").getAttribute("data-recorded");
    await page.getByTestId("main-act").click();
    await page.locator(`.done-lines:not([data-recorded="${recorded}"])`).waitFor({ state: "attached" });
    await page.clock.fastForward("02:10");
    await page.waitForTimeout(250);
  }
}

/** The finished chair whose pictures ship with the demo, read before and after. */
async function measured(page) {
  await page.goto("/ledger");
  await page
    .getByTestId("ledger")
    .getByRole("button", { name: /hearth chair/ })
    .click();
  await page.getByTestId("job-detail").getByRole("link", { name: "Open the job" }).click();
  const pictures = page.getByTestId("before-after").getByRole("button", { name: "Measure it" });
  for (const [nth, shows] of [
    [0, undefined],
    [1, undefined],
    [2, "The towel it was wiped with"],
  ]) {
    await pictures.nth(nth).click();
    if (shows) await page.getByTestId("measure").getByRole("button", { name: shows }).click();
    if (nth === 0) await page.getByRole("button", { name: /known length/ }).click();
    await page.getByRole("button", { name: "Read the colours" }).click();
    await page.getByTestId("measure").waitFor({ state: "detached" });
  }
  await page.getByTestId("compare").waitFor();
  await page.getByTestId("before-after").evaluate((each) => each.scrollIntoView());
}

/** The place, a lesson while it is worked on, and what came of it. */
async function practised(page) {
  await page.goto("/practice");
  await page.getByRole("heading", { name: "Twelve lessons" }).waitFor();
  await shoot(page, "practice-place");
  await page.getByRole("button", { name: "Where heat may go" }).click();
  const tap = async (name) => {
    await page.getByRole("button", { name }).first().click();
    await page.clock.fastForward("00:01");
    await page.waitForTimeout(350);
  };
  for (const name of [/^Look it over/, /^Ask the owner/]) await tap(name);
  await page.keyboard.press("5");
  for (const name of ["Lift dry soil", "Go to Mix", "Neutral cleaner", "Hot, 45 °C", "To work with it"])
    await tap(name);
  await page.evaluate(() => scrollTo(0, 0));
  await shoot(page, "practice");
  for (const name of ["Sprayed", "Put it on", "5 min", "medium brush", "Draw it off"]) await tap(name);
  await page.keyboard.press("7");
  for (const name of ["8 h", "Hand it back"]) await tap(name);
  await page.getByTestId("debrief").waitFor();
  await shoot(page, "practice-debrief");
}

try {
  const desk = await open({ width: 1280, height: 800 });
  await desk.goto("/");
  await desk.locator(".job-next").first().waitFor();
  await shoot(desk, "jobs");
  await bay(desk, "job=demo-van&phase=look&zone=cv-38");
  await shoot(desk, "look");
  await bay(desk, "job=demo-van&phase=test&finding=cv-brown");
  await shoot(desk, "test");
  await bay(desk, "job=demo-ferry&phase=plan");
  await desk.getByRole("button", { name: /^Footwell/ }).press("Enter");
  await desk.getByTestId("schools").scrollIntoViewIfNeeded();
  await shoot(desk, "plan-schools");
  await bay(desk, "job=demo-ferry&phase=mix");
  await shoot(desk, "mix");
  await workToDwell(desk, "demo-ferry");
  await shoot(desk, "work");
  await bay(desk, "job=demo-hall&phase=plan&zone=hc-2&lens=water");
  await desk.getByText("Strokes and water, middle").click();
  await desk.getByTestId("cut-wettest").waitFor();
  await desk.getByText("Strokes and water, middle").evaluate((each) => each.scrollIntoView());
  await shoot(desk, "water");
  await bay(desk, "job=demo-hall&phase=dry&zone=hc-2");
  for (let step = 0; step < 24; step++) await desk.getByRole("slider", { name: "Time of drying" }).press("ArrowRight");
  await shoot(desk, "dry");
  await bay(desk, "job=demo-ferry&phase=handback");
  await desk.getByRole("button", { name: "All as it should be" }).click();
  await shoot(desk, "hand-back");
  await measured(desk);
  await shoot(desk, "measure");
  await desk.goto("/ledger");
  await desk
    .getByTestId("ledger")
    .getByRole("button", { name: /hearth chair/ })
    .click();
  await shoot(desk, "ledger");
  await desk.goto("/mark");
  await desk.getByRole("button", { name: "Polyester" }).click();
  await desk.getByRole("group", { name: "Colour" }).getByRole("button", { name: "Yellow to brown" }).click();
  await desk.getByRole("group", { name: "Feel" }).getByRole("button", { name: "Nothing to feel" }).click();
  await shoot(desk, "one-mark");
  await desk.goto("/shelf");
  await shoot(desk, "shelf");
  await practised(desk);
  await desk.goto("/day");
  await desk.getByRole("button", { name: "Search longer" }).waitFor();
  await desk.getByTestId("day-end").evaluate((each) => each.scrollIntoView());
  await shoot(desk, "day");

  const night = await open({ width: 1024, height: 768 });
  await night.goto("/settings");
  await night.getByRole("button", { name: "Night bay" }).click();
  await workToDwell(night, "demo-ferry");
  await shoot(night, "work-night-tablet");

  const phone = await open({ width: 390, height: 844 });
  await workToDwell(phone, "demo-ferry");
  await shoot(phone, "work-phone");
} finally {
  // Whatever went wrong above, the port is free again.
  await browser.close();
  server.kill();
}
