import {
  EVIDENCE_COSTS,
  EVIDENCE_IDS,
  testOf,
  type EvidenceCost,
  type EvidenceId,
} from "@/core/ground/catalog/evidence";
import { MATERIALS } from "@/core/ground/catalog/materials";
import { BEGIN_IDS, beginOf } from "@/core/answers/practice/begins";
import type { MarkCase } from "@/core/answers/practice/markCase";
import { knownBefore, outcomeOf, plannersMove, type Move } from "@/core/answers/practice/markPlay";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { moveWords, shownBy } from "./moveWords";
import { TestChips } from "./TestChips";

/** A case that is being played: what is known, what may be asked, and what may be begun. */
export function CaseInHand({
  mark,
  moves,
  move,
  leave,
}: {
  mark: MarkCase;
  moves: readonly Move[];
  move: (move: Move) => void;
  leave: () => void;
}) {
  return (
    <>
      <div className="row-between">
        <h1>Case {mark.seed}</h1>
        <Act variant="link" onAct={leave}>
          Leave it
        </Act>
      </div>
      <p>
        {mark.piece}, {MATERIALS[mark.material].name.toLowerCase()}. One mark on it.
      </p>
      <div className="practice">
        <div>
          <Tests moves={moves} move={move} />
          <Begin move={move} />
        </div>
        <Known mark={mark} moves={moves} move={move} />
      </div>
    </>
  );
}

const isDone = (moves: readonly Move[], test: EvidenceId) =>
  moves.some((each) => each.do === "test" && each.test === test);

function Tests({ moves, move }: { moves: readonly Move[]; move: (move: Move) => void }) {
  return (Object.keys(EVIDENCE_COSTS) as EvidenceCost[]).map((cost) => {
    const open = EVIDENCE_IDS.filter((test) => testOf(test).cost === cost && !isDone(moves, test));
    if (open.length === 0) return null;
    return (
      <section key={cost} className="block" aria-label={EVIDENCE_COSTS[cost]}>
        <h2>{EVIDENCE_COSTS[cost]}</h2>
        <TestChips tests={open} label={EVIDENCE_COSTS[cost]} onTest={(test) => move({ do: "test", test })} />
      </section>
    );
  });
}

function Begin({ move }: { move: (move: Move) => void }) {
  return (
    <section className="block" aria-label="Begin">
      <h2>Enough known: begin with</h2>
      <div className="chips">
        {BEGIN_IDS.map((begin) => (
          <Act key={begin} variant="chip" onAct={() => move({ do: "begin", begin })}>
            {beginOf(begin).name}
          </Act>
        ))}
      </div>
    </section>
  );
}

function Known({ mark, moves, move }: { mark: MarkCase; moves: readonly Move[]; move: (move: Move) => void }) {
  const { spentMin } = outcomeOf(mark, moves);
  const asked = moves.at(-1)?.do === "hint";
  return (
    <aside className="now-step" aria-label="What you know">
      <div className="row-between">
        <h2>What you know</h2>
        {spentMin.value > 0 && <Num of={spentMin} testId="practice-minutes" />}
      </div>
      <ol className="known" aria-live="polite" data-testid="known">
        {moves.map((each, at) => (
          <li key={at}>
            {moveWords(each)}
            {shownBy(each, mark) && (
              <>
                : <b>{shownBy(each, mark)}</b>
              </>
            )}
          </li>
        ))}
      </ol>
      {moves.length === 0 && <p className="soft">Nothing yet. A look costs least.</p>}
      {asked && <Hint mark={mark} moves={moves} />}
      <Act variant="link" className="btn-flush" disabled={asked} onAct={() => move({ do: "hint" })}>
        A hint, for five minutes
      </Act>
    </aside>
  );
}

function Hint({ mark, moves }: { mark: MarkCase; moves: readonly Move[] }) {
  const next = plannersMove(knownBefore(moves, mark));
  return (
    <p data-testid="hint">
      {next.do === "test" ? (
        <>
          Next the planner would try: <b>{moveWords(next)}</b>. It spares most wrong first steps for its minutes.
        </>
      ) : (
        <>
          The planner would test no more: no test left spares a wrong first step. It would begin:{" "}
          <b>{moveWords(next)}</b>.
        </>
      )}
    </p>
  );
}
