"use client";
import { yupResolver } from "@hookform/resolvers/yup";
import type { ReactNode } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { useForm, type UseFormReturn } from "react-hook-form";
import { object, string, type StringSchema } from "yup";
import { fieldTime } from "./time";
import { labelOf, problemWith, textOf, valueOf, type NumberRule } from "./typed";
import { useFormat } from "./useFormat";

interface Named {
  name: string;
  label: string;
  /** What stands under it. */
  under?: ReactNode;
}

/** A field, what stands in it, and who keeps what was typed. */
export type Row = Named &
  (
    | { kind: "text"; most: number; value: string; keep: (value: string) => void }
    | ({
        kind: "number";
        value: number | undefined;
        keep: (value: number) => void;
        /** Why it does not go with the others, in words. */
        wrong?: ((value: number) => string | undefined) | undefined;
      } & NumberRule)
    | { kind: "moment"; value: string | undefined; keep: (iso: string | undefined) => void }
    | { kind: "clock"; value: string; keep: (clock: string) => void }
  );

type Format = ReturnType<typeof useFormat>;
type Texts = Record<string, string>;

const shownOf = (row: Row, format: Format): string =>
  row.kind === "number" ? textOf(row.value, row, format) : row.kind === "moment" ? fieldTime(row.value) : row.value;

const isMoment = (text: string) => text === "" || Number.isFinite(Date.parse(text));

function schemaOf(row: Row, format: Format): StringSchema<string> {
  const typed = string().defined();
  switch (row.kind) {
    case "text":
      return typed.max(row.most, `At most ${row.most} characters.`);
    case "number":
      return typed.test("fits", (text, { createError }) => {
        const message = problemWith(text, row, format) ?? row.wrong?.(valueOf(text, row, format));
        return message === undefined || createError({ message });
      });
    case "moment":
      return typed.test("moment", "Not a date with its time.", isMoment);
    case "clock":
      return typed.matches(/^([01]\d|2[0-3]):[0-5]\d$/, "Not a time of day.");
  }
}

/** Hands on what was typed. */
function keep(row: Row, text: string, format: Format) {
  if (row.kind === "number") row.keep(valueOf(text, row, format));
  else if (row.kind === "moment") row.keep(text === "" ? undefined : new Date(text).toISOString());
  else row.keep(text);
}

/**
 * Fields that belong together, without a button: each is kept as it is left, once it fits. What does not fit is said
 * under it, and the old value stands.
 */
export function KeptForm({ rows, className = "fields" }: { rows: readonly Row[]; className?: string }) {
  const format = useFormat();
  const form = useForm<Texts>({
    values: Object.fromEntries(rows.map((row) => [row.name, shownOf(row, format)])),
    resetOptions: { keepDirtyValues: true },
    resolver: yupResolver<Texts, unknown, Texts>(
      object(Object.fromEntries(rows.map((row) => [row.name, schemaOf(row, format)]))) as never,
    ),
    mode: "onChange",
  });
  const leave = async (row: Row) => {
    const text = form.getValues(row.name);
    if (text === shownOf(row, format) || !(await form.trigger(row.name))) return;
    form.resetField(row.name, { defaultValue: text });
    keep(row, text, format);
  };
  return (
    <div className={className}>
      {rows.map((row) => (
        <Field key={row.name} row={row} form={form} format={format} leave={() => void leave(row)} />
      ))}
    </div>
  );
}

const INPUT = { text: "text", number: "text", moment: "datetime-local", clock: "time" } as const;

function Field({
  row,
  form,
  format,
  leave,
}: {
  row: Row;
  form: UseFormReturn<Texts>;
  format: Format;
  leave: () => void;
}) {
  const { name, kind, label, under } = row;
  const problem = form.formState.errors[name]?.message;
  // A picked moment is whole at once; what is typed is not, until it is left.
  const atOnce = kind === "moment" || kind === "clock";
  return (
    <FormGroup controlId={`field-${name}`}>
      <FormLabel>{kind === "number" ? labelOf(label, row, format) : label}</FormLabel>
      <FormControl
        type={INPUT[kind]}
        inputMode={kind === "number" ? "decimal" : undefined}
        maxLength={kind === "text" ? row.most : undefined}
        isInvalid={problem !== undefined}
        {...form.register(name, { onBlur: leave, onChange: atOnce ? leave : undefined })}
        onKeyDown={({ key }) => {
          if (key === "Enter") leave();
          if (key === "Escape") form.resetField(name);
        }}
      />
      <FormControl.Feedback type="invalid" role="alert">
        {problem} The old value stands.
      </FormControl.Feedback>
      {under}
    </FormGroup>
  );
}
