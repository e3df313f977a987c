import { MATERIALS, type MaterialId } from "../catalog/materials";
import type { SpaceId } from "../catalog/spaces";
import { formatDuration } from "../quantity/format";
import type { Mark } from "../quantity/marks";

/** What one zone's drying says. */
export interface ZoneFacts {
  name: string;
  materials: readonly MaterialId[];
  hours: number;
  surfaceDryH: number;
  wickBack: number;
  depthMm: number;
  allowedMm: number;
  tooDeep: boolean;
}

export interface DryingFacts {
  space: SpaceId;
  airC: number;
  humidityPct: number;
  /** Dampest the air of the place gets. */
  dampestPct: number;
  seatsLifted: boolean;
  belts: boolean;
  /** Nothing was put on yet: less can be. */
  planned: boolean;
  zones: readonly ZoneFacts[];
}

export interface DryingAdvice {
  id: string;
  title: string;
  words: string;
  tone: "danger" | "care";
}

interface AdviceRow {
  id: string;
  tone: DryingAdvice["tone"];
  mark: Mark;
  says: (facts: DryingFacts) => { title: string; words: string } | undefined;
}

const COLD_C = 12;
const HOT_C = 27;
const DRY_AIR_PCT = 50;
const FULL_PCT = 90;
const LONG_H = 24;
const BROWNS_AFTER_H = 4;
const MUCH_COMES_UP = 0.4;
const BROWN: readonly MaterialId[] = ["cotton", "linen", "jute", "viscose"];

const longest = ({ zones }: DryingFacts) => Math.max(0, ...zones.map(({ hours }) => hours));
const hoursIn = (hours: number) => (Number.isFinite(hours) ? formatDuration(hours * 60) : "over three days");
const named = (zones: readonly ZoneFacts[]) => { const names = zones.map(({ name }) => name.toLowerCase()).join(", "); return names.charAt(0).toUpperCase() + names.slice(1); };
const isShut = ({ space }: DryingFacts) => space === "shut" || space === "gap";

/** What the trade does about it, drawn from the numbers; the worst first. */
export const DRYING_ADVICE: readonly AdviceRow[] = [
  {
    id: "does-not-dry", tone: "danger", mark: "judgement",
    says: (facts) => longest(facts) === Infinity ? { title: "It does not dry like this", words: `In three days it is still wet. ${facts.planned ? "Put less water on, or change" : "Draw off again with dry strokes only, and change"} what it dries in: compare the ways below and take one.` } : undefined,
  },
  {
    id: "fills-up", tone: "care", mark: "practice",
    says: (facts) => facts.space !== "open" && facts.dampestPct >= FULL_PCT && longest(facts) > LONG_H / 4 ? { title: "The air inside fills up", words: `It gets to ${Math.round(facts.dampestPct)} % and then takes nothing more. Let it out through a gap or doors, or dry it. No engine running indoors, and no electric heater left alone in a cabin.` } : undefined,
  },
  {
    id: "cold", tone: "care", mark: "practice",
    says: (facts) => facts.airC <= COLD_C && isShut(facts) ? { title: `${Math.round(facts.airC)} °C and shut`, words: `Keep wetting to the least${facts.belts ? ", wet no belts" : ""}, and run heat with a gap open. As it is it takes ${hoursIn(longest(facts))}.` } : undefined,
  },
  {
    id: "soaked", tone: "danger", mark: "practice",
    says: ({ zones }) => {
      const deep = zones.filter(({ tooDeep, allowedMm, depthMm }) => tooDeep && depthMm > allowedMm);
      const worst = Math.max(0, ...deep.map(({ depthMm }) => depthMm));
      return deep.length > 0 ? { title: "Water stands below the cover", words: `${named(deep)}: ${Math.round(worst)} mm deep. Draw it up again with dry strokes, press towels, stand the cushion on edge or lift the cover so that air reaches both sides. Foam that smells or grows something is thrown away.` } : undefined;
    },
  },
  {
    id: "browns", tone: "care", mark: "practice",
    says: ({ zones }) => {
      const brown = zones.filter(({ materials, hours }) => hours > BROWNS_AFTER_H && materials.length === 1 && BROWN.includes(materials[0]!));
      if (brown.length === 0) return undefined;
      const fibre = MATERIALS[brown[0]!.materials[0]!];
      return { title: `${fibre.name} browns when wet long`, words: `${named(brown)} would stay wet ${hoursIn(Math.max(...brown.map(({ hours }) => hours)))}. Least water, a slightly acid last rinse, and air over it from the first minute${brown[0]!.materials[0] === "viscose" ? "; wet it is weak, so no rubbing" : ""}.` };
    },
  },
  {
    id: "hot-seats", tone: "care", mark: "practice",
    says: (facts) => facts.seatsLifted && facts.airC >= HOT_C && facts.humidityPct <= DRY_AIR_PCT && longest(facts) < LONG_H ? { title: "A hot dry day, seats out", words: `Wet the cover well where it needs it, never soak it: an airbag, a sensor, a heater or a motor sits inside. It dries in ${hoursIn(longest(facts))}. Nobody plugs in or switches on while it is damp.` } : undefined,
  },
  {
    id: "comes-up", tone: "care", mark: "judgement",
    says: ({ zones }) => {
      const up = zones.filter(({ wickBack }) => wickBack >= MUCH_COMES_UP);
      return up.length > 0 ? { title: "What is dissolved comes up with the water", words: `${named(up)}: about ${Math.round(100 * Math.max(...up.map(({ wickBack }) => wickBack)))} % of what is still in it ends at the face. Lay a dry white towel on while it dries, wipe once, and judge only when dry.` } : undefined;
    },
  },
  {
    id: "under", tone: "care", mark: "practice",
    says: ({ zones }) => {
      const late = zones.filter(({ hours, surfaceDryH }) => Number.isFinite(surfaceDryH) && hours > surfaceDryH + 0.5);
      const most = late.reduce<ZoneFacts | undefined>((worst, each) => (!worst || each.hours > worst.hours ? each : worst), undefined);
      return most ? { title: "Dry on top is not dry", words: `${most.name}: dry to the hand after ${hoursIn(most.surfaceDryH)}, underneath after ${hoursIn(most.hours)}. Seats, mats and covers go back only then.` } : undefined;
    },
  },
];

/** What the numbers ask for, worst first. */
export const dryingAdvice = (facts: DryingFacts): DryingAdvice[] => DRYING_ADVICE.flatMap(({ id, tone, says }) => { const said = says(facts); return said ? [{ id, tone, ...said }] : []; });
