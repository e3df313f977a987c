"use client";
import { useEffect, useRef, useState } from "react";
import type { Job } from "@/core/job/schema";
import { handsOf, type History } from "@/core/job/history";
import type { Forecast } from "@/core/answers/schedule/forecast";
import { PhaseNav } from "./PhaseNav";
import { timeText } from "@/ui/time";
import { useBay } from "./state/BayContext";
import { type Dwell } from "@/core/judgement/treatment/step/step";

const LINE_Y = 34;
/** Hands-on time takes this share of the thread, drying the rest. */
const WORK_SHARE = 0.7;

interface Stitch {
  key: string;
  fromMs: number;
  toMs: number;
}

/** One stitch per step, as long as its minutes: worked ones tight, coming ones slack, a needle at now, knots at the promises. */
export function Thread() {
  const { forecast, assessment, job, nowMs } = useBay();
  const { svg, width } = useWidth();
  const worked = workedStitches(assessment.history);
  const promises = promisesOf(job);
  const { startMs, finishMs, endMs } = spanOf(worked, assessment.history, forecast, promises, nowMs);
  const left = 8;
  const usable = width - 2 * left;
  const x = (ms: number) =>
    left +
    (ms <= finishMs
      ? ((ms - startMs) / (finishMs - startMs)) * usable * WORK_SHARE
      : usable * (WORK_SHARE + ((ms - finishMs) / (endMs - finishMs)) * (1 - WORK_SHARE - 0.01)));
  const bare = worked.length === 0 && assessment.order.tasks.length === 0;

  return (
    <svg ref={svg} role="img" aria-label={threadWords(worked.length, assessment.order.tasks.length)}>
      <line x1={left} x2={width - left} y1={LINE_Y} y2={LINE_Y} stroke="var(--line)" strokeWidth="1.5" />
      {bare && (
        <text x={left} y={16}>
          The thread is bare: mark something in Look and the steps hang here.
        </text>
      )}
      {worked.map(({ key, fromMs, toMs }) => (
        <PromiseMark key={key} x={x} fromMs={fromMs} toMs={toMs} />
      ))}
      {assessment.order.tasks.map(({ step: { key, dwell }, running }, index) => {
        const { startMs, endMs } = forecast.times[index]!;
        const [a, b] = [x(startMs) + 2, Math.max(x(startMs) + 5, x(endMs) - 2)];
        if (running || index === 0) return <DoneStitch key={`${key}-${index}`} a={a} b={b} />;
        const sag = Math.min(12, 4 + (b - a) / 14);
        return <DwellSag key={`${key}-${index}`} dwell={dwell} a={a} b={b} sag={sag} />;
      })}
      {forecast.usable && forecast.usable.atMs > finishMs && (
        <FinishMark x={x} finishMs={finishMs} usableMs={forecast.usable.atMs} />
      )}
      {promises.map(({ name, ms }, index) => {
        const at = x(ms);
        const other = promises[1 - index];
        const crowded = index === 0 && other !== undefined && Math.abs(x(other.ms) - at) < 185;
        return (
          <PromiseKnot
            key={name}
            name={name}
            at={at}
            index={index}
            crowded={crowded}
            x={x}
            other={other}
            width={width}
            ms={ms}
            nowMs={nowMs}
          />
        );
      })}
      {nowMs > 0 && !bare && <Needle x={x} atMs={Math.max(nowMs, startMs)} nowMs={nowMs} />}
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
) {
  const startMs = Math.min(worked[0]?.fromMs ?? beginMs, ...running.map(({ at }) => Date.parse(at)));
  const finishMs = Math.max(finish.atMs, nowMs, startMs + 60_000);
  return {
    startMs,
    finishMs,
    endMs: Math.max(finishMs + 60_000, usable?.atMs ?? 0, ...promises.map(({ ms }) => ms)),
  };
}

function PromiseKnot({
  name,
  at,
  index,
  crowded,
  x,
  other,
  width,
  ms,
  nowMs,
}: {
  name: string;
  at: number;
  index: number;
  crowded: boolean;
  x: (ms: number) => number;
  other: { name: string; ms: number } | undefined;
  width: number;
  ms: number;
  nowMs: number;
}) {
  return (
    <g>
      <path
        d={`M${at - 5} ${LINE_Y - 11} L${at + 5} ${LINE_Y + 11} M${at + 5} ${LINE_Y - 11} L${at - 5} ${LINE_Y + 11}`}
        stroke={index === 0 ? "var(--ink)" : "var(--woad)"}
        strokeWidth="3.2"
        strokeLinecap="round"
      />
      <text
        x={crowded && other ? Math.min(at, x(other.ms) - 160) : at}
        y={16}
        textAnchor={at > width - 160 || crowded ? "end" : at < 90 ? "start" : "middle"}
      >
        {timeText(ms, nowMs)} {name}
      </text>
    </g>
  );
}

/** Now, or when hands begin where nothing was begun yet. */
function Needle({ x, atMs, nowMs }: { x: (ms: number) => number; atMs: number; nowMs: number }) {
  return (
    <g>
      <line x1={x(atMs)} x2={x(atMs)} y1={16} y2={48} stroke="var(--ink)" strokeWidth="2.5" />
      <circle cx={x(atMs)} cy={15} r={4.5} fill="var(--ink)" />
      <text x={x(atMs) + 8} y={16}>
        {timeText(atMs, nowMs)}
      </text>
    </g>
  );
}

function PromiseMark({ x, fromMs, toMs }: { x: (ms: number) => number; fromMs: number; toMs: number }) {
  return (
    <line
      x1={x(fromMs) + 1.5}
      x2={Math.max(x(fromMs) + 4, x(toMs) - 2)}
      y1={LINE_Y}
      y2={LINE_Y}
      stroke="var(--moss)"
      strokeWidth="5"
      strokeLinecap="round"
    />
  );
}

function DoneStitch({ a, b }: { a: number; b: number }) {
  return <line x1={a} x2={b} y1={LINE_Y} y2={LINE_Y} stroke="var(--ink)" strokeWidth="6" strokeLinecap="round" />;
}

function DwellSag({ dwell, a, b, sag }: { dwell: Dwell | undefined; a: number; b: number; sag: number }) {
  return (
    <path
      d={
        dwell
          ? `M${a} ${LINE_Y} C${a} ${LINE_Y - 20} ${b} ${LINE_Y - 20} ${b} ${LINE_Y}`
          : `M${a} ${LINE_Y} Q${(a + b) / 2} ${LINE_Y + sag * 1.6} ${b} ${LINE_Y}`
      }
      fill="none"
      stroke={dwell ? "var(--weld)" : "var(--inkSoft)"}
      strokeWidth="2.5"
      strokeLinecap="round"
    />
  );
}

function FinishMark({ x, finishMs, usableMs }: { x: (ms: number) => number; finishMs: number; usableMs: number }) {
  return (
    <line
      x1={x(finishMs)}
      x2={x(usableMs)}
      y1={LINE_Y}
      y2={LINE_Y}
      stroke="var(--woad)"
      strokeWidth="4"
      strokeDasharray="1 9"
      strokeLinecap="round"
    />
  );
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

function useWidth() {
  const svg = useRef<SVGSVGElement>(null);
  const [width, setWidth] = useState(1000);
  useEffect(() => {
    const watched = svg.current;
    if (!watched) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && entry.contentRect.width > 0 && setWidth(entry.contentRect.width),
    );
    observer.observe(watched);
    return () => observer.disconnect();
  }, []);
  return { svg, width };
}
