"use client";
import { useState, type ReactNode } from "react";
import Accordion from "react-bootstrap/Accordion";
import { Boundary } from "./Boundary";

const OPEN = "open";

/**
 * A line as tall as a finger that opens what is under it; that is only made once it was opened.
 * @param head what stands in the line and is its name
 * @param beside what stands in the line and is not
 * @param open how it stands until somebody taps it, and again when that changes
 */
export function Opens({
  head,
  beside,
  children,
  open = false,
  as: Line = "div",
  className,
  testId,
}: {
  head: ReactNode;
  beside?: ReactNode;
  children: ReactNode;
  open?: boolean | undefined;
  as?: "div" | "h2" | "h3";
  className?: string;
  testId?: string | undefined;
}) {
  const [tapped, setTapped] = useState({ isOpen: open, given: open });
  const isOpen = tapped.given === open ? tapped.isOpen : open;
  return (
    <Accordion
      activeKey={isOpen ? OPEN : null}
      onSelect={(key) => setTapped({ isOpen: key === OPEN, given: open })}
      className={className}
      data-testid={testId}
    >
      <Accordion.Item eventKey={OPEN}>
        <div className="fold-line">
          <Line className="fold-name">
            <Accordion.Button>{head}</Accordion.Button>
          </Line>
          {beside && <span className="fold-beside soft">{beside}</span>}
        </div>
        <Accordion.Collapse eventKey={OPEN} mountOnEnter>
          <Boundary>{children}</Boundary>
        </Accordion.Collapse>
      </Accordion.Item>
    </Accordion>
  );
}

/** A section that opens. */
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
  // What was said in it does not shut it under the hand.
  const [first] = useState(startOpen);
  return (
    <Opens as="h2" className="block" head={title} beside={note} open={first} testId={testId}>
      {children}
    </Opens>
  );
}

/** The same in small, inside a section. */
export const SmallFold = ({ title, children, open }: { title: ReactNode; children: ReactNode; open?: boolean }) => (
  <Opens className="small-fold" head={title} open={open}>
    {children}
  </Opens>
);
