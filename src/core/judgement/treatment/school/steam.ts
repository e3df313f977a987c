import { clearFor } from "@/core/judgement/treatment/lay/clear";
import { layClosingRinse, towelOff } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { soilLeft } from "@/core/judgement/treatment/step/effect";
import { passesLeave, roundsWanted } from "@/core/judgement/treatment/step/soilRates";
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

/** Cleaner and brush, then one pass of steam through a towel, and plain water last. */
export function steam(work: ZoneWork, panel: Panel): Way | Refusal {
  const { context, view, likely } = work;
  const { soil, area } = panel;
  if (!soil) return refuse("A mark is treated as a mark: steam goes over a panel only where it is soiled.");
  const fit = fitMachine(context, view, likely, "steam");
  if (!fit.ok) return refuse(fit.because, fit.forbiddenBy);
  const cleaner = cleanerHere(work, soil);
  if ("because" in cleaner) return cleaner;
  if (work.allowed(PANEL_L_PER_M2.cleanRound) <= 0) return refuse(SPENT);
  const passes = roundsWanted("steam", soil);
  const base = `${baseOf(work)}-steam`;
  const { effort } = cleanPanel(work, panel, PANEL_L_PER_M2.cleanRound, cleaner, { byItself: false, toweled: true });
  if (work.todo(base)) {
    const on = work.allowed(PANEL_L_PER_M2.steamPass * passes);
    if (on <= 0) return refuse(SPENT);
    if (!clearFor(work, fit, base, STAGE.panelAir, STAGE.panelRinseOut)) return refuse(NOT_RINSED);
    layPasses(work, fit, base, passes);
  }
  towelOff(work, STAGE.machineTowel, `${base}-towel`, area);
  layClosingRinse(work, baseOf(work), area);
  return { leaves: [soilLeft(effort), passesLeave("steam", passes, panel.greasy)] };
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
