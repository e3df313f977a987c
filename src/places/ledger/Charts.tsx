"use client";
import Table from "react-bootstrap/Table";
import {
  Bar,
  BarChart,
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";
import type { Month } from "@/core/answers/ledger/months";
import { formatNumber } from "@/core/ground/quantity/format";
import { inSystem } from "@/core/ground/quantity/units";
import { SmallFold } from "@/ui/Fold";
import { useFormat } from "@/ui/useFormat";

const HEIGHT_PX = 200;
const AXIS = { stroke: "var(--inkSoft)", tick: { fill: "var(--inkSoft)", fontSize: 15 } };

/** A month as it is drawn, product in the units chosen. */
type Row = Month & { name: string; product: number };

/** Month by month: pace, product a job, promises. */
export function Charts({ months }: { months: readonly Month[] }) {
  const { units } = useFormat();
  const rows = months.map((month) => ({
    ...month,
    name: new Date(`${month.month}-15T12:00:00`).toLocaleDateString("en-GB", { month: "short" }),
    product: inSystem({ value: month.productMl, unit: "mL" }, units).value,
  }));
  const { unit } = inSystem({ value: 1, unit: "mL" }, units);
  return (
    <>
      <div className="ledger-charts" aria-hidden>
        <PaceFigure rows={rows} />
        <figure>
          <figcaption>Neat product a job, {unit}</figcaption>
          <ResponsiveContainer width="100%" height={HEIGHT_PX}>
            <BarChart data={rows} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
              <CartesianGrid stroke="var(--line)" vertical={false} />
              <XAxis dataKey="name" {...AXIS} />
              <YAxis {...AXIS} width={48} tickFormatter={formatNumber} />
              <Bar dataKey="product" fill="var(--woad)" isAnimationActive={false} />
            </BarChart>
          </ResponsiveContainer>
        </figure>
        <figure>
          <figcaption>Promises: full kept, hollow missed</figcaption>
          <ResponsiveContainer width="100%" height={HEIGHT_PX}>
            <BarChart data={rows} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
              <CartesianGrid stroke="var(--line)" vertical={false} />
              <XAxis dataKey="name" {...AXIS} />
              <YAxis {...AXIS} width={48} allowDecimals={false} />
              <Bar dataKey="kept" stackId="promise" fill="var(--moss)" isAnimationActive={false} />
              <Bar
                dataKey="missed"
                stackId="promise"
                fill="var(--cloth)"
                stroke="var(--madder)"
                strokeWidth={2}
                isAnimationActive={false}
              />
            </BarChart>
          </ResponsiveContainer>
        </figure>
      </div>
      <MonthTable rows={rows} unit={unit} />
    </>
  );
}

function PaceFigure({ rows }: { rows: Row[] }) {
  return (
    <figure>
      <figcaption>Pace, 1 is the table&apos;s; above is slower</figcaption>
      <ResponsiveContainer width="100%" height={HEIGHT_PX}>
        <LineChart data={rows} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis dataKey="name" {...AXIS} />
          <YAxis
            {...AXIS}
            width={48}
            domain={[
              (low: number) => Math.min(0.8, Math.floor(low * 10) / 10),
              (high: number) => Math.max(1.2, Math.ceil(high * 10) / 10),
            ]}
            tickFormatter={formatNumber}
          />
          <ReferenceLine y={1} stroke="var(--inkSoft)" strokeDasharray="4 4" />
          <Line
            dataKey="pace"
            stroke="var(--ink)"
            strokeWidth={3}
            dot={{ r: 4, fill: "var(--ink)" }}
            isAnimationActive={false}
            connectNulls
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}

function MonthTable({ rows, unit }: { rows: readonly Row[]; unit: string }) {
  return (
    <SmallFold title="The same as a table">
      <Table className="ledger">
        <thead>
          <tr>
            <th>Month</th>
            <th>Jobs</th>
            <th>Pace</th>
            <th>Product a job</th>
            <th>Kept</th>
            <th>Missed</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ month, jobs, pace, product, kept, missed }) => (
            <tr key={month} className="ledger-row">
              <th scope="row">{month}</th>
              <td data-label="Jobs">{jobs}</td>
              <td data-label="Pace">{pace === undefined ? "not timed" : formatNumber(pace)}</td>
              <td data-label="Product a job">
                {formatNumber(product)} {unit}
              </td>
              <td data-label="Kept">{kept}</td>
              <td data-label="Missed">{missed}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </SmallFold>
  );
}
