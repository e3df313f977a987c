import { unzipSync, zipSync, type Zippable } from "fflate";

/** The ZIP that everything is kept in: what may be in it, how large it may be. */

/** More than this no device of ours holds, bytes unpacked. */
const MOST_BYTES = 800_000_000;
const MOST_ENTRIES = 60_000;
const ENTRY = /^(manifest|settings)\.json$|^jobs\/[A-Za-z0-9][A-Za-z0-9-]{0,39}\.job\.json$|^pictures\/[A-Za-z0-9][A-Za-z0-9-]{0,39}\.(json|bin)$/;

export type Entries = Record<string, Uint8Array>;

/** Texts are packed, pictures are packed already. */
export const pack = (entries: Entries): Uint8Array<ArrayBuffer> => zipSync(Object.fromEntries(Object.entries(entries).map(([name, bytes]) => [name, name.endsWith(".bin") ? [bytes, { level: 0 }] : bytes])) as Zippable) as Uint8Array<ArrayBuffer>;

/** The entries, or why they are not unpacked. */
export function unpack(bytes: Uint8Array): Entries | string {
  let [total, entries] = [0, 0];
  let stranger: string | undefined;
  try {
    const read = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        total += originalSize;
        entries += 1;
        if (!ENTRY.test(name)) stranger ??= name;
        return stranger === undefined && total <= MOST_BYTES && entries <= MOST_ENTRIES;
      },
    });
    if (stranger !== undefined) return `The archive holds "${stranger.slice(0, 60)}", which is no part of a backup. Nothing of it was unpacked.`;
    if (total > MOST_BYTES || entries > MOST_ENTRIES) return `Unpacked it would be over ${MOST_BYTES / 1e6} MB: no backup is that large. Nothing of it was unpacked.`;
    return read;
  } catch {
    return "This is no ZIP, or it was cut short.";
  }
}
