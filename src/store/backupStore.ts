import { proxy } from "comlink";
import { filesWorker } from "./filesWorker";
import type { Missing } from "./backup";
import type { Opened, PartLimits, Plan, Preview, Saving, Taken, Tell } from "./filesWork";
import { allSaved, jobsCameIn, notify, putBack } from "./jobs";
import { kitNow } from "./kit";
import { nowIso, nowMs } from "./clock";
import { saveAsFile } from "./saveFile";
import { changeSettings, settingsNow } from "./settings";

/** The page's side of backups: what is asked of the worker, and what is shown of its answers. */

export type { Opened, Plan, Preview } from "./filesWork";

/** What a backup would come to; browser tests set smaller parts. @returns why not, in words */
export async function planBackup(tell: Tell): Promise<Plan | { problem: string }> {
  if (!(await allSaved()))
    return {
      problem: "The backup was not made: a change is not stored yet. See what the strip says, then make it again.",
    };
  return filesWorker().planBackup(
    proxy(tell),
    (globalThis as { wearyBristlePartLimits?: PartLimits }).wearyBristlePartLimits,
  );
}

export const stopFiles = () => void filesWorker().stop();

const savingNow = (): Saving => {
  const { units, theme, currency, rates, learning, practice } = settingsNow();
  return {
    madeAt: nowIso(),
    settings: {
      units,
      theme,
      ...(currency ? { currency } : {}),
      ...(rates ? { rates } : {}),
      ...(learning ? { learning } : {}),
      ...(practice ? { practice } : {}),
    },
    kit: kitNow(),
  };
};

/** What went out: when it was begun, and pictures that could not go with it. */
export interface Saved {
  saving: Saving;
  missing: readonly Missing[];
}

/** Makes one part and hands it over. @param number from 1 @returns why not, in words */
export async function savePart(
  plan: Plan,
  number: number,
  begun: Saving | undefined,
  passphrase: string | undefined,
  tell: Tell,
): Promise<{ problem: string } | Saved> {
  const saving = begun ?? savingNow();
  const of = plan.parts.length;
  const made = await filesWorker().savePart(plan.parts[number - 1]!, number, of, saving, proxy(tell), passphrase);
  if ("problem" in made) return made;
  saveAsFile(`${fileNameOf(saving)}${of > 1 ? `-part-${number}-of-${of}` : ""}.zip`, made.file);
  return { saving, missing: made.missing };
}

const fileNameOf = ({ madeAt }: Pick<Saving, "madeAt">) => `weary-bristle-${madeAt.slice(0, 10)}`;

type Picker = (options: object) => Promise<FileSystemFileHandle>;

/**
 * The file that everything is to be written into, picked now: the tap that asks for it must be just over.
 * @returns undefined where this browser writes no file by itself; "left" where nobody picked one
 */
export async function pickFile(): Promise<FileSystemFileHandle | "left" | undefined> {
  const { showSaveFilePicker } = window as unknown as { showSaveFilePicker?: Picker };
  if (!showSaveFilePicker) return undefined;
  try {
    return await showSaveFilePicker.call(window, {
      suggestedName: `${fileNameOf({ madeAt: nowIso() })}.zip`,
      types: [{ description: "ZIP", accept: { "application/zip": [".zip"] } }],
    });
  } catch (error) {
    return error instanceof DOMException && error.name === "AbortError" ? "left" : undefined;
  }
}

/** Writes everything into one file. @returns why not, in words */
export async function saveWhole(
  into: FileSystemFileHandle,
  plan: Plan,
  passphrase: string | undefined,
  tell: Tell,
): Promise<{ problem: string } | Saved> {
  const saving = savingNow();
  const made = await filesWorker().saveWhole(into, plan.parts, saving, proxy(tell), passphrase);
  return "problem" in made ? made : { saving, missing: made.missing };
}

/** Everything was written into a file: the browser said so. */
export const backedUp = ({ madeAt }: Pick<Saving, "madeAt">) =>
  changeSettings({ backedUpAt: madeAt, handedOverAt: undefined });

/** Everything was handed to the browser as a download: whether it arrived only somebody who looks can say. */
export const handedOver = ({ madeAt }: Saving) => changeSettings({ handedOverAt: madeAt });
export const didNotArrive = () => changeSettings({ handedOverAt: undefined });

/** Takes notes of pictures away whose data is gone. @returns how many went */
export const dropMissing = (missing: readonly Missing[]): Promise<number> =>
  filesWorker().dropMissing(missing.map(({ id }) => id));

/** Reads a backup and says what it would change; nothing is changed. */
export const openBackup = (
  file: File,
  tell: Tell,
  passphrase?: string,
): Promise<Opened | { locked: string } | { problems: string[] }> =>
  // What comes over from a worker loses which of them it is.
  filesWorker().openBackup(file, proxy(tell), passphrase) as ReturnType<typeof openBackup>;

