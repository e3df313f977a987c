import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { towelOff } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { roundsWanted } from "@/core/judgement/treatment/step/soilRates";
import { fitMachine, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
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

/** Cleaner and brush, then steam through a towel. */
export function steam(work: ZoneWork, { soil }: Panel): Way | Refusal {
  const { context, view, likely } = work;
  const fit = fitMachine(context, view, likely, "steam");
  if (!fit.ok) return refuse(fit.because, fit.forbiddenBy);
  const cleaner = cleanerHere(work, soil);
  if ("because" in cleaner) return cleaner;
  if (work.allowed(PANEL_L_PER_M2.cleanRound) <= 0) return refuse(SPENT);
  const rounds = roundsWanted("steam", soil);
  const base = `${baseOf(work)}-steam`;
  cleanPanel(work, view.areaM2, PANEL_L_PER_M2.cleanRound, soil, cleaner, false);
  if (work.todo(base)) {
    const on = work.allowed(PANEL_L_PER_M2.steamPass * rounds);
    if (on <= 0) return refuse(SPENT);
    if (!clearFor(work, fit, base, STAGE.panelAir, STAGE.panelRinseOut)) return refuse(NOT_RINSED);
    layPasses(work, fit, base, rounds);
  }
  towelOff(work, STAGE.machineTowel, `${base}-towel`, view.areaM2);
  return { rounds };
}

function layPasses(work: ZoneWork, fit: FoundFit, base: string, rounds: number) {
  const { context, view } = work;
  const usual = PANEL_L_PER_M2.steamPass * rounds;
  const on = work.allowed(usual);
  work.add(
    STAGE.machine,
    base,
    `x${rounds}`,
    {
      action: "steam",
      agent: "water",
      tool: "steamer",
      tempC: fit.candidate.clothTempC,
      areaM2: view.areaM2,
      waterOnLPerM2: on,
      rounds,
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      amountMl: work.amount(on, view.areaM2, usual),
      minutes: handsOnMinutes(context.kit, "steam", view.areaM2.value, rounds),
      title: `Steam through a towel, ${rounds === 1 ? "one pass" : `${rounds} passes`}`,
      how: "Head wrapped in a white towel, kept moving; towel straight after.",
      why: "Warmth lets the cleaner finish, and the towel takes it up.",
      check: "The towel stays pale.",
      liftOff: "Dry towel.",
    },
    fit,
  );
}
