import { readFileSync } from "node:fs";
import { connect } from "node:net";
import { USUAL_KIT } from "../../src/core/job/kit";
import { jobFileOf } from "@/core/job/jobFile";
import { demoJobs } from "../../src/demo/jobs";
import { bigJob } from "../bench/bigJob";
import { check, seeded } from "./report";

const NOW = "2026-05-04T08:00:00Z";
const MUTATIONS = 2000;
const AT_ONCE = 4;
/** What may come back; anything else is a fault. */
const MAY_BE = [200, 400, 413, 415, 422, 429, 503];
/** A second request waits no longer for the first than this, ms. */
const MOST_EXTRA_MS = 200;

const NASTY: unknown[] = [
  null,
  -1,
  0,
  1e308,
  1e-320,
  5.5,
  "",
  "x".repeat(5000),
  "__proto__",
  "\u0000",
  "\ud800",
  [],
  {},
  [[[[[]]]]],
  { kind: "constructor" },
  true,
  "2026-02-31T00:00:00Z",
  "9999-12-31T23:59:59Z",
];

type Tree = Record<string, unknown>;

/** One place of a document changed, taken out, doubled or moved. */
function mutated(document: unknown, random: () => number): unknown {
  const copy = structuredClone(document) as Tree;
  const changes = 1 + Math.floor(random() * 3);
  for (let change = 0; change < changes; change++) {
    let at: Tree = copy;
    for (let depth = Math.floor(random() * 7); depth > 0; depth--) {
      const inner = Object.values(at).filter(
        (value): value is Tree => typeof value === "object" && value !== null && Object.keys(value).length > 0,
      );
      if (inner.length === 0) break;
      at = inner[Math.floor(random() * inner.length)]!;
    }
    const keys = Object.keys(at);
    const key = keys[Math.floor(random() * keys.length)];
    if (key === undefined) continue;
    const way = random();
    if (way < 0.5) at[key] = NASTY[Math.floor(random() * NASTY.length)];
    else if (way < 0.65) Reflect.deleteProperty(at, key);
    else if (way < 0.8) at[`${key}2`] = at[key];
    else if (typeof at[key] === "number") at[key] = (at[key] as number) * (random() < 0.5 ? 1e6 : -1);
    else at[key] = Array.from({ length: 30 }, () => at[key]);
  }
  return copy;
}

/** The text of a file cut, with a letter changed, or as no JSON at all. */
function spoilt(text: string, random: () => number): string {
  const at = Math.floor(random() * text.length);
  const way = random();
  return way < 0.4
    ? text.slice(0, at)
    : way < 0.8
      ? text.slice(0, at) + String.fromCharCode(Math.floor(random() * 127)) + text.slice(at + 1)
      : `${text}${text.slice(at)}`;
}

/** One request as it is written, and the status that comes back; 0 where nothing does within two seconds. */
const raw = (base: string, lines: readonly string[]) =>
  new Promise<number>((resolve) => {
    const socket = connect(Number(new URL(base).port), "localhost", () =>
      socket.write(`${[...lines, "Host: localhost", "Connection: close"].join("\r\n")}\r\n\r\n`),
    );
    socket.setTimeout(2000, () => socket.destroy());
    socket.once("data", (data) => {
      resolve(Number(/^HTTP\/1\.1 (\d+)/.exec(data.toString("latin1"))?.[1] ?? 0));
      socket.destroy();
    });
    socket.once("error", () => resolve(0));
    socket.once("close", () => resolve(0));
  });

/** Requests that are none, methods nobody offers, and names of object methods for addresses. */
async function attackTheDoor(base: string) {
  const wanted: [string[], number][] = [
    ...["//", "//elsewhere/x", "http://[", "*"].map((target): [string[], number] => [[`GET ${target} HTTP/1.1`], 400]),
    [["GET / HTTP/1.1", "Range: bytes=9-2"], 400],
    ...["POST", "PUT", "DELETE", "PATCH", "OPTIONS", "TRACE"].map((method): [string[], number] => [
      [`${method} /shelf HTTP/1.1`],
      405,
    ]),
    [["GET /_next/image?url=/x&w=64&q=5 HTTP/1.1"], 404],
    ...Object.getOwnPropertyNames(Object.prototype).map((name): [string[], number] => [[`GET /${name} HTTP/1.1`], 404]),
    ...Object.getOwnPropertyNames(Object.prototype).map((name): [string[], number] => [
      [`GET /bay?job=${name}&phase=${name} HTTP/1.1`],
      200,
    ]),
  ];
  const wrong: string[] = [];
  for (const [lines, status] of wanted) {
    const got = await raw(base, lines);
    if (got !== status) wrong.push(`${lines.join(" ")}: ${got}`);
  }
  check(
    `${wanted.length} requests that are none, or ask for what nobody offers: each gets its status at once`,
    wrong.length === 0,
    wrong.join(", "),
  );
}

