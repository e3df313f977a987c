"use client";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { AGENTS, type AgentId } from "@/core/ground/catalog/agents";
import { CARE_CODES, type CareCode } from "@/core/ground/catalog/builds";
import { readingInWords } from "@/core/ground/quantity/ratio";
import { lastOf } from "@/core/job/history";
import { sumOf, stated, opened, entered, type Worked } from "@/core/ground/sums/working";
import type { OrderTask } from "@/core/answers/schedule/times";
import { guardsPerson, isWaitedOut } from "@/core/ground/catalog/actions";
import { warmestAtCloth } from "@/core/judgement/treatment/lay/cautions";
import { dryStrokesFor } from "@/core/judgement/treatment/step/amounts";
import type { Correction } from "@/core/judgement/treatment/step/stepEvents";
import type { Step } from "@/core/judgement/treatment/step/step";
import { nowIso, seenMs } from "@/store/clock";
import { jobNow } from "@/store/jobs";
import { newId } from "@/store/newId";
import { Act, useOneTap } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { clockText } from "@/ui/clock";
import { SmallFold } from "@/ui/Fold";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { useOncePerState } from "@/ui/useOncePerState";
import { useBay } from "@/bay/state/BayContext";
import { planner } from "@/workers/planner";
import { clothPath } from "../cloth";
import { zonesOf } from "../zones";
import { DwellBand, PlannedDwell } from "./DwellBand";
import { ItFails } from "./ItFails";
import { PassLog, usePasses } from "./PassLog";
import { ReadAloud, sheetWords } from "./ReadAloud";
import { doneOps, startOps } from "./record";

const StrokesPanel = later(() => import("../water/StrokesPanel").then(({ StrokesPanel }) => StrokesPanel));
const GasMeter = later(() => import("../GasMeter").then(({ GasMeter }) => GasMeter));

/** A tank's marks are read to this, mL. Judgement. */
const TANK_STEP_ML = 100;
const tidy = (ml: number) => Math.max(TANK_STEP_ML, Math.round(ml / TANK_STEP_ML) * TANK_STEP_ML);

const MOST_STROKES = 12;
const SKIP_REASONS = ["Not needed here", "No time", "The owner said no", "Not safe here"] as const;

