"use client";
import Link from "next/link";
import type { Job } from "@/core/job/schema";
import { useSettings } from "@/store/settings";

const DAY_MS = 86_400_000;
/** So long work may stand on this device alone, days. Judgement. */
const REMIND_AFTER_DAYS = 7;

/** Work that stands nowhere else is said so, until it is saved. */
export function BackupReminder({ jobs, nowMs }: { jobs: readonly Job[]; nowMs: number }) {
  const { backedUpAt } = useSettings();
  const since = backedUpAt ? Date.parse(backedUpAt) : -Infinity;
  const unsaved = jobs.filter(({ demo, events }) => !demo && events.some(({ at }) => Date.parse(at) > since));
  const oldest = Math.min(...unsaved.flatMap(({ events }) => events.map(({ at }) => Date.parse(at)).filter((at) => at > since)));
  if (nowMs === 0 || unsaved.length === 0 || nowMs - oldest < REMIND_AFTER_DAYS * DAY_MS) return null;
  return <p className="not-agreed" role="status"><b>{unsaved.length === 1 ? "The work of one job" : `The work of ${unsaved.length} jobs`} is on this device only.</b> <Link prefetch={false} href="/settings">Save everything as one ZIP</Link></p>;
}
