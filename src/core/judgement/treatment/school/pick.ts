import type { FamilyId } from "@/core/ground/catalog/families";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { SCHOOL_NAMES } from "@/core/judgement/treatment/step/stepWords";
import { isHeavy, type Panel } from "./panel";
import type { SchoolOption } from "./weigh";

/** What dissolves has to be flushed out, or it comes back. */
const NEEDS_FLUSHING: readonly FamilyId[] = ["urine", "water-ring", "sugar-starch"];
/** A school must lift this much more of the soil to be worth its extra water. */
const CLEARLY_MORE = 0.05;
/** Another way takes the place of low moisture only where it needs no more than this share of its minutes. Judgement. */
const MUCH_SOONER = 0.67;
/** And only where that saves a quarter of an hour. Judgement. */
const WORTH_SAVING_MIN = 15;

/** So little short of the target nobody can see. Judgement. */
const NEAR_ENOUGH = 0.02;

const LATER_THAN_PROMISED = "It dries later than promised: tell the owner before you begin.";

/** From one number up to, and without, another. */
export interface Span {
  from: number;
  to: number;
}
export const ANY_TIME: Span = { from: -Infinity, to: Infinity };
export const isWithin = (value: number, { from, to }: Span) => value >= from && (value < to || to === Infinity);
export const bothOf = (a: Span, b: Span): Span => ({ from: Math.max(a.from, b.from), to: Math.min(a.to, b.to) });

export interface Pick {
  picked?: School;
  because: string;
  /** The time left until it was promised usable for which the pick is the same, min. */
  timeLeft: Span;
}

/** Begun now, min from then. */
const usableIn = ({ drying, minutes }: SchoolOption) => minutes.value + drying.hours.value * 60;

/** As long as the same ways dry in time, the same one is picked. */
function sameWaysInTime(open: readonly SchoolOption[], timeLeftMin: number): Span {
  const all = open.map(usableIn);
  return {
    from: Math.max(-Infinity, ...all.filter((each) => each <= timeLeftMin)),
    to: Math.min(Infinity, ...all.filter((each) => each > timeLeftMin)),
  };
}

/** Picks a school among those the rules leave: the technician's choice, else by promise, residue, soil and minutes. */
export function pickSchool(
  context: Context,
  options: readonly SchoolOption[],
  panel: Panel,
  likely: readonly FamilyId[],
  chosen: School | undefined,
): Pick {
  const open = options.filter(({ allowed }) => allowed);
  if (open.some(({ school }) => school === chosen))
    return { picked: chosen, because: "Your choice.", timeLeft: ANY_TIME };
  const refused = chosen ? `${SCHOOL_NAMES[chosen]} was chosen but is not allowed here. ` : "";
  if (open.length === 0)
    return { because: refused + (options[0]?.because || "Nothing wet is allowed here."), timeLeft: ANY_TIME };
  const { school, because } =
    open.length === 1
      ? { school: open[0]!.school, because: "The only one the rules leave here." }
      : ownPick(context, open, panel, likely);
  return { picked: school, because: refused + because, timeLeft: sameWaysInTime(open, panel.timeLeftMin) };
}

const leastBy = (options: readonly SchoolOption[], of: (option: SchoolOption) => number) =>
  options.reduce((best, option) => (of(option) < of(best) - 1e-9 ? option : best));
const soonestDry = (options: readonly SchoolOption[]) => leastBy(options, ({ drying }) => drying.hours.value);
const strongestOf = (options: readonly SchoolOption[]) => leastBy(options, ({ lifted }) => -lifted.value);

