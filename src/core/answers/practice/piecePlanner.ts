import { own } from "@/core/job/lookUp";
import { agentOf } from "@/core/ground/catalog/agents";
import type { Job, Kit } from "@/core/job/schema";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import { contextOf } from "@/core/judgement/treatment/cloth/planContext";
import type { Evidence } from "@/core/ground/catalog/evidence";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import type { Step } from "@/core/judgement/treatment/step/step";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { assess, inFull, quickly, type Reckoning } from "@/core/answers/assess/assess";
import { plannersMove } from "./markPlay";
import { PIECE_ZONE, type PieceCase } from "./pieceCase";
import {
  airNow,
  clockOf,
  isEnded,
  isOnSpill,
  isOwned,
  knownJob,
  momentAt,
  partsAt,
  trueJob,
  type PieceMove,
} from "./pieceMoves";
import { dueH, pieceOutcome, type Par } from "./pieceOutcome";
import { AIRS, AIR_IDS, BRUSHES, FINDS, PROMISES_H, type AirId, type FindId } from "./pieces";
import { SPILL_ID } from "./spills";

/** What the planner would do with what is known after some moves. */

/** The forecast is kept to with so much to spare. Judgement. */
const SPARE = 1.1;
const SPARE_MIN = 20;

/** How much is known: what these moves found out, or all of it. */
export type Knows = (piece: PieceCase, moves: readonly PieceMove[]) => Job;

const planOf = (job: Job, kit: Kit, atMin: number, by: Reckoning = quickly) => assess(job, kit, momentAt(atMin), by);

/** What it does next, one thing or a few that belong together, and the reason. */
export interface Thought {
  moves: PieceMove[];
  why: string;
}

/** A step of the plan as moves; none for what practice leaves out (seams, belongings, setting to dry). */
function movesOf(step: Step): PieceMove[] {
  if (step.findingId) return spotOf(step);
  switch (step.action) {
    case "fastness-check":
      return [{ do: "proof", agents: [...step.proves!] }];
    case "dry-removal":
      return [{ do: "vacuum" }];
    case "clean":
      return roundOf(step);
    case "work":
      return [{ do: "brush", tool: step.tool }];
    case "towel-off":
      return [{ do: "towel" }];
    case "extract":
      return [{ do: "draw", wet: step.wetStrokes!.value, dry: step.dryStrokes!.value, tempC: step.tempC! }];
    case "rinse":
      return [{ do: "rinse", agent: step.agent === "acid-rinse" ? "acid-rinse" : "water" }];
    case "steam":
      return [{ do: "steam" }];
    default:
      return [];
  }
}

/** A step on the spill alone; none for what practice leaves out (chilled and scraped). */
function spotOf(step: Step): PieceMove[] {
  switch (step.action) {
    case "agent": {
      const [put, ...wait] = roundOf(step);
      return [{ ...put, on: "spill" } as PieceMove, ...wait];
    }
    case "work": {
      const tool = BRUSHES.find((id) => id === step.tool);
      return tool ? [{ do: "brush", tool, on: "spill" }] : [];
    }
    case "towel-off":
      return [{ do: "towel", on: "spill" }];
    default:
      return [];
  }
}

/** The same thing done, however warm or much. */
const alike = (a: PieceMove, b: PieceMove) =>
  a.do === b.do && (a.do !== "put" || (b.do === "put" && a.agent === b.agent));

/** What is left of a spill's steps after those that were done last; a wait that was begun is not begun again. */
function spotsLeft(steps: readonly Step[], moves: readonly PieceMove[]): Thought | undefined {
  const planned = steps
    .filter(({ findingId }) => findingId === SPILL_ID)
    .flatMap((step) => movesOf(step).map((move) => ({ move, why: whyOf(step) })));
  const done = moves.filter(isOnSpill);
  const hands = planned.filter(({ move }) => isOnSpill(move));
  let far = Math.min(done.length, hands.length);
  while (far > 0 && !done.slice(-far).every((each, at) => alike(each, hands[at]!.move))) far -= 1;
  const from = far === 0 ? 0 : planned.indexOf(hands[far - 1]!) + 1;
  const isWaited = moves.at(-1)?.do === "wait" && planned[from]?.move.do === "wait";
  const next = planned[isWaited ? from + 1 : from];
  return next && { moves: [next.move], why: next.why };
}

const whyOf = ({ why, reasons }: Step): string => [why, ...reasons.slice(0, 1).map(({ because }) => because)].join(" ");