/** Takes a backup in, all of it or nothing. @returns what was done, or why not */
export async function takeBackup(
  file: File,
  withSettings: boolean,
  tell: Tell,
  passphrase?: string,
): Promise<Taken | { problem: string }> {
  const taken = await filesWorker().takeBackup(file, nowMs(), proxy(tell), passphrase);
  if ("problem" in taken) return taken;
  await jobsCameIn(taken.jobIds);
  const { settings, kit } = taken;
  if (withSettings && settings && kit) {
    const { ownTables, experience: _learnt, ...shelf } = kit;
    await changeSettings({ ...settings, shelf, ...(ownTables ? { ownTables } : {}) });
  }
  return taken;
}

/** A job packed with its pictures is taken in at once; a whole backup is weighed in Settings first. @returns what is wrong, in words */
export async function openPacked(file: File): Promise<string[]> {
  const opened = await openBackup(file, () => undefined);
  if ("problems" in opened) return opened.problems;
  if ("locked" in opened) return [`${opened.locked} Open it in Settings and files: it asks for the passphrase there.`];
  if (opened.hasSettings || opened.part)
    return [
      "This is a backup of everything, or a part of one. Open it in Settings and files: there you see what it would change before it does.",
    ];
  const taken = await takeBackup(file, false, () => undefined);
  if ("problem" in taken) return [taken.problem];
  notify(takenWords(taken.preview));
  return [];
}

/** Pictures that stayed outside, in words. */
export const refusedWords = ({ refused }: Pick<Preview, "refused">): string[] =>
  named(
    refused,
    (why) => `Left out: ${why}`,
    (count) => `${count} pictures were left out: they are none this browser can draw.`,
  );

/** What came in, in words. */
function takenWords({ added, merged, kept, same, pictures, refused, altered }: Preview): string {
  const words = [
    ...named(
      added,
      ({ title }) => `"${title}" was opened from the file.`,
      (count) => `${count} jobs were opened from the file.`,
    ),
    ...named(
      merged,
      ({ title, events }) =>
        `"${title}": ${events === 1 ? "one thing" : `${events} things`} that happened elsewhere taken in.`,
      (count) => `${count} jobs: what happened elsewhere was taken in.`,
    ),
    ...named(
      merged.filter(({ differing }) => differing > 0),
      ({ title, differing }) =>
        `"${title}": ${differing === 1 ? "one thing differs" : `${differing} things differ`} between the two devices. ` +
        "Both are kept: open the job and pick.",
      (count) => `In ${count} jobs the two devices differ. Both sides are kept: open each job and pick.`,
    ),
    ...named(
      kept,
      ({ title }) => `"${title}" is here already, changed; it stays as it is here.`,
      (count) => `${count} jobs are here already, changed; they stay as they are here.`,
    ),
    ...(same > 0 ? [same === 1 ? "One job is here already, just so." : `${same} jobs are here already, just so.`] : []),
    ...(pictures > 0 ? [pictures === 1 ? "One picture came in." : `${pictures} pictures came in.`] : []),
    ...refusedWords({ refused }),
    ...altered,
  ];
  return words.length > 0 ? words.join(" ") : "There was nothing in it that is not here already.";
}

const MOST_NAMED = 3;
const named = <T>(list: readonly T[], one: (each: T) => string, many: (count: number) => string): string[] =>
  list.length === 0 ? [] : list.length <= MOST_NAMED ? list.map(one) : [many(list.length)];

/** Reads one job file, or a list of them, beside the page. @returns ids of the jobs that came in, or what is wrong in words */
export async function importFile(file: File): Promise<{ imported: string[]; problems: string[] }> {
  const taken = await filesWorker().takeJobFile(file, file.name);
  if ("problems" in taken) return { imported: [], problems: taken.problems };
  await jobsCameIn(taken.jobIds);
  const { before } = taken;
  const after = new Map(taken.after.map((job) => [job.id, job]));
  notify(takenWords(taken.preview), "plain", before.length > 0 ? () => void putBack(before, after) : undefined);
  return { imported: taken.jobIds, problems: [] };
}

/** All jobs as files that open again; more than one where one would be too large. @returns why not, in words */
export async function saveList(tell: Tell): Promise<string | undefined> {
  const at = nowIso();
  const made = await filesWorker().listJobs(kitNow(), at, proxy(tell));
  if ("problem" in made) return made.problem;
  const of = made.files.length;
  for (const [index, file] of made.files.entries()) {
    saveAsFile(`weary-bristle-${at.slice(0, 10)}${of > 1 ? `-${index + 1}-of-${of}` : ""}.jobs.json`, file);
    // One download at a time: browsers drop those that come at once.
    if (of > 1) await new Promise((done) => setTimeout(done, 700));
  }
  return undefined;
}
