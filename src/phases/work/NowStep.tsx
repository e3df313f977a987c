"use client";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { readingInWords } from "@/core/ground/quantity/ratio";
import { lastOf, stepBase, type History } from "@/core/job/history";
import { breathOf, cardsOf, doneTogether, placeName } from "@/core/answers/schedule/runCards";
import type { OrderTask } from "@/core/answers/schedule/times";
import { guardsPerson, isWaitedOut } from "@/core/ground/catalog/actions";
import { mayFinish, type MayFinish } from "@/core/judgement/rules/mayFinish";
import { warmestAtCloth } from "@/core/judgement/treatment/lay/cautions";
import { dryStrokesFor } from "@/core/judgement/treatment/step/amounts";
import type { Correction } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";
import { seenMs } from "@/store/clock";
import { jobNow } from "@/store/jobs";
import { Act, useOneTap } from "@/ui/Act";
import { clockText } from "@/ui/clock";
import { SmallFold } from "@/ui/Fold";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import { useOncePerState } from "@/ui/useOncePerState";
import { useBay } from "@/bay/state/BayContext";
import { planner } from "@/workers/planner";
import { zonesOf } from "../zones";
import { CheckFirst, ProofOfAgents, trialResult, TrialResultChips, WhatLayThere } from "./StepQuestions";
import { DwellBand, PlannedDwell } from "./DwellBand";
import { ItFails } from "./ItFails";
import { asPutOn, WentOtherwise } from "./WentOtherwise";
import { LeaveOut } from "./LeaveOut";
import { MainAct } from "./MainAct";
import { PassLog, usePasses } from "./PassLog";
import { ReadAloud, sheetWords } from "./ReadAloud";
import { cardDoneOps, doneOps, startOps } from "./record";
import { MOST_STROKES } from "./strokes";

const StrokesPanel = later(() => import("../water/StrokesPanel").then(({ StrokesPanel }) => StrokesPanel));
const GasMeter = later(() => import("../GasMeter").then(({ GasMeter }) => GasMeter));

type Task = Pick<OrderTask, "step" | "running">;

/** Passes that were logged are the wet strokes, unless somebody says otherwise. */
function useCorrection({ step, running }: Task): [Correction, (change: Correction) => void] {
  const [said, setSaid] = useState<Correction>({});
  const passes = Math.min(MOST_STROKES, usePasses(step, running).length);
  const logged =
    passes > 0 && passes !== step.wetStrokes?.value
      ? { wetStrokes: passes, dryStrokes: dryStrokesFor(passes).value }
      : {};
  return [{ ...logged, ...said }, (change) => setSaid({ ...said, ...change })];
}

/** How long it runs, and whether it may be ended. What guards a person counts only time that was seen to pass. */
function useRunning({ step, running }: Task): { elapsedMs: number; finish: MayFinish } {
  const { assessment, nowMs } = useBay();
  if (!running) return { elapsedMs: 0, finish: { may: true, early: false } };
  const startedMs = Date.parse(running.at);
  const elapsedMs = guardsPerson(step) ? seenMs(running.id, startedMs) : nowMs - startedMs;
  return { elapsedMs, finish: mayFinish(step.action, running.dwellMinMin, elapsedMs, assessment.gas?.meter?.mayEnter) };
}

/** A trial tells nothing until somebody says how it came out. */
const isUntold = ({ step, running }: Task, history: History) =>
  running !== undefined && step.action === "trial" && !trialResult(history, step.zoneIds);

/** What to do now: verb, amount, the one button. */
export function NowStep({ step, running }: Task) {
  const { run, assessment, job, kit, hands } = useBay();
  const [correction, correct] = useCorrection({ step, running });
  const { elapsedMs, finish } = useRunning({ step, running });
  const untold = isUntold({ step, running }, assessment.history);
  const zones = zonesOf(step, (id) => assessment.plan.zones[id]!.view.name);
  const done = async () => {
    const orderAfter = (next: typeof job, at: string) => planner().orderAfter(next, kit, at);
    const before = jobNow(job.id) ?? job;
    run(
      `Done: ${step.title}`,
      ...(await doneOps(before, assessment, kit, step, hands, correction, running?.at, orderAfter)),
    );
  };
  const once = useOncePerState(job.events.length);
  // The key does no more than the button; what is refused here does not use up the tap.
  const locked = !finish.may || untold;
  const go = () => (running ? done() : run(`Start: ${step.title}`, ...startOps(step, hands)));
  const act = useOneTap(() => !locked && once(go));
  useHotkeys("space", (event) => {
    if ((event.target as HTMLElement).closest("button, a, input, summary, [role=button]")) return;
    event.preventDefault();
    act();
  });
  return (
    <section className="now-step" aria-label="Now" data-testid="now-step">
      <NotAgreed step={step} />
      <StepWords step={step} zones={zones} correction={correction} />
      <StepDwell step={step} running={running} elapsedMs={elapsedMs} />
      {step.action === "check-first" && <CheckFirst step={step} />}
      {step.proves && <ProofOfAgents step={step} />}
      {stepBase(step.key) === "look-under" && <WhatLayThere step={step} />}
      {step.action === "trial" && <TrialResultChips step={step} />}
      {running && step.action === "extract" && <PassLog step={step} running={running} />}
      <MainAct
        words={untold ? "Say how it came out" : running ? finishWords(step, finish) : "Start"}
        quiet={finish.may && finish.early}
        {...{ onAct: act, locked }}
      />
      <CardDone step={step} once={once} />
      {step.action === "extract" && !step.flushes && !running && (
        <SmallFold title="How wet, how deep">
          <StrokesPanel key={step.zoneIds[0]} zoneId={step.zoneIds[0]!} />
        </SmallFold>
      )}
      <p className="mt-2 mb-0">
        <b>Check:</b> {step.check}
      </p>
      {step.action === "gas-out" && <GasMeter />}
      <WentOtherwise step={step} correction={correction} onCorrect={correct} />
      <div className="now-side">
        <CardAloud step={step} zones={zones} running={running !== undefined} />
        <ItFails findingId={step.findingId} zoneIds={step.zoneIds} />
        {!step.required && <LeaveOut step={step} once={once} />}
      </div>
    </section>
  );
}

