import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { assess, inFull, quickly, type Assessment } from "@/core/answers/assess/assess";
import { estimateOf, USUAL_RATES } from "@/core/answers/estimate/estimate";
import { forecastAt } from "@/core/answers/schedule/forecast";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { EVIDENCE, EVIDENCE_IDS, REPEATABLE_IDS, type Outcome } from "@/core/ground/catalog/evidence";
import type { FamilyId } from "@/core/ground/catalog/families";
import { TOOLS } from "@/core/ground/catalog/tools";
import type { Job } from "@/core/job/schema";
import type { Step } from "@/core/judgement/treatment/step/step";
import { atLeast, runs, SEED } from "@/core/testing/runs";
import { assertOfJobs, FOUND_JOBS } from "@/core/testing/found";
import { TRADE_NOW as NOW, tradeJob, type TradeJob } from "@/core/testing/tradeJob";

/**
 * The laws that hold for every plan, checked from outside over jobs as they come through the door. Common practice, no
 * source. Each law counts how often it had something to say: a run in which it is seldom asked proves nothing.
 */
const RUNS = runs(2000);

interface Planned extends TradeJob {
  result: Assessment;
  /** The same with the order of its work. */
  inOrder: Assessment;
}

const plan = ({ job, kit }: TradeJob): Assessment => assess(job, kit, NOW, quickly);

/** Plans a job once for all laws; its order only where a law asks for it. */
function planned(given: TradeJob): Planned {
  let ordered: Assessment | undefined;
  return {
    ...given,
    result: plan(given),
    get inOrder() {
      return (ordered ??= assess(given.job, given.kit, NOW, { ...quickly, order: inFull.order }));
    },
  };
}

interface Law {
  /** Undefined where the job has nothing to ask it, else what is wrong. */
  of: (given: Planned) => string[] | undefined;
  asked: number;
  /** Which of the jobs broke it first. */
  brokenAt?: number;
}
const LAWS: Law[] = [];

function check(law: Law, given: Planned) {
  const wrong = law.of(given);
  if (wrong === undefined) return;
  law.asked += 1;
  expect([...new Set(wrong)]).toEqual([]);
}

let held = false;
/** Every law of every job, each job planned once and let go. */
function holdAll() {
  if (held) return;
  held = true;
  [...FOUND_JOBS, ...fc.sample(tradeJob, { numRuns: RUNS, seed: SEED })].forEach((job, at) => {
    const given = planned(job);
    for (const law of LAWS.filter(({ brokenAt }) => brokenAt === undefined))
      try {
        check(law, given);
      } catch {
        law.brokenAt = at;
      }
  });
}

/**
 * A law over the jobs that all laws share; a broken one is looked for again by itself, down to the smallest job.
 * @param share so much of all jobs has to have something to ask it
 */
function law(says: string, of: Law["of"], share: number) {
  const own: Law = { of, asked: 0 };
  LAWS.push(own);
  it(says, () => {
    holdAll();
    if (own.brokenAt !== undefined)
      assertOfJobs(
        "laws",
        fc.property(tradeJob, (job) => check(own, planned(job))),
        { numRuns: own.brokenAt + 1, examples: FOUND_JOBS.map((job) => [job]) },
        ([job]) => ({ ...job, asOf: NOW }),
      );
    expect(own.asked).toBeGreaterThanOrEqual(atLeast(share * RUNS, (share * RUNS) / 2));
  });
}

const on = ({ plan: { steps } }: Assessment, zoneId: string) => steps.filter(({ zoneIds }) => zoneIds.includes(zoneId));
const groupsOf = (agent: AgentId | undefined) =>
  agent === undefined || agent === "water" ? [] : agentOf(agent).groups;
const LEAVES_NOTHING: readonly AgentId[] = ["water", "solvent", "alcohol"];
const WET = (step: Step) => step.waterOnLPerM2 > 0;
const LIFTS: readonly Step["action"][] = ["towel-off", "extract", "rinse"];

