"use client";
import InputGroup from "react-bootstrap/InputGroup";
import type { Unit } from "@/core/ground/quantity/units";
import { entered, type Worked } from "@/core/ground/sums/working";
import { Act } from "./Act";
import { Num } from "./Num";

/**
 * A number with minus and plus: nothing is typed. Opened, it says where it comes from: a plan, when one is given,
 * else whoever put it in.
 */
export function Stepper({
  label,
  value,
  planned,
  unit,
  step,
  min,
  max,
  onChange,
  unknown,
  words,
}: {
  label: string;
  value: number | undefined;
  planned?: Worked;
  unit: Unit;
  step: number;
  min: number;
  max: number;
  onChange: (value: number) => void;
  unknown?: { words: string; start: number };
  words?: string;
}) {
  const move = (by: number) => {
    const from = value ?? unknown?.start ?? min;
    const next = value === undefined ? from : Math.round((from + by) / step) * step;
    onChange(Number(Math.min(max, Math.max(min, next)).toFixed(6)));
  };
  return (
    <div role="group" aria-label={label}>
      <div className="form-label">{label}</div>
      <InputGroup className="step-number">
        <Act onAct={() => move(-step)} aria-label={`${label}: less`} disabled={value !== undefined && value <= min}>
          −
        </Act>
        <InputGroup.Text className="step-value" aria-live="polite">
          {value === undefined ? (
            (unknown?.words ?? "unknown")
          ) : (
            <Num of={planned?.value === value && planned ? planned : entered(label, value, unit)} words={words} />
          )}
        </InputGroup.Text>
        <Act onAct={() => move(step)} aria-label={`${label}: more`} disabled={value !== undefined && value >= max}>
          +
        </Act>
      </InputGroup>
    </div>
  );
}
