import { record, setSite } from "./change";
import type { Op } from "./commands";
import type { History } from "./history";
import type { DryingAir, Job } from "./schema";

/** A change sooner than this after the last is a finger on its way to the number it wants, ms. */
const SAME_CHANGE_MS = 10 * 60_000;

const DRYING_AIR_FIELDS = [
  "airTempC",
  "relativeHumidityPct",
  "airSpeedMPerS",
  "space",
  "volumeM3",
  "airChangesPerH",
  "outsideTempC",
  "outsideHumidityPct",
  "heater",
  "dehumidifier",
  "sunHours",
] as const satisfies readonly (keyof DryingAir)[];

/** The air of a job as it is now. */
const airNow = ({ site }: Job): DryingAir =>
  Object.fromEntries(
    DRYING_AIR_FIELDS.flatMap((key) => (site[key] === undefined ? [] : [[key, site[key]]])),
  ) as DryingAir;

/**
 * Changes what things dry in. While they dry, what it was until now is kept, so that what has dried stays dried.
 * @param change undefined takes a value out
 * @param id of the event, @param at ISO time, both the caller's
 */
export function airOps(job: Job, { standing }: History, change: Partial<DryingAir>, id: string, at: string): Op[] {
  const drying = standing.some((event) => event.kind === "done" && event.action === "set-to-dry");
  const lastChange = standing.findLast(({ kind }) => kind === "air")?.at;
  const keeps = drying && (lastChange === undefined || Date.parse(at) - Date.parse(lastChange) > SAME_CHANGE_MS);
  return [
    ...(keeps ? [record({ kind: "air", id, at, was: airNow(job) })] : []),
    ...(Object.keys(change) as (keyof DryingAir)[]).map((key) => setSite(key, change[key])),
  ];
}
