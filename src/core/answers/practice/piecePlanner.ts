import { agentOf } from "@/core/ground/catalog/agents";
import { USUAL_KIT } from "@/core/job/kit";
import type { Job } from "@/core/job/schema";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import { contextOf } from "@/core/judgement/treatment/cloth/planContext";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import type { Step } from "@/core/judgement/treatment/step/step";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { assess, inFull, quickly, type Reckoning } from "@/core/answers/assess/assess";
import { PIECE_ZONE, type PieceCase } from "./pieceCase";
import { airNow, clockOf, isEnded, knownJob, momentAt, partsAt, trueJob, type PieceMove } from "./pieceMoves";
import { dueH, pieceOutcome, type Par } from "./pieceOutcome";
import { AIRS, AIR_IDS, PROMISES_H, type AirId, type FindId } from "./pieces";

/** What the planner would do with what is known after some moves. */

/** The forecast is kept to with so much to spare. Judgement. */
const SPARE = 1.1;
const SPARE_MIN = 20;

/** How much is known: what these moves found out, or all of it. */
type Knows = (piece: PieceCase, moves: readonly PieceMove[]) => Job;

const planOf = (job: Job, atMin: number, by: Reckoning = quickly) => assess(job, USUAL_KIT, momentAt(atMin), by);

/** A step of the plan as moves; none for what practice leaves out (seams, belongings, setting to dry). */
function movesOf(step: Step): PieceMove[] {
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

/** A round of cleaner and its wait. No piece here is so large that it is done strip by strip. */
function roundOf({ agent, partsWater, waterOnLPerM2, tempC, dwell }: Step): PieceMove[] {
  const parts = partsWater?.value ?? partsAt(agent!, 1);
  const put: PieceMove = { do: "put", agent: agent!, parts, lPerM2: waterOnLPerM2, tempC: tempC ?? 20 };
  return dwell && dwell.min.value > 0 ? [put, { do: "wait", minutes: dwell.min.value }] : [put];
}

/** What it asks and looks at first, as far as it is not known. */
function findsFirst(job: Job, moves: readonly PieceMove[]): FindId | undefined {
  const has = (what: FindId) => moves.some((move) => move.do === "find" && move.what === what);
  const [view] = zoneViews(job);
  if (!job.account && !has("owner")) return "owner";
  if (view!.zone.cloth?.careCode === undefined && !has("look")) return "look";
  // What such a piece usually is, is no proof of what this one is.
  if (view!.cloth.material === undefined && !has("fibre")) return "fibre";
  return view!.soil === undefined && !has("patch") ? "towel" : undefined;
}

/** What a way of drying comes to: h until it can be used, of work left and of the layers; share of the soil lifted. */
function withAir(job: Job, nowMin: number, air: AirId): { air: AirId; hours: number; lifted: number } {
  const by = { ...quickly, dry: inFull.dry };
  const { plan, drying } = planOf({ ...job, site: { ...job.site, ...AIRS[air].air } }, nowMin, by);
  const workMin = plan.steps.reduce<number>(
    (sum, { minutes, dwell, action }) =>
      action === "set-to-dry" ? sum : sum + minutes.value + (dwell?.min.value ?? 0),
    AIRS[air].minutes,
  );
  const { picked, schools } = plan.zones[PIECE_ZONE]!;
  const lifted = schools.find((each) => each.school === picked)?.lifted.value ?? 0;
  return { air, hours: ((workMin + SPARE_MIN) / 60 + (drying[PIECE_ZONE]?.hours.value ?? 0)) * SPARE, lifted };
}

/** So much more soil is worth more trouble with the air. */
const CLEARLY_MORE = 0.03;

/**
 * Of what dries in time, the least trouble that lifts most; else the quickest; and what may be promised with it, where
 * nobody has promised yet.
 */
function airAndPromise(piece: PieceCase, job: Job, moves: readonly PieceMove[]): PieceMove[] {
  const due = dueH(piece, moves);
  const nowMin = clockOf(piece, moves).at(-1)!;
  const wanted = (due ?? piece.wantedH) - nowMin / 60;
  const choices = AIR_IDS.map((air) => withAir(job, nowMin, air));
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
  if (last?.do !== "put" || last.agent === "water" || isOnGlue(view!)) return [];
  if (agentOf(last.agent).groups.includes("solvent")) return [];
  const [put, ...rest] = plannersMoves(piece, moves.slice(0, -1), knows);
  if (JSON.stringify(put) === JSON.stringify(last)) return rest;
  const context = contextOf(job, USUAL_KIT, momentAt(clockOf(piece, moves).at(-1)!));
  return [{ do: "wait", minutes: dwellOf(context, PIECE_ZONE, last.agent, last.lPerM2).min.value }];
}

/** What it does next, one thing or a few that belong together. */
export function plannersMoves(piece: PieceCase, moves: readonly PieceMove[], knows: Knows = knownJob): PieceMove[] {
  const job = knows(piece, moves);
  const find = findsFirst(job, moves);
  if (find) return [{ do: "find", what: find }];
  const waits = waitLeft(piece, job, moves, knows);
  if (waits.length > 0) return waits;
  const steps = planOf(job, clockOf(piece, moves).at(-1)!).plan.steps;
  const last = JSON.stringify(moves.at(-1));
  // What has just been done is not done again because a plan knows it by another name.
  const next =
    steps.map(movesOf).find(([first]) => first && (first.do === "put" || JSON.stringify(first) !== last)) ?? [];
  const settled = ["promise", "air"].every((what) => moves.some((move) => move.do === what));
  // What can be promised is known once nothing has to be proved any more.
  if (!settled && next[0]?.do !== "proof") {
    const settling = airAndPromise(piece, job, moves);
    if (settling.length > 0) return settling;
  }
  return next.length > 0 ? next : [{ do: "handback" }];
}

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
  const { handsMin, left, usableH } = pieceOutcome(piece, pieceLine(piece, [], trueJob), NO_PAR);
  return { handsMin: handsMin.value, left: left.value, usableH };
}
