import { guardsPerson } from "@/core/ground/catalog/actions";
import type { DoneEvent } from "@/core/job/schema";
import { seenMs } from "@/store/clock";

/** What is left of the waits that guard a person, by the time that was seen to pass, ms. */
export const guardLeftMs = (putOn: readonly DoneEvent[]): number =>
  Math.max(
    0,
    ...putOn.flatMap((event) =>
      guardsPerson(event) && event.dwellMinMin !== undefined
        ? [event.dwellMinMin * 60_000 - seenMs(event.id, Date.parse(event.at))]
        : [],
    ),
  );
