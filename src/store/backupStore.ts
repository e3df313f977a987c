import { proxy } from "comlink";
import { whyNotKept } from "./db";
import { filesWorker } from "./filesWorker";
import type { Opened, PartLimits, Plan, Preview, Saving, Taken, Tell } from "./filesWork";
import { allSaved, fetchJobs, jobNow, jobsCameIn, notify, putJobs } from "./jobs";
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

/** Makes one part and hands it over. The last one says that everything was saved. @param number from 1 @returns why not, in words */
export async function savePart(
  plan: Plan,
  number: number,
  begun: Saving | undefined,
  tell: Tell,
): Promise<{ problem: string } | { saving: Saving }> {
  const saving = begun ?? savingNow();
  const of = plan.parts.length;
  const made = await filesWorker().savePart(plan.parts[number - 1]!, number, of, saving, proxy(tell));
  if ("problem" in made) return made;
  saveAsFile(`weary-bristle-${saving.madeAt.slice(0, 10)}${of > 1 ? `-part-${number}-of-${of}` : ""}.zip`, made.file);
  return { saving };
}

/** Writes everything into one file that is picked now. @returns why not, in words; "" where nobody picked one */
export async function saveWhole(plan: Plan, tell: Tell): Promise<{ problem: string } | { saving: Saving }> {
  const saving = savingNow();
  let into: FileSystemFileHandle;
  try {
    into = await (
      window as unknown as { showSaveFilePicker: (options: object) => Promise<FileSystemFileHandle> }
    ).showSaveFilePicker({
      suggestedName: `weary-bristle-${saving.madeAt.slice(0, 10)}.zip`,
      types: [{ description: "ZIP", accept: { "application/zip": [".zip"] } }],
    });
  } catch (error) {
    return {
      problem:
        error instanceof DOMException && error.name === "AbortError"
          ? ""
          : `The file was not made: ${whyNotKept(error)}.`,
    };
  }
  const { problem } = await filesWorker().saveWhole(into, plan.parts, saving, proxy(tell));
  return problem === undefined ? { saving } : { problem };
}

/** Remembers that everything stands elsewhere too. */
export const backedUp = ({ madeAt }: Saving) => changeSettings({ backedUpAt: madeAt });

/** Reads a backup and says what it would change; nothing is changed. */
export const openBackup = (file: File, tell: Tell): Promise<Opened | { problems: string[] }> =>
  filesWorker().openBackup(file, proxy(tell));

/** Takes a backup in, all of it or nothing. @returns what was done, or why not */
export async function takeBackup(file: File, withSettings: boolean, tell: Tell): Promise<Taken | { problem: string }> {
  const taken = await filesWorker().takeBackup(file, nowMs(), proxy(tell));
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
  if (opened.hasSettings || opened.part)
    return [
      "This is a backup of everything, or a part of one. Open it in Settings and files: there you see what it would change before it does.",
    ];
  const taken = await takeBackup(file, false, () => undefined);
  if ("problem" in taken) return [taken.problem];
  notify(takenWords(taken.preview));
  return [];
}

/** What came in, in words. */
function takenWords({ added, merged, kept, same, pictures }: Preview): string {
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
      kept,
      ({ title }) => `"${title}" is here already, changed; it stays as it is here.`,
      (count) => `${count} jobs are here already, changed; they stay as they are here.`,
    ),
    ...(same > 0 ? [same === 1 ? "One job is here already, just so." : `${same} jobs are here already, just so.`] : []),
    ...(pictures > 0 ? [pictures === 1 ? "One picture came in." : `${pictures} pictures came in.`] : []),
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
  await fetchJobs(before.map(({ id }) => id));
  const after = before.map(({ id }) => jobNow(id));
  // As it was before, unless something happened to it since.
  const putBack = () =>
    before.some(({ id }, at) => jobNow(id) !== after[at])
      ? notify("It was worked on since, so it stays as it is.", "problem")
      : void putJobs(before);
  notify(takenWords(taken.preview), "plain", before.length > 0 ? putBack : undefined);
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