/** A round of cleaner and its wait. No piece here is so large that it is done strip by strip. */
function roundOf({ agent, partsWater, waterOnLPerM2, tempC, dwell }: Step): PieceMove[] {
  const parts = partsWater?.value ?? partsAt(agent!, 1);
  const put: PieceMove = { do: "put", agent: agent!, parts, lPerM2: waterOnLPerM2, tempC: tempC ?? 20 };
  return dwell && dwell.min.value > 0 ? [put, { do: "wait", minutes: dwell.min.value }] : [put];
}

/** What it asks and looks at first, as far as it is not known. */
function findsFirst({ damaged }: PieceCase, job: Job, moves: readonly PieceMove[]): Thought | undefined {
  const find = findLeft(job, moves);
  if (find) return { moves: [{ do: "find", what: find }], why: FINDS[find].why };
  if (damaged && !moves.some((move) => move.do === "tell"))
    return { moves: [{ do: "tell" }], why: "Said before the work it is a finding, said after it an excuse." };
  const spill = own(job.findings.byId, SPILL_ID);
  if (spill?.kind !== "mark" || moves.some(isOnSpill)) return undefined;
  const next = plannersMove(spill.evidence as Evidence);
  if (next.do === "test") return { moves: [next], why: "It spares most wrong first steps for its minutes." };
  return spill.ranTo ? undefined : { moves: [{ do: "find", what: "feel" }], why: FINDS.feel.why };
}

function findLeft(job: Job, moves: readonly PieceMove[]): FindId | undefined {
  const has = (what: FindId) => moves.some((move) => move.do === "find" && move.what === what);
  const [view] = zoneViews(job);
  if (!job.account && !has("owner")) return "owner";
  if (view!.zone.cloth?.careCode === undefined && !has("look")) return "look";
  // What such a piece usually is, is no proof of what this one is.
  if (view!.cloth.material === undefined && !has("fibre")) return "fibre";
  return view!.soil === undefined && !has("patch") ? "towel" : undefined;
}

/** A part with what is known of it. */
interface Known {
  piece: PieceCase;
  job: Job;
}

/** What a way of drying comes to: h until all of it can be used, of work left and of the layers; share of the soil lifted. */
function withAir(parts: readonly Known[], nowMin: number, air: AirId): { air: AirId; hours: number; lifted: number } {
  const by = { ...quickly, dry: inFull.dry };
  let workMin: number = AIRS[air].minutes;
  let [dryH, lifted] = [0, 0];
  for (const { piece, job } of parts) {
    const { plan, drying } = planOf({ ...job, site: { ...job.site, ...AIRS[air].air } }, piece.kit, nowMin, by);
    for (const { minutes, dwell, action } of plan.steps)
      if (action !== "set-to-dry") workMin += minutes.value + (dwell?.min.value ?? 0);
    const { picked, schools } = plan.zones[PIECE_ZONE]!;
    lifted += (schools.find((each) => each.school === picked)?.lifted.value ?? 0) / parts.length;
    dryH = Math.max(dryH, drying[PIECE_ZONE]?.hours.value ?? 0);
  }
  return { air, hours: ((workMin + SPARE_MIN) / 60 + dryH) * SPARE, lifted };
}

/** So much more soil is worth more trouble with the air. */
const CLEARLY_MORE = 0.03;

/**
 * Of what dries in time, the least trouble that lifts most; else the quickest; and what may be promised with it, where
 * nobody has promised yet.
 */
export function airAndPromise(parts: readonly [Known, ...Known[]], moves: readonly PieceMove[]): PieceMove[] {
  const [{ piece }] = parts;
  const due = dueH(piece, moves);
  const nowMin = clockOf(piece, moves).at(-1)!;
  const wanted = (due ?? piece.wantedH) - nowMin / 60;
  const choices = AIR_IDS.filter((how) => isOwned(piece, { do: "air", how })).map((air) => withAir(parts, nowMin, air));
  const inTime = choices.filter(({ hours }) => hours <= wanted);
  const most = Math.max(...inTime.map(({ lifted }) => lifted));
  const { air, hours } =
    inTime.find(({ lifted }) => lifted >= most - CLEARLY_MORE) ??
    choices.reduce((best, each) => (each.hours < best.hours ? each : best));
  const promised = PROMISES_H.find((each) => each >= hours) ?? PROMISES_H.at(-1)!;
  return [
    ...(air === airNow(moves) ? [] : [{ do: "air" as const, how: air }]),
    ...(due === undefined ? [{ do: "promise" as const, hours: promised }] : []),
  ];
}

