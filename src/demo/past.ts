import { set as setTime, subDays } from "date-fns";
import type { FamilyId } from "../core/ground/catalog/families";
import type { Job } from "../core/job/schema";
import { simulatedLog, type Truth } from "./simulatedLog";

/** Half a year of made-up finished work, for a ledger that has something to say. */

const CUSTOMERS = [
  {
    customer: "Tern House guesthouse, Pim Adair",
    place: "Tern House, Sallow Quay",
    pieces: ["bay window chair", "reading chair", "landing chair"],
  },
  {
    customer: "Gull Point Ferries, Orla Venn",
    place: "Pontoon 2, Gull Point",
    pieces: ["skipper's seat", "purser's chair"],
  },
  {
    customer: "Skerry Hall committee",
    place: "Skerry Hall",
    pieces: ["stage chair", "committee chair", "porch chair"],
  },
  {
    customer: "Kittiwake Cottage, Sunniva Aldous",
    place: "Kittiwake Cottage, Netherby Sound",
    pieces: ["wing chair", "nursing chair"],
  },
  { customer: "Eider Line, Jory Pell", place: "Slip 4, Netherby Sound", pieces: ["wheelhouse seat"] },
  { customer: "Bram and Ines Quill", place: "Slipway car park, Sallow Quay", pieces: ["swivel seat of Pippit"] },
] as const;
const MARKS: Partial<Record<FamilyId, string>> = {
  tannin: "Coffee",
  "body-oil": "Greasy arm",
  protein: "Milk",
  ink: "Ballpoint",
  "sugar-starch": "Cordial",
};

const TRUTH: Truth = {
  success: (family, agent, fibre) =>
    (
      ({ tannin: 0.55, "body-oil": 0.7, protein: 0.65, ink: 0.3, "sugar-starch": 0.75 }) as Partial<
        Record<FamilyId, number>
      >
    )[family]! +
    (fibre === "synthetic" ? 0.1 : -0.1) -
    (agent === "peroxide" ? 0.15 : 0),
  pace: (action) => (action === "clean" ? 1.12 : 0.95),
};

const PAST_JOBS = 46;
const LATE_EVERY = 8;

/** The one whose pictures ship with the demo: red wine on a cream chair. */
const PICTURED = {
  title: "Kittiwake Cottage, hearth chair",
  customer: CUSTOMERS[3].customer,
  place: CUSTOMERS[3].place,
};

export const DEMO_PICTURES = ["demo-wine-before", "demo-wine-after", "demo-wine-towel"] as const;

/** @param now the last was handed back four days before */
export function pastJobs(now: Date): Job[] {
  const jobs = simulatedLog({
    jobs: PAST_JOBS,
    families: ["tannin", "tannin", "body-oil", "protein", "ink", "sugar-starch"],
    fibres: ["synthetic", "synthetic", "plant", "wool-silk"],
    truth: TRUTH,
    seed: 11,
    endMs: setTime(subDays(now, 4), { hours: 16, minutes: 0, seconds: 0, milliseconds: 0 }).getTime(),
    perDay: 0.25,
    prefix: "demo-past",
    markName: (family) => MARKS[family] ?? "Mark",
    named: (index) => {
      const { customer, place, pieces } = CUSTOMERS[(index * 5) % CUSTOMERS.length]!;
      return { demo: true, customer, place, title: `${place.split(",")[0]!}, ${pieces[index % pieces.length]!}` };
    },
  });
  const isTannin = ({ findings }: Job) => {
    const mark = findings.byId.m;
    return mark?.kind === "mark" && mark.name === MARKS.tannin;
  };
  const shown = jobs.findLastIndex(isTannin);
  return jobs.map((job, index) => (index === shown ? pictured(job) : index % LATE_EVERY === 3 ? late(job) : job));
}

/** Promised too tightly: given back when it was ready all the same. */
const late = (job: Job): Job => ({ ...job, promises: { ...job.promises, handBackAt: job.createdAt } });

function pictured(job: Job): Job {
  const mark = job.findings.byId.m!;
  return {
    ...job,
    ...PICTURED,
    findings: {
      ...job.findings,
      byId: {
        m: {
          ...mark,
          ...(mark.kind === "mark"
            ? { name: "Red wine", pictures: [DEMO_PICTURES[0]], after: [...DEMO_PICTURES.slice(1)] }
            : {}),
        } as typeof mark,
      },
    },
  };
}
