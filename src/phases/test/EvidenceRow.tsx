"use client";
import { setAgain, setEvidence } from "@/core/job/change";
import { EVIDENCE, testOf, type EvidenceId, type Outcome } from "@/core/ground/catalog/evidence";
import { outcomeName, type Hint } from "@/core/judgement/diagnosis/diagnose";
import type { MarkFinding } from "@/core/job/schema";
import { Chips } from "@/ui/Chips";
import { useBay } from "@/bay/state/BayContext";

/** One test: how, what it showed, or why it may not be done here. */
export function EvidenceRow({
  test,
  finding,
  lock,
  hint,
}: {
  test: EvidenceId;
  finding: MarkFinding;
  lock?: string;
  hint?: Hint;
}) {
  const { name, how, caution } = testOf(test);
  const done = finding.evidence[test] !== undefined;
  return (
    <div className="evidence-row">
      <h3>{name}</h3>
      {lock && !done ? (
        <p className="lock" data-testid={`lock-${test}`}>
          <b>Locked.</b> {lock}
        </p>
      ) : (
        <>
          <p className="soft">{how}</p>
          {caution && (
            <p>
              <b>{caution}</b>
            </p>
          )}
          {hint && (
            <p>
              Taken as <b>{hint.outcomes.map((outcome) => outcomeName(test, outcome).toLowerCase()).join(" or ")}</b>{" "}
              {hint.from}, until you say otherwise.
            </p>
          )}
          <EvidenceChips test={test} finding={finding} />
          {done && finding.again?.[test] !== undefined && (
            <>
              <p className="soft">Read again:</p>
              <EvidenceChips test={test} finding={finding} again />
            </>
          )}
        </>
      )}
    </div>
  );
}

/** The outcomes as chips; with the focus among them the number keys pick one. */
export function EvidenceChips({
  test,
  finding,
  again = false,
  autoFocusKey,
}: {
  test: EvidenceId;
  finding: MarkFinding;
  /** The second reading instead of the first. */
  again?: boolean;
  autoFocusKey?: string;
}) {
  const { run, findingId } = useBay();
  const outcomes = Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>).map(([id, outcome]) => ({
    id,
    name: outcome.name,
  }));
  const value = (again ? finding.again : finding.evidence)?.[test];
  const pick = (picked: string | undefined) =>
    again
      ? run(`${testOf(test).name}, read again`, setAgain(findingId!, test, picked))
      : run(
          testOf(test).name,
          setEvidence(findingId!, test, picked),
          // A second reading belongs to the first.
          ...(finding.again?.[test] === undefined ? [] : [setAgain(findingId!, test, undefined)]),
        );
  return (
    <div
      data-evidence={test}
      data-focus={autoFocusKey}
      onKeyDown={(event) => {
        const picked = outcomes[Number(event.key) - 1];
        if (!/^[1-9]$/.test(event.key) || !picked || event.ctrlKey || event.metaKey || event.altKey) return;
        // Among the chips a number picks; elsewhere it changes the phase.
        event.stopPropagation();
        event.nativeEvent.stopImmediatePropagation();
        pick(value === picked.id ? undefined : picked.id);
      }}
    >
      <Chips
        label={again ? `${testOf(test).name}, read again` : testOf(test).name}
        choices={outcomes}
        value={value}
        onPick={pick}
        numbered
      />
    </div>
  );
}
