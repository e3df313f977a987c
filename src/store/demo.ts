import { db, whyNotKept } from "./db";
import type { Job } from "../core/job/schema";
import { deleteJobs, fetchJobs, isHere, loadJobs, notify, putJobs, stateNow, wholeJobs } from "./jobs";

/** Adds the demo jobs that are not here yet; what is here already stays as it is. They are fetched when asked for. */
export async function addDemoJobs() {
  const [{ demoJobs }, { DEMO_PICTURES, pastJobs }] = await Promise.all([
    import("../demo/jobs"),
    import("../demo/past"),
  ]);
  await loadJobs();
  await wholeJobs();
  const now = new Date();
  const missing = [...demoJobs(now), ...pastJobs(now)].filter(({ id }) => !isHere(id));
  if (missing.length > 0) await addDemoPictures(DEMO_PICTURES, missing, now);
  if (missing.length > 0 && (await putJobs(missing)))
    notify("The demo jobs are here. They are made up, and go in one tap.");
}

/** The pictures of the demo ship with the program; without them its jobs say that they are not on this device. */
async function addDemoPictures(pictureIds: readonly string[], missing: readonly Job[], now: Date) {
  try {
    for (const id of pictureIds) {
      const answer = await fetch(`/demo-pictures/${id}.jpg`);
      if (!answer.ok) continue;
      const blob = await answer.blob();
      const bitmap = await createImageBitmap(blob);
      await (
        await db()
      ).put("pictures", {
        id,
        jobId: missing.find(({ findings }) => JSON.stringify(findings).includes(id))?.id ?? "",
        blob,
        widthPx: bitmap.width,
        heightPx: bitmap.height,
        addedAt: now.getTime(),
      });
      bitmap.close();
    }
  } catch {
    // Jobs without their pictures are still jobs.
  }
}

export async function removeDemoJobs() {
  await wholeJobs();
  const { away } = stateNow();
  try {
    await fetchJobs(Object.values(away).flatMap(({ id, demo }) => (demo ? [id] : [])));
  } catch (error) {
    return notify(`Not removed: ${whyNotKept(error)}.`, "problem");
  }
  await deleteJobs(
    Object.values(stateNow().stored).filter(({ demo }) => demo),
    "The demo jobs were removed.",
  );
}
