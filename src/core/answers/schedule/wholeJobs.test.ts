import { describe, expect, it } from "vitest";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { partsOf, type TemplateId } from "@/core/ground/pieces/templates";
import { applyOps } from "@/core/job/commands";
import { USUAL_KIT } from "@/core/job/kit";
import { addPieceOps, jobFromTemplate } from "@/core/job/newJob";
import type { Cloth, Job, Zone } from "@/core/job/schema";
import { demoJobs } from "@/demo/jobs";
import { cardsOf } from "./runCards";
import { finishMs, timesOf } from "./times";

/** Whole jobs as the trade would walk them: which part before which, how often one comes back. Common practice, no source. */

const NOW = "2026-05-04T08:00:00Z";
const CLOTH: Cloth = {
  material: "polyester",
  build: "cover-on-foam",
  careCode: "none",
  ageYears: 5,
  condition: "sound",
  neighbours: [],
};
const WET = ["presoak", "agent", "clean", "work", "towel-off", "rinse", "extract", "steam"];
const DUSTY = ["dry-removal", "hair-lift", "blow", "seams"];

interface WholeJob {
  /** Pieces and, of each, which of its parts are soiled and how; by the beginning of their ids. */
  pieces: readonly {
    template: TemplateId;
    soiled: Record<string, Partial<Zone>>;
    cloth?: Partial<Cloth>;
    size?: { lengthMm: number; depthMm: number };
  }[];
  /** More that was found, on the first part so named. */
  marks?: readonly { on: string; finding: object }[];
  hands?: number;
  /** All that is wet on the first is over before the second is wetted. */
  before: readonly (readonly [string, string])[];
  /** The first thing that is done. */
  first?: string;
  /** At most so many cards. */
  cards?: number;
  /** By part, the way through. */
  ways?: Record<string, string>;
  /** By part, what is never done there. */
  never?: Record<string, readonly string[]>;
  /** By part, what is done there. */
  done?: Record<string, readonly string[]>;
  /** What waits for dry, by the beginning of its key. */
  later?: readonly string[];
  /** The last step, by the beginning of its key. */
  last?: string;
  /** Hands-on minutes, at least and at most. */
  minutes?: readonly [number, number];
  choices?: Partial<Job["choices"]>;
  damp?: true;
  why: string;
}

const MUD: Partial<Zone> = { soil: "heavy" };
const SOILED: Partial<Zone> = { soil: "moderate" };
const LIGHT: Partial<Zone> = { soil: "light" };
const spot = { kind: "mark", centre: { xMm: 120, yMm: 120 }, size: { widthMm: 60, heightMm: 50 } };

function jobOf({ pieces, marks = [], hands, choices, damp }: WholeJob): { job: Job; idOf: (part: string) => string } {
  let next = 0;
  const newId = () => `w${next++}`;
  const [first, ...others] = pieces;
  let job = jobFromTemplate(first!.template, newId, NOW, {
    cloth: { ...CLOTH, ...first!.cloth },
    ...(first!.size ? { size: first!.size } : {}),
  });
  for (const { template, cloth } of others)
    job = applyOps(job, addPieceOps(template, newId, { cloth: { ...CLOTH, ...cloth } })).job;
  job = structuredClone(job);
  for (const [at, { soiled }] of pieces.entries())
    for (const id of job.zones.order) {
      const zone = job.zones.byId[id]!;
      if (zone.pieceId !== job.pieces.order[at]) continue;
      const [, how] = Object.entries(soiled).find(([part]) => zone.part.startsWith(part)) ?? [];
      Object.assign(zone, how ?? { clean: true });
    }
  const named = (part: string) => (id: string) => job.zones.byId[id]!.part === part;
  const idOf = (part: string) =>
    job.zones.order.find(named(part)) ?? job.zones.order.find((id) => job.zones.byId[id]!.part.startsWith(part))!;
  for (const [at, { on, finding }] of marks.entries()) {
    job.findings.order.push(`m${at}`);
    job.findings.byId[`m${at}`] = { zoneId: idOf(on), evidence: {}, pictureIds: [], ...finding } as never;
  }
  Object.assign(job, {
    account: { tried: [], users: [], allergies: [] },
    site: { airTempC: 20, relativeHumidityPct: 50 },
  });
  const promises = { ...job.promises, ...(damp ? { dampHandBackAgreed: true } : {}) };
  return { job: { ...job, promises, choices: { ...job.choices, ...choices, ...(hands ? { hands } : {}) } }, idOf };
}

