import { assess, quickly } from "../src/core/assess";
import { USUAL_KIT } from "../src/core/catalog/kit";
import { demoJobs } from "../src/demo/jobs";
import { bigJob } from "./bench/bigJob";
const now = new Date("2026-05-04T09:00:00Z");
for (let k = 0; k < 3; k++) for (const job of [...demoJobs(now), bigJob()]) for (const space of ["open", "shut"] as const) {
  const j = { ...job, site: { ...job.site, space, volumeM3: 10 + k } };
  let t = performance.now(); const q = assess(j, USUAL_KIT, now.toISOString(), quickly); const qm = performance.now() - t;
  t = performance.now(); const a = assess(j, USUAL_KIT, now.toISOString()); const ms = performance.now() - t;
  if (k === 2) console.log(job.id, space, "quick", qm.toFixed(0), "layers", ms.toFixed(0), Object.keys(a.drying).length);
}
