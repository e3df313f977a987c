import Table from "react-bootstrap/Table";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";
import type { PracticeResult } from "@/core/answers/practice/results";
import { Act } from "@/ui/Act";
import { SmallFold } from "@/ui/Fold";
import { dateText } from "@/ui/time";

const SHOWN = 60;
const HEIGHT_PX = 180;
const AXIS = { stroke: "var(--inkSoft)", tick: { fill: "var(--ink)", fontSize: 15 } };

/** How it went so far, case by case. */
export function Progress({ done, open }: { done: readonly PracticeResult[]; open: (seed?: string) => void }) {
  const from = Math.max(0, done.length - SHOWN);
  const rows = done.slice(from).map((result, at) => ({ ...result, name: String(from + at + 1) }));
  const right = rows.filter((row) => row.right).length;
  return (
    <section className="block" aria-label="So far" data-testid="progress">
      <h2>So far</h2>
      <p>
        {done.length === 1 ? "One case" : `${done.length} cases`}
        {done.length > SHOWN ? `, the last ${SHOWN} shown` : ""}: {right} of {rows.length} begun right.
      </p>
      {rows.length > 1 && <ScoreChart rows={rows} />}
      <SmallFold title="Case by case">
        <Table className="ledger">
          <thead>
            <tr>
              <th>Case</th>
              <th>Played</th>
              <th>Score</th>
              <th>Tests</th>
              <th>Begun</th>
            </tr>
          </thead>
          <tbody>
            {[...rows].reverse().map(({ name, seed, at, score, tests, right }) => (
              <tr key={name} className="ledger-row">
                <th scope="row">
                  <Act variant="link" className="p-0" aria-label={`Play ${seed} again`} onAct={() => open(seed)}>
                    {seed}
                  </Act>
                </th>
                <td data-label="Played">{dateText(Date.parse(at))}</td>
                <td data-label="Score">{Math.round(score)}</td>
                <td data-label="Tests">{tests}</td>
                <td data-label="Begun">{right ? "right" : "wrong"}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </SmallFold>
    </section>
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
