import type { LedgerHead, LedgerJob } from "@/core/answers/ledger/summary";

/** A line that is still being read has no steps yet. */

export type Line = LedgerHead & Partial<Pick<LedgerJob, "steps">>;
