import { isPractice } from "@/core/answers/practice/results";
import type { Archive, Entry } from "../core/job/zip";
import { BadArchive } from "../core/job/zip";
import { RATE_RANGE, type Rates } from "../core/answers/estimate/estimate";
import { same } from "../core/job/commands";
import { exists } from "../core/job/fields";
import { ID_PATTERN } from "../core/job/idPattern";
import { CURRENCY_IDS, type CurrencyId } from "../core/ground/quantity/money";
import { checkJobFile } from "../core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import { differingOf, mergedJob } from "../core/job/mergeJobs";
import type { Learning } from "../core/answers/ledger/experience";
import { emptyJob } from "../core/job/newJob";
import { inWords } from "../core/job/problem";
import type { Job, Kit } from "../core/job/schema";
import type { Picture, Settings } from "./db";
import { bytesOf } from "./pictureBytes";

/**
 * What a backup is made of, and what may be in one: pure of storage, so that it is read and weighed before anything
 * changes.
 */
const FORMAT = "weary-bristle-backup";
const VERSION = 1;
const MOST_PROBLEMS = 12;
/** Of job ids that are not learnt from. */
const MOST_EXCLUDED = 100_000;

export type KeptSettings = Pick<Settings, "units" | "currency" | "theme" | "rates" | "learning" | "practice">;

/** A picture that is noted here and whose data is gone. */
export interface Missing {
  id: string;
  /** Title of its job, or its id where that is gone too. */
  of: string;
}

/** What is in an archive, counted when the rest of it was written. */
interface Counts {
  jobs: number;
  pictures: number;
  missing: readonly Missing[];
}

/** One archive: everything, a part of everything, or one job with its pictures. */
export interface Head {
  madeAt: string;
  /** In which part of how many the rest stands; each part opens by itself. */
  part?: { number: number; of: number };
  /** Only in the first part of a whole backup. */
  settings?: KeptSettings;
  kit: Kit;
}

/** An archive's own list, written last: only then is it known what could be read. */
export const manifestEntry = (
  { madeAt, part, settings }: Omit<Head, "kit">,
  { jobs, pictures, missing }: Counts,
): Entry => ({
  name: "manifest.json",
  content: JSON.stringify({
    format: FORMAT,
    version: VERSION,
    madeAt,
    jobs,
    pictures,
    ...(missing.length > 0 ? { missing } : {}),
    ...(part ? { part } : {}),
    ...(settings ? {} : { settings: false }),
  }),
});

export const settingsEntry = (settings: KeptSettings, kit: Kit): Entry => ({
  name: "settings.json",
  content: JSON.stringify({
    units: settings.units,
    theme: settings.theme,
    ...(settings.currency ? { currency: settings.currency } : {}),
    ...(settings.rates ? { rates: settings.rates } : {}),
    ...(settings.learning ? { learning: settings.learning } : {}),
    ...(settings.practice ? { practice: settings.practice } : {}),
    kit,
  }),
});

export const jobEntry = (job: Job, kit: Kit, madeAt: string): Entry => ({
  name: `jobs/${job.id}.job.json`,
  content: JSON.stringify(jobFileOf(job, kit, madeAt)),
});

/** A picture's two entries; none where its data is gone. */
export async function pictureEntries({ blob, cameInAt: _cameInAt, ...facts }: Picture): Promise<Entry[]> {
  const content = await bytesOf(blob);
  if (!content) return [];
  return [
    { name: `pictures/${facts.id}.json`, content: JSON.stringify({ ...facts, type: blob.type }) },
    { name: `pictures/${facts.id}.bin`, content },
  ];
}

/** What an archive says of itself, checked. */
export interface ReadHead {
  madeAt: string;
  jobNames: string[];
  /** Names of pictures' facts. */
  pictureNames: string[];
  part?: { number: number; of: number };
  /** Pictures that were missing already when it was made. */
  missing: number;
  settings?: KeptSettings;
  kit?: Kit;
}

