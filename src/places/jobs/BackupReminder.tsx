"use client";
import Link from "next/link";
import { useMemo } from "react";
import { useLines } from "@/store/jobs";
import { useSettings } from "@/store/settings";

const DAY_MS = 86_400_000;
/** So long work may stand on this device alone, days. Judgement. */
const REMIND_AFTER_DAYS = 7;

/** Work that stands nowhere else is said so, until it is saved. */
export function BackupReminder({ nowMs }: { nowMs: number }) {
  const lines = useLines();
  const { backedUpAt } = useSettings();
  const { unsaved, oldest } = useMemo(() => {
    const since = backedUpAt ? Date.parse(backedUpAt) : -Infinity;
    const unsaved = lines.filter(({ demo, lastAt }) => !demo && lastAt !== undefined && Date.parse(lastAt) > since);
    // Work that was going on when it was saved last stands here alone since then.
    const oldest = unsaved.reduce(
      (least, { firstAt }) => Math.min(least, Math.max(since, Date.parse(firstAt!))),
      Infinity,
    );
    return { unsaved, oldest };
  }, [lines, backedUpAt]);
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