describe("1 knowing more never makes it worse", () => {
  /**
   * What else may be known and true: a smell beside a mark, another look at it, the label, the neighbours, the proof, how
   * deep it went, that nothing was tried on it, the same test read once more.
   */
  const OF_A_MARK = {
    face: { ranTo: "face" },
    foam: { ranTo: "foam" },
    untried: { tried: [] },
  } as const;
  const more = fc.constantFrom(
    ...(["smell", "test", "label", "neighbours", "proof", "again"] as const),
    ...(Object.keys(OF_A_MARK) as (keyof typeof OF_A_MARK)[]),
  );

  function knowing({ job }: TradeJob, what: string, { plan: before }: Assessment): Job | undefined {
    const after = structuredClone(job);
    const mark = job.findings.order.find((id) => before.marks[id]?.state === "open");
    const finding = mark === undefined ? undefined : after.findings.byId[mark];
    if (what === "smell") {
      if (!finding || finding.kind !== "mark") return undefined;
      after.findings.order.push("smell");
      after.findings.byId.smell = {
        kind: "odour",
        zoneId: finding.zoneId,
        closed: 5,
        aired: 4,
        character: "sour",
        pressed: "stronger",
      };
      return after;
    }
    if (what === "test") {
      if (!finding || finding.kind !== "mark") return undefined;
      const { leader } = before.marks[mark!]!.diagnosis;
      const evidence = finding.evidence;
      const test = EVIDENCE_IDS.find((id) => id !== "age" && evidence[id] === undefined);
      if (!test) return undefined;
      const weight = (row: Outcome) => row.weights[leader] ?? row.otherwise;
      const rows = Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>);
      finding.evidence = { ...evidence, [test]: rows.reduce((a, b) => (weight(b[1]) > weight(a[1]) ? b : a))[0] };
      return after;
    }
    if (what in OF_A_MARK || what === "again") {
      if (!finding || finding.kind !== "mark") return undefined;
      const read = REPEATABLE_IDS.find((id) => finding.evidence[id] !== undefined);
      if (what !== "again") Object.assign(finding, OF_A_MARK[what as keyof typeof OF_A_MARK]);
      else if (read) finding.again = { [read]: finding.evidence[read] };
      else return undefined;
      return after;
    }
    for (const piece of Object.values(after.pieces.byId)) {
      if (what === "label" && piece.cloth.careCode === undefined) piece.cloth.careCode = "none";
      else if (what === "neighbours" && piece.cloth.neighbours === undefined) piece.cloth.neighbours = [];
      else if (what === "proof")
        piece.cloth.fastness = { "neutral-cleaner": 5, water: 5, "acid-spotter": 5, enzyme: 5 };
      else return undefined;
    }
    return after;
  }

  const roughness = (steps: readonly Step[], findingId: string) => {
    const first = steps.find((step) => step.findingId === findingId && (WET(step) || step.action === "work"));
    return first ? TOOLS[first.tool].aggressiveness : undefined;
  };

  it("takes away no removal, leaves no more in the cloth, begins no rougher, unless a rule that guards is named", () => {
    let asked = 0;
    assertOfJobs(
      "knowing-more",
      fc.property(tradeJob, more, (given, what) => {
        const before = plan(given);
        const job = knowing(given, what, before);
        if (!job) return;
        asked += 1;
        const after = plan({ ...given, job });
        const wrong: string[] = [];
        for (const [zoneId, zone] of Object.entries(before.plan.zones)) {
          const then = after.plan.zones[zoneId]!;
          const drawsOff = (result: Assessment) => on(result, zoneId).some(({ action }) => action === "extract");
          const why = `${what} ${zone.view.name}`;
          // A rule that guards, named as the reason, or a zone that someone licensed has to see first.
          const barred =
            then.closed !== undefined || then.schools.some((each) => each.school === "extraction" && !each.allowed);
          if (drawsOff(before) && !drawsOff(after) && !barred)
            wrong.push(`${why}: was drawn off, now ${then.picked}: ${then.pickedBecause}`);
          // Whoever knows better what it is may have to treat it otherwise; treated alike under the same rules, it is left no wetter.
          const rungs = (result: Assessment) =>
            Object.values(result.plan.marks)
              .flatMap(({ sure, rungs }) => [sure, rungs[0]?.title])
              .join();
          const left = (result: Assessment) => result.drying[zoneId]?.residual.value ?? 0;
          const newlyDrawn = drawsOff(after) && !drawsOff(before);
          if (
            !newlyDrawn &&
            rungs(before) === rungs(after) &&
            zone.likely.join() === then.likely.join() &&
            left(after) > left(before) + 0.05 &&
            !["neighbours", "smell", "foam", "untried"].includes(what)
          )
            wrong.push(`${why}: leaves ${left(after)} L/m², before ${left(before)}`);
          for (const findingId of job.findings.order) {
            const [a, b] = [roughness(on(before, zoneId), findingId), roughness(on(after, zoneId), findingId)];
            // The same rung, with the same parts of it allowed: what was barred and no longer is may come first.
            const rungOf = ({ plan: { marks } }: Assessment) =>
              JSON.stringify([marks[findingId]?.rungs[0]?.title, marks[findingId]?.rungs[0]?.leftOut]);
            const same = rungOf(before) === rungOf(after);
            if (a !== undefined && b !== undefined && same && b > a) wrong.push(`${why}: begins rougher`);
          }
        }
        expect(wrong).toEqual([]);
      }),
      { numRuns: 3 * RUNS },
      ([job]) => ({ ...job, asOf: NOW }),
    );
    expect(asked).toBeGreaterThanOrEqual(RUNS);
  });
});

