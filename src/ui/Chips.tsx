"use client";
import { useOneTap } from "./Act";

interface Choice<T extends string> {
  id: T;
  name: string;
}

/** A set of chips of which at most one is on; a tap on the one that is on takes it off again. */
export function Chips<T extends string>({ label, choices, value, onPick }: { label: string; choices: readonly Choice<T>[]; value: T | undefined; onPick: (value: T | undefined) => void }) {
  const pick = useOneTap(onPick);
  return (
    <div className="chips" role="group" aria-label={label}>
      {choices.map(({ id, name }) => (
        <button key={id} type="button" className="chip" aria-pressed={value === id} onClick={() => pick(value === id ? undefined : id)}>
          {name}
        </button>
      ))}
    </div>
  );
}

/** Chips of which any number may be on. */
export function ManyChips<T extends string>({ label, choices, value, onPick }: { label: string; choices: readonly Choice<T>[]; value: readonly T[]; onPick: (value: T[]) => void }) {
  const pick = useOneTap(onPick);
  return (
    <div className="chips" role="group" aria-label={label}>
      {choices.map(({ id, name }) => (
        <button key={id} type="button" className="chip" aria-pressed={value.includes(id)} onClick={() => pick(value.includes(id) ? value.filter((other) => other !== id) : [...value, id])}>
          {name}
        </button>
      ))}
    </div>
  );
}

/** Choices from a table of rows with names. */
export const choicesOf = <T extends string>(table: Record<T, { name: string } | string>): Choice<T>[] =>
  (Object.entries(table) as [T, { name: string } | string][]).map(([id, row]) => ({ id, name: typeof row === "string" ? row : row.name }));
