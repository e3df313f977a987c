import { guardLeftMs as leftMs } from "@/core/judgement/rules/mayFinish";
import type { DoneEvent } from "@/core/job/schema";
import { seenSince } from "@/store/clock";

/** What is left of the waits that guard a person, by the time that was seen to pass, ms. */
export const guardLeftMs = (putOn: readonly DoneEvent[]): number => leftMs(putOn, seenSince);