describe("2 a mark is treated as a mark", () => {
  law(
    "wets no more than its spread where nobody said the panel is soiled, unless the cloth rings, and says so then",
    ({ job, result }) => {
      const marks = Object.values(result.plan.marks);
      const only = Object.values(result.plan.zones).filter(
        ({ view }) =>
          view.soil === undefined &&
          marks.some(({ zoneId }) => zoneId === view.id) &&
          !Object.values(job.findings.byId).some((each) => each.kind === "odour"),
      );
      if (only.length === 0) return undefined;
      return only.flatMap(({ view }) => {
        const spread = marks
          .filter(({ zoneId }) => zoneId === view.id)
          .reduce((sum, mark) => sum + mark.spread.value, 0);
        return on(result, view.id).flatMap((step) =>
          step.zoneIds.length === 1 &&
          (WET(step) || step.action === "steam") &&
          step.areaM2.value > spread * 1.001 &&
          !on(result, view.id).some(({ why }) => /to the (nearest )?seam/.test(why))
            ? [`${step.title} on ${step.areaM2.value} of ${spread}`]
            : [],
        );
      });
    },
    1 / 5,
  );

  law(
    "brushes and steams nothing where there may be mould",
    ({ result }) => {
      const mouldy = Object.values(result.plan.marks).filter(
        ({ state, diagnosis }) => state === "open" && diagnosis.likely.includes("mould"),
      );
      if (mouldy.length === 0) return undefined;
      return mouldy.flatMap(({ zoneId }) =>
        on(result, zoneId).flatMap(({ tool, action, title }) =>
          action === "steam" || (action !== "scrape" && /brush|tamp/.test(tool)) ? [title] : [],
        ),
      );
    },
    1 / 20,
  );
});