const CABIN = "cabin" as const;
const WHOLE: Record<string, WholeJob> = {
  "a headliner and the front seats": {
    pieces: [{ template: CABIN, soiled: { headliner: LIGHT, "r1-s1-b": SOILED, "r1-s2-b": SOILED } }],
    before: [
      ["headliner", "r1-s1-base"],
      ["headliner", "r1-s2-back"],
    ],
    why: "What drips from the ceiling drips on seats that are not done yet.",
  },
  "seats and the footwells before them": {
    pieces: [{ template: CABIN, soiled: { "r1-s": SOILED, "r1-foot": MUD } }],
    before: [
      ["r1-s1-base", "r1-foot-left"],
      ["r1-s2-base", "r1-foot-right"],
    ],
    why: "One kneels in the footwell to reach the seat: it is wetted last.",
  },
  "door cloth beside a seat": {
    pieces: [{ template: CABIN, soiled: { "r1-door-left": LIGHT, "r1-s1-b": SOILED } }],
    before: [["r1-door-left", "r1-s1-base"]],
    why: "The door hangs over the bolster.",
  },
  "second row and its footwells": {
    pieces: [{ template: CABIN, soiled: { "r2-s": SOILED, "r2-foot": SOILED } }],
    before: [
      ["r2-s1-base", "r2-foot-left"],
      ["r2-s3-base", "r2-foot-right"],
    ],
    why: "As in front.",
  },
  "hair in the boot and a wet seat": {
    pieces: [{ template: CABIN, soiled: { "r2-s1-b": SOILED, boot: SOILED } }],
    marks: [{ on: "boot", finding: { kind: "hair", spread: "all-over", density: "heavy" } }],
    before: [],
    why: "Hair and dust are out everywhere before anything is wet.",
  },
  "everything, lightly": {
    pieces: [{ template: CABIN, soiled: { r: LIGHT, boot: LIGHT, headliner: LIGHT } }],
    before: [
      ["headliner", "r1-s1-base"],
      ["r1-door-left", "r1-s1-base"],
      ["r1-s1-base", "r1-foot-left"],
      ["r2-door-right", "r2-s3-base"],
      ["r2-s3-base", "r2-foot-right"],
    ],
    why: "Each open door is worked from the top down and left.",
  },
  "everything, heavily, by two": {
    pieces: [{ template: CABIN, soiled: { "r1-s": MUD, "r2-s": MUD, "r1-foot": MUD, "r2-foot": MUD } }],
    hands: 2,
    before: [
      ["r1-s1-base", "r1-foot-left"],
      ["r2-s3-base", "r2-foot-right"],
    ],
    why: "One at each side; the rule holds for both.",
  },
  "a sofa all over": {
    pieces: [{ template: "settee", soiled: { back: SOILED, base: SOILED, arm: SOILED, front: SOILED } }],
    before: [
      ["back", "base-1"],
      ["base-1", "front"],
    ],
    why: "From the back down to the skirt.",
  },
  "an armchair": {
    pieces: [{ template: "armchair", soiled: { headrest: SOILED, back: SOILED, base: SOILED, front: LIGHT } }],
    before: [
      ["back", "base"],
      ["base", "front"],
    ],
    cards: 4,
    why: "One stands before it and works down.",
  },
  "a bench and the floor before it": {
    pieces: [{ template: "bench-seat", soiled: { back: SOILED, base: SOILED, footwell: MUD } }],
    before: [
      ["back", "base-1"],
      ["base-3", "footwell"],
    ],
    why: "One stands on that floor to reach the bench.",
  },
  "a boat's saloon": {
    pieces: [{ template: "saloon", soiled: { fore: SOILED, port: SOILED, sole: SOILED } }],
    before: [
      ["port-back", "port-1"],
      ["fore-1", "sole"],
      ["port-1", "sole"],
    ],
    why: "Backs, cushions, and the sole one stands on last.",
  },
  "a mattress, top and side": {
    pieces: [{ template: "mattress", soiled: { top: SOILED, side: SOILED } }],
    before: [["top", "side"]],
    why: "What is put on the top runs down the side.",
  },
  "a room": {
    pieces: [
      { template: "room", soiled: { field: LIGHT, lane: MUD, door: MUD }, cloth: { build: "carpet-on-underlay" } },
    ],
    before: [
      ["field-1", "door-1"],
      ["lane-1", "door-1"],
    ],
    why: "From the far wall to the door.",
  },
  "a strip of carpet": {
    pieces: [{ template: "carpet", soiled: { field: SOILED }, cloth: { build: "carpet-on-underlay" } }],
    before: [
      ["field-3", "field-2"],
      ["field-2", "field-1"],
    ],
    cards: 6,
    why: "Backwards to the door.",
  },
  "a flight of stairs": {
    pieces: [{ template: "stairs", soiled: { tread: SOILED }, cloth: { build: "carpet-stuck-down" } }],
    before: [
      ["tread-1", "tread-4"],
      ["tread-4", "tread-12"],
    ],
    why: "From the top down; nobody climbs over what is wet.",
  },
  "a sofa on a carpet": {
    pieces: [
      { template: "settee", soiled: { back: SOILED, base: SOILED } },
      { template: "carpet", soiled: { field: SOILED }, cloth: { build: "carpet-on-underlay" } },
    ],
    before: [
      ["base-1", "field-3"],
      ["base-2", "field-1"],
    ],
    why: "One stands on the carpet to work the sofa.",
  },
  "a dining chair in a room": {
    pieces: [
      { template: "room", soiled: { field: SOILED, door: SOILED }, cloth: { build: "carpet-on-underlay" } },
      { template: "dining-chair", soiled: { base: SOILED } },
    ],
    before: [["base", "door-1"]],
    why: "Whatever was entered first.",
  },
  "one spot on a sofa": {
    pieces: [{ template: "settee", soiled: {} }],
    marks: [{ on: "base-1", finding: { ...spot, evidence: { owner: "hot-drink" } } }],
    before: [],
    cards: 3,
    why: "Look and test, treat, set to dry.",
  },
  "a fresh spill below, soil above": {
    pieces: [{ template: "settee", soiled: { back: MUD } }],
    marks: [{ on: "base-1", finding: { ...spot, evidence: { owner: "wine-beer", age: "fresh" } } }],
    before: [],
    first: "blot",
    why: "Fresh comes before everything, wherever it is.",
  },
  "a boot with a long soak and seats": {
    pieces: [{ template: CABIN, soiled: { "r2-s": SOILED, boot: MUD } }],
    marks: [{ on: "boot", finding: { ...spot, evidence: { owner: "milk-blood" } } }],
    before: [],
    why: "The seats are worked while it soaks: the boot is a place of its own.",
  },
  "milk through a seat cushion": {
    pieces: [{ template: "settee", soiled: {} }],
    marks: [{ on: "base-2", finding: { ...spot, evidence: { owner: "milk-blood" }, ranTo: "foam" } }],
    before: [],
    done: { "base-2": ["enzyme", "flush"] },
    never: { "base-2": ["steam"], "base-1": WET },
    last: "set-to-dry",
    cards: 4,
    why: "Digested, then flushed where it went; the next cushion stays dry.",
  },
  "a cup of milk through the second row": {
    pieces: [{ template: CABIN, soiled: { "r2-s1-b": SOILED } }],
    marks: [
      { on: "r2-s1-base", finding: { ...spot, evidence: { owner: "milk-blood" }, ranTo: "below", spilled: "cup" } },
    ],
    before: [],
    done: { "r2-s1-base": ["take-out", "enzyme", "flush"] },
    never: { "r2-s1-base": ["steam"] },
    why: "Looked at from below first; flushed through before the panel is cleaned.",
  },
  "mats and the footwells they lay in": {
    pieces: [{ template: CABIN, soiled: { "r1-mat": MUD, "r1-foot": MUD } }],
    before: [],
    done: { "r1-mat-left": ["take-out"] },
    later: ["mat-back"],
    why: "Out first, washed outside, back when both are dry.",
  },
  "belts and the seats beside them": {
    pieces: [{ template: CABIN, soiled: { "r1-belt": SOILED, "r1-s1-b": SOILED } }],
    before: [["r1-s1-back", "r1-belt-1"]],
    never: { "r1-belt-1": ["extract", "steam", "work"] },
    later: ["belt-back"],
    why: "A towel drawn through, clamped out until dry.",
  },
  "a headliner with a greasy place": {
    pieces: [{ template: CABIN, soiled: { headliner: LIGHT } }],
    marks: [{ on: "headliner", finding: { ...spot, evidence: { owner: "oil-cream" } } }],
    before: [],
    never: { headliner: ["extract", "steam", "work", "presoak"] },
    minutes: [8, 45],
    why: "Glue holds it: a damp cloth, once, in one direction.",
  },
  "a cabin before a sale, back dry": {
    pieces: [{ template: CABIN, soiled: { "r1-s": SOILED, "r2-s": SOILED } }],
    choices: { beside: ["opening", "trim", "last-vacuum", "closing", "glass"] },
    before: [],
    later: ["beside-last-vacuum", "beside-closing", "beside-glass"],
    why: "Nothing damp is wiped over: the last vacuum, the wipe and the glass wait for dry.",
  },
  "the same, taken damp": {
    pieces: [{ template: CABIN, soiled: { "r1-s": SOILED, "r2-s": SOILED } }],
    choices: { beside: ["opening", "trim", "last-vacuum", "closing", "glass"] },
    damp: true,
    before: [],
    last: "beside-glass",
    why: "Nobody comes back: it is closed at once.",
  },
  "seats lightly soiled": {
    pieces: [{ template: CABIN, soiled: { "r1-s1-b": LIGHT, "r1-s2-b": LIGHT } }],
    before: [["r1-s1-back", "r1-s1-base"]],
    ways: { "r1-s1-base": "low-moisture", "r1-s2-base": "low-moisture" },
    never: { "r1-s1-base": ["steam"] },
    why: "Low moisture is enough for everyday soil.",
  },
  "seats with wires in them": {
    pieces: [{ template: CABIN, soiled: { "r1-s1-b": MUD }, cloth: { neighbours: ["electrics"] } }],
    before: [],
    never: { "r1-s1-base": ["extract", "steam"] },
    why: "No water runs where current does, however heavy the soil.",
  },
  "a seat that was rained in": {
    pieces: [{ template: CABIN, soiled: { "r1-s1-base": { wet: "soaked", soil: "moderate" } } }],
    before: [],
    done: { "r1-s1-base": ["blot"] },
    first: "blot",
    why: "What stands in it leaves no room for water of ours.",
  },
  "a fresh spill in a cabin that is soiled all over": {
    pieces: [{ template: CABIN, soiled: { r: SOILED, boot: SOILED } }],
    marks: [{ on: "r1-s1-base", finding: { ...spot, evidence: { owner: "wine-beer", age: "fresh" } } }],
    before: [],
    cards: 24,
    why: "Every minute it runs deeper; all else waits.",
  },
  "dry mud in front, clean seats": {
    pieces: [{ template: CABIN, soiled: { "r1-foot": MUD } }],
    before: [],
    never: { "r1-s1-base": WET, "r1-foot-left": ["steam"] },
    why: "Dry first, then only what is left gets wet; seats nobody complained of stay dry.",
  },
  "a wool rug": {
    pieces: [{ template: "rug", soiled: { field: SOILED }, cloth: { material: "wool", build: "loose-rug" } }],
    before: [],
    never: { field: ["steam", "blow"] },
    why: "Wool felts under steam and brush.",
  },
  "a suede-look sofa": {
    pieces: [{ template: "settee", soiled: { base: LIGHT }, cloth: { material: "suede-look" } }],
    before: [],
    later: ["raise-pile"],
    never: { "base-1": ["steam"] },
    why: "Its pile lies flat where it was wetted, and is raised when dry.",
  },
  "a sofa to be protected": {
    pieces: [{ template: "settee", soiled: { base: SOILED } }],
    choices: { protect: "dry" },
    before: [],
    later: ["protect"],
    why: "Protector on clean dry cloth, undiluted.",
  },
  "a hall, everyday": {
    pieces: [
      {
        template: "carpet",
        soiled: { field: SOILED },
        cloth: { material: "nylon", build: "carpet-stuck-down" },
        size: { lengthMm: 10_000, depthMm: 6000 },
      },
    ],
    before: [["field-3", "field-1"]],
    ways: { "field-1": "low-moisture", "field-2": "low-moisture", "field-3": "low-moisture" },
    minutes: [70, 150],
    cards: 6,
    why: "A brush on a motor, backwards to the door, one way for all of it.",
  },
  "a room, heavily": {
    pieces: [
      {
        template: "carpet",
        soiled: { field: MUD },
        cloth: { material: "nylon", build: "carpet-on-underlay" },
        size: { lengthMm: 4000, depthMm: 3000 },
      },
    ],
    before: [["field-3", "field-1"]],
    ways: { "field-1": "extraction", "field-2": "extraction", "field-3": "extraction" },
    never: { "field-1": ["steam"] },
    why: "Soil this heavy is carried off, all of it the same way.",
  },
  "a mattress with urine in it": {
    pieces: [{ template: "mattress", soiled: {} }],
    marks: [{ on: "top", finding: { ...spot, evidence: { owner: "pet", smell: "ammonia" }, ranTo: "foam" } }],
    before: [],
    done: { top: ["enzyme", "flush"] },
    never: { top: ["steam"], side: WET },
    minutes: [10, 60],
    why: "Digester and its time, then out of the foam; steam would set it.",
  },
  "an armchair that may only be vacuumed": {
    pieces: [{ template: "armchair", soiled: { base: SOILED, back: SOILED }, cloth: { careCode: "X" } }],
    before: [],
    never: { base: WET.filter((action) => action !== "towel-off"), back: ["clean", "extract", "steam"] },
    done: { base: ["dry-removal"] },
    why: "Its label says vacuum only.",
  },
  "two sofas alike": {
    pieces: [
      { template: "settee", soiled: { base: MUD } },
      { template: "settee", soiled: { base: MUD } },
    ],
    before: [],
    ways: { "base-1": "extraction", "base-2": "extraction" },
    cards: 9,
    why: "One cloth, one soil, one way; each finished before the next.",
  },
};

