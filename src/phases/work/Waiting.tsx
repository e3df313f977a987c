"use client";
import { useHotkeys } from "react-hotkeys-hook";
import type { OrderTask, TaskTime } from "@/core/answers/schedule/times";
import { guardsPerson } from "@/core/ground/catalog/actions";
import { seenMs } from "@/store/clock";
import { useOneTap } from "@/ui/Act";
import { MainAct } from "./MainAct";
import { clockText } from "@/ui/clock";
import { timeText } from "@/ui/time";
import { useOncePerState } from "@/ui/useOncePerState";
import { useBay } from "@/bay/state/BayContext";
import { zonesOf } from "../zones";
import { DwellBand } from "./DwellBand";
import { guardLeftMs } from "./guards";
import { ReadAloud } from "./ReadAloud";
import { startOps } from "./record";

/** Nothing can be done yet: what is waited for, how long, and what comes then. */
export function Waiting({
  task: { step, after: putOn = [], at },
  time,
}: {
  task: OrderTask & { at: number };
  time: TaskTime;
}) {
  const { assessment, nowMs, hands, job, run } = useBay();
  const { order, plan } = assessment;
  const after = putOn.at(-1);
  const zones = zonesOf(step, (id) => plan.zones[id]?.view.name ?? "");
  // Somebody else's work stands before it, or a wait that guards a person: neither is argued with.
  const holding = order.arcs.flatMap(({ from, to }) => (to === at ? [order.tasks[from]!] : []))[0];
  const locked = holding !== undefined || putOn.some(guardsPerson);
  const leftMs = Math.max(0, time.startMs - nowMs, guardLeftMs(putOn));
  const once = useOncePerState(job.events.length);
  // What is refused here does not use up the tap: the lock opens by time, without anything recorded.
  const act = useOneTap(() => {
    if (!locked) once(() => run(`Start: ${step.title}`, ...startOps(step, hands)));
  });
  useHotkeys("space", (event) => {
    if ((event.target as HTMLElement).closest("button, a, input, summary, textarea, [role=button]")) return;
    event.preventDefault();
    act();
  });
  return (
    <section className="now-step now-waits" aria-label="Now" data-testid="now-step">
      <h2>
        Wait <span data-testid="wait-clock">{clockText(leftMs)}</span>
      </h2>
      <p>
        {after ? `${after.title} is on. ` : holding ? `${holding.step.title} comes first. ` : ""}Then, from{" "}
        {timeText(time.startMs, nowMs)}:
      </p>
      <p className="now-where">
        {step.title}, {zones}
      </p>
      {after?.dwellMinMin !== undefined && (
        <DwellBand
          wait={{
            fromMs: guardsPerson(after) ? nowMs - seenMs(after.id, Date.parse(after.at)) : Date.parse(after.at),
            minMin: after.dwellMinMin,
            maxMin: after.dwellMaxMin,
            guards: guardsPerson(after),
          }}
          nowMs={nowMs}
        />
      )}
      <MainAct words={waitWords(locked, leftMs)} quiet {...{ onAct: act, locked }} />
      <ReadAloud words={`Wait ${Math.ceil(leftMs / 60_000)} minutes. Then ${step.title}, ${zones}.`} />
    </section>
  );
}

function waitWords(locked: boolean, leftMs: number): string {
  if (!locked) return "Too early. Start it all the same";
  return leftMs > 0 ? `Keep waiting, ${clockText(leftMs)} more` : "Keep waiting for the other hands";
}
