import { useMemo } from "react";
import Table from "react-bootstrap/Table";
import { Bar, BarChart, CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { DECISIONS, lostOverTime, type CameTo } from "@/core/answers/practice/decisions";
import { LESSONS, lessonOf, type LessonId } from "@/core/answers/practice/lessons";
import { isPieceSeed, type Practice, type PracticeResult } from "@/core/answers/practice/results";
import type { Worked } from "@/core/ground/sums/working";
import { formatNumber } from "@/core/ground/quantity/format";
import { Act } from "@/ui/Act";
import { SmallFold } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { dateText } from "@/ui/time";
import { useCameTo } from "./useCameTo";

const SHOWN = 40;
const HEIGHT_PX = 180;
const BAR_PX = 30;
const AXIS = { stroke: "var(--inkSoft)", tick: { fill: "var(--ink)", fontSize: 15 } };

type Row = PracticeResult & { name: string; came?: CameTo };

/** How it went so far, by decision and case by case; each case opens to its debrief again. */
export function Progress({
  practice,
  open,
}: {
  practice: Practice;
  open: (seed: string, moves?: NonNullable<PracticeResult["moves"]>) => void;
}) {
  const from = Math.max(0, practice.done.length - SHOWN);
  const shown = useMemo(() => practice.done.slice(from), [practice.done, from]);
  const came = useCameTo(shown);
  const rows = shown.map((result, at): Row => ({ ...result, name: String(from + at + 1), came: came.get(result) }));
  const known = rows.flatMap(({ name, came }) => (came ? [{ name, ...came }] : []));
  const right = known.filter((row) => row.right).length;
  const { length } = practice.done;
  return (
    <section className="block" aria-label="So far" data-testid="progress">
      <h2>So far</h2>
      <p>
        {length === 1 ? "One case" : `${length} cases`}
        {length > SHOWN ? `, the last ${SHOWN} shown` : ""}: {right} of {rows.length} went well.
      </p>
      {known.length > 1 && <ScoreChart rows={known.map(({ name, score }) => ({ name, score: score.value }))} />}
      {known.length > 0 && <ByDecision cases={known} />}
      <SmallFold title="Case by case">
        <Cases rows={rows} open={open} />
      </SmallFold>
    </section>
  );
}

const nameOf = (seed: string) => (lessonOf(seed) ? LESSONS[seed as LessonId].title : seed);

function Cases({ rows, open }: { rows: readonly Row[]; open: Parameters<typeof Progress>[0]["open"] }) {
  return (
    <Table className="ledger">
      <thead>
        <tr>
          <th>Case</th>
          <th>Played</th>
          <th>Score</th>
          <th>Went</th>
          <th>
            <span className="visually-hidden">Again</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {[...rows].reverse().map(({ name, seed, at, moves, came }) => (
          <tr key={name} className="ledger-row">
            <th scope="row">
              <Act
                variant="link"
                className="btn-flush"
                aria-label={`Debrief of ${nameOf(seed)}`}
                onAct={() => open(seed, moves)}
              >
                {nameOf(seed)}
              </Act>{" "}
              <span className="soft">{lessonOf(seed) ? "lesson" : isPieceSeed(seed) ? "piece" : "mark"}</span>
            </th>
            <td data-label="Played">{dateText(Date.parse(at))}</td>
            <td data-label="Score">
              {came ? (
                <Num of={came.score} words={formatNumber(Math.round(came.score.value))} />
              ) : moves ? (
                "…"
              ) : (
                "not kept"
              )}
            </td>
            <td data-label="Went">{came ? (came.right ? "well" : "wrong") : ""}</td>
            <td>
              <Act
                variant="link"
                className="btn-flush"
                aria-label={`Play ${nameOf(seed)} again`}
                onAct={() => open(seed)}
              >
                Play again
              </Act>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

/** Minutes lost by decision, a case at the mean: the last ten beside those before them. */
function ByDecision({ cases }: { cases: readonly CameTo[] }) {
  const means = lostOverTime(cases);
  const rows = means.map(({ decision, before, lately }) => ({
    name: DECISIONS[decision],
    before: before?.value,
    lately: lately?.value,
  }));
  const isLong = means.some(({ before }) => before);
  const title = `Minutes lost by decision, a case at the mean${isLong ? ": hollow before, full over the last ten" : ""}`;
  const words = means.map(({ decision, before, lately }) =>
    [`${DECISIONS[decision]}: ${inMinutes(lately)}`, ...(isLong ? [`before ${inMinutes(before)}`] : [])].join(", "),
  );
  return (
    <>
      <figure aria-label={`${title}. ${words.join("; ")}`} role="img">
        <figcaption>{title}</figcaption>
        <ResponsiveContainer width="100%" height={rows.length * (isLong ? 2 : 1) * BAR_PX + 40}>
          <BarChart
            data={rows}
            layout="vertical"
            margin={{ top: 4, right: 24, bottom: 4, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis type="number" {...AXIS} />
            <YAxis type="category" dataKey="name" width={210} {...AXIS} tickLine={false} />
            {isLong && (
              <Bar
                dataKey="before"
                fill="var(--cloth)"
                stroke="var(--woad)"
                strokeWidth={2}
                isAnimationActive={false}
              />
            )}
            <Bar dataKey="lately" fill="var(--woad)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </figure>
      <AsTable means={means} isLong={isLong} />
    </>
  );
}

function AsTable({ means, isLong }: { means: ReturnType<typeof lostOverTime>; isLong: boolean }) {
  const last = isLong ? "The last ten" : "A case at the mean";
  const cell = (mean: Worked | undefined) => (mean ? <Num of={mean} /> : "not asked");
  return (
    <SmallFold title="The same as a table">
      <Table className="compare">
        <thead>
          <tr>
            <th>Decision</th>
            {isLong && <th>Before</th>}
            <th>{last}</th>
          </tr>
        </thead>
        <tbody>
          {means.map(({ decision, before, lately }) => (
            <tr key={decision}>
              <th scope="row">{DECISIONS[decision]}</th>
              {isLong && <td data-label="Before">{cell(before)}</td>}
              <td data-label={last}>{cell(lately)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </SmallFold>
  );
}

const inMinutes = (mean: Worked | undefined) => (mean ? `${formatNumber(mean.value)} min` : "not asked");

/** Score by case. */
function ScoreChart({ rows }: { rows: { name: string; score: number }[] }) {
  return (
    <figure>
      <figcaption>Score, case by case</figcaption>
      <ResponsiveContainer width="100%" height={HEIGHT_PX}>
        <LineChart data={rows} margin={{ top: 8, right: 12, bottom: 4, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis dataKey="name" {...AXIS} />
          <YAxis {...AXIS} width={48} domain={[0, 100]} />
          <Line
            dataKey="score"
            stroke="var(--ink)"
            strokeWidth={3}
            dot={{ r: 4, fill: "var(--ink)" }}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
