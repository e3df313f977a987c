import { EVIDENCE_IDS, testOf, type Evidence, type EvidenceId } from "@/core/ground/catalog/evidence";
import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import { ENTERED_FORMULAS } from "@/core/ground/sums/enteredFormulas";
import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { branches } from "@/core/models/chance/bayes";
import { decide, isCommon } from "@/core/judgement/diagnosis/decision";
import { diagnose, LIKELY_AT } from "@/core/judgement/diagnosis/diagnose";
import { heatSetChance, nextTest, openTests } from "@/core/judgement/diagnosis/nextTest";
import { atSlip, TABLES } from "@/core/judgement/diagnosis/tables";
import { BEGIN_IDS, beginOf, CHEMISTRY, heatSets, rightFor, type BeginId } from "./begins";
import type { MarkCase } from "./markCase";

/** What a learner does, one thing after another; it ends with what is begun. */
export type Move = { do: "test"; test: EvidenceId } | { do: "hint" } | { do: "begin"; begin: BeginId };

/** Getting at a test, wiping the hands, writing down: beside its own minutes. Judgement. */
const REACH_MIN = 1;
/** A hint costs as much as this many minutes. Judgement. */
const HINT_MIN = 5;
/** A wrong first step: worked, lifted, and waited for until it can be judged dry. Judgement. */
const WRONG_MIN = 36;
/** What was put on in vain is rinsed and drawn off. Judgement. */
const RINSE_MIN = 8;
/** What is set is bleached out, paid for, or stays. Judgement. */
const SET_MIN = 240;
/** Soil that was left as damage: called back for. Judgement. */
const CALLED_BACK_MIN = 60;
/** A test with heat: steam through a towel, °C and min. */
export const STEAM = { tempC: 90, minutes: 0.5 };

/** Mould stirred on a hand's breadth, against brushing all of it. Judgement. */
const STIRRED = sumOf(ENTERED_FORMULAS, "as-entered", {
  value: { value: 0.1, unit: "1", name: "share of it harmed", basis: "table" },
});

/** Why something went wrong, and what it costs. */
interface Consequence {
  words: string;
  minutes: Worked;
}

const heated = (heat: { tempC: number; minutes: number }) =>
  sumOf(PRACTICE_FORMULAS, "harm.set", { tempC: stated.table(heat.tempC), minutes: stated.table(heat.minutes) });
const setCost = (share: Worked) =>
  sumOf(PRACTICE_FORMULAS, "practice.harm", { share: opened(share), minutes: stated.table(SET_MIN) });

/** What beginning so does to what it really is; nothing where it is right. */
export function consequencesOf(begin: BeginId, truth: FamilyId): Consequence[] {
  const { heat, wets, suits } = beginOf(begin);
  const found: Consequence[] = CHEMISTRY.filter(
    ({ begins, families }) => begins.includes(begin) && families.includes(truth),
  ).map(({ words, share }) => ({
    words,
    minutes: setCost(
      sumOf(ENTERED_FORMULAS, "as-entered", {
        value: { value: share, unit: "1", name: "share of it harmed", basis: "table" },
      }),
    ),
  }));
  if (heat && heatSets(truth)) found.push({ words: "Heat set it for good.", minutes: setCost(heated(heat)) });
  if (!suits.includes(truth)) {
    const calledBack = begin === "leave";
    found.unshift({
      words: calledBack
        ? "It was soil: you are called back."
        : "It did not move: worked, lifted and waited for in vain.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.inVain", {
        step: stated.table(calledBack ? CALLED_BACK_MIN : WRONG_MIN),
        rinse: stated.table(wets ? RINSE_MIN : 0),
      }),
    });
  }
  return found;
}

/** What a test itself does to it. */
export function harmOfTest(test: EvidenceId, truth: FamilyId): Consequence[] {
  const { puts, stirs } = testOf(test);
  if (puts === "heat" && heatSets(truth))
    return [{ words: "The steam of the test set some of it.", minutes: setCost(heated(STEAM)) }];
  if (stirs === true && truth === "mould")
    return [{ words: "The test stirred mould up: it is in the air and in you.", minutes: setCost(STIRRED) }];
  return [];
}

