import { packed, type Entry } from "../../src/core/job/zip";
import { USUAL_KIT } from "../../src/core/job/kit";
import { jobFileOf } from "@/core/job/jobFile";
import { demoJobs } from "../../src/demo/jobs";
import { seeded } from "./report";

/** Files that should not be taken in, each with a name that says why. */
export interface Hostile {
  name: string;
  bytes: Buffer;
}

const NOW = "2026-05-04T08:00:00Z";
const bytesOf = async (blob: Blob) => Buffer.from(await blob.arrayBuffer());
const jobs = demoJobs(new Date(NOW));
const file = () =>
  structuredClone(jobFileOf(jobs[0]!, USUAL_KIT, NOW)) as unknown as {
    job: Record<string, unknown> & {
      zones: { byId: Record<string, unknown>; order: string[] };
      findings: { byId: Record<string, unknown>; order: string[] };
    };
    [key: string]: unknown;
  };

const manifest = (more: object = {}) =>
  JSON.stringify({
    format: "weary-bristle-backup",
    version: 1,
    madeAt: NOW,
    jobs: 1,
    pictures: 1,
    settings: false,
    ...more,
  });
const entries = (): [string, string | Uint8Array][] => [
  ["manifest.json", manifest()],
  [`jobs/${jobs[0]!.id}.job.json`, JSON.stringify(file())],
  [
    "pictures/p1.json",
    JSON.stringify({ id: "p1", jobId: jobs[0]!.id, type: "image/jpeg", widthPx: 3, heightPx: 2, addedAt: 5 }),
  ],
  ["pictures/p1.bin", new Uint8Array(Array.from({ length: 4000 }, (_, at) => at % 251))],
];
const zip = (list: Iterable<[string, string | Uint8Array]>) =>
  packed([...list].map(([name, content]): Entry => ({ name, content })));

/** Forty archives and thirty job files. */
export async function hostileFiles(): Promise<{ archives: Hostile[]; files: Hostile[] }> {
  const random = seeded(7);
  const whole = await bytesOf(await zip(entries()));
  const archives: Hostile[] = [];
  const add = (name: string, bytes: Buffer) => archives.push({ name, bytes });
  for (let cut = 0; cut < 12; cut++)
    add(`cut-${cut}`, whole.subarray(0, Math.floor((whole.length * (cut + 0.5)) / 12)));
  // One byte of what is packed, away from the lists of the archive.
  for (let flip = 0; flip < 10; flip++) {
    const flipped = Buffer.from(whole);
    const at = whole.indexOf(Buffer.from([0, 1, 2, 3, 4, 5, 6, 7])) + Math.floor(random() * 3990);
    flipped[at]! ^= 1 << Math.floor(random() * 8);
    add(`flipped-${flip}`, flipped);
  }
  for (const name of [
    "../evil.json",
    "/etc/passwd",
    "jobs/../../x.job.json",
    "jobs/CON.job.json.exe",
    "pictures/<b>.bin",
    "__proto__",
    "settings.json/",
    "jobs/a b.job.json",
  ])
    add(`name ${name.replaceAll("/", "|")}`, await bytesOf(await zip([...entries(), [name, "x"]])));
  const swapped = (name: string, content: string | Uint8Array | undefined) =>
    zip(
      content === undefined
        ? entries().filter(([each]) => each !== name)
        : entries().map(([each, was]) => [each, each === name ? content : was]),
    );
  for (const [why, name, content] of [
    ["format", "manifest.json", manifest({ format: "other" })],
    ["version", "manifest.json", manifest({ version: 99 })],
    ["time", "manifest.json", manifest({ madeAt: "soon" })],
    ["count", "manifest.json", manifest({ jobs: 7 })],
    ["no list", "manifest.json", undefined],
    ["no picture", "pictures/p1.bin", undefined],
    ["no facts", "pictures/p1.json", undefined],
    ["no json", `jobs/${jobs[0]!.id}.job.json`, "{"],
    ["bomb", `jobs/${jobs[0]!.id}.job.json`, " ".repeat(30_000_000)],
    ["picture of what", "pictures/p1.json", '{"id":"p1","type":"text/html"}'],
  ] as [string, string, string | undefined][])
    add(why, await bytesOf(await swapped(name, content)));

  const files: Hostile[] = [];
  const text = (name: string, content: string) => files.push({ name, bytes: Buffer.from(content) });
  const change = (name: string, work: (whole: ReturnType<typeof file>) => void) => {
    const made = file();
    work(made);
    text(name, JSON.stringify(made));
  };
  change("twenty megabytes of events", (made) => {
    made.job.events = Array.from({ length: 49_000 }, (_, at) => ({
      kind: "done",
      id: `e${at}`,
      at: "x",
      stepKey: "y".repeat(300),
      title: 5,
      action: "zz",
      zoneIds: "none",
    }));
  });
  change("order of a million", (made) => {
    made.job.zones.order = Array.from({ length: 1_000_000 }, () => "a");
  });
  change("many keys", (made) => {
    made.job.site = Object.fromEntries(Array.from({ length: 500_000 }, (_, at) => [`k${at}`, at]));
  });
  change("a key of megabytes", (made) => {
    made.job["k".repeat(6_000_000)] = 1;
  });
  change("a title of megabytes", (made) => {
    made.job.title = "x".repeat(15_000_000);
  });
  change("thousands of wrong marks", (made) => {
    for (let at = 0; at < 2000; at++)
      made.job.findings.byId[`m${at}`] = {
        kind: "mark",
        outline: Array.from({ length: 150 }, () => ({ xMm: "a", yMm: 1, z: 1 })),
      };
  });
  text("brackets", "[".repeat(18_000_000));
  text("braces", '{"a":'.repeat(3_000_000));
  text("twenty-one megabytes", " ".repeat(21_000_000));
  text("a list of the same", `[${JSON.stringify(file())},${JSON.stringify(file())}]`);
  text("a list of none", "[]");
  text("nothing", "");
  text("null", "null");
  text("a number", "7");
  text("binary", String.fromCharCode(...Array.from({ length: 3000 }, () => Math.floor(random() * 256))));
  const good = JSON.stringify(file());
  for (let cut = 0; cut < 5; cut++) text(`text cut ${cut}`, good.slice(0, Math.floor((good.length * (cut + 0.5)) / 5)));
  for (const [name, value] of [
    ["proto", '{"__proto__":1}'],
    ["constructor", '{"constructor":1}'],
    ["infinite", "1e999"],
    ["deep", `${'{"a":'.repeat(60)}1${"}".repeat(60)}`],
    ["null site", "null"],
  ] as const)
    text(name, good.replace(/"site":\{[^}]*\}/, `"site":${value}`));
  change("ids twice", (made) => {
    made.job.zones.order = [...made.job.zones.order, made.job.zones.order[0]!];
  });
  change("points nowhere", (made) => {
    made.job.findings.byId[made.job.findings.order[0]!] = {
      ...(made.job.findings.byId[made.job.findings.order[0]!] as object),
      zoneId: "nowhere",
    };
  });
  change("newer", (made) => {
    made.version = 99;
  });
  change("another kind", (made) => {
    made.format = "something";
  });
  change("no part", (made) => {
    made.job.zones.byId[made.job.zones.order[0]!] = {
      ...(made.job.zones.byId[made.job.zones.order[0]!] as object),
      part: "wing-9",
    };
  });
  return { archives, files };
}

