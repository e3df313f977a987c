// Screens: phases/look, phases/test, bay/map, places/notes
import { writeFileSync } from "node:fs";
import exifr from "exifr";
import type { Locator, Page } from "@playwright/test";
import { withPlaceAndTurn } from "./exif";
import { allLoaded, expect, openCards, openDemo, openFerry, phase, pressAgain, storedJob, test } from "./bay";

/** The walk-round and the diagnosis, on the real screens. */

const group = (page: Page, name: string) => page.getByRole("group", { name, exact: true });
const chip = (page: Page, of: string, name: string) => group(page, of).getByRole("button", { name, exact: true });
const zone = (page: Page, name: string) => page.getByRole("button", { name: new RegExp(`^${name},`) });

test("a cabin with headliner, belts and mats, walked round from nothing to a full set of findings in under sixty taps", async ({
  page,
}) => {
  let taps = 0;
  const tap = async (target: Locator) => {
    await target.click();
    taps += 1;
  };
  await page.goto("/");
  await tap(page.getByRole("button", { name: "New job" }));
  await tap(page.getByRole("button", { name: "Vehicle cabin" }));

  // The owner.
  await tap(page.getByRole("heading", { name: "Owner's account" }));
  await tap(chip(page, "What was spilled", "Milk, egg, blood or vomit"));
  await tap(page.getByRole("button", { name: "Next question" }));
  await tap(chip(page, "When", "Days"));
  await tap(page.getByRole("button", { name: "Nothing was tried" }));
  await tap(chip(page, "Who uses it", "Animals"));
  await tap(page.getByRole("button", { name: "Next question" }));
  await tap(page.getByRole("button", { name: "No allergies" }));
  await tap(chip(page, "What matters most", "The smell gone"));
  await expect(page.getByTestId("account")).toContainText("find its source before the marks");
  await tap(page.getByRole("heading", { name: "Owner's account" }));

  // The cloth.
  await tap(chip(page, "Fibre of Vehicle cabin", "Polyester"));
  await tap(chip(page, "Build of Vehicle cabin", "Loose cover over foam"));
  await tap(chip(page, "Weave of Vehicle cabin", "Flat woven"));
  await tap(chip(page, "Care label of Vehicle cabin", "No label"));
  await tap(chip(page, "Age of Vehicle cabin", "Under 10 years"));
  await tap(chip(page, "State of Vehicle cabin", "Sound"));
  await tap(page.getByRole("button", { name: "Looked: nothing" }).first());
  await tap(page.getByRole("heading", { name: "Cloth", exact: true }));

  // Damage first, then soil, marks, hair, smell, mould.
  await tap(page.getByRole("button", { name: "Record damage" }));
  await tap(zone(page, "Front seat left, base bolster left"));
  await tap(chip(page, "Damage", "Wear"));
  await tap(page.getByRole("button", { name: /The owner has seen it/ }));
  await tap(page.getByRole("button", { name: "Done with it" }));
  await tap(zone(page, "Boot floor"));
  await tap(chip(page, "Soil on Boot floor", "Heavy"));
  await tap(page.getByRole("button", { name: "Hair here" }));
  await tap(chip(page, "How much hair", "Woven in"));
  await expect(page.getByTestId("hair-passes")).toContainText("passes");
  await tap(page.getByRole("button", { name: "Done with it" }));
  await tap(zone(page, "Front mat left, loose"));
  await tap(chip(page, "Soil on Front mat left, loose", "Caked"));
  await tap(zone(page, "Front seat left, belt"));
  await tap(chip(page, "Soil on Front seat left, belt", "Light"));
  await tap(page.locator('[data-zone$="/r2-s3"]'));
  await tap(page.getByRole("button", { name: "A smell here" }));
  await tap(chip(page, "Strength shut", "4 strong"));
  await tap(chip(page, "Smells of", "Sour or rotten"));
  await tap(chip(page, "Strength aired", "3 clear"));
  await expect(page.getByTestId("odour-source")).toContainText("Second seat right");
  await tap(page.getByRole("button", { name: "Sniff there" }));
  await tap(chip(page, "Strength shut", "1 a trace"));
  await tap(page.getByRole("button", { name: "Done with it" }));
  await tap(page.getByRole("button", { name: "Add a mark" }));
  await tap(zone(page, "Second seat right, base"));
  await tap(chip(page, "Size by comparison", "Hand"));
  await tap(page.getByRole("button", { name: "Done with it" }));
  await tap(page.getByRole("button", { name: "Add a mark" }));
  await tap(zone(page, "Headliner"));
  await tap(page.getByRole("button", { name: "Done with it" }));
  expect(taps).toBeLessThan(60);

  await phase(page, "Plan").click();
  await page
    .getByRole("button", { name: "The whole job" })
    .or(page.getByRole("heading", { name: "The whole job" }))
    .first()
    .click();
  await openCards(page);
  await expect(page.getByTestId("plan-step").filter({ hasText: "Lift hair" })).toHaveCount(1);
  await expect(page.getByText(/damage, |was there before, a note and no step/).first()).toBeVisible();
});