const minutesOf = (of: readonly Consequence[]) => of.reduce((sum, { minutes }) => sum + minutes.value, 0);

/** Minutes a beginning costs, by what it might be. */
const LOSSES: Record<BeginId, readonly number[]> = Object.fromEntries(
  BEGIN_IDS.map((begin) => [begin, FAMILY_IDS.map((family) => minutesOf(consequencesOf(begin, family)))]),
) as Record<BeginId, number[]>;
/** Minutes a test itself costs, by what it might be. */
const TEST_HARMS = Object.fromEntries(
  EVIDENCE_IDS.map((test) => [test, FAMILY_IDS.map((family) => minutesOf(harmOfTest(test, family)))]),
) as Record<EvidenceId, number[]>;

/** What a beginning is expected to cost, by these chances. @param chances in the order of HYPOTHESES */
export function expectedMin(begin: BeginId, chances: readonly number[]): number {
  const losses = LOSSES[begin];
  // What is none of the families goes best with the gentle step.
  const none = begin === "damp-neutral" ? 0 : WRONG_MIN;
  return losses.reduce((sum, loss, f) => sum + loss * chances[f]!, none * chances[FAMILY_IDS.length]!);
}

/** Minutes of a test, with getting at it. */
export const testMin = (test: EvidenceId): number => testOf(test).minutes + REACH_MIN;

/** What finding out by a move takes, min; beginning finds nothing out. */
export const moveMin = (move: Move): number =>
  move.do === "test" ? testMin(move.test) : move.do === "hint" ? HINT_MIN : 0;

const bestOf = (chances: readonly number[]): BeginId =>
  BEGIN_IDS.reduce((best, begin) => (expectedMin(begin, chances) < expectedMin(best, chances) ? begin : best));

/** What a test is expected to spare, less what it costs, minutes. */
function testWorth(test: EvidenceId, chances: readonly number[]): number {
  const now = expectedMin(bestOf(chances), chances);
  const then = branches(chances, TABLES.lists[test]).reduce(
    (sum, { chance, after }) => sum + chance * expectedMin(bestOf(after), after),
    0,
  );
  const harm = TEST_HARMS[test].reduce((sum, loss, f) => sum + loss * chances[f]!, 0);
  return now - then - testMin(test) - harm;
}

/** Everything that was known before a move. */
export function knownBefore(moves: readonly Move[], { reads }: MarkCase): Evidence {
  const evidence: Evidence = {};
  for (const move of moves) if (move.do === "test") evidence[move.test] = reads[move.test];
  return evidence;
}

/** What the planner would do with what is known: the test worth most while one is worth it, else what it begins with. */
export function plannersMove(evidence: Evidence): Move {
  const { chances, slip } = diagnose(evidence);
  const open = openTests(evidence).filter(({ first, test }) => first === undefined && !isLocked(test, chances));
  const { ranked, enough } = nextTest(chances, open, atSlip(TABLES, slip));
  if (!enough && ranked[0]) return { do: "test", test: ranked[0].test };
  const decision = decide(chances);
  return { do: "begin", begin: isCommon(decision) ? "damp-neutral" : rightFor(decision.leader) };
}

/** As the bay locks them: no heat while it may set something, no brush on what may be mould. */
const isLocked = (test: EvidenceId, chances: readonly number[]) => {
  const { puts, stirs } = testOf(test);
  return (
    (puts === "heat" && heatSetChance(chances) > LIKELY_AT) ||
    (stirs === true && chances[FAMILY_IDS.indexOf("mould")]! >= LIKELY_AT)
  );
};

/** The moves of the planner from what is known after these. */
export function playedOn(mark: MarkCase, from: readonly Move[] = []): Move[] {
  const moves = [...from];
  while (moves.at(-1)?.do !== "begin") moves.push(plannersMove(knownBefore(moves, mark)));
  return moves;
}

