import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { estimateOf, messageForOwner, perHourOf, USUAL_RATES, type Rates } from "@/core/answers/estimate/estimate";
import { forecastAt } from "@/core/answers/schedule/forecast";
import type { Evidence } from "@/core/ground/catalog/evidence";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { applyOps } from "@/core/job/commands";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job } from "@/core/job/schema";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { oneMark } from "./oneMark";
import { saversOf } from "./savers";

const AT = "2026-05-04T08:00:00Z";
const AT_MS = Date.parse(AT);
const after = (hours: number) => new Date(AT_MS + hours * 3_600_000).toISOString();

function settee(change: (job: Job, seats: string[]) => void = () => undefined): Job {
  let next = 0;
  const job = structuredClone(jobFromTemplate("settee", () => `i${next++}`, AT));
  Object.assign(Object.values(job.pieces.byId)[0]!, {
    cloth: {
      material: "polyester",
      build: "cover-on-foam",
      careCode: "W",
      ageYears: 4,
      condition: "sound",
      neighbours: [],
    },
  });
  job.site = { airTempC: 18, relativeHumidityPct: 60, airSpeedMPerS: 0.2 };
  job.account = { tried: [], users: [], allergies: [] };
  change(
    job,
    zoneViews(job)
      .filter(({ role }) => role === "base" || role === "back")
      .map(({ id }) => id),
  );
  return job;
}
const heavy = (job: Job, seats: string[]) => {
  for (const id of seats) Object.assign(job.zones.byId[id]!, { soil: "heavy" });
};

describe("one mark, asked in a yard", () => {
  /** First agent or act by fibre and by what is seen. Common practice, no source. */
  const ASKED: readonly [MaterialId | undefined, Evidence, string][] = [
    ["polyester", { owner: "hot-drink", colour: "yellow-brown", towel: "yellow" }, "acid-spotter"],
    ["polyester", { owner: "milk-blood", smell: "sour", feel: "crusty" }, "enzyme"],
    ["wool", { owner: "milk-blood", smell: "sour", feel: "crusty" }, "neutral-cleaner"],
    ["polyester", { owner: "wax", feel: "hard" }, "scrape"],
    // A few specks of mould are wiped; brushing them would spread them.
    ["polyester", { feel: "fuzzy", smell: "musty", edge: "specks" }, "neutral-cleaner"],
    [undefined, { colour: "grey-black", feel: "greasy", place: "contact", drop: "beads" }, "neutral-cleaner"],
  ];
  it.each(ASKED)("%s, %o", (material, evidence, wanted) => {
    const { first, mark, before, wouldChange } = oneMark(material, evidence, USUAL_KIT);
    expect(first && (first.agent ?? first.action)).toBe(wanted);
    expect(mark.state).toBe("open");
    expect(before).toMatch(/^Before it: .+\.$/);
    // What would change it is said in sentences, a label with S or X always among them.
    for (const sentence of wouldChange) expect(sentence).toMatch(/^(pH|[A-Z]).+\.$/);
    expect(wouldChange.at(-1)).toContain("care label with S or X");
    if (material === undefined) expect(wouldChange.join(" ")).toContain("Naming the fibre");
  });

  it("a test that was done is never among what would change it", () => {
    const { wouldChange } = oneMark("polyester", { owner: "hot-drink" }, USUAL_KIT);
    expect(wouldChange.join(" ")).not.toContain("Owner says");
    expect(wouldChange.length).toBeLessThanOrEqual(5);
  });

  it("asks for a proof where the agent is not proved on this cloth", () =>
    expect(oneMark("wool", { owner: "hot-drink", colour: "yellow-brown" }, USUAL_KIT).proof).toContain("white cloth"));
});

