import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import path from "node:path";
import Ajv2020 from "ajv/dist/2020";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFileOf } from "@/core/job/jobFile";
import { demoJobs } from "@/demo/jobs";
import type { PlanAnswer } from "../src/core/answers/assess/planAnswer";
import type { JobFile } from "../src/core/job/schema";
import { planFile } from "@/server/planFile";

const AT = "2026-05-04T08:00:00Z";
const files = demoJobs(new Date(AT)).map((job) => JSON.stringify(jobFileOf(job, USUAL_KIT, AT)));

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), "plan-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const written = (name: string, text: string) => {
  writeFileSync(path.join(folder, name), text);
  return path.join(folder, name);
};

const plan = (...names: string[]) => {
  const { stdout, status } = spawnSync(path.resolve("node_modules/.bin/tsx"), ["scripts/plan.ts", ...names], {
    encoding: "utf8",
    maxBuffer: 1e8,
  });
  return { lines: stdout.trimEnd().split("\n"), status };
};

describe("npm run plan", () => {
  it("answers each file in its line as the interface does, bad ones with sentences, and then ends with 1", () => {
    const [good, other] = [written("good.json", files[0]!), written("other.json", files[1]!)];
    const { lines, status } = plan(good, written("bad.json", '{"format":"x"}'), path.join(folder, "gone.json"), other);
    expect(status).toBe(1);
    expect(lines).toHaveLength(4);
    expect(lines[0]).toBe(planFile(files[0]!).body);
    expect(lines[3]).toBe(planFile(files[1]!).body);
    for (const line of lines.slice(1, 3))
      expect(JSON.parse(line)).toEqual({ problems: [expect.stringMatching(/\w+/)] });
    expect(plan(good).status).toBe(0);
  });

  it("warns like the screen: what is promised and when it will be, and what is locked and why", () => {
    const file = JSON.parse(files[0]!) as JobFile;
    const asOfMs = Date.parse(file.asOf);
    file.job.promises = {
      handBackAt: new Date(asOfMs + 30 * 60_000).toISOString(),
      usableAt: new Date(asOfMs + 90 * 3_600_000).toISOString(),
      dampHandBackAgreed: true,
    };
    file.job.gas = { gas: "ozone" };
    const { forecast, locked } = JSON.parse(planFile(JSON.stringify(file)).body) as PlanAnswer;
    const [handBack, usable] = forecast.promises;
    expect(handBack!.inHand.value).toBeLessThan(0);
    expect(usable!.inHand.value).toBeGreaterThan(0);
    expect(usable!.forecastAt).toBe(forecast.usableAt);
    expect(Date.parse(forecast.handsDoneAt) - asOfMs).toBeCloseTo(forecast.handsDone.value * 60_000, 0);
    expect(locked).toContainEqual({ what: "gas", because: expect.stringContaining("no person, animal or plant") });
    file.job.account = { spilled: ["sewage"] };
    const stopped = JSON.parse(planFile(JSON.stringify(file)).body) as PlanAnswer;
    for (const zoneId of file.job.zones.order)
      expect(stopped.locked).toContainEqual({ what: "zone", zoneId, because: expect.stringContaining("Stop. Sewage") });
  });

  it("says what its schema and its page say, for every demo job", () => {
    const schema = JSON.parse(readFileSync("docs/plan-answer.schema.json", "utf8")) as object;
    const page = readFileSync("docs/plan-answer.md", "utf8");
    const holds = new Ajv2020({ strict: false }).compile(schema);
    const explained = new Set([...page.matchAll(/`([A-Za-z0-9]+)`/g)].map(([, name]) => name));
    for (const file of files) {
      const answer = JSON.parse(planFile(file).body) as { plan: { steps: object[]; zones: object; marks: object } };
      expect(holds(answer) ? [] : holds.errors).toEqual([]);
      const { plan, ...rest } = answer;
      const zones = Object.values(plan.zones as Record<string, object>);
      const marks = Object.values(plan.marks as Record<string, object>);
      for (const part of [rest, plan, ...plan.steps, ...zones, ...marks])
        expect(Object.keys(part).filter((name) => !explained.has(name))).toEqual([]);
    }
    // It can fail.
    expect(holds({ format: "weary-bristle-plan", version: 1, diagnosis: {}, plan: {}, mixes: [] })).toBe(false);
  });
});
