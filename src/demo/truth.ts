import type { FamilyId } from "../core/ground/catalog/families";

/** What the demo jobs really are. It lives outside of every job document, and the core may not look at it. */
export interface SpotTruth {
  family?: FamilyId;
  moisturePct: number;
  ph: number;
  surfaceTempC: number;
  airTempC: number;
  airHumidityPct: number;
  /** How fast things really dry here, against what the model foretells. */
  dryingPace: number;
}

interface JobTruth {
  /** Everywhere nothing else is said. */
  plain: SpotTruth;
  marks: Record<string, Partial<SpotTruth> & { family: FamilyId }>;
}

const plain = (surfaceTempC: number, airTempC: number, airHumidityPct: number, dryingPace: number): SpotTruth => ({
  moisturePct: 9,
  ph: 7,
  surfaceTempC,
  airTempC,
  airHumidityPct,
  dryingPace,
});

const TRUTH: Record<string, JobTruth> = {
  "demo-ferry": {
    plain: plain(16, 18, 62, 0.7),
    marks: {
      "fb-soup": { family: "plant-colour", ph: 5.1 },
      "fb-oil": { family: "body-oil", ph: 6.8 },
      "fb-ring": { family: "water-ring", ph: 7.9, moisturePct: 12 },
    },
  },
  "demo-settee": {
    plain: plain(20, 21, 55, 1.05),
    marks: { "gs-wax": { family: "gum-wax" }, "gs-wine": { family: "tannin", ph: 4.6 } },
  },
  "demo-hall": {
    plain: plain(13, 14, 68, 0.8),
    marks: { "hc-mud": { family: "particulate", moisturePct: 15 }, "hc-tea": { family: "tannin", ph: 5 } },
  },
  "demo-van": {
    plain: plain(15, 16, 60, 1.2),
    marks: {
      "cv-milk": { family: "protein", ph: 5.2, moisturePct: 23 },
      "cv-brown": { family: "water-ring", ph: 7.6, moisturePct: 26 },
    },
  },
  "demo-cabin": {
    plain: plain(16, 17, 58, 1),
    marks: { "ec-coffee": { family: "protein", ph: 5.4, moisturePct: 14 } },
  },
};

/** What lies at a spot of a demo job; undefined for any other job. */
export function truthOf(jobId: string, _zoneId?: string, findingId?: string): SpotTruth | undefined {
  const job = Object.hasOwn(TRUTH, jobId) ? TRUTH[jobId] : undefined;
  return job && { ...job.plain, ...(findingId ? job.marks[findingId] : undefined) };
}