describe("what would still save a promise", () => {
  const late = (usableH: number, handBackH?: number) =>
    settee((job, seats) => {
      heavy(job, seats);
      job.promises = {
        usableAt: after(usableH),
        ...(handBackH === undefined ? {} : { handBackAt: after(handBackH) }),
        dampHandBackAgreed: false,
      };
    });

  it("is asked of nobody where nothing was promised", () => expect(saversOf(settee(heavy), USUAL_KIT, AT)).toEqual([]));

  it("only names what helps, and taking it does what it says", () => {
    const job = late(3);
    const before = forecastAt(assess(job, USUAL_KIT, AT), job, AT_MS).tighter!.minutes.value;
    const savers = saversOf(job, USUAL_KIT, AT);
    expect(savers.length).toBeGreaterThan(0);
    for (const { ops, air, slackMin, name } of savers) {
      expect([name, slackMin > before]).toEqual([name, true]);
      if (!ops || air) continue;
      const taken = applyOps(job, ops).job;
      const now = forecastAt(assess(taken, USUAL_KIT, AT), taken, AT_MS).tighter!.minutes.value;
      expect([name, Math.abs(now - slackMin) < 1e-6]).toEqual([name, true]);
    }
  });

  it("a second pair of hands is among it where hands are what it waits for, never more than there may be", () => {
    const damp = (hands?: number) => {
      const job = late(40, 0.5);
      job.promises.dampHandBackAgreed = true;
      // Parts that are not worked alike may be worked side by side.
      job.zones.order.forEach((id, at) => Object.assign(job.zones.byId[id]!, { soil: at % 2 ? "moderate" : "heavy" }));
      if (hands) job.choices.hands = hands;
      return saversOf(job, USUAL_KIT, AT)
        .map(({ name }) => name)
        .join("; ");
    };
    expect(damp()).toMatch(/second pair of hands/i);
    expect(damp(3)).not.toMatch(/pair of hands/i);
  });

  it("a damp hand-back needs somebody to be asked first, so it is never taken by a tap", () => {
    const savers = saversOf(late(40, 1), USUAL_KIT, AT);
    const damp = savers.find(({ name }) => name.startsWith("The owner taking it back damp"));
    expect(damp).toBeDefined();
    expect([damp!.ops, damp!.air]).toEqual([undefined, undefined]);
  });
});

describe("what it will cost", () => {
  const estimate = (job: Job, cost = 0, rates: Rates = USUAL_RATES) =>
    estimateOf(assess(job, USUAL_KIT, AT), job, cost, rates);

  it("goes by the plan's minutes, an hour's price, coming out and product, in whole fives", () => {
    const job = settee(heavy);
    const { minutes, price } = estimate(job, 7, { perHour: 60, callOut: 30 });
    const planned = assess(job, USUAL_KIT, AT).plan.steps.reduce((sum, step) => sum + step.minutes.value, 0);
    expect(minutes.low.value).toBeCloseTo(0.9 * planned, 9);
    expect(minutes.high.value).toBeCloseTo(1.25 * planned, 9);
    // A minute at 60 an hour is 1.
    expect(price.low.value).toBe(5 * Math.floor((30 + minutes.low.value + 7) / 5));
    expect(price.high.value).toBe(5 * Math.ceil((30 + minutes.high.value + 7) / 5));
  });

  it("is nothing where nothing is to be done, and says what nobody looked at", () => {
    const { price, minutes, excluded } = estimate(settee(), 50);
    expect([price.low.value, price.high.value, minutes.high.value]).toEqual([0, 0, 0]);
    expect(excluded.join(" ")).toMatch(/^Not looked at: \d+ parts\.$/);
  });

  it("what was looked at and is clean is not left out, few parts are named", () => {
    const job = settee((of) => {
      for (const id of of.zones.order.slice(2)) Object.assign(of.zones.byId[id]!, { clean: true });
    });
    const [line] = estimate(job).excluded;
    expect(line).toMatch(/^Not looked at: [a-z].+, [a-z].+\.$/);
  });

  it("tells of cloth that is old, air that never dries it, and heat that was tried", () => {
    const risks = (change: (job: Job) => void) =>
      estimate(
        settee((job, seats) => {
          heavy(job, seats);
          change(job);
        }),
      ).risks.join(" ");
    expect(risks(() => undefined)).not.toMatch(/Old, worn|does not dry|treated hot/);
    expect(risks((job) => Object.assign(Object.values(job.pieces.byId)[0]!.cloth, { ageYears: 40 }))).toContain(
      "Old, worn",
    );
    expect(risks((job) => Object.assign(job.account!, { tried: ["heat"] }))).toContain("treated hot before");
    expect(
      risks((job) =>
        Object.assign(job.site, {
          airTempC: 4,
          relativeHumidityPct: 99,
          airSpeedMPerS: 0,
          space: "shut",
          airChangesPerH: 0.05,
        }),
      ),
    ).toContain("does not dry");
  });

  it("reaches the owner as a message without a hole in it", () => {
    const job = settee(heavy);
    const text = messageForOwner(job, estimate(job, 3), { usable: "tomorrow at noon", damp: false, currency: "EUR" });
    expect(text).toMatch(/^Settee: what I would do\n/);
    expect(text).toMatch(/Dry and usable tomorrow at noon\./);
    expect(text).toMatch(/Shall I begin\?$/);
    expect(text).not.toMatch(/undefined|NaN|Infinity|You get it back/);
  });

  it("rates left out are nothing", () =>
    expect(perHourOf({ perHour: 45, callOut: 20 })).toEqual({
      perHour: 45,
      callOut: 20,
      wearPerHour: 0,
      minimum: 0,
      taxPct: 0,
    }));
});
