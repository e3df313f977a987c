"use client";
import Nav from "react-bootstrap/Nav";
import { useHotkeys } from "react-hotkeys-hook";
import { PHASES, type PhaseId } from "./state/phases";

/** The phases by name, of a job or of a case in practice. */
export function PhaseNav({ phase, go }: { phase: PhaseId; go: (phase: PhaseId) => void }) {
  return (
    <Nav as="nav" className="phases" aria-label="Phases">
      {PHASES.map(({ id, name }, index) => (
        <Nav.Link
          key={id}
          href={`?phase=${id}`}
          aria-current={phase === id ? "page" : undefined}
          onClick={(event) => {
            event.preventDefault();
            go(id);
          }}
        >
          <span className="phase-key">{index + 1}</span>
          {name}
        </Nav.Link>
      ))}
    </Nav>
  );
}

/** Keys 1 to 7 go to the phases. */
export function usePhaseKeys(go: (phase: PhaseId) => void) {
  useHotkeys(
    PHASES.map((_, index) => String(index + 1)),
    ({ key }) => {
      const phase = PHASES[Number(key) - 1];
      if (phase) go(phase.id);
    },
  );
}
