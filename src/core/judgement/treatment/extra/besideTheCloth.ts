import { BESIDES } from "@/core/ground/catalog/besides";
import { stated, sumOf } from "@/core/ground/sums/working";
import { isCovered } from "@/core/job/history";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { cautionsOf, reasonsOf } from "@/core/judgement/treatment/lay/cautions";
import type { Step } from "@/core/judgement/treatment/step/step";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** Short steps for what stands beside the cloth, screen and glass last. */
export function besideSteps({ job, history }: Context, views: readonly ZoneView[]): Step[] {
  const zoneIds = views.map(({ id }) => id);
  return [...(job.choices.beside ?? [])]
    .sort((a, b) => BESIDES[a].order - BESIDES[b].order)
    .filter((id) => zoneIds.length > 0 && !isCovered(history, `beside-${id}`, zoneIds[0]!))
    .map((id) => {
      const { title, how, check, minutes, name } = BESIDES[id];
      return {
        key: `beside-${id}:`,
        round: 0,
        action: "beside",
        title,
        how,
        why: `The owner sees the whole piece: ${name.toLowerCase()} beside the cloth.`,
        check,
        zoneIds,
        tool: "towel",
        waterOnLPerM2: 0,
        areaM2: sumOf("geometry.area", { areas: [] }),
        minutes: sumOf("treatment.wait", { minutes: stated.table(minutes, "as a rule") }),
        reasons: reasonsOf([]),
        cautions: cautionsOf([], "beside", undefined, []),
      };
    });
}
