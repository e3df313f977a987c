"use client";
import { useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { inSystem, fromSystem, type Unit } from "@/core/ground/quantity/units";
import { useFormat } from "./useFormat";

/** A typed number in the shown units. Anything outside the range gets a sentence and changes nothing. */
export function NumberField({
  label,
  value,
  unit,
  min,
  max,
  decimals,
  hideLabel = false,
  onChange,
}: {
  label: string;
  value: number | undefined;
  unit: Unit;
  min: number;
  max: number;
  decimals?: number;
  hideLabel?: boolean;
  onChange: (value: number) => void;
}) {
  const { units, quantity, currency } = useFormat();
  const [text, setText] = useState<string>();
  const shown =
    value === undefined
      ? ""
      : String(Number(inSystem({ value, unit }, units).value.toFixed(decimals ?? (units === "metric" ? 0 : 1))));
  const sign = unit === "money" ? currency : inSystem({ value: 0, unit }, units).unit;
  const problem = text === undefined ? undefined : problemWith(text);

  function problemWith(entry: string): string | undefined {
    const number = Number(entry.replace(",", "."));
    if (entry.trim() === "" || !Number.isFinite(number)) return `"${entry}" is not a number.`;
    const si = fromSystem(number, unit, units);
    if (si < min - 1e-9 || si > max + 1e-9)
      return `Must be between ${quantity({ value: min, unit })} and ${quantity({ value: max, unit })}.`;
    return undefined;
  }
  const keep = () => {
    if (text === undefined) return;
    if (!problemWith(text) && text !== shown) onChange(fromSystem(Number(text.replace(",", ".")), unit, units));
    if (!problem) setText(undefined);
  };
  return (
    <FormGroup controlId={`field-${label.replace(/\W+/g, "-").toLowerCase()}`}>
      <FormLabel visuallyHidden={hideLabel}>{sign ? `${label}, ${sign}` : label}</FormLabel>
      <FormControl
        inputMode="decimal"
        value={text ?? shown}
        isInvalid={problem !== undefined}
        onChange={({ target }) => setText(target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => {
          if (key === "Enter") keep();
          if (key === "Escape") setText(undefined);
        }}
      />
      <FormControl.Feedback type="invalid" role="alert">
        {problem} The old value stands.
      </FormControl.Feedback>
    </FormGroup>
  );
}
