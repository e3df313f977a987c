import "fake-indexeddb/auto";
import fc from "fast-check";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, expect, it, vi } from "vitest";
import { runs } from "@/core/testing/runs";
import { checkJobFile } from "../core/job/file";
import { jobFileOf } from "../core/job/jobFile";
import { inWords } from "../core/job/problem";
import { USUAL_KIT } from "../core/job/kit";
import type { Job } from "../core/job/schema";
import { openZip, packed, type Entry } from "../core/job/zip";
import { demoJobs } from "../demo/jobs";
import {
  jobEntry,
  manifestEntry,
  readHead,
  readJobEntry,
  readPictureEntry,
  settingsEntry,
  type KeptSettings,
} from "./backup";

/** Names that every object has, drawn as ids wherever somebody or some file names something. */

const AT = "2026-05-04T08:00:00Z";
const aName = fc.constantFrom(...Object.getOwnPropertyNames(Object.prototype));
const jobs = demoJobs(new Date(AT));
const idsOf = ({ id, pieces, zones, findings, events }: Job) => [
  id,
  ...pieces.order,
  ...zones.order,
  ...findings.order,
  ...events.map((event) => event.id),
];
const aRenamedJob = fc.tuple(fc.constantFrom(...jobs), fc.nat(), aName).map(([job, at, name]) => {
  const was = idsOf(job)[at % idsOf(job).length]!;
  return { name, job: JSON.parse(JSON.stringify(job).replaceAll(`"${was}"`, `"${name}"`)) as Job };
});

beforeEach(() => {
  vi.resetModules();
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("navigator", {});
});

/** A name with an underscore is no part of a backup to begin with. */
const REFUSED = / id|not in byId|which no job file has|no part of a backup/;
const archive = async (...entries: Entry[]) => openZip(await packed(entries));
const asText = (result: { problem: string } | { problems: string[] } | object) => JSON.stringify(result);

it("in a document: refused in a sentence, alone and in an archive", async () => {
  await fc.assert(
    fc.asyncProperty(aRenamedJob, async ({ job }) => {
      const checked = checkJobFile(jobFileOf(job, USUAL_KIT, AT));
      expect(checked.ok ? "taken" : checked.problems.map(inWords).join()).toMatch(REFUSED);
      const entry = jobEntry(job, USUAL_KIT, AT);
      const read = archive(entry).then((opened) => readJobEntry(opened, entry.name));
      expect(await read.then(asText, String)).toMatch(REFUSED);
    }),
    { numRuns: runs(500, 60) },
  );
});

it("of a picture, of a job that is not learnt from, of a rate: refused", async () => {
  await fc.assert(
    fc.asyncProperty(aName, async (name) => {
      const facts = { id: "p1", jobId: "j1", widthPx: 3, heightPx: 2, addedAt: 5, type: "image/jpeg" };
      for (const wrong of [{ id: name }, { jobId: name }]) {
        const its = { ...facts, ...wrong };
        const file = `pictures/${its.id}.json`;
        const entries = [
          { name: file, content: JSON.stringify(its) },
          { name: file.replace("json", "bin"), content: "x" },
        ];
        const read = archive(...entries).then((opened) => readPictureEntry(opened, file));
        expect(await read.then(asText, String)).toMatch(/^{"problem":|no part of a backup/);
      }
      const usual: KeptSettings = { units: "metric", theme: "light" };
      for (const settings of [
        { ...usual, learning: { excluded: [name] } },
        { ...usual, rates: JSON.parse(`{"${name}":5}`) as KeptSettings["rates"] },
      ]) {
        const head = manifestEntry({ madeAt: AT, settings }, { jobs: 0, pictures: 0, missing: [] });
        await expect(readHead(await archive(head, settingsEntry(settings, USUAL_KIT)))).rejects.toThrow(
          /settings.json: /,
        );
      }
    }),
    { numRuns: 24 },
  );
});

it("of a kept job, of an address: nothing is found, and the rest is shown", async () => {
  await fc.assert(
    fc.asyncProperty(aRenamedJob, async ({ name, job }) => {
      vi.resetModules();
      vi.stubGlobal("indexedDB", new IDBFactory());
      const [{ loadJobs, jobNow, isHere, stateNow }, { withDb }] = [await import("./jobs"), await import("./db")];
      await withDb(async (database) => {
        await database.put("jobs", { version: 2, job: jobs[0]! }, jobs[0]!.id);
        await database.put("jobs", { version: 2, job: { ...job, id: name } }, name);
      });
      await loadJobs();
      expect([jobNow(name), isHere(name), stateNow().status]).toEqual([undefined, false, "ready"]);
      expect([Object.keys(stateNow().stored), stateNow().broken.map(({ key }) => key)]).toEqual([
        [jobs[0]!.id],
        [name],
      ]);
    }),
    { numRuns: runs(50, 8) },
  );
});
