// Writes beside every script and style of a build what it is compressed, so that a server only has to hand it over.
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const folder = fileURLToPath(new URL("../../.next/static", import.meta.url));
const IS_TEXT = /\.(js|css|svg|json|txt|wasm)$/;
export const IS_COMPRESSED = /\.(br|gz)$/;

/** Brotli for whoever takes it, gzip for the others. */
export function compressStatics() {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !IS_TEXT.test(entry.name)) continue;
    const file = path.join(entry.parentPath ?? entry.path, entry.name);
    const text = readFileSync(file);
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(text, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: text.length } }),
    );
    writeFileSync(`${file}.gz`, gzipSync(text, { level: 9 }));
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) compressStatics();
