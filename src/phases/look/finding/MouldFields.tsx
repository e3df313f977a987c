"use client";
import { BEHINDS, GROWTHS, type BehindId, type GrowthId } from "@/core/ground/catalog/findings";
import type { MouldFinding } from "@/core/job/schema";
import { judgeMould } from "@/core/judgement/treatment/mark/mould";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { useBay } from "@/bay/state/BayContext";
import { useSetFinding } from "./useSetFinding";

export function MouldFields({ finding }: { finding: MouldFinding }) {
  const { job } = useBay();
  const set = useSetFinding<MouldFinding>();
  const { verdict, title, words, total } = judgeMould(job, finding);
  return (
    <>
      <div
        className={`caution caution-${verdict === "clean" ? "care" : "danger"}`}
        role="alert"
        data-testid="mould-verdict"
      >
        <h3>{title}</h3>
        <p>{words}</p>
        <p className="soft">
          Mould on this job in all: <Num of={total} testId="mould-total" />
        </p>
      </div>
      <h3 className="mt-3">What you see</h3>
      <Chips<GrowthId>
        label="Growth"
        choices={choicesOf(GROWTHS)}
        value={finding.growth}
        onPick={(value) => set("growth", "Growth or stain", value)}
      />
      <h3 className="mt-3">On what, and what is behind it</h3>
      <Chips<BehindId>
        label="Behind it"
        choices={choicesOf(BEHINDS)}
        value={finding.behind}
        onPick={(value) => set("behind", "What is behind it", value)}
      />
      <div className="row-wrap mt-3">
        <Stepper
          label="Moisture meter"
          value={finding.meterPct}
          unit="%"
          step={1}
          min={0}
          max={60}
          unknown={{ words: "not measured", start: 12 }}
          onChange={(value) => set("meterPct", "Moisture meter", value)}
        />
      </div>
    </>
  );
}
