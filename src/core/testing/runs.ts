import fc from "fast-check";

// How often a property is tried, and where its random cases begin: a share of all cases by default, with other ones every
// day; all of them in the deep run (`npm test -- --deep`); a handful near a change (`npm run test:near`). Which of these
// a run is, vitest.config.ts leaves in the environment.

/** True in the deep run. */
export const DEEP = process.env.SIZE === "deep";
const NEAR = process.env.SIZE === "near";

/** Where random cases begin: the day's own by default, always the same in the deep run. */
export const SEED = Number(process.env.FC_SEED);
fc.configureGlobal({ seed: SEED });

/**
 * @param deep cases of the deep run, 1 or more
 * @param quick cases by default; a fifth where nothing else is said
 * @example runs(500) // 100
 */
export const runs = (deep: number, quick = Math.ceil(deep / 5)): number =>
  DEEP ? deep : NEAR ? Math.ceil(quick / 20) : quick;

/**
 * How often something rare has to be met, so that a run proves anything of it; a handful proves nothing of it.
 * @param deep so often in the deep run
 * @param quick so often by default; half of a fifth, for few cases scatter more and are others every day
 * @example atLeast(200) // 20
 */
export const atLeast = (deep: number, quick = Math.floor(deep / 10)): number => (DEEP ? deep : NEAR ? 0 : quick);