test("a zone is split, its mark goes with its half, and undo brings the whole back; a corner is dragged", async ({
  page,
}) => {
  await openFerry(page, "look", "&zone=fb-2");
  const area = await page.getByTestId("zone-area").innerText();
  await page.getByText("Name and shape").click();
  await page.getByRole("button", { name: "Split left and right" }).click();
  await expect(page.locator("[data-zone]")).toHaveCount(7);
  await expect(page.getByTestId("zone-area")).not.toHaveText(area);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.locator("[data-zone]")).toHaveCount(6);
  await expect(page.getByTestId("zone-area")).toHaveText(area);

  await page.getByRole("button", { name: "Drag its corners" }).click();
  const handle = page.getByTestId("corner-handle").nth(2);
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 30, box.y - 30, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByTestId("zone-area")).not.toHaveText(area);
  await page.getByRole("button", { name: "Back to the pattern's shape" }).click();
  await expect(page.getByTestId("zone-area")).toHaveText(area);
});

test.describe("with everything loaded ahead", () => {
  test.use({ loadsAhead: true });

  test("only the mark in hand is dragged and sized", async ({ page }) => {
    await openFerry(page, "look");
    // Until its face is loaded the drawing moves by a few pixels.
    await allLoaded(page);
    const drag = async (target: Locator, by: number) => {
      const box = (await target.boundingBox())!;
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
      await page.mouse.down();
      await page.mouse.move(box.x + box.width / 2 + by, box.y + box.height / 2 + by, { steps: 5 });
      await page.mouse.up();
    };
    const soup = page.locator('[data-finding="fb-soup"]');
    const before = (await soup.boundingBox())!.x;
    await drag(soup, 25);
    expect((await soup.boundingBox())!.x).toBeCloseTo(before, 0);
    await soup.click();
    await expect(page.getByTestId("size-handle")).toBeVisible();
    await drag(soup, 25);
    await expect.poll(async () => (await soup.boundingBox())!.x).toBeGreaterThan(before + 15);
    const area = await page.getByTestId("mark-area").innerText();
    await drag(page.getByTestId("size-handle"), 20);
    await expect(page.getByTestId("mark-area")).not.toHaveText(area);
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByTestId("mark-area")).toHaveText(area);
  });
});

