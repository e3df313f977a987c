"use client";
import { setPromise } from "@/core/job/change";
import { useState } from "react";
import FormCheck from "react-bootstrap/FormCheck";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { fieldTime } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";

type Promised = "handBackAt" | "usableAt";

/** The two promises, and whether the owner takes it back damp. */
export function PromiseFields() {
  const { job, run } = useBay();
  const { promises } = job;
  const set = (key: Promised, label: string, value: string | undefined) => run(label, setPromise(key, value));
  return (
    <div className="fields">
      <TimeField
        id="promise-handBackAt"
        label="Hand back at"
        at={promises.handBackAt}
        onChange={(value) => set("handBackAt", "Hand back at", value)}
      />
      <TimeField
        id="promise-usableAt"
        label="Usable at"
        at={promises.usableAt}
        onChange={(value) => set("usableAt", "Usable at", value)}
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
