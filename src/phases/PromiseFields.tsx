"use client";
import Form from "react-bootstrap/Form";
import { fieldTime } from "@/ui/time";
import { useBay } from "@/bay/BayContext";

/** The two promises, and whether the owner takes it back damp. */
export function PromiseFields() {
  const { job, run } = useBay();
  const { promises } = job;
  const field = (key: "handBackAt" | "usableAt", label: string) => (
    <Form.Group controlId={`promise-${key}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control type="datetime-local" value={fieldTime(promises[key])} onChange={({ target }) => {
        const ms = Date.parse(target.value);
        if (target.value === "" || Number.isFinite(ms)) run(label, { op: "set", path: ["promises", key], value: target.value === "" ? undefined : new Date(ms).toISOString() });
      }} />
    </Form.Group>
  );
  return (
    <div className="fields">
      {field("handBackAt", "Hand back at")}
      {field("usableAt", "Usable at")}
      <Form.Check type="switch" id="damp-agreed" label="Damp hand-back agreed" checked={promises.dampHandBackAgreed} onChange={({ target }) => run("Damp hand-back", { op: "set", path: ["promises", "dampHandBackAgreed"], value: target.checked })} />
    </div>
  );
}
