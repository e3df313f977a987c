"use client";
import { stepWords } from "@/core/ground/catalog/greyScaleSteps";
import type { ColourResult } from "@/core/answers/measure/result";
import { formatShare } from "@/core/ground/quantity/format";
import { Num } from "@/ui/Num";

/** What the pictures of a mark tell, in numbers that open. */
export function ColourFacts({
  of: { stoodOut, standsOut, improved, step, towelStep, area, after },
}: {
  of: ColourResult;
}) {
  if (!stoodOut && !standsOut && !towelStep) return null;
  return (
    <div className="facts" data-testid="colour-facts">
      {stoodOut && (
        <div>
          <span>Stood out by</span> <Num of={stoodOut} testId="stood-out" />
        </div>
      )}
      {standsOut && (
        <div>
          <span>Stands out by</span> <Num of={standsOut} testId="stands-out" />
        </div>
      )}
      {improved && (
        <div>
          <span>{improved.value < 0 ? "More to see" : "Less to see"}</span>{" "}
          <b>
            <Num of={improved} words={formatShare(Math.abs(improved.value))} testId="improved" />
          </b>
        </div>
      )}
      {step && (
        <div>
          <span>Grey scale, change</span> <Num of={step} words={stepWords(step.value)} testId="grey-step" />
        </div>
      )}
      {towelStep && (
        <div>
          <span>Grey scale, towel</span> <Num of={towelStep} words={stepWords(towelStep.value)} testId="towel-step" />
        </div>
      )}
      {area && (
        <div>
          <span>{after ? "Area now" : "Area"}</span>{" "}
          <Num of={area} words={`${Math.round(area.value * 1e4)} cm²`} testId="picture-area" />
        </div>
      )}
    </div>
  );
}
