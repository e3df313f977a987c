"use client";
import { useId, useState } from "react";
import Form from "react-bootstrap/Form";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";

/** A passphrase shorter than this is guessed too soon. Judgement. */
export const LOCK_LEAST = 12;

/** Whether a backup is locked, and with what. @param value undefined: not locked */
export function Lock({
  value,
  onChange,
}: {
  value: string | undefined;
  onChange: (value: string | undefined) => void;
}) {
  return (
    <div className="mt-2">
      <p className="mb-1">Who may open it</p>
      <Chips
        label="Who may open it"
        choices={[
          { id: "all", name: "Anybody" },
          { id: "locked", name: "Whoever knows the passphrase" },
        ]}
        value={value === undefined ? "all" : "locked"}
        // A second tap on what is picked takes nothing off: a backup is not unlocked by accident.
        onPick={(picked) => picked && onChange(picked === "locked" ? (value ?? "") : undefined)}
      />
      {value !== undefined && (
        <>
          <Passphrase label="Passphrase" value={value} onChange={onChange} isNew />
          <Form.Text>
            At least {LOCK_LEAST} characters. Write it down: without it nobody opens the file, and there is no way
            round. The passphrase is kept nowhere.
          </Form.Text>
        </>
      )}
    </div>
  );
}

/** A field for a passphrase, which can be looked at. */
export function Passphrase({
  label,
  value,
  onChange,
  isNew = false,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  isNew?: boolean;
}) {
  const id = useId();
  const [isShown, setShown] = useState(false);
  return (
    <div className="mt-2">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <div className="row-wrap">
        <Form.Control
          id={id}
          type={isShown ? "text" : "password"}
          className="field-short"
          autoComplete={isNew ? "new-password" : "current-password"}
          maxLength={200}
          value={value}
          onChange={({ target }) => onChange(target.value)}
        />
        <Act variant="link" aria-pressed={isShown} onAct={() => setShown(!isShown)}>
          {isShown ? "Hide it" : "Show it"}
        </Act>
      </div>
    </div>
  );
}
