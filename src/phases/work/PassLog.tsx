"use client";
import { record } from "@/core/job/change";
import type { PassEvent, StartEvent } from "@/core/job/schema";
import { DIRT_SCALE, dirtOf, fittedPasses, SHARE_WORTH_A_PASS, type DirtId } from "@/core/models/water/passes";
import type { Step } from "@/core/judgement/treatment/step/step";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";

/** Passes of this step as they were logged since it was begun. */
export function usePasses({ key, zoneIds }: Step, running: StartEvent | undefined): PassEvent[] {
  const { standing } = useBay().assessment.history;
  const from = running ? standing.findIndex(({ id }) => id === running.id) : standing.length;
  return standing
    .slice(from)
    .filter(
      (event): event is PassEvent =>
        event.kind === "pass" && event.stepKey === key && event.zoneIds.some((id) => zoneIds.includes(id)),
    );
}

/** One tap a pass: how the recovered water or a white towel looks. Says whether another is worth its water. */
export function PassLog({ step, running }: { step: Step; running: StartEvent }) {
  const { run } = useBay();
  const passes = usePasses(step, running);
  const log = (dirt: DirtId, name: string) =>
    run(
      `Pass ${passes.length + 1}: ${name.toLowerCase()}`,
      record({
        kind: "pass",
        id: newId(),
        at: nowIso(),
        stepKey: step.key,
        title: step.title,
        action: step.action,
        zoneIds: step.zoneIds,
        dirt,
      }),
    );
  return (
    <div className="mb-3" data-testid="pass-log">
      <h3>What pass {passes.length + 1} brings back</h3>
      <div className="chips" role="group" aria-label={`What pass ${passes.length + 1} brings back`}>
        {DIRT_SCALE.map(({ id, name, dirt }) => (
          <Act key={id} variant="chip" onAct={() => log(id, name)}>
            <DirtDrop dirt={dirt} /> {name}
          </Act>
        ))}
      </div>
      {passes.length > 0 && (
        <p className="mt-2">
          So far: {passes.map(({ dirt }) => DIRT_SCALE.find(({ id }) => id === dirt)!.name.toLowerCase()).join(", ")}.
        </p>
      )}
      <Verdict passes={passes} most={step.mostWetStrokes} />
    </div>
  );
}

function Verdict({ passes, most }: { passes: PassEvent[]; most: number | undefined }) {
  const spent = most !== undefined && passes.length >= most;
  const fit = fittedPasses(passes.map(({ dirt }) => dirtOf(dirt)));
  if (fit?.stop)
    return (
      <p data-testid="pass-verdict">
        <b>Stop: the next pass lifts under {SHARE_WORTH_A_PASS * 100} %</b>, <Num of={fit.nextShare} share /> of all so
        far. Dry strokes to the end.
      </p>
    );
  if (spent)
    return (
      <p data-testid="pass-verdict">
        <b>Stop: the water budget is spent.</b>{" "}
        {fit && (
          <>
            The next pass would still lift <Num of={fit.nextShare} share />:{" "}
          </>
        )}
        let it dry, then go again.
      </p>
    );
  if (!fit)
    return (
      <p className="soft" data-testid="pass-verdict">
        {passes.length === 0
          ? "A tap a pass, and it says when to stop. Leave it be and the passes count as planned."
          : "From the second pass on it says whether another is worth it."}
      </p>
    );
  return (
    <p data-testid="pass-verdict">
      The next pass would lift <Num of={fit.nextShare} share /> of all so far
      {fit.passesLeft ? (
        <>
          : <Num of={fit.passesLeft} words={fit.passesLeft.value === 1 ? "one more" : `${fit.passesLeft.value} more`} />{" "}
          {fit.passesLeft.value === 1 ? "is" : "are"} worth it
          {most !== undefined && passes.length + fit.passesLeft.value > most
            ? `, and the water budget leaves ${most - passes.length}`
            : ""}
          .
        </>
      ) : (
        <>. It does not clear like this: look at the cleaner, or at what feeds it from below.</>
      )}
    </p>
  );
}

/** How dark it is, without leaning on colour: a drop filled from below. */
function DirtDrop({ dirt }: { dirt: number }) {
  const share = Math.min(1, Math.max(0, DIRT_SCALE.findIndex((step) => step.dirt === dirt) / (DIRT_SCALE.length - 1)));
  return (
    <svg width="18" height="22" viewBox="0 0 18 22" className="me-2" aria-hidden>
      <path d="M9 2 Q16 11 16 15 A7 6 0 0 1 2 15 Q2 11 9 2 Z" fill="none" stroke="currentColor" strokeWidth="2" />
      <path d={`M4 ${20 - 14 * share} H14 V18 Q9 21 4 18 Z`} fill="currentColor" opacity={share === 0 ? 0 : 0.8} />
    </svg>
  );
}
