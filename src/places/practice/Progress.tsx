import { useMemo } from "react";
import Table from "react-bootstrap/Table";
import { Bar, BarChart, CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import { DECISIONS, meanLost, type CameTo } from "@/core/answers/practice/decisions";
import { LESSONS, lessonOf, type LessonId } from "@/core/answers/practice/lessons";
import { isPieceSeed, type Practice, type PracticeResult } from "@/core/answers/practice/results";
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

/** Minutes lost by decision, a case at the mean. */
function ByDecision({ cases }: { cases: readonly CameTo[] }) {
  const means = meanLost(cases);
  const rows = means.map(({ decision, minutes }) => ({ name: DECISIONS[decision], minutes: minutes.value }));
  const words = rows.map(({ name, minutes }) => `${name}: ${formatNumber(minutes)} min`).join("; ");
  return (
    <>
      <figure aria-label={`Minutes lost by decision, a case at the mean. ${words}`} role="img">
        <figcaption>Minutes lost by decision, a case at the mean</figcaption>
        <ResponsiveContainer width="100%" height={rows.length * BAR_PX + 40}>
          <BarChart
            data={rows}
            layout="vertical"
            margin={{ top: 4, right: 24, bottom: 4, left: 0 }}
            accessibilityLayer={false}
          >
            <XAxis type="number" {...AXIS} />
            <YAxis type="category" dataKey="name" width={210} {...AXIS} tickLine={false} />
            <Bar dataKey="minutes" fill="var(--woad)" isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </figure>
      <SmallFold title="The same as a table">
        <Table className="compare">
          <thead>
            <tr>
              <th>Decision</th>
              <th>A case at the mean</th>
            </tr>
          </thead>
          <tbody>
            {means.map(({ decision, minutes }) => (
              <tr key={decision}>
                <th scope="row">{DECISIONS[decision]}</th>
                <td data-label="A case at the mean">
                  <Num of={minutes} />
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </SmallFold>
    </>
  );
}

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
