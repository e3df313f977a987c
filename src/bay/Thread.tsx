"use client";
import type { Job } from "@/core/job/schema";
import { handsOf, type History } from "@/core/job/history";
import { cardsOf } from "@/core/answers/schedule/runCards";
import type { Forecast } from "@/core/answers/schedule/forecast";
import { PhaseNav } from "./PhaseNav";
import { timeText } from "@/ui/time";
import { useBay } from "./state/BayContext";
import {
  alongThread,
  BareThread,
  DryingDots,
  Needle,
  NextStitch,
  PromiseKnot,
  SlackStitch,
  useWidth,
  WorkedStitch,
  type Span,
} from "./stitches";

interface Stitch {
  key: string;
  fromMs: number;
  toMs: number;
}

/** One stitch for each step worked and each card to come: worked ones tight, coming ones slack, a needle at now, knots at the promises. */
export function Thread() {
  const { forecast, assessment, job, nowMs } = useBay();
  const { svg, width } = useWidth();
  const worked = workedStitches(assessment.history);
  const promises = promisesOf(job);
  const span = spanOf(worked, assessment.history, forecast, promises, nowMs);
  const { startMs, finishMs } = span;
  const x = alongThread(span, width);
  const bare = worked.length === 0 && assessment.order.tasks.length === 0;

  return (
    <svg ref={svg} role="img" aria-label={threadWords(worked.length, assessment.order.tasks.length)}>
      <BareThread
        width={width}
        words={bare ? "The thread is bare: mark something in Look and the steps hang here." : undefined}
      />
      {worked.map(({ key, fromMs, toMs }) => (
        <WorkedStitch key={key} a={x(fromMs)} b={x(toMs)} />
      ))}
      {cardsOf(assessment.order).map(({ tasks }, index) => {
        const [startMs, endMs] = [forecast.times[tasks[0]!]!.startMs, forecast.times[tasks.at(-1)!]!.endMs];
        const [a, b] = [x(startMs) + 2, Math.max(x(startMs) + 5, x(endMs) - 2)];
        const isBegun = tasks.some((at) => assessment.order.tasks[at]!.running);
        if (isBegun || index === 0) return <NextStitch key={tasks[0]} a={a} b={b} />;
        const dwells = tasks.some((at) => assessment.order.tasks[at]!.step.dwell);
        return <SlackStitch key={tasks[0]} dwell={dwells} a={a} b={b} />;
      })}
      {forecast.usable && forecast.usable.atMs > finishMs && <DryingDots a={x(finishMs)} b={x(forecast.usable.atMs)} />}
      {promises.map(({ name, ms }, index) => {
        const at = x(ms);
        const other = promises[1 - index];
        const crowded = index === 0 && other !== undefined && Math.abs(x(other.ms) - at) < 185;
        return (
          <PromiseKnot
            key={name}
            words={`${timeText(ms, nowMs)} ${name}`}
            damp={index === 0}
            textX={crowded ? Math.min(at, x(other.ms) - 160) : undefined}
            {...{ at, width }}
          />
        );
      })}
      {nowMs > 0 && !bare && (
        <Needle at={x(Math.max(nowMs, startMs))} words={timeText(Math.max(nowMs, startMs), nowMs)} />
      )}
    </svg>
  );
}

/** From what was begun first, or will be, to when hands are done, and to the last that is promised or dry. */
function spanOf(
  worked: readonly Stitch[],
  { running }: History,
  { beginMs, finish, usable }: Forecast,
  promises: readonly { ms: number }[],
  nowMs: number,
): Span {
  const startMs = Math.min(worked[0]?.fromMs ?? beginMs, ...running.map(({ at }) => Date.parse(at)));
  const finishMs = Math.max(finish.atMs, nowMs, startMs + 60_000);
  return {
    startMs,
    finishMs,
    endMs: Math.max(finishMs + 60_000, usable?.atMs ?? 0, ...promises.map(({ ms }) => ms)),
  };
}

function workedStitches({ standing }: History): Stitch[] {
  const begun = new Map<number, number>();
  const stitches: Stitch[] = [];
  for (const event of standing) {
    const at = Date.parse(event.at);
    if (event.kind === "start") begun.set(handsOf(event), at);
    if (event.kind === "done") {
      stitches.push({ key: event.id, fromMs: begun.get(handsOf(event)) ?? at, toMs: at });
      begun.set(handsOf(event), at);
    }
  }
  return stitches;
}

const promisesOf = ({ promises: { handBackAt, usableAt } }: Job) =>
  [
    handBackAt && { name: "hand back", ms: Date.parse(handBackAt) },
    usableAt && { name: "usable", ms: Date.parse(usableAt) },
  ].filter((promise): promise is { name: string; ms: number } => Boolean(promise));

const threadWords = (done: number, coming: number) => `Thread of the job: ${done} steps done, ${coming} to come`;

/** The phases' names on the thread. */
export function PhaseLinks() {
  const { phase, go } = useBay();
  return <PhaseNav phase={phase} go={(to) => go({ phase: to })} />;
}
