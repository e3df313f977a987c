"use client";
import { useBay } from "@/bay/state/BayContext";
import { setFinding } from "@/core/job/change";
import type { Finding } from "@/core/job/schema";

/** Sets a field of the finding in hand, which is of this kind. */
export function useSetFinding<F extends Finding>() {
  const { run, findingId } = useBay();
  return <K extends keyof F & string>(key: K, label: string, value: F[K] | undefined) =>
    run(label, setFinding<F, K>(findingId!, key, value));
}