test("a picture is turned the right way up, kept over a reload, and its place is gone", async ({ page }, info) => {
  await openFerry(page, "look", "&finding=fb-burn");
  const data = await page.evaluate(() => {
    const canvas = document.createElement("canvas");
    [canvas.width, canvas.height] = [80, 40];
    const draw = canvas.getContext("2d")!;
    draw.fillStyle = "#a4382b";
    draw.fillRect(0, 0, 80, 40);
    return canvas.toDataURL("image/jpeg").split(",")[1]!;
  });
  const file = withPlaceAndTurn(Buffer.from(data, "base64"));
  expect(await exifr.gps(file)).toMatchObject({ latitude: 54.5 });
  const path = info.outputPath("burn.jpg");
  writeFileSync(path, file);
  await page.getByLabel("Picture file").setInputFiles(path);
  const shown = page.getByTestId("picture");
  await expect(shown).toBeVisible();
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  await page.reload();
  await expect(shown).toBeVisible();
  expect(await shown.evaluate((image: HTMLImageElement) => [image.naturalWidth, image.naturalHeight])).toEqual([
    40, 80,
  ]);
  const bytes = Buffer.from(await readPicture(page));
  expect(await exifr.gps(bytes).catch(() => undefined)).toBeUndefined();
  expect(bytes.includes("Exif")).toBe(false);

  const bad = info.outputPath("bad.jpg");
  writeFileSync(bad, "not a picture");
  await page.getByLabel("Picture file").setInputFiles(bad);
  await expect(page.getByRole("alert").filter({ hasText: "no picture this browser can read" })).toBeVisible();
  await expect(shown).toHaveCount(1);
});

/** The one picture this browser keeps, read from its database: the page's own policy lets no script fetch a blob. */
const readPicture = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const open = indexedDB.open("weary-bristle");
        open.onsuccess = () => {
          const request = open.result.transaction("pictures").objectStore("pictures").getAll();
          request.onsuccess = async () =>
            resolve([...new Uint8Array(await (request.result[0] as { blob: Blob }).blob.arrayBuffer())]);
        };
      }),
  );

test("the next test by the keys T and a number; a damp test stays locked until water is proved", async ({ page }) => {
  await openDemo(page, "demo-hall", "phase=look&zone=hc-2");
  await page.getByRole("button", { name: "Add a mark" }).click();
  await page.getByRole("button", { name: /^Middle of/ }).click();
  await page.getByRole("button", { name: "Test what it is" }).click();
  const next = page.getByTestId("next-test");
  await expect(next).toContainText("Next:");
  const first = await next.getAttribute("data-test");
  await page.keyboard.press("t");
  await page.keyboard.press("1");
  await expect(next).not.toHaveAttribute("data-test", first!);
  await expect(page).toHaveURL(/phase=test/);

  await expect(page.getByTestId("lock-towel")).toContainText("Prove plain water on a hidden place first");
  await chip(page, "Colourfastness of Plain water", "Step 5").click();
  await expect(page.getByTestId("lock-towel")).toBeHidden();
  await page.getByRole("heading", { name: "An agent or heat on the cloth" }).click();
  await expect(page.getByTestId("lock-steam")).toContainText("heat sets it for good");
});

test("instruments answer, are typed and pasted; a bad line is named and nothing is taken", async ({ page }) => {
  await openDemo(page, "demo-van", "phase=test&finding=cv-milk");
  await page.getByRole("heading", { name: "An instrument" }).click();
  const readings = page.getByTestId("readings").getByRole("listitem");
  await page.getByTestId("instruments").getByRole("button", { name: "pH pen" }).click();
  await expect(readings).toHaveCount(1);
  await expect(chip(page, "pH on the damped mark", "Under 6").or(page.getByTestId("lock-ph"))).toBeVisible();
  await page.getByText("Type a reading").click();
  await page.getByLabel("Moisture meter, %").fill("26");
  await page.getByLabel("Moisture meter, %").press("Enter");
  await expect(chip(page, "Moisture meter", "Wetter deep in")).toHaveAttribute("aria-pressed", "true");

  await page.getByText("Paste or open a table of readings").click();
  const table = page.getByLabel(/^CSV:/);
  await table.fill(
    "instrument,zone,value,humidity\nmoisture,Boot floor,12,\nmoisture,Attic,9,\nph,Boot floor,fifteen,",
  );
  await page.getByRole("button", { name: "Take these readings" }).click();
  const refused = page.getByRole("alert").filter({ hasText: "No reading was taken" });
  await expect(refused).toContainText('Line 3: there is no zone called "Attic"');
  await expect(refused).toContainText('Line 4: "fifteen" is not a number');
  await expect(readings).toHaveCount(2);
  await table.fill("instrument,zone,value,humidity\nmoisture,Boot floor,12,\nair,,21,48");
  await pressAgain(page.getByRole("button", { name: "Take these readings" }));
  await expect(readings).toHaveCount(4);
  await expect(page.getByTestId("saved")).toHaveText("Saved");
  expect((await storedJob(page, "demo-van")) as unknown as { site: object }).toMatchObject({
    site: { airTempC: 21, relativeHumidityPct: 48 },
  });
});

