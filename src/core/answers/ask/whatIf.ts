import { laterMinOf } from "@/core/answers/schedule/later";
import { assess, wetViewsOf, wetZoneOf, type Assessment } from "@/core/answers/assess/assess";
import type { MachineId } from "@/core/ground/catalog/machines";
import { SPACES, type SpaceId } from "@/core/ground/catalog/spaces";
import { airOps } from "@/core/job/airOps";
import { dryInLayers, type Fineness, type WetZone } from "@/core/judgement/forecast/layered";
import { longestDryH } from "@/core/models/drying/longest";
import { dryingPlace, moversAt, MOVER_SPEEDS_M_PER_S, type DryingPlace } from "@/core/judgement/forecast/surroundings";
import { applyOps } from "@/core/job/commands";
import { historyOf } from "@/core/job/history";
import type { DryingAir, Job, Kit } from "@/core/job/schema";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { LOAD_FORMULAS } from "@/core/ground/sums/loadFormulas";
import { input, worked, sumOf, stated, opened, type Worked } from "@/core/ground/sums/working";
import { dryFromMs, forecastOf } from "@/core/answers/schedule/forecast";
import { machineOn } from "@/core/judgement/shelf/shelf";
import { SHARE_LEFT_BY_TOWEL } from "@/core/models/water/strokes";
import { contextOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import { fitMachine } from "@/core/judgement/treatment/way/allowedWay";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";

/** What another way of drying would do to the same water. */

interface DryingWayRow {
  name: string;
  machines: readonly MachineId[];
  /** What it changes of the air there is; undefined: nothing to change, or it is so already. */
  makes: (air: DryingAir) => DryingAir | undefined;
  how?: string;
  caution?: string;
}

const DOORS_M_PER_S = 0.3;
const [, ONE_MOVER_M_PER_S, TWO_MOVERS_M_PER_S] = MOVER_SPEEDS_M_PER_S;
const OPENNESS: readonly SpaceId[] = ["shut", "gap", "doors", "open"];
const openness = ({ space }: DryingAir) => OPENNESS.indexOf(space ?? "shut");
const atLeast = (air: DryingAir, speed: number): DryingAir => ({
  airSpeedMPerS: Math.max(air.airSpeedMPerS ?? 0, speed),
});
const isSlower = ({ airSpeedMPerS = 0 }: DryingAir, speed: number) => airSpeedMPerS < speed;

/** Ways of drying; air speeds are judgement. A way with a heater gets the gap that dries soonest. */
const AIR_WAYS = {
  "as-it-is": { name: "As it is", machines: [], makes: () => ({}) },
  doors: {
    name: "Doors open",
    machines: [],
    makes: (air) =>
      openness(air) >= 2
        ? undefined
        : { ...atLeast(air, DOORS_M_PER_S), space: "doors", airChangesPerH: undefined, dehumidifier: undefined },
  },
  mover: {
    name: "One air mover",
    machines: ["air-mover"],
    makes: (air) => (isSlower(air, ONE_MOVER_M_PER_S) ? atLeast(air, ONE_MOVER_M_PER_S) : undefined),
  },
  movers: {
    name: "Two air movers",
    machines: ["air-mover", "air-mover"],
    makes: (air) => (isSlower(air, TWO_MOVERS_M_PER_S) ? atLeast(air, TWO_MOVERS_M_PER_S) : undefined),
  },
  "movers-dried": {
    name: "Two and a dehumidifier, shut",
    machines: ["air-mover", "air-mover", "dehumidifier"],
    makes: (air) =>
      air.dehumidifier && !isSlower(air, TWO_MOVERS_M_PER_S)
        ? undefined
        : {
            ...atLeast(air, TWO_MOVERS_M_PER_S),
            space: "shut",
            airChangesPerH: undefined,
            heater: undefined,
            dehumidifier: true,
          },
  },
  heated: {
    name: "Heater and a gap",
    machines: ["heater"],
    makes: (air) => ({ ...atLeast(air, DOORS_M_PER_S), space: "gap", heater: true, dehumidifier: undefined }),
    caution: "Never leave a heater alone in a cabin, nor closer than a metre to cloth. No engine running indoors.",
  },
  steamed: {
    name: "Steam through a towel first",
    machines: ["steamer"],
    makes: () => ({}),
    how: "One warm pass before it is left to dry: purge, head wrapped in a dry white towel, towel straight after.",
    caution: "Steam scalds: gloves and sleeves, face clear.",
  },
} as const satisfies Record<string, DryingWayRow>;

export type AirWayId = keyof typeof AIR_WAYS;
const WAY_IDS = Object.keys(AIR_WAYS) as AirWayId[];
const wayOf = (id: AirWayId): DryingWayRow => AIR_WAYS[id];
export const MOST_COMPARED = 4;

export interface WhatIf {
  way: AirWayId;
  name: string;
  how?: string;
  caution?: string;
  /** What taking it changes at the job; empty when there is nothing to set. */
  air: DryingAir;
  /** Air changes of the gap that dries soonest. */
  gap?: Worked;
  /** From now, or from when the hands are done; Infinity when it does not dry like that. */
  hours: Worked;
  watts: Worked;
  energy: Worked;
  /** Each promise that was made, and whether it is kept. */
  keeps: { promise: "hand back" | "usable"; kept: boolean }[];
  /** Of those that keep every promise, the one that takes the least current. */
  cheapest: boolean;
}

interface Compared {
  /** All that shelf, power and place allow. */
  offered: { way: AirWayId; name: string }[];
  ways: WhatIf[];
}

/** What every way is weighed with. */
interface Weighing {
  context: Context;
  assessment: Assessment;
  asOf: string;
  zones: Record<string, WetZone>;
  startMs: number;
}

/**
 * Weighs ways of drying side by side, by the layers.
 * @param asOf ISO time
 * @param picked which to weigh; left out: the first four of those offered
 * @returns nothing offered while nothing is wet
 */
export function whatIf(job: Job, kit: Kit, asOf: string, picked?: readonly AirWayId[]): Compared {
  const assessment = assess(job, kit, asOf);
  const context = contextOf(job, kit, asOf);
  const wet = wetViewsOf(context, assessment.plan);
  if (wet.length === 0) return { offered: [], ways: [] };
  const startMs = dryFromMs(assessment.order, assessment.history, Date.parse(asOf));
  const zones = Object.fromEntries(
    wet.map(({ view, left, wetM2, depth }) => [
      view.id,
      wetZoneOf(context, view, { left, wetM2, depthMm: depth.depth.value }, startMs),
    ]),
  );
  const weighing: Weighing = { context, assessment, asOf, zones, startMs };
  const offered = WAY_IDS.filter((way) => isOffered(weighing, way));
  const compared = (picked ?? offered).filter((way) => offered.includes(way)).slice(0, MOST_COMPARED);
  const weighed = compared.map((way) => weigh(weighing, way));
  const keeping = weighed.filter(({ keeps, hours }) => keeps.every(({ kept }) => kept) && Number.isFinite(hours.value));
  const best = keeping.reduce<WhatIf | undefined>(
    (least, each) =>
      !least ||
      each.energy.value < least.energy.value ||
      (each.energy.value === least.energy.value && each.hours.value < least.hours.value)
        ? each
        : least,
    undefined,
  );
  return {
    offered: offered.map((way) => ({ way, name: wayOf(way).name })),
    ways: weighed.map((each) => ({ ...each, cheapest: each === best })),
  };
}

function isOffered({ context, assessment, zones }: Weighing, way: AirWayId): boolean {
  const { job, kit } = context;
  const { machines, makes } = wayOf(way);
  if (!machines.every((machine) => machineOn(kit, machine)) || (machines.length > 0 && job.site.power === "none"))
    return false;
  if (makes(job.site) === undefined) return false;
  // Heat and sparks wait until a solvent has aired.
  const solventIn = Object.keys(zones).some((id) =>
    stateNow(context, assessment.plan.zones[id]!.view).inCloth.has("solvent"),
  );
  if (solventIn && machines.length > 0) return false;
  return way !== "steamed" || Object.keys(zones).some((id) => maySteam(context, assessment, id));
}

/** The machines that such air takes. */
const runningIn = ({ airSpeedMPerS = 0, heater, dehumidifier }: DryingAir): MachineId[] => [
  ...Array.from({ length: moversAt(airSpeedMPerS) }, () => "air-mover" as const),
  ...(heater ? ["heater" as const] : []),
  ...(dehumidifier ? ["dehumidifier" as const] : []),
];

const maySteam = (context: Context, { plan }: Assessment, zoneId: string) =>
  fitMachine(context, plan.zones[zoneId]!.view, plan.zones[zoneId]!.likely, "steam").ok;

/** The face gets a little steam, and the towel takes its share of what is there; what is below stays. */
function steamed({ context, assessment, zones }: Weighing): Record<string, WetZone> {
  return Object.fromEntries(
    Object.entries(zones).map(([id, zone]) => {
      if (!maySteam(context, assessment, id)) return [id, zone];
      const water = zone.residual.value;
      const inFace = Math.min(water, zone.faceHoldsLPerM2);
      return [
        id,
        {
          ...zone,
          residual: sumOf(WATER_FORMULAS, "water.steamedOff", {
            water,
            inFace,
            steam: stated.table(PANEL_L_PER_M2.steamPass),
            share: stated.table(SHARE_LEFT_BY_TOWEL),
          }),
        },
      ];
    }),
  );
}

/** The place as it would be from now on. */
function placeWith({ context: { job, kit, history }, asOf, startMs }: Weighing, air: DryingAir): DryingPlace {
  const taken = applyOps(job, airOps(job, history, air, "what-if", asOf)).job;
  return dryingPlace(
    taken,
    kit,
    historyOf(taken).standing.filter((event) => event.kind === "air"),
    startMs,
  );
}

function hoursIn(weighing: Weighing, zones: Record<string, WetZone>, air: DryingAir, fineness?: Fineness): number {
  return longestDryH(dryInLayers(zones, placeWith(weighing, air), fineness).zones);
}

/** Air changes tried, 1/h; in between it is searched. */
const [LEAST_GAP, MOST_GAP] = [SPACES.shut.airChangesPerH, 30];
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The gap that dries soonest: too small and the air fills up, too wide and the heat blows out. Golden section over its logarithm. */
export function bestGap(hoursAt: (airChangesPerH: number) => number, rounds = 6): number {
  // What does not dry at all still ranks by how open it is, so that the search does not stand still.
  const cost = (log: number) => {
    const hours = hoursAt(Math.exp(log));
    return Number.isFinite(hours) ? hours : 1000 - log;
  };
  let [low, high] = [Math.log(LEAST_GAP), Math.log(MOST_GAP)];
  let [left, right] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [atLeft, atRight] = [cost(left), cost(right)];
  for (let round = 0; round < rounds; round++) {
    if (atLeft <= atRight) {
      [high, right, atRight] = [right, left, atLeft];
      left = high - GOLDEN * (high - low);
      atLeft = cost(left);
    } else {
      [low, left, atLeft] = [left, right, atRight];
      right = low + GOLDEN * (high - low);
      atRight = cost(right);
    }
  }
  return Math.exp(atLeft <= atRight ? left : right);
}

const tidyGap = (changes: number) => (changes < 3 ? Math.max(0.5, Math.round(changes * 2) / 2) : Math.round(changes));

/** What the promises have in hand when it dries so long. */
function slacksIn({ context: { job }, assessment, asOf }: Weighing, dryH: number) {
  const { order, history, gas, plan } = assessment;
  const nowMs = Date.parse(asOf);
  return forecastOf(order, history, job.promises, dryH, nowMs, gas?.stillH, nowMs, laterMinOf(plan.later, job)).slacks;
}

function weigh(weighing: Weighing, way: AirWayId): WhatIf {
  const {
    context: { kit, job },
    asOf,
    startMs,
  } = weighing;
  const { name, makes, how, caution } = wayOf(way);
  const zones = way === "steamed" ? steamed(weighing) : weighing.zones;
  let air = makes(job.site) ?? {};
  const gapChanges =
    way === "heated"
      ? tidyGap(bestGap((airChangesPerH) => hoursIn(weighing, zones, { ...air, airChangesPerH }, "rough")))
      : undefined;
  if (gapChanges !== undefined) air = { ...air, airChangesPerH: gapChanges };
  const place = placeWith(weighing, air);
  const dried = dryInLayers(zones, place).zones;
  const all = longestDryH(dried);
  const slowest = Object.values(dried).reduce((most, each) => (each.hours.value > most.hours.value ? each : most));
  const nowMs = Date.parse(asOf);
  const sinceH = Math.max(0, (nowMs - startMs) / 3_600_000);
  const asked = sumOf(DRYING_FORMULAS, "drying.whatIf", {
    longestH: opened(slowest.hours, "longest drying of any zone"),
    sinceH,
  });
  const hours = asked.value;
  // What runs all the while, what ran before among it; one pass of steam is minutes, not hours of current.
  const running = runningIn({ ...job.site, ...air });
  const watts = running.map((machine) => machineOn(kit, machine)?.powerW ?? 0);
  const sum = watts.reduce((total, each) => total + each, 0);
  const slacks = slacksIn(weighing, all);
  return {
    way,
    name,
    air,
    ...(how ? { how } : {}),
    ...(caution ? { caution } : {}),
    ...(gapChanges === undefined
      ? {}
      : {
          gap: worked("drying.bestGap", gapChanges, "1/h", [
            input("dry with that gap", all, "h"),
            input("least tried", LEAST_GAP, "1/h", "table"),
            input("most tried", MOST_GAP, "1/h", "table"),
          ]),
        }),
    hours: asked,
    watts: sumOf(LOAD_FORMULAS, "load.together", {
      watts: running.map((machine, index) => stated.table(watts[index]!, machine.replaceAll("-", " "))),
    }),
    energy: sumOf(DRYING_FORMULAS, "drying.energy", { watts: sum, hours }),
    keeps: slacks.map(({ promise, minutes }) => ({ promise, kept: minutes.value >= 0 })),
    cheapest: false,
  };
}
