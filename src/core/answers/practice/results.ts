import { array, mixed, object, string } from "yup";
import { AGENT_IDS } from "@/core/ground/catalog/agents";
import { EVIDENCE_IDS } from "@/core/ground/catalog/evidence";
import { BEGIN_IDS } from "./begins";
import { lessonOf } from "./lessons";
import type { Move } from "./markPlay";
import type { PieceMove } from "./pieceMoves";
import { AIR_IDS, BRUSHES, CABIN_PARTS, FIND_IDS, readPieceSeed } from "./pieces";
import { readSeed } from "./seeds";

/** What is kept of practice: beside the jobs, never among them, and nothing is learnt from it. */

/** One case that was ended: what was done, so that what came of it can be reckoned, and opened, at any time. */
export interface PracticeResult {
  seed: string;
  /** ISO time. */
  at: string;
  /** Ends with a beginning or with handing back. The first version kept its score alone: such a case can be played again, no more. */
  moves?: Move[] | PieceMove[];
}

export interface Practice {
  done: PracticeResult[];
  /** The case in hand, with everything done so far. */
  running?: { seed: string; moves: Move[] | PieceMove[] };
}

export const MOST_RESULTS = 500;
export const MOST_MOVES = 200;
export const NO_PRACTICE: Practice = { done: [] };

/** A case as somebody typed its letters. @example readCase(" KWRTZ ") // "kwrtz" */
export const readCase = (text: string): string | undefined => readSeed(text) ?? readPieceSeed(text);
/** A whole piece: six letters, or a lesson. */
export const isPieceSeed = (seed: string): boolean => readPieceSeed(seed) === seed || lessonOf(seed) !== undefined;

/** @param running of a case in hand, or one that is over */
export const markMovesOf = ({ seed, moves }: NonNullable<Practice["running"]>): Move[] | undefined =>
  isPieceSeed(seed) ? undefined : (moves as Move[]);
export const pieceMovesOf = ({ seed, moves }: NonNullable<Practice["running"]>): PieceMove[] | undefined =>
  isPieceSeed(seed) ? (moves as PieceMove[]) : undefined;

/** Nothing more can be done on it. */
export const isOver = (moves: readonly (Move | PieceMove)[]): boolean =>
  moves.at(-1)?.do === "begin" || moves.at(-1)?.do === "handback";

type Raw = Record<string, unknown>;
const rawOf = (raw: unknown): Raw => (typeof raw === "object" && raw !== null ? (raw as Raw) : {});
const isOneOf = (list: readonly string[], raw: unknown) => list.some((each) => each === raw);
const isBetween = (raw: unknown, least: number, most: number) => typeof raw === "number" && raw >= least && raw <= most;

/** All over, or on the spill alone. */
const isPlace = (raw: unknown) => raw === undefined || raw === "spill";

const isMarkMove = (move: Raw): boolean =>
  move.do === "hint" ||
  (move.do === "test" && isOneOf(EVIDENCE_IDS, move.test)) ||
  (move.do === "begin" && isOneOf(BEGIN_IDS, move.begin));

/** Moves of a whole piece, and what else each of them has to say. */
const PIECE_MOVES: Record<PieceMove["do"], (move: Raw) => boolean> = {
  find: ({ what }) => isOneOf(FIND_IDS, what),
  proof: ({ agents }) =>
    Array.isArray(agents) && agents.length > 0 && agents.every((agent) => isOneOf(AGENT_IDS, agent)),
  test: ({ test }) => isOneOf(EVIDENCE_IDS, test),
  hint: () => true,
  tell: () => true,
  vacuum: () => true,
  put: ({ agent, parts, lPerM2, tempC, on }) =>
    isPlace(on) &&
    isOneOf(AGENT_IDS, agent) &&
    isBetween(parts, 0, 1000) &&
    isBetween(lPerM2, 0.001, 5) &&
    isBetween(tempC, 0, 100),
  brush: ({ tool, on }) => isPlace(on) && isOneOf(BRUSHES, tool),
  towel: ({ on }) => isPlace(on),
  draw: ({ wet, dry, tempC }) => isBetween(wet, 0, 12) && isBetween(dry, 0, 40) && isBetween(tempC, 0, 100),
  rinse: ({ agent }) => isOneOf(["water", "acid-rinse"], agent),
  steam: () => true,
  wait: ({ minutes }) => isBetween(minutes, 0, 1440),
  air: ({ how }) => isOneOf(AIR_IDS, how),
  promise: ({ hours }) => isBetween(hours, 0, 1000),
  handback: () => true,
};

