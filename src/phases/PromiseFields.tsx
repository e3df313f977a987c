"use client";
import { setPromise } from "@/core/job/change";
import { addDays, set } from "date-fns";
import FormCheck from "react-bootstrap/FormCheck";
import { Chips } from "@/ui/Chips";
import { KeptForm } from "@/ui/formLater";
import { useBay } from "@/bay/state/BayContext";

type Promised = "handBackAt" | "usableAt";
const MOMENTS: [Promised, string][] = [
  ["handBackAt", "Hand back at"],
  ["usableAt", "Usable at"],
];

/** The two promises, and whether the owner takes it back damp. */
export function PromiseFields() {
  const { job, run, nowMs } = useBay();
  const { promises } = job;
  const promise = (key: Promised, label: string, value: string | undefined) => run(label, setPromise(key, value));
  return (
    <div className="promises">
      <Chips
        label="Ready to use by"
        choices={soonOf(nowMs).map(({ name, iso }) => ({ id: iso, name }))}
        value={promises.usableAt}
        onPick={(iso) => promise("usableAt", "Usable at", iso)}
      />
      <KeptForm
        className="promises"
        rows={MOMENTS.map(([name, label]) => ({
          kind: "moment",
          name,
          label,
          value: promises[name],
          keep: (value) => promise(name, label, value),
        }))}
      />
      <FormCheck
        type="switch"
        id="damp-agreed"
        label="Damp hand-back agreed"
        checked={promises.dampHandBackAgreed}
        onChange={({ target }) => run("Damp hand-back", setPromise("dampHandBackAgreed", target.checked))}
      />
    </div>
  );
}

const at = (nowMs: number, days: number, hours: number) =>
  set(addDays(nowMs, days), { hours, minutes: 0, seconds: 0, milliseconds: 0 }).toISOString();

/** What is mostly promised: this evening while it is still to come, tomorrow, in two days. */
const soonOf = (nowMs: number) =>
  [
    { name: "Tonight, 18:00", iso: at(nowMs, 0, 18) },
    { name: "Tomorrow noon", iso: at(nowMs, 1, 12) },
    { name: "Tomorrow, 18:00", iso: at(nowMs, 1, 18) },
    { name: "In two days, 18:00", iso: at(nowMs, 2, 18) },
  ].filter(({ iso }) => Date.parse(iso) > nowMs);
