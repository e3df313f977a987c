import { expect, openFerry, pressAgain, test } from "./bay";

test("the day is timed in a worker: promises, lanes and list; other hands and other visits time it anew, and it is kept", async ({ page }) => {
  await page.clock.install({ time: new Date("2026-05-04T07:30:00") });
  await openFerry(page);
  await page.getByRole("link", { name: "Back to jobs" }).click();
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Day" }).click();
  const promises = page.getByTestId("promises").getByRole("listitem");
  await expect(promises).toHaveCount(4);
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
  await page.getByRole("group", { name: "Skerry Hall, entrance carpet: when" }).getByRole("button", { name: "Not today" }).click();
  await expect(promises).toHaveCount(3);
  await page.getByRole("button", { name: "Tern House settee: earlier" }).click();
  await expect(promises.first()).toContainText("1 Tern House settee");
  await page.reload();
  await expect(promises).toHaveCount(3);
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