test("mould is referred until it was asked who lives there, and by its size whatever is said", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Carpet", exact: true }).click();
  await page.getByRole("button", { name: "Mould" }).click();
  await page.getByRole("button", { name: /^Middle of/ }).click();
  const verdict = page.getByTestId("mould-verdict");
  await expect(verdict).toContainText("Ask who lives there first");
  await page.getByRole("heading", { name: "Owner's account" }).click();
  await page.getByRole("button", { name: /Who uses it/ }).click();
  await page.getByRole("button", { name: "None of these" }).click();
  await page.getByRole("button", { name: "No allergies" }).click();
  await chip(page, "Behind it", "Hard and wipeable").click();
  await expect(verdict).toContainText("Clean with protection");
  await chip(page, "Behind it", "Foam or padding").click();
  await expect(verdict).toContainText("The foam goes");
  // Ten square feet in all: two patches of 0.63 m², each small enough by itself.
  await chip(page, "Size by comparison", "Half a door").click();
  await expect(verdict).toContainText("The foam goes");
  await page.getByRole("button", { name: "Done with it" }).click();
  await page.getByRole("button", { name: "Mould", exact: true }).first().click();
  await zone(page, "Far end").click();
  await chip(page, "Behind it", "Hard and wipeable").click();
  await chip(page, "Size by comparison", "Half a door").click();
  await expect(verdict).toContainText("about 1 m² or more in all");
  await phase(page, "Plan").click();
  await expect(page.getByTestId("plan-step")).toHaveCount(0);
});

test("an unknown fibre is narrowed by tests, with the burn test's caution, and named with one tap", async ({
  page,
}) => {
  await page.goto("/");
  await page.getByRole("button", { name: "New job" }).click();
  await page.getByRole("button", { name: "Armchair" }).click();
  await page.getByText("Nobody knows? Test it").click();
  await expect(page.getByTestId("fibre-tests")).toContainText("never in a cabin");
  await chip(page, "Smell of the smoke", "Burnt hair").click();
  await chip(page, "Feel", "Warm and springy").click();
  await page.getByRole("button", { name: "Take it as wool" }).click();
  await expect(chip(page, "Fibre of Armchair", "Wool")).toHaveAttribute("aria-pressed", "true");
});

test("a table changed in Field notes changes what a mark is taken for, and goes back", async ({ page }) => {
  await openDemo(page, "demo-hall", "phase=test&finding=hc-tea");
  const belief = page.getByTestId("belief-tannin");
  const before = await belief.innerText();
  await page.goto("/notes");
  await page.getByLabel("Test", { exact: true }).selectOption("edge");
  await page.getByLabel("If it is").selectOption("tannin");
  await page.getByLabel("Weight of dark rim, paler inside").fill("0.05");
  await page.getByLabel("Weight of dark rim, paler inside").press("Enter");
  await expect(page.getByRole("button", { name: "Reset all 1 of your own weights" })).toBeVisible();
  await expect(page.locator(".notice")).toBeVisible();
  await page.goto("/bay?job=demo-hall&phase=test&finding=hc-tea");
  await expect(page.getByTestId("beliefs")).not.toContainText(before);
  await page.goto("/notes");
  await page.getByRole("button", { name: /^Reset all/ }).click();
  await expect(page.getByText("Every weight is the table's again.")).toBeVisible();
  await page.goto("/bay?job=demo-hall&phase=test&finding=hc-tea");
  await expect(belief).toHaveText(before);
});
