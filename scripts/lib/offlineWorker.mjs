// What runs beside the pages in the browser: everything of one version is kept, and answers when the network does not.
// Bundled by offline.mjs, which puts the list of files in.
import { Serwist } from "serwist";

/* global self, caches, fetch, Response, FILES */
const serwist = new Serwist({
  precacheEntries: FILES,
  precacheOptions: {
    cleanupOutdatedCaches: true,
    // A page is the same whatever its address asks for; what Next asks beside pages is not a page.
    ignoreURLParametersMatching: [/^(?!_rsc$)/],
  },
  // A new version waits until somebody says so: a job may be running in the old one.
  skipWaiting: false,
  clientsClaim: true,
  disableDevLogs: true,
});
self.addEventListener("message", ({ data }) => {
  if (data === "go on") void self.skipWaiting();
});

/** A worker reads what it is for off its own address, which a kept answer would bring without what is asked in it. */
const isWorkerScript = ({ pathname }) => pathname.startsWith("/_next/static/chunks/turbopack-worker");
async function workerScript(request, { pathname }) {
  const held = await caches.match(pathname, { ignoreSearch: true });
  if (!held) return fetch(request);
  return new Response(held.body, { headers: held.headers });
}

/** A link inside comes to the page of the same version, network or not. */
const isPageData = ({ searchParams }, { headers }) =>
  searchParams.has("_rsc") && headers.has("RSC") && !headers.has("Next-Router-Segment-Prefetch");
async function pageData(request, { pathname }) {
  const held = await caches.match(`/kept/${pathname === "/" ? "index" : pathname.slice(1)}.rsc`, {
    ignoreSearch: true,
  });
  return held ?? fetch(request);
}

self.addEventListener("fetch", (event) => {
  const url = new URL(event.request.url);
  const answer =
    url.origin !== self.location.origin
      ? undefined
      : isWorkerScript(url)
        ? workerScript
        : isPageData(url, event.request)
          ? pageData
          : undefined;
  if (!answer) return;
  event.stopImmediatePropagation();
  event.respondWith(answer(event.request, url));
});
serwist.addEventListeners();
