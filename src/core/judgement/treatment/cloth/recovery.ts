import { own } from "@/core/job/lookUp";
import { extractorFor } from "@/core/judgement/shelf/shelf";
import { recoveryFactor } from "@/core/judgement/learnt/own";
import { WATER_FORMULAS } from "@/core/ground/sums/waterFormulas";
import { input, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { paced } from "@/core/models/water/strokes";
import { fittedRecovery } from "@/core/models/water/tankMarks";
import { type Context } from "./planContext";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import { mostOfBuilds, type ZoneView } from "@/core/judgement/zones/zoneView";
import { waterBefore, waterCourse, type WaterMove } from "./waterBudget";

/** No machine draws off all of it at once. Judgement. */
const MOST_RECOVERY = 0.9;

/** What a dry stroke takes, and whether tank marks of this cloth say so. */
interface Recovery extends Worked {
  fitted: boolean;
}

/**
 * What one dry stroke takes here with the machine at hand: as its tank marks showed on the same cloth in this job, else as the shelf says.
 * @returns share of the free water, 0 without a machine
 */
export function recoveryOf(context: Context, view: ZoneView): Recovery {
  const ofContext = known.get(context) ?? new Map<string, Recovery>();
  known.set(context, ofContext);
  const recovery = ofContext.get(view.id) ?? recoveryNow(context, view);
  ofContext.set(view.id, recovery);
  return recovery;
}

/** What should come back into the tank: what lies there, and what goes on, but for what stays. @param there moves before */
export function recoveredBy(
  context: Context,
  view: ZoneView,
  there: readonly WaterMove[],
  move: WaterMove,
  area: Worked,
): Worked {
  const recovery = recoveryOf(context, view).value;
  return sumOf(WATER_FORMULAS, "water.recovered", {
    before: waterCourse(there, view, recovery).left.value,
    on: move.waterOnLPerM2!,
    left: waterCourse([...there, move], view, recovery).left.value,
    areaM2: area.value,
  });
}

/** A context never changes, and every way through asks again. */
const known = new WeakMap<Context, Map<string, Recovery>>();

function recoveryNow(context: Context, view: ZoneView): Recovery {
  const machine = extractorFor(context.kit, view.areaM2.value);
  const shelf = machine?.recoveryPerDryStroke ?? 0;
  const own = machine && recoveryFactor(context.kit.experience, machine.id);
  const table = own ? Math.min(MOST_RECOVERY, shelf * own.factor) : shelf;
  const fits = fitsOn(context, view, table);
  if (table === 0 || fits.length === 0) {
    const log = own && own.n > 0 ? { own: stated.measured(own.factor), most: stated.table(MOST_RECOVERY) } : {};
    return { ...sumOf(WATER_FORMULAS, "water.recovery", { shelf: stated.table(shelf), ...log }), fitted: false };
  }
  const marks = fits.map((r, index) => stated.measured(r, `tank marks ${index + 1}`));
  return {
    ...sumOf(WATER_FORMULAS, "water.recoveryFit", { fits: marks }, [input("the shelf says", table, "1", "table")]),
    fitted: true,
  };
}

function fitsOn(context: Context, view: ZoneView, table: number): number[] {
  const bound = mostOfBuilds(view, (build) => build.boundLPerM2);
  const read = context.history.done
    .filter(({ recoveredMl }) => recoveredMl !== undefined)
    .flatMap((event) => {
      const zoneId = event.zoneIds.find((id) => isSameCloth(context, view, id));
      return zoneId === undefined ? [] : [{ event, zoneId }];
    });
  const ways = new Map(
    [...new Set(read.map(({ zoneId }) => zoneId))].map((zoneId) => {
      // What went on single marks is on too little of it to be told from the tanks.
      const moves = stateNow(context, { ...view, id: zoneId }).moves.filter(({ place }) => place === undefined);
      return [
        zoneId,
        {
          moves,
          places: new Map(moves.map(({ eventId }, at) => [eventId, at])),
          water: waterBefore(moves, view, table),
        },
      ] as const;
    }),
  );
  return read.flatMap(({ event, zoneId }) => {
    const { moves, places, water } = ways.get(zoneId)!;
    const at = places.get(event.id);
    if (at === undefined) return [];
    const move = moves[at]!;
    const fit = fittedRecovery(
      water[at]!,
      move.waterOnLPerM2 ?? 0,
      move.wetStrokes ?? 1,
      move.dryStrokes ?? 0,
      bound,
      water[at + 1]!,
    );
    // As one stroke at the usual pace would.
    return fit === undefined ? [] : paced(fit, 1 / (move.pace ?? 1));
  });
}

/** Zones of one piece with no cloth of their own are of the same cloth; the zone itself always is. */
function isSameCloth({ job }: Context, view: ZoneView, zoneId: string): boolean {
  const other = own(job.zones.byId, zoneId);
  const clothOf = ({ cloth }: { cloth?: { material?: string; build?: string } }) =>
    `${cloth?.material ?? ""}/${cloth?.build ?? ""}`;
  return (
    zoneId === view.id ||
    (other !== undefined && other.pieceId === view.zone.pieceId && clothOf(other) === clothOf(view.zone))
  );
}
