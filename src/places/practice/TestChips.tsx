import { testOf, type EvidenceId } from "@/core/ground/catalog/evidence";
import { Act } from "@/ui/Act";

/** Tests of a mark that may be done, each a tap, with what to mind at any of them. */
export function TestChips({
  tests,
  label,
  onTest,
}: {
  tests: readonly EvidenceId[];
  label: string;
  onTest: (test: EvidenceId) => void;
}) {
  const cautions = [...new Set(tests.flatMap((test) => testOf(test).caution ?? []))];
  return (
    <>
      <div className="chips mt-2" role="group" aria-label={label}>
        {tests.map((test) => (
          <Act key={test} variant="chip" onAct={() => onTest(test)}>
            {testOf(test).name}
          </Act>
        ))}
      </div>
      {cautions.map((caution) => (
        <p key={caution} className="soft mt-2 mb-0">
          {caution}
        </p>
      ))}
    </>
  );
}
