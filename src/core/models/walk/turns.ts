/** Work that is done in one turn after another, with what it takes to go from one to the next; times in minutes. */

export interface Turn {
  id: string;
  /** Hands on it, ≥ 0. */
  minutes: number;
  /** Where it is done, as places are gone through; at least one. */
  places: readonly number[];
  tool?: string;
  bottle?: string;
  machine?: string;
  /** Not before this. */
  earliest?: number;
  /** These hands are at it, from 0: it comes first for them. */
  begunBy?: number;
  /** Later than this it is late. */
  due?: number;
  /** Works on by itself when hands are off and nothing follows. */
  tailMin?: number;
  /** What there is of a resource besides hands is shared. */
  needs: readonly { resource: string; amount: number }[];
}

/** From the end of one turn to the start of another: at least, and at most where waiting longer spoils it. */
export interface Between {
  from: number;
  to: number;
  min: number;
  max?: number;
}

/** Minutes that carrying takes. Judgement. */
interface Carrying {
  /** From place to place. */
  move: readonly (readonly number[])[];
  toolMin: number;
  bottleMin: number;
  /** A machine that has to be moved as far as this or further, and what that takes. */
  machineFromMin: number;
  machineMin: number;
}

export interface WalkProblem {
  turns: readonly Turn[];
  between: readonly Between[];
  hands: number;
  /** Where each pair of hands stands now; absent: wherever it begins. */
  standing: readonly (number | undefined)[];
  capacity: Readonly<Record<string, number>>;
  carrying: Carrying;
}

/** Turns with times. Lists are by turn. */
export interface Walked {
  /** Turns in the order they were put down. */
  sequence: readonly number[];
  starts: Float64Array;
  /** What it takes to get there and to take up what it needs, min. */
  carry: Float64Array;
  /** Which pair of hands, from 0. */
  lane: Int32Array;
  endMin: number;
  lateMin: number;
  carryMin: number;
  /** What is put down and taken up, and places changed. */
  changes: number;
  /** Places changed. */
  moves: number;
}

/** A minute late is worse than this many minutes of work. */
const LATE_WEIGHT = 1000;
/** Of two that end together, the one with less carrying, then with fewer changes. */
const CARRY_WEIGHT = 0.02;
const CHANGE_WEIGHT = 0.002;
/** A change of place is worth so many minutes of waiting besides its way: what is scattered is forgotten. Judgement. */
export const MOVE_WORTH_MIN = 2;

/** Smaller is better. @example costOf({ lateMin: 0, endMin: 10, carryMin: 0, changes: 0, moves: 0 }) // 10 */
export const costOf = ({
  lateMin,
  endMin,
  carryMin,
  changes,
  moves,
}: Pick<Walked, "lateMin" | "endMin" | "carryMin" | "changes" | "moves">): number =>
  LATE_WEIGHT * lateMin + endMin + CARRY_WEIGHT * carryMin + CHANGE_WEIGHT * changes + MOVE_WORTH_MIN * moves;
