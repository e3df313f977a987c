import type { FamilyId } from "@/core/ground/catalog/families";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { SCHOOL_NAMES } from "@/core/judgement/treatment/step/stepWords";
import { isHeavy, type Panel } from "./panel";
import type { SchoolOption } from "./weigh";

/** What dissolves has to be flushed out, or it comes back. */
const NEEDS_FLUSHING: readonly FamilyId[] = ["urine", "water-ring", "sugar-starch"];
/** A school must lift this much more of the soil to be worth its extra water. */
const CLEARLY_MORE = 0.15;

export interface Pick {
  picked?: School;
  because: string;
}

/** Picks a school among those the rules leave: the technician's choice, else by promise, soil and water. */
export function pickSchool(
  context: Context,
  options: readonly SchoolOption[],
  panel: Panel,
  likely: readonly FamilyId[],
  chosen: School | undefined,
): Pick {
  const open = options.filter(({ allowed }) => allowed);
  if (open.some(({ school }) => school === chosen)) return { picked: chosen, because: "Your choice." };
  const refused = chosen ? `${SCHOOL_NAMES[chosen]} was chosen but is not allowed here. ` : "";
  if (open.length === 0) return { because: refused + (options[0]?.because || "Nothing wet is allowed here.") };
  const { school, because } =
    open.length === 1
      ? { school: open[0]!.school, because: "The only one the rules leave here." }
      : ownPick(context, open, panel, likely);
  return { picked: school, because: refused + because };
}

const driestOf = (options: readonly SchoolOption[]) =>
  options.reduce((best, option) => (option.residual.value < best.residual.value ? option : best));
const strongestOf = (options: readonly SchoolOption[]) =>
  options.reduce((best, option) => (option.lifted.value > best.lifted.value ? option : best));

/** The plan's own pick among several that are allowed. */
function ownPick(
  { minutesLeft = Infinity, job }: Context,
  open: readonly SchoolOption[],
  panel: Panel,
  likely: readonly FamilyId[],
): { school: School; because: string } {
  const pick = ({ school }: SchoolOption, because: string) => ({ school, because });
  const inTime = open.filter(({ drying, minutes }) => drying.hours.value * 60 + minutes.value <= minutesLeft);
  if (inTime.length === 0)
    return pick(driestOf(open), "None dries by the promised time; this one leaves the least water.");
  const driest = driestOf(inTime);
  const extraction = inTime.find(({ school }) => school === "extraction");
  const flushing = extraction && whyFlush(panel);
  if (flushing) return pick(extraction, flushing);
  if (job.account?.matters === "speed")
    return pick(driest, "Quick return matters most to the owner; this leaves the least water.");
  const carrying = extraction && whyCarryOff(panel, likely);
  if (carrying) return pick(extraction, carrying);
  const strongest = strongestOf(inTime);
  if (panel.soil && strongest.lifted.value > driest.lifted.value + CLEARLY_MORE)
    return pick(strongest, "It lifts clearly more soil and still dries in time.");
  return pick(driest, "It leaves the least water and lifts as much as is needed here.");
}

/** Why it has to be rinsed through, whatever matters to the owner. */
const whyFlush = ({ flush, fromBelow }: Panel): string | undefined =>
  flush
    ? "The smell sits in it: what was digested has to be rinsed out and drawn off."
    : fromBelow
      ? "The ring comes from below: it has to be rinsed out of the foam and drawn off in full."
      : undefined;

/** Why it has to be carried off in water. */
const whyCarryOff = ({ soil }: Panel, likely: readonly FamilyId[]): string | undefined =>
  isHeavy(soil)
    ? "Soil this heavy has to be carried off, not moved about, and it still dries in time."
    : likely.length === 1 && NEEDS_FLUSHING.includes(likely[0]!)
      ? "What dissolves has to be flushed out, or it comes back as a ring."
      : undefined;
