import { opened, sumOf, type Worked } from "@/core/ground/sums/working";
import { canBeClearedFor } from "@/core/judgement/treatment/lay/clear";
import { layRinse, towelOff } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { soilLeft, type Effort } from "@/core/judgement/treatment/step/effect";
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

/** Cleaner, brush, towel; where only marks were treated, a rinse over them. */
export function lowMoisture(work: ZoneWork, panel: Panel): Way | Refusal {
  return panel.soil ? cleaned(work, panel) : rinsed(work, panel);
}

function cleaned(work: ZoneWork, { soil }: Panel): Way | Refusal {
  const cleaner = cleanerHere(work, soil);
  if ("because" in cleaner) return cleaner;
  if (work.allowed(PANEL_L_PER_M2.cleanRound) <= 0) return refuse(SPENT);
  const { effort } = cleanPanel(work, work.view.areaM2, PANEL_L_PER_M2.cleanRound, soil, cleaner, true);
  return { rounds: effort.rounds, lifted: liftedBy(effort) };
}

/** What a cleaner takes out by itself. */
const liftedBy = (effort: Effort): Worked => sumOf("treatment.lifted", { left: opened(soilLeft(effort)) });

function rinsed(work: ZoneWork, { spotArea }: Panel): Way | Refusal {
  const { context, view, likely } = work;
  const water = fitAgent(context, view, likely, "water", "towel", "rinse");
  if (!water.ok) return refuse(water.because, water.forbiddenBy);
  if (!canBeClearedFor(work, water)) return refuse(NOT_RINSED);
  if (work.allowed(PANEL_L_PER_M2.rinse) <= 0) return refuse(SPENT);
  const base = `${baseOf(work)}-rinse`;
  if (work.todo(base)) layRinse(work, STAGE.rinse, base, spotArea);
  towelOff(work, STAGE.rinseTowel, `${base}-towel`, spotArea);
  return { rounds: 1 };
}
