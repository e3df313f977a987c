import type { AnyObject } from "yup";
import { JOB_FILE_VERSION } from "./fileFormat";

/** Steps from each version of the document to the next. They never throw: what was wrong before is left for the check to name. */
const UPGRADES: Record<number, (job: AnyObject) => AnyObject> = {
  // Version 2: a zone's own shape is a list of corners; it was a rectangle.
  1: (job) =>
    withRecords(job, "zones", (zone) => {
      const { shape } = zone;
      if (typeof shape !== "object" || shape === null || Array.isArray(shape)) return zone;
      const { xMm, yMm, widthMm, heightMm } = shape as Record<string, number>;
      const corners = [
        [xMm!, yMm!],
        [xMm! + widthMm!, yMm!],
        [xMm! + widthMm!, yMm! + heightMm!],
        [xMm!, yMm! + heightMm!],
      ];
      return { ...zone, shape: corners.map(([x, y]) => ({ xMm: x, yMm: y })) };
    }),
};

/**
 * A job document of an older version brought up to this one.
 * @param job of any shape; nothing is checked here
 * @param version what it was written by, 1 to now
 */
export function upgradeJob(job: unknown, version: number): unknown {
  let next = job;
  for (let at = version; at < JOB_FILE_VERSION; at++) if (isObject(next)) next = UPGRADES[at]?.(next) ?? next;
  return next;
}

/**
 * A kit of an older version brought up to this one: version 1 knew one extractor and one steamer, and always had a vacuum.
 * @param kit of any shape; nothing is checked here
 */
export function upgradeKit(kit: unknown, version: number): unknown {
  if (version > 1 || !isObject(kit)) return kit;
  const { extractor, steamer, ...rest } = kit;
  return {
    ...rest,
    machines: {
      "hepa-vacuum": {},
      ...(extractor === undefined ? {} : { extractor: extractor as unknown }),
      ...(steamer ? { steamer: {} } : {}),
    },
  };
}

const isObject = (value: unknown): value is AnyObject =>
  typeof value === "object" && value !== null && !Array.isArray(value);

function withRecords(job: AnyObject, collection: string, change: (record: AnyObject) => AnyObject): AnyObject {
  const held: unknown = job[collection];
  if (!isObject(held) || !isObject(held.byId)) return job;
  const byId = Object.fromEntries(
    Object.entries(held.byId).map(([id, record]) => [id, isObject(record) ? change(record) : (record as unknown)]),
  );
  return { ...job, [collection]: { ...held, byId } };
}
