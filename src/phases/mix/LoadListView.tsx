"use client";
import { format, isSameDay } from "date-fns";
import { useCallback, useState } from "react";
import Table from "react-bootstrap/Table";
import { AGENTS } from "@/core/ground/catalog/agents";
import { machineOf } from "@/core/ground/catalog/machines";
import { lastOf } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { loadJob, type LoadList, loadListOf, type ProductLoad } from "@/core/answers/mixing/loadList";
import { entered } from "@/core/ground/sums/working";
import { useJobsState } from "@/store/jobs";
import { saveAsFile } from "@/store/saveFile";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { UnplannedJob } from "@/ui/UnplannedJob";
import { usePlanned } from "@/ui/usePlanned";
import { planner } from "@/workers/planner";

const TOWEL_NAMES = { terry: "white terry towels", microfibre: "white microfibre towels" } as const;
const STOCK_WORDS: Record<ProductLoad["stock"], string> = {
  enough: "enough",
  low: "running low",
  short: "not enough",
  unknown: "nobody said what is left",
};

/** What goes into the van for this job, or for every job that is still to be handed back. */
export function LoadListView() {
  const { assessment, kit, job, nowMs } = useBay();
  const [whole, setWhole] = useState<"job" | "day" | "all">("job");
  const others = useOthers(whole !== "job") ?? [];
  const day = dayOf(job) ?? nowMs;
  const wanted = others.filter(({ job: other }) => whole === "all" || isSameDay(dayOf(other) ?? 0, day));
  const along = wanted.flatMap(({ job: other, planned }) =>
    planned.ok && !lastOf(planned.assessment.history, "handed-back")
      ? [{ job: other, assessment: planned.assessment }]
      : [],
  );
  const list = loadListOf([loadJob(assessment), ...along.map(({ assessment: other }) => loadJob(other))], kit);
  const low = list.products.filter(({ packs }) => packs > 0);
  return (
    <div data-testid="load-list">
      <div className="row-between">
        <Chips
          label="Load for"
          choices={[
            { id: "job", name: "This job" },
            { id: "day", name: format(day, "EEEE d MMM") },
            { id: "all", name: "Every open job" },
          ]}
          value={whole}
          onPick={(value) => setWhole(value ?? "job")}
        />
        <Act disabled={low.length === 0} onAct={() => void saveShopping(list, kit)}>
          Save the shopping list
        </Act>
      </div>
      {whole !== "job" && (
        <p className="mt-2">
          {along.length === 0
            ? "No other job is to be handed back then: this one alone."
            : `With ${along.map(({ job: other }) => other.title).join(", ")}.`}
        </p>
      )}
      {wanted.map(({ job: other, planned }) =>
        planned.ok ? null : <UnplannedJob key={other.id} job={other} problem={planned.problem} />,
      )}
      <ProductTable list={list} />
      <WaterAndTowels list={list} />
      {list.power.length > 0 && <PowerNeeded list={list} />}
      {list.also.length > 0 && (
        <ul data-testid="load-also">
          {list.also.map((each) => (
            <li key={each}>{each}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

function ProductTable({ list }: { list: LoadList }) {
  return (
    <Table className="compare mt-2">
      <thead>
        <tr>
          <th>Product</th>
          <th>Take</th>
          <th>Left</th>
          <th>Cost</th>
        </tr>
      </thead>
      <tbody>
        {list.products.map(({ agent, productMl, leftMl, stock, packs, packMl, cost }) => (
          <tr key={agent}>
            <th scope="row">{AGENTS[agent].name}</th>
            <td data-label="Take">
              <Num of={productMl} testId={`load-${agent}`} />
            </td>
            <td data-label="Left">
              {leftMl !== undefined && (
                <>
                  <Num of={entered("left", leftMl, "mL")} />:{" "}
                </>
              )}
              {stock === "short" ? <b>{STOCK_WORDS[stock]}</b> : <span className="soft">{STOCK_WORDS[stock]}</span>}
              {packs > 0 && (
                <>
                  , buy {packs} × <Num of={entered("pack", packMl, "mL")} />
                </>
              )}
            </td>
            <td data-label="Cost">
              <Num of={cost} />
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function WaterAndTowels({ list }: { list: LoadList }) {
  return (
    <div className="facts">
      <div>
        <span>Water</span> <Num of={list.waterL} testId="load-water" />
      </div>
      {list.towels.map(({ kind, count }) => (
        <div key={kind}>
          <span>Towels</span> <Num of={count} words={`${count.value} ${TOWEL_NAMES[kind]}`} />
        </div>
      ))}
      {list.tanks && (
        <div>
          <span>{machineOf(list.tanks.machine).name}</span> filled{" "}
          <Num of={list.tanks.fills} words={times(list.tanks.fills.value)} />, emptied{" "}
          <Num of={list.tanks.empties} words={times(list.tanks.empties.value)} />
        </div>
      )}
      {list.batteries.map(({ machine, charges }) => (
        <div key={machine}>
          <span>{machineOf(machine).name}</span>{" "}
          <Num of={charges} words={charges.value === 1 ? "one charge" : `${charges.value} charges`} />
        </div>
      ))}
    </div>
  );
}

function PowerNeeded({ list }: { list: LoadList }) {
  return (
    <p>
      Power:{" "}
      {list.power.map(({ machine, watts }, index) => (
        <span key={machine}>
          {index > 0 && ", "}
          {machineOf(machine).name} <Num of={watts} />
        </span>
      ))}
      .{" "}
      {list.overloads ? (
        <b>
          Not all at once on one circuit: together <Num of={list.togetherW} testId="load-power" />.
        </b>
      ) : (
        <>
          One circuit carries them all, <Num of={list.togetherW} testId="load-power" />.
        </>
      )}
    </p>
  );
}

/** The day a job is promised for, ms; undefined while nothing was promised. */
const dayOf = ({ promises: { handBackAt, usableAt } }: Pick<Job, "promises">): number | undefined => {
  const promised = handBackAt ?? usableAt;
  return promised === undefined ? undefined : Date.parse(promised);
};

/** The other jobs on this device as planned, when they are asked for. */
function useOthers(wanted: boolean) {
  const { job, kit, asOf } = useBay();
  const stored = useJobsState((state) => state.stored);
  return usePlanned(
    useCallback(async () => {
      const rest = wanted ? Object.values(stored).filter(({ id }) => id !== job.id) : [];
      const all = await planner().assessAll(rest, kit, asOf);
      return all.map((planned, index) => ({ job: rest[index]!, planned }));
    }, [wanted, stored, job.id, kit, asOf]),
  );
}

const times = (count: number) => (count === 1 ? "once" : count === 2 ? "twice" : `${count} times`);

async function saveShopping(list: ReturnType<typeof loadListOf>, kit: Kit) {
  const { shoppingAsCsv } = await import("@/store/loadFile");
  saveAsFile("shopping.csv", shoppingAsCsv(list, kit), "text/csv");
}
