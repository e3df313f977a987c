// What a server answers before anything of the application is asked: requests that are none, and methods nobody offers.

const TEXT = { "Content-Type": "text/plain; charset=utf-8", "X-Content-Type-Options": "nosniff" };
const refuse = (status, body, more = {}) => ({
  status,
  body: `${body}\n`,
  headers: { ...TEXT, Connection: "close", ...more },
});
const notAllowed = (allow) => refuse(405, "This method is not allowed here.", { Allow: allow });

/** Sent back as they came they tell cookies to whoever asks, or reach through the server. */
const NEVER = ["TRACE", "TRACK", "CONNECT"];

/** The path and query of a request; undefined where it is none. */
function pathOf(target) {
  if (/^https?:\/\//i.test(target)) return URL.canParse(target) ? new URL(target) : undefined;
  if (!target.startsWith("/") || target.startsWith("//") || !URL.canParse(target, "http://here")) return undefined;
  return new URL(target, "http://here");
}

/** A range that ends before it begins. */
const isReversed = (range = "") =>
  [...range.matchAll(/(\d+)\s*-\s*(\d+)/g)].some(([, from, to]) => Number(from) > Number(to));

/**
 * @param request method, target as it was sent, and headers
 * @returns what is answered at once, or the path and query that are asked for
 */
export function atTheDoor({ method = "GET", url: target = "/", headers = {} }) {
  if (NEVER.includes(method)) return { refused: notAllowed("GET, HEAD, POST, OPTIONS") };
  if (target === "*" && method === "OPTIONS")
    return { refused: { status: 204, body: "", headers: { Allow: "GET, HEAD, POST, OPTIONS" } } };
  const url = pathOf(target);
  if (!url) return { refused: refuse(400, "This address is none.") };
  if (isReversed(headers.range)) return { refused: refuse(400, "This range ends before it begins.") };
  // Pictures are made small in the browser; nothing is drawn anew here.
  if (url.pathname.startsWith("/_next/image")) return { refused: refuse(404, "There is nothing here.") };
  if (!url.pathname.startsWith("/api/") && method !== "GET" && method !== "HEAD")
    return { refused: notAllowed("GET, HEAD") };
  return { path: url.pathname + url.search };
}

/** The policy of a page: of scripts written into it, only those it was built with. @param hashes of them */
export const pagePolicy = (policy, hashes) =>
  policy.replace(/(script-src [^;]*?)\s*'unsafe-inline'/, (_, source) =>
    [source, ...hashes.map((hash) => `'sha256-${hash}'`)].join(" "),
  );

/** The texts of the scripts that are written into a page. */
export const inlineScripts = (html) =>
  [...html.matchAll(/<script(?![^>]*\ssrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(([, text]) => text);
