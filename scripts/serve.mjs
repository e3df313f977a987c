// `npm start`: serves the built application. Next answers everything; this adds what a server owes whoever stands before it.
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { createServer } from "node:http";
import path from "node:path";
import sirv from "sirv";
import { atTheDoor, inlineScripts, pagePolicy } from "./lib/door.mjs";
import { pageDataFile, WORKER_FILE } from "./lib/offline.mjs";
import { root } from "./lib/setup.mjs";

process.env.NODE_ENV ??= "production";
const { default: next } = await import("next");

const portArg = process.argv.indexOf("-p");
const port = Number(portArg > 0 ? process.argv[portArg + 1] : (process.env.PORT ?? 3000));
const app = next({ dev: false, dir: root, port, quiet: true });
const answer = app.getRequestHandler();
await app.prepare();

/** What is named by its contents never changes; everything else is asked for again, so that no shared cache shows an old page. */
const cachingOf = (path) =>
  path.startsWith("/_next/static/")
    ? "public, max-age=31536000, immutable"
    : path.startsWith("/api/")
      ? "no-store"
      : "no-cache";

/**
 * The worker of this version and what it keeps of each page beside the page itself; asked for anew each time, so that
 * another version is seen.
 */
function answerKept(url, response) {
  const page = /^\/kept\/([a-z]+)\.rsc(?:\?|$)/.exec(url)?.[1];
  if (url !== "/offline.js" && !page) return false;
  try {
    const body = readFileSync(page ? pageDataFile(page) : WORKER_FILE);
    response.writeHead(200, {
      "Content-Type": page ? "text/x-component" : "text/javascript; charset=utf-8",
      "Cache-Control": "no-cache",
      "X-Content-Type-Options": "nosniff",
      "Content-Security-Policy": "default-src 'self'",
    });
    response.end(body);
  } catch {
    response.writeHead(404);
    response.end();
  }
  return true;
}

const POLICY = "Content-Security-Policy";
const YEAR_S = 31_536_000;
const STATICS = "/_next/static/";
/** What is named by its contents, compressed since the build. */
const statics = sirv(path.join(root, ".next", "static"), {
  maxAge: YEAR_S,
  immutable: true,
  brotli: true,
  gzip: true,
  etag: true,
});
const policies = (await import("../.next/routes-manifest.json", { with: { type: "json" } })).default.headers;

/** A script or style as it was compressed; what is not there is Next's to answer. */
function answerStatic(request, response, next) {
  const url = request.url ?? "/";
  if (!url.startsWith(STATICS)) return next();
  for (const { regex, headers } of policies)
    if (new RegExp(regex).test(url.split("?")[0]))
      for (const { key, value } of headers) response.setHeader(key, key === POLICY ? pagePolicy(value, []) : value);
  request.url = url.slice(STATICS.length - 1);
  statics(request, response, () => {
    request.url = url;
    next();
  });
}

/** Of each page the hashes of the scripts written into it, read once. */
const pages = path.join(root, ".next", "server", "app");
const hashesOf = Object.fromEntries(
  readdirSync(pages)
    .filter((file) => file.endsWith(".html"))
    .map((file) => [
      file === "index.html" ? "/" : `/${file.slice(0, -5)}`,
      inlineScripts(readFileSync(path.join(pages, file), "utf8")).map((text) =>
        createHash("sha256").update(text).digest("base64"),
      ),
    ]),
);
const NOT_FOUND = "/_not-found";

function answerPage(request, response) {
  const { pathname } = new URL(request.url ?? "/", "http://here");
  const hashes = (Object.hasOwn(hashesOf, pathname) ? hashesOf[pathname] : hashesOf[NOT_FOUND]) ?? [];
  const caching = cachingOf(pathname);
  const set = response.setHeader.bind(response);
  // Next marks its pages for a shared cache to keep for a year.
  response.setHeader = (name, value) => {
    const key = name.toLowerCase();
    if (key === "cache-control") return set(name, caching);
    return set(name, key === POLICY.toLowerCase() ? pagePolicy(String(value), hashes) : value);
  };
  // Whoever was refused what he sent may still be sending it.
  const head = response.writeHead.bind(response);
  response.writeHead = (status, ...rest) => {
    if (status >= 400 && request.method === "POST") set("Connection", "close");
    return head(status, ...rest);
  };
  set("Cache-Control", caching);
  answer(request, response).catch((error) => {
    console.error(error);
    if (!response.headersSent) response.writeHead(500);
    response.end();
  });
}

/** Whose request it is: the first address a proxy names, where one of ours stands before us, else the connection's own. */
const clientOf = ({ headers, socket }) =>
  (process.env.BEHIND_PROXY &&
    String(headers["x-forwarded-for"] ?? "")
      .split(",")[0]
      .trim()) ||
  (socket.remoteAddress ?? "");

const server = createServer((request, response) => {
  const { refused, path: asked } = atTheDoor(request);
  if (refused) {
    response.writeHead(refused.status, refused.headers);
    response.end(request.method === "HEAD" ? undefined : refused.body);
    return;
  }
  request.url = asked;
  request.headers["x-client-address"] = clientOf(request);
  if (answerKept(request.url ?? "/", response)) return;
  answerStatic(request, response, () => answerPage(request, response));
});
// Whoever opens a connection and says nothing, or says it a letter at a time, is not waited for.
server.headersTimeout = 20_000;
server.requestTimeout = 60_000;
server.on("connect", (_, socket) => socket.end("HTTP/1.1 405 Method Not Allowed\r\nConnection: close\r\n\r\n"));
server.on(
  "clientError",
  (_, socket) => socket.writable && socket.end("HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n"),
);
server.listen(port, () => console.log(`Weary Bristle: http://localhost:${port}`));
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    // What is being answered is answered; a proxy sends nothing more.
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    setTimeout(() => process.exit(0), 5000).unref();
  });
