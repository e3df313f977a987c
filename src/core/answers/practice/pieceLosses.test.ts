import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { AGENTS, agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { SOIL_LEVEL_IDS } from "@/core/ground/catalog/builds";
import type { WorkingInput } from "@/core/ground/sums/working";
import { USUAL_KIT } from "@/core/job/kit";
import { checkJobFile } from "@/core/job/file";
import { jobFileOf } from "@/core/job/jobFile";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { DECISION_IDS, LATELY, lostOverTime, meanLost, type CameTo, type LossId } from "./decisions";
import { LESSON_IDS, LESSONS, lessonOf } from "./lessons";
import { BEGINS_AT, pieceCaseOf, type PieceCase } from "./pieceCase";
import {
  airNow,
  clockOf,
  findingMin,
  handsOn,
  isEnded,
  knownJob,
  momentAt,
  partsAt,
  passesMin,
  strengthOf,
  trueJob,
  wets,
  type PieceMove,
} from "./pieceMoves";
import { dueH, pieceOutcome, type Par, type PieceOutcome } from "./pieceOutcome";
import { parOf, pieceLine, plannersMoves } from "./piecePlanner";
import { AIR_IDS, LEVELS, PIECES, PROMISES_H, PUT_AGENTS } from "./pieces";
import { seedOf } from "./seeds";

/** Nothing was needed and nothing could be better: what is lost is lost by the moves alone. */
const FREE: Par = { handsMin: Infinity, left: 0, usableH: 0 };
const back: PieceMove = { do: "handback" };
const vacuum: PieceMove = { do: "vacuum" };
const towel: PieceMove = { do: "towel" };
const brush = (tool: Extract<PieceMove, { do: "brush" }>["tool"]): PieceMove => ({ do: "brush", tool });
const wait = (minutes: number): PieceMove => ({ do: "wait", minutes });
const promise = (hours: number): PieceMove => ({ do: "promise", hours });
const draw = (wet: number, dry: number, tempC = 35): PieceMove => ({ do: "draw", wet, dry, tempC });
const put = (agent: (typeof PUT_AGENTS)[number], lPerM2 = 0.12, tempC = 35): PieceMove => ({
  do: "put",
  agent,
  parts: partsAt(agent, 1),
  lPerM2,
  tempC,
});

const cameOf = (seed: string, moves: readonly PieceMove[], par = FREE): PieceOutcome =>
  pieceOutcome(pieceCaseOf(seed), [...moves, back], par);
const minutesOf = (outcome: PieceOutcome, id: LossId): number =>
  outcome.losses.find((loss) => loss.id === id)?.minutes.value ?? 0;
const lossOf = (seed: string, id: LossId, moves: readonly PieceMove[], par = FREE): number =>
  minutesOf(cameOf(seed, moves, par), id);
/** What a loss was reckoned from. */
function inputOf(outcome: PieceOutcome, id: LossId, name: string): number {
  const flat = (inputs: readonly WorkingInput[]): WorkingInput[] =>
    inputs.flatMap((each) => [each, ...(each.working ? flat(each.working.inputs) : [])]);
  const found = flat(outcome.losses.find((loss) => loss.id === id)!.minutes.working.inputs);
  return found.find((each) => each.name === name)!.value as number;
}

describe("what each thing that goes wrong hangs on", () => {
  it("paste: only where dry soil was wetted before it was lifted, the more the dirtier", () => {
    expect(lossOf("dry-first", "paste", [vacuum, put("neutral-cleaner"), towel])).toBe(0);
    const caked = lossOf("dry-first", "paste", [put("neutral-cleaner"), vacuum, towel]);
    // Caked is 4: 60 min × (1 - exp(-0.48)).
    expect(caked).toBeCloseTo(60 * (1 - Math.exp(-0.48)), 6);
    expect(lossOf("overhead", "paste", [put("neutral-cleaner")])).toBeLessThan(caked);
    expect(lossOf("dry-first", "paste", [])).toBe(0);
  });

  it("glue: a wiped cloth does it no harm, each litre over what it bears, heat and going over again do", () => {
    const sag = (moves: PieceMove[]) => lossOf("overhead", "sag", moves);
    expect(sag([put("neutral-cleaner", 0.06)])).toBe(0);
    // 0.15 L/m² too much: 240 min × (1 - 1/e).
    expect(sag([put("neutral-cleaner", 0.45)])).toBeCloseTo(240 * (1 - Math.exp(-1)), 6);
    expect(sag([put("neutral-cleaner", 0.06, 60)])).toBeGreaterThan(0);
    expect(sag([put("neutral-cleaner", 0.06), put("neutral-cleaner", 0.06)])).toBeGreaterThan(0);
    expect(lossOf("when-done", "sag", [put("neutral-cleaner", 0.6, 60)])).toBe(0);
  });

  it("wool felts by rubbing, wetness and warmth, and nothing else felts", () => {
    const felt = (seed: string, tempC: number, ...tools: Parameters<typeof brush>[0][]) =>
      lossOf(seed, "felt", [put("neutral-cleaner", 0.3, tempC), ...tools.map(brush), towel]);
    const lukewarm = felt("no-heat", 35, "medium-brush");
    expect(lukewarm).toBeGreaterThan(0);
    expect(felt("no-heat", 60, "medium-brush")).toBeGreaterThan(5 * lukewarm);
    expect(felt("no-heat", 35, "medium-brush", "medium-brush")).toBeGreaterThan(1.8 * lukewarm);
    expect(felt("no-heat", 35, "tamp")).toBeLessThan(lukewarm);
    expect(felt("when-done", 60, "medium-brush", "medium-brush")).toBe(0);
  });

  it("frail cloth bears a tamp and no brush; sound cloth bears a medium one", () => {
    const rub = (seed: string, tool: Parameters<typeof brush>[0], times = 1) =>
      lossOf(seed, "rub", [put("neutral-cleaner"), ...Array.from({ length: times }, () => brush(tool)), towel]);
    expect(rub("how-hard", "tamp", 3)).toBe(0);
    // Three rougher than it bears: 240 min × (1 - exp(-0.36)).
    expect(rub("how-hard", "medium-brush")).toBeCloseTo(240 * (1 - Math.exp(-0.36)), 6);
    expect(rub("how-hard", "medium-brush", 2)).toBeGreaterThan(rub("how-hard", "medium-brush"));
    expect(rub("when-done", "medium-brush", 3)).toBe(0);
  });

  it("alkali spoils wool by how far it is out and for how long it lies; a neutral cleaner never does", () => {
    const ph = (agent: (typeof PUT_AGENTS)[number], minutes: number) =>
      lossOf("no-heat", "ph", [put(agent), wait(minutes), towel]);
    expect(ph("neutral-cleaner", 30)).toBe(0);
    expect(ph("alkaline-prespray", 10)).toBeGreaterThan(0);
    expect(ph("alkaline-prespray", 30)).toBeGreaterThan(ph("alkaline-prespray", 10));
    // What is never lifted lies on.
    const left = lossOf("no-heat", "ph", [put("alkaline-prespray"), wait(10)]);
    expect(left).toBeGreaterThan(ph("alkaline-prespray", 10));
  });

  it("what lies under the cover dies of depth, not of a damp towel; steam where no rule lets it spoils by heat", () => {
    expect(lossOf("under-it", "electrics", [put("neutral-cleaner", 0.12), towel])).toBe(0);
    const soaked = [put("water", 0.6), put("water", 0.6), put("water", 0.6)];
    expect(lossOf("under-it", "electrics", soaked)).toBeGreaterThan(60);
    expect(lossOf("when-done", "electrics", soaked)).toBe(0);
    expect(lossOf("no-heat", "heat", [put("neutral-cleaner"), { do: "steam" }, towel])).toBeGreaterThan(30);
    expect(lossOf("which-way", "heat", [put("neutral-cleaner"), { do: "steam" }, towel])).toBe(0);
  });

  it("a ring by depth, sour by the hours: much water in a shut cool room is both, drawn off well it is neither", () => {
    const much = [put("water", 0.6), put("water", 0.6), put("water", 0.6), put("water", 0.6)];
    const soaked = cameOf("how-much", much);
    expect(minutesOf(soaked, "ring")).toBeGreaterThan(20);
    expect(minutesOf(soaked, "sour")).toBeGreaterThan(20);
    expect(inputOf(soaked, "ring", "how deep below the face")).toBeCloseTo(soaked.depth.value, 6);
    const drawn = cameOf("how-much", [{ do: "air", how: "mover" }, put("water", 0.2), draw(1, 6)]);
    expect(minutesOf(drawn, "ring")).toBe(0);
    expect(minutesOf(drawn, "sour")).toBe(0);
    expect(drawn.dryH).toBeLessThan(soaked.dryH);
  });

  it("cleaner that stays soils again; a rinse or drawing off takes it out, on glue a trace is left on purpose", () => {
    const residue = (seed: string, ...after: PieceMove[]) =>
      lossOf(seed, "residue", [put("neutral-cleaner"), wait(5), brush("tamp"), ...after]);
    expect(residue("when-done", towel)).toBeCloseTo(20, 6);
    expect(residue("when-done", { do: "rinse", agent: "water" })).toBe(0);
    expect(residue("when-done", draw(1, 2))).toBe(0);
    expect(residue("overhead")).toBeLessThanOrEqual(2);
  });

  it("soil: what is left over what may stay, or over what knowing hands leave", () => {
    const nothing = cameOf("which-way", []);
    expect(nothing.left.value).toBe(1);
    // Caked: 5 of 100 may stay; all of it left is the whole hour and a half.
    expect(SOIL_TARGET.caked).toBe(0.05);
    expect(minutesOf(nothing, "soil")).toBeCloseTo(90, 6);
    expect(lossOf("which-way", "soil", [], { ...FREE, left: 0.5 })).toBeCloseTo(90, 6);
    const round = [put("neutral-cleaner"), wait(6), brush("medium-brush"), towel];
    const [once, twice] = [cameOf("which-way", round), cameOf("which-way", [...round, ...round])];
    expect(twice.left.value).toBeCloseTo(once.left.value ** 2, 6);
    expect(minutesOf(twice, "soil")).toBeLessThan(minutesOf(once, "soil"));
    expect(cameOf("which-way", [...round, draw(2, 6)]).left.value).toBeCloseTo(
      once.left.value * Math.exp(-0.65 * 2),
      6,
    );
  });

  it("what was loosened and not lifted is told apart from what was never loosened", () => {
    const round = [put("neutral-cleaner"), wait(6), brush("medium-brush")];
    const lifted = cameOf("when-done", [...round, towel]);
    const left = cameOf("when-done", round);
    expect(minutesOf(lifted, "sank")).toBe(0);
    expect(minutesOf(left, "sank")).toBeGreaterThan(20);
    expect(minutesOf(left, "soil")).toBeCloseTo(minutesOf(lifted, "soil"), 6);
    expect(left.losses.find(({ id }) => id === "sank")!.decision).toBe("lift");
    expect(lossOf("when-done", "sank", [...round, wait(120), towel])).toBeGreaterThan(10);
    expect(lossOf("overhead", "sank", [put("neutral-cleaner", 0.06)])).toBe(0);
  });

  it("work: only what goes beyond what knowing hands need", () => {
    const moves = [vacuum, put("neutral-cleaner"), brush("tamp"), towel];
    const { handsMin } = cameOf("when-done", moves);
    const piece = pieceCaseOf("when-done");
    expect(handsMin.value).toBeCloseTo(
      moves.reduce((sum, move) => sum + handsOn(piece, move)!.value, 0),
      9,
    );
    expect(lossOf("when-done", "over", moves, { ...FREE, handsMin: handsMin.value })).toBe(0);
    expect(lossOf("when-done", "over", moves, { ...FREE, handsMin: 2 })).toBeCloseTo(handsMin.value - 2, 9);
  });
});

describe("the promise", () => {
  const wetIt = [put("neutral-cleaner", 0.2), wait(5), brush("medium-brush"), draw(2, 4)];

  it("counts from when it was said, the last word counts, and none said goes by what was wanted", () => {
    const piece = pieceCaseOf("what-is-promised");
    expect(dueH(piece, [wait(60), promise(4), wait(60)])).toBe(5);
    expect(dueH(piece, [promise(2), wait(120), promise(8)])).toBe(10);
    expect(dueH(piece, wetIt)).toBeUndefined();
    expect(lossOf("what-is-promised", "untold", wetIt)).toBe(15);
    expect(lossOf("what-is-promised", "untold", [promise(4), ...wetIt])).toBe(0);
  });

  it("late by the hours it is not dry, long by the hours nobody needed", () => {
    const seed = "what-is-promised";
    const { usableH } = cameOf(seed, wetIt);
    expect(usableH).toBeGreaterThan(2);
    const late = lossOf(seed, "late", [promise(1), ...wetIt]);
    expect(late).toBeCloseTo(90 * (1 - Math.exp(-(usableH - 1) / 6)), 6);
    expect(lossOf(seed, "late", [promise(72), ...wetIt])).toBe(0);
    // It is wanted within 8 h.
    expect(lossOf(seed, "long", [promise(24), ...wetIt])).toBeCloseTo(30 * (1 - Math.exp(-16 / 12)), 6);
    expect(lossOf(seed, "long", [promise(8), ...wetIt])).toBe(0);
    expect(lossOf(seed, "long", [promise(24), ...wetIt], { ...FREE, usableH: 24 })).toBe(0);
  });

  it("an air mover or open doors bring it nearer, a shut room puts it off", () => {
    const hours = (how: (typeof AIR_IDS)[number]) => cameOf("what-is-promised", [{ do: "air", how }, ...wetIt]).dryH;
    expect(hours("mover")).toBeLessThan(hours("doors"));
    expect(hours("doors")).toBeLessThan(hours("shut"));
    expect(hours("dry")).toBeLessThan(hours("shut"));
    expect(cameOf("what-is-promised", wetIt).dryH).toBe(hours("shut"));
  });

  it("the hours are those the program would give the same record", () => {
    const piece = pieceCaseOf("which-way");
    const moves: PieceMove[] = [{ do: "air", how: "doors" }, ...wetIt];
    const record = trueJob(piece, moves);
    // As it stands: nothing more is asked for, and nothing more is planned on it.
    const zone = { ...record.zones.byId.z!, soil: undefined };
    const job = { ...record, zones: { ...record.zones, byId: { z: zone } } };
    const at = momentAt(clockOf(piece, moves).at(-1)!);
    const { drying, plan } = assess(job, USUAL_KIT, at, inFull);
    expect(plan.steps.filter(({ waterOnLPerM2 }) => waterOnLPerM2 > 0)).toEqual([]);
    expect(cameOf("which-way", moves).dryH).toBeCloseTo(drying.z!.hours.value, 6);
    expect(cameOf("which-way", moves).depth.value).toBeCloseTo(drying.z!.depth.value, 9);
  });
});

describe("moves", () => {
  it("mixes and strengths turn into each other for every agent", () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...(Object.keys(AGENTS) as AgentId[])),
        fc.double({ min: 0.25, max: 3, noNaN: true }),
        (agent, strength) => {
          const parts = partsAt(agent, strength);
          expect(parts).toBeGreaterThanOrEqual(0);
          if (!agentOf(agent).reading) expect([parts, strengthOf(agent, parts)]).toEqual([0, 1]);
          else if (parts > 0) expect(strengthOf(agent, parts)).toBeCloseTo(strength, 9);
        },
      ),
    ));

  it("each passes its minutes; waiting, asking and promising are no work of hands", () => {
    const piece = pieceCaseOf("ckwrtz");
    const all: PieceMove[] = [
      { do: "find", what: "owner" },
      { do: "proof", agents: ["water", "shampoo"] },
      { do: "hint" },
      ...[vacuum, put("shampoo"), brush("tamp"), towel, draw(1, 2), wait(20), promise(4), back],
      { do: "rinse", agent: "acid-rinse" },
      { do: "steam" },
      { do: "air", how: "dry" },
    ];
    const idle = ["find", "proof", "hint", "wait", "promise", "handback"];
    for (const move of all) {
      const isIdle = idle.includes(move.do);
      expect([move.do, handsOn(piece, move) === undefined]).toEqual([move.do, isIdle]);
      expect(passesMin(piece, move)).toBeGreaterThanOrEqual(0);
      if (!isIdle) expect(findingMin(move)).toBe(0);
    }
    expect(findingMin(all[1]!)).toBe(2);
    expect(passesMin(piece, wait(20))).toBe(20);
    expect(handsOn(piece, draw(3, 6))!.value).toBeGreaterThan(handsOn(piece, draw(1, 2))!.value);
    expect(all.filter(wets).map((move) => move.do)).toEqual(["put", "draw", "rinse", "steam"]);
    expect(wets(draw(0, 4))).toBe(false);
    expect(isEnded([vacuum])).toBe(false);
    expect(isEnded([vacuum, back])).toBe(true);
    expect(airNow([{ do: "air", how: "doors" }, vacuum, { do: "air", how: "window" }])).toBe("window");
    expect(airNow([])).toBe("shut");
  });

  it("make a sound job file of what is known and of what is true, at every moment", () => {
    const { experience: _none, ...kit } = USUAL_KIT;
    for (const seed of ["bkwrtz", "dbbbbc", "overhead"]) {
      const piece = pieceCaseOf(seed);
      const line = pieceLine(piece);
      for (let at = 0; at <= line.length; at += 3)
        for (const job of [knownJob(piece, line.slice(0, at)), trueJob(piece, line.slice(0, at))]) {
          const text: unknown = JSON.parse(JSON.stringify(jobFileOf(job, kit, BEGINS_AT)));
          expect(checkJobFile(text)).toMatchObject({ ok: true });
        }
    }
  });
});

