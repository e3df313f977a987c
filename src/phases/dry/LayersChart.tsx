"use client";
import Table from "react-bootstrap/Table";
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { cutAt } from "@/core/models/drying/at";
import type { LayeredDrying } from "@/core/models/drying/layeredDrying";
import type { Worked } from "@/core/ground/sums/working";
import { formatNumber } from "@/core/ground/quantity/format";
import { inSystem } from "@/core/ground/quantity/units";
import { SmallFold } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";

const DASHES = [undefined, "9 5", "2 4"] as const;
const WIDTHS = [3, 2.2, 2.2] as const;
const HEIGHT_PX = 230;
const TWIN_ROWS = 9;

/** Water in each layer over the hours, and what it means: what comes up, how damp the bottom gets, mould. */
export function LayersChart({ layers, hours, name }: { layers: LayeredDrying; hours: Worked; name: string }) {
  const { units } = useFormat();
  const { course, wickBack, bottomPct, bottomDamp, mouldIndex, surfaceDry } = layers;
  // Followed until it is dry; what comes after is no longer reckoned.
  const lastH = Math.min(72, Number.isFinite(hours.value) ? hours.value : 72);
  const endH = Math.max(1, Math.ceil(lastH));
  const upTo = course.hours.filter((hour) => hour <= lastH + 0.5);
  const shown = (litres: number) => inSystem({ value: litres, unit: "L/m2" }, units);
  const rows = upTo.map((hour, index) => ({
    hour,
    ...Object.fromEntries(course.layers.map((layer) => [layer.name, shown(layer.water[index]!).value])),
  }));
  const every = Math.max(1, Math.ceil(rows.length / TWIN_ROWS));
  const { unit } = shown(1);
  const most = Math.max(
    ...rows.flatMap((row) =>
      course.layers.map(({ name: layer }) => (row as unknown as Record<string, number>)[layer]!),
    ),
  );
  const top =
    [0.04, 0.08, 0.12, 0.2, 0.4, 0.8, 1.2, 2, 4, 8, 12].find((each) => each >= most) ?? Math.ceil(most / 4) * 4;
  return (
    <div data-testid="layers-chart">
      <div aria-hidden className="effect-chart">
        <WaterLines rows={rows} endH={endH} top={top} hours={hours} surfaceDry={surfaceDry} course={course} />
        <LineKey course={course} unit={unit} />
      </div>
      <p className="mt-2">
        About <Num of={wickBack} share testId="wick-back" /> of what is dissolved ends at the face. The bottom gets to{" "}
        <Num of={bottomPct} />
        {bottomDamp.value > 0 ? (
          <>
            , at 80 % or over for <Num of={bottomDamp} />
          </>
        ) : (
          ""
        )}
        ; mould index by then <Num of={mouldIndex} testId="mould-index" /> (1 is the first growth on wood; cloth and
        foam are quicker, so 24 to 48 hours rule).
      </p>
      <WaterTable name={name} course={course} rows={rows} every={every} layers={layers} />
    </div>
  );
}

function WaterLines({
  rows,
  endH,
  top,
  hours,
  surfaceDry,
  course,
}: {
  rows: { hour: number }[];
  endH: number;
  top: number;
  hours: Worked;
  surfaceDry: Worked;
  course: LayeredDrying["course"];
}) {
  return (
    <ResponsiveContainer width="100%" height={HEIGHT_PX}>
      <LineChart data={rows} margin={{ top: 8, right: 16, bottom: 20, left: 8 }} accessibilityLayer={false}>
        <CartesianGrid stroke="var(--line)" vertical={false} />
        <XAxis
          dataKey="hour"
          type="number"
          domain={[0, endH]}
          tickCount={7}
          allowDecimals={false}
          stroke="var(--inkSoft)"
          tick={{ fill: "var(--inkSoft)", fontSize: 15 }}
          label={{
            value: "hours of drying",
            position: "insideBottom",
            offset: -12,
            fill: "var(--inkSoft)",
            fontSize: 15,
          }}
        />
        <YAxis
          stroke="var(--inkSoft)"
          width={56}
          domain={[0, top]}
          tickCount={5}
          tick={{ fill: "var(--inkSoft)", fontSize: 15 }}
          tickFormatter={(value: number) => formatNumber(value)}
        />
        {Number.isFinite(hours.value) && <ReferenceLine x={hours.value} stroke="var(--moss)" strokeWidth={2} />}
        <ReferenceLine x={surfaceDry.value} stroke="var(--inkSoft)" strokeDasharray="4 4" />
        {course.layers.map((layer, index) => (
          <Line
            key={layer.name}
            dataKey={layer.name}
            stroke={index === 0 ? "var(--ink)" : "var(--woad)"}
            strokeWidth={WIDTHS[index]}
            strokeDasharray={DASHES[index]}
            dot={false}
            isAnimationActive={false}
          />
        ))}
      </LineChart>
    </ResponsiveContainer>
  );
}

function LineKey({ course, unit }: { course: LayeredDrying["course"]; unit: string }) {
  return (
    <div className="effect-key soft">
      {course.layers.map((layer, index) => (
        <span key={layer.name}>
          <svg width="34" height="10" aria-hidden>
            <line
              x1="0"
              y1="5"
              x2="34"
              y2="5"
              stroke={index === 0 ? "var(--ink)" : "var(--woad)"}
              strokeWidth={WIDTHS[index]}
              strokeDasharray={DASHES[index]}
            />
          </svg>{" "}
          {layer.name.toLowerCase()}, {unit}
        </span>
      ))}
      <span>Broken upright: dry on top. Full one: dry through.</span>
    </div>
  );
}

function WaterTable({
  name,
  course,
  rows,
  every,
  layers,
}: {
  name: string;
  course: LayeredDrying["course"];
  rows: { hour: number }[];
  every: number;
  layers: LayeredDrying;
}) {
  return (
    <SmallFold title="The same as a table">
      <Table className="compare">
        <caption className="visually-hidden">Water by layer, {name}</caption>
        <thead>
          <tr>
            <th>Hours</th>
            {course.layers.map((layer) => (
              <th key={layer.name}>{layer.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows
            .filter((_, index) => index % every === 0 || index === rows.length - 1)
            .map((row) => (
              <tr key={row.hour}>
                <th scope="row">{row.hour}</th>
                {cutAt(layers, row.hour).map(({ name: layer, water }) => (
                  <td key={layer}>
                    <Num of={water} />
                  </td>
                ))}
              </tr>
            ))}
        </tbody>
      </Table>
    </SmallFold>
  );
}