/** Where a card begins it is read first, in one breath; then each line of it. */
function CardAloud({ step, zones, running }: { step: Step; zones: string; running: boolean }) {
  const { assessment, now } = useBay();
  const { order } = assessment;
  const { quantity } = useFormat();
  const card = now && cardsOf(order).find(({ tasks }) => tasks[0] === now.at && tasks.length > 1);
  const breath = card && !running ? `${placeName(order, card)}: ${breathOf(order, card, quantity)}. First: ` : "";
  return <ReadAloud words={breath + sheetWords(step, zones, running)} />;
}

/** What went as planned is one tap for all of a card. */
function CardDone({ step, once }: { step: Step; once: ReturnType<typeof useOncePerState> }) {
  const { run, assessment, job, kit, hands, now } = useBay();
  const { order } = assessment;
  const card = now && cardsOf(order).find(({ tasks }) => tasks.includes(now.at));
  const lines = card ? doneTogether(order, card, now.at) : [];
  if (!card || lines.length < 2 || lines[0] !== now?.at) return null;
  const place = placeName(order, card);
  const done = async () => {
    const orderAfter = (next: typeof job, at: string) => planner().orderAfter(next, kit, at);
    const ops = await cardDoneOps(jobNow(job.id) ?? job, assessment, kit, lines, hands, orderAfter);
    run(`Done: ${place}, ${lines.length} lines from ${step.title.toLowerCase()}`, ...ops);
  };
  return (
    <Act variant="link" className="card-done" onAct={() => once(done)}>
      {lines.length === card.tasks.length ? "The whole card is done" : `These ${lines.length} lines are done`}, as
      planned
    </Act>
  );
}

function finishWords(step: Step, finish: MayFinish): string {
  if (!finish.may)
    return finish.by === "meter" ? "Only when the meter allows it" : `Keep airing, ${clockText(finish.waitMs)} more`;
  if (step.action === "fastness-check") return "Done, the white cloth stayed white";
  if (step.action === "check-first") return "Looked, go on";
  if (finish.early) return "Too early. End it all the same";
  return step.dwell && !isWaitedOut(step.action) ? "It is on: let it dwell" : "Done";
}

/** Nobody has agreed to anything, and this would be the first thing that goes on the cloth. */
function NotAgreed({ step }: { step: Step }) {
  const { assessment, go } = useBay();
  const { history } = assessment;
  if (step.agent === undefined || lastOf(history, "agreed") || history.done.some(({ agent }) => agent)) return null;
  return (
    <p className="not-agreed">
      <b>The owner has not agreed yet.</b> This is the first wet step.{" "}
      <Act variant="link" onAct={() => go({ phase: "plan", finding: null })}>
        Estimate and promise
      </Act>
    </p>
  );
}

function StepWords({ step, zones, correction }: { step: Step; zones: string; correction: Correction }) {
  return (
    <div className="now-top">
      <div className="now-words">
        <h2>{step.title}</h2>
        <p className="now-where">{zones}</p>
        <p>{step.how}</p>
        <p className="soft">{step.why}</p>
      </div>
      {step.amountMl && (
        <div className="dose">
          <Num of={asPutOn(step, correction)} testId="dose" />
          <span className="dose-from">
            <DoseFrom step={step} />
          </span>
        </div>
      )}
    </div>
  );
}

/** Water and how warm, or the strength of the mix. */
function DoseFrom({ step }: { step: Step }) {
  const { kit } = useBay();
  const warmest = warmestAtCloth(step, kit);
  if (step.agent === "water")
    return warmest ? (
      <>
        water, <Num of={warmest} /> or under
      </>
    ) : (
      "water"
    );
  return step.partsWater && step.partsWater.value > 0 ? readingInWords(step.partsWater.value) : "ready to use";
}

function StepDwell({ step, running, elapsedMs }: Task & { elapsedMs: number }) {
  const { nowMs } = useBay();
  if (!step.dwell) return null;
  const waitedOut = isWaitedOut(step.action);
  if (!waitedOut || running?.dwellMinMin === undefined)
    return <PlannedDwell dwell={step.dwell} waitedOut={waitedOut} />;
  const wait = { fromMs: nowMs - elapsedMs, minMin: running.dwellMinMin, maxMin: running.dwellMaxMin, guards: true };
  return <DwellBand wait={wait} nowMs={nowMs} />;
}
