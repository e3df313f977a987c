import { USUAL_KIT } from "../core/job/kit";
import { CURRENCY_IDS } from "../core/ground/quantity/money";
import type { Settings } from "./db";

/** Whether settings that a browser kept are still settings: damaged ones are set aside, and the rest holds. */

export interface DamagedSetting {
  key: string;
  value: unknown;
}

const isGroup = (value: unknown): value is Record<string, unknown> =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const isOneOf =
  (...values: readonly unknown[]) =>
  (value: unknown) =>
    values.includes(value);
const isYesOrNo = isOneOf(true, false);
const isTime = (value: unknown) => typeof value === "string" && Number.isFinite(Date.parse(value));
const kindOf = (value: unknown) => (Array.isArray(value) ? "list" : value === null ? "nothing" : typeof value);

/** Each field of the same kind as in the usual kit; what the usual one has not is left to the full check. */
const isLikeKit = (value: unknown) =>
  isGroup(value) &&
  Object.entries(value).every(([key, each]) => {
    const usual = (USUAL_KIT as unknown as Record<string, unknown>)[key];
    if (usual === undefined) return isGroup(each) || Array.isArray(each);
    if (kindOf(usual) !== kindOf(each)) return false;
    return !Array.isArray(each) || each.every((item) => kindOf(item) === kindOf((usual as unknown[])[0]));
  });

const LOOKS_RIGHT: { [K in keyof Required<Settings>]: (value: unknown) => boolean } = {
  started: isYesOrNo,
  day: (value) => isGroup(value) && (value.order === undefined || Array.isArray(value.order)),
  backedUpAt: isTime,
  handedOverAt: isTime,
  units: isOneOf("metric", "us"),
  currency: isOneOf(...CURRENCY_IDS),
  theme: isOneOf("light", "night"),
  ownTables: isGroup,
  sound: isYesOrNo,
  aloud: isYesOrNo,
  rates: isGroup,
  learning: (value) => isGroup(value) && (value.excluded === undefined || Array.isArray(value.excluded)),
  shelf: isLikeKit,
  practice: (value) => isGroup(value) && Array.isArray(value.done),
};

const looksRight = (key: string, value: unknown) =>
  !Object.hasOwn(LOOKS_RIGHT, key) || LOOKS_RIGHT[key as keyof Settings](value);

/** Under this a damaged setting is kept on when a new value takes its place. */
export const damagedKey = (key: string) => `${key} (damaged)`;
const isDamagedKey = (key: string) => key.endsWith(" (damaged)");

/** What of kept settings looks right at first sight, and what does not. Keys of newer versions are left alone. */
export function sortedOut(kept: unknown): { settings: Partial<Settings>; damaged: DamagedSetting[] } {
  if (!isGroup(kept)) return { settings: {}, damaged: [{ key: "settings", value: kept }] };
  const damaged = Object.entries(kept).flatMap(([key, value]) =>
    value === undefined || (!isDamagedKey(key) && looksRight(key, value)) ? [] : [{ key, value }],
  );
  const bad = new Set(damaged.map(({ key }) => key));
  return { settings: Object.fromEntries(Object.entries(kept).filter(([key]) => !bad.has(key))), damaged };
}
