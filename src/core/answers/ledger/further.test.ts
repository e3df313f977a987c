import { describe, expect, it } from "vitest";
import { checkJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import { nextVisit } from "@/core/job/nextVisit";
import type { Job } from "@/core/job/schema";
import { USUAL_KIT } from "@/core/job/kit";
import { demoJobs } from "@/demo/jobs";
import { pastJobs } from "@/demo/past";
import { workedOut } from "@/core/testing/workedOut";
import { customersOf } from "./customers";
import { dueOf } from "./due";
import { monthsOf } from "./months";
import { searched } from "./search";
import { ledgerOf } from "./summary";

const NOW = "2026-05-04T09:00:00Z";
const AT = "2026-06-01T09:00:00Z";
const [ferry] = demoJobs(new Date(NOW)) as [Job];
const worked = { ...workedOut(ferry, USUAL_KIT, NOW).job, choices: { ...ferry.choices, beside: ["leather" as const] } };
const handed: Job = {
  ...worked,
  events: [
    ...worked.events,
    { kind: "outcome", id: "o1", at: NOW, findingId: "fb-soup", result: "gone" },
    { kind: "handed-back", id: "hb", at: NOW, damp: false },
  ],
};

const past = pastJobs(new Date(NOW));
const ledger = ledgerOf(past);

describe("a further visit", () => {
  it("starts from the map, the cloth and the damage; what was soiled, marked or proved is seen anew", () => {
    const next = nextVisit(handed, { id: "next", createdAt: AT });
    expect(next).toMatchObject({
      customer: ferry.customer,
      from: { jobId: ferry.id, kind: "next" },
      events: [],
      pieces: { order: ferry.pieces.order },
    });
    expect(next.findings.order).toEqual(["fb-burn"]);
    expect(Object.values(next.pieces.byId)[0]!.cloth).toMatchObject({ material: "wool", build: "cover-on-foam" });
    expect(JSON.stringify(next)).not.toMatch(/fastness|"soil"|"clean"/);
    expect(checkJobFile(jobFileOf(next, USUAL_KIT, AT)).ok).toBe(true);
  });

  it("for marks that came back brings them along, and their first job counts as not done with them", () => {
    const back = nextVisit(handed, { id: "back", createdAt: AT, comeback: ["fb-soup"] });
    expect(back.findings.order).toEqual(["fb-soup", "fb-burn"]);
    const first = ledgerOf([handed, back]).find(({ id }) => id === ferry.id)!;
    expect(first.outcomes).toMatchObject({ "came-back": 1 });
    expect(first.lastTime.join(" ")).toMatch(/Beetroot soup: gone with/);
  });
});

describe("what is kept of jobs done", () => {
  it("is found by any words of it in any order", () => {
    expect(searched(ledger, "  CHAIR hearth ").map(({ title }) => title)).toEqual(["Kittiwake Cottage, hearth chair"]);
    expect(searched(ledger, "acid spotter").length).toBeGreaterThan(3);
    expect(searched(ledger, "", "late").every(({ promise }) => promise === "missed")).toBe(true);
    expect(searched(ledger, "hearth xyz")).toEqual([]);
  });

  it("is put together by customer and by month", () => {
    const customers = customersOf(ledger);
    expect(customers.reduce((sum, { jobs }) => sum + jobs.length, 0)).toBe(past.length);
    for (const { jobs } of customers)
      expect(jobs.map(({ at }) => at)).toEqual(
        jobs
          .map(({ at }) => at)
          .sort()
          .reverse(),
      );
    const months = monthsOf(ledger, (iso) => iso.slice(0, 7));
    expect(months.reduce((sum, { jobs, kept, missed }) => sum + jobs * 1000 + kept + missed, 0)).toBe(
      past.length * 1001,
    );
    expect(months.map(({ month }) => month)).toEqual(months.map(({ month }) => month).sort());
  });

  it("says what is due again: a look the day after, leather in half a year, cleaning by its worst soil", () => {
    const days = Object.fromEntries(
      dueOf(ledgerOf([handed])).map(({ id, startMs }) => [
        id.replace(`${ferry.id}-`, ""),
        Number(((startMs - Date.parse(NOW)) / 86_400_000).toFixed(3)),
      ]),
    );
    // The footwell was moderately soiled: a year.
    expect(days).toEqual({ "look-again": 1, leather: 182, "clean-again": 364.8 });
    expect(dueOf(ledgerOf([worked]))).toEqual([]);
  });
});

describe("the demo's past", () => {
  it("is made of job documents that are in order", () => {
    for (const job of past) {
      const result = checkJobFile(jobFileOf(job, USUAL_KIT, NOW));
      expect(result.ok ? [] : result.problems, job.title).toEqual([]);
    }
  });
});