/** A move, what the planner would have made instead, and what the difference is worth by what was known. */
interface Judged {
  move: Move;
  planner: Move;
  /** Minutes it is expected to cost more; 0 where it is as good. */
  costs: Worked;
  /** What really came of it. */
  consequences: Consequence[];
}

const sameMove = (a: Move, b: Move) => JSON.stringify(a) === JSON.stringify(b);

function judged(moves: readonly Move[], at: number, mark: MarkCase): Judged {
  const move = moves[at]!;
  const evidence = knownBefore(moves.slice(0, at), mark);
  const { chances } = diagnose(evidence);
  const planner = plannersMove(evidence);
  // As if one began now: what stopping here is worth is nothing.
  const worthOf = (it: Move): number =>
    it.do === "test"
      ? testWorth(it.test, chances)
      : it.do === "begin"
        ? expectedMin(bestOf(chances), chances) - expectedMin(it.begin, chances)
        : -HINT_MIN;
  const best = Math.max(worthOf(planner), 0);
  return {
    move,
    planner,
    costs: sumOf(PRACTICE_FORMULAS, "practice.regret", {
      best: sameMove(move, planner) ? worthOf(move) : best,
      its: worthOf(move),
    }),
    consequences: consequencesOfMove(move, mark),
  };
}

/** What a case came to. */
interface Outcome {
  /** Minutes: tests and hints; what went wrong. */
  spentMin: Worked;
  harmMin: Worked;
  score: Worked;
  right: boolean;
}

export interface Debrief extends Outcome {
  judged: Judged[];
  /** The moves of the planner from the start. */
  planner: Move[];
  /** What mattered most, dearest first. */
  mattered: Judged[];
}

const MOST_TOLD = 3;
const MATTERS_FROM_MIN = 0.5;
/** So many minutes lost take the score to 37 of 100. Judgement. */
const SCORE_MIN = 90;

const consequencesOfMove = (move: Move, { truth }: MarkCase): Consequence[] =>
  move.do === "begin" ? consequencesOf(move.begin, truth) : move.do === "test" ? harmOfTest(move.test, truth) : [];

/** What came of it. @param moves ends with a beginning */
export function outcomeOf(mark: MarkCase, moves: readonly Move[]): Outcome {
  const spentMin = sumOf(PRACTICE_FORMULAS, "practice.spent", {
    tests: moves.flatMap((move) =>
      move.do === "test" ? [stated.table(testMin(move.test), testOf(move.test).name.toLowerCase())] : [],
    ),
    hints: moves.flatMap(({ do: what }) => (what === "hint" ? [stated.table(HINT_MIN, "a hint")] : [])),
  });
  const harmMin = sumOf(PRACTICE_FORMULAS, "practice.harms", {
    harms: moves.flatMap((move) => consequencesOfMove(move, mark).map(({ minutes, words }) => opened(minutes, words))),
  });
  const begun = moves.at(-1);
  return {
    spentMin,
    harmMin,
    score: sumOf(PRACTICE_FORMULAS, "practice.score", {
      spentMin: opened(spentMin),
      harmMin: opened(harmMin),
      scaleMin: stated.table(SCORE_MIN),
    }),
    right: begun?.do === "begin" && beginOf(begun.begin).suits.includes(mark.truth),
  };
}

/** The same beside what the planner would have done with what was known. */
export function debriefOf(mark: MarkCase, moves: readonly Move[]): Debrief {
  const all = moves.map((_, at) => judged(moves, at, mark));
  return {
    ...outcomeOf(mark, moves),
    judged: all,
    planner: playedOn(mark),
    mattered: [...all]
      .sort((a, b) => b.costs.value - a.costs.value)
      .filter(({ costs }) => costs.value >= MATTERS_FROM_MIN)
      .slice(0, MOST_TOLD),
  };
}
