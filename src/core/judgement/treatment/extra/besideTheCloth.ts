import { besideOf, BESIDE_IDS, OPENED_FROM_ZONES, USUAL_BESIDE, type BesideId } from "@/core/ground/catalog/besides";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { stated, sumOf } from "@/core/ground/sums/working";
import { isCovered, isDone } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { ownPace } from "@/core/judgement/treatment/step/minutes";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { cautionsOf, reasonsOf } from "@/core/judgement/treatment/lay/cautions";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** What is done beside the cloth: as it was asked for, else as a vehicle with several soiled parts is opened and closed. */
export function besideAsked({ choices }: Pick<Job, "choices">, views: readonly ZoneView[]): readonly BesideId[] {
  const soiled = views.filter(({ piece, soil }) => piece.template === "cabin" && soil !== undefined).length;
  const asked = choices.beside ?? (soiled >= OPENED_FROM_ZONES ? USUAL_BESIDE : []);
  // Seats come out and go in together, as the owner agreed, and never by one tap of these.
  return asked.filter((id) => !besideOf(id).withSeats);
}

/** Orange cables or a battery near: the seats stay in. */
const highVoltage = (views: readonly ZoneView[]) => views.some(({ neighbours }) => neighbours.includes("high-voltage"));
const SEATS: readonly BesideId[] = BESIDE_IDS.filter((id) => besideOf(id).withSeats);

/** Seats out and in again, where the owner agreed to it and nothing there can kill. */
function withSeats({ job, history }: Context, views: readonly ZoneView[]): readonly BesideId[] {
  const out = views[0] !== undefined && isDone(history, "beside-seats-out", views[0].id);
  if (out) return ["seats-in"];
  const cabin = views.some(({ piece }) => piece.template === "cabin");
  return cabin && job.account?.liftSeats === true && !highVoltage(views) ? SEATS : [];
}

/**
 * Short steps for what stands beside the cloth, screen and glass last.
 * @param instead left out, since zones of their own are wiped
 * @returns those that come before all else, and those that come after
 */
export function besideSteps(
  context: Context,
  views: readonly ZoneView[],
  instead: readonly BesideId[] = [],
): { before: Step[]; after: Step[] } {
  const { job, history } = context;
  const zoneIds = views.map(({ id }) => id);
  const ids = [...new Set([...besideAsked(job, views), ...withSeats(context, views)])]
    .sort((a, b) => besideOf(a).order - besideOf(b).order)
    .filter((id) => zoneIds.length > 0 && !instead.includes(id) && !isCovered(history, `beside-${id}`, zoneIds[0]!));
  const steps = ids.map((id) => stepOf(context.kit, id, zoneIds, views.filter(({ role }) => role === "base").length));
  const isBefore = (id: BesideId) => besideOf(id).order < 0;
  return { before: steps.filter((_, at) => isBefore(ids[at]!)), after: steps.filter((_, at) => !isBefore(ids[at]!)) };
}

function stepOf(kit: Kit, id: BesideId, zoneIds: string[], seats: number): Step {
  const { title, how, check, why, minutes, perSeatMin, name, waitMin, required, danger, doseMl, doseMlPerSeat } =
    besideOf(id);
  const caution: Caution[] = danger
    ? [{ id: `beside-${id}`, title: "Airbags", words: danger, tone: "danger", guards: "people" }]
    : [];
  return {
    key: `beside-${id}:`,
    round: 0,
    action: waitMin === undefined ? "beside" : "power-off",
    title,
    how,
    why: why ?? `The owner sees the whole piece: ${name.toLowerCase()} beside the cloth.`,
    check,
    zoneIds,
    tool: "towel",
    waterOnLPerM2: 0,
    areaM2: sumOf(GEOMETRY_FORMULAS, "geometry.area", { areas: [] }),
    minutes: sumOf(TREATMENT_FORMULAS, "treatment.besideMinutes", {
      pace: ownPace(kit, waitMin === undefined ? "beside" : "power-off"),
      minutes: stated.table(minutes),
      perSeatMin: stated.table(perSeatMin ?? 0),
      seats,
    }),
    ...(waitMin === undefined
      ? {}
      : { dwell: { min: sumOf(TREATMENT_FORMULAS, "treatment.wait", { minutes: stated.table(waitMin, "wait") }) } }),
    ...((doseMl ?? 0) + (doseMlPerSeat ?? 0) * seats <= 0
      ? {}
      : {
          amountMl: sumOf(TREATMENT_FORMULAS, "treatment.besideDose", {
            doseMl: stated.table(doseMl ?? 0),
            perSeatMl: stated.table(doseMlPerSeat ?? 0),
            seats,
          }),
        }),
    ...(required ? { required } : {}),
    reasons: reasonsOf([]),
    cautions: [...caution, ...cautionsOf([], "beside", undefined, [])],
  };
}
