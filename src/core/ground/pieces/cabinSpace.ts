import type { TemplateId } from "./templates";

/** Pieces that are the space they stand in. */
export const CABINS: readonly TemplateId[] = ["cabin", "saloon"];
/** Height inside of a cabin over its floor; seats and people's things take some of it. Judgement. */
export const CABIN_HEIGHT_M = 1.05;
