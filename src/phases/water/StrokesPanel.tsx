"use client";
import type { StrokesDone } from "@/core/answers/ask/strokesTried";
import { setStrokes } from "@/core/job/change";
import { useCallback, useState } from "react";
import Table from "react-bootstrap/Table";
import type { StrokePattern, Strokes } from "@/core/answers/ask/strokesTried";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { usePlanned } from "@/ui/usePlanned";
import { useBay } from "@/bay/state/BayContext";
import { planner } from "@/workers/planner";
import { LayerCut } from "./LayerCut";
import { type Worked } from "@/core/ground/sums/working";

const PACE_STEP = 0.25;

/** Wet and dry strokes tried out before they are pulled: litres on and back, what stays, how deep it goes. */
export function StrokesPanel({ zoneId }: { zoneId: string }) {
  const { run, job, assessment } = useBay();
  const [tried, setTried] = useState<StrokePattern>();
  const strokes = useStrokes(zoneId, tried);
  if (!strokes) return null;
  const { planned, tried: shown, fastest, budgetLeft, allowed, tanks, machine, headWidth, perWet } = strokes;
  // What the hands set stands at once: a second press goes on from it, however long the first takes to be reckoned.
  const pattern = tried ?? shown.pattern;
  const isReckoned = same(pattern, shown.pattern);
  const set = (change: Partial<StrokePattern>) => setTried({ ...pattern, ...change });
  const name = assessment.plan.zones[zoneId]!.view.name;
  const take = (value: StrokePattern | undefined) => {
    run(`Strokes on ${name.toLowerCase()}`, setStrokes(zoneId, value));
    setTried(undefined);
  };
  const faster = fastest && !same(fastest.pattern, planned.pattern) ? fastest : undefined;
  const isPlanned = same(pattern, planned.pattern);
  return (
    <div data-testid="strokes">
      <p className="soft">
        {machine}, head <Num of={headWidth} />, <Num of={perWet} /> a wet stroke at its usual pace;{" "}
        <Num of={budgetLeft} testId="budget-left" /> of the water budget left, no deeper than <Num of={allowed} />.
      </p>
      <PatternSteppers pattern={pattern} set={set} />
      {(shown.overBudget || shown.tooDeep) && <TooDeep shown={shown} allowed={allowed} budgetLeft={budgetLeft} />}
      <PatternTable shown={shown} planned={planned} faster={faster} />
      <div className="row-wrap mt-2">
        {!isPlanned && (
          <Act
            variant="primary"
            disabled={!isReckoned || shown.overBudget || shown.tooDeep}
            onAct={() => take(pattern)}
          >
            Plan it like this
          </Act>
        )}
        {faster ? (
          <Act onAct={() => take(faster.pattern)}>Take the fastest</Act>
        ) : (
          <span className="soft">Nothing quicker does as much inside budget and depth than what is planned.</span>
        )}
        {job.choices.strokes?.[zoneId] && (
          <Act variant="link" onAct={() => take(undefined)}>
            Back to the plan's own
          </Act>
        )}
      </div>
      <Cuts shown={shown} />
      <p className="soft">
        Of <Num of={shown.balance.on} /> put on here in all, <Num of={shown.balance.toweled} /> goes into towels,{" "}
        <Num of={shown.balance.drawnOff} /> into the tank, <Num of={shown.balance.left} /> stays. {tankWords(tanks)}
      </p>
    </div>
  );
}

function PatternSteppers({ pattern, set }: { pattern: StrokePattern; set: (change: Partial<StrokePattern>) => void }) {
  return (
    <div className="row-wrap">
      <Stepper
        label="Wet strokes"
        value={pattern.wet}
        planned={undefined}
        unit="strokes"
        step={1}
        min={1}
        max={12}
        onChange={(wet) => set({ wet, dry: Math.max(wet, pattern.dry) })}
      />
      <Stepper
        label="Dry strokes"
        value={pattern.dry}
        unit="strokes"
        step={1}
        min={pattern.wet}
        max={40}
        onChange={(dry) => set({ dry })}
      />
      <Stepper
        label="Pace against usual"
        value={pattern.pace}
        unit="1"
        step={PACE_STEP}
        min={0.5}
        max={2}
        onChange={(pace) => set({ pace })}
      />
    </div>
  );
}

