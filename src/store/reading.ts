import { headOf, ledgerOf, type LedgerHead } from "../core/ledger/summary";
import type { Job } from "../core/job/schema";
import { db, type Held } from "./db";

/** Reading thousands of jobs without holding the page: what is open at once, what is finished in slices while its lines stand already. */

/** Up to so many are read in one go. */
const IN_ONE_GO = 400;
const SLICE = 60;

/**
 * @returns the jobs that are needed at once, the lines of the others, and the ids that are left to read
 */
export async function readFirst(): Promise<{ held: Held[]; heads: readonly LedgerHead[]; rest: string[] }> {
  const database = await db();
  const ids = await database.getAllKeys("jobs");
  const text = ids.length > IN_ONE_GO ? await database.get("index", "ledger") : undefined;
  const heads = text ? lines(text) : [];
  if (heads.length === 0) return { held: await database.getAll("jobs"), heads: [], rest: [] };
  const here = new Set(ids);
  const listed = heads.filter(({ id }) => here.has(id));
  const isListed = new Set(listed.map(({ id }) => id));
  const held = await Promise.all(ids.filter((id) => !isListed.has(id)).map((id) => database.get("jobs", id)));
  return { held: held.filter((each) => each !== undefined), heads: listed, rest: ids.filter((id) => isListed.has(id)) };
}

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
export async function* slicesOf(ids: readonly string[]): AsyncGenerator<Held[]> {
  const database = await db();
  const wanted = new Set(ids);
  for (let at = 0; at < ids.length; at += SLICE) {
    const range = IDBKeyRange.bound(ids[at], ids[Math.min(at + SLICE, ids.length) - 1]);
    // Between two of them others may lie that are here already.
    const [keys, held] = await Promise.all([database.getAllKeys("jobs", range), database.getAll("jobs", range)]);
    yield held.filter((_, index) => wanted.has(keys[index]!));
    await new Promise((done) => setTimeout(done));
  }
}

/** Keeps the lines of what is finished, for the next time; without room for it the next time is slower, no more. */
export async function keepIndex(jobs: readonly Job[]) {
  if (jobs.length <= IN_ONE_GO) return;
  const heads = ledgerOf(jobs).filter(({ handedBack }) => handedBack).map(headOf);
  try {
    await (await db()).put("index", JSON.stringify(heads), "ledger");
  } catch {
    // It only saves time.
  }
}
