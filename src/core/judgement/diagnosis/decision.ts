import { FAMILY_IDS, HYPOTHESES, type FamilyId } from "@/core/ground/catalog/families";
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

/** What is none of the families begins with the gentle step that suits them all. */
const BEGINNINGS = HYPOTHESES.map((it) => (it === "none" ? COMMON : beginningOf(it)));
const DIFFERENT = [...new Set(BEGINNINGS)];
const CLASS_OF = BEGINNINGS.map((beginning) => DIFFERENT.indexOf(beginning));

/** The chances of those that begin alike, put together. @param chances in the order of HYPOTHESES */
export function byBeginning(chances: readonly number[]): number[] {
  const together = new Array<number>(DIFFERENT.length).fill(0);
  for (let f = 0; f < chances.length; f++) together[CLASS_OF[f]!]! += chances[f]!;
  return together;
}

/** How likely the best first step is the right one. @param together as of {@link byBeginning} */
export const rightAtBest = (together: readonly number[]): number => Math.max(...together);

export interface Decision {
  /** What is begun with; "common" while nothing leads clearly. */
  key: string;
  /** How sure it is: the chances of all families that begin like the leader together. */
  sure: number;
  leader: FamilyId;
}

/**
 * The first step these chances lead to.
 * @param chances in the order of HYPOTHESES, adding to one
 */
export function decide(chances: readonly number[]): Decision {
  let top = 0;
  for (let f = 1; f < FAMILY_IDS.length; f++) if (chances[f]! > chances[top]!) top = f;
  const sure = byBeginning(chances)[CLASS_OF[top]!]!;
  return { key: sure >= SURE_AT ? BEGINNINGS[top]! : COMMON, sure, leader: FAMILY_IDS[top]! };
}

/** True when the treatment of two families begins with the same step. */
export const beginAlike = (a: FamilyId, b: FamilyId): boolean => beginningOf(a) === beginningOf(b);

/** True when a family's own treatment begins with this decision. */
export const beginsLike = (family: FamilyId, { key }: Decision): boolean => beginningOf(family) === key;
export const isCommon = ({ key }: Decision): boolean => key === COMMON;