describe("how pieces are drawn", () => {
  const drawn = Array.from({ length: 900 }, (_, at) => pieceCaseOf("bcd"[at % 3]! + seedOf(at * 1201 + 5)));
  const share = (is: (piece: PieceCase) => boolean) => drawn.filter(is).length / drawn.length;

  it("every piece, fibre and build is met, and soil about as often as it is laid down", () => {
    for (const { words, materials, builds } of PIECES) {
      const its = drawn.filter((piece) => piece.words === words);
      expect(its.length).toBeGreaterThan(60);
      expect(new Set(its.map(({ cloth }) => cloth.material))).toEqual(new Set(materials));
      expect(new Set(its.map(({ cloth }) => cloth.build))).toEqual(new Set(builds));
    }
    const [light, moderate, heavy, caked] = SOIL_LEVEL_IDS.map((level) => share(({ soil }) => soil === level));
    expect(light).toBeCloseTo(0.1, 1);
    expect(moderate).toBeCloseTo(0.26, 1);
    expect(heavy).toBeCloseTo(0.42, 1);
    expect(caked).toBeCloseTo(0.22, 1);
  });

  it("keeps to its level, and never makes what can only be lost", () => {
    for (const { level, cloth, wantedH, job } of drawn) {
      const { tempC, humidityPct, wantedH: wanted, worn } = LEVELS[level!];
      expect(job.site.airTempC).toBeGreaterThanOrEqual(tempC[0]);
      expect(job.site.airTempC).toBeLessThanOrEqual(tempC[1]);
      expect(job.site.relativeHumidityPct).toBeGreaterThanOrEqual(humidityPct[0]);
      expect(job.site.relativeHumidityPct).toBeLessThanOrEqual(humidityPct[1]);
      expect(wanted).toContain(wantedH);
      if (worn === 0) expect(cloth.condition).toBe("sound");
      for (const agent of ["water", "neutral-cleaner", "acid-rinse"] as const)
        expect(cloth.fastness![agent]).toBeGreaterThanOrEqual(4);
    }
    const runs = (level: string) =>
      drawn.filter((piece) => piece.level === level && (piece.cloth.fastness!.degreaser ?? 5) < 4).length / 300;
    expect(runs("b")).toBeLessThan(runs("d"));
  });

  it("the same letters at another level are the same cloth in other air", () => {
    const [easy, hard] = [pieceCaseOf("bkwrtz"), pieceCaseOf("dkwrtz")];
    expect(hard.words).toBe(easy.words);
    expect(hard.soil).toBe(easy.soil);
    expect(hard.job.site).not.toEqual(easy.job.site);
  });
});