/** The plan's own pick among several that are allowed. */
function ownPick(
  { job }: Context,
  open: readonly SchoolOption[],
  panel: Panel,
  likely: readonly FamilyId[],
): { school: School; because: string } {
  const pick = ({ school }: SchoolOption, because: string) => ({ school, because });
  const inTime = open.filter((option) => usableIn(option) <= panel.timeLeftMin);
  const drawnOff = open.find(({ school }) => school === "extraction");
  const flush = whyFlush(panel);
  // What ran in comes out, whatever was promised: left in it smells, and the promise is worth nothing.
  if (flush && drawnOff) return pick(drawnOff, inTime.includes(drawnOff) ? flush : `${flush} ${LATER_THAN_PROMISED}`);
  if (inTime.length === 0)
    return pick(leastBy(open, usableIn), "None dries by the promised time; this one is usable soonest.");
  const of = (school: School) => inTime.find((option) => option.school === school);
  const extraction = of("extraction");
  const dissolves = extraction && whyDissolves(likely);
  if (dissolves) return pick(extraction, dissolves);
  const asLike = inTime.find(({ school }) => school === panel.asLike?.school);
  if (asLike) return pick(asLike, `As on like parts. ${panel.asLike!.because}`);
  if (job.account?.matters === "speed")
    return pick(soonestDry(inTime), "Quick return matters most to the owner; this is dry soonest.");
  if (!panel.soil)
    return pick(
      leastBy(inTime, ({ minutes }) => minutes.value),
      "A mark is treated as a mark.",
    );
  return bySoil(inTime, panel.soil, panel, of);
}

/** By what the soil asks for, and then by minutes. */
function bySoil(
  inTime: readonly SchoolOption[],
  soil: NonNullable<Panel["soil"]>,
  panel: Panel,
  of: (school: School) => SchoolOption | undefined,
): { school: School; because: string } {
  const pick = ({ school }: SchoolOption, because: string) => ({ school, because });
  const [low, extraction, steam] = [of("low-moisture"), of("extraction"), of("steam")];
  if (isHeavy(soil) && extraction)
    return pick(extraction, "Soil this heavy has to be carried off, not moved about, and it still dries in time.");
  const enough = inTime.filter(({ lifted }) => lifted.value >= 1 - SOIL_TARGET[soil] - 1e-9);
  if (panel.greasy && steam && enough.includes(steam))
    return pick(steam, "Grease lets go in one pass of steam, and the towel takes it.");
  const strongest = strongestOf(inTime);
  if (enough.length === 0) return pick(strongest, "None brings it to its target here; this one lifts most.");
  const soonest = leastBy(enough, ({ minutes }) => minutes.value);
  if (!low || !enough.includes(low)) {
    const lifted = low && soonest.lifted.value > low.lifted.value + CLEARLY_MORE;
    return pick(
      soonest,
      lifted
        ? "It lifts clearly more soil and still dries in time."
        : "It lifts as much as is needed, in the fewest minutes.",
    );
  }
  if (extraction && extraction.lifted.value >= 1 - SOIL_TARGET[soil] - NEAR_ENOUGH && isMuchSooner(extraction, low))
    return pick(
      extraction,
      enough.includes(extraction)
        ? "It lifts as much as is needed in far fewer minutes, and still dries in time."
        : "It lifts next to as much as is needed in far fewer minutes, and still dries in time.",
    );
  return pick(low, "Everyday soil: it lifts as much as is needed and leaves little water.");
}

const isMuchSooner = (one: SchoolOption, other: SchoolOption) =>
  one.minutes.value <= MUCH_SOONER * other.minutes.value && other.minutes.value - one.minutes.value >= WORTH_SAVING_MIN;

/** Why it has to be rinsed through, whatever matters to the owner. */
const whyFlush = ({ flush, fromBelow, residue }: Panel): string | undefined =>
  residue
    ? "Detergent left in it has to be rinsed out and drawn off: more of it would only soil again sooner."
    : flush
      ? "What ran in has to be rinsed out and drawn off, as deep as it went."
      : fromBelow
        ? "The ring comes from below: it has to be rinsed out of the foam and drawn off in full."
        : undefined;

const whyDissolves = (likely: readonly FamilyId[]): string | undefined =>
  likely.length > 0 && likely.every((family) => NEEDS_FLUSHING.includes(family))
    ? "What dissolves has to be flushed out, or it comes back as a ring."
    : undefined;
