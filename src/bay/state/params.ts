import type { useSearchParams } from "next/navigation";
import { PHASES, type PhaseId } from "./phases";

/** The part of an address that says what of a job is shown. */
export type Pointer = ReturnType<typeof useSearchParams>;

/** The phase an address names; Look where it names none. */
export const phaseIn = (params: Pointer): PhaseId => PHASES.find(({ id }) => id === params.get("phase"))?.id ?? "look";

/** Moves inside a job without asking the server, so that the bay works with the network gone. */
export function pushParams(change: Record<string, string | null | undefined>) {
  const url = new URL(window.location.href);
  for (const [key, value] of Object.entries(change)) {
    if (value === undefined) continue;
    if (value === null) url.searchParams.delete(key);
    else url.searchParams.set(key, value);
  }
  if (url.href !== window.location.href) window.history.pushState(null, "", url);
}
