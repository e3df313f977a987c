"use client";
import type { Experience } from "@/core/job/schema";
import { useMemo, useState } from "react";
import Table from "react-bootstrap/Table";
import { AGENTS } from "@/core/ground/catalog/agents";
import { familyOf, type FamilyId } from "@/core/ground/catalog/families";
import { FIBRE_GROUPS } from "@/core/ground/catalog/fibreGroups";
import { counted, learntFrom } from "@/core/answers/ledger/experience";
import { priorsShare, TABLE_MARKS } from "@/core/judgement/learnt/own";
import { shareWords, type Success, successOf } from "@/core/judgement/learnt/success";
import type { LedgerJob } from "@/core/answers/ledger/summary";
import { formatShare } from "@/core/ground/quantity/format";
import { changeLearning, useLearning } from "@/store/learning";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { useNow } from "@/ui/clock";
import { Num } from "@/ui/Num";
import { fullTime } from "@/ui/time";

/** How often each agent makes each kind of mark go here, with how sure that is and how much of it is the table's. */
export function WhatWorks({ ledger }: { ledger: readonly LedgerJob[] }) {
  const learning = useLearning();
  const nowMs = useNow();
  const [family, setFamily] = useState<FamilyId>();
  const experience = useMemo(() => counted(learntFrom(ledger, learning)), [ledger, learning]);
  const families = [...new Set(experience.success.map((cell) => cell.family))].sort((a, b) =>
    familyOf(a).name.localeCompare(familyOf(b).name),
  );
  const rows = experience.success
    .filter((cell) => !family || cell.family === family)
    .map((cell) => ({ ...cell, success: successOf(experience, cell.family, cell.agent, cell.fibre) }))
    .sort((a, b) => b.tried - a.tried);
  const gone = Object.values(experience.families).reduce((sum, count) => sum + count, 0);
  const { since, excluded = [] } = learning;
  return (
    <section aria-label="What works here" data-testid="what-works">
      <LearntFrom experience={experience} since={since} excluded={excluded} nowMs={nowMs} />
      {families.length > 1 && (
        <Chips<FamilyId>
          label="Kind of mark"
          choices={families.map((id) => ({ id, name: familyOf(id).name }))}
          value={family}
          onPick={setFamily}
        />
      )}
      {rows.length > 0 && <SuccessTable rows={rows} />}
      {gone > 0 && (
        <p className="mt-3">
          What marks turn out to be: your {gone} that went count beside the table, which counts as {TABLE_MARKS}, and at
          most as much. In Test the chances begin {formatShare(priorsShare(experience))} from your own log.
        </p>
      )}
    </section>
  );
}

function LearntFrom({
  experience,
  since,
  excluded,
  nowMs,
}: {
  experience: Experience;
  since: string | undefined;
  excluded: readonly string[];
  nowMs: number;
}) {
  return (
    <div className="row-between">
      <p>
        {experience.jobs === 0
          ? "No finished job to learn from: plans go by the tables."
          : `Learnt from ${experience.jobs} finished ` +
            `${experience.jobs === 1 ? "job" : "jobs"}${since ? ` since ` + `${fullTime(Date.parse(since))}` : ""}${
              excluded.length > 0 ? `, ` + `${excluded.length} left out` : ""
            }.`}{" "}
        The same numbers stand at each rung in Plan.
      </p>
      <div className="row-wrap">
        {since || excluded.length > 0 ? (
          <Act
            onAct={() => changeLearning({ since: undefined, excluded: [] }, "Every finished job is learnt from again.")}
          >
            Learn from all
          </Act>
        ) : null}
        {experience.jobs > 0 && (
          <Act
            onAct={() =>
              changeLearning(
                { since: new Date(nowMs).toISOString() },
                "Learning begins anew: plans go by the tables until jobs come in.",
              )
            }
          >
            Begin anew
          </Act>
        )}
      </div>
    </div>
  );
}

function SuccessTable({ rows }: { rows: readonly (Experience["success"][number] & { success: Success })[] }) {
  return (
    <Table className="ledger mt-3">
      <thead>
        <tr>
          <th>Mark</th>
          <th>On</th>
          <th>With</th>
          <th>Goes</th>
          <th>Likely between</th>
          <th>Went</th>
          <th>Of the number</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ family: of, fibre, agent, gone: went, tried, success }) => (
          <tr key={`${of} ${fibre ?? ""} ${agent}`} className="ledger-row">
            <td data-label="Mark">{familyOf(of).name}</td>
            <td data-label="On">{fibre ? FIBRE_GROUPS[fibre].name : "fibre not known"}</td>
            <td data-label="With">{AGENTS[agent].name}</td>
            <td data-label="Goes">
              <b>
                <Num of={success.chance} share />
              </b>
            </td>
            <td data-label="Likely between" className="figures">
              <Num of={success.low} share /> and <Num of={success.high} share />
            </td>
            <td data-label="Went" className="figures">
              {went} of {tried}
            </td>
            <td data-label="Of the number" className="soft">
              {shareWords(success)}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
