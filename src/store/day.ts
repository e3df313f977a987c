import { USUAL_DAY } from "@/core/answers/day/settings";
import type { DayChoices } from "./db";

/** A day until somebody says otherwise. */
export const USUAL_CHOICES: DayChoices = {
  people: USUAL_DAY.people,
  travelMin: USUAL_DAY.travelMin,
  setUpMin: USUAL_DAY.setUpMin,
  noonBreak: true,
  order: [],
};
