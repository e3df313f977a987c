"use client";
import ButtonGroup from "react-bootstrap/ButtonGroup";
import { Act } from "./Act";

interface Choice<T extends string> {
  id: T;
  name: string;
}

/** A chip sized for gloves; each has its own guard against a bouncing second tap. */
const Chip = ({ name, on, onTap, number }: { name: string; on: boolean; onTap: () => void; number?: number }) => (
  <Act
    variant="chip"
    aria-pressed={on}
    aria-keyshortcuts={number === undefined ? undefined : String(number)}
    onAct={onTap}
  >
    {name}
  </Act>
);

/** A set of chips of which at most one is on; a tap on the one that is on takes it off again. */
export function Chips<T extends string>({
  label,
  choices,
  value,
  onPick,
  numbered = false,
}: {
  label: string;
  choices: readonly Choice<T>[];
  value: T | undefined;
  onPick: (value: T | undefined) => void;
  numbered?: boolean;
}) {
  return (
    <ButtonGroup className="chips" aria-label={label}>
      {choices.map(({ id, name }, index) => (
        <Chip
          key={id}
          name={name}
          on={value === id}
          number={numbered && index < 9 ? index + 1 : undefined}
          onTap={() => onPick(value === id ? undefined : id)}
        />
      ))}
    </ButtonGroup>
  );
}

/** Chips of which any number may be on. */
export function ManyChips<T extends string>({
  label,
  choices,
  value,
  onPick,
}: {
  label: string;
  choices: readonly Choice<T>[];
  value: readonly T[];
  onPick: (value: T[]) => void;
}) {
  return (
    <ButtonGroup className="chips" aria-label={label}>
      {choices.map(({ id, name }) => (
        <Chip
          key={id}
          name={name}
          on={value.includes(id)}
          onTap={() => onPick(value.includes(id) ? value.filter((other) => other !== id) : [...value, id])}
        />
      ))}
    </ButtonGroup>
  );
}

/** Choices from a table of rows with names. */
export const choicesOf = <T extends string>(table: Record<T, { name: string } | string>): Choice<T>[] =>
  (Object.entries(table) as [T, { name: string } | string][]).map(([id, row]) => ({
    id,
    name: typeof row === "string" ? row : row.name,
  }));
