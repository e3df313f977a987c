import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import { sortedJson } from "./sortedJson";
import type { Job, WorkEvent } from "./schema";

/**
 * A chain of digests over what happened: each event is sealed together with the digests before it, so that one that was
 * changed, taken out or slipped in shows. Whoever works out the whole chain anew can forge it: it finds out slips and
 * quiet changes, it proves nothing against somebody who wants to deceive.
 */

type Seal = NonNullable<Job["seals"]>[number];

/** Half of SHA-256 (FIPS 180-4), 128 bits, is ample against chance. */
const DIGEST_LETTERS = 32;

const digestOf = (event: WorkEvent, after: string) =>
  bytesToHex(sha256(utf8ToBytes(`${after}\n${sortedJson(event)}`))).slice(0, DIGEST_LETTERS);

/** Ends of the chain: several where devices went on apart. */
function endsOf(seals: readonly Seal[]): string {
  const followed = new Set(seals.flatMap(({ after }) => after.split("+")));
  return seals
    .map(({ digest }) => digest)
    .filter((digest) => !followed.has(digest))
    .sort()
    .join("+");
}

/**
 * Seals what is not sealed yet.
 * @param righted ids of events that this program itself has put right: they are sealed anew
 */
export function sealed(job: Job, righted: ReadonlySet<string> = new Set()): Job {
  const known = new Set(job.seals?.map(({ of }) => of));
  const fresh = job.events.filter(({ id }) => !known.has(id) || righted.has(id));
  if (fresh.length === 0) return job;
  const seals = [...(job.seals ?? [])];
  let after = endsOf(seals);
  for (const event of fresh) {
    const digest = digestOf(event, after);
    seals.push({ of: event.id, after, digest });
    after = digest;
  }
  return { ...job, seals };
}

/** Seals of two copies, each once, in an order of their own. */
export const joinedSeals = (a: Job["seals"], b: Job["seals"]): Job["seals"] =>
  a || b
    ? [...new Map([...(a ?? []), ...(b ?? [])].map((seal) => [seal.digest, seal])).values()].sort((one, other) =>
        one.digest < other.digest ? -1 : 1,
      )
    : undefined;

/** What does not fit the chain. */
export interface Broken {
  /** Events that say something else than was sealed. */
  changed: string[];
  /** Events that were sealed and are gone. */
  gone: string[];
  /** Events beside the chain. */
  added: string[];
}

/** @returns undefined where every event fits, and of a job that has no seals yet */
export function brokenSeals({ events, seals }: Job): Broken | undefined {
  if (!seals || seals.length === 0) return undefined;
  const digests = new Set(seals.map(({ digest }) => digest));
  const byEvent = new Map<string, Seal[]>();
  for (const seal of seals) byEvent.set(seal.of, [...(byEvent.get(seal.of) ?? []), seal]);
  const fits = (event: WorkEvent) =>
    byEvent
      .get(event.id)!
      .some(
        ({ after, digest }) =>
          digestOf(event, after) === digest && after.split("+").every((each) => each === "" || digests.has(each)),
      );
  const isSealed = ({ id }: WorkEvent) => byEvent.has(id);
  const here = new Set(events.map(({ id }) => id));
  const broken = {
    changed: events.filter((event) => isSealed(event) && !fits(event)).map(({ id }) => id),
    gone: [...byEvent.keys()].filter((id) => !here.has(id)),
    added: events.filter((event) => !isSealed(event)).map(({ id }) => id),
  };
  return broken.changed.length + broken.gone.length + broken.added.length > 0 ? broken : undefined;
}

/** In words for whoever opens the job. */
export function brokenWords({ changed, gone, added }: Broken): string {
  const counted = (ids: readonly string[], what: string) =>
    ids.length === 0 ? [] : [ids.length === 1 ? `one entry was ${what}` : `${ids.length} entries were ${what}`];
  const all = [...counted(changed, "changed"), ...counted(gone, "taken out"), ...counted(added, "put in")];
  return `Its record was altered in a file: ${all.join(", ")}.`;
}
