import { array, boolean, mixed, number, object, string } from "yup";
import { EVIDENCE_IDS } from "@/core/ground/catalog/evidence";
import { BEGIN_IDS } from "./begins";
import type { Move } from "./markPlay";
import { readSeed } from "./seeds";

/** What is kept of practice: beside the jobs, never among them, and nothing is learnt from it. */

/** One case that was ended. */
export interface PracticeResult {
  seed: string;
  /** ISO time. */
  at: string;
  /** 0 to 100. */
  score: number;
  right: boolean;
  tests: number;
}

export interface Practice {
  done: PracticeResult[];
  /** The case in hand, with everything done so far. */
  running?: { seed: string; moves: Move[] };
}

export const MOST_RESULTS = 500;
const MOST_MOVES = 200;
export const NO_PRACTICE: Practice = { done: [] };

const isSeed = (text: string | undefined) => text !== undefined && readSeed(text) === text;
const isMove = (raw: unknown): boolean => {
  const move = (typeof raw === "object" && raw !== null ? raw : {}) as Record<string, unknown>;
  return (
    move.do === "hint" ||
    (move.do === "test" && EVIDENCE_IDS.some((test) => test === move.test)) ||
    (move.do === "begin" && BEGIN_IDS.some((begin) => begin === move.begin))
  );
};

const seed = string().required().test("seed", "a case is five letters", isSeed);
const schema = object({
  done: array()
    .of(
      object({
        seed,
        at: string()
          .required()
          .test("time", "not a time", (text) => Number.isFinite(Date.parse(text))),
        score: number().strict().min(0).max(100).required(),
        right: boolean().strict().required(),
        tests: number().strict().integer().min(0).max(MOST_MOVES).required(),
      }),
    )
    .max(MOST_RESULTS)
    .required(),
  running: object({
    seed,
    moves: array()
      .of(mixed().test("move", "no move of practice", isMove))
      .max(MOST_MOVES)
      .required(),
  }).default(undefined),
}).required();

/** Whether this is what practice keeps, as a file may bring it. @example isPractice({ done: [] }) // true */
export const isPractice = (raw: unknown): raw is Practice => schema.isValidSync(raw, { strict: true });

/** With one more case ended; the oldest go. */
export const withResult = ({ done }: Practice, result: PracticeResult): Practice["done"] =>
  [...done, result].slice(-MOST_RESULTS);
