import { assess, quickly } from "../src/core/assess";
import { USUAL_KIT } from "../src/core/catalog/kit";
import { demoJobs } from "../src/demo/jobs";
import { bigJob } from "./bench/bigJob";
const now = new Date("2026-05-04T09:00:00Z");
for (const job of [...demoJobs(now), bigJob()]) for (const space of [undefined, "open", "doors", "gap", "shut"] as const) {
  const j = { ...job, site: { ...job.site, space } };
  const t = performance.now(); const a = assess(j, USUAL_KIT, now.toISOString()); const ms = performance.now() - t;
  const q = assess(j, USUAL_KIT, now.toISOString(), quickly);
  console.log(job.id, space, ms.toFixed(0) + "ms", "wet m2", Object.keys(a.drying).reduce((s, id) => s + a.plan.zones[id]!.view.areaM2.value, 0).toFixed(1), "V", a.place?.volume.value.toFixed(1));
  for (const [id, d] of Object.entries(a.drying).slice(0, 4)) console.log("   ", a.plan.zones[id]!.view.name, "W", d.residual.value.toFixed(3), "depth", d.depth.value.toFixed(1), "h", d.hours.value.toFixed(1), "quick", q.drying[id]!.hours.value.toFixed(1), "surf", d.layers!.surfaceDry.value.toFixed(1), "bottom", d.layers!.bottomPct.value.toFixed(0), "damp", d.layers!.bottomDamp.value.toFixed(1), "wick", d.layers!.wickBack.value.toFixed(2), "mould", d.layers!.mouldIndex.value.toFixed(3), "RHmax", Math.max(...a.place!.air!.humidityPct).toFixed(0));
}
