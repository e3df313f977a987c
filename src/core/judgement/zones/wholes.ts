import { groupOf, type GroupId } from "@/core/ground/pieces/groups";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { SoilOf } from "@/core/ground/catalog/builds";
import type { ZoneView } from "./zoneView";

/** Zones that a person would name in one breath: all seats, the back seats, the floor. */
interface Whole {
  id: string;
  /** How wide it is. */
  of: SoilOf;
  name: string;
  zoneIds: string[];
}

/** Seats of a cabin stand in the names of its parts: r1-s2-base. */
const SEAT_OF = /^r\d+-s\d+/;

/** Each seat of a cabin with its zones, headrest to base; what lies under it is floor. */
export function seatsOf(views: readonly ZoneView[]): Pick<Whole, "id" | "name" | "zoneIds">[] {
  const seats = new Map<string, ZoneView[]>();
  for (const view of views) {
    const seat = groupOf(view.role) === "seats" ? SEAT_OF.exec(view.zone.part ?? "")?.[0] : undefined;
    const id = seat && `${view.zone.pieceId}/${seat}`;
    if (id) seats.set(id, [...(seats.get(id) ?? []), view]);
  }
  // "Front seat left, base": the seat's name is what they share.
  return [...seats].map(([id, its]) => ({
    id,
    name: its[0]!.name.split(",")[0]!,
    zoneIds: its.map((view) => view.id),
  }));
}

/** Rows of a cabin stand in the names of its parts: r1-s2-base. */
const ROW_OF = /^r(\d+)-/;
const rowOf = ({ zone }: ZoneView) => ROW_OF.exec(zone.part ?? "")?.[1];
const rowName = (at: number, rows: number) =>
  at === 0 ? "Front seats" : at === rows - 1 ? "Back seats" : `Seats of row ${at + 1}`;

/** Further than this there is something to gain by naming several at once. */
const SEVERAL = 5;

const ROLES: readonly { id: string; name: string; of: (role: RoleId) => boolean }[] = [
  { id: "floor", name: "All floors", of: (role) => groupOf(role) === ("floor" satisfies GroupId) && role !== "boot" },
  { id: "mats", name: "Mats", of: (role) => role === "mat" },
  { id: "boot", name: "Boot", of: (role) => role === "boot" },
  { id: "headliner", name: "Headliner", of: (role) => role === "headliner" },
  { id: "doors", name: "Door cloth", of: (role) => role === "door-cloth" },
  { id: "belts", name: "Belts", of: (role) => role === "belt" },
  { id: "trim", name: "Dashboard, console", of: (role) => role === "trim" },
];

/**
 * The coarse parts of what lies on the drawing, the largest first in each kind.
 * @returns none where there are so few zones that each is named as soon
 */
export function wholesOf(views: readonly ZoneView[]): Whole[] {
  if (views.length <= SEVERAL) return [];
  const whole = (id: string, name: string, its: readonly ZoneView[], of: SoilOf = "part"): Whole[] =>
    its.length > 0 ? [{ id, of, name, zoneIds: its.map((view) => view.id) }] : [];
  const seats = views.filter(({ role }) => groupOf(role) === "seats");
  const rows = [...new Set(seats.flatMap((view) => rowOf(view) ?? []))];
  const bySeat = rows.flatMap((row, at) =>
    whole(
      `seats-${row}`,
      rowName(at, rows.length),
      seats.filter((view) => rowOf(view) === row),
      "row",
    ),
  );
  return [
    ...whole("all", "Everything", views, "all"),
    ...whole("seats", "All seats", seats),
    ...(rows.length > 1 ? bySeat : []),
    ...ROLES.flatMap(({ id, name, of }) =>
      whole(
        id,
        name,
        views.filter(({ role }) => of(role)),
      ),
    ),
  ];
}
