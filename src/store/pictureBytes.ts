import { withDb, type Picture } from "./db";

/** The data of a kept picture, which a browser may have lost. */

export const pictureKept = (id: string): Promise<Picture | undefined> =>
  withDb((database) => database.get("pictures", id));

/** True while a picture is kept here with its data. */
export async function isPictureHere(id: string): Promise<boolean> {
  const blob: unknown = (await pictureKept(id))?.blob;
  // Its first byte tells whether the rest can be read.
  return blob instanceof Blob && (await bytesOf(blob.slice(0, 1))) !== undefined;
}

/**
 * Leaves out of some pictures those that a kept job names, copies of jobs and jobs of newer versions included.
 * @param ids is changed @param except jobs that do not count
 */
export async function leaveNamed(ids: Set<string>, except: ReadonlySet<string> = new Set()) {
  for (const key of await withDb((database) => database.getAllKeys("jobs"))) {
    if (except.has(key) || ids.size === 0) continue;
    const text = JSON.stringify(await withDb((database) => database.get("jobs", key)));
    for (const id of ids) if (text.includes(id)) ids.delete(id);
  }
}

/** What a kept file holds; undefined where the browser lost it, or nothing was ever kept. */
export async function bytesOf(blob: unknown): Promise<Uint8Array<ArrayBuffer> | undefined> {
  if (!(blob instanceof Blob) || blob.size === 0) return undefined;
  return blob.arrayBuffer().then(
    (bytes) => new Uint8Array(bytes),
    () => undefined,
  );
}
