"use client";
import Link from "next/link";
import { useMemo } from "react";
import { useJobsState } from "@/store/jobs";
import { useSettings } from "@/store/settings";

const DAY_MS = 86_400_000;
/** So long work may stand on this device alone, days. Judgement. */
const REMIND_AFTER_DAYS = 7;

/** Work that stands nowhere else is said so, until it is saved. */
export function BackupReminder({ nowMs }: { nowMs: number }) {
  const stored = useJobsState(({ stored }) => stored);
  const { backedUpAt } = useSettings();
  const { unsaved, oldest } = useMemo(() => {
    const since = backedUpAt ? Date.parse(backedUpAt) : -Infinity;
    const unsaved = Object.values(stored).filter(
      ({ demo, events }) => !demo && events.some(({ at }) => Date.parse(at) > since),
    );
    return {
      unsaved,
      oldest: Math.min(...unsaved.map(({ events }) => Date.parse(events.find(({ at }) => Date.parse(at) > since)!.at))),
    };
  }, [stored, backedUpAt]);
  if (nowMs === 0 || unsaved.length === 0 || nowMs - oldest < REMIND_AFTER_DAYS * DAY_MS) return null;
  return (
    <p className="not-agreed" role="status">
      <b>
        {unsaved.length === 1 ? "The work of one job" : `The work of ${unsaved.length} jobs`} is on this device only.
      </b>{" "}
      <Link prefetch={false} href="/settings">
        Save everything as one ZIP
      </Link>
    </p>
  );
}
