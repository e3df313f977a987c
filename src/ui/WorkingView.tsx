"use client";
import { formulaOf } from "@/core/ground/quantity/formulas";
import { MARK_WORDS } from "@/core/ground/quantity/provenance";
import type { Basis, Working } from "@/core/ground/quantity/working";
import { useFormat } from "./useFormat";

const BASIS_WORDS: Record<Basis, string> = {
  measured: "measured",
  entered: "entered",
  table: "from the table",
  assumed: "not known, planned at its safest",
  computed: "",
};

/** How a number came about, unfolded under it. */
export function WorkingView({ working, result }: { working: Working; result: string }) {
  const { quantity } = useFormat();
  const { name, equation, mark, source } = formulaOf(working.formula);
  return (
    <span role="group" aria-label={`Working: ${name}`}>
      <span className="working-name">
        {name}: {result}
      </span>
      <span className="working-equation">{equation}</span>
      <span className="working-inputs">
        {working.inputs.map(({ name, value, unit, basis }, index) => (
          <span className="working-input" key={index}>
            <span>{name}</span>
            <span>
              {typeof value === "string" ? value : unit ? quantity({ value, unit }) : value}
              {BASIS_WORDS[basis] && <span className="working-basis"> {BASIS_WORDS[basis]}</span>}
            </span>
          </span>
        ))}
      </span>
      <span className="working-source">
        {MARK_WORDS[mark]}
        {source ? `: ${source}` : ""}
      </span>
    </span>
  );
}
