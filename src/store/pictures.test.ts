import "fake-indexeddb/auto";
import { expect, it } from "vitest";
import { db, type Picture } from "./db";
import { sweepPictures } from "./pictures";

it("sweeps only old pictures that no job names, whichever version wrote the job", async () => {
  const database = await db();
  const picture = (id: string, daysOld: number): Picture => ({
    id,
    jobId: "gone",
    blob: new Blob(["x"]),
    widthPx: 1,
    heightPx: 1,
    addedAt: Date.now() - daysOld * 86_400_000,
  });
  for (const each of [
    picture("old-unnamed", 30),
    picture("new-unnamed", 1),
    picture("named-by-copy", 30),
    picture("named-by-newer", 30),
  ])
    await database.put("pictures", each);
  await database.put(
    "jobs",
    { version: 2, job: { findings: { byId: { f: { pictures: ["named-by-copy"] } } } } },
    "copy",
  );
  await database.put("jobs", { version: 99, job: { album: ["named-by-newer"] } }, "newer");
  await sweepPictures();
  expect((await database.getAllKeys("pictures")).sort()).toEqual(["named-by-copy", "named-by-newer", "new-unnamed"]);
});
