import { own } from "@/core/job/lookUp";
import type { Finding, Job, JobFile, Kit, WorkEvent } from "@/core/job/schema";
import { doneOf, startOf } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";

/** A job and what is at hand, as they stand after some edits. */
export interface Edited {
  job: Job;
  kit: Kit;
  asOf: string;
}

/** Draws a whole number from 0 up to, and without, `below`. */
type Draw = (below: number) => number;

const later = (asOf: string, minutes: number) => new Date(Date.parse(asOf) + minutes * 60_000).toISOString();
const one = <T>(draw: Draw, of: readonly T[]): T | undefined => (of.length > 0 ? of[draw(of.length)] : undefined);

const withEvent = ({ job, ...rest }: Edited, event: WorkEvent | undefined): Edited => ({
  ...rest,
  job: event ? { ...job, events: [...job.events, event] } : job,
});

const withZone = (job: Job, id: string, change: object): Job => ({
  ...job,
  zones: { ...job.zones, byId: { ...job.zones.byId, [id]: { ...own(job.zones.byId, id)!, ...change } } },
});

/** Something is promised: soon enough to matter to the pick of a way, now and then. */
const promise = (edited: Edited, draw: Draw): Edited => ({
  ...edited,
  job: { ...edited.job, promises: { ...edited.job.promises, usableAt: later(edited.asOf, 60 + draw(1800)) } },
});

const strokes = (edited: Edited, draw: Draw): Edited => {
  const { job } = edited;
  const set = { ...job.choices.strokes, [one(draw, job.zones.order)!]: { wet: 1, dry: 1 + draw(9), pace: 1 } };
  return { ...edited, job: { ...job, choices: { ...job.choices, strokes: set } } };
};

/** Something else is said of the job as a whole: all that stands in another at the same place. */
function graft(edited: Edited, other: JobFile, draw: Draw): Edited {
  const { job } = edited;
  const key = one(draw, ["account", "site", "promises", "choices", "gas"] as const)!;
  const value = other.job[key];
  const changed = { ...job, [key]: value } as Job;
  if (value === undefined) Reflect.deleteProperty(changed, key);
  if (key === "choices") Object.assign(changed, { choices: { ...job.choices, ...oneChoice(job, other.job, draw) } });
  return { ...edited, job: changed };
}

/** One of another's choices; what is chosen by zone is chosen for a zone of this job. */
function oneChoice(job: Job, { choices }: Job, draw: Draw): Partial<Job["choices"]> {
  const key = one(draw, Object.keys(choices) as (keyof Job["choices"])[])!;
  const zoneId = one(draw, job.zones.order)!;
  if (key === "disinfect") return { disinfect: [zoneId] };
  if (key !== "schools" && key !== "strokes") return { [key]: choices[key] };
  const theirs: object | undefined = choices[key];
  return { [key]: { ...job.choices[key], [zoneId]: Object.values(theirs ?? {})[0] as unknown } };
}

function editZone(edited: Edited, other: JobFile, draw: Draw): Edited {
  const { job } = edited;
  const id = one(draw, job.zones.order)!;
  const theirs = own(other.job.zones.byId, one(draw, other.job.zones.order)!)!;
  const field = one(draw, ["soil", "cloth", "wet", "residue", "part"] as const)!;
  if (field !== "part") return { ...edited, job: withZone(job, id, { [field]: theirs[field] }) };
  const piece = one(draw, Object.keys(job.pieces.byId))!;
  const { cloth, groups } = Object.values(other.job.pieces.byId)[0]!;
  const byId = { ...job.pieces.byId, [piece]: { ...own(job.pieces.byId, piece)!, cloth, groups } };
  return { ...edited, job: { ...job, pieces: { ...job.pieces, byId } } };
}

/** One more finding, one less, or another in its place. */
function editFinding(edited: Edited, other: JobFile, draw: Draw): Edited {
  const { job } = edited;
  const theirs = one(draw, Object.values(other.job.findings.byId));
  const gone = one(draw, ["", ...job.findings.order])!;
  const byId: Record<string, Finding> = { ...job.findings.byId };
  Reflect.deleteProperty(byId, gone);
  const id = draw(2) === 0 && gone ? gone : `new${job.findings.order.length}-${job.events.length}`;
  if (theirs) byId[id] = { ...theirs, zoneId: one(draw, job.zones.order)! };
  const order = [...job.findings.order.filter((each) => each in byId && each !== id), ...(theirs ? [id] : [])];
  return { ...edited, job: { ...job, findings: { byId, order } } };
}

/** Something happens: what is planned is begun, done or left out, a mark is judged, something is read or taken back. */
function happen(edited: Edited, steps: readonly Step[], draw: Draw): Edited {
  const { job, asOf } = edited;
  const id = `e${job.events.length}-${draw(1e6)}`;
  const moment = { id, at: later(asOf, 5), by: 1 + draw(2) };
  const next = { ...edited, asOf: moment.at };
  const step = one(draw, steps.slice(0, 3));
  const zoneId = one(draw, job.zones.order)!;
  const marks = job.findings.order.filter((each) => ["mark", "mould"].includes(own(job.findings.byId, each)!.kind));
  const findingId = one(draw, marks);
  const undone = one(draw, job.events);
  const made: (() => WorkEvent | undefined)[] = [
    () => step && startOf(step, moment),
    () => step && doneOf(step, moment, step.recoveredMl ? { recoveredMl: 50 + draw(900) } : {}),
    () => step && doneOf(step, moment),
    () =>
      step && {
        ...{ kind: "skip", id, at: moment.at, stepKey: step.key, title: step.title, action: step.action },
        ...{ zoneIds: step.zoneIds, reason: "not needed" },
      },
    () =>
      findingId === undefined
        ? undefined
        : {
            kind: "outcome",
            id,
            at: moment.at,
            findingId,
            result: one(draw, ["gone", "better", "same", "left"] as const)!,
          },
    () => ({ kind: "reading", id, at: moment.at, instrument: "surface", zoneId, value: 10 + draw(20) }),
    () =>
      ({
        kind: "trial",
        id,
        at: moment.at,
        zoneIds: [zoneId],
        rounds: 1 + draw(3),
        result: one(draw, ["clean", "same"] as const)!,
      }) as WorkEvent,
    () => undone && { kind: "undo", id, at: moment.at, of: undone.id },
    () => ({ kind: "note", id, at: moment.at, words: "Seen." }),
  ];
  return withEvent(next, one(draw, made)!());
}

/** One edit as somebody at work might make it. @param other where what is said anew is taken from */
export function edit(edited: Edited, other: JobFile, steps: readonly Step[], draw: Draw): Edited {
  const ways = [
    ...Array.from({ length: 3 }, () => () => graft(edited, other, draw)),
    () => promise(edited, draw),
    () => strokes(edited, draw),
    () => ({ ...edited, kit: other.kit ?? edited.kit }),
    () => ({ ...edited, asOf: later(edited.asOf, draw(300)) }),
    ...Array.from({ length: 3 }, () => () => editZone(edited, other, draw)),
    ...Array.from({ length: 3 }, () => () => editFinding(edited, other, draw)),
    ...Array.from({ length: 6 }, () => () => happen(edited, steps, draw)),
  ];
  return one(draw, ways)!();
}