function TooDeep({ shown, allowed, budgetLeft }: { shown: StrokesDone; allowed: Worked; budgetLeft: Worked }) {
  return (
    <div className="caution caution-danger mt-2" role="alert">
      <h3>{shown.tooDeep ? "Too deep" : "Over the water budget"}</h3>
      <p>
        {shown.tooDeep ? (
          <>
            It would run <Num of={shown.depth} /> below the face; <Num of={allowed} /> is allowed here.{" "}
          </>
        ) : (
          ""
        )}
        {shown.overBudget ? (
          <>
            Only <Num of={budgetLeft} /> is left of the budget.{" "}
          </>
        ) : (
          ""
        )}
        The plan will not go that far: fewer wet strokes, or a quicker pull.
      </p>
    </div>
  );
}

function PatternTable({
  shown,
  planned,
  faster,
}: {
  shown: StrokesDone;
  planned: StrokesDone;
  faster: StrokesDone | undefined;
}) {
  const isPlanned = same(shown.pattern, planned.pattern);
  return (
    <Table className="compare mt-2">
      <thead>
        <tr>
          <th />
          <th>On</th>
          <th>Back</th>
          <th>Left</th>
          <th>Deep</th>
          <th>Cleaner left</th>
          <th>Takes</th>
        </tr>
      </thead>
      <tbody>
        {[
          { title: isPlanned ? "As planned" : "Tried", done: shown, id: "tried" },
          ...(isPlanned ? [] : [{ title: "As planned", done: planned, id: "planned" }]),
          ...(faster && !same(faster.pattern, shown.pattern)
            ? [{ title: "Fastest that does as much", done: faster, id: "fastest" }]
            : []),
        ].map(({ title, done, id }) => (
          <tr key={id} className={id === "tried" ? "picked" : ""} data-testid={`strokes-${id}`}>
            <th scope="row">
              {title}
              <div className="soft">{inWords(done.pattern)}</div>
            </th>
            <td data-label="On">
              <Num of={done.on} testId={`strokes-on-${id}`} />
            </td>
            <td data-label="Back">
              <Num of={done.back} />
            </td>
            <td data-label="Left">
              <Num of={done.left} testId={`strokes-left-${id}`} />
            </td>
            <td data-label="Deep">{done.depth.value > 0 ? <Num of={done.depth} /> : "face only"}</td>
            <td data-label="Cleaner left">{done.residue ? <Num of={done.residue} share /> : "none went on"}</td>
            <td data-label="Takes">
              <Num of={done.minutes} />
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function Cuts({ shown }: { shown: StrokesDone }) {
  return (
    <div className="cuts mt-2">
      <LayerCut
        title="At its wettest"
        layers={shown.wettest.layers}
        allowed={shown.wettest.allowed}
        testId="cut-wettest"
      />
      <LayerCut
        title="When the last stroke is pulled"
        layers={shown.after.layers}
        allowed={shown.after.allowed}
        testId="cut-after"
      />
    </div>
  );
}

const same = (a: StrokePattern, b: StrokePattern) => a.wet === b.wet && a.dry === b.dry && a.pace === b.pace;
const inWords = ({ wet, dry, pace }: StrokePattern) =>
  `${wet} wet, ${dry} dry${pace === 1 ? "" : `, ${pace} × the pace`}`;

function tankWords({ refills, firstRefill, empties, firstEmpty }: Strokes["tanks"]) {
  if (refills.value === 0 && empties.value === 0) return "One tank is enough.";
  return (
    <>
      {refills.value > 0 && (
        <>
          Fill the solution tank <Num of={refills} words={timesWords(refills.value)} />, first after{" "}
          <Num of={firstRefill} />.{" "}
        </>
      )}
      {empties.value > 0 && (
        <>
          Empty the recovery tank <Num of={empties} words={timesWords(empties.value)} />, first after{" "}
          <Num of={firstEmpty} />.
        </>
      )}
    </>
  );
}

const timesWords = (times: number) => (times === 1 ? "once on the way" : `${times} times on the way`);

function useStrokes(zoneId: string, tried: StrokePattern | undefined) {
  const { job, kit, asOf } = useBay();
  return usePlanned(
    useCallback(() => planner().strokesOn(job, kit, asOf, zoneId, tried), [job, kit, asOf, zoneId, tried]),
  );
}
