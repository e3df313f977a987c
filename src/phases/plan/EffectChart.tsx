"use client";
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { effectOf, soilLeftBy } from "@/core/judgement/treatment/step/effectCurve";
import type { Step } from "@/core/judgement/treatment/step/step";
import { Num } from "@/ui/Num";
import { type Worked } from "@/core/ground/sums/working";

const LINES = [
  { key: "half", strength: 0.5, dash: "2 5", width: 2, words: "half as strong" },
  { key: "planned", strength: 1, dash: undefined, width: 3, words: "as planned" },
  { key: "twice", strength: 2, dash: "9 5", width: 2, words: "twice as strong" },
] as const;
const HEIGHT_PX = 210;

/** Soil left by minutes of dwell on a logarithmic scale, and where waiting stops paying. */
export function EffectChart({ step }: { step: Step }) {
  const effect = effectOf(step);
  if (!effect) return null;
  const { curves, stopsPayingMin } = effect;
  const rows = curves[0]!.points.map(({ minutes }, index) => ({
    minutes,
    ...Object.fromEntries(
      LINES.map(({ key, strength }) => [
        key,
        Math.max(0.01, curves.find((curve) => curve.strength === strength)!.points[index]!.left),
      ]),
    ),
  }));
  const least = Math.min(
    ...rows.flatMap((row) => LINES.map(({ key }) => (row as unknown as Record<string, number>)[key]!)),
  );
  return (
    <div data-testid="effect">
      <p>
        As planned it leaves <Num of={soilLeftBy(step)!} share testId="effect-planned" /> of the soil in it; half as
        strong <Num of={soilLeftBy(step, { strength: 0.5 })!} share />, twice as strong{" "}
        <Num of={soilLeftBy(step, { strength: 2 })!} share />, waiting twice as long{" "}
        <Num of={soilLeftBy(step, { dwellMin: step.dwell!.min.value * 2 })!} share />. Waiting stops paying after{" "}
        <Num of={stopsPayingMin} testId="effect-stops" />. The label and the fibre decide how strong it may be.
      </p>
      <div aria-hidden className="effect-chart">
        <EffectLines rows={rows} least={least} step={step} stopsPayingMin={stopsPayingMin} />
        <div className="effect-key soft">
          {LINES.map(({ key, dash, width, words }) => (
            <span key={key}>
              <svg width="34" height="10" aria-hidden>
                <line x1="0" y1="5" x2="34" y2="5" stroke="var(--ink)" strokeWidth={width} strokeDasharray={dash} />
              </svg>{" "}
              {words}
            </span>
          ))}
          <span>Thin broken upright: the dwell as planned. Full one: waiting stops paying.</span>
        </div>
      </div>
    </div>
  );
}

function EffectLines({
  rows,
  least,
  step,
  stopsPayingMin,
}: {
  rows: { minutes: number }[];
  least: number;
  step: Step;
  stopsPayingMin: Worked;
}) {
  return (
    <ResponsiveContainer width="100%" height={HEIGHT_PX}>
      <LineChart data={rows} margin={{ top: 8, right: 16, bottom: 20, left: 8 }} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--line)" vertical={false} />
        <XAxis
          dataKey="minutes"
          type="number"
          domain={[0, "dataMax"]}
          ticks={minuteTicks(rows.at(-1)!.minutes)}
          interval={0}
          stroke="var(--inkSoft)"
          tick={{ fill: "var(--inkSoft)", fontSize: 15 }}
          tickFormatter={(value: number) => String(Math.round(value))}
          label={{
            value: "minutes of dwell",
            position: "insideBottom",
            offset: -12,
            fill: "var(--inkSoft)",
            fontSize: 15,
          }}
        />
        <YAxis
          scale="log"
          domain={[least, 1]}
          ticks={[1, 0.5, 0.2, 0.1, 0.05, 0.02].filter((tick) => tick >= least * 0.99)}
          interval={0}
          allowDataOverflow
          stroke="var(--inkSoft)"
          tick={{ fill: "var(--inkSoft)", fontSize: 15 }}
          tickFormatter={(value: number) => `${Math.round(value * 100)} %`}
          width={56}
        />
        <ReferenceLine x={step.dwell!.min.value} stroke="var(--ink)" strokeDasharray="4 4" />
        <ReferenceLine x={stopsPayingMin.value} stroke="var(--weld)" />
        {LINES.map(({ key, dash, width }) => (
          <Line
            key={key}
            dataKey={key}
            stroke="var(--ink)"
            strokeWidth={width}
            strokeDasharray={dash}
            dot={false}
            isAnimationActive={false}
          />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}

const minuteTicks = (last: number): number[] => {
  const every = last > 60 ? 30 : last > 25 ? 10 : last > 10 ? 5 : 2;
  return Array.from({ length: Math.floor(last / every) + 1 }, (_, index) => index * every);
};