describe("the planner as it works", () => {
  it("finds out once, proves before it wets, promises once, and says what it means to do before it does", () => {
    for (let at = 0; at < 9; at++) {
      const piece = pieceCaseOf("bcd"[at % 3]! + seedOf(at * 7127 + 3));
      const line = pieceLine(piece);
      const finds = line.flatMap((move) => (move.do === "find" ? [move.what] : []));
      expect(new Set(finds).size).toBe(finds.length);
      expect(line.filter((move) => move.do === "promise")).toHaveLength(1);
      expect(line.at(-1)).toEqual(back);
      const proved = new Set<AgentId>();
      for (const move of line) {
        if (move.do === "proof") for (const agent of move.agents) proved.add(agent);
        if (move.do === "put")
          expect([piece.seed, move.agent, proved.has(move.agent)]).toEqual([piece.seed, move.agent, true]);
      }
      expect(line.findIndex((move) => move.do === "promise")).toBeLessThan(line.findIndex(wets));
      const said = line.find((move) => move.do === "promise");
      if (said?.do === "promise") expect(PROMISES_H).toContain(said.hours);
    }
  });

  it("with everything known it asks nothing, and after its own moves its plan has nothing left that wets", () => {
    for (const seed of ["ckwrtz", "which-way", "no-heat", "overhead"]) {
      const piece = pieceCaseOf(seed);
      const knowing = pieceLine(piece, [], trueJob);
      expect(knowing.filter((move) => move.do === "find" || move.do === "proof")).toEqual([]);
      const line = pieceLine(piece);
      const { plan } = assess(knownJob(piece, line), USUAL_KIT, momentAt(clockOf(piece, line).at(-1)!), quickly);
      expect([seed, plan.steps.filter(({ waterOnLPerM2 }) => waterOnLPerM2 > 0).map(({ key }) => key)]).toEqual([
        seed,
        [],
      ]);
      const { handsMin, left, usableH } = parOf(piece);
      expect(handsMin).toBeGreaterThan(0);
      expect(left).toBeLessThan(1);
      expect(usableH).toBeLessThan(72);
    }
  });

  it("goes on from what somebody else began: the towel where cleaner lies, the wait where it has not worked", () => {
    const piece = pieceCaseOf("when-done");
    const known: PieceMove[] = (["owner", "look", "fibre", "towel"] as const).map((what) => ({ do: "find", what }));
    const begun: PieceMove[] = [...known, promise(8), { do: "air", how: "window" }, vacuum, put("neutral-cleaner")];
    expect(plannersMoves(piece, begun)[0]!.do).toBe("wait");
    const worked = pieceLine(piece, [...begun, wait(6)]).slice(begun.length + 1);
    const lifts = worked.findIndex((move) => move.do === "towel" || move.do === "draw");
    const next = worked.findIndex((move) => move.do === "put");
    expect(lifts).toBeGreaterThanOrEqual(0);
    if (next >= 0) expect(lifts).toBeLessThan(next);
  });
});

