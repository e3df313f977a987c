import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/job/kit";
import { LADDERS } from "@/core/ground/catalog/ladders";
import { assess, quickly } from "@/core/answers/assess/assess";
import { tablesFor } from "@/core/judgement/diagnosis/tables";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import type { Experience, Job, Kit } from "@/core/job/schema";
import { demoJobs } from "@/demo/jobs";
import { simulatedLog, type Truth } from "@/demo/simulatedLog";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { betaQuantile, betaUnder } from "@/core/models/chance/beta";
import { experienceOf } from "./experience";
import { learntOf } from "./learnt";
import { asPlannedNow, dryingFactor, paceOf, recoveryFactor } from "@/core/judgement/learnt/own";
import { isHopeless, successOf, TABLE_COUNTS, TABLE_SUCCESS } from "@/core/judgement/learnt/success";
import { ledgerOf } from "./summary";

const END_MS = Date.parse("2026-05-04T16:00:00Z");
const FAMILIES: FamilyId[] = ["tannin", "body-oil", "protein", "ink"];
const TRUTH: Truth = {
  success: (family, agent, fibre) =>
    0.2 + 0.1 * (FAMILIES.indexOf(family) + (fibre === "synthetic" ? 3 : 0)) + (agent === "peroxide" ? 0.1 : 0),
  pace: (action) => (action === "clean" ? 1.4 : 0.8),
};

const log = (jobs: number, more: Partial<Parameters<typeof simulatedLog>[0]> = {}) =>
  simulatedLog({
    jobs,
    families: FAMILIES,
    fibres: ["synthetic", "plant"],
    truth: TRUTH,
    seed: 5,
    endMs: END_MS,
    ...more,
  });
const withLog = (jobs: readonly Job[]): Kit => ({ ...USUAL_KIT, experience: experienceOf(jobs) });
const none: Experience = { jobs: 0, success: [], families: {}, pace: {}, recovery: {}, drying: {} };

describe("a chance from few tries", () => {
  it("is the beta distribution's", () => {
    // Closed forms: uniform; Beta(1, n) is 1 − (1 − x)^n; Beta(n, 1) is x^n. And I_0.5(a, a) = 1/2 by symmetry.
    for (const x of [0.01, 0.3, 0.77, 0.99]) {
      expect(betaUnder(x, 1, 1)).toBeCloseTo(x, 10);
      expect(betaUnder(x, 1, 7)).toBeCloseTo(1 - (1 - x) ** 7, 10);
      expect(betaUnder(x, 9, 1)).toBeCloseTo(x ** 9, 10);
      expect(betaUnder(x, 2, 3)).toBeCloseTo(6 * x ** 2 - 8 * x ** 3 + 3 * x ** 4, 10);
    }
    expect(betaUnder(0.5, 40, 40)).toBeCloseTo(0.5, 10);
    expect(betaQuantile(0.1, 1, 7)).toBeCloseTo(1 - 0.9 ** (1 / 7), 6);
    // Exact binomial interval of 0 in 10, two-sided 95 %, as in tables of Clopper and Pearson 1934, from memory: up to 0.3085.
    expect(betaQuantile(0.975, 1, 10)).toBeCloseTo(0.3085, 4);
  });

  it("starts from the table, takes other fibres for half, and says how much of it is whose", () => {
    const start = successOf(undefined, "tannin", "acid-spotter", "synthetic");
    expect(start.chance.value).toBe(TABLE_SUCCESS.tannin);
    expect(start.tableShare).toBe(1);
    // Worked by hand: others 3 of 4, so the start is (4 × 0.5 + 3) / 8 = 0.625; here 1 of 6: (4 × 0.625 + 1) / 10.
    const cell = (fibre: "synthetic" | "plant", gone: number, tried: number) => ({
      family: "tannin" as const,
      fibre,
      agent: "acid-spotter" as const,
      gone,
      tried,
    });
    const own = successOf(
      { success: [cell("plant", 3, 4), cell("synthetic", 1, 6)] },
      "tannin",
      "acid-spotter",
      "synthetic",
    );
    expect(own.chance.value).toBeCloseTo(0.35, 12);
    expect(own).toMatchObject({ tried: 6, gone: 1, elsewhere: 4 });
    expect(own.tableShare).toBeCloseTo((TABLE_COUNTS / 8) * (TABLE_COUNTS / 10), 12);
    expect(own.low.value).toBeLessThan(0.35);
    expect(own.high.value).toBeGreaterThan(0.35);
    expect(betaUnder(own.high.value, 3.5, 6.5) - betaUnder(own.low.value, 3.5, 6.5)).toBeCloseTo(0.8, 6);
    expect(isHopeless(own)).toBe(false);
    expect(isHopeless(successOf({ success: [cell("synthetic", 0, 24)] }, "tannin", "acid-spotter", "synthetic"))).toBe(
      true,
    );
  });
});

