import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { LADDERS, SURE_AT } from "@/core/ground/catalog/ladders";

/** What the first treatment step would be, as far as the chances decide it: families that begin alike are one decision. */

const COMMON = "common";

/** A name for how a family's treatment begins. */
const beginningOf = (family: FamilyId): string => {
  const [rung] = LADDERS[family];
  return rung
    ? rung.does.map((does) => (does.action === "agent" ? `${does.agent}/${does.tool}` : does.action)).join(" + ")
    : "no step";
};

const BEGINNINGS = FAMILY_IDS.map(beginningOf);

const DIFFERENT = [...new Set(BEGINNINGS)];
const CLASS_OF = BEGINNINGS.map((beginning) => DIFFERENT.indexOf(beginning));

/** The chances of families that begin alike, put together. */
export function byBeginning(chances: readonly number[]): number[] {
  const together = new Array<number>(DIFFERENT.length).fill(0);
  for (let f = 0; f < chances.length; f++) together[CLASS_OF[f]!]! += chances[f]!;
  return together;
}

export interface Decision {
  /** What is begun with; "common" while nothing leads clearly. */
  key: string;
  /** How sure it is: the chances of all families that begin like this together. */
  sure: number;
  leader: FamilyId;
}

/**
 * The first step these chances lead to.
 * @param chances in the order of FAMILY_IDS, adding to one
 */
export function decide(chances: readonly number[]): Decision {
  let top = 0;
  for (let f = 1; f < chances.length; f++) if (chances[f]! > chances[top]!) top = f;
  const key = BEGINNINGS[top]!;
  const sure = byBeginning(chances)[CLASS_OF[top]!]!;
  return { key: sure >= SURE_AT ? key : COMMON, sure, leader: FAMILY_IDS[top]! };
}

/** The decision after an outcome, without making the chances after it: asked thousands of times for one tap. */
export function decideAfter(chances: readonly number[], column: readonly number[]): { chance: number; key: string } {
  const together = new Float64Array(DIFFERENT.length);
  let [chance, most, top] = [0, -1, 0];
  for (let f = 0; f < chances.length; f++) {
    const joint = chances[f]! * column[f]!;
    chance += joint;
    together[CLASS_OF[f]!]! += joint;
    if (joint > most) [most, top] = [joint, f];
  }
  return { chance, key: together[CLASS_OF[top]!]! >= SURE_AT * chance ? BEGINNINGS[top]! : COMMON };
}

/** True when the treatment of two families begins with the same step. */
export const beginAlike = (a: FamilyId, b: FamilyId): boolean => beginningOf(a) === beginningOf(b);

/** True when a family's own treatment begins with this decision. */
export const beginsLike = (family: FamilyId, { key }: Decision): boolean => beginningOf(family) === key;
export const isCommon = ({ key }: Decision): boolean => key === COMMON;
