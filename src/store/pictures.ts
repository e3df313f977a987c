import { Told } from "@/core/job/problem";
import { useEffect, useState } from "react";
import { shrinkWorker } from "../workers/shrink";
import { whyNotKept, withDb, type Picture } from "./db";
import { bytesOf, leaveNamed } from "./pictureBytes";
import { newId } from "./newId";

const MOST_BYTES = 60_000_000;
/** As long as this a picture nothing names is kept: what was taken off can be put back. */
const KEPT_MS = 7 * 86_400_000;

/**
 * Shrinks a picture and keeps it in this browser: the right way up, without the place and time the camera wrote into it.
 * @throws Error with a sentence when it is no picture, too large, or cannot be kept
 */
export async function addPicture(jobId: string, file: File): Promise<string> {
  if (file.size > MOST_BYTES)
    throw new Told(`"${file.name}" is ${Math.round(file.size / 1e6)} MB; a picture may have ${MOST_BYTES / 1e6} MB.`);
  const shrunk = await shrinkWorker().shrink(file);
  if ("problem" in shrunk) throw new Told(`"${file.name}" ${shrunk.problem}.`);
  const picture: Picture = { id: newId(), jobId, addedAt: Date.now(), ...shrunk };
  try {
    await withDb((database) => database.put("pictures", picture));
  } catch (error) {
    throw new Told(`The picture was not kept: ${whyNotKept(error)}.`, { cause: error });
  }
  return picture.id;
}

/** A kept picture as an address to show; undefined while it loads, null when it is not on this device. */
export function usePicture(id: string): string | null | undefined {
  const [url, setUrl] = useState<string | null>();
  useEffect(() => {
    let made: string | undefined;
    let over = false;
    void withDb((database) => database.get("pictures", id))
      .then((picture) => {
        if (over) return;
        made = picture?.blob instanceof Blob ? URL.createObjectURL(picture.blob) : undefined;
        setUrl(made ?? null);
      })
      .catch(() => setUrl(null));
    return () => {
      over = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [id]);
  return url;
}

/** Takes away old pictures that no job names any more, copies of jobs and jobs of newer versions included. */
export async function sweepPictures() {
  const old = new Set(
    (await withDb((database) => database.getAll("pictures")))
      .filter(({ addedAt, cameInAt = addedAt }) => Date.now() - Math.max(addedAt, cameInAt) > KEPT_MS)
      .map(({ id }) => id),
  );
  await leaveNamed(old);
  for (const id of old) await withDb((database) => database.delete("pictures", id));
}

/** A kept picture itself; undefined when it is not on this device, or its data is gone. */
export async function pictureBlob(id: string): Promise<Blob | undefined> {
  const kept = await withDb((database) => database.get("pictures", id));
  const bytes = await bytesOf(kept?.blob);
  return bytes && kept!.blob;
}

/** A kept picture as data that paper can hold; undefined when it is not on this device, or its data is gone. */
export async function pictureData(id: string): Promise<string | undefined> {
  const blob = await pictureBlob(id);
  if (!blob) return undefined;
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as string);
    reader.onerror = () => reject(new Error("a picture could not be read."));
    reader.readAsDataURL(blob);
  });
}
