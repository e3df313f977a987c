// Writes the worker that keeps one built version in the browser: `.next/offline.js`, served as /offline.js.
import { createHash } from "node:crypto";
import { existsSync, readFileSync, readdirSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { IS_COMPRESSED } from "./compress.mjs";

const root = fileURLToPath(new URL("../..", import.meta.url));
export const WORKER_FILE = path.join(root, ".next", "offline.js");
/** What Next asks of a page when it is come to by a link, instead of the page. @param {string} page its name, / is index */
export const pageDataFile = (page) => path.join(root, ".next", "server", "app", `${page}.rsc`);

const filesIn = (folder) =>
  existsSync(folder)
    ? readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((entry) => entry.isFile())
        .map((entry) => path.relative(folder, path.join(entry.parentPath ?? entry.path, entry.name)))
    : [];
const revisionOf = (file) => createHash("sha256").update(readFileSync(file)).digest("hex").slice(0, 16);

/** Every address of the application with what it holds: pages, scripts, styles, fonts, icons, pictures of the demo. */
export function filesOfVersion() {
  const [statics, pages, shipped] = [".next/static", ".next/server/app", "public"].map((folder) =>
    path.join(root, folder),
  );
  const named = filesIn(statics)
    .filter((file) => !file.endsWith(".map") && !IS_COMPRESSED.test(file))
    // Named by its contents.
    .map((file) => ({ url: `/_next/static/${file}`, revision: null }));
  const html = filesIn(pages)
    .filter((file) => file.endsWith(".html") && !file.startsWith("_"))
    .map((file) => ({
      url: file === "index.html" ? "/" : `/${file.replace(/\.html$/, "")}`,
      revision: revisionOf(path.join(pages, file)),
    }));
  const made = filesIn(pages)
    .filter((file) => file.endsWith(".body"))
    .map((file) => ({ url: `/${file.replace(/\.body$/, "")}`, revision: revisionOf(path.join(pages, file)) }));
  const data = filesIn(pages)
    .filter((file) => /^[a-z]+\.rsc$/.test(file))
    .map((file) => ({ url: `/kept/${file}`, revision: revisionOf(path.join(pages, file)) }));
  const others = filesIn(shipped).map((file) => ({ url: `/${file}`, revision: revisionOf(path.join(shipped, file)) }));
  return [...html, ...data, ...named, ...made, ...others];
}

/** Bundles the worker with the files of the build that stands there. */
export async function writeOfflineWorker() {
  const { build } = await import("esbuild");
  await build({
    entryPoints: [path.join(root, "scripts/lib/offlineWorker.mjs")],
    outfile: WORKER_FILE,
    bundle: true,
    minify: true,
    format: "iife",
    target: "es2022",
    define: { FILES: JSON.stringify(filesOfVersion()), "process.env.NODE_ENV": '"production"' },
    logLevel: "error",
  });
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await writeOfflineWorker();