describe("lessons and decisions", () => {
  it("each lesson is about what its goal can lose, on a piece there is, and is no letters of a case", () => {
    for (const id of LESSON_IDS) {
      const { none, piece, words, goal, title } = LESSONS[id];
      expect(none.length).toBeGreaterThan(0);
      expect(PIECES.some(({ template, part }) => template === piece.template && part === piece.part)).toBe(true);
      expect(`${title}. ${words} ${goal}`).toMatch(/^[A-Z].*\.$/);
      expect(pieceCaseOf(id).soil).toBe(piece.soil);
      expect(pieceCaseOf(id).level).toBeUndefined();
    }
    expect(lessonOf("toString")).toBeUndefined();
    expect(lessonOf("ckwrtz")).toBeUndefined();
  });

  it("the last ten cases stand beside those before them", () => {
    const { score } = cameOf("when-done", []);
    const case_ = (minutes: number): CameTo => ({ score, right: true, lost: { water: minutes } });
    const few = lostOverTime([case_(4), case_(8)]);
    expect(few).toEqual([{ decision: "water", before: undefined, lately: expect.objectContaining({ value: 6 }) }]);
    const many = lostOverTime([case_(40), case_(20), ...Array.from({ length: LATELY }, () => case_(5))]);
    expect(many.map(({ before, lately }) => [before?.value, lately?.value])).toEqual([[30, 5]]);
  });

  it("the mean by decision counts only the cases that asked for it", () => {
    const score = cameOf("when-done", []).score;
    const rows = meanLost([
      { score, right: false, lost: { what: 10, water: 30 } },
      { score, right: true, lost: { what: 20 } },
    ]);
    expect(rows.map(({ decision, minutes }) => ({ decision, minutes: minutes.value, unit: minutes.unit }))).toEqual([
      { decision: "what", minutes: 15, unit: "min" },
      { decision: "water", minutes: 30, unit: "min" },
    ]);
    expect(rows.map(({ decision }) => DECISION_IDS.indexOf(decision))).toEqual([0, 2]);
    expect(meanLost([])).toEqual([]);
  });
});
