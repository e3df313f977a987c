import type { Move } from "@/core/answers/practice/markPlay";
import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import type { LevelId } from "@/core/answers/practice/pieces";
import { isOver, NO_PRACTICE, withMove, withoutLast, type Practice } from "@/core/answers/practice/results";
import { seedOf, SEEDS } from "@/core/answers/practice/seeds";
import { nowIso } from "@/store/clock";
import { notify } from "@/store/notices";
import { changeSettings, settingsNow, useSettings } from "@/store/settings";

const keep = (change: (now: Practice) => Practice) => {
  const { practice = NO_PRACTICE } = settingsNow();
  void changeSettings({ practice: change(practice) });
};

type Moves = NonNullable<Practice["running"]>["moves"];

/** @param moves what was done on it before the moment it is played on from */
const open = (seed: string, moves: readonly (Move | PieceMove)[] = []) =>
  keep(({ done }) => ({ done, running: { seed, moves: [...moves] as Moves } }));

/** A case nobody has given: any of the two million. @param level of a whole piece; none: a mark */
const openAny = (level: LevelId | "" = "") => open(level + seedOf(Math.floor(Math.random() * SEEDS)));

/** What is left unfinished can be taken up again from the notice. */
function leave() {
  const { running } = settingsNow().practice ?? NO_PRACTICE;
  keep(({ done }) => ({ done }));
  if (running && running.moves.length > 0 && !isOver(running.moves))
    notify("The case is left.", "plain", () => keep(({ done }) => ({ done, running })));
}

const move = (next: Move | PieceMove) =>
  keep((now) => {
    const after = withMove(now, next, nowIso());
    if (!after) notify("A case holds no more moves. Hand it back, or leave it.", "problem");
    return after ?? now;
  });

const takeBack = () => keep(withoutLast);

/** What was practised and is in hand, kept with every move. */
export function usePractice() {
  const { practice = NO_PRACTICE } = useSettings();
  return { practice, open, openAny, leave, move, takeBack };
}
