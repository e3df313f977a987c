"use client";
import { useId, useState } from "react";
import { formulaOf } from "@/core/quantity/formulas";
import { formatQuantity, formatShare } from "@/core/quantity/format";
import { MARK_WORDS } from "@/core/quantity/marks";
import type { Basis, Worked, Working } from "@/core/quantity/working";
import { useSettings } from "@/store/settings";

const BASIS_WORDS: Record<Basis, string> = { measured: "measured", entered: "entered", table: "from the table", assumed: "not known, planned at its safest", computed: "" };

/** A quantity as text in the chosen units. */
export function useFormat() {
  const { units } = useSettings();
  return { units, quantity: (of: { value: number; unit: Worked["unit"] }) => formatQuantity(of, units) };
}

/** A number on screen: tap it and its working unfolds under it. */
export function Num({ of, share = false, words, testId }: { of: Worked; share?: boolean; words?: string; testId?: string }) {
  const [open, setOpen] = useState(false);
  const { quantity } = useFormat();
  const id = useId();
  const text = words ?? (share ? formatShare(of.value) : quantity(of));
  return (
    <span className="num">
      <button type="button" className="num-open" aria-expanded={open} aria-controls={open ? id : undefined} title="Show how this number came about" data-testid={testId} onClick={(event) => { event.stopPropagation(); event.preventDefault(); setOpen(!open); }}>
        {text}
      </button>
      {open && <WorkingView id={id} working={of.working} result={text} />}
    </span>
  );
}

function WorkingView({ id, working, result }: { id: string; working: Working; result: string }) {
  const { quantity } = useFormat();
  const { name, equation, mark, source } = formulaOf(working.formula);
  return (
    <span className="working" id={id} role="group" aria-label={`Working: ${name}`}>
      <span className="working-name">{name}: {result}</span>
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
      <span className="working-source">{MARK_WORDS[mark]}{source ? `: ${source}` : ""}</span>
    </span>
  );
}
