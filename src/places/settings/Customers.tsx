"use client";
import { useMemo, useState } from "react";
import Form from "react-bootstrap/Form";
import { notify, useJobsState, useLines } from "@/store/jobs";
import { fileName } from "@/store/saveFile";
import { Act } from "@/ui/Act";
import { several, type Doing } from "./useDoing";

/** Everything that is kept of one customer: taken along as a file, or erased, in one place. */

const pack = () => import("@/store/packJob");

/** Ids of the jobs of each customer, by name. */
function byCustomer(lines: ReturnType<typeof useLines>): [string, string[]][] {
  const byName = new Map<string, string[]>();
  for (const { id, customer } of lines) if (customer) byName.set(customer, [...(byName.get(customer) ?? []), id]);
  return [...byName].sort(([a], [b]) => a.localeCompare(b));
}

export function Customers({ working, doing }: Doing) {
  const lines = useLines();
  const whole = useJobsState(({ whole }) => whole);
  const customers = useMemo(() => byCustomer(lines), [lines]);
  const [name, setName] = useState("");
  const [asked, setAsked] = useState(false);
  if (!whole || customers.length === 0) return null;
  const ids = customers.find(([each]) => each === name)?.[1] ?? [];
  const isPicked = ids.length > 0 && working === undefined;
  const erase = () =>
    doing("Erasing", async () => {
      const erased = await (await pack()).eraseForGood(ids);
      if ("problem" in erased) return notify(erased.problem, "problem");
      notify(`Erased: ${several(ids.length, "job", "jobs")}, ${several(erased.pictures, "picture", "pictures")}.`);
      setName("");
      setAsked(false);
    });
  return (
    <div className="mt-4">
      <h3>What is kept of one customer</h3>
      <Form.Label htmlFor="customer">Customer</Form.Label>
      <Form.Select
        id="customer"
        className="field-short"
        value={name}
        onChange={({ target }) => {
          setName(target.value);
          setAsked(false);
        }}
      >
        <option value="">Pick one</option>
        {customers.map(([each, jobs]) => (
          <option key={each} value={each}>
            {each}: {several(jobs.length, "job", "jobs")}
          </option>
        ))}
      </Form.Select>
      <div className="row-wrap mt-2">
        <Act
          disabled={!isPicked}
          onAct={() =>
            void doing("Making the file", async () =>
              (await pack()).savePackedJobs(ids, `${fileName(name)}.customer.zip`),
            )
          }
        >
          Save all of it as a file
        </Act>
        <Act disabled={!isPicked} onAct={() => setAsked(true)}>
          Erase all of it
        </Act>
      </div>
      {asked && isPicked && (
        <EraseForGood name={name} count={ids.length} onErase={() => void erase()} onLeave={() => setAsked(false)} />
      )}
    </div>
  );
}

function EraseForGood({
  name,
  count,
  onErase,
  onLeave,
}: {
  name: string;
  count: number;
  onErase: () => void;
  onLeave: () => void;
}) {
  return (
    <div className="caution caution-danger mt-2" role="alert" data-testid="erase-customer">
      <h3>
        Erase {several(count, "job", "jobs")} of {name}, with pictures, for good?
      </h3>
      <p>It cannot be undone. Files and backups made before still hold it: delete those yourself.</p>
      <div className="row-wrap">
        <Act variant="primary" onAct={onErase}>
          Erase for good
        </Act>
        <Act variant="link" onAct={onLeave}>
          Leave it
        </Act>
      </div>
    </div>
  );
}
