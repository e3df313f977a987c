// Screens: ui, design, bay
import { expect, openDemo, openFerry, storedJob, tabTo, test } from "./bay";

test("a sign says what it does to whoever reaches it by keyboard, and Esc takes the word away", async ({ page }) => {
  await openFerry(page, "work");
  await tabTo(page, /List of keys/);
  await expect(page.getByRole("tooltip")).toHaveText("Keys (?)");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("tooltip")).toHaveCount(0);
});

test("without a margin what guards the cloth waits in a drawer, what guards people does not", async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await openFerry(page, "plan", "&finding=fb-soup");
  const drawer = page.getByRole("dialog", { name: "For the cloth" });
  const opens = page.getByRole("button", { name: /^For the cloth:/ });
  await expect(page.locator(".margin-inline .caution").first()).toBeVisible();
  await opens.click();
  await expect(drawer.locator(".caution").first()).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(drawer).toHaveCount(0);
  await expect(opens).toBeVisible();
});

test("a field is kept as it is left, one that does not fit says why and keeps the old, undo fills it anew", async ({
  page,
}) => {
  await openFerry(page, "look");
  await page.getByRole("heading", { name: "Customer and promises" }).click();
  const customer = page.getByLabel("Customer", { exact: true });
  const before = await customer.inputValue();
  await customer.fill("Ferry office");
  await customer.press("Tab");
  await expect.poll(async () => (await storedJob(page, "demo-ferry")).customer).toBe("Ferry office");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(customer).toHaveValue(before);
  await page.getByRole("heading", { name: "Piece", exact: true }).click();
  const length = page.getByLabel("Length, mm");
  const stands = await length.inputValue();
  await length.fill("99999");
  await length.press("Enter");
  await expect(
    page.getByRole("alert").filter({ hasText: "Must be between 600 mm and 6000 mm. The old value stands." }),
  ).toBeVisible();
  await length.press("Escape");
  await expect(length).toHaveValue(stands);
  await page.goto("/settings");
  // Typed again until the page listens: what is typed before it has come up is nobody's.
  const usual = page.getByRole("group", { name: "Hours" }).getByRole("button", { name: "08:00 to 18:00" });
  await expect(async () => {
    await page.getByLabel("From", { exact: true }).fill("06:30");
    await expect(usual).toHaveAttribute("aria-pressed", "false", { timeout: 1000 });
  }).toPass();
  await page.reload();
  await expect(page.getByLabel("From", { exact: true })).toHaveValue("06:30");
});

test("a zone drawn by hand asks what it is, and is planned as that", async ({ page }) => {
  await openFerry(page, "look");
  await page.getByText("Name and shape").click();
  await page.getByRole("button", { name: "Add a square zone below it" }).click();
  const role = page.getByRole("group", { name: "What it is" });
  await expect(role.getByRole("button", { name: "Seat back" })).toHaveAttribute("aria-pressed", "true");
  await role.getByRole("button", { name: "Headliner" }).click();
  await expect(role.getByRole("button", { name: "Headliner" })).toHaveAttribute("aria-pressed", "true");
  const { zones } = await storedJob(page, "demo-ferry");
  expect(Object.values(zones.byId).filter(({ role }) => role === "headliner")).toHaveLength(1);
});

test("at night a plan begins when the hours do, until somebody starts", async ({ page }) => {
  // Ten past ten in the evening where the browser stands.
  await page.clock.install({ time: Date.UTC(2026, 4, 4, 20, 10) });
  await openDemo(page, "demo-hall", "phase=work");
  const hours = page.getByTestId("after-hours");
  await expect(hours).toContainText("reckoned from Tue 08:00");
  await expect(page.getByTestId("run-finish")).toContainText("Tue");
  await page.getByTestId("main-act").click();
  await expect(hours).toHaveCount(0);
  await expect(page.getByTestId("run-finish")).not.toContainText("Tue 1");
});
