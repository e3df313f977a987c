"use client";
import { Fragment, useCallback } from "react";
import type { Job } from "@/core/job/schema";
import type { WhatIf as Way } from "@/core/treatment/whatIf";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { usePlanned } from "@/ui/usePlanned";
import { useBay } from "@/bay/BayContext";
import { planner } from "@/workers/planner";

/** The same water dried another way: hours, current, and which promise holds; taken with one tap. */
export function WhatIf() {
  const { job, run } = useBay();
  const ways = useWays() ?? [];
  if (ways.length === 0) return null;
  const take = ({ name, air }: Way) => run(name, ...(Object.entries(air) as [keyof Job["site"], number][]).map(([key, value]) => ({ op: "set" as const, path: ["site", key], value: Math.round(value * 100) / 100 })));
  const noneHolds = ways.every(({ keeps }) => keeps.some(({ kept }) => !kept));
  const promised = job.promises.handBackAt !== undefined || job.promises.usableAt !== undefined;
  return (
    <div className="block" data-testid="what-if">
      <h3>What other air would do</h3>
      <table className="compare">
        <thead><tr><th>Air</th><th>Dry in</th><th>Current</th><th>Promises</th><th><span className="visually-hidden">Take</span></th></tr></thead>
        <tbody>
          {ways.map((way) => (
            <Fragment key={way.way}>
              <tr className={`${way.cheapest ? "picked" : ""}${way.caution ? " with-note" : ""}`}>
                <th scope="row">{way.name}</th>
                <td data-label="Dry in">{Number.isFinite(way.hours.value) ? <Num of={way.hours} testId={`what-if-${way.way}`} /> : "does not dry"}</td>
                <td data-label="Current">{way.watts.value > 0 ? <Num of={way.watts} /> : "none"}</td>
                <td data-label="Promises">{promisesIn(way)}{way.cheapest && <b> with least current</b>}</td>
                <td>{way.measureFirst ? "measure the air first" : Object.keys(way.air).length > 0 && <Act onAct={() => take(way)} aria-label={`Take ${way.name}`}>Take it</Act>}</td>
              </tr>
              {way.caution && <tr className="note-row"><td colSpan={5}>{way.caution}</td></tr>}
            </Fragment>
          ))}
        </tbody>
      </table>
      {promised && noneHolds && <p><b>None of these keeps what was promised.</b> Less water, or a later time: tell the owner now.</p>}
      <p className="soft">The air is taken to stay like that: a shut cabin grows damper as the cloth dries, so air it or dry its air.</p>
    </div>
  );
}

const promisesIn = ({ keeps }: Way): string => {
  const missed = keeps.filter(({ kept }) => !kept).map(({ promise }) => promise);
  if (keeps.length === 0) return "none made";
  return missed.length === 0 ? (keeps.length === 2 ? "both held" : `${keeps[0]!.promise} held`) : `${missed.join(" and ")} missed`;
};

function useWays() {
  const { job, kit, asOf } = useBay();
  return usePlanned(useCallback(() => planner().whatIf(job, kit, asOf), [job, kit, asOf]));
}
