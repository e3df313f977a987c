"use client";
import type { Bay } from "@/bay/state/BayContext";
import { useHotkeys } from "react-hotkeys-hook";
import { EVIDENCE_IDS, testOf } from "@/core/ground/catalog/evidence";
import { familyOf } from "@/core/ground/catalog/families";
import type { TestAdvice } from "@/core/judgement/treatment/mark/testAdvice";
import { isCommon } from "@/core/judgement/diagnosis/decision";
import { outcomeName } from "@/core/judgement/diagnosis/diagnose";
import type { MarkFinding } from "@/core/job/schema";
import { Num } from "@/ui/Num";
import { Act } from "@/ui/Act";
import { AtThumb } from "@/ui/ThumbBar";
import { useBay } from "@/bay/state/BayContext";
import { EvidenceChips } from "./EvidenceRow";
import { type Worked } from "@/core/ground/sums/working";

/** The most useful test now, or that it is enough. */
export function NextTestCard({ advice, finding }: { advice: TestAdvice; finding: MarkFinding }) {
  const { go } = useBay();
  const { enough, ranked, decision, sure, locks, apart } = advice;
  const [best] = ranked;
  useHotkeys("t", (event) => {
    event.preventDefault();
    document.querySelector<HTMLButtonElement>('[data-focus="next"] button')?.focus();
  });
  if (enough || !best) {
    const settled = !isCommon(decision);
    const locked = EVIDENCE_IDS.filter((test) => locks[test] && finding.evidence[test] === undefined).length;
    return <EnoughKnown settled={settled} open={ranked.length} sure={sure} locked={locked} go={go} />;
  }
  const { name, how, caution, minutes } = testOf(best.test);
  const second = best.first !== undefined;
  return (
    <div className="now-step" data-testid="next-test" data-test={best.test}>
      <div className="row-between">
        <h2>
          {second ? "Once more" : "Next"}: {name.charAt(0).toLowerCase()}
          {name.slice(1)}
        </h2>
        <span className="soft">
          <Num of={best.worth} words={`about ${minutes} min`} />
        </span>
      </div>
      {second && (
        <p>
          It showed <b>{outcomeName(best.test, best.first!).toLowerCase()}</b>. If that was a slip, the first step is
          another: read it as if for the first time.
        </p>
      )}
      <p>{how}</p>
      {caution && (
        <p>
          <b>{caution}</b>
        </p>
      )}
      <p className="soft">
        {apart &&
          `Best at telling ${familyOf(apart[0]).name.toLowerCase()} from ${familyOf(apart[1]).name.toLowerCase()}. `}
        It tells <Num of={best.gain} testId="next-gain" /> and spares a wrong first step{" "}
        <Num of={best.saves} words={timesInAHundred(best.saves.value)} testId="next-saves" />. Key T, then a number.
      </p>
      <EvidenceChips test={best.test} finding={finding} again={second} autoFocusKey="next" />
    </div>
  );
}

/** @example timesInAHundred(0.083) // "8 times in 100" */
const timesInAHundred = (share: number) =>
  share < 0.005 ? "hardly ever" : share < 0.015 ? "about once in 100" : `${Math.round(100 * share)} times in 100`;

function EnoughKnown({
  settled,
  open,
  sure,
  locked,
  go,
}: {
  settled: boolean;
  /** Tests that could be done and are not worth it. */
  open: number;
  sure: Worked;
  locked: number;
  go: Bay["go"];
}) {
  const title = settled ? "Enough tested" : open > 0 ? "No test left would settle it" : "Nothing left to test";
  return (
    <div className="now-step" data-testid="next-test">
      <h2>{title}</h2>
      <p>
        {settled ? (
          <>
            The first step is <Num of={sure} share testId="next-sure" /> sure, and no single test left is worth the
            time.
          </>
        ) : (
          <>
            Still not sure (<Num of={sure} share testId="next-sure" />
            ): the first step is the gentle one that suits all that are likely.
          </>
        )}
        {locked > 0 ? ` ${locked} ${locked === 1 ? "test is" : "tests are"} locked, with the reason below.` : ""}
      </p>
      <AtThumb>
        <Act variant="primary" onAct={() => go({ phase: "plan" })}>
          To the plan
        </Act>
      </AtThumb>
    </div>
  );
}
