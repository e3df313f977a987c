import type { Assessment } from "@/core/answers/assess/assess";
import type { Job } from "@/core/job/schema";
import type { Sourced } from "@/core/ground/quantity/provenance";

/** The last look before a piece goes back: a line for everything this job touched. */
interface CheckItem extends Sourced {
  id: string;
  title: string;
  words: string;
}

type Facts = {
  job: Job;
  assessment: Assessment;
  roles: ReadonlySet<string>;
  did: ReadonlySet<string>;
  templates: ReadonlySet<string>;
};

interface Row extends CheckItem {
  /** Whether the job touched it. */
  when: (facts: Facts) => boolean;
}

const inVehicle = ({ templates }: Facts) => templates.has("cabin") || templates.has("saloon");

/** In the order they are looked at; glass last, tools last of all. All common practice, no source. */
const ROWS: readonly Row[] = [
  {
    id: "marks",
    title: "Every mark judged dry",
    words: "In good light, from two sides.",
    mark: "practice",
    when: ({ assessment }) => Object.keys(assessment.plan.marks).length > 0,
  },
  {
    id: "seams",
    title: "Seams and piping",
    words: "Opened with two fingers: no grit, no foam, no damp line.",
    mark: "practice",
    when: ({ assessment, did }) =>
      did.has("seams") ||
      Object.values(assessment.plan.zones).some(({ view, moves }) => view.seamM !== undefined && moves.length > 0),
  },
  {
    id: "rails",
    title: "Rails and under the seats",
    words: "Nothing left lying, nothing wet under them; seats run both ways.",
    mark: "practice",
    when: (facts) => inVehicle(facts) || facts.job.choices.beside?.includes("rails") === true,
  },
  {
    id: "under",
    title: "Under and behind",
    words: "Cushions lifted: dry underneath, nothing left behind them.",
    mark: "practice",
    when: (facts) => !inVehicle(facts) && (facts.roles.has("base") || facts.roles.has("crevice")),
  },
  {
    id: "belts",
    title: "Belts out and dry",
    words: "Pulled right out, dry to the reel, run back freely.",
    mark: "practice",
    when: ({ roles, assessment }) =>
      roles.has("belt") &&
      Object.values(assessment.plan.zones).some(({ view, moves }) => view.role === "belt" && moves.length > 0),
  },
  {
    id: "controls",
    title: "Controls and seats as found",
    words: "Seat positions, head rests, mirrors, radio: as on the first picture.",
    mark: "practice",
    when: inVehicle,
  },
  {
    id: "mats",
    title: "Mats in, dry underneath",
    words: "Hooked where they hook: a loose mat slides under the pedals.",
    mark: "practice",
    when: ({ roles }) => roles.has("mat"),
  },
  {
    id: "covers",
    title: "Covers and cushions on",
    words: "Dry underneath first, zips closed, nap one way.",
    mark: "practice",
    when: ({ did, roles }) => did.has("take-out") && !roles.has("mat"),
  },
  {
    id: "edges",
    title: "Edges and doorways of the carpet",
    words: "Pile set one way, no wet line at the skirting, doors move freely.",
    mark: "practice",
    when: ({ roles }) => roles.has("field") || roles.has("lane") || roles.has("doorway"),
  },
  {
    id: "beside",
    title: "What stands beside the cloth",
    words: "No cleaner on wood, leather or trim; dry and matt.",
    mark: "practice",
    when: ({ job, did }) => did.has("beside") || (job.choices.beside ?? []).length > 0,
  },
  {
    id: "glass",
    title: "Glass and screens, last",
    words: "Clear against the light.",
    mark: "practice",
    when: (facts) => inVehicle(facts) || facts.job.choices.beside?.includes("glass") === true,
  },
  {
    id: "tools",
    title: "Tools counted",
    words: "Brushes, blocks, towels, clamps, needles of the meter: all back in the van.",
    mark: "practice",
    when: () => true,
  },
];

/** @returns nothing while nothing was done */
export function checkListOf(job: Job, assessment: Assessment): CheckItem[] {
  const { done } = assessment.history;
  if (done.length === 0) return [];
  const facts: Facts = {
    job,
    assessment,
    roles: new Set(Object.values(assessment.plan.zones).map(({ view }) => view.role)),
    did: new Set(done.map(({ action }) => action)),
    templates: new Set(Object.values(job.pieces.byId).map(({ template }) => template)),
  };
  return ROWS.filter(({ when }) => when(facts)).map(({ when: _when, ...item }) => item);
}

/** What was looked at and found as it should be. */
export const checkedItems = ({ history }: Pick<Assessment, "history">): ReadonlySet<string> =>
  new Set(history.standing.flatMap((event) => (event.kind === "checked" ? event.items : [])));
