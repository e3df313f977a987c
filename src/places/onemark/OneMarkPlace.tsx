"use client";
import { useRouter } from "next/navigation";
import { useCallback, useState } from "react";
import { AGENTS } from "@/core/ground/catalog/agents";
import { EVIDENCE, type Evidence, type Outcome } from "@/core/ground/catalog/evidence";
import { familyOf } from "@/core/ground/catalog/families";
import { MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import { readingInWords } from "@/core/ground/quantity/ratio";
import type { OneMarkAnswer } from "@/core/answers/ask/oneMark";
import { oneMarkJob } from "@/core/answers/ask/oneMarkJob";
import type { Step } from "@/core/judgement/treatment/step/step";
import { nowIso } from "@/store/clock";
import { putJobs } from "@/store/jobs";
import { newId } from "@/store/newId";
import { useKit } from "@/store/kit";
import { Act } from "@/ui/Act";
import { CautionLabel } from "@/ui/CautionLabel";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";
import { PlaceFrame } from "../PlaceFrame";

const outcomesOf = (test: "colour" | "feel") =>
  Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>).map(([id, { name }]) => ({ id, name }));

/** Cloth, look, feel: the first safe step in three taps, without making a job. */
export function OneMarkPlace() {
  const [material, setMaterial] = useState<MaterialId>();
  const [evidence, setEvidence] = useState<Evidence>({});
  const kit = useKit();
  const router = useRouter();
  const answer = usePlanned(useCallback(() => planner().oneMark(material, evidence, kit), [material, evidence, kit]));
  const keep = async () => {
    const job = oneMarkJob(material, evidence, newId, nowIso());
    const [finding] = job.findings.order;
    if (await putJobs([job])) router.push(`/bay?job=${job.id}&phase=plan&finding=${finding}`);
  };
  const set = (test: "colour" | "feel") => (value: string | undefined) =>
    setEvidence((known) => ({ ...known, [test]: value }));
  return (
    <PlaceFrame at="/mark">
      <h1>One mark, now</h1>
      <div className="one-mark">
        <div>
          <div className="block">
            <h2>On what cloth</h2>
            <Chips<MaterialId> label="Cloth" choices={choicesOf(MATERIALS)} value={material} onPick={setMaterial} />
          </div>
          <div className="block">
            <h2>It looks</h2>
            <Chips label="Colour" choices={outcomesOf("colour")} value={evidence.colour} onPick={set("colour")} />
          </div>
          <div className="block">
            <h2>It feels</h2>
            <Chips label="Feel" choices={outcomesOf("feel")} value={evidence.feel} onPick={set("feel")} />
          </div>
        </div>
        <aside aria-label="Answer">
          <section className="now-step" aria-live="polite" aria-label="First safe step" data-testid="one-mark">
            {answer && <Answer {...answer} />}
            <Act variant="primary" onAct={() => void keep()}>
              Keep it as a job
            </Act>
          </section>
          {answer?.first && (
            <div className="block">
              <h2>What would change it</h2>
              <ul>
                {answer.wouldChange.map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
              {answer.first.cautions.filter(belongsHere).map((caution) => (
                <CautionLabel key={caution.id} caution={caution} />
              ))}
            </div>
          )}
        </aside>
      </div>
    </PlaceFrame>
  );
}

/** What comes from not knowing the piece is said once above; here only what guards people and cloth in this step. */
const belongsHere = ({ tone, id }: Step["cautions"][number]) =>
  tone === "danger" || id.startsWith("agent-") || id === "body-fluids" || id === "mould";

function Answer({ mark, first, before, proof }: OneMarkAnswer) {
  const top = mark.diagnosis.beliefs[0]!;
  return (
    <>
      <p className="soft">
        Most likely {familyOf(top.family).name.toLowerCase()}, <Num of={top.p} share />. {before}
      </p>
      {mark.referral ? (
        <>
          <h2>{mark.referral.title}</h2>
          <p>{mark.referral.words}</p>
        </>
      ) : mark.state === "damage" ? (
        <>
          <h2>Leave it</h2>
          <p>{mark.stopWords}</p>
        </>
      ) : first ? (
        <FirstStep step={first} />
      ) : (
        <>
          <h2>Nothing wet is safe here yet</h2>
          <p>{mark.rungs.flatMap(({ leftOut }) => leftOut)[0]?.because ?? mark.stopWords}</p>
        </>
      )}
      {proof && (
        <p>
          <b>First:</b> {proof}
        </p>
      )}
    </>
  );
}

function FirstStep({ step: { title, how, agent, partsWater, dwell } }: { step: Step }) {
  return (
    <>
      <div className="now-top">
        <div className="now-words">
          <h2>{title}</h2>
        </div>
        {agent && partsWater && (
          <div className="dose">
            <span data-testid="one-strength">
              <Num of={partsWater} words={partsWater.value > 0 ? `${partsWater.value}:1` : "neat"} />
            </span>
            <span className="dose-from">
              {AGENTS[agent].name.toLowerCase()}, {readingInWords(partsWater.value)}
            </span>
          </div>
        )}
      </div>
      <p>{how}</p>
      <p data-testid="one-dwell">
        {dwell ? (
          <>
            Leave it <Num of={dwell.min} />
            {dwell.max && (
              <>
                {" "}
                to <Num of={dwell.max} />
              </>
            )}
            , then towel it off.
          </>
        ) : (
          "No dwell: lift it off straight away."
        )}
      </p>
    </>
  );
}
