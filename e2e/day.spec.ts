import { readFileSync } from "node:fs";
import ICAL from "ical.js";
import { expect, openFerry, pressAgain, test } from "./bay";

test("the day is timed in a worker: promises, lanes and list; other hands and other visits time it anew, and it is kept", async ({
  page,
}) => {
  await page.clock.install({ time: new Date("2026-05-04T07:30:00") });
  await openFerry(page);
  await page.getByRole("link", { name: "Back to jobs" }).click();
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Day" }).click();
  const promises = page.getByTestId("promises").getByRole("listitem");
  await expect(promises).toHaveCount(5);
  // What was promised first is visited first.
  await expect(promises.first()).toContainText("1 Gull Point ferry, saloon bench 4: hand back");
  await expect(page.getByRole("region", { name: "Timetable" }).locator("svg")).toBeVisible();
  await expect(page.getByTestId("latest")).toContainText("Slow steps must start by:");
  await page.getByText("What decides it").click();
  await expect(page.getByTestId("chain").getByRole("listitem").first()).toContainText("Drive to Gull Point ferry");

  await page.getByRole("heading", { name: "The same as a list" }).click();
  const rows = page.getByTestId("task-list").locator("tbody tr");
  await expect(rows.first()).toContainText("Drive to Gull Point ferry");
  const all = await rows.count();
  expect(all).toBeGreaterThan(40);

  const end = await page.getByTestId("day-end").innerText();
  await page.getByRole("button", { name: "Pairs of hands: more" }).click();
  await expect(page.getByTestId("day-end")).not.toHaveText(end);
  await page
    .getByRole("group", { name: "Skerry Hall, entrance carpet: when" })
    .getByRole("button", { name: "Not today" })
    .click();
  await expect(promises).toHaveCount(4);
  await page.getByRole("button", { name: "Tern House settee: earlier" }).click();
  await expect(promises.first()).toContainText("1 Tern House settee");
  await page.reload();
  await expect(promises).toHaveCount(4);
  await expect(promises.first()).toContainText("1 Tern House settee");
  await expect(page.getByRole("group", { name: "Pairs of hands" })).toContainText("2");
});

test("a search can be lengthened and stopped, and an empty day says what it is made of", async ({ page }) => {
  await page.goto("/day");
  await expect(page.locator("main")).toContainText("A day is made of jobs");
  await openFerry(page);
  await page.goto("/day");
  const longer = page.getByRole("button", { name: "Search longer" });
  await expect(longer).toBeVisible();
  await longer.click();
  const stop = page.getByRole("button", { name: "Stop searching" });
  await expect(stop).toBeVisible();
  await pressAgain(stop);
  await expect(longer).toBeVisible();
});

test(
  "a task is moved by drag or by key and the rest follows, or it says why not; visits in their best " +
    "order, and the day as a calendar",
  async ({ page }) => {
    await page.clock.install({ time: new Date("2026-05-04T07:30:00") });
    await openFerry(page);
    await page.goto("/day");
    const ended = page.getByRole("button", { name: "Search longer" });
    await expect(ended).toBeVisible();
    await page.getByRole("heading", { name: "The same as a list" }).click();
    const row = page
      .getByTestId("task-list")
      .locator("tbody tr")
      .filter({ has: page.getByRole("rowheader", { name: /^Drive to Gull Point ferry/ }) });
    const at = () => row.getByRole("cell").first().innerText();
    expect(await at()).toContain("09:30");

    // Dragged to the right it goes later, and what comes after goes with it.
    const end = await page.getByTestId("day-end").innerText();
    const drag = async (task: string, byPx: number) => {
      const bar = page.locator(`[data-task="demo-ferry/${task}"] rect`).first();
      await bar.scrollIntoViewIfNeeded();
      const box = (await bar.boundingBox())!;
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      await page.mouse.move(x, y);
      await page.mouse.down();
      await page.mouse.move(x + byPx / 2, y, { steps: 4 });
      await page.mouse.move(x + byPx, y, { steps: 4 });
      await page.mouse.up();
    };
    await drag("travel", 60);
    await expect.poll(at).not.toContain("09:30");
    await expect(page.getByTestId("day-end")).not.toHaveText(end);
    await page.getByRole("button", { name: "All as it comes" }).click();
    await expect.poll(at).toContain("09:30");
    await expect(ended).toBeVisible();

    // The same by button; and to the left of what it waits for it says why not.
    await row.getByRole("button", { name: /quarter of an hour later/ }).click();
    await expect.poll(at).toContain("09:45");
    await row.getByRole("button", { name: /as it comes/ }).click();
    await expect.poll(at).toContain("09:30");
    await expect(ended).toBeVisible();
    await drag("set-up", -20);
    await expect(page.getByTestId("why-not")).toContainText(/"Unload and set up" cannot be sooner: once there/);

    await page.getByRole("button", { name: "Put them in the best order" }).click();
    await expect(page.getByText(/best order\.|No other order/)).toBeVisible({ timeout: 60_000 });
    const file = page.waitForEvent("download");
    await page.getByRole("button", { name: "Calendar file" }).click();
    const text = readFileSync((await (await file).path())!, "utf8");
    const summaries = new ICAL.Component(ICAL.parse(text))
      .getAllSubcomponents("vevent")
      .map((each) => new ICAL.Event(each).summary);
    expect(summaries).toEqual(
      expect.arrayContaining([
        "Gull Point ferry, saloon bench 4",
        "Hand back: Tern House settee",
        "Usable: Skerry Hall, entrance carpet",
      ]),
    );
  },
);
