"use client";
import type { WholeJobOption } from "@/core/answers/ask/wholeJob";
import { setChoice } from "@/core/job/change";
import { Fragment, useCallback } from "react";
import Table from "react-bootstrap/Table";
import type { School } from "@/core/ground/catalog/schoolIds";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import { SCHOOL_NAMES } from "@/core/judgement/treatment/step/stepWords";
import { Act } from "@/ui/Act";
import { Fold } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";
import { type Job } from "@/core/job/schema";

/** The three schools over the whole job, each taken wherever the rules allow it. */
export function WholeJob() {
  return (
    <Fold title="Three ways for the whole job" note="compared, and taken with one tap" testId="whole-job">
      <Comparison />
    </Fold>
  );
}

function Comparison() {
  const { job, run } = useBay();
  const options = useOptions() ?? [];
  const chosen = Object.values(job.choices.schools);
  const set = (label: string, schools: Record<string, School>) => run(label, setChoice("schools", schools));
  return (
    <>
      <Table className="compare">
        <thead>
          <tr>
            <th>School</th>
            <th>Soil out</th>
            <th>Put on</th>
            <th>Dry in</th>
            <th>Hands-on</th>
            <th>Product</th>
            <th>
              <span className="visually-hidden">Choose</span>
            </th>
          </tr>
        </thead>
        <WayRows options={options} set={set} job={job} />
      </Table>
      {chosen.length > 0 && (
        <Act variant="link" onAct={() => set("The plan's own picks", {})}>
          Back to the plan&apos;s own pick, zone by zone
        </Act>
      )}
    </>
  );
}

function WayRows({
  options,
  set,
  job,
}: {
  options: readonly WholeJobOption[];
  set: (label: string, schools: Record<string, School>) => void;
  job: Job;
}) {
  return (
    <tbody>
      {options.map(({ school, zones, allowedOn, lifted, waterL, dryH, minutes, productMl, risks }) => (
        <Fragment key={school}>
          <tr className="with-note">
            <th scope="row">{SCHOOL_NAMES[school]}</th>
            <td data-label="Soil out">
              <Num of={lifted} share />
            </td>
            <td data-label="Put on">
              <Num of={waterL} testId={`whole-water-${school}`} />
            </td>
            <td data-label="Dry in">{Number.isFinite(dryH.value) ? <Num of={dryH} /> : "does not dry"}</td>
            <td data-label="Hands-on">
              <Num of={minutes} />
            </td>
            <td data-label="Product">
              <Num of={productMl} />
            </td>
            <td>
              <Act
                disabled={allowedOn === 0}
                onAct={() =>
                  set(
                    `${SCHOOL_NAMES[school]} for the whole job`,
                    Object.fromEntries(job.zones.order.map((id) => [id, school])),
                  )
                }
                aria-label={`Take ${SCHOOL_NAMES[school]} for the whole job`}
              >
                Take it
              </Act>
            </td>
          </tr>
          <tr className="note-row">
            <td colSpan={7}>
              {allowedOn === zones ? "Everywhere." : `On ${allowedOn} of ${zones} zones, else as picked.`}{" "}
              {risks.length > 0
                ? "Risk: " +
                  `${risks.map(({ what, zones: count }) => `${what} (${count === 1 ? "one zone" : `${count} zones`})`).join("; ")}.`
                : "No risk stands out."}
            </td>
          </tr>
        </Fragment>
      ))}
    </tbody>
  );
}

function useOptions() {
  const { job, kit, asOf } = useBay();
  return usePlanned(
    useCallback(
      () => Promise.all(SCHOOL_IDS.map((school) => planner().wholeJobBy(job, kit, asOf, school))),
      [job, kit, asOf],
    ),
  );
}
