import { doneOn } from "@/core/job/history";
import { canBeClearedFor } from "@/core/judgement/treatment/lay/clear";
import { layClosingRinse, layFullRinse, layRinse } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { soilLeft } from "@/core/judgement/treatment/step/effect";
import { fitAgent } from "@/core/judgement/treatment/way/allowedWay";
import {
  baseOf,
  cleanerHere,
  cleanPanel,
  NOT_RINSED,
  refuse,
  SPENT,
  type Panel,
  type Refusal,
  type Way,
} from "./panel";

/** Cleaner, brush, towel, and plain water last; where only marks were treated, a rinse over them. */
export function lowMoisture(work: ZoneWork, panel: Panel): Way | Refusal {
  return panel.soil ? cleaned(work, panel) : rinsed(work, panel);
}

function cleaned(work: ZoneWork, panel: Panel): Way | Refusal {
  const cleaner = cleanerHere(work, panel.soil);
  if ("because" in cleaner) return cleaner;
  if (work.allowed(PANEL_L_PER_M2.cleanRound) <= 0) return refuse(SPENT);
  const { effort } = cleanPanel(work, panel, PANEL_L_PER_M2.cleanRound, cleaner, { byItself: true, toweled: true });
  layClosingRinse(work, baseOf(work), panel.area);
  return { leaves: [soilLeft(effort)] };
}

function rinsed(work: ZoneWork, { area, evenOut }: Panel): Way | Refusal {
  const { context, view, likely } = work;
  const water = fitAgent(context, view, likely, "water", "towel", "rinse");
  if (!water.ok) return refuse(water.because, water.forbiddenBy);
  if (!canBeClearedFor(work, water)) return refuse(NOT_RINSED);
  if (work.allowed(PANEL_L_PER_M2.rinse) <= 0) return refuse(SPENT);
  const base = `${baseOf(work)}-rinse`;
  // The first rinse takes the acid for gone; the others that were planned with it stay in the plan.
  const rustAcid =
    work.state.residue === "oxalic-rust" ||
    (!work.todo(base) && doneOn(context.history, view.id).some(({ agent }) => agent === "oxalic-rust"));
  if (rustAcid) layFullRinse(work, STAGE.rinse, base, area);
  // Where nothing was put on, nothing is rinsed; what glue holds is gone over once and no more.
  else if ((work.state.residue || evenOut) && !isOnGlue(view) && work.todo(base))
    layRinse(work, STAGE.rinse, base, area, { evenOut });
  return { leaves: [] };
}
