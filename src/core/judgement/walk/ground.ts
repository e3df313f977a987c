import {
  ABOVE_ALL,
  FLOOR,
  HEIGHT,
  moveMin,
  OTHER_PIECE_MIN,
  standingOf,
  type Standing,
} from "@/core/ground/pieces/standing";
import { sideBySide } from "@/core/ground/pieces/part";
import type { TemplateId } from "@/core/ground/pieces/templates";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/**
 * A job as it is walked: from which place each zone is reached, how high it is and what it hangs over; and its sections,
 * what one person reaches without moving and works as one.
 */
export interface Ground {
  /** Place names, in the order of the drawing. */
  places: readonly Place[];
  /** Of each zone, its place. */
  placeOf: ReadonlyMap<string, number>;
  /** Minutes from place to place. */
  move: readonly (readonly number[])[];
  standing: ReadonlyMap<string, Standing & { pieceId: string; onFloor: boolean }>;
}

interface Place {
  id: string;
  /** "front left door"; the piece's own name where it is reached from one place. */
  name: string;
  pieceId: string;
}

/** Of what a section holds at most where nothing says how much is lifted in time, m². Common practice, no source. */
export const USUAL_SECTION_M2 = 2;

/** It stands on the floor of a room, and one stands on that to work it. */
const FURNITURE: readonly TemplateId[] = ["bench-seat", "settee", "armchair", "dining-chair", "mattress"];

export function groundOf(views: readonly ZoneView[]): Ground {
  const standing = new Map(
    views.map((view) => [
      view.id,
      {
        ...standingOf(view.piece, view.zone.part, view.role, view.corners),
        pieceId: view.zone.pieceId,
        onFloor: FURNITURE.includes(view.piece.template),
      },
    ]),
  );
  const ids = new Map<string, number>();
  const places: (Place & { at: Standing["at"] })[] = [];
  const placeOf = new Map<string, number>();
  const unnamed = new Set<string>();
  for (const view of views) {
    const { place, name, at, pieceId } = standing.get(view.id)!;
    const id = `${pieceId}/${place}`;
    if (!ids.has(id)) {
      if (name === "") unnamed.add(id);
      ids.set(id, places.length);
      places.push({ id, name: name || view.piece.name, pieceId, at });
    }
    placeOf.set(view.id, ids.get(id)!);
  }
  // Several places of one piece that have no name of their own are told apart by their side.
  for (const pieceId of new Set(places.map((place) => place.pieceId))) {
    const its = places.filter((place) => place.pieceId === pieceId && unnamed.has(place.id));
    if (its.length < 2) continue;
    const sides = sideBySide("", its.length);
    [...its]
      .sort((a, b) => a.at.xMm - b.at.xMm)
      .forEach((place, index) => (place.name = `${place.name}, ${sides[index]!.toLowerCase()}`));
  }
  const move = places.map((from) =>
    places.map((to) => (from === to ? 0 : from.pieceId === to.pieceId ? moveMin(from.at, to.at) : OTHER_PIECE_MIN)),
  );
  return { places, placeOf, move, standing };
}

/** What is worked as one. */
interface Section {
  id: string;
  zoneIds: readonly string[];
}

/**
 * What is over before something else is worked: higher over lower, far before near, furniture before the floor it is
 * worked from.
 * @param sections those where something is wetted
 * @returns pairs of them: the first comes before the second; whether both are of one floor
 */
export function comesBefore(
  { standing }: Ground,
  sections: readonly Section[],
): { before: string; after: string; onFloor: boolean }[] {
  const known = sections.map(({ id, zoneIds }) => {
    const its = zoneIds.map((zoneId) => standing.get(zoneId)!);
    const levels = its.map(levelOf);
    return { id, where: its[0]!, top: Math.max(...levels), bottom: Math.min(...levels) };
  });
  return known.flatMap((upper) =>
    known.flatMap((lower) => {
      const { where } = lower;
      if (where.column === FLOOR && upper.where.onFloor) return [{ before: upper.id, after: lower.id, onFloor: false }];
      if (where.pieceId !== upper.where.pieceId) return [];
      if (where.column !== upper.where.column && upper.where.column !== ABOVE_ALL) return [];
      if (upper.bottom < lower.top || upper.top <= lower.bottom) return [];
      return [{ before: upper.id, after: lower.id, onFloor: where.column === FLOOR }];
    }),
  );
}

/** Larger comes first: what is higher, on a floor what lies farther in. */
const levelOf = ({ height, farMm }: Standing) => farMm ?? height;

/**
 * Zones that are put on, worked and lifted as one: of one place and one chain of steps, no larger than can be lifted in
 * time.
 * @param chainOf what is done on each zone, as one name
 * @param mostM2Of what a section of this zone may hold at most, m²
 * @returns by zone, the name of its section
 */
export function sectionsOf(
  { placeOf, standing }: Ground,
  zoneIds: readonly string[],
  chainOf: (zoneId: string) => string,
  areaOf: (zoneId: string) => number,
  mostM2Of: (zoneId: string) => number,
): Map<string, string> {
  const sections = new Map<string, string>();
  const open = new Map<string, { name: string; area: number; most: number }>();
  // From the top down, so that what is cut off is cut off below.
  const topDown = [...zoneIds].sort((a, b) => standing.get(b)!.height - standing.get(a)!.height);
  for (const zoneId of topDown) {
    const where = standing.get(zoneId)!;
    // A ceiling, a floor and what stands between are never one section.
    const band = where.height >= HEIGHT.upper ? where.height : where.height > HEIGHT.low ? "seat" : where.height;
    const key = `${placeOf.get(zoneId)} ${band} ${chainOf(zoneId)}`;
    const [area, most] = [areaOf(zoneId), mostM2Of(zoneId)];
    const last = open.get(key);
    if (last && last.area + area <= Math.min(last.most, most)) {
      sections.set(zoneId, last.name);
      last.area += area;
      last.most = Math.min(last.most, most);
    } else {
      sections.set(zoneId, zoneId);
      open.set(key, { name: zoneId, area, most });
    }
  }
  return sections;
}
