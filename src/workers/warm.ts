import { own } from "@/core/job/lookUp";
// The planner's first plans are slow until the engine knows its code: it is run in once, before the first tap.
import { inFull } from "@/core/answers/assess/assess";
import { plannedOf } from "@/core/answers/assess/planned";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job } from "@/core/job/schema";
import { KeptZones } from "@/core/judgement/treatment/plan/kept";

const AT = "2026-01-01T08:00:00Z";
const ROUNDS = 3;

/** A small job with a bit of everything: a soiled seat, a mark, a smell. */
function smallJob(): Job {
  let next = 0;
  const job = jobFromTemplate("bench-seat", () => `w${next++}`, AT, { cloth: { material: "polyester" } });
  const [zoneId] = job.zones.order as [string];
  own(job.zones.byId, zoneId)!.soil = "moderate";
  const size = { widthMm: 60, heightMm: 40 };
  job.findings = {
    order: ["mark", "smell"],
    byId: {
      mark: { kind: "mark", zoneId, centre: { xMm: 300, yMm: 200 }, size, evidence: { owner: "hot-drink" } },
      smell: { kind: "odour", zoneId, closed: 3 },
    },
  };
  return job;
}

/**
 * Plans a small job a few times, each time as after a tap.
 * @param goesOn lets a question that came meanwhile go first; false once one came, for it does as well
 */
export async function warmUp(goesOn: () => Promise<boolean>) {
  const kept = new KeptZones();
  for (let round = 0; round < ROUNDS; round++) {
    const job = smallJob();
    own(job.zones.byId, job.zones.order[0]!)!.soil = round % 2 === 0 ? "moderate" : "heavy";
    plannedOf(job, USUAL_KIT, AT, { ...inFull, kept });
    if (!(await goesOn())) return;
  }
}
