"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { AGENTS } from "@/core/catalog/agents";
import { EVIDENCE, type Evidence, type Outcome } from "@/core/catalog/evidence";
import { familyOf } from "@/core/catalog/families";
import { MATERIALS, type MaterialId } from "@/core/catalog/materials";
import { formatShare } from "@/core/quantity/format";
import { readingInWords } from "@/core/dilution/reading";
import { oneMark, oneMarkJob } from "@/core/oneMark";
import { newId, putJobs } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { CautionLabel } from "@/ui/CautionLabel";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { PlaceFrame } from "../PlaceFrame";

const outcomesOf = (test: "colour" | "feel") => Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>).map(([id, { name }]) => ({ id, name }));

/** Cloth, look, feel: the first safe step in three taps, without making a job. */
export function OneMarkPlace() {
  const [material, setMaterial] = useState<MaterialId>();
  const [evidence, setEvidence] = useState<Evidence>({});
  const router = useRouter();
  const answer = useMemo(() => oneMark(material, evidence), [material, evidence]);
  const keep = async () => {
    const job = oneMarkJob(material, evidence, newId, new Date().toISOString());
    const [finding] = job.findings.order;
    if (await putJobs([job])) router.push(`/bay?job=${job.id}&phase=plan&finding=${finding}`);
  };
  const set = (test: "colour" | "feel") => (value: string | undefined) => setEvidence((known) => ({ ...known, [test]: value }));
  const { first, proof, before, mark } = answer;
  return (
    <PlaceFrame at="/mark">
      <h1>One mark, now</h1>
      <div className="block"><h2>On what cloth</h2><Chips<MaterialId> label="Cloth" choices={choicesOf(MATERIALS)} value={material} onPick={setMaterial} /></div>
      <div className="block"><h2>It looks</h2><Chips label="Colour" choices={outcomesOf("colour")} value={evidence.colour} onPick={set("colour")} /></div>
      <div className="block"><h2>It feels</h2><Chips label="Feel" choices={outcomesOf("feel")} value={evidence.feel} onPick={set("feel")} /></div>
      <section className="now-step" aria-live="polite" aria-label="First safe step" data-testid="one-mark">
        <p className="soft">Most likely {familyOf(mark.diagnosis.leader).name.toLowerCase()}, {formatShare(mark.diagnosis.beliefs[0]!.p.value)}. {before}</p>
        {mark.referral ? (
          <><h2>{mark.referral.title}</h2><p>{mark.referral.words}</p></>
        ) : mark.state === "damage" ? (
          <><h2>Leave it</h2><p>{mark.stopWords}</p></>
        ) : first ? (
          <>
            <div className="now-top">
              <div className="now-words"><h2>{first.title}</h2><p>{first.how}</p></div>
              <div className="dose">
                {first.agent && first.partsWater ? <b data-testid="one-strength">{first.partsWater.value > 0 ? <Num of={first.partsWater} words={`${first.partsWater.value}:1`} /> : "neat"}</b> : null}
                {first.agent && first.partsWater && <span className="dose-from">{AGENTS[first.agent].name.toLowerCase()}, {readingInWords(first.partsWater.value)}</span>}
              </div>
            </div>
            <p data-testid="one-dwell">{first.dwell ? <>Leave it <Num of={first.dwell.min} />{first.dwell.max && <> to <Num of={first.dwell.max} /></>}, then towel it off.</> : "No dwell: lift it off straight away."}</p>
          </>
        ) : (
          <><h2>Nothing wet is safe here yet</h2><p>{mark.rungs.flatMap(({ leftOut }) => leftOut)[0]?.because ?? mark.stopWords}</p></>
        )}
        {proof && <p><b>First:</b> {proof}</p>}
        <Act variant="primary" onAct={() => void keep()}>Keep it as a job</Act>
      </section>
      {first && (
        <div className="block">
          <h2>What would change it</h2>
          <ul>{answer.wouldChange.map((sentence) => <li key={sentence}>{sentence}</li>)}</ul>
          {first.cautions.filter(({ tone, id }) => tone === "danger" || id.startsWith("agent-") || id === "body-fluids" || id === "mould").map((caution) => <CautionLabel key={caution.id} caution={caution} />)}
        </div>
      )}
    </PlaceFrame>
  );
}