describe("300 jobs of a technician who does not exist", () => {
  const agents = (family: FamilyId) =>
    LADDERS[family].flatMap(({ does }) =>
      does.flatMap((each) => (each.action === "agent" && each.agent !== "water" ? [each.agent] : [])),
    );
  const cells = FAMILIES.flatMap((family) =>
    (["synthetic", "plant"] as const).flatMap((fibre) => agents(family).map((agent) => ({ family, fibre, agent }))),
  );
  /** Over everything it would be asked for, as often as it is: predicted against true, all together and cell by cell. */
  function errors(jobs: number, seed: number, predictedBy: number = jobs) {
    const { success } = experienceOf(log(jobs, { seed }));
    let [signed, apart, tries, inside] = [0, 0, 0, 0];
    for (const { family, fibre, agent } of cells) {
      const { tried } = successOf({ success }, family, agent, fibre);
      const { chance, low, high } = successOf(predictedBy > 0 ? { success } : undefined, family, agent, fibre);
      const truth = TRUTH.success(family, agent, fibre);
      signed += tried * (chance.value - truth);
      apart += tried * Math.abs(chance.value - truth);
      tries += tried;
      if (low.value <= truth && truth <= high.value) inside += tried;
    }
    return { signed: signed / tries, apart: apart / tries, inside: inside / tries };
  }

  it("bring the predicted success within 5 points of the truth, well under the table's error, and the interval holds it", () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const [table, after] = [errors(300, seed, 0), errors(300, seed)];
      expect(Math.abs(after.signed), `seed ${seed}`).toBeLessThan(0.05);
      expect(after.apart, `seed ${seed}`).toBeLessThan(table.apart / 1.5);
      expect(after.inside, `seed ${seed}`).toBeGreaterThan(0.5);
      // Each by itself within 5 points takes more marks of each kind than 300 jobs hold.
      expect(errors(3000, seed).apart).toBeLessThan(0.05);
    }
  });

  it("bring the planned minutes to the pace they are worked at, and it is not counted twice", () => {
    const jobs = log(300);
    const kit = withLog(jobs);
    expect(paceOf(kit.experience, "clean").factor).toBeCloseTo(1.4, 1);
    expect(paceOf(kit.experience, "agent").factor).toBeCloseTo(0.8, 1);
    expect(handsOnMinutes(kit, "clean", 2).value / handsOnMinutes(USUAL_KIT, "clean", 2).value).toBeCloseTo(
      paceOf(kit.experience, "clean").factor,
      12,
    );
    expect(handsOnMinutes(kit, "scrape", 2)).toEqual(handsOnMinutes(USUAL_KIT, "scrape", 2));
    const ratio = asPlannedNow(
      ledgerOf(jobs).flatMap(({ steps }) => steps),
      kit.experience,
    );
    const mean =
      ratio.reduce((sum, { minutes, plannedMin }) => sum + Math.log(minutes! / plannedMin!), 0) / ratio.length;
    expect(Math.abs(mean)).toBeLessThan(0.05);
  });
});

