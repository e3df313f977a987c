"use client";
import { setPromise } from "@/core/job/change";
import { addDays, set } from "date-fns";
import { useState } from "react";
import FormCheck from "react-bootstrap/FormCheck";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { Chips } from "@/ui/Chips";
import { fieldTime } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";

type Promised = "handBackAt" | "usableAt";

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
      <TimeField
        id="promise-handBackAt"
        label="Hand back at"
        at={promises.handBackAt}
        onChange={(value) => promise("handBackAt", "Hand back at", value)}
      />
      <TimeField
        id="promise-usableAt"
        label="Usable at"
        at={promises.usableAt}
        onChange={(value) => promise("usableAt", "Usable at", value)}
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

/** A moment, ISO; what is typed stays as typed until the field is left. */
function TimeField({
  id,
  label,
  at,
  onChange,
}: {
  id: string;
  label: string;
  at: string | undefined;
  onChange: (at: string | undefined) => void;
}) {
  const [text, setText] = useState<string>();
  const keep = (typed: string) => {
    setText(typed);
    const ms = Date.parse(typed);
    if (typed === "" || Number.isFinite(ms)) onChange(typed === "" ? undefined : new Date(ms).toISOString());
  };
  return (
    <FormGroup controlId={id}>
      <FormLabel>{label}</FormLabel>
      <FormControl
        type="datetime-local"
        value={text ?? fieldTime(at)}
        onChange={({ target }) => keep(target.value)}
        onBlur={() => setText(undefined)}
      />
    </FormGroup>
  );
}
