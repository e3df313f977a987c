import type { FamilyId } from "@/core/ground/catalog/families";
import type { RoleId } from "@/core/ground/catalog/roles";
import { stepBase } from "@/core/job/history";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";

/** What a liquid is likely to leave. */
const SPILLS: readonly FamilyId[] = [
  "urine",
  "protein",
  "sugar-starch",
  "tannin",
  "plant-colour",
  "water-ring",
  "mixture",
];

/** From about a palm on, a spill has run on. Judgement. */
const RAN_ON_M2 = 0.004;
const SITS_OVER: readonly RoleId[] = ["base", "crevice", "front"];

const HOW_LIFTED =
  "Lift loose cushions out. A bolted seat comes out only by someone competent: battery negative off, wait as its " +
  "manual says, ignition never on while a plug is open. ";

/** Spills run between and under seats: look there before the top of it is all that was treated. */
export function layLookUnder(work: ZoneWork, marks: readonly MarkPlan[]) {
  const { context, view, round } = work;
  // Where it is known how deep it went nobody has to look, but for what it ran through to.
  const ran = marks.some(
    ({ area, diagnosis, ranTo }) =>
      ranTo === "below" || (ranTo === undefined && area.value >= RAN_ON_M2 && SPILLS.includes(diagnosis.leader)),
  );
  // Whoever is looking says what lay there before the look is over.
  const looking = context.history.running.some(
    ({ stepKey, zoneIds }) => stepBase(stepKey) === "look-under" && zoneIds.includes(view.id),
  );
  if (round > 0 || !(ran || looking) || !SITS_OVER.includes(view.role) || !work.todo("look-under")) return;
  const lifted = context.job.account?.liftSeats === true;
  work.add(STAGE.lookUnder, "look-under", "", {
    action: "take-out",
    tool: "hand",
    areaM2: view.areaM2,
    minutes: handsOnMinutes(context.kit, "take-out", view.areaM2.value),
    title: "Look under and between",
    how:
      (lifted ? HOW_LIFTED : "Lift loose cushions, slide and tilt the seat; nothing is unbolted. ") +
      "Feel the cloth and the carpet beneath with a white towel. What is there is marked as a mark of its " +
      "own, on the part it lies on.",
    why: "A spill runs between and under the seat and into what lies below; treated only on top it smells again.",
    check: "A white towel pressed beneath stays white and dry. No liquid goes under a seat with plugs or modules.",
  });
}
