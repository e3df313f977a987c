import { useEffect, useRef, useState } from "react";

/** What a thread is sewn of, of a job or of a case in practice. */

const LINE_Y = 34;
/** Hands-on time takes this share of the thread, drying the rest. */
const WORK_SHARE = 0.7;
const LEFT = 8;

/** When hands begin, when they are done, and the last that is promised or dry, ms. */
export interface Span {
  startMs: number;
  finishMs: number;
  endMs: number;
}

/** Where a moment lies on a thread so wide, px. */
export function alongThread({ startMs, finishMs, endMs }: Span, width: number) {
  const usable = width - 2 * LEFT;
  return (ms: number) =>
    LEFT +
    (ms <= finishMs
      ? ((ms - startMs) / (finishMs - startMs)) * usable * WORK_SHARE
      : usable * (WORK_SHARE + ((ms - finishMs) / (endMs - finishMs)) * (1 - WORK_SHARE - 0.01)));
}

/** The thread itself, bare. @param words where nothing hangs on it */
export function BareThread({ width, words }: { width: number; words?: string }) {
  return (
    <>
      <line x1={LEFT} x2={width - LEFT} y1={LINE_Y} y2={LINE_Y} stroke="var(--line)" strokeWidth="1.5" />
      {words && (
        <text x={LEFT} y={16}>
          {words}
        </text>
      )}
    </>
  );
}

/** A promise. @param textX where its words go, when another stands too near */
export function PromiseKnot({
  words,
  at,
  damp,
  textX,
  width,
}: {
  words: string;
  at: number;
  /** The first of them, before it is dry. */
  damp: boolean;
  textX?: number;
  width: number;
}) {
  return (
    <g>
      <path
        d={`M${at - 5} ${LINE_Y - 11} L${at + 5} ${LINE_Y + 11} M${at + 5} ${LINE_Y - 11} L${at - 5} ${LINE_Y + 11}`}
        stroke={damp ? "var(--ink)" : "var(--woad)"}
        strokeWidth="3.2"
        strokeLinecap="round"
      />
      <text
        x={textX ?? at}
        y={16}
        textAnchor={at > width - 160 || textX !== undefined ? "end" : at < 90 ? "start" : "middle"}
      >
        {words}
      </text>
    </g>
  );
}

/** Now, or when hands begin where nothing was begun yet. */
export function Needle({ at, words }: { at: number; words: string }) {
  return (
    <g>
      <line x1={at} x2={at} y1={16} y2={48} stroke="var(--ink)" strokeWidth="2.5" />
      <circle cx={at} cy={15} r={4.5} fill="var(--ink)" />
      <text x={at + 8} y={16}>
        {words}
      </text>
    </g>
  );
}

/** What was worked: tight. */
export function WorkedStitch({ a, b }: { a: number; b: number }) {
  return (
    <line
      x1={a + 1.5}
      x2={Math.max(a + 4, b - 2)}
      y1={LINE_Y}
      y2={LINE_Y}
      stroke="var(--moss)"
      strokeWidth="5"
      strokeLinecap="round"
    />
  );
}

/** What is under way, or comes next. */
export function NextStitch({ a, b }: { a: number; b: number }) {
  return <line x1={a} x2={b} y1={LINE_Y} y2={LINE_Y} stroke="var(--ink)" strokeWidth="6" strokeLinecap="round" />;
}

/** What is to come, slack; a dwell stands above the line. */
export function SlackStitch({ dwell, a, b }: { dwell: boolean; a: number; b: number }) {
  const sag = Math.min(12, 4 + (b - a) / 14);
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

export function DryingDots({ a, b }: { a: number; b: number }) {
  return (
    <line
      x1={a}
      x2={b}
      y1={LINE_Y}
      y2={LINE_Y}
      stroke="var(--woad)"
      strokeWidth="4"
      strokeDasharray="1 9"
      strokeLinecap="round"
    />
  );
}

export function useWidth() {
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
