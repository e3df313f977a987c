"use client";
import { Fragment, useCallback, useState } from "react";
import Table from "react-bootstrap/Table";
import type { AirWayId, WhatIf as Way } from "@/core/answers/ask/whatIf";
import { Act } from "@/ui/Act";
import { ManyChips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { usePlanned } from "@/ui/usePlanned";
import { useBay } from "@/bay/state/BayContext";
import { planner } from "@/workers/planner";
import { useChangeAir } from "../AirFields";
import { type DryingAir } from "@/core/job/schema";

const MOST = 4;

/** The same water dried another way, up to four side by side: hours, current, and which promise holds; taken with one tap. */
export function WhatIf() {
  const { job } = useBay();
  const change = useChangeAir();
  const [picked, setPicked] = useState<AirWayId[]>();
  const compared = useCompared(picked);
  if (!compared || compared.ways.length === 0) return null;
  const { offered, ways } = compared;
  const shown = picked ?? ways.map(({ way }) => way);
  const noneHolds = ways.every(({ keeps }) => keeps.some(({ kept }) => !kept));
  const promised = job.promises.handBackAt !== undefined || job.promises.usableAt !== undefined;
  return (
    <div className="block" data-testid="what-if">
      <h3>What would dry it sooner</h3>
      {/* One too many pushes out the one that has stood longest. */}
      <ManyChips
        label="Ways to compare"
        choices={offered.map(({ way, name }) => ({ id: way, name }))}
        value={shown}
        onPick={(next) => setPicked(next.length > 0 ? next.slice(-MOST) : undefined)}
      />
      <Table className="compare mt-2">
        <thead>
          <tr>
            <th>Way</th>
            <th>Dry in</th>
            <th>Current</th>
            <th>Promises</th>
            <th>
              <span className="visually-hidden">Take</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {ways.map((way) => (
            <WayRow key={way.way} way={way} change={change} />
          ))}
        </tbody>
      </Table>
      {promised && noneHolds && (
        <p>
          <b>None of these keeps what was promised.</b> Less water, or a later time: tell the owner now.
        </p>
      )}
    </div>
  );
}

function WayRow({ way, change }: { way: Way; change: (label: string, change: Partial<DryingAir>) => void }) {
  return (
    <Fragment>
      <tr
        className={`${way.cheapest ? "picked" : ""}${hasNote(way) ? " with-note" : ""}`}
        data-testid={`way-${way.way}`}
      >
        <th scope="row">{way.name}</th>
        <td data-label="Dry in">
          {Number.isFinite(way.hours.value) ? <Num of={way.hours} testId={`what-if-${way.way}`} /> : "over three days"}
        </td>
        <td data-label="Current">
          {way.watts.value > 0 ? (
            <>
              <Num of={way.watts} />
              {Number.isFinite(way.energy.value) && (
                <>
                  , <Num of={way.energy} />
                </>
              )}
            </>
          ) : (
            "none"
          )}
        </td>
        <td data-label="Promises">
          {promisesIn(way)}
          {way.cheapest && <b> with least current</b>}
        </td>
        <td>
          {Object.keys(way.air).length > 0 && (
            <Act onAct={() => change(way.name, way.air)} aria-label={`Take ${way.name}`}>
              Take it
            </Act>
          )}
        </td>
      </tr>
      {hasNote(way) && (
        <tr className="note-row">
          <td colSpan={5}>
            {way.gap && (
              <>
                Best with <Num of={way.gap} words={`about ${way.gap.value} air changes an hour`} testId="best-gap" />:{" "}
                {gapWords(way.gap.value)}.{" "}
              </>
            )}
            {way.how} {way.caution}
          </td>
        </tr>
      )}
    </Fragment>
  );
}

const hasNote = ({ gap, how, caution }: Way) => gap !== undefined || how !== undefined || caution !== undefined;
const gapWords = (changes: number) =>
  changes < 1
    ? "a hand's width, no more"
    : changes < 6
      ? "a window or door ajar"
      : "a door well open; wider blows the heat out";

const promisesIn = ({ keeps }: Way): string => {
  const missed = keeps.filter(({ kept }) => !kept).map(({ promise }) => promise);
  if (keeps.length === 0) return "none made";
  return missed.length === 0
    ? keeps.length === 2
      ? "both held"
      : `${keeps[0]!.promise} held`
    : `${missed.join(" and ")} missed`;
};

function useCompared(picked: AirWayId[] | undefined) {
  const { job, kit, asOf } = useBay();
  return usePlanned(
    useCallback(async () => {
      const start = performance.now();
      const compared = await planner().whatIf(job, kit, asOf, picked);
      performance.measure("what-if", { start });
      return compared;
    }, [job, kit, asOf, picked]),
  );
}
