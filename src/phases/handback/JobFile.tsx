"use client";
import { useMemo } from "react";
import { brokenSeals, brokenWords } from "@/core/job/seals";
import { toldOfPeople } from "@/core/job/withoutNames";
import type { Job } from "@/core/job/schema";
import { nowIso } from "@/store/clock";
import { useKit } from "@/store/kit";
import { exportWithoutNames } from "@/store/saveFile";
import { Act } from "@/ui/Act";
import { SmallFold } from "@/ui/Fold";
import { fetched } from "@/ui/fetched";

/** What the job as a file tells of people, before it leaves; and the same without. */
export function JobFile({ job }: { job: Job }) {
  const told = toldOfPeople(job, useKit());
  const counted = (count: number, one: string, many: string) =>
    count === 0 ? [] : [count === 1 ? `one ${one}` : `${count} ${many}`];
  const holds = [
    ...(told.customer ? ["the customer"] : []),
    ...(told.place ? ["the place"] : []),
    ...counted(told.notes, "note", "notes"),
    ...(told.signature ? ["the signature"] : []),
    ...counted(told.pictures, "picture by its number", "pictures by their numbers"),
    ...(told.learntFrom > 0
      ? [`what ${told.learntFrom === 1 ? "one finished job" : `${told.learntFrom} finished jobs`} taught`]
      : []),
  ];
  return (
    <SmallFold title="What the file of this job tells">
      <p>
        {holds.length > 0 ? `It holds ${holds.join(", ")}.` : "It names nobody."} Pictures themselves stay here; the
        Ledger saves a job with its pictures.
      </p>
      <Record job={job} />
      <Act onAct={() => fetched(() => exportWithoutNames(job, nowIso()))}>Save it without names</Act>
    </SmallFold>
  );
}

/** Whether what happened is as it was recorded. */
function Record({ job }: { job: Job }) {
  const broken = useMemo(() => brokenSeals(job), [job]);
  if (!job.seals) return null;
  if (!broken) return <p>Its record is as it was written down: every event fits the ones before.</p>;
  return (
    <p className="fw-semibold" role="note">
      {brokenWords(broken)}
    </p>
  );
}
