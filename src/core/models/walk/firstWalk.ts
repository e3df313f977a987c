import { Pacer } from "./pacing";
import { MOVE_WORTH_MIN, type Walked } from "./turns";

/**
 * The walk of somebody who goes on where they are, and fills a wait elsewhere only where that saves more than the way
 * there and back takes. What is open is never left to dry out.
 */

const NEAR = 1e-9;
/** Behind what has to be followed within this, nothing else is done. */
const AT_ONCE_MIN = 3;

/** Something that was begun and has to be gone on with: not before, and not after. */
interface Open {
  turn: number;
  readyAt: number;
  closesAt: number;
}

/**
 * @param rank by turn: of what is as near, the smaller first
 * @param timid nothing else is begun while something is open that dries out
 * @example firstWalk(new Pacer(round), [0, 1, 2]).sequence // [0, 2, 1]
 */
export function firstWalk(pacer: Pacer, rank: ArrayLike<number>, timid = false): Walked {
  const { turns } = pacer.problem;
  const waitsFor = turns.map((_, turn) => pacer.into[turn]!.length);
  const ready = new Set(turns.flatMap((_, turn) => (waitsFor[turn] === 0 ? [turn] : [])));
  const open = turns.flatMap(({ due, minutes, earliest = 0 }, turn): Open[] =>
    due === undefined ? [] : [{ turn, readyAt: earliest, closesAt: due - minutes }],
  );
  const sequence: number[] = [];
  pacer.begin();
  while (ready.size > 0) {
    const onlyOpen = timid ? [...ready].filter((turn) => open.some((each) => each.turn === turn && closes(each))) : [];
    const { turn, notBefore } = pickNext(pacer, onlyOpen.length > 0 ? onlyOpen : ready, open, rank);
    const taken = pacer.next(turn, notBefore);
    const end = taken.start + turns[turn]!.minutes;
    pacer.take(turn, taken);
    sequence.push(turn);
    ready.delete(turn);
    for (let at = open.length - 1; at >= 0; at--) if (open[at]!.turn === turn) open.splice(at, 1);
    for (const { to } of pacer.outOf[turn]!) {
      waitsFor[to]! -= 1;
      if (waitsFor[to] === 0) ready.add(to);
    }
    open.push(...opened(pacer, turn, end));
  }
  return pacer.paced(sequence);
}

const closes = ({ closesAt }: Open) => closesAt < Infinity;

function pickNext(pacer: Pacer, ready: Iterable<number>, open: readonly Open[], rank: ArrayLike<number>): Choice {
  const { turns } = pacer.problem;
  let best: Choice | undefined;
  for (const turn of ready) {
    const choice = chosen(pacer, turn, open);
    if (turns[turn]!.begunBy !== undefined) return choice;
    if (!best || isNearer(choice, best, rank)) best = choice;
  }
  return best!;
}

function chosen(pacer: Pacer, turn: number, open: readonly Open[]): Choice {
  const { turns } = pacer.problem;
  const { lane, start, moves } = pacer.next(turn);
  const left = open.filter((each) => each.turn !== turn);
  const back = Math.max(0, ...left.map((each) => pacer.goingOn(turns[turn]!, turns[each.turn]!)));
  const closesAt = Math.min(Infinity, ...open.flatMap((each) => (each.turn === turn ? [each.closesAt] : [])));
  const waste = start - pacer.freeAt(lane) + (moves > 0 ? back + MOVE_WORTH_MIN * (back > 0 ? 2 : 1) : 0);
  const lateAt = (from: number) => {
    const end = from + turns[turn]!.minutes;
    const { before, own } = lateAfter(pacer, { turn, lane, end }, left, opened(pacer, turn, end));
    return { before: before + Math.max(0, from - closesAt), own };
  };
  const { before, own } = lateAt(start);
  // What it begins could not be gone on with in time: begun so much later it can, if nothing else is late for it.
  if (own > NEAR && before <= NEAR) {
    const later = lateAt(start + own);
    if (later.before + later.own <= NEAR) return { turn, notBefore: start + own, late: 0, waste: waste + own };
  }
  return { turn, notBefore: 0, late: before + own, waste };
}

interface Choice {
  turn: number;
  notBefore: number;
  late: number;
  waste: number;
}

/** What has to be gone on with once a turn is over. */
const opened = (pacer: Pacer, turn: number, end: number): Open[] =>
  pacer.outOf[turn]!.flatMap(({ to, min, max }) =>
    min > 0 || max !== undefined ? [{ turn: to, readyAt: end + min, closesAt: end + (max ?? Infinity) }] : [],
  );

/**
 * By how much what is open would be late after a turn, if everybody then saw to it, what closes first coming first.
 * @returns minutes, of what was open before and of what the turn opens itself
 */
function lateAfter(
  pacer: Pacer,
  { turn, lane, end }: { turn: number; lane: number; end: number },
  before: readonly Open[],
  own: readonly Open[],
): { before: number; own: number } {
  const { turns, hands } = pacer.problem;
  const lanes = Array.from({ length: hands }, (_, at) => ({
    free: at === lane ? end : pacer.freeAt(at),
    at: at === lane ? turn : undefined,
  }));
  const late = { before: 0, own: 0 };
  const open = [...before, ...own].filter(closes);
  for (const each of open.sort((a, b) => a.closesAt - b.closesAt)) {
    const mine = lanes.reduce((first, other) => (other.free < first.free ? other : first));
    const way =
      mine.at === undefined ? 0 : pacer.goingOn(turns[mine.at]!, turns[each.turn]!) + takesUp(pacer, each.turn);
    const start = Math.max(mine.free + way, each.readyAt);
    late[own.includes(each) ? "own" : "before"] += Math.max(0, start - each.closesAt);
    mine.free = start + turns[each.turn]!.minutes + atOnceAfter(pacer, each.turn);
    mine.at = each.turn;
  }
  return late;
}

/** At most, to take up what it is done with. */
function takesUp({ problem: { turns, carrying } }: Pacer, turn: number): number {
  const { tool, machine } = turns[turn]!;
  return (tool === undefined ? 0 : carrying.toolMin) + (machine === undefined ? 0 : carrying.machineMin);
}

/** Minutes of what follows right behind. */
function atOnceAfter(pacer: Pacer, turn: number): number {
  const next = pacer.outOf[turn]!.find(({ max }) => max !== undefined && max <= AT_ONCE_MIN);
  return next ? pacer.problem.turns[next.to]!.minutes + AT_ONCE_MIN : 0;
}

const isNearer = (a: Choice, b: Choice, rank: ArrayLike<number>) =>
  Math.abs(a.late - b.late) > NEAR
    ? a.late < b.late
    : Math.abs(a.waste - b.waste) > NEAR
      ? a.waste < b.waste
      : rank[a.turn]! < rank[b.turn]!;
