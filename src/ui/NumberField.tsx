"use client";
import { useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { labelOf, problemWith, textOf, valueOf, type NumberRule } from "./typed";
import { useFormat } from "./useFormat";

/** A typed number in the shown units, by itself. Anything outside the range gets a sentence and changes nothing. */
export function NumberField({
  label,
  value,
  hideLabel = false,
  onChange,
  ...rule
}: NumberRule & {
  label: string;
  value: number | undefined;
  hideLabel?: boolean;
  onChange: (value: number) => void;
}) {
  const format = useFormat();
  const [text, setText] = useState<string>();
  const shown = textOf(value, rule, format);
  const problem = text === undefined ? undefined : problemWith(text, rule, format);
  const keep = () => {
    if (text === undefined || problem) return;
    if (text !== shown) onChange(valueOf(text, rule, format));
    setText(undefined);
  };
  return (
    <FormGroup controlId={`field-${label.replace(/\W+/g, "-").toLowerCase()}`}>
      <FormLabel visuallyHidden={hideLabel}>{labelOf(label, rule, format)}</FormLabel>
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
