"use client";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { entered, opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { Correction } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";
import { Stepper } from "@/ui/Stepper";
import { MOST_STROKES } from "./strokes";
import { SmallFold } from "@/ui/Fold";

/** A tank's marks are read to this, mL. Judgement. */
const TANK_STEP_ML = 100;
const tidy = (ml: number) => Math.max(TANK_STEP_ML, Math.round(ml / TANK_STEP_ML) * TANK_STEP_ML);

interface Otherwise {
  step: Step;
  correction: Correction;
  onCorrect: (change: Correction) => void;
}

/** What went otherwise than planned; nothing to tap when it did not. */
export function WentOtherwise({ step, correction, onCorrect }: Otherwise) {
  if ((step.amountMl ?? step.wetStrokes) === undefined) return null;
  return (
    <SmallFold title="It went otherwise">
      <div className="row-wrap">
        {step.amountMl && !step.wetStrokes && (
          <Stepper
            label="Put on"
            value={correction.amountMl ?? step.amountMl.value}
            planned={step.amountMl}
            unit="mL"
            step={step.amountMl.value > 50 ? 10 : 1}
            min={1}
            max={20_000}
            onChange={(amountMl) => onCorrect({ amountMl })}
          />
        )}
        {step.wetStrokes && (
          <Stepper
            label="Wet strokes"
            value={correction.wetStrokes ?? step.wetStrokes.value}
            planned={step.wetStrokes}
            unit="strokes"
            step={1}
            min={1}
            max={MOST_STROKES}
            onChange={(wetStrokes) => onCorrect({ wetStrokes })}
          />
        )}
        {step.dryStrokes && (
          <Stepper
            label="Dry strokes"
            value={correction.dryStrokes ?? step.dryStrokes.value}
            planned={step.dryStrokes}
            unit="strokes"
            step={1}
            min={0}
            max={MOST_STROKES}
            onChange={(dryStrokes) => onCorrect({ dryStrokes })}
          />
        )}
        {step.recoveredMl && <TankMarks step={step} correction={correction} onCorrect={onCorrect} />}
      </div>
    </SmallFold>
  );
}

/** What the marks of both tanks say. */
function TankMarks({ step, correction, onCorrect }: Otherwise) {
  const plannedMl = step.amountMl!.value;
  return (
    <>
      <Stepper
        label="Out of the solution tank"
        value={correction.solutionMl}
        unknown={{ words: "not read", start: tidy(plannedMl) }}
        unit="mL"
        step={TANK_STEP_ML}
        min={TANK_STEP_ML}
        max={100_000}
        onChange={(solutionMl) => onCorrect({ solutionMl })}
      />
      <Stepper
        label="Back in the recovery tank"
        value={correction.recoveredMl}
        unknown={{ words: "not read", start: tidy(step.recoveredMl!.value) }}
        unit="mL"
        step={TANK_STEP_ML}
        min={0}
        max={Math.max(TANK_STEP_ML, tidy(2 * (correction.solutionMl ?? plannedMl)))}
        onChange={(recoveredMl) => onCorrect({ recoveredMl })}
      />
    </>
  );
}

/** The dose as planned, or as it was put on. */
export function asPutOn(step: Step, { amountMl, wetStrokes, solutionMl }: Correction): Worked {
  const planned = step.amountMl!;
  if (solutionMl !== undefined) return entered("read off the tank", solutionMl, "mL", "measured");
  if (step.wetStrokes && wetStrokes !== undefined)
    return sumOf(TREATMENT_FORMULAS, "treatment.amountAsPulled", {
      plannedMl: opened(planned),
      pulled: stated.measured(wetStrokes),
      planned: step.wetStrokes.value,
    });
  if (amountMl === undefined) return planned;
  return entered("as put on", amountMl, "mL", "measured");
}
