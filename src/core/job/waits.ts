import { guardsPerson } from "@/core/ground/catalog/actions";
import type { History } from "./history";

/** Something put on the cloth that has to be left, and must not be left too long. */
export interface Wait {
  /** The event it runs from. */
  id: string;
  title: string;
  zoneIds: string[];
  fromMs: number;
  minMin: number;
  maxMin?: number;
  /** Its end is not a suggestion. */
  guards: boolean;
}

export type WaitState = "early" | "right" | "drying";

/** Id of the note that answers for a wait which ran out while nobody looked. @param waitId of the event it runs from */
export const ranOutNoteId = (waitId: string) => `ran-out-${waitId}`.slice(0, 40);

/** Every dwell that runs, oldest first: what was put on and left, and what hands wait out; none that was answered for. */
export const waitsOf = ({ dwelling, running, standing }: History): Wait[] =>
  [...dwelling, ...running]
    .flatMap((event) =>
      event.dwellMinMin === undefined || standing.some(({ id }) => id === ranOutNoteId(event.id))
        ? []
        : [
            {
              id: event.id,
              title: event.title,
              zoneIds: event.zoneIds,
              fromMs: Date.parse(event.at),
              minMin: event.dwellMinMin,
              ...(event.dwellMaxMin === undefined ? {} : { maxMin: event.dwellMaxMin }),
              guards: guardsPerson(event),
            },
          ],
    )
    .sort((a, b) => a.fromMs - b.fromMs);

/** Where a dwell stands. One without a longest time is never too late. */
export function waitState({ minMin, maxMin }: Pick<Wait, "minMin" | "maxMin">, elapsedMs: number): WaitState {
  if (elapsedMs < minMin * 60_000) return "early";
  return maxMin !== undefined && elapsedMs > maxMin * 60_000 ? "drying" : "right";
}

/** What was said to be drying out and still lies there so much later was not lifted, min. Judgement. */
const SURELY_MIN = 60;
/** What has no longest time and lies there so much longer than it needs is nobody's any more, min. Judgement. */
const LEFT_MIN = 12 * 60;

/**
 * True for a wait that ran out and that somebody has to answer for: lifted in time, or dried in. What guards a person
 * is never over by itself.
 * @param wasTold somebody was told when it began to dry out
 */
export function ranOut({ fromMs, minMin, maxMin, guards }: Wait, nowMs: number, wasTold: boolean): boolean {
  if (guards) return false;
  const lastMin = maxMin === undefined ? minMin + LEFT_MIN : maxMin + (wasTold ? SURELY_MIN : 0);
  return nowMs > fromMs + lastMin * 60_000;
}

/** Said so long before it dries out, min, but never before it is right. Judgement. */
const WARN_BEFORE_MIN = 2;

/** Longer ahead than any dwell there is, ms: such a time comes of a clock that was wrong, and no timer of a browser holds it. */
const FAR_AHEAD_MS = 48 * 3_600_000;

export type SignalKind = "right" | "soon-dry" | "drying";

/** When to speak up about a dwell, ms since 1970. */
export function signalsOf({ fromMs, minMin, maxMin }: Wait): { kind: SignalKind; atMs: number }[] {
  const at = (minutes: number) => fromMs + minutes * 60_000;
  const warn = maxMin === undefined ? undefined : Math.max(maxMin - WARN_BEFORE_MIN, (minMin + maxMin) / 2);
  return [
    { kind: "right", atMs: at(minMin) },
    ...(warn === undefined
      ? []
      : [
          { kind: "soon-dry" as const, atMs: at(warn) },
          { kind: "drying" as const, atMs: at(maxMin!) },
        ]),
  ];
}

/** The signals of a dwell that are still to come and worth a timer. @param nowMs the caller's clock */
export const signalsToCome = (wait: Wait, nowMs: number): ReturnType<typeof signalsOf> =>
  signalsOf(wait).filter(
    ({ kind, atMs }) =>
      atMs > nowMs && atMs - nowMs < FAR_AHEAD_MS && !(kind === "right" && wait.guards && wait.minMin === 0),
  );
