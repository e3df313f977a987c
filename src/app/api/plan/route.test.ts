import path from "node:path";
import { Worker } from "node:worker_threads";
import { afterAll, describe, expect, it, vi } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFileOf } from "@/core/job/jobFile";
import { jobFromTemplate } from "@/core/job/newJob";
import type { JobFile } from "@/core/job/schema";
import { GET } from "../health/route";
import { POST } from "./route";

const threads: Worker[] = [];
// Real threads of the real program, started as this test's own loader reads it.
vi.mock("@/server/planner", async () => {
  const { Pool } = await import("@/server/pool");
  const pool = new Pool(
    { threads: 1, queue: 2, timeMs: 600_000, memoryMb: 256 },
    (memoryMb) =>
      threads[
        threads.push(
          new Worker(`require("tsx/cjs"); require(${JSON.stringify(path.resolve("src/server/planner.thread.ts"))});`, {
            eval: true,
            resourceLimits: { maxOldGenerationSizeMb: memoryMb },
          }),
        ) - 1
      ]!,
  );
  return { plannerPool: () => pool };
});
afterAll(() => Promise.all(threads.map((thread) => thread.terminate())));

const ids = () => {
  let next = 0;
  return () => `i${next++}`;
};

const AT = "2026-05-04T08:00:00Z";
const post = (body: BodyInit, type: string | null = "application/json") =>
  POST(
    new Request("http://localhost/api/plan", {
      method: "POST",
      body,
      ...(type ? { headers: { "content-type": type } } : {}),
      ...(body instanceof ReadableStream ? { duplex: "half" } : {}),
    } as RequestInit),
  );
const benchFile = (change: (job: JobFile["job"]) => void = () => undefined): JobFile => {
  const file = jobFileOf(structuredClone(jobFromTemplate("bench-seat", ids(), AT)), USUAL_KIT, AT);
  change(file.job);
  return file;
};

const soiled = (job: JobFile["job"]) => (job.zones.byId[job.zones.order[1]!]!.soil = "heavy");

describe("POST /api/plan", () => {
  it("hears a body over five million bytes to its end before it refuses, and stops one that goes on and on", async () => {
    let sent = 0;
    const body = (bytes: number) =>
      new ReadableStream({
        pull(controller) {
          if (sent >= bytes) return controller.close();
          sent += 100_000;
          controller.enqueue(new Uint8Array(100_000).fill(32));
        },
      });
    expect([(await post(body(8_000_000))).status, sent]).toEqual([413, 8_000_000]);
    sent = 0;
    expect((await post(body(Infinity))).status).toBe(413);
    expect(sent).toBeLessThan(21_000_000);
  });

  it("answers a bad file with where and what, a good one with the plan of the kit it carries", async () => {
    const file = benchFile();
    const bad = await post(JSON.stringify({ ...file, job: { ...file.job, title: 7 } }));
    expect([bad.status, (await bad.json()).problems.join()]).toEqual([400, expect.stringContaining("job.title")]);
    const { job } = benchFile(soiled);
    const full = await (await post(JSON.stringify({ ...file, job }))).json();
    const bare = await (
      await post(JSON.stringify({ ...file, job, kit: { ...USUAL_KIT, machines: { "hepa-vacuum": {} } } }))
    ).json();
    expect(full.plan.steps.length).toBeGreaterThan(0);
    expect(
      bare.plan.zones[job.zones.order[1]!].schools
        .filter(({ allowed }: { allowed: boolean }) => allowed)
        .map(({ school }: { school: string }) => school),
    ).not.toContain("steam");
  });

  it("asks for JSON by its content type", async () => {
    const text = JSON.stringify(benchFile());
    expect(
      await Promise.all(
        ["text/plain", "application/x-www-form-urlencoded", ""].map(
          async (type) => (await post(text, type || null)).status,
        ),
      ),
    ).toEqual([415, 415, 415]);
    expect(
      await Promise.all(
        ["application/json; charset=utf-8", "application/vnd.job+json"].map(
          async (type) => (await post("{}", type)).status,
        ),
      ),
    ).toEqual([400, 400]);
  });

  it(
    "counts before it checks: long lists, many keys, long keys, thousands of wrong records; at most fifty " +
      "sentences, each of them short",
    async () => {
      const file = benchFile();
      const hostile: [string, object, RegExp][] = [
        [
          "order",
          { ...file.job, zones: { ...file.job.zones, order: Array.from({ length: 300_000 }, () => "a") } },
          /job\.zones\.order has 300000 entries/,
        ],
        [
          "choices",
          { ...file.job, choices: { ...file.job.choices, disinfect: Array.from({ length: 300_000 }, () => "a") } },
          /job\.choices\.disinfect has 300000 entries/,
        ],
        [
          "keys",
          { ...file.job, site: Object.fromEntries(Array.from({ length: 90_000 }, (_, at) => [`k${at}`, 1])) },
          /job\.site has 90000 keys/,
        ],
        ["key", { ...file.job, ["k".repeat(2_000_000)]: 1 }, /keys that do not belong there: k{40}…/],
        [
          "events",
          { ...file.job, events: Array.from({ length: 50_000 }, (_, at) => ({ kind: "done", id: `e${at}`, at: 5 })) },
          /job\.events\[0\]/,
        ],
        ["nothing", { ...file.job, constructor: { prototype: {} } }, /a key named "constructor"/],
      ];
      for (const [name, job, words] of hostile) {
        const answer = await post(JSON.stringify({ ...file, job }));
        const { problems } = (await answer.json()) as { problems: string[] };
        expect([
          name,
          answer.status,
          problems.length <= 50,
          problems.every((each) => each.length < 600),
          problems.join(" "),
        ]).toEqual([name, 400, true, true, expect.stringMatching(words)]);
      }
    },
  );

  it("says what never ends in a word: no number becomes null", async () => {
    const wet = benchFile((job) => {
      soiled(job);
      Object.assign(Object.values(job.pieces.byId)[0]!.cloth, {
        material: "polyester",
        build: "cover-on-foam",
        careCode: "W",
        ageYears: 3,
        condition: "sound",
        neighbours: [],
      });
      Object.assign(job.site, { airTempC: 3, relativeHumidityPct: 98, space: "shut", airChangesPerH: 0.05 });
    });
    const text = await (await post(JSON.stringify(wet))).text();
    expect([text.includes('"infinite"'), text.includes("null")]).toEqual([true, false]);
  });

  it("tells a monitor how much there is to do", async () =>
    expect(await GET().json()).toEqual({ ok: true, planner: { threads: 1, working: 0, waiting: 0, queue: 2 } }));
});