/** What was put on last still works: it waits as long as it meant to, else its shortest. */
function waitLeft(piece: PieceCase, job: Job, moves: readonly PieceMove[], knows: Knows): PieceMove[] {
  const last = moves.at(-1);
  const [view] = zoneViews(job);
  if (last?.do !== "put" || last.on || last.agent === "water" || isOnGlue(view!)) return [];
  if (agentOf(last.agent).groups.includes("solvent")) return [];
  const [put, ...rest] = plannersMoves(piece, moves.slice(0, -1), knows);
  if (JSON.stringify(put) === JSON.stringify(last)) return rest;
  const context = contextOf(job, piece.kit, momentAt(clockOf(piece, moves).at(-1)!));
  return [{ do: "wait", minutes: dwellOf(context, PIECE_ZONE, last.agent, last.lPerM2).min.value }];
}

export const NOTHING_LEFT: Thought = { moves: [{ do: "handback" }], why: "Nothing is left that is worth its minutes." };

export const SETTLING = "Of what dries in time, the least trouble; and the forecast with some to spare.";
export const isSettled = (moves: readonly PieceMove[]): boolean =>
  ["promise", "air"].every((what) => moves.some((move) => move.do === what));

/**
 * What it does next and why, from what is known.
 * @param settles later: somebody else sets the air and promises, for several parts together
 */
export function plannersThought(
  piece: PieceCase,
  moves: readonly PieceMove[],
  knows: Knows = knownJob,
  settles: "now" | "later" = "now",
): Thought {
  const job = knows(piece, moves);
  const first = findsFirst(piece, job, moves);
  if (first) return first;
  const waits = waitLeft(piece, job, moves, knows);
  if (waits.length > 0) return { moves: waits, why: "What was put on works until its shortest dwell is over." };
  const next = stepLeft(piece, job, moves);
  // What can be promised is known once nothing has to be proved any more.
  if (settles === "now" && !isSettled(moves) && next?.moves[0]?.do !== "proof") {
    const settling = airAndPromise([{ piece, job }], moves);
    if (settling.length > 0) return { moves: settling, why: SETTLING };
  }
  return next ?? NOTHING_LEFT;
}

/** The first step of the plan that has not just been done; what has is not done again because a plan knows it by another name. */
function stepLeft(piece: PieceCase, job: Job, moves: readonly PieceMove[]): Thought | undefined {
  const { steps } = planOf(job, piece.kit, clockOf(piece, moves).at(-1)!).plan;
  const last = JSON.stringify(moves.findLast((move) => move.do !== "wait"));
  for (const step of steps) {
    if (step.findingId === SPILL_ID) {
      const spot = spotsLeft(steps, moves);
      if (spot) return spot;
      continue;
    }
    const its = movesOf(step);
    const [first] = its;
    if (first && (first.do === "put" || JSON.stringify(first) !== last)) return { moves: its, why: whyOf(step) };
  }
  return undefined;
}

/** What it does next, one thing or a few that belong together. */
export const plannersMoves = (piece: PieceCase, moves: readonly PieceMove[], knows: Knows = knownJob): PieceMove[] =>
  plannersThought(piece, moves, knows).moves;

export const MOST_PLANNED = 60;

/** The moves of the planner from what is known after these; after so many it hands back what it has. */
export function pieceLine(piece: PieceCase, from: readonly PieceMove[] = [], knows: Knows = knownJob): PieceMove[] {
  const moves = [...from];
  while (!isEnded(moves)) {
    const isLong = moves.length > MOST_PLANNED + from.length;
    moves.push(...(isLong ? [{ do: "handback" as const }] : plannersMoves(piece, moves, knows)));
  }
  return moves;
}

const NO_PAR: Par = { handsMin: Infinity, left: 1, usableH: 0 };

/** What knowing hands come to: the planner, with all of the truth from the start. */
export function parOf(piece: PieceCase): Par {
  const { handsMin, left, usableH, spill } = pieceOutcome(piece, pieceLine(piece, [], trueJob), NO_PAR);
  return {
    ...{ handsMin: handsMin.value, left: left.value, usableH },
    ...(spill ? { spill: { left: spill.left.value, returns: spill.returns.value } } : {}),
  };
}