describe("3 what is put on comes off", () => {
  law(
    "ends in plain water or mild acid, after alkaline pre-spray always in acid; where nothing went on nothing is rinsed",
    ({ result, job, kit }) => {
      const wrong: string[] = [];
      let put = 0;
      for (const { view } of Object.values(result.plan.zones)) {
        const steps = on(result, view.id);
        const carries = ({ agent, action }: Step) =>
          agent !== undefined && !LEAVES_NOTHING.includes(agent) && action !== "rinse";
        const last = steps.findLastIndex(carries);
        // No water may go on it: what dissolves grease is dabbed up and airs off.
        const noWater = view.careCode === "S";
        const glued = view.builds.every((build) => build === "glue-held");
        const rinses = steps.slice(last + 1).filter(({ action }) => action === "rinse" || action === "extract");
        if (last >= 0) {
          put += 1;
          if (!glued && !noWater && rinses.length === 0) wrong.push(`${view.name}: ${steps[last]!.title} stays in`);
          const alkaline = steps.some(({ agent }) => agent === "alkaline-prespray");
          const bleached = job.account?.tried?.includes("bleach");
          if (
            alkaline &&
            !bleached &&
            kit.agents.includes("acid-rinse") &&
            !rinses.some(({ agent }) => agent === "acid-rinse")
          )
            wrong.push(`${view.name}: alkali without acid after it`);
        } else if (
          steps.some(
            ({ action, required, why }) => action === "rinse" && !required && !/to the (nearest )?seam/.test(why),
          )
        )
          wrong.push(`${view.name}: rinsed for nothing`);
      }
      return put > 0 ? wrong : undefined;
    },
    1 / 3,
  );
});

describe("4 loosened soil is lifted at once", () => {
  law(
    "is put on, waits, is worked in, and is lifted right behind; never brushed first",
    ({ result }) => {
      const wrong: string[] = [];
      const works = result.plan.steps.filter(({ action }) => action === "work");
      for (const work of works)
        for (const zoneId of work.zoneIds) {
          const steps = on(result, zoneId);
          const at = steps.indexOf(work);
          const put = steps.slice(0, at).findLast(({ agent }) => agent === work.worksIn);
          const waits =
            put?.dwell !== undefined || result.plan.zones[zoneId]!.view.builds.every((build) => build === "glue-held");
          if (!put || !waits) wrong.push(`${work.title}: nothing put on that waited`);
          if (!LIFTS.includes(steps[at + 1]?.action ?? "work"))
            wrong.push(`${work.title}: then ${steps[at + 1]?.title}`);
          if (work.sectionM2 && work.zoneIds.length === 1 && work.areaM2.value > work.sectionM2.value + 1e-9)
            wrong.push(`${work.title}: ${work.areaM2.value} m² at once`);
        }
      return works.length > 0 ? wrong : undefined;
    },
    1 / 3,
  );

  law(
    "keeps that in the order of the work, by the minute",
    (given) => {
      const { order } = given.inOrder;
      if (order.tasks.length === 0) return undefined;
      const wrong = [...order.broken];
      order.tasks.forEach(({ step }, at) => {
        if (step.action !== "work") return;
        for (const zoneId of step.zoneIds) {
          const next = order.tasks.slice(at + 1).find((task) => task.step.zoneIds.includes(zoneId));
          if (!next || !LIFTS.includes(next.step.action)) wrong.push(`${step.title}, then ${next?.step.title}`);
        }
      });
      return wrong;
    },
    1 / 3,
  );
});

describe("5 fresh before everything, dry before wet, protein before acid", () => {
  law(
    "blots a fresh spill first, and runs no nozzle over it",
    ({ result }) => {
      const fresh = Object.values(result.plan.marks).filter((mark) => mark.state === "open" && mark.fresh);
      if (fresh.length === 0) return undefined;
      return fresh.flatMap(({ zoneId, findingId }) => {
        const steps = on(result, zoneId);
        const first = steps.findIndex((step) => step.action === "blot" && step.findingId === findingId);
        return first < 0 || steps.slice(0, first).some(({ action }) => action !== "blot") ? ["not blotted first"] : [];
      });
    },
    1 / 10,
  );

  law(
    "lifts dry before it wets, and digests before it sours",
    ({ result, job }) => {
      const wrong: string[] = [];
      for (const { view } of Object.values(result.plan.zones)) {
        const steps = on(result, view.id);
        const wet = steps.findIndex((step) => WET(step) && step.action !== "presoak");
        const dry = steps.findLastIndex(
          ({ action }) => action === "dry-removal" || action === "hair-lift" || action === "seams",
        );
        const solventFirst = job.account?.tried?.includes("bleach");
        if (wet >= 0 && dry > wet && !solventFirst)
          wrong.push(`${view.name}: ${steps[dry]!.title} after ${steps[wet]!.title}`);
        for (const { findingId, diagnosis } of Object.values(result.plan.marks)) {
          const chance = (family: FamilyId) => diagnosis.beliefs.find((each) => each.family === family)!.p.value;
          if (chance("protein") < 0.3 || chance("tannin") < 0.3) continue;
          const mine = steps.filter((step) => step.findingId === findingId);
          const acid = mine.findIndex(({ agent }) => groupsOf(agent).includes("acid"));
          const enzyme = mine.findIndex(({ agent }) => groupsOf(agent).includes("enzyme"));
          if (acid >= 0 && (enzyme < 0 || enzyme > acid)) wrong.push(`${view.name}: acid before protein`);
        }
      }
      return result.plan.steps.length > 0 ? wrong : undefined;
    },
    1 / 2,
  );
});