describe("the own log in a plan", () => {
  const [, settee] = demoJobs(new Date("2026-05-04T09:00:00Z")) as [Job, Job];
  const ladder = (kit: Kit) => assess(settee, kit, "2026-05-04T09:00:00Z", quickly).plan.marks["gs-wine"]!;

  it("says how often each rung works, passes over one that never did, and leaves the last one standing", () => {
    const { diagnosis, rungs } = ladder(USUAL_KIT);
    const first = rungs.find(({ state }) => state === "now")!;
    expect(first.success?.chance.value).toBe(TABLE_SUCCESS[diagnosis.leader]);
    const never = (agents: readonly string[]): Kit => ({
      ...USUAL_KIT,
      experience: {
        ...none,
        success: LADDERS[diagnosis.leader].flatMap(({ does }) =>
          does.flatMap((each) =>
            each.action === "agent" && agents.includes(each.agent)
              ? [{ family: diagnosis.leader, fibre: "synthetic" as const, agent: each.agent, gone: 0, tried: 30 }]
              : [],
          ),
        ),
      },
    });
    const passed = ladder(never(["acid-spotter"])).rungs.find(({ title }) => title === first.title)!;
    expect(passed.state).toBe("left-out");
    expect(passed.leftOut.at(-1)!.because).toContain("it went 0 of 30 times");
    expect(ladder(never(["acid-spotter", "peroxide"])).rungs.filter(({ state }) => state === "now")).toHaveLength(1);
  });

  it("moves the chances of the families, unless the technician set them", () => {
    const tannins: Experience = { ...none, families: { tannin: 60 } };
    const at = FAMILY_IDS.indexOf("tannin");
    const share = (kit: Pick<Kit, "experience" | "ownTables">) => {
      const priors = tablesFor(kit).priors.slice(0, FAMILY_IDS.length);
      return priors[at]! / priors.reduce((sum, prior) => sum + prior, 0);
    };
    expect(share({ experience: tannins })).toBeCloseTo((share({}) + 1) / 2, 10);
    // However long the log: what is rare in it stays at least half as likely as the table has it.
    expect(share({ experience: { ...none, families: { tannin: 60_000 } } })).toBeCloseTo(
      share({ experience: tannins }),
      10,
    );
    expect(tablesFor({ experience: tannins, ownTables: { priors: { tannin: 2 }, weights: [] } }).priors[at]).toBe(2);
    expect(tablesFor({ experience: none }).priors).toEqual(tablesFor({}).priors);
  });

  it("makes drying longer where it took longer, never shorter", () => {
    const dried = (meanLog: number) =>
      Math.max(
        ...Object.values(
          assess(
            settee,
            { ...USUAL_KIT, experience: { ...none, drying: { air: { n: 24, meanLog } } } },
            "2026-05-04T09:00:00Z",
            quickly,
          ).drying,
        ).map(({ hours }) => hours.value),
      );
    const forecast = dried(0);
    expect(dried(Math.log(2)) / forecast).toBeCloseTo(
      dryingFactor({ ...none, drying: { air: { n: 24, meanLog: Math.log(2) } } }, "air").factor,
      9,
    );
    expect(dried(Math.log(0.5))).toBe(forecast);
  });
});