/** Twenty pictures: sixteen that are none, or lie about themselves, and four that are sound. */
export function hostilePictures(sound: Buffer): { name: string; mimeType: string; buffer: Buffer; good: boolean }[] {
  const random = seeded(11);
  const noise = (length: number) => Buffer.from(Array.from({ length }, () => Math.floor(random() * 256)));
  // A PNG that says it is 60,000 pixels a side, and holds nothing.
  const huge = Buffer.from("89504e470d0a1a0a0000000d494844520000ea600000ea600802000000", "hex");
  const bad: [string, string, Buffer][] = [
    ["empty.jpg", "image/jpeg", Buffer.alloc(0)],
    ["text.jpg", "image/jpeg", Buffer.from("not a picture")],
    ["noise.png", "image/png", noise(5000)],
    ["huge.png", "image/png", huge],
    ["half.jpg", "image/jpeg", Buffer.concat([sound.subarray(0, 3), noise(200)])],
    ["magic.jpg", "image/jpeg", Buffer.from([0xff, 0xd8, 0xff])],
    [
      "script.svg",
      "image/svg+xml",
      Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>window.pwned=1</script></svg>'),
    ],
    ["page.html", "text/html", Buffer.from("<script>window.pwned=1</script>")],
    ["zip.jpg", "image/jpeg", Buffer.from("504b0304140000000800", "hex")],
    ["gif.jpg", "image/jpeg", Buffer.from("GIF89a")],
    ["riff.webp", "image/webp", Buffer.from("RIFF\x10\x00\x00\x00WEBPVP8 ")],
    ["big.jpg", "image/jpeg", Buffer.concat([Buffer.from([0xff, 0xd8]), Buffer.alloc(61_000_000)])],
    ["zeros.jpg", "image/jpeg", Buffer.alloc(100_000)],
    ["name\u202egpj.exe", "image/jpeg", noise(100)],
    ["<img src=x onerror=window.pwned=1>.jpg", "image/jpeg", noise(100)],
    ["bmp.jpg", "image/jpeg", Buffer.from("BM\x36\x00\x00\x00")],
  ];
  return [
    ...bad.map(([name, mimeType, buffer]) => ({ name, mimeType, buffer, good: false })),
    ...Array.from({ length: 4 }, (_, at) => ({
      name: `sound-${at}.jpg`,
      mimeType: "image/jpeg",
      buffer: sound,
      good: true,
    })),
  ];
}
