import type { MaterialId } from "@/core/ground/catalog/materials";
import type { Worked } from "@/core/ground/sums/working";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { handsOnMinutes, mistingMinutes, paceOn } from "@/core/judgement/treatment/step/minutes";
import { fitAgent, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { isOnGlue } from "@/core/judgement/treatment/cloth/waterBudget";
import { agentCheck } from "@/core/judgement/treatment/step/stepWords";
import type { Step } from "@/core/judgement/treatment/step/step";
import { STAGE, type Stage } from "./stages";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { ZoneWork } from "./zoneWork";

/** From this area on a rinse is misted, m². Judgement. */
const MISTED_FROM_M2 = 1.5;

/** Fibres that hold alkaline residue or brown in it. */
const ACID_RINSED: readonly MaterialId[] = ["wool", "silk", "nylon", "cotton", "linen", "jute", "viscose"];

/** Step after step all over is misted too. */
const isStair = ({ role, areaM2 }: ZoneView, area: Worked) =>
  (role === "tread" || role === "riser") && area.value >= areaM2.value - 1e-9;

interface Rinse {
  /** It clears the way for what must not meet what is in the cloth, and is plain water. */
  required?: true;
  /** Why it is taken to the seam all round, though only marks were treated. */
  evenOut?: string;
  /** Strong alkali went on: mild acid after it on any fibre. */
  alkaline?: boolean;
  /** In place of the usual words. */
  words?: Pick<Step, "title" | "why" | "check">;
}

export function layRinse(
  work: ZoneWork,
  stage: Stage,
  base: string,
  area: Worked,
  { required, evenOut, alkaline = false, words }: Rinse = {},
) {
  const { context, view, likely } = work;
  // A large panel is misted and wiped once: nobody presses a towel over a whole floor.
  const mist = (area.value >= MISTED_FROM_M2 || isStair(view, area)) && !required;
  const fit =
    (required ? undefined : acidRinse(work, alkaline, mist)) ??
    fitAgent(context, view, likely, "water", mist ? "hand" : "towel", "rinse");
  const onLPerM2 = work.allowed(PANEL_L_PER_M2.rinse);
  if (!fit.ok || onLPerM2 <= 0) return;
  const acid = fit.candidate.agent === "acid-rinse";
  const spraying = fit.candidate.spraying ?? false;
  const setting = [acid && `acid-r${fit.strength?.partsWater.value}`, evenOut && "even", spraying && "mist"];
  work.add(
    stage,
    base,
    setting.filter(Boolean).join("-"),
    {
      action: "rinse",
      required,
      agent: fit.candidate.agent,
      partsWater: acid ? fit.strength?.partsWater : undefined,
      spraying,
      tool: "towel",
      areaM2: area,
      waterOnLPerM2: onLPerM2,
      phMin: fit.candidate.phMin,
      phMax: fit.candidate.phMax,
      tempC: fit.candidate.clothTempC,
      amountMl: work.amount(onLPerM2, area, PANEL_L_PER_M2.rinse),
      minutes: spraying
        ? mistingMinutes(context.kit, area.value, view)
        : handsOnMinutes(context.kit, "rinse", area.value, 1, paceOn(view, area.value, "rinse")),
      ...rinseWords(acid, spraying, evenOut),
      check: agentCheck("acid-rinse"),
      liftOff: "Dry towel straight after.",
      ...words,
    },
    fit,
  );
}

const ACID_BECAUSE = "Residue soils again, and this fibre browns or yellows in it: mild acid takes it out.";
const WATER_BECAUSE = "What stays in the cloth soils again, or meets the next agent.";

function rinseWords(
  acid: boolean,
  spraying: boolean,
  evenOut: string | undefined,
): Pick<Step, "title" | "how" | "why"> {
  const name = acid ? "Acid rinse" : spraying ? "Plain water" : "Rinse";
  const liquid = acid ? "Acid rinse" : "Plain water";
  const pressed =
    `${liquid} on a clean white towel, wrung out. Press, turn, press; then a dry one, ` +
    (evenOut ? "evenly to the nearest seam." : "feathered out past the rim.");
  return {
    title: `${name}${spraying ? " misted on, wiped once" : " with a damp towel"}${evenOut ? ", to the seam all round" : ""}`,
    how: spraying ? `${liquid} from the sprayer, light and even, then a dry towel once over it.` : pressed,
    why: evenOut ?? (acid ? ACID_BECAUSE : WATER_BECAUSE),
  };
}

/**
 * The last thing on the cloth is plain water, or a mild acid where the fibre holds alkali: what was put on comes off.
 * What glue holds is gone over once and no more, and a second wetting does it more harm than a trace of neutral cleaner.
 */
export function layClosingRinse(work: ZoneWork, base: string, area: Worked) {
  const { state, view } = work;
  if (isOnGlue(view)) return;
  const last = `${base}-last`;
  if (state.residue && work.todo(last)) layRinse(work, STAGE.closingRinse, last, area);
}

/** What is poisonous or eats the fibre comes out altogether: so many rinses with plain water. Judgement. */
const FULL_RINSES = 3;

/** Rinses an acid out in full, where a trace of it would go on working. */
export function layFullRinse(work: ZoneWork, stage: Stage, base: string, area: Worked) {
  const words = {
    title: "Rinse the acid out in full",
    why: "It is poisonous and goes on eating plant fibre: a trace of it must not stay.",
    check: "A damp strip on the cloth reads neutral; else once more.",
  };
  for (let rinse = 0; rinse < FULL_RINSES; rinse++) {
    const of = rinse === 0 ? base : `${base}-${rinse + 1}`;
    if (work.todo(of)) layRinse(work, stage + rinse / 1000, of, area, { required: true, words });
  }
}

/** After the plain water of a machine: mild acid where the fibre holds alkali and a cleaner was in it. */
export function layAcidAfter(work: ZoneWork, base: string, area: Worked, alkaline: boolean) {
  const last = `${base}-last`;
  const acid = acidRinse(work, alkaline);
  if (acid && work.todo(last)) layRinse(work, STAGE.closingRinse, last, area, { alkaline });
}

/** The closing rinse on wool, nylon and plant fibre, where nothing in the cloth must not meet acid. */
function acidRinse(work: ZoneWork, alkaline: boolean, mist = false): FoundFit | undefined {
  const { context, view, likely } = work;
  if (!alkaline && !view.materials.every((material) => ACID_RINSED.includes(material))) return undefined;
  const fit = fitAgent(context, view, likely, "acid-rinse", mist ? "hand" : "towel", "rinse");
  return fit.ok && work.isClearFor(fit) ? fit : undefined;
}

export function towelOff(work: ZoneWork, stage: Stage, base: string, area: Worked, findingId?: string) {
  // What glue holds was gone over with a cloth, which took up what came; it is not pressed as well.
  if (!work.todo(base) || isOnGlue(work.view)) return;
  work.add(stage, base, "", {
    action: "towel-off",
    findingId,
    tool: "towel",
    areaM2: area,
    minutes: handsOnMinutes(work.context.kit, "towel-off", area.value, 1, paceOn(work.view, area.value, "towel-off")),
    title: "Towel off what has come up",
    how: "White terry on carpet, white microfibre on cloth. Press hard, do not rub; turn to a clean side.",
    why: "What has come up goes with the towel; left there it sinks back.",
    check: "A clean side stays nearly white.",
  });
}
