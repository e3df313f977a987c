import { familyOf } from "@/core/ground/catalog/families";
import type { MarkCase } from "@/core/answers/practice/markCase";
import { debriefOf, moveMin, type Debrief, type Move } from "@/core/answers/practice/markPlay";
import { formatNumber } from "@/core/ground/quantity/format";
import { Act } from "@/ui/Act";
import { AtThumb } from "@/ui/ThumbBar";
import { Num } from "@/ui/Num";
import { MoveTable } from "./MoveTable";
import { moveWords, shownBy } from "./moveWords";
import { SaveCase } from "./CaseFile";
import { TwoThreads } from "./TwoThreads";

/** What came of it, beside what the planner would have done with what was known at each moment. */
export function DebriefView({
  mark,
  moves,
  open,
  leave,
  next,
}: {
  mark: MarkCase;
  moves: readonly Move[];
  open: (seed: string, moves?: readonly Move[]) => void;
  leave: () => void;
  next: () => void;
}) {
  const debrief = debriefOf(mark, moves);
  const { score, right, spentMin, harmMin, judged, planner } = debrief;
  const family = familyOf(mark.truth);
  return (
    <div data-testid="debrief">
      <div className="row-between">
        <h1>{right ? "Right" : "Not right"}</h1>
        <span className="row-wrap">
          <SaveCase seed={mark.seed} moves={moves} />
          <Act onAct={leave}>All cases</Act>
          <AtThumb>
            <Act variant="primary" onAct={next}>
              The next case
            </Act>
          </AtThumb>
        </span>
      </div>
      <p>
        Case {mark.seed}. It was <b>{family.name.toLowerCase()}</b>: {family.examples}.
      </p>
      <div className="came-to">
        <div>
          <span>Score</span> <Num of={score} words={`${formatNumber(Math.round(score.value))} of 100`} testId="score" />
        </div>
        <div>
          <span>Finding out</span> <Num of={spentMin} />
        </div>
        <div>
          <span>What came of it</span> <Num of={harmMin} testId="harm" />
        </div>
      </div>
      <TwoThreads yours={moves.map(stitchOf)} planners={planner.map(stitchOf)} />
      <Mattered debrief={debrief} mark={mark} />
      <section className="block">
        <h2>Move by move</h2>
        <Moves judged={judged} mark={mark} again={(at) => open(mark.seed, moves.slice(0, at))} />
      </section>
    </div>
  );
}

/** What is begun is drawn as long as this, min. */
const BEGUN_MIN = 6;
const KINDS = { test: "tested", hint: "hinted", begin: "begun" } as const;
const stitchOf = (move: Move) => ({
  is: JSON.stringify(move),
  minutes: moveMin(move) || BEGUN_MIN,
  kind: KINDS[move.do],
});

function Mattered({ debrief: { judged, mattered }, mark }: { debrief: Debrief; mark: MarkCase }) {
  const harms = judged.flatMap(({ consequences }) => consequences);
  return (
    <section className="block" data-testid="mattered">
      <h2>What mattered most</h2>
      {harms.length === 0 && mattered.length === 0 && <p>Nothing went wrong, and no move was worth more.</p>}
      <ul>
        {harms.map(({ words, minutes }) => (
          <li key={words}>
            {words} <Num of={minutes} />
          </li>
        ))}
        {mattered.map(({ move, planner, costs }, at) => (
          <li key={at}>
            {move.do === "begin" && planner.do === "test" ? (
              <>
                Begun before <b>{moveWords(planner).toLowerCase()}</b> was known: worth <Num of={costs} /> by then.
              </>
            ) : (
              <>
                {moveWords(move)}
                {shownBy(move, mark) ? " told little" : ""}: <b>{moveWords(planner).toLowerCase()}</b> was worth{" "}
                <Num of={costs} /> more by what you knew.
              </>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Move by move, in words. */
function Moves({ judged, mark, again }: { judged: Debrief["judged"]; mark: MarkCase; again: (at: number) => void }) {
  const rows = judged.map(({ move, planner, costs }) => ({
    you: moveWords(move),
    shown: shownBy(move, mark),
    planner: moveWords(planner),
    costs,
  }));
  return <MoveTable rows={rows} costs="Worth more by" again={again} />;
}
