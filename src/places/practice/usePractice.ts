import { NO_PRACTICE, withResult, type Practice } from "@/core/answers/practice/results";
import { markCaseOf } from "@/core/answers/practice/markCase";
import { outcomeOf, type Move } from "@/core/answers/practice/markPlay";
import { seedOf, SEEDS } from "@/core/answers/practice/seeds";
import { nowIso } from "@/store/clock";
import { changeSettings, settingsNow, useSettings } from "@/store/settings";

const keep = (change: (now: Practice) => Practice) => {
  const { practice = NO_PRACTICE } = settingsNow();
  void changeSettings({ practice: change(practice) });
};

/** A case nobody has given: any of the two million. */
const anySeed = () => seedOf(Math.floor(Math.random() * SEEDS));

/** What was practised and is in hand, kept with every move. */
export function usePractice() {
  const { practice = NO_PRACTICE } = useSettings();
  return {
    practice,
    /** @param moves what was done on it before the moment it is played on from */
    open: (seed = anySeed(), moves: Move[] = []) => keep(({ done }) => ({ done, running: { seed, moves } })),
    leave: () => keep(({ done }) => ({ done })),
    move: (move: Move) =>
      keep(({ done, running }) => {
        if (!running || running.moves.at(-1)?.do === "begin") return { done, ...(running ? { running } : {}) };
        const moves = [...running.moves, move];
        const after = { running: { ...running, moves } };
        if (move.do !== "begin") return { done, ...after };
        const { score, right } = outcomeOf(markCaseOf(running.seed), moves);
        const tests = moves.filter((each) => each.do === "test").length;
        return {
          done: withResult({ done }, { seed: running.seed, at: nowIso(), score: score.value, right, tests }),
          ...after,
        };
      }),
  };
}