describe("a whole job", () => {
  it.each(Object.entries(WHOLE))("%s", (_, whole) => {
    const { job, idOf } = jobOf(whole);
    const { order, plan } = assess(job, USUAL_KIT, NOW, { ...quickly, order: inFull.order });
    const wet = (part: string) =>
      [...order.tasks.keys()].filter((at) => {
        const { action, zoneIds } = order.tasks[at]!.step;
        return WET.includes(action) && zoneIds.includes(idOf(part));
      });
    const times = timesOf(order, 0);
    for (const [upper, lower] of whole.before) {
      expect([upper, wet(upper).length > 0, lower, wet(lower).length > 0]).toEqual([upper, true, lower, true]);
      // What is worked as one is worked from the top down by whoever does it.
      if (String(wet(upper)) === String(wet(lower))) continue;
      const [last, first] = [wet(upper).at(-1)!, wet(lower)[0]!];
      expect([upper, lower, times[last]!.endMs <= times[first]!.startMs]).toEqual([upper, lower, true]);
    }
    const on = (part: string) => plan.steps.filter(({ zoneIds }) => zoneIds.includes(idOf(part)));
    const doneOn = (part: string) =>
      on(part).flatMap(({ action, agent, flushes }) => [action, agent, flushes && "flush"]);
    for (const [part, way] of Object.entries(whole.ways ?? {}))
      expect([part, plan.zones[idOf(part)]!.picked]).toEqual([part, way]);
    for (const [part, actions] of Object.entries(whole.never ?? {}))
      expect([part, actions.filter((action) => doneOn(part).includes(action as never))]).toEqual([part, []]);
    for (const [part, actions] of Object.entries(whole.done ?? {}))
      expect([part, actions.filter((action) => !doneOn(part).includes(action as never))]).toEqual([part, []]);
    if (whole.later)
      expect(plan.later.map(({ key }) => key.split(":")[0])).toEqual(expect.arrayContaining([...whole.later]));
    if (whole.last) expect(order.tasks.at(-1)!.step.key.startsWith(whole.last)).toBe(true);
    if (whole.minutes) {
      const hands = plan.steps.reduce((sum, { minutes }) => sum + minutes.value, 0);
      expect(hands).toBeGreaterThanOrEqual(whole.minutes[0]);
      expect(hands).toBeLessThanOrEqual(whole.minutes[1]);
    }
    if (whole.first) expect(order.tasks[0]!.step.action).toBe(whole.first);
    if (whole.cards) expect(cardsOf(order).length).toBeLessThanOrEqual(whole.cards);
    expect(order.broken).toEqual([]);
    // Dust is out everywhere before anything is put on, but for what is fresh or stands in it.
    const put = order.tasks.findIndex(({ step }) => step.action === "clean" || step.action === "extract");
    const dust = order.tasks.findLastIndex(({ step }) => DUSTY.includes(step.action));
    if (put >= 0) expect(dust).toBeLessThan(put);
  });

  it("two are done sooner than one, each at a place of their own", () => {
    const cabin = demoJobs(new Date(NOW)).find(({ id }) => id === "demo-cabin")!;
    const by = (hands: number) => {
      const job = { ...cabin, choices: { ...cabin.choices, hands } };
      const { order } = assess(job, USUAL_KIT, NOW, { ...quickly, order: inFull.order });
      return { order, endMs: finishMs(order, timesOf(order, 0), 0) };
    };
    const [alone, two] = [by(1), by(2)];
    expect(two.endMs).toBeLessThan(0.85 * alone.endMs);
    expect(new Set(two.order.tasks.map(({ hands }) => hands))).toEqual(new Set([1, 2]));
  });

  it("rows name parts that there are", () => {
    for (const { pieces, before } of Object.values(WHOLE)) {
      const parts = pieces.flatMap(({ template }) => partsOf({ template }).map(({ part }) => part));
      for (const part of before.flat()) expect(parts.some((each) => each.startsWith(part))).toBe(true);
    }
  });
});