describe("6 water is counted where it is", () => {
  it("marks a metre apart do not share a budget: another one far off changes nothing of the first", () => {
    let asked = 0;
    assertOfJobs(
      "far-marks",
      fc.property(tradeJob, (given) => {
        const { job } = given;
        const id = job.findings.order.find((each) => job.findings.byId[each]!.kind === "mark");
        const finding = id === undefined ? undefined : job.findings.byId[id]!;
        if (!finding || finding.kind !== "mark" || job.findings.order.length !== 1) return;
        const before = plan(given);
        const view = before.plan.zones[finding.zoneId]?.view;
        if (!view || view.shape.widthMm < 1600 || view.soil) return;
        const far = structuredClone(job);
        const xMm = finding.centre.xMm > view.shape.widthMm / 2 ? 50 : view.shape.widthMm - 50;
        if (Math.abs(xMm - finding.centre.xMm) < 1000) return;
        far.findings.order.push("far");
        far.findings.byId.far = { ...finding, centre: { ...finding.centre, xMm } };
        const after = plan({ ...given, job: far });
        const amounts = (result: Assessment) =>
          on(result, finding.zoneId).flatMap((step) =>
            step.findingId === id && step.amountMl ? [step.amountMl.value] : [],
          );
        asked += 1;
        expect(amounts(after)).toEqual(amounts(before));
      }),
      { numRuns: 4 * RUNS, examples: FOUND_JOBS.map((job) => [job]) },
      ([job]) => ({ ...job, asOf: NOW }),
    );
    expect(asked).toBeGreaterThanOrEqual(atLeast(RUNS / 20, RUNS / 40));
  });
});

describe("7 minutes count", () => {
  law(
    "compares ways honestly: drawing off never below low moisture on the same heavy panel, and no pick is beaten in everything",
    ({ result, job }) => {
      const weighed = Object.values(result.plan.zones).filter(({ schools, picked }) => schools.length > 0 && picked);
      if (weighed.length === 0) return undefined;
      return weighed.flatMap(({ view, schools, picked, pickedBecause }) => {
        const allowed = schools.filter((each) => each.allowed);
        const taken = allowed.find(({ school }) => school === picked);
        const [low, extraction] = [
          allowed.find(({ school }) => school === "low-moisture"),
          allowed.find(({ school }) => school === "extraction"),
        ];
        const heavy = view.soil?.level === "heavy" || view.soil?.level === "caked";
        const flushed = /ran in|from below/.test(pickedBecause);
        const better = allowed.filter(
          (each) =>
            taken &&
            each !== taken &&
            each.lifted.value >= taken.lifted.value &&
            each.minutes.value < taken.minutes.value - 0.5 &&
            each.residual.value < taken.residual.value - 0.005,
        );
        return [
          ...(taken ? [] : [`${view.name}: ${picked} is not allowed`]),
          ...(heavy && low && extraction && !flushed && extraction.lifted.value < low.lifted.value - 1e-9
            ? [`${view.name}: drawn off lifts less`]
            : []),
          ...(better.length > 0 && !/flush|ran in|below|soonest|carried off/.test(pickedBecause)
            ? [`${view.name}: ${better[0]!.school} beats ${picked} (${pickedBecause})`]
            : []),
          ...(picked === "steam" && view.soil === undefined && job.choices.schools[view.id] !== "steam"
            ? [`${view.name}: steam for a mark`]
            : []),
        ];
      });
    },
    1 / 2,
  );
});