/** @throws BadArchive with a sentence */
export async function readHead(archive: Archive): Promise<ReadHead> {
  const manifest = await json(archive, "manifest.json");
  const {
    format,
    version,
    madeAt,
    jobs,
    pictures,
    settings: has,
    part,
    missing = [],
  } = (typeof manifest === "object" && manifest !== null ? manifest : {}) as Record<string, unknown>;
  if (format !== FORMAT) throw new BadArchive("This ZIP is no backup of this program.");
  if (typeof version !== "number" || !Number.isInteger(version) || version < 1)
    throw new BadArchive("manifest.json: its version is no whole number, so how to read it is not known.");
  if (version > VERSION)
    throw new BadArchive(
      `The backup is of version ${version}, and this program reads up to ${VERSION}. ` +
        "Update the program, then open it again.",
    );
  if (!isTime(madeAt)) throw new BadArchive("manifest.json: when it was made is no time.");
  if (part !== undefined && !isPart(part)) throw new BadArchive("manifest.json: which part it is cannot be read.");
  if (!Array.isArray(missing)) throw new BadArchive("manifest.json: what was missing when it was made is no list.");
  const jobNames = archive.names.filter((name) => name.startsWith("jobs/"));
  const pictureNames = archive.names.filter((name) => /^pictures\/.*\.json$/.test(name));
  if (jobNames.length !== jobs || pictureNames.length !== pictures)
    throw new BadArchive("The archive does not hold what its list says: it was cut short or changed.");
  const bare = archive.names.filter(
    (name) => name.endsWith(".bin") && !archive.names.includes(name.replace(/bin$/, "json")),
  );
  if (bare.length > 0) throw new BadArchive(`${bare[0]}: nothing says what picture it is.`);
  const kept = has === false ? undefined : readSettings(await json(archive, "settings.json"), madeAt);
  return { madeAt, jobNames, pictureNames, missing: missing.length, ...(part === undefined ? {} : { part }), ...kept };
}

const isTime = (value: unknown): value is string =>
  typeof value === "string" && value.length <= 40 && /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/.test(value) && exists(value);
const isPart = (value: unknown): value is { number: number; of: number } => {
  const { number, of } = (value ?? {}) as Record<string, unknown>;
  return (
    [number, of].every((each) => typeof each === "number" && Number.isInteger(each) && each >= 1 && each <= 10_000) &&
    (number as number) <= (of as number)
  );
};

async function json(archive: Archive, name: string): Promise<unknown> {
  const text = await archive.text(name);
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new BadArchive(`"${name}" is not JSON.`);
  }
}

/** A job of an archive, or what is wrong with it. */
export async function readJobEntry(archive: Archive, name: string): Promise<{ job: Job } | { problems: string[] }> {
  const checked = checkJobFile(await json(archive, name));
  if (!checked.ok)
    return { problems: checked.problems.slice(0, MOST_PROBLEMS).map((problem) => `${name}: ${inWords(problem)}`) };
  const { job } = checked.value;
  return `jobs/${job.id}.job.json` === name
    ? { job }
    : { problems: [`${name}: holds the job "${job.id}", and its name says another.`] };
}

/** What an archive tells of a picture, and its bytes, the checksum verified; or what is wrong with it. */
export async function readPictureEntry(
  archive: Archive,
  name: string,
): Promise<{ facts: Omit<Picture, "blob">; bytes: Uint8Array<ArrayBuffer> } | { problem: string }> {
  const facts = await json(archive, name);
  if (!isPicture(facts) || `pictures/${facts.id}.json` !== name)
    return { problem: `${name}: says nothing of a picture.` };
  const data = name.replace(/json$/, "bin");
  if (!archive.names.includes(data)) return { problem: `${name}: the picture itself is missing.` };
  const { id, jobId, widthPx, heightPx, addedAt } = facts;
  return { facts: { id, jobId, widthPx, heightPx, addedAt }, bytes: await archive.bytes(data) };
}

interface PictureFacts {
  id: string;
  jobId: string;
  widthPx: number;
  heightPx: number;
  addedAt: number;
  type: string;
}

