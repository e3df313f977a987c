"use client";
import { own } from "@/core/job/lookUp";
import { useEffect, useMemo, useState } from "react";
import { historyOf } from "@/core/job/history";
import type { Job } from "@/core/job/schema";
import { ranOut, signalsOf, signalsToCome, waitsOf, type SignalKind, type Wait } from "@/core/job/waits";
import { jobNow, notify, useJobsState } from "@/store/jobs";
import { nowMs, seenMs, watchClock } from "@/store/clock";
import { settingsNow } from "@/store/settings";
import { rememberTold, wasToldOf } from "@/store/told";
import { readySound, sound } from "./tone";

export interface JobWait extends Wait {
  jobId: string;
  /** Where it is, in the technician's words. */
  where: string;
}

/** Every dwell of every job on this device. */
export function useWaits(): JobWait[] {
  const stored = useJobsState(({ stored }) => stored);
  const waits = useMemo(() => Object.values(stored).flatMap(waitsOfJob), [stored]);
  const [named, setNamed] = useState(drawings !== undefined);
  useEffect(() => {
    if (waits.length === 0 || drawings) return;
    void import("@/core/ground/pieces/templates")
      .then((loaded) => {
        drawings = loaded;
        setNamed(true);
      })
      .catch(() => undefined);
  }, [waits]);
  return useMemo(
    () => (named ? waits.map((wait) => ({ ...wait, where: whereOf(own(stored, wait.jobId)!, wait) })) : waits),
    [named, waits, stored],
  );
}

const known = new WeakMap<Job, JobWait[]>();

function waitsOfJob(job: Job): JobWait[] {
  let waits = known.get(job);
  if (!waits) {
    const last = job.events.at(-1);
    // Most jobs have nothing running: their last word was long ago.
    const isOver =
      job.events.some(({ kind }) => kind === "handed-back") && !job.events.some(({ kind }) => kind === "undo");
    const recent =
      last !== undefined && !isOver && job.events.some(({ at }) => Date.parse(at) > Date.parse(last.at) - 86_400_000);
    waits = recent ? timed(job) : [];
    known.set(job, waits);
  }
  return waits;
}

/** A job whose record cannot be read has nothing to time, and keeps no other from being timed. */
function timed(job: Job): JobWait[] {
  try {
    return waitsOf(historyOf(job)).map((wait) => ({ ...wait, jobId: job.id, where: whereOf(job, wait) }));
  } catch {
    return [];
  }
}

/** The drawings know what their parts are called; they are only fetched once something dwells. */
let drawings: typeof import("@/core/ground/pieces/templates") | undefined;

function whereOf(job: Job, { zoneIds, title }: Wait): string {
  const zone = own(job.zones.byId, zoneIds[0] ?? "");
  const short = title.split(",")[0]!;
  if (!zone || zoneIds.length > 1) return short;
  return (
    zone.name ??
    drawings?.partsOf(own(job.pieces.byId, zone.pieceId)!).find(({ part }) => part === zone.part)?.name ??
    short
  );
}

/** True for a dwell that ran out and waits for an answer. */
export const isRanOut = (wait: Wait, nowMs: number) => ranOut(wait, nowMs, wasToldOf(wait.id));

const WORDS: Record<SignalKind, string> = {
  right: "Right: lift it off now",
  "soon-dry": "Dries out soon: lift it off",
  drying: "Drying out: lift it off at once",
};

/** Sounds, buzzes and notifies wherever one is in the application: when a dwell is right, and before it dries out. */
export function useWaitSignals() {
  const waits = useWaits();
  const whole = useJobsState(({ whole }) => whole);
  useEffect(() => {
    if (!whole) return;
    // What is over or forgotten needs no clock any more.
    const watch = () =>
      watchClock(
        waits.filter(({ guards }) => guards),
        waits.some((wait) =>
          wait.guards ? seenMs(wait.id, wait.fromMs) < wait.minMin * 60_000 : !isRanOut(wait, nowMs()),
        ),
      );
    watch();
    const again = setInterval(watch, 60_000);
    return () => clearInterval(again);
  }, [waits, whole]);
  const any = waits.length > 0;
  useEffect(() => {
    // Making the sound ready holds the page for a moment: only where something will sound.
    if (!any) return;
    addEventListener("pointerup", readySound);
    addEventListener("keydown", readySound);
    return () => {
      removeEventListener("pointerup", readySound);
      removeEventListener("keydown", readySound);
    };
  }, [any]);
  useEffect(() => {
    const now = nowMs();
    const timers = waits.flatMap((wait) =>
      signalsToCome(wait, now).map(({ kind, atMs }) => setTimeout(() => ring(wait, kind, atMs), atMs - now)),
    );
    return () => timers.forEach(clearTimeout);
  }, [waits]);
}

/** A timer that rings so much later than it was set: the device slept meanwhile, ms. Browsers round to a minute. */
const LATE_MS = 90_000;

/** Rings when it is time; after sleep only for the last of what passed, and not as if it were now. */
function ring(wait: JobWait, kind: SignalKind, atMs: number) {
  const now = nowMs();
  if (signalsOf(wait).some((later) => later.atMs > atMs && later.atMs <= now)) return;
  const isLate = now - atMs > LATE_MS;
  if (kind === "drying" && !isLate) rememberTold(wait.id);
  tell(wait, kind, kind === "drying" && isLate ? "It dried out while nobody looked" : WORDS[kind]);
}

function tell(wait: JobWait, kind: SignalKind, said: string) {
  const words = wait.guards ? "The wait is over" : said;
  const { sound: wanted = true } = settingsNow();
  if (wanted) sound(kind !== "right");
  navigator.vibrate?.(kind === "right" ? [300, 150, 300] : [200, 100, 200, 100, 500]);
  const job = jobNow(wait.jobId);
  const body = `${wait.where}, ${wait.title.toLowerCase()}${job ? ` · ${job.title}` : ""}`;
  if ("Notification" in window && window.isSecureContext && Notification.permission === "granted")
    new Notification(words, { body, tag: wait.id });
  // What waits for an answer stands there already.
  if (kind !== "drying" || isRanOut(wait, nowMs())) return;
  notify(`${words}: ${wait.where}.`);
}