describe("the ledger", () => {
  it("takes the table for eight steps of one's own: eight at twice its minutes make it the root of two", () => {
    expect(paceOf({ ...none, pace: { clean: { n: 8, meanLog: Math.log(2) } } }, "clean")).toEqual({
      factor: expect.closeTo(Math.SQRT2, 12),
      n: 8,
      meanLog: Math.log(2),
      tableShare: 0.5,
    });
    expect(paceOf(undefined, "clean")).toEqual({ factor: 1, n: 0, meanLog: 0, tableShare: 1 });
  });

  it("reads a job off its record: who was on time, what went, what it took", () => {
    const [job] = log(1) as [Job];
    const [entry] = ledgerOf([job]) as [ReturnType<typeof ledgerOf>[number]];
    expect(entry.steps[0]).toMatchObject({ action: "clean", neatMl: 200 / 21 });
    expect(entry.minutes).toBeCloseTo(
      job.events.reduce((sum, event) => sum + (event.kind === "done" ? event.minutes! : 0), 0),
      9,
    );
    expect(entry.promise).toBe(Date.parse(entry.at) <= Date.parse(job.promises.handBackAt!) ? "kept" : "missed");
    expect(Object.values(entry.outcomes).reduce((sum, count) => sum + count, 0)).toBe(1);
  });

  it("counts a mark that came back as not gone, leaves out what was left out, and begins anew after a reset", () => {
    const jobs = log(40);
    const gone = (from: readonly Job[], learning = {}) =>
      experienceOf(from, learning).success.reduce((sum, cell) => sum + cell.gone, 0);
    const first = jobs.find(({ id }) => ledgerOf(jobs).find((line) => line.id === id)!.outcomes.gone === 1)!;
    const back: Job = { ...first, id: "back", from: { jobId: first.id, kind: "comeback" }, events: [] };
    expect(gone([...jobs, back])).toBe(gone(jobs) - 1);
    expect(gone(jobs, { excluded: [first.id] })).toBe(gone(jobs) - 1);
    expect(experienceOf(jobs, { since: new Date(END_MS - 5.5 * 86_400_000).toISOString() }).jobs).toBe(6);
    expect(experienceOf(jobs.map((job) => ({ ...job, events: job.events.slice(0, -1) }))).jobs).toBe(0);
  });

  it("learns what a dry stroke really takes from what came back into the tank", () => {
    // The shelf says 45 % a stroke; four strokes that took 36 % each bring back so much of what was expected.
    const back = (share: number) => 1 - (1 - share) ** 4;
    const drawn = log(8).map((job): Job => ({
      ...job,
      events: [
        {
          kind: "done",
          id: "x",
          at: new Date(END_MS).toISOString(),
          stepKey: "extract:",
          title: "Draw off",
          action: "extract",
          zoneIds: ["z"],
          machine: "extractor",
          dryStrokes: 4,
          recoveryShare: 0.45,
          expectedMl: 1000,
          recoveredMl: (1000 * back(0.36)) / back(0.45),
        },
        ...job.events.slice(-1),
      ],
    }));
    const { recovery } = experienceOf(drawn);
    expect(recovery.extractor).toEqual({ n: 8, meanLog: expect.closeTo(Math.log(0.36 / 0.45), 9) });
    // Eight readings beside eight of the shelf: half way, as a factor.
    expect(recoveryFactor({ ...none, recovery }, "extractor").factor).toBeCloseTo(Math.sqrt(0.36 / 0.45), 9);
  });

  it("learns how long drying really takes from the last wet and the first dry reading", () => {
    const at = (hours: number) => new Date(END_MS + hours * 3_600_000).toISOString();
    const [job] = log(1) as [Job];
    const read = (hours: number, value: number) => ({
      kind: "reading" as const,
      id: `r${hours}`,
      at: at(hours),
      instrument: "moisture" as const,
      zoneId: "z",
      value,
    });
    const dried: Job = {
      ...job,
      events: [
        ...job.events.slice(0, -1),
        {
          kind: "done",
          id: "set",
          at: at(0),
          stepKey: "set-to-dry:",
          title: "Set to dry",
          action: "set-to-dry",
          zoneIds: ["z"],
          forecastH: 4,
        },
        read(4, 18),
        read(9, 11),
        { kind: "handed-back", id: "hb", at: at(10), damp: false },
      ],
    };
    expect(ledgerOf([dried])[0]!.dryingRatio).toBeCloseTo(6 / 4, 9);
    expect(
      ledgerOf([{ ...dried, events: dried.events.filter(({ id }) => id !== "r4") }])[0]!.dryingRatio,
    ).toBeUndefined();
  });
});

describe("what a step leaves for the log", () => {
  const [ferry] = demoJobs(new Date("2026-05-04T09:00:00Z")) as [Job];
  const NOW = "2026-05-04T09:00:00Z";
  const leftBy = (kit: Kit) => {
    const assessment = assess(ferry, kit, NOW, quickly);
    return assessment.plan.steps.map((step) => ({
      step,
      mark: step.findingId ? assessment.plan.marks[step.findingId] : undefined,
      left: learntOf(step, assessment, kit, ferry.site),
    }));
  };

  it("is the family only where it is sure, the fibre where it is known, and everything as the tables alone would have it", () => {
    const plain = leftBy(USUAL_KIT);
    expect(plain.some(({ left }) => left.family)).toBe(true);
    for (const { step, mark, left } of plain) {
      expect(left.family).toBe(mark?.sure ? mark.diagnosis.leader : undefined);
      if (step.agent && step.zoneIds.every((id) => !ferry.zones.byId[id]!.cloth)) expect(left.fibre).toBe("wool-silk");
    }
    const forecast = (kit: Kit) => leftBy(kit).find(({ left }) => left.forecastH)!.left.forecastH!;
    const slow: Kit = {
      ...USUAL_KIT,
      experience: { ...none, pace: { "set-to-dry": { n: 8, meanLog: 1 } }, drying: { air: { n: 24, meanLog: 1 } } },
    };
    expect(forecast(slow)).toBeCloseTo(forecast(USUAL_KIT), 9);
    const minutes = (kit: Kit) => leftBy(kit).find(({ step }) => step.action === "set-to-dry")!;
    expect(minutes(slow).left.tableMin).toBeCloseTo(minutes(USUAL_KIT).step.minutes.value, 9);
  });
});
