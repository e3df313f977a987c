// Screens: places/day
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
  // What would save a late one stands below them.
  const promises = page.getByTestId("promises").getByRole("listitem").filter({ hasText: /^\d / });
  // Each job falls whole on a day, and no day goes on into the night.
  const days = page.getByRole("group", { name: "Which day" }).getByRole("button");
  await expect(days.first()).toContainText(/^Today: \d visits/);
  const visits = async () => (await days.allInnerTexts()).map((words) => Number(/(\d+) visits?/.exec(words)?.[1] ?? 0));
  const [today] = await visits();
  expect((await visits()).reduce((sum, each) => sum + each, 0)).toBe(5);
  expect(today).toBeLessThan(5);
  await expect(promises).toHaveCount(today!);
  const dayEnd = page.getByTestId("day-end");
  await expect(dayEnd).toHaveText(/^Hands done 1[0-7]:\d\d$/);
  // What was promised first is visited first.
  await expect(promises.first()).toContainText("1 Gull Point ferry, saloon bench 4: hand back");
  const board = page.getByRole("region", { name: "Timetable" });
  await expect(board.getByRole("button", { name: /its steps$/ })).toHaveCount(today!);
  // The whole working day is on the screen, and opens into its steps.
  expect(await board.evaluate((shown) => shown.scrollWidth - shown.clientWidth)).toBeLessThanOrEqual(0);
  // Each visit says by when it is begun at the latest, and so does a slow step in it.
  await expect(board.getByRole("button", { name: /, by \d\d:\d\d: its steps$/ })).not.toHaveCount(0);
  await board.getByRole("button", { name: /^1 Gull Point ferry.*its steps$/ }).press("Enter");
  await expect(board.locator("[data-task]").first()).toBeVisible();
  await page.getByRole("button", { name: "Whole day" }).click();
  await expect(page.getByTestId("latest")).toContainText("Slow steps must start by:");
  await page.getByText("What decides it").click();
  await expect(page.getByTestId("chain").getByRole("listitem").first()).toContainText("Drive to Gull Point ferry");

  await page.getByRole("heading", { name: "The same as a list" }).click();
  const rows = page.getByTestId("task-list").locator("tbody tr");
  await expect(rows.first()).toContainText("Drive to Gull Point ferry");
  const all = await rows.count();
  expect(all).toBeGreaterThan(40);

  const end = await dayEnd.innerText();
  await page.getByRole("button", { name: "Pairs of hands: more" }).click();
  await expect(dayEnd).not.toHaveText(end);
  await page.getByRole("button", { name: "Pairs of hands: less" }).click();
  // Put off, it leaves the days; chosen for a full one, that is said with the day that has room.
  await page.getByLabel("Skerry Hall, entrance carpet: which day").selectOption({ label: "Later" });
  await expect.poll(async () => (await visits()).reduce((sum, each) => sum + each, 0)).toBe(4);
  for (const job of ["Estate car of the lightkeeper, full cabin", "Camper van Pippit, cabin", "Tern House settee"])
    await page.getByLabel(`${job}: which day`).selectOption({ label: "Today" });
  await page.getByLabel("Skerry Hall, entrance carpet: which day").selectOption({ label: "Today" });
  // What nobody chose a day for gives way, and a promise that breaks by it is said.
  const missed = page.getByTestId("missed");
  await expect(missed).toContainText("Gull Point ferry, saloon bench 4: falls on Tomorrow");
  await missed.getByRole("button", { name: "Today all the same" }).click();
  await expect(missed).toHaveCount(0);
  const overfull = page.getByTestId("overfull");
  await expect(overfull).toContainText("over the hours of Today");
  await expect(promises).toHaveCount(5);
  await overfull.getByRole("button", { name: /Tomorrow instead$/ }).click();
  await expect(promises).toHaveCount(4);
  await page.getByRole("button", { name: "Tern House settee: earlier" }).click();
  await expect(promises.first()).toContainText("1 Tern House settee");
  await page.reload();
  await expect(promises).toHaveCount(4);
  await expect(promises.first()).toContainText("1 Tern House settee");
  // Another day, and hours that go on into the night because somebody asked for them.
  await days.nth(1).click();
  await expect(dayEnd).toContainText("Hands done Tue ");
  await days.first().click();
  await page.getByRole("group", { name: "Hours" }).getByRole("button", { name: "Round the clock" }).click();
  await expect(days.first()).toContainText("Today: 4 visits");
  await page.getByRole("button", { name: "Pairs of hands: more" }).click();
  await expect(page.getByRole("group", { name: "Pairs of hands" })).toContainText("2");
});

test("what was promised for this evening keeps hands a little past their hours, and that is said", async ({ page }) => {
  // 16:20 where the browser stands.
  await page.clock.install({ time: new Date("2026-05-04T14:20:00Z") });
  await openFerry(page);
  await page.goto("/day");
  await expect(page.getByTestId("overfull")).toContainText("promised for that evening: Gull Point ferry");
  await expect(page.getByTestId("day-end")).toHaveText(/^Hands done 18:\d\d$/);
  await expect(page.getByTestId("promises")).toContainText("hand back 18:30: holds");
  // What is more than fits and was not asked for goes on the next morning, in a block of its own.
  await page.getByLabel("Gull Point ferry, saloon bench 4: which day").selectOption({ label: "Later" });
  await page.getByLabel("Estate car of the lightkeeper, full cabin: which day").selectOption({ label: "Today" });
  await expect(page.getByTestId("overfull")).toContainText("what is left goes on the next morning");
  const board = page.getByRole("region", { name: "Timetable" });
  await expect(board.getByRole("button", { name: /Estate car.*goes on: its steps$/ })).toHaveCount(1);
  // After the hours there is no today, but for what somebody was promised in it.
  await page.clock.setSystemTime(new Date("2026-05-04T16:20:00Z"));
  await page.reload();
  const days = page.getByRole("group", { name: "Which day" }).getByRole("button");
  await expect(days.first()).toHaveText(/^Tomorrow/);
  await page.getByLabel("Gull Point ferry, saloon bench 4: which day").selectOption({ label: "Tomorrow" });
  await expect(days.first()).toHaveText(/^Today: free/);
  await page.getByRole("button", { name: "Today all the same" }).first().click();
  await expect(page.getByTestId("overfull")).toContainText("promised for that evening: Gull Point ferry");
});

test("a search can be lengthened and stopped, and an empty day says what it is made of", async ({ page }) => {
  // Late in the evening little is left of a day, and that is proved at once.
  await page.clock.install({ time: new Date("2026-05-04T09:12:00") });
  await page.goto("/day");
  await expect(page.locator("main")).toContainText("A day is made of jobs");
  await openFerry(page);
  await page.goto("/day");
  // A day of one visit may be proved at once as well: the fullest is not.
  const days = page.getByRole("group", { name: "Which day" }).getByRole("button");
  await expect(days.first()).toBeVisible();
  const visits = (await days.allInnerTexts()).map((words) => Number(/(\d+) visits?/.exec(words)?.[1] ?? 0));
  await days.nth(visits.indexOf(Math.max(...visits))).click();
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
    await page.getByRole("button", { name: /^1 Gull Point ferry.*its steps$/ }).click();
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
    await expect(page.getByText(/best order\.|No other order/)).toBeVisible();
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
        "Usable: Tern House settee",
      ]),
    );
  },
);
