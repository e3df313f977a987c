import { headOf, ledgerOfLines, type LedgerHead, type LedgerJob } from "../core/answers/ledger/summary";
import { withDb } from "./db";

/** Reading thousands of jobs without holding the page: what is open at once, what is finished in slices while its lines stand already. */

/** Up to so many are read in one go. */
const IN_ONE_GO = 400;
const SLICE = 60;

/**
 * @returns the jobs that are needed at once, the lines of the others, and the ids that are left to read
 */
export async function readFirst(): Promise<{ held: KeyedJob[]; heads: readonly LedgerHead[]; rest: string[] }> {
  const { ids, text } = await withDb(async (database) => {
    const ids = await database.getAllKeys("jobs");
    return { ids, text: ids.length > IN_ONE_GO ? await database.get("index", "ledger") : undefined };
  });
  const heads = text ? lines(text) : [];
  if (heads.length === 0) return { held: await heldOf(ids), heads: [], rest: [] };
  const here = new Set(ids);
  const listed = heads.filter(({ id }) => here.has(id));
  const isListed = new Set(listed.map(({ id }) => id));
  return {
    held: await heldOf(ids.filter((id) => !isListed.has(id))),
    heads: listed,
    rest: ids.filter((id) => isListed.has(id)),
  };
}

/** What is kept under a key, as it is: nobody has looked at it yet. */
export interface KeyedJob {
  key: string;
  held: unknown;
}

const heldOf = (ids: readonly string[]): Promise<KeyedJob[]> =>
  withDb(async (database) => {
    const { store } = database.transaction("jobs");
    const held = await Promise.all(ids.map((id) => store.get(id)));
    return ids.flatMap((key, at) => (held[at] === undefined ? [] : [{ key, held: held[at] }]));
  });

/** An index that cannot be read is none. */
function lines(text: string): LedgerHead[] {
  try {
    const read = JSON.parse(text) as unknown;
    return Array.isArray(read) ? (read as LedgerHead[]) : [];
  } catch {
    return [];
  }
}

/** The rest, a few at a time, with air for taps between. @param ids in the order of their keys */
export async function* slicesOf(ids: readonly string[]): AsyncGenerator<KeyedJob[]> {
  for (let at = 0; at < ids.length; at += SLICE) {
    yield await heldOf(ids.slice(at, at + SLICE));
    await new Promise((done) => setTimeout(done));
  }
}

/** Keeps the lines of what is finished, for the next time; without room for it the next time is slower, no more. */
export async function keepIndex(lines: readonly LedgerJob[]) {
  if (lines.length <= IN_ONE_GO) return;
  const heads = ledgerOfLines(lines)
    .filter(({ handedBack }) => handedBack)
    .map(headOf);
  try {
    await withDb((database) => database.put("index", JSON.stringify(heads), "ledger"));
  } catch {
    // It only saves time.
  }
}
