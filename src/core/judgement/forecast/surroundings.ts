import { own } from "@/core/job/lookUp";
import { vapourPressurePa } from "@/core/models/air/moistAir";
import type { Air, Room } from "@/core/models/air/room";
import {
  LEAST_ROOM_M3,
  ROOM_HEAT_J_PER_M3K,
  ROOM_HEIGHT_M,
  spaceOf,
  SUN_W_PER_M2,
  WALL_LOSS_W_PER_M2K,
  type SpaceId,
} from "@/core/ground/catalog/spaces";
import { CABIN_HEIGHT_M } from "@/core/ground/pieces/cabinSpace";
import { CABINS } from "@/core/ground/pieces/cabinSpace";
import type { AirEvent, DryingAir, Job, Kit } from "@/core/job/schema";
import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { sumOf, stated, entered, type Worked } from "@/core/ground/sums/working";
import { machineOn } from "@/core/judgement/shelf/shelf";
import {
  conditionsOf,
  isOutsideAssumed,
  reckonedHumidityPct,
  reckonedTempC,
  usualOutside,
} from "@/core/judgement/zones/conditions";
import type { Surroundings } from "@/core/models/drying/dryOut";

/** What a job's things dry in, now and since they were set to dry. */
export interface DryingPlace {
  space: SpaceId;
  /** Nobody said where it dries: planned as shut. */
  spaceAssumed: boolean;
  /** Humidity outside that nobody said, where its temperature is known. */
  outsideAssumed?: Worked;
  volume: Worked;
  at: (hours: number) => Surroundings;
  /** Says all of it in one text; what is alike dries alike. */
  key: string;
}

const HOUR_MS = 3_600_000;

/** Air speed over the cloth by the number of movers, m/s. Judgement. */
export const MOVER_SPEEDS_M_PER_S = [0, 1, 2] as const;
export const moversAt = (speedMPerS: number) =>
  speedMPerS >= MOVER_SPEEDS_M_PER_S[2] ? 2 : speedMPerS >= MOVER_SPEEDS_M_PER_S[1] ? 1 : 0;

/** Room inside: as given, the cabin's own, or a room over what lies on its floor. */
function roomVolume({ pieces, site }: Job): Worked {
  if (site.volumeM3 !== undefined) return entered("as given", site.volumeM3, "m3");
  const all = pieces.order.map((id) => own(pieces.byId, id)!);
  const cabin = all.find(({ template }) => CABINS.includes(template));
  const floorOf = ({ lengthMm, depthMm }: { lengthMm: number; depthMm: number }) => (lengthMm * depthMm) / 1e6;
  if (cabin)
    return sumOf(DRYING_FORMULAS, "drying.volume", { floorM2: floorOf(cabin), heightM: stated.table(CABIN_HEIGHT_M) });
  const floor = Math.max(0, ...all.map(floorOf));
  return sumOf(DRYING_FORMULAS, "drying.volume", {
    floorM2: { value: floor, name: "floor that is cleaned" },
    heightM: stated.table(ROOM_HEIGHT_M),
    leastM3: stated.table(LEAST_ROOM_M3),
  });
}

/**
 * The air over the things from the moment they dry.
 * @param events that tell how the air was before it was changed, in their order
 * @param startMs when drying begins, ms since 1970
 */
