import type { LedgerHead, LedgerJob } from "@/core/answers/ledger/summary";

/** A line whose job is still being read has no steps yet. */

export type Line = LedgerHead & Partial<Pick<LedgerJob, "job" | "steps">>;
