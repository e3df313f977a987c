import { own } from "@/core/job/lookUp";
import { partsOf } from "@/core/ground/pieces/templates";
import { same } from "./commands";
import { withOneHairAZone } from "./hairFinding";
import type { Job } from "./schema";
import { cornersOf } from "./zoneOps";

/** One job worked on two devices, put together again. */
interface Merged {
  job: Job;
  /** Events of the file that were not here. */
  added: number;
}

/**
 * Takes in what another device recorded of the same job. Nothing that either has is lost: what happened is joined by id and told in the
 * order of its time, fields and records are joined, and where both changed the same field the device that recorded last is believed.
 * @returns undefined when the file tells of nothing that happened elsewhere, or is of another job
 */
export function mergedJob(mine: Job, theirs: Job): Merged | undefined {
  if (mine.id !== theirs.id || mine.createdAt !== theirs.createdAt) return undefined;
  const here = new Set(mine.events.map(({ id }) => id));
  const added = theirs.events.filter(({ id }) => !here.has(id));
  if (added.length === 0) return undefined;
  const lastOf = ({ events }: Job) => events.reduce((latest, { at }) => Math.max(latest, Date.parse(at)), -Infinity);
  const [newer, older] = lastOf(theirs) > lastOf(mine) ? [theirs, mine] : [mine, theirs];
  const events = [...mine.events, ...added]
    .map((event, place) => ({ event, place }))
    .sort((a, b) => Date.parse(a.event.at) - Date.parse(b.event.at) || a.place - b.place)
    .map(({ event }) => event);
  const whole = { ...(joined(newer, older) as Job), events: afterWhatTheyUndo(events) };
  return { job: withOneHairAZone(drawnStill(whole, [newer, older])), added: added.length };
}

/** A part that only the older measures of its piece have keeps the shape it had there. */
function drawnStill(job: Job, before: readonly Job[]): Job {
  const lost = job.zones.order.flatMap((id) => {
    const zone = own(job.zones.byId, id)!;
    const piece = own(job.pieces.byId, zone.pieceId);
    if (zone.shape || !piece || partsOf(piece).some(({ part }) => part === zone.part)) return [];
    const corners = before
      .map((each) => (own(each.zones.byId, id) ? cornersOf(each, id) : undefined))
      .find((each) => each !== undefined);
    return corners
      ? [
          [
            id,
            { ...zone, shape: corners.map(({ xMm, yMm }) => ({ xMm: Math.round(xMm), yMm: Math.round(yMm) })) },
          ] as const,
        ]
      : [];
  });
  return lost.length === 0
    ? job
    : { ...job, zones: { ...job.zones, byId: { ...job.zones.byId, ...Object.fromEntries(lost) } } };
}

/** Clocks of two devices differ: an undo still comes after what it takes back. */
function afterWhatTheyUndo(events: Job["events"]): Job["events"] {
  const told = new Set<string>();
  const list: Job["events"] = [];
  const waiting = new Map<string, Job["events"]>();
  const tell = (event: Job["events"][number]) => {
    list.push(event);
    told.add(event.id);
    for (const next of waiting.get(event.id) ?? []) tell(next);
  };
  for (const event of events) {
    if (event.kind === "undo" && !told.has(event.of)) waiting.set(event.of, [...(waiting.get(event.of) ?? []), event]);
    else tell(event);
  }
  return list;
}

type Tree = Record<string, unknown>;
const isGroup = (value: unknown): value is Tree => typeof value === "object" && value !== null && !Array.isArray(value);
const isIds = (value: unknown): value is string[] =>
  Array.isArray(value) && value.every((item) => typeof item === "string");

/** Groups key by key, orders of ids as a union, anything else as the newer has it. */
function joined(newer: unknown, older: unknown, key = ""): unknown {
  if (newer === undefined || same(newer, older)) return older ?? newer;
  if (key === "order" && isIds(newer) && isIds(older)) return [...newer, ...older.filter((id) => !newer.includes(id))];
  if (!isGroup(newer) || !isGroup(older)) return newer;
  return Object.fromEntries(
    [...new Set([...Object.keys(newer), ...Object.keys(older)])].map((each) => [
      each,
      joined(newer[each], older[each], each),
    ]),
  );
}
