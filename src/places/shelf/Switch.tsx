"use client";
import type { Kit } from "@/core/job/schema";
import { Act } from "@/ui/Act";

/** Keeps a changed shelf and says so, with a way back. */
export type Keep = (next: Kit, words: string) => Promise<void>;

/** Here or not here: one tap either way. */
export function Switch({ name, here, onSwitch }: { name: string; here: boolean; onSwitch: (here: boolean) => void }) {
  return (
    <Act
      variant="chip"
      className="shelf-switch"
      aria-pressed={here}
      aria-label={`${name} is here`}
      onAct={() => onSwitch(!here)}
    >
      {here ? "Here" : "Not here"}
    </Act>
  );
}
