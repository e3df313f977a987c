"use client";
import type { Experience } from "@/core/job/schema";
import { useMemo } from "react";
import Table from "react-bootstrap/Table";
import { machineOf, MACHINE_IDS } from "@/core/ground/catalog/machines";
import { counted, learntFrom } from "@/core/answers/ledger/experience";
import { monthsOf } from "@/core/answers/ledger/months";
import { DRIED_BY, type DriedBy } from "@/core/judgement/learnt/driedBy";
import { dryingFactor, workedFactor, paceOf, recoveryFactor } from "@/core/judgement/learnt/own";
import type { LedgerJob } from "@/core/answers/ledger/summary";
import { formatShare } from "@/core/ground/quantity/format";
import { LEDGER_FORMULAS } from "@/core/ground/sums/ledgerFormulas";
import { entered, opened, sumOf } from "@/core/ground/sums/working";
import { ACTIONS, type ActionId } from "@/core/ground/catalog/actions";
import { PACE } from "@/core/judgement/treatment/step/minutes";
import { useLearning } from "@/store/learning";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";

const Charts = later(() => import("./Charts").then(({ Charts }) => Charts));
const ACTION_IDS = Object.keys(PACE) as ActionId[];

/** Minutes by kind of step, drying and drawing off, against the tables; and how the months went. */
export function Pace({ ledger }: { ledger: readonly LedgerJob[] }) {
  const learning = useLearning();
  const learnt = useMemo(() => learntFrom(ledger, learning), [ledger, learning]);
  const experience = useMemo(() => counted(learnt), [learnt]);
  const months = useMemo(
    () =>
      monthsOf(learnt, (iso) => {
        const day = new Date(iso);
        return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, "0")}`;
      }),
    [learnt],
  );
  const timed = ACTION_IDS.filter((action) => experience.pace[action]);
  const drawn = MACHINE_IDS.filter((machine) => experience.recovery[machine]);
  const dried = (Object.keys(DRIED_BY) as DriedBy[]).filter((by) => experience.drying[by]);
  return (
    <section aria-label="Pace and product" data-testid="pace">
      {timed.length === 0 ? (
        <p>No step was timed yet: press Start in Work, and the time it takes is known when it is done.</p>
      ) : (
        <PaceTable timed={timed} experience={experience} />
      )}
      <p className="mt-3">
        {drawn.length === 0 && "No tank marks read yet: what a dry stroke takes goes by the shelf. "}
        {drawn.map((machine) => (
          <span key={machine}>
            {machineOf(machine).name}: a dry stroke takes{" "}
            <Num
              of={workedFactor("ledger.recovery", recoveryFactor(experience, machine))}
              words={`${recoveryFactor(experience, machine).factor.toFixed(2)} ×`}
            />{" "}
            what the shelf says.{" "}
          </span>
        ))}
        {dried.length === 0 && "No job read wet and then dry yet: drying goes by the model."}
        {dried.map((by) => {
          const own = dryingFactor(experience, by);
          return (
            <span key={by}>
              {DRIED_BY[by]} it took{" "}
              <Num of={workedFactor("ledger.drying", own)} words={`${own.factor.toFixed(2)} ×`} /> the hours forecast,
              over {own.n} {own.n === 1 ? "job" : "jobs"}
              {own.factor < 1 ? "; what dries sooner is not promised sooner" : ""}.{" "}
            </span>
          );
        })}
      </p>
      {months.length > 0 && <Charts months={months} />}
    </section>
  );
}

function PaceTable({ timed, experience }: { timed: readonly ActionId[]; experience: Experience }) {
  return (
    <Table className="ledger">
      <thead>
        <tr>
          <th>Step</th>
          <th>Your pace, of the table&apos;s</th>
          <th>Minutes a m²</th>
          <th>Table</th>
          <th>Steps timed</th>
          <th>Of the number</th>
        </tr>
      </thead>
      <tbody>
        {timed.map((action) => {
          const own = paceOf(experience, action);
          const { minPerM2, startMin } = PACE[action];
          const table = entered(
            minPerM2 ? "minutes a m² and round" : "minutes a time",
            minPerM2 || startMin,
            "min",
            "table",
          );
          const mine = sumOf(LEDGER_FORMULAS, "ledger.paceMinutes", {
            table: opened(table),
            pace: opened(workedFactor("ledger.pace", own)),
          });
          return (
            <tr key={action} className="ledger-row">
              <td data-label="Step">{ACTIONS[action].name}</td>
              <td data-label="Your pace">
                <b>
                  <Num of={workedFactor("ledger.pace", own)} words={`${own.factor.toFixed(2)} ×`} />
                </b>
              </td>
              <td data-label="Minutes a m²">
                <Num of={mine} />
                {minPerM2 ? "" : " a time"}
              </td>
              <td data-label="Table">
                <Num of={table} />
              </td>
              <td data-label="Steps timed">{own.n}</td>
              <td data-label="Of the number" className="soft">
                {formatShare(1 - own.tableShare)} your own, the rest table
              </td>
            </tr>
          );
        })}
      </tbody>
    </Table>
  );
}
