// What the bay fetches until all of it is here, and which modules come in more than one piece: read off a build of its
// own, in which every module bears its name.
import { readFileSync, writeFileSync } from "node:fs";
import path from "node:path";
import { brotliCompressSync } from "node:zlib";
import { chromium } from "@playwright/test";
import { startServer } from "./server.mjs";
import { ensureChromium, root, run } from "./setup.mjs";

const CHUNKS = path.join(root, ".cache/named/static/chunks");
const MODULE = /"(\[project\]\/[^"]+? \(ecmascript[^"]*)",(?:\(?[\w,]*\)?=>|function)/g;

function buildNamed() {
  process.env.NAMED_MODULES = "1";
  const settings = path.join(root, "tsconfig.json");
  const before = readFileSync(settings, "utf8");
  if (run(path.join(root, "node_modules/.bin/next"), ["build"], { stdio: "ignore" }) !== 0)
    throw new Error("The application did not build with its modules named.");
  // Next writes the folder of every build into it.
  writeFileSync(settings, before);
}

/** The modules of a script with their lengths, characters before compression. */
function modulesOf(text) {
  const found = [...text.matchAll(MODULE)];
  return found.map((each, at) => ({
    name: each[1].replace(/^\[project\]\/| \[.*$/g, ""),
    length: (found[at + 1]?.index ?? text.length) - each.index,
  }));
}

/** @returns requests for scripts, all of them compressed, kB; and what comes twice, kB before compression, the most first */
export async function shipsTwice(port = 4131) {
  buildNamed();
  const server = await startServer(port);
  const browser = await chromium.launch({
    executablePath: ensureChromium({ windowless: true }),
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  const files = new Set();
  try {
    const page = await (await browser.newContext({ serviceWorkers: "block" })).newPage();
    await page.goto(`http://localhost:${port}/demo`);
    await page.locator(".job-row").first().waitFor();
    page.context().on("request", (request) => {
      const file = new URL(request.url()).pathname;
      if (file.endsWith(".js")) files.add(path.basename(file));
    });
    await page.goto(`http://localhost:${port}/bay?job=demo-ferry&phase=look`);
    await page.locator(".bay[data-loaded=true]").waitFor({ timeout: 120_000 });
  } finally {
    await browser.close();
    server.kill();
    delete process.env.NAMED_MODULES;
  }
  const texts = [...files].map((file) => readFileSync(path.join(CHUNKS, file), "utf8"));
  const times = new Map();
  for (const { name, length } of texts.flatMap(modulesOf)) {
    const known = times.get(name) ?? { name, length, times: 0 };
    times.set(name, { ...known, times: known.times + 1 });
  }
  const twice = [...times.values()]
    .map((each) => ({ ...each, wastedKb: (each.length * (each.times - 1)) / 1000 }))
    .filter(({ wastedKb }) => wastedKb > 0)
    .sort((a, b) => b.wastedKb - a.wastedKb);
  return {
    requests: files.size,
    kb: texts.reduce((sum, text) => sum + brotliCompressSync(text).length, 0) / 1000,
    twiceKb: twice.reduce((sum, { wastedKb }) => sum + wastedKb, 0),
    twice,
  };
}