export async function attackInterface(base: string) {
  const random = seeded(15);
  const documents = [...demoJobs(new Date(NOW)), bigJob()].map((job) => jobFileOf(job, USUAL_KIT, NOW));
  const post = (body: BodyInit, type = "application/json", signal?: AbortSignal) =>
    fetch(`${base}/api/plan`, { method: "POST", body, headers: { "content-type": type }, signal });
  const statuses = new Map<number, number>();
  let nulls = 0;
  const one = async () => {
    const document = documents[Math.floor(random() * documents.length)]!;
    const text = random() < 0.8 ? JSON.stringify(mutated(document, random)) : spoilt(JSON.stringify(document), random);
    const answer = await post(text);
    statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1);
    const said = await answer.text();
    if (answer.status === 200 && /:null[,}]/.test(said)) nulls += 1;
    if (answer.status >= 400 && !(JSON.parse(said) as { problems?: string[] }).problems?.length) statuses.set(-1, 1);
  };
  for (let sent = 0; sent < MUTATIONS; sent += AT_ONCE) await Promise.all(Array.from({ length: AT_ONCE }, one));
  check(
    `${MUTATIONS} mutations of a file: each gets a plan or a sentence`,
    [...statuses.keys()].every((status) => MAY_BE.includes(status)),
    [...statuses]
      .sort(([a], [b]) => a - b)
      .map(([status, count]) => `${status}: ${count}`)
      .join(", "),
  );
  check("no number of a plan becomes null", nulls === 0, nulls);
  check(
    "other content types are refused",
    (
      await Promise.all(["text/plain", "multipart/form-data; boundary=x", "text/html"].map((type) => post("{}", type)))
    ).every(({ status }) => status === 415),
  );

  await attackTheDoor(base);

  // A quick file beside the slowest there may be.
  const slow = readSlow();
  const quick = JSON.stringify(documents[0]);
  const timed = async () => {
    const from = performance.now();
    const answer = await post(quick);
    await answer.text();
    return { ms: performance.now() - from, status: answer.status };
  };
  for (let warm = 0; warm < 5; warm++) await timed();
  const alone = await Promise.all(Array.from({ length: 1 }, timed));
  const leave = new AbortController();
  const running = post(slow, "application/json", leave.signal).catch(() => undefined);
  await new Promise((done) => setTimeout(done, 400));
  const beside: { ms: number; status: number }[] = [];
  for (let times = 0; times < 10; times++) beside.push(await timed());
  const extra = Math.max(...beside.map(({ ms }) => ms)) - alone[0]!.ms;
  check(
    `a second request answers within ${MOST_EXTRA_MS} ms of its own time while the slowest runs`,
    beside.every(({ status }) => status === 200) && extra < MOST_EXTRA_MS,
    `alone ${Math.round(alone[0]!.ms)} ms, beside at most ${Math.round(alone[0]!.ms + extra)} ms`,
  );
  leave.abort();
  await running;
  await new Promise((done) => setTimeout(done, 500));
  const health = async () =>
    ((await (await fetch(`${base}/api/health`)).json()) as { planner: { working: number; waiting: number } }).planner;
  check("what the client gave up is stopped", (await health()).working === 0);
  const flood = await Promise.all(
    Array.from({ length: 40 }, () =>
      post(slow, "application/json", AbortSignal.timeout(3000)).then(
        ({ status }) => status,
        () => 0,
      ),
    ),
  );
  check(
    "a flood is refused with 429, not queued without end",
    flood.filter((status) => status === 429).length >= 20,
    `${flood.filter((status) => status === 429).length} of 40`,
  );
  await new Promise((done) => setTimeout(done, 1500));
  check("and a plan comes right after it", (await timed()).status === 200);

  // Requests a second, by size of document.
  for (const [name, text] of [
    ["ferry bench, 6 zones", quick],
    ["12 zones, 25 marks", JSON.stringify(documents.at(-1))],
  ] as const) {
    const from = performance.now();
    let answered = 0;
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (performance.now() - from < 4000) {
          await (await post(text)).text();
          answered += 1;
        }
      }),
    );
    check(`plans a second, ${name}`, answered > 0, (answered / ((performance.now() - from) / 1000)).toFixed(1));
  }
}

/** The largest legal file there is a use for: 500 soiled zones, 2,000 marks. */
function readSlow(): string {
  const order = Array.from({ length: 500 }, (_, at) => `z${at}`);
  const marks = Array.from({ length: 2000 }, (_, at) => `f${at}`);
  const square = (x: number, y: number) =>
    [
      [0, 0],
      [500, 0],
      [500, 500],
      [0, 500],
    ].map(([dx, dy]) => ({ xMm: x + dx!, yMm: y + dy! }));
  const sample = JSON.parse(readFileSync("docs/samples/version-1.job.json", "utf8")) as { format: string };
  return JSON.stringify({
    format: sample.format,
    version: 2,
    asOf: NOW,
    job: {
      id: "slow",
      title: "Hall",
      customer: "",
      place: "",
      createdAt: NOW,
      site: {},
      promises: { dampHandBackAgreed: false },
      choices: { schools: {}, readings: {}, bottles: {} },
      events: [],
      pieces: {
        byId: { p: { name: "Hall", template: "carpet", lengthMm: 20_000, depthMm: 15_000, cloth: {} } },
        order: ["p"],
      },
      zones: {
        order,
        byId: Object.fromEntries(
          order.map((id, at) => [
            id,
            { pieceId: "p", part: "free", soil: "heavy", shape: square((at % 25) * 600, Math.floor(at / 25) * 600) },
          ]),
        ),
      },
      findings: {
        order: marks,
        byId: Object.fromEntries(
          marks.map((id, at) => [
            id,
            {
              kind: "mark",
              zoneId: `z${at % 500}`,
              centre: { xMm: 200, yMm: 200 },
              size: { widthMm: 20, heightMm: 20 },
              evidence: { owner: ["hot-drink", "oil-cream", "mud"][at % 3] },
            },
          ]),
        ),
      },
    },
  });
}
