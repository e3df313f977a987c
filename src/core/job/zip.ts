import {
  BlobReader,
  configure,
  ERR_INVALID_PASSWORD,
  ERR_UNSAFE_FILENAME,
  TextReader,
  Uint8ArrayReader,
  ZipReader,
  ZipWriter,
  type FileEntry,
} from "@zip.js/zip.js/lib/zip-core-native.js";

/** The ZIP that everything is kept in: written and read entry by entry, so that no size of it has to fit into memory. */

// Whoever packs does so in a worker of ours already.
configure({ useWebWorkers: false, useCompressionStream: true });

const MOST_ENTRIES = 400_000;
const MOST_TEXT_BYTES = 25_000_000;
const MOST_PICTURE_BYTES = 70_000_000;
const ENTRY =
  /^(manifest|settings)\.json$|^jobs\/[A-Za-z0-9][A-Za-z0-9-]{0,39}\.job\.json$|^pictures\/[A-Za-z0-9][A-Za-z0-9-]{0,39}\.(json|bin)$/;

/** What goes in, one after another: texts are packed, pictures are packed already. */
export interface Entry {
  name: string;
  content: string | Uint8Array;
}

/** Why an archive is not read, as a sentence. */
export class BadArchive extends Error {}
/** It is locked: somebody has to say with what. */
export class LockedArchive extends BadArchive {}

/** Writes entries in their order; the stream is closed at the end. @param passphrase each entry is locked with it */
export async function writeZip(
  entries: AsyncIterable<Entry> | Iterable<Entry>,
  into: WritableStream<Uint8Array>,
  passphrase?: string,
): Promise<void> {
  // Strength 3 is AES with 256 bits.
  const lock = passphrase ? { password: passphrase, encryptionStrength: 3 as const } : {};
  const writer = new ZipWriter(into, { extendedTimestamp: false, keepOrder: true, ...lock });
  for await (const { name, content } of entries)
    await (typeof content === "string"
      ? writer.add(name, new TextReader(content), { level: 6 })
      : writer.add(name, new Uint8ArrayReader(content), { level: 0 }));
  await writer.close();
}

/** A stream that holds what is written to it. */
function intoBlob(type: string): { stream: WritableStream<Uint8Array>; blob: () => Blob } {
  /** Small pieces are put together now and then, so that the browser may lay them on its disk. */
  const MOST_LOOSE_BYTES = 8_000_000;
  let whole = new Blob([], { type });
  let loose: Uint8Array<ArrayBuffer>[] = [];
  let looseBytes = 0;
  const gather = () => {
    whole = new Blob([whole, ...loose], { type });
    loose = [];
    looseBytes = 0;
  };
  return {
    stream: new WritableStream({
      write(chunk) {
        loose.push(new Uint8Array(chunk));
        looseBytes += chunk.byteLength;
        if (looseBytes > MOST_LOOSE_BYTES) gather();
      },
    }),
    blob: () => {
      gather();
      return whole;
    },
  };
}

/** Entries packed into one file. */
export async function packed(entries: AsyncIterable<Entry> | Iterable<Entry>, passphrase?: string): Promise<Blob> {
  const { stream, blob } = intoBlob("application/zip");
  await writeZip(entries, stream, passphrase);
  return blob();
}

export interface Archive {
  names: readonly string[];
  /** An entry's bytes, its checksum verified. @throws BadArchive */
  bytes: (name: string) => Promise<Uint8Array<ArrayBuffer>>;
  text: (name: string) => Promise<string>;
}

/**
 * Opens an archive by its list of entries; nothing is unpacked yet.
 * @param passphrase what it was locked with
 * @throws BadArchive with a sentence: no ZIP, cut short, something in it that is no part of a backup, twice the same, too many, too large
 * @throws LockedArchive where a passphrase is needed, or is another one
 */
export async function openZip(file: Blob, passphrase?: string): Promise<Archive> {
  const entries = new Map<string, FileEntry>();
  try {
    for await (const entry of new ZipReader(new BlobReader(file)).getEntriesGenerator()) {
      const name = entry.filename;
      if (entry.directory || !ENTRY.test(name))
        throw new BadArchive(
          `The archive holds "${name.slice(0, 60)}", which is no part of a backup. Nothing of it was unpacked.`,
        );
      if (entries.has(name)) throw new BadArchive(`The archive holds "${name}" twice. Nothing of it was unpacked.`);
      const most = mostBytes(name);
      if (entry.uncompressedSize > most)
        throw new BadArchive(
          `Unpacked "${name}" would be over ${most / 1e6} MB: nothing of a backup is that large. Nothing of it was unpacked.`,
        );
      entries.set(name, entry);
      if (entries.size > MOST_ENTRIES)
        throw new BadArchive(
          `The archive holds over ${MOST_ENTRIES} entries: no backup has that many. Nothing of it was unpacked.`,
        );
    }
  } catch (error) {
    if (error instanceof BadArchive) throw error;
    if (error instanceof Error && error.message === ERR_UNSAFE_FILENAME)
      throw new BadArchive(
        "The archive holds a name that leads out of it, which is no part of a backup. Nothing of it was unpacked.",
      );
    throw new BadArchive("This is no ZIP, or it was cut short.");
  }
  const locked = [...entries.values()].filter(({ encrypted }) => encrypted).length;
  if (locked > 0 && locked < entries.size)
    throw new BadArchive("Some of the archive is locked and some is not: it was changed. Nothing of it was unpacked.");
  if (locked > 0 && !passphrase) throw new LockedArchive("The backup is locked with a passphrase.");
  const bytes = async (name: string): Promise<Uint8Array<ArrayBuffer>> => {
    const entry = entries.get(name);
    if (!entry) throw new BadArchive(`"${name}" is missing.`);
    const into = atMost(name);
    try {
      await entry.getData(into.stream, { checkSignature: true, ...(locked > 0 ? { password: passphrase } : {}) });
    } catch (error) {
      if (error instanceof Error && error.message === ERR_INVALID_PASSWORD)
        throw new LockedArchive("The passphrase is not the one this backup was locked with.");
      throw error instanceof BadArchive
        ? error
        : new BadArchive(`"${name}" was changed or damaged: its checksum is not the one it was packed with.`);
    }
    return into.bytes();
  };
  return { names: [...entries.keys()], bytes, text: async (name) => new TextDecoder().decode(await bytes(name)) };
}

const mostBytes = (name: string) => (name.endsWith(".bin") ? MOST_PICTURE_BYTES : MOST_TEXT_BYTES);

/** Holds an entry while it is unpacked, whatever its list says of its size. */
function atMost(name: string): { stream: WritableStream<Uint8Array>; bytes: () => Uint8Array<ArrayBuffer> } {
  const chunks: Uint8Array[] = [];
  let length = 0;
  const most = mostBytes(name);
  return {
    stream: new WritableStream({
      write(chunk) {
        length += chunk.byteLength;
        if (length > most)
          throw new BadArchive(`Unpacked "${name}" is over ${most / 1e6} MB: nothing of a backup is that large.`);
        chunks.push(chunk.slice());
      },
    }),
    bytes: () => {
      const whole = new Uint8Array(length);
      let at = 0;
      for (const chunk of chunks) {
        whole.set(chunk, at);
        at += chunk.byteLength;
      }
      return whole;
    },
  };
}
