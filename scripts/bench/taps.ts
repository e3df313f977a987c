// What one tap costs in planning, over a made-up visit: soil on every zone, two tests on every mark, then the work
// itself step by step.
import { assess, inFull } from "../../src/core/answers/assess/assess";
import { applyOps, type Op } from "../../src/core/job/commands";
import { record, setEvidence, setZone } from "../../src/core/job/change";
import { keepSame } from "../../src/core/job/keepSame";
import { USUAL_KIT } from "../../src/core/job/kit";
import type { Job } from "../../src/core/job/schema";
import { KeptZones } from "../../src/core/judgement/treatment/plan/kept";
import { doneOf } from "../../src/core/judgement/treatment/step/stepEvents";

const AT = Date.parse("2026-05-04T09:00:00Z");
const at = (tap: number) => new Date(AT + tap * 60_000).toISOString();
const median = (of: number[]) => [...of].sort((a, b) => a - b)[Math.floor(of.length / 2)]!;

export interface Taps {
  /** Median milliseconds of planning on from the plan before, and of planning from nothing. */
  onMs: number;
  anewMs: number;
  /** The same by what was tapped. */
  byKind: Record<string, number>;
  taps: number;
}

/** @param big the job, unsoiled zones and all */
export function tapsOf(big: Job): Taps {
  const kept = new KeptZones();
  let job = big;
  let steps = assess(job, USUAL_KIT, at(0), { ...inFull, kept }).plan.steps;
  const times: { kind: string; onMs: number; anewMs: number }[] = [];
  const tap = (kind: string, ops: readonly Op[]) => {
    // A copy, as it comes to the worker.
    const came = structuredClone(applyOps(job, ops).job);
    const moment = at(times.length);
    const from = performance.now();
    job = keepSame(job, came);
    ({ steps } = assess(job, USUAL_KIT, moment, { ...inFull, kept }).plan);
    const on = performance.now();
    times.push({ kind, onMs: on - from, anewMs: 0 });
    assess(came, USUAL_KIT, moment);
    times.at(-1)!.anewMs = performance.now() - on;
  };
  for (const [index, id] of big.zones.order.entries())
    tap("soil", [setZone(id, "soil", (["light", "heavy", "moderate"] as const)[index % 3])]);
  for (const id of big.findings.order) {
    tap("test", [setEvidence(id, "colour", "yellow-brown")]);
    tap("test", [setEvidence(id, "edge", "dark-rim")]);
  }
  for (let done = 0; steps[0] && done < 40; done++)
    tap("work", [record(doneOf(steps[0], { id: `d${done}`, at: at(times.length) }))]);
  const of = (kind: string) => median(times.filter((each) => each.kind === kind).map(({ onMs }) => onMs));
  return {
    onMs: median(times.map(({ onMs }) => onMs)),
    anewMs: median(times.map(({ anewMs }) => anewMs)),
    byKind: Object.fromEntries(["soil", "test", "work"].map((kind) => [kind, of(kind)])),
    taps: times.length,
  };
}