/** The only part there is, or one of several. */
const isPart = (raw: unknown) =>
  raw === undefined || (Number.isInteger(raw) && isBetween(raw, 0, CABIN_PARTS.length - 1));

const isPieceMove = (move: Raw): boolean =>
  isPart(move.part) &&
  typeof move.do === "string" &&
  Object.hasOwn(PIECE_MOVES, move.do) &&
  PIECE_MOVES[move.do as PieceMove["do"]](move);

const seed = string()
  .required()
  .test(
    "seed",
    "no letters of a case",
    (text) => text !== undefined && (readCase(text) === text || lessonOf(text) !== undefined),
  );
const moves = array().of(mixed()).max(MOST_MOVES);
/** Its moves are of its kind. */
const fits = (raw: unknown): boolean => {
  const { seed: of, moves: all } = rawOf(raw);
  const isMove = typeof of === "string" && isPieceSeed(of) ? isPieceMove : isMarkMove;
  return all === undefined || (Array.isArray(all) && all.every((move) => isMove(rawOf(move))));
};

const schema = object({
  done: array()
    .of(
      object({
        seed,
        at: string()
          .required()
          .test("time", "not a time", (text) => Number.isFinite(Date.parse(text))),
        moves: moves.optional().test("ended", "not ended", (all) => !all || isOver(all as Move[])),
      }).test("moves", "no moves of this case", fits),
    )
    .max(MOST_RESULTS)
    .required(),
  running: object({ seed, moves: moves.required() })
    .test("moves", "no moves of this case", (raw) => raw === undefined || fits(raw))
    .default(undefined),
}).required();

/** Whether this is what practice keeps, as a file may bring it. @example isPractice({ done: [] }) // true */
export const isPractice = (raw: unknown): raw is Practice => schema.isValidSync(raw, { strict: true });

/** What told something cannot be unheard. */
const TELLS: readonly (Move | PieceMove)["do"][] = ["find", "proof", "test", "hint", "tell"];
/** The last move was of the hands alone: a slip of the finger may be taken back. */
export function mayTakeBack(moves: readonly (Move | PieceMove)[]): boolean {
  const last = moves.at(-1);
  return last !== undefined && !isOver(moves) && !TELLS.includes(last.do);
}
export const withoutLast = ({ done, running }: Practice): Practice => ({
  done,
  ...(running
    ? {
        running: mayTakeBack(running.moves)
          ? ({ ...running, moves: running.moves.slice(0, -1) } as typeof running)
          : running,
      }
    : {}),
});

/**
 * With one more move of the case in hand; the one that ends it brings a result, and the oldest of those go.
 * @param at ISO time
 * @returns undefined where a case holds no more moves: only ending it is left
 */
export function withMove({ done, running }: Practice, next: Move | PieceMove, at: string): Practice | undefined {
  if (!running || isOver(running.moves)) return { done, ...(running ? { running } : {}) };
  const moves = [...running.moves, next] as NonNullable<PracticeResult["moves"]>;
  const after = { ...running, moves };
  if (!isOver(moves)) return moves.length < MOST_MOVES ? { done, running: after } : undefined;
  return { done: [...done, { seed: running.seed, at, moves }].slice(-MOST_RESULTS), running: after };
}
