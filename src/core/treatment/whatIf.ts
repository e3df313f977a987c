import { vapourPressurePa, saturationPressurePa } from "../air/moistAir";
import { assess, type Assessment } from "../assess";
import type { MachineId } from "../catalog/machines";
import { longestDryH } from "../drying/longest";
import type { Job, Kit } from "../job/schema";
import { input, worked, type Worked } from "../quantity/working";
import { forecastOf } from "../schedule/forecast";
import { machineOn } from "../shelf/shelf";
import { contextOf, type Context } from "./context";
import { conditionsOf } from "./conditions";
import { dryingOfZone } from "./schools";

/** What other air would do to the drying: the same water, another way of drying it. */

type Air = Pick<Job["site"], "airTempC" | "relativeHumidityPct" | "airSpeedMPerS">;

interface AirWay {
  name: string;
  machines: readonly MachineId[];
  /** The air it makes, of the air there is. Judgement. */
  makes: (air: Required<Air>) => Air;
  caution?: string;
}

const WINDOW_M_PER_S = 0.3;
const ONE_MOVER_M_PER_S = 1;
const TWO_MOVERS_M_PER_S = 2;
const DRIED_TO_PCT = 45;
const WARMER_K = 8;
const WARMEST_C = 35;
const faster = (air: Required<Air>, speed: number): Air => ({ airSpeedMPerS: Math.max(air.airSpeedMPerS, speed) });

/** Warmed air holds as much vapour as before, so it is relatively drier. */
function warmed(air: Required<Air>): Air {
  const airTempC = Math.max(air.airTempC, Math.min(WARMEST_C, air.airTempC + WARMER_K));
  return { airTempC, relativeHumidityPct: Math.max(1, (100 * vapourPressurePa(air.airTempC, air.relativeHumidityPct)) / saturationPressurePa(airTempC)), ...faster(air, WINDOW_M_PER_S) };
}

export const AIR_WAYS = {
  "as-it-is": { name: "As it is", machines: [], makes: () => ({}) },
  open: { name: "Doors or windows open", machines: [], makes: (air) => faster(air, WINDOW_M_PER_S) },
  mover: { name: "One air mover", machines: ["air-mover"], makes: (air) => faster(air, ONE_MOVER_M_PER_S) },
  movers: { name: "Two air movers", machines: ["air-mover", "air-mover"], makes: (air) => faster(air, TWO_MOVERS_M_PER_S) },
  "movers-dried": { name: "Two and a dehumidifier, shut", machines: ["air-mover", "air-mover", "dehumidifier"], makes: (air) => ({ ...faster(air, TWO_MOVERS_M_PER_S), relativeHumidityPct: Math.min(air.relativeHumidityPct, DRIED_TO_PCT) }) },
  warmed: { name: "Heater and a gap", machines: ["heater"], makes: warmed, caution: "Never leave a heater alone in a cabin, nor closer than a metre to cloth." },
} as const satisfies Record<string, AirWay>;
export type AirWayId = keyof typeof AIR_WAYS;

export interface WhatIf {
  way: AirWayId;
  name: string;
  caution?: string;
  /** What picking it changes at the job. */
  air: Air;
  /** It builds on a number nobody has measured: it can be read, not taken over. */
  measureFirst: boolean;
  /** From now, or from when the hands are done; Infinity when it does not dry like that. */
  hours: Worked;
  watts: Worked;
  /** Each promise that was made, and whether it is kept. */
  keeps: { promise: "hand back" | "usable"; kept: boolean }[];
  /** Of those that keep every promise, the one that takes the least current. */
  cheapest: boolean;
}

/**
 * Weighs every way of drying that the shelf and the job's power allow.
 * @param asOf ISO time
 * @returns none when nothing is wet
 */
export function whatIf(job: Job, kit: Kit, asOf: string): WhatIf[] {
  const assessment = assess(job, kit, asOf);
  if (Object.keys(assessment.drying).length === 0) return [];
  const context = contextOf(job, kit, asOf);
  const { tempC, relativeHumidityPct, airSpeedMPerS } = context.conditions.slow;
  const ways = (Object.entries(AIR_WAYS) as [AirWayId, AirWay][]).filter(([, { machines }]) => machines.every((machine) => machineOn(kit, machine)) && (machines.length === 0 || job.site.power !== "none"));
  const now = { airTempC: tempC, relativeHumidityPct, airSpeedMPerS };
  const isOther = (air: Air) => (Object.keys(air) as (keyof Air)[]).some((key) => air[key] !== now[key]);
  // What would change nothing, because it is so already, is left out.
  const weighed = ways.flatMap(([way, row]) => way === "as-it-is" || isOther(row.makes(now)) ? [weigh(context, assessment, asOf, way, row, row.makes(now))] : []);
  const keeping = weighed.filter(({ keeps }) => keeps.every(({ kept }) => kept)).filter(({ hours }) => Number.isFinite(hours.value));
  const best = keeping.reduce<WhatIf | undefined>((least, each) => (!least || each.watts.value * each.hours.value < least.watts.value * least.hours.value ? each : least), undefined);
  return weighed.map((each) => ({ ...each, cheapest: each === best }));
}

function weigh(context: Context, { plan, drying, history, gas }: Assessment, asOf: string, way: AirWayId, { name, machines, caution }: AirWay, air: Air): WhatIf {
  const { job, kit } = context;
  const other: Context = { ...context, conditions: conditionsOf({ ...job.site, ...air }) };
  const asItIs = longestDryH(drying);
  const all = longestDryH(Object.fromEntries(Object.entries(drying).map(([id, { residual }]) => [id, dryingOfZone(other, plan.zones[id]!.view, residual)])));
  // What has dried already has dried in the air there was.
  const setToDry = history.done.findLast(({ action }) => action === "set-to-dry");
  const nowMs = Date.parse(asOf);
  const sinceH = plan.steps.length === 0 && setToDry ? (nowMs - Date.parse(setToDry.at)) / 3_600_000 : 0;
  const dried = Number.isFinite(asItIs) && asItIs > 0 ? Math.min(1, sinceH / asItIs) : 0;
  const hours = Number.isFinite(all) ? all * (1 - dried) : Infinity;
  const watts = machines.map((machine) => machineOn(kit, machine)?.powerW ?? 0);
  const { slacks } = forecastOf(plan.steps, history, job.promises, sinceH + hours, nowMs, gas?.stillH);
  return {
    way, name, air, measureFirst: (["airTempC", "relativeHumidityPct"] as const).some((key) => air[key] !== undefined && job.site[key] === undefined), ...(caution ? { caution } : {}),
    hours: worked("drying.whatIf", hours, "h", [input("longest drying in this air", all, "h"), input("dried already", dried, "1"), input("air", other.conditions.slow.tempC, "degC"), input("humidity", other.conditions.slow.relativeHumidityPct, "%"), input("air speed", other.conditions.slow.airSpeedMPerS, "m/s")]),
    watts: worked("load.together", watts.reduce((sum, each) => sum + each, 0), "W", machines.map((machine, index) => input(machine.replaceAll("-", " "), watts[index]!, "W"))),
    keeps: slacks.map(({ promise, minutes }) => ({ promise, kept: minutes.value >= 0 })),
    cheapest: false,
  };
}
