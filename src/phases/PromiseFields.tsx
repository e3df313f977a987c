"use client";
import FormCheck from "react-bootstrap/FormCheck";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { fieldTime } from "@/ui/time";
import { useBay } from "@/bay/BayContext";

/** The two promises, and whether the owner takes it back damp. */
export function PromiseFields() {
  const { job, run } = useBay();
  const { promises } = job;
  const field = (key: "handBackAt" | "usableAt", label: string) => (
    <FormGroup controlId={`promise-${key}`}>
      <FormLabel>{label}</FormLabel>
      <FormControl type="datetime-local" value={fieldTime(promises[key])} onChange={({ target }) => {
        const ms = Date.parse(target.value);
        if (target.value === "" || Number.isFinite(ms)) run(label, { op: "set", path: ["promises", key], value: target.value === "" ? undefined : new Date(ms).toISOString() });
      }} />
    </FormGroup>
  );
  return (
    <div className="fields">
      {field("handBackAt", "Hand back at")}
      {field("usableAt", "Usable at")}
      <FormCheck type="switch" id="damp-agreed" label="Damp hand-back agreed" checked={promises.dampHandBackAgreed} onChange={({ target }) => run("Damp hand-back", { op: "set", path: ["promises", "dampHandBackAgreed"], value: target.checked })} />
    </div>
  );
}