describe("8 the promise holds everything", () => {
  law(
    "every step that is agreed is in the order, the finish and the price",
    ({ job, inOrder: result }) => {
      if (result.plan.steps.length === 0) return undefined;
      const parts = (steps: readonly Step[]) =>
        steps.flatMap(({ key, zoneIds }) => zoneIds.map((id) => `${key} ${id}`)).sort();
      const minutes = result.plan.steps.reduce((sum, step) => sum + step.minutes.value, 0);
      const { finish } = forecastAt(result, job, Date.parse(NOW));
      const price = estimateOf(result, job, 0, USUAL_RATES);
      return [
        ...(parts(result.order.tasks.map(({ step }) => step)).join() === parts(result.plan.steps).join()
          ? []
          : ["a step is not in the order"]),
        ...(finish.value >= minutes - 1e-6 ? [] : ["finish sooner than its hands-on minutes"]),
        ...(price.minutes.high.value >= minutes - 1e-6 ? [] : ["price without all minutes"]),
      ];
    },
    1 / 3,
  );
});

describe("9 amounts can be measured out", () => {
  law(
    "nothing in halves that a trigger cannot give, and no strength rounded off by more than a tenth where a bottle holds better",
    ({ result, kit }) => {
      if (result.mixes.length === 0) return undefined;
      const wrong = result.plan.steps.flatMap(({ goes, sections, amountMl, title }) =>
        goes && !sections && amountMl!.value < 20 ? [`${title}: ${amountMl!.value} mL in ${goes} goes`] : [],
      );
      for (const { agent, marked, partsWater } of result.mixes) {
        if (partsWater.value === 0 || marked.product.value < kit.cupMarkEveryMl) continue;
        if (agentOf(agent).labelIsLeast && marked.partsWater > partsWater.value + 1e-9)
          wrong.push(`${agent} under its label`);
        if (!agentOf(agent).labelIsLeast && marked.partsWater < partsWater.value - 1e-9)
          wrong.push(`${agent} over its mix`);
        if ((marked.partsWater + 1) / (partsWater.value + 1) > 1.12)
          wrong.push(`${agent} ${marked.partsWater} for ${partsWater.value}`);
      }
      return wrong;
    },
    1 / 3,
  );
});

describe("10 words are true", () => {
  law(
    "says that it is clean only of what was cleaned, and each check names what its agent shows",
    ({ result }) => {
      const wrong: string[] = [];
      for (const { state, stopWords, findingId } of Object.values(result.plan.marks))
        if (
          state === "at-the-stop" &&
          /It is clean/.test(stopWords) &&
          !result.history.done.some((event) => event.findingId === findingId)
        )
          wrong.push(stopWords);
      for (const { agent, action, check, tool } of result.plan.steps)
        if (
          agent &&
          action === "agent" &&
          (tool === "hand" || tool === "towel") &&
          agent !== "water" &&
          !/Evenly damp/.test(check) &&
          check !== agentOf(agent).shows
        )
          wrong.push(`${agent}: ${check}`);
      for (const { pickedBecause, schools, picked } of Object.values(result.plan.zones)) {
        const hours = schools.find(({ school }) => school === picked)?.drying.hours.value;
        if (/still dries in time/.test(pickedBecause) && !Number.isFinite(hours)) wrong.push(pickedBecause);
      }
      return Object.keys(result.plan.marks).length > 0 || result.plan.steps.length > 0 ? wrong : undefined;
    },
    1 / 2,
  );
});