/** What to do now: verb, amount, the one button. */
export function NowStep({ step, running }: Pick<OrderTask, "step" | "running">) {
  const bay = useBay();
  const { run, assessment, job, nowMs, kit, hands } = bay;
  const warmest = warmestAtCloth(step, kit);
  const [entered, setCorrection] = useState<Correction>({});
  // Passes that were logged are the wet strokes, unless somebody says otherwise.
  const passes = usePasses(step, running).length;
  const correction: Correction =
    passes > 0 && passes !== step.wetStrokes?.value
      ? {
          wetStrokes: Math.min(MOST_STROKES, passes),
          dryStrokes: dryStrokesFor(Math.min(MOST_STROKES, passes)).value,
          ...entered,
        }
      : entered;
  const [skipping, setSkipping] = useState(false);
  const zones = zonesOf(step, (id) => assessment.plan.zones[id]!.view.name);
  // What guards a person counts only time that was seen to pass, whatever the device's clock says.
  const elapsedMs = running
    ? guardsPerson(step)
      ? seenMs(running.id, Date.parse(running.at))
      : nowMs - Date.parse(running.at)
    : 0;
  // Airing guards the lungs and the room: its time is not a suggestion.
  const isAiring = step.action === "air" || step.action === "gas-out";
  const waitedOut = isWaitedOut(step.action);
  const early = waitedOut && running?.dwellMinMin !== undefined && elapsedMs < running.dwellMinMin * 60_000;
  const meter = step.action === "gas-out" ? assessment.gas?.meter : undefined;
  const mustWaitMs =
    isAiring && !meter?.mayEnter && running?.dwellMinMin !== undefined ? running.dwellMinMin * 60_000 - elapsedMs : 0;
  // A meter that still shows gas outranks the clock, and without a time only the meter counts.
  const meterWants =
    step.action === "gas-out" && running !== undefined && (meter ? !meter.mayEnter : running.dwellMinMin === undefined);

  const start = () => run(`Start: ${step.title}`, ...startOps(step, hands));
  const done = async () => {
    if (mustWaitMs > 0 || meterWants) return;
    run(
      `Done: ${step.title}`,
      ...(await doneOps(jobNow(job.id) ?? job, assessment, kit, step, hands, correction, running?.at, (next, at) =>
        planner().orderAfter(next, kit, at),
      )),
    );
  };
  const once = useOncePerState(job.events.length);
  const act = useOneTap(() => once(() => (running ? done() : start())));
  useHotkeys("space", (event) => {
    if ((event.target as HTMLElement).closest("button, a, input, summary, [role=button]")) return;
    event.preventDefault();
    act();
  });
  const skip = (reason: string) => {
    const at = nowIso();
    run(`Leave out: ${step.title}`, {
      op: "append",
      event: {
        kind: "skip",
        id: newId(),
        at,
        stepKey: step.key,
        title: step.title,
        action: step.action,
        zoneIds: step.zoneIds,
        ...(hands > 1 ? { by: hands } : {}),
        ...(step.findingId ? { findingId: step.findingId } : {}),
        reason,
      },
    });
  };

  const nobodyAgreed =
    step.agent !== undefined &&
    !lastOf(assessment.history, "agreed") &&
    !assessment.history.done.some(({ agent }) => agent);
  return (
    <section className="now-step" aria-label="Now" data-testid="now-step">
      {nobodyAgreed && (
        <p className="not-agreed">
          <b>The owner has not agreed yet.</b> This is the first wet step.{" "}
          <Act variant="link" onAct={() => bay.go({ phase: "plan", finding: null })}>
            Estimate and promise
          </Act>
        </p>
      )}
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
              {step.agent === "water" ? (
                warmest ? (
                  <>
                    water, <Num of={warmest} /> or under
                  </>
                ) : (
                  "water"
                )
              ) : step.partsWater && step.partsWater.value > 0 ? (
                readingInWords(step.partsWater.value)
              ) : (
                "ready to use"
              )}
            </span>
          </div>
        )}
      </div>
      {step.dwell &&
        (waitedOut && running?.dwellMinMin !== undefined ? (
          <DwellBand
            wait={{ fromMs: nowMs - elapsedMs, minMin: running.dwellMinMin, maxMin: running.dwellMaxMin, guards: true }}
            nowMs={nowMs}
          />
        ) : (
          <PlannedDwell dwell={step.dwell} waitedOut={waitedOut} />
        ))}
      {step.action === "check-first" && <CheckFirst step={step} />}
      {step.proves && <ProofOfAgents step={step} />}
      {running && step.action === "extract" && <PassLog step={step} running={running} />}
      <Act
        variant={early && !isAiring ? "outline-primary" : "primary"}
        className="main-act"
        onAct={act}
        disabled={mustWaitMs > 0 || meterWants}
        data-testid="main-act"
      >
        {running
          ? meterWants
            ? "Only when the meter allows it"
            : mustWaitMs > 0
              ? `Keep airing, ${clockText(mustWaitMs)} more`
              : doneWords(step, early)
          : "Start"}
      </Act>
      {step.action === "extract" && !running && (
        <SmallFold title="How wet, how deep">
          <StrokesPanel key={step.zoneIds[0]} zoneId={step.zoneIds[0]!} />
        </SmallFold>
      )}
      <p className="mt-2 mb-0">
        <b>Check:</b> {step.check}
      </p>
      {step.action === "gas-out" && <GasMeter />}
      {(step.amountMl ?? step.wetStrokes) !== undefined && (
        <details className="mt-2">
          <summary className="form-label">It went otherwise</summary>
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
                onChange={(amountMl) => setCorrection({ ...entered, amountMl })}
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
                onChange={(wetStrokes) => setCorrection({ ...entered, wetStrokes })}
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
                max={12}
                onChange={(dryStrokes) => setCorrection({ ...entered, dryStrokes })}
              />
            )}
            {step.recoveredMl && (
              <Stepper
                label="Out of the solution tank"
                value={correction.solutionMl}
                unknown={{ words: "not read", start: tidy(step.amountMl!.value) }}
                unit="mL"
                step={TANK_STEP_ML}
                min={TANK_STEP_ML}
                max={100_000}
                onChange={(solutionMl) => setCorrection({ ...entered, solutionMl })}
              />
            )}
            {step.recoveredMl && (
              <Stepper
                label="Back in the recovery tank"
                value={correction.recoveredMl}
                unknown={{ words: "not read", start: tidy(step.recoveredMl.value) }}
                unit="mL"
                step={TANK_STEP_ML}
                min={0}
                max={Math.max(TANK_STEP_ML, tidy(2 * (correction.solutionMl ?? step.amountMl!.value)))}
                onChange={(recoveredMl) => setCorrection({ ...entered, recoveredMl })}
              />
            )}
          </div>
        </details>
      )}
      <div className="now-side">
        <ReadAloud words={sheetWords(step, zones, running !== undefined)} />
        <ItFails findingId={step.findingId} />
        {!step.required &&
          (skipping ? (
            SKIP_REASONS.map((reason) => (
              <Act key={reason} className="chip" onAct={() => once(() => skip(reason))}>
                {reason}
              </Act>
            ))
          ) : (
            <Act variant="link" onAct={() => setSkipping(true)}>
              Leave it out
            </Act>
          ))}
      </div>
    </section>
  );
}

