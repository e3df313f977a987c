import { MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import type { SpaceId } from "@/core/ground/catalog/spaces";
import type { Mark } from "@/core/ground/quantity/provenance";
import type { Worked } from "@/core/ground/sums/working";

/** What one zone's drying says. */
interface ZoneFacts {
  name: string;
  materials: readonly MaterialId[];
  hours: Worked;
  surfaceDry: Worked;
  wickBack: Worked;
  depth: Worked;
  tooDeep: boolean;
}

export interface DryingFacts {
  space: SpaceId;
  air: Worked;
  humidityPct: number;
  /** Dampest the air of the place gets. */
  dampest: Worked;
  seatsLifted: boolean;
  belts: boolean;
  /** Nothing was put on yet: less can be. */
  planned: boolean;
  zones: readonly ZoneFacts[];
}

export interface DryingAdvice {
  id: string;
  title: string;
  /** Sentences with their numbers in between, so that each can be opened. */
  words: (string | Worked)[];
  tone: "danger" | "care";
}

const say = (text: TemplateStringsArray, ...given: (string | Worked)[]): (string | Worked)[] =>
  text.flatMap((part, at) => [part, ...(at < given.length ? [given[at]!] : [])]).filter((part) => part !== "");

interface AdviceRow {
  id: string;
  tone: DryingAdvice["tone"];
  mark: Mark;
  says: (facts: DryingFacts) => Pick<DryingAdvice, "title" | "words"> | undefined;
}

const COLD_C = 12;
const HOT_C = 27;
const DRY_AIR_PCT = 50;
const FULL_PCT = 90;
const LONG_H = 24;
const BROWNS_AFTER_H = 4;
const MUCH_COMES_UP = 0.4;
const BROWN: readonly MaterialId[] = ["cotton", "linen", "jute", "viscose"];

const most = (zones: readonly ZoneFacts[], of: (zone: ZoneFacts) => Worked): Worked | undefined =>
  zones
    .map(of)
    .reduce<Worked | undefined>((worst, each) => (!worst || each.value > worst.value ? each : worst), undefined);
const longestH = ({ zones }: DryingFacts) => most(zones, ({ hours }) => hours)?.value ?? 0;
const named = (zones: readonly ZoneFacts[]) => {
  const names = zones.map(({ name }) => name.toLowerCase()).join(", ");
  return names.charAt(0).toUpperCase() + names.slice(1);
};

/** Hours, or in words that it takes longer than anybody waits. */
const takes = (hours: Worked | undefined): string | Worked =>
  hours && Number.isFinite(hours.value) ? hours : "over three days";
const isShut = ({ space }: DryingFacts) => space === "shut" || space === "gap";

/** What the trade does about it, drawn from the numbers; the worst first. */
const DRYING_ADVICE: readonly AdviceRow[] = [
  {
    id: "does-not-dry",
    tone: "danger",
    mark: "judgement",
    says: (facts) =>
      longestH(facts) === Infinity
        ? {
            title: "It does not dry like this",
            words: [
              ...say`In three days it is still wet. `,
              ...say`${facts.planned ? "Put less water on, or change" : "Draw off again with dry strokes only, and change"} `,
              ...say`what it dries in: compare the ways below and take one.`,
            ],
          }
        : undefined,
  },
  {
    id: "fills-up",
    tone: "care",
    mark: "practice",
    says: (facts) =>
      facts.space !== "open" && facts.dampest.value >= FULL_PCT && longestH(facts) > LONG_H / 4
        ? {
            title: "The air inside fills up",
            words: [
              ...say`It gets to ${facts.dampest} and then takes nothing more. Let it out `,
              ...say`through a gap or doors, or dry it. No engine running indoors, and no `,
              ...say`electric heater left alone in a cabin.`,
            ],
          }
        : undefined,
  },
  {
    id: "cold",
    tone: "care",
    mark: "practice",
    says: (facts) =>
      facts.air.value <= COLD_C && isShut(facts)
        ? {
            title: "Cold and shut",
            words: [
              ...say`At ${facts.air} keep wetting to the least`,
              ...say`${facts.belts ? ", wet no belts" : ""}, and run heat with a gap open. `,
              ...say`As it is it takes ${takes(most(facts.zones, ({ hours }) => hours))}.`,
            ],
          }
        : undefined,
  },
  {
    id: "soaked",
    tone: "danger",
    mark: "practice",
    says: ({ zones }) => {
      const deep = zones.filter(({ tooDeep }) => tooDeep);
      return deep.length > 0
        ? {
            title: "Water stands below the cover",
            words: [
              ...say`${named(deep)}: ${most(deep, ({ depth }) => depth)!} deep. Draw it up `,
              ...say`again with dry strokes, press towels, stand the cushion on edge or `,
              ...say`lift the cover so that air reaches both sides. Foam that smells or `,
              ...say`grows something is thrown away.`,
            ],
          }
        : undefined;
    },
  },
  {
    id: "browns",
    tone: "care",
    mark: "practice",
    says: ({ zones }) => {
      const brown = zones.filter(
        ({ materials, hours }) =>
          hours.value > BROWNS_AFTER_H && materials.length === 1 && BROWN.includes(materials[0]!),
      );
      if (brown.length === 0) return undefined;
      const fibre = brown[0]!.materials[0]!;
      return {
        title: `${MATERIALS[fibre].name} browns when wet long`,
        words: [
          ...say`${named(brown)} would stay wet `,
          ...say`${takes(most(brown, ({ hours }) => hours))}. Least water, a slightly `,
          ...say`acid last rinse, and air over it from the first minute`,
          ...say`${fibre === "viscose" ? "; wet it is weak, so no rubbing" : ""}.`,
        ],
      };
    },
  },
  {
    id: "hot-seats",
    tone: "care",
    mark: "practice",
    says: (facts) =>
      facts.seatsLifted && facts.air.value >= HOT_C && facts.humidityPct <= DRY_AIR_PCT && longestH(facts) < LONG_H
        ? {
            title: "A hot dry day, seats out",
            words: [
              ...say`Wet the cover well where it needs it, never soak it: an airbag, a `,
              ...say`sensor, a heater or a motor sits inside. It dries in `,
              ...say`${takes(most(facts.zones, ({ hours }) => hours))}. Nobody plugs in or `,
              ...say`switches on while it is damp.`,
            ],
          }
        : undefined,
  },
  {
    id: "comes-up",
    tone: "care",
    mark: "judgement",
    says: ({ zones }) => {
      const up = zones.filter(({ wickBack }) => wickBack.value >= MUCH_COMES_UP);
      return up.length > 0
        ? {
            title: "What is dissolved comes up with the water",
            words: [
              ...say`${named(up)}: about ${most(up, ({ wickBack }) => wickBack)!} of what `,
              ...say`is still in it ends at the face. Lay a dry white towel on while it `,
              ...say`dries, wipe once, and judge only when dry.`,
            ],
          }
        : undefined;
    },
  },
  {
    id: "under",
    tone: "care",
    mark: "practice",
    says: ({ zones }) => {
      const late = zones.filter(
        ({ hours, surfaceDry }) => Number.isFinite(surfaceDry.value) && hours.value > surfaceDry.value + 0.5,
      );
      const last = late.reduce<ZoneFacts | undefined>(
        (worst, each) => (!worst || each.hours.value > worst.hours.value ? each : worst),
        undefined,
      );
      return last
        ? {
            title: "Dry on top is not dry",
            words: [
              ...say`${last.name}: dry to the hand after ${last.surfaceDry}, underneath `,
              ...say`after ${takes(last.hours)}. Seats, mats and covers go back only then.`,
            ],
          }
        : undefined;
    },
  },
];

/** What the numbers ask for, worst first. */
export const dryingAdvice = (facts: DryingFacts): DryingAdvice[] =>
  DRYING_ADVICE.flatMap(({ id, tone, says }) => {
    const said = says(facts);
    return said ? [{ id, tone, ...said }] : [];
  });
