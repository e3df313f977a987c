"use client";
import { useState } from "react";
import { formulaOf } from "@/core/ground/sums/formulaOf";
import { MARK_WORDS } from "@/core/ground/quantity/provenance";
import type { Basis, Working, WorkingInput } from "@/core/ground/sums/working";
import { useFormat } from "./useFormat";

const BASIS_WORDS: Record<Basis, string> = {
  measured: "measured",
  entered: "entered",
  table: "from the table",
  assumed: "not known, planned at its safest",
  computed: "",
};

/** How a number came about, unfolded under it; inputs that are sums themselves unfold in their turn. */
export function WorkingView({ working, result }: { working: Working; result: string }) {
  const { name, equation, mark, source } = formulaOf(working.formula);
  return (
    <span role="group" aria-label={`Working: ${name}`}>
      <span className="working-name">
        {name}: {result}
      </span>
      <span className="working-equation">{equation}</span>
      <span className="working-inputs">
        {working.inputs.map((input, index) => (
          <InputLine input={input} key={index} />
        ))}
      </span>
      <span className="working-source">
        {MARK_WORDS[mark]}
        {source ? `: ${source}` : ""}
      </span>
    </span>
  );
}

/** A row of numbers is the corners of a shape, across and down in turn. */
const cornersIn = (row: readonly number[]) =>
  row.flatMap((across, at) => (at % 2 === 0 ? [`${Math.round(across)}, ${Math.round(row[at + 1]!)}`] : [])).join(" · ");

function InputLine({ input: { name, value, unit, basis, working } }: { input: WorkingInput }) {
  const { quantity } = useFormat();
  const [open, setOpen] = useState(false);
  const said = (each: number) => (unit ? quantity({ value: each, unit }) : String(each));
  const text = typeof value === "string" ? value : typeof value === "number" ? said(value) : cornersIn(value);
  return (
    <>
      <span className="working-input">
        <span>{name}</span>
        <span>
          {working ? (
            <button type="button" className="num-open" aria-expanded={open} onClick={() => setOpen(!open)}>
              {text}
            </button>
          ) : (
            text
          )}
          {BASIS_WORDS[basis] && <span className="working-basis"> {BASIS_WORDS[basis]}</span>}
        </span>
      </span>
      {open && working && (
        <span className="working-under">
          <WorkingView working={working} result={text} />
        </span>
      )}
    </>
  );
}