/** The dose as planned, or as it was put on. */
function asPutOn(step: Step, { amountMl, wetStrokes, solutionMl }: Correction): Worked {
  const planned = step.amountMl!;
  if (solutionMl !== undefined) return entered("read off the tank", solutionMl, "mL", "measured");
  if (step.wetStrokes && wetStrokes !== undefined)
    return sumOf("treatment.amountAsPulled", {
      plannedMl: opened(planned),
      pulled: stated.measured(wetStrokes),
      planned: step.wetStrokes.value,
    });
  if (amountMl === undefined) return planned;
  return entered("as put on", amountMl, "mL", "measured");
}

function doneWords(step: Step, early: boolean): string {
  if (step.action === "fastness-check") return "Done, the white cloth stayed white";
  if (step.action === "check-first") return "Looked, go on";
  if (early) return "Too early. End it all the same";
  return step.dwell && !isWaitedOut(step.action) ? "It is on: let it dwell" : "Done";
}

/** What the look showed, picked where it is needed. */
function CheckFirst({ step }: { step: Step }) {
  const { run, assessment } = useBay();
  const view = assessment.plan.zones[step.zoneIds[0]!]!.view;
  return (
    <div className="mb-3">
      <h3>The label says</h3>
      <Chips<CareCode>
        label="Care label"
        choices={choicesOf(CARE_CODES)}
        value={view.cloth.careCode}
        onPick={(value) => run("Care label", { op: "set", path: [...clothPath(view), "careCode"], value })}
      />
      <div className="mt-2">
        <Act
          className="chip"
          onAct={() => run("Nothing beside it", { op: "set", path: [...clothPath(view), "neighbours"], value: [] })}
        >
          Nothing electric beside or under it
        </Act>
      </div>
    </div>
  );
}

/** Which agent ran, if one did; nothing to tap when the white cloth stayed white. */
function ProofOfAgents({ step }: { step: Step }) {
  const { run, assessment } = useBay();
  const view = assessment.plan.zones[step.zoneIds[0]!]!.view;
  return (
    <div className="chips mb-3" role="group" aria-label="An agent that ran">
      {step.proves!.map((agent: AgentId) => (
        <Act
          key={agent}
          className="chip"
          onAct={() =>
            run(`${AGENTS[agent].name} runs`, { op: "set", path: [...clothPath(view), "fastness", agent], value: 3 })
          }
        >
          {AGENTS[agent].name} took colour off
        </Act>
      ))}
    </div>
  );
}
