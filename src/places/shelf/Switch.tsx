"use client";
import type { Kit } from "@/core/job/schema";
import { useOneTap } from "@/ui/Act";

/** Keeps a changed shelf and says so, with a way back. */
export type Keep = (next: Kit, words: string) => Promise<void>;

/** Here or not here: one tap either way. */
export function Switch({ name, here, onSwitch }: { name: string; here: boolean; onSwitch: (here: boolean) => void }) {
  const tap = useOneTap(() => onSwitch(!here));
  return (
    <button
      type="button"
      className="chip shelf-switch"
      aria-pressed={here}
      aria-label={`${name} is here`}
      onClick={() => tap()}
    >
      {here ? "Here" : "Not here"}
    </button>
  );
}
