"use client";
import { useState, type ReactNode } from "react";
import { Boundary } from "./Boundary";

/** A section that opens; what is in it is only made once it was opened. */
export function Fold({
  title,
  note,
  children,
  startOpen = false,
  testId,
}: {
  title: ReactNode;
  note?: ReactNode;
  children: ReactNode;
  startOpen?: boolean;
  testId?: string;
}) {
  const [wasOpen, setWasOpen] = useState(startOpen);
  const [first] = useState(startOpen);
  return (
    <details
      className="block"
      open={first}
      onToggle={({ currentTarget }) => currentTarget.open && setWasOpen(true)}
      data-testid={testId}
    >
      <summary className="row-between">
        <h2>{title}</h2>
        {note && <span className="soft">{note}</span>}
      </summary>
      {wasOpen && <Boundary>{children}</Boundary>}
    </details>
  );
}

/** The same in small, inside a section. */
export function SmallFold({ title, children, open }: { title: ReactNode; children: ReactNode; open?: boolean }) {
  const [wasOpen, setWasOpen] = useState(false);
  return (
    <details
      className="mt-2"
      open={open || undefined}
      onToggle={({ currentTarget }) => currentTarget.open && setWasOpen(true)}
    >
      <summary className="form-label">{title}</summary>
      {(wasOpen || open) && <Boundary>{children}</Boundary>}
    </details>
  );
}
