import { templateOf } from "@/core/ground/pieces/templates";
import { own } from "./lookUp";
import type { Job, Kit, WorkEvent } from "./schema";

/** A job as it may be shown to somebody else: what was done and measured, and nobody's name, words or pictures. */

/** What a job file tells of people, counted, for whoever hands it on. */
interface ToldOfPeople {
  customer: boolean;
  place: boolean;
  notes: number;
  signature: boolean;
  /** Pictures it names; they themselves go along only in a ZIP. */
  pictures: number;
  /** Finished jobs whose pace and outcomes are counted up in it. */
  learntFrom: number;
}

const picturesIn = (each: object): number =>
  ("pictures" in each ? ((each.pictures as string[] | undefined)?.length ?? 0) : 0) +
  ("after" in each && Array.isArray(each.after) ? each.after.length : 0);

export function toldOfPeople(job: Job, kit: Kit): ToldOfPeople {
  return {
    customer: job.customer !== "",
    place: job.place !== "",
    notes: job.events.filter(({ kind }) => kind === "note").length,
    signature: job.events.some(({ kind }) => kind === "signed"),
    pictures: [...Object.values(job.findings.byId), ...job.events].reduce((sum, each) => sum + picturesIn(each), 0),
    learntFrom: kit.experience?.jobs ?? 0,
  };
}

/** Own names of pieces, parts and marks, which titles of steps repeat; the longest first. */
function namesIn({ title, customer, place, pieces, zones, findings }: Job): string[] {
  const given = [
    ...[title, customer, place],
    ...Object.values(pieces.byId).flatMap(({ name, template }) => (name === templateOf(template).name ? [] : [name])),
    ...[...Object.values(zones.byId), ...Object.values(findings.byId)].flatMap((each) =>
      "name" in each && each.name ? [each.name] : [],
    ),
  ];
  return [...new Set(given.map((name) => name.toLowerCase()))]
    .filter((name) => name.length > 1)
    .sort((a, b) => b.length - a.length);
}

/** A text with every name in it left out, whatever its capitals. */
function scrubbed(text: string, names: readonly string[]): string {
  let left = text;
  for (const name of names)
    for (let at = left.toLowerCase().indexOf(name); at >= 0; at = left.toLowerCase().indexOf(name))
      left = `${left.slice(0, at)}…${left.slice(at + name.length)}`;
  return left;
}

function eventWithoutNames(event: WorkEvent, names: readonly string[]): WorkEvent {
  if ("title" in event) event = { ...event, title: scrubbed(event.title, names) };
  if (event.kind === "agreed") return { ...event, steps: event.steps.map((step) => scrubbed(step, names)) };
  if (event.kind === "note") {
    const { pictures: _pictures, ...rest } = event;
    return { ...rest, words: "" };
  }
  if (event.kind === "signed") return { ...event, name: "", strokes: "" };
  if (event.kind === "skip") return { ...event, reason: "" };
  if ("pictures" in event) {
    const { pictures: _pictures, ...rest } = event;
    return rest as WorkEvent;
  }
  return event;
}

/** The job without names, notes, reasons, signature and pictures; what was done and measured stays. */
export function withoutNames(job: Job): Job {
  const { pieces, zones, findings } = job;
  const each = <T extends object>(byId: Readonly<Record<string, T>>, change: (value: T) => T) =>
    Object.fromEntries(Object.entries(byId).map(([id, value]) => [id, change(value)]));
  const names = namesIn(job);
  const first = own(pieces.byId, pieces.order[0] ?? "");
  // What else was said on other devices holds names too; and what names are left out of is sealed no more.
  const { merging: _merging, seals: _seals, ...shown } = job;
  return {
    ...shown,
    title: first ? templateOf(first.template).name : "Job",
    customer: "",
    place: "",
    pieces: { ...pieces, byId: each(pieces.byId, (piece) => ({ ...piece, name: templateOf(piece.template).name })) },
    zones: { ...zones, byId: each(zones.byId, ({ name: _name, ...zone }) => zone as typeof zone & { name?: string }) },
    findings: {
      ...findings,
      byId: each(findings.byId, (finding) => {
        const {
          name: _name,
          pictures: _pictures,
          after: _after,
          ...rest
        } = finding as typeof finding & { name?: string; pictures?: string[]; after?: string[] };
        return rest as typeof finding;
      }),
    },
    events: job.events.map((event) => eventWithoutNames(event, names)),
  };
}

/** What somebody owns, without what their own jobs taught and what they call their bottles. */
export function kitWithoutNames({ experience: _learnt, labels, ...kit }: Kit): Kit {
  if (!labels) return kit;
  const unnamed = Object.entries(labels).map(([agent, { name: _name, ...own }]) => [agent, own]);
  return { ...kit, labels: Object.fromEntries(unnamed) as NonNullable<Kit["labels"]> };
}