export function dryingPlace(job: Job, kit: Kit, events: readonly AirEvent[], startMs: number): DryingPlace {
  const volume = roomVolume(job);
  const changes = events
    .filter(({ at }) => Date.parse(at) > startMs)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  const kept: { untilH: number; air: DryingAir }[] = [
    ...changes.map(({ at, was }) => ({ untilH: (Date.parse(at) - startMs) / HOUR_MS, air: was })),
    { untilH: Infinity, air: job.site },
  ];
  const outside = outsideOf(kept[0]!.air);
  let read: Air | undefined;
  const spans = kept.map(({ untilH, air }) => {
    const now = airOf(air);
    // Opening a door is no reading: only another temperature or humidity sets the air anew.
    if (!read || read.tempC !== now.tempC || read.vapourPa !== now.vapourPa) read = now;
    return { untilH, at: spanOf(air, kit, volume.value, outside, read) };
  });
  const weather = job.site.weather;
  const weatherAt = (hours: number): Air | undefined => {
    if (!weather || weather.hours.length === 0) return undefined;
    const into = (startMs - Date.parse(weather.from)) / HOUR_MS + hours;
    const last = weather.hours.length - 1;
    const [from, to] = [Math.floor(into), Math.floor(into) + 1].map(
      (index) => weather.hours[Math.min(last, Math.max(0, index))]!,
    ) as [Weather, Weather];
    const share = into - Math.floor(into);
    const tempC = reckonedTempC(from.tempC + share * (to.tempC - from.tempC));
    return {
      tempC,
      vapourPa: vapourPressurePa(
        tempC,
        reckonedHumidityPct(from.relativeHumidityPct + share * (to.relativeHumidityPct - from.relativeHumidityPct)),
      ),
    };
  };
  return {
    space: job.site.space ?? "shut",
    spaceAssumed: job.site.space === undefined,
    ...(isOutsideAssumed(job.site) ? { outsideAssumed: usualOutside(job.site.outsideTempC) } : {}),
    volume,
    at: (hours) => spans.find(({ untilH }) => hours < untilH)!.at(hours, weatherAt(hours)),
    key: JSON.stringify([kept, volume.value, weather, weather && startMs, kit.machines]),
  };
}

type Weather = NonNullable<Job["site"]["weather"]>["hours"][number];

const airOf = (air: DryingAir): Air => {
  const { tempC, relativeHumidityPct } = conditionsOf(air).slow;
  return { tempC, vapourPa: vapourPressurePa(tempC, relativeHumidityPct) };
};

/** What comes in from outside: as read there; with its temperature alone as humid as is usual; else as inside at first. */
function outsideOf(air: DryingAir): Air {
  const inside = airOf(air);
  if (air.outsideTempC === undefined && air.outsideHumidityPct === undefined) return inside;
  const outsideC = reckonedTempC(air.outsideTempC ?? inside.tempC);
  const humidityPct = reckonedHumidityPct(air.outsideHumidityPct ?? usualOutside(outsideC).value);
  return { tempC: outsideC, vapourPa: vapourPressurePa(outsideC, humidityPct) };
}

/** The surroundings while nothing is changed. */
function spanOf(
  air: DryingAir,
  kit: Kit,
  volumeM3: number,
  outside: Air,
  inside: Air,
): (hours: number, weather: Air | undefined) => Surroundings {
  const speed = conditionsOf(air).slow.airSpeedMPerS;
  const { airChangesPerH } = spaceOf(air.space ?? "shut");
  if (airChangesPerH === undefined)
    return (hours, weather) => ({
      ...(weather ?? inside),
      airSpeedMPerS: speed,
      sunWPerM2: hours < (air.sunHours ?? 0) ? SUN_W_PER_M2 : 0,
    });
  const watts = (id: "air-mover" | "dehumidifier" | "heater") => machineOn(kit, id)?.powerW ?? 0;
  const room: Room = {
    read: inside,
    volumeM3,
    airChangesPerH: air.airChangesPerH ?? airChangesPerH,
    heatW:
      moversAt(speed) * watts("air-mover") +
      (air.heater ? watts("heater") : 0) +
      (air.dehumidifier ? watts("dehumidifier") : 0),
    dehumidifierKgPerH: air.dehumidifier ? (machineOn(kit, "dehumidifier")?.driesLPerDay ?? 0) / 24 : 0,
    // The walls of a cube of that room.
    lossWPerK: WALL_LOSS_W_PER_M2K * 6 * volumeM3 ** (2 / 3),
    heatCapacityJPerK: ROOM_HEAT_J_PER_M3K * volumeM3,
  };
  return (_, weather) => ({ ...(weather ?? outside), airSpeedMPerS: speed, sunWPerM2: 0, room });
}