const isPicture = (raw: unknown): raw is PictureFacts => {
  const { id, jobId, type, widthPx, heightPx, addedAt } = (
    typeof raw === "object" && raw !== null ? raw : {}
  ) as Record<string, unknown>;
  const isSide = (value: unknown) =>
    typeof value === "number" && Number.isInteger(value) && value >= 1 && value <= 40_000;
  return (
    typeof id === "string" &&
    ID_PATTERN.test(id) &&
    typeof jobId === "string" &&
    (jobId === "" || ID_PATTERN.test(jobId)) &&
    typeof type === "string" &&
    /^image\/(jpeg|png|webp)$/.test(type) &&
    isSide(widthPx) &&
    isSide(heightPx) &&
    typeof addedAt === "number" &&
    addedAt >= 0 &&
    addedAt < 8.64e15
  );
};

function currencyOf(raw: unknown, refuse: (what: string) => Error): CurrencyId | undefined {
  const known = CURRENCY_IDS.find((id) => id === raw);
  if (raw !== undefined && !known) throw refuse("its currency is none of those there are.");
  return known;
}

function readSettings(raw: unknown, at: string): { settings: KeptSettings; kit: Kit } {
  const refuse = (what: string) => new BadArchive(`settings.json: ${what}`);
  const { units, theme, currency, rates, learning, practice, kit } = (
    typeof raw === "object" && raw !== null ? raw : {}
  ) as Record<string, unknown>;
  if ((units !== "metric" && units !== "us") || (theme !== "light" && theme !== "night"))
    throw refuse("units or light are none of those there are.");
  const money = currencyOf(currency, refuse);
  const wrongRates = problemOfRates(rates);
  if (wrongRates) throw refuse(wrongRates);
  if (learning !== undefined && !isLearning(learning))
    throw refuse("what is learnt from is not told by a time and job ids.");
  if (practice !== undefined && !isPractice(practice))
    throw refuse("what was practised is not told by cases and moves.");
  // A shelf is checked as part of a job file: there is one schema for it.
  const checked = checkJobFile(jobFileOf(emptyJob({ id: "shelf", title: "", createdAt: at }), kit as Kit, at));
  if (!checked.ok) throw refuse(inWords(checked.problems[0]!));
  return {
    settings: {
      units,
      theme,
      ...(money ? { currency: money } : {}),
      ...(rates ? { rates: rates as Rates } : {}),
      ...(learning ? { learning } : {}),
      ...(practice ? { practice } : {}),
    },
    kit: checked.value.kit!,
  };
}

/** Why these are no rates; undefined where they are. */
export function problemOfRates(rates: unknown): string | undefined {
  if (rates !== undefined && (typeof rates !== "object" || rates === null || Array.isArray(rates)))
    return "rates are no list of rates.";
  const wrong = Object.entries((rates ?? {}) as object).find(([key, value]) => {
    const range = (Object.hasOwn(RATE_RANGE, key) ? RATE_RANGE[key as keyof typeof RATE_RANGE] : undefined) as
      readonly [number, number] | undefined;
    return !range || typeof value !== "number" || !(value >= range[0] && value <= range[1]);
  });
  return wrong && `"${wrong[0].slice(0, 30)}" is no rate in its range.`;
}

export const isLearning = (raw: unknown): raw is Learning => {
  if (typeof raw !== "object" || raw === null) return false;
  const { since, excluded = [] } = raw as Record<string, unknown>;
  return (
    (since === undefined || isTime(since)) &&
    Array.isArray(excluded) &&
    excluded.length <= MOST_EXCLUDED &&
    excluded.every((id) => typeof id === "string" && ID_PATTERN.test(id))
  );
};

/** What taking one job in would do. */
export type Weighed =
  | { kind: "added" }
  /** Here and there, with something that happened there only. */
  | { kind: "merged"; job: Job; events: number; differing: number }
  | { kind: "same" }
  /** Different, with nothing that happened there only: stays as it is here. */
  | { kind: "kept" };

export function weighed(job: Job, here: Job | undefined): Weighed {
  if (!here) return { kind: "added" };
  const joined = mergedJob(here, job);
  if (!joined) return same(here, job) ? { kind: "same" } : { kind: "kept" };
  const events = joined.added + joined.changed;
  if (events === 0) return { kind: "same" };
  // What two sound jobs make together is checked like any other; where it does not hold, what is here stays.
  return checkJobFile(jobFileOf(joined.job, undefined, joined.job.createdAt)).ok
    ? { kind: "merged", job: joined.job, events, differing: differingOf(joined.job).length }
    : { kind: "kept" };
}
