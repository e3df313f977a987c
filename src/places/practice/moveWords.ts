import { testOf } from "@/core/ground/catalog/evidence";
import { outcomeName } from "@/core/judgement/diagnosis/diagnose";
import { beginOf } from "@/core/answers/practice/begins";
import type { MarkCase } from "@/core/answers/practice/markCase";
import type { Move } from "@/core/answers/practice/markPlay";

/** A move as it is said, and what it showed. */
export const moveWords = (move: Move): string =>
  move.do === "test" ? testOf(move.test).name : move.do === "hint" ? "A hint" : beginOf(move.begin).name;

export const shownBy = (move: Move, { reads }: MarkCase): string | undefined =>
  move.do === "test" ? outcomeName(move.test, reads[move.test]) : undefined;
