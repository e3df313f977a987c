import { HAIR_DENSITIES } from "@/core/ground/catalog/findings";
import type { HairFinding } from "@/core/job/schema";
import { toolOf } from "@/core/ground/catalog/tools";
import { judge } from "@/core/judgement/rules/judge";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { ownsTool } from "@/core/judgement/shelf/shelf";
import { hairWork } from "./hairPasses";
import { clearFor } from "./clear";
import { STAGE } from "./stages";
import type { ZoneWork } from "./zoneWork";
import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";

/** The soft drill brush is at hand, for such a part, and no rule keeps it off this cloth. */
function bearsDrill({ context, view, likely, state }: ZoneWork): boolean {
  const { aggressiveness, fits } = toolOf("drill-brush");
  const step = { action: "hair-lift" as const, toolAggressiveness: aggressiveness, poweredTool: true };
  const { forbiddenBy } = judge(step, factsOf(context, view, likely, state.inCloth));
  return ownsTool(context.kit, "drill-brush") && (fits?.includes(view.role) ?? true) && forbiddenBy.length === 0;
}

/** Hair comes off dry, before anything else: on what may be mould nothing is brushed. */
export function layHair(work: ZoneWork, { density }: HairFinding) {
  const { context, view, likely, round } = work;
  const fit = fitMachine(context, view, likely, "hair-lift");
  if (round > 0 || !fit.ok || !work.todo("hair-lift")) return;
  const block = ownsTool(context.kit, "rubber-block");
  const { passes, minutes } = hairWork(
    density,
    view.areaM2,
    view.cloth.construction,
    view.materials,
    context.kit,
    view,
  );
  if (!clearFor(work, fit, "hair-lift", STAGE.airBeforeDry, STAGE.airBeforeDry)) return;
  work.add(
    STAGE.hair,
    "hair-lift",
    `x${passes.value}`,
    {
      action: "hair-lift",
      tool: block ? "rubber-block" : "hand",
      areaM2: view.areaM2,
      minutes,
      rounds: passes.value,
      title: `Lift hair, ${passes.value === 1 ? "one pass" : `${passes.value} passes`}`,
      how:
        `${density === "matted" && bearsDrill(work) ? "Soft drill brush first, dry, slow, kept moving. " : ""}` +
        `${block ? "Rubber block" : "Rubber-gloved hand"} in one direction, roll the hair up, vacuum right ` +
        "behind. Turn a quarter each pass.",
      why: `${HAIR_DENSITIES[density]}: dry it lets go, wet it mats.`,
      check: "A pass with a dry glove brings up next to nothing.",
    },
    fit,
  );
}
