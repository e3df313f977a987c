import type { Between, Turn, Walked, WalkProblem } from "./turns";

/** Puts turns down one after another for each pair of hands, and says when each is done. */

/** What one pair of hands holds and where it stands; −1: nothing, or nobody knows. */
interface Hand {
  free: number;
  place: number;
  tool: number;
  bottle: number;
}

/** One way to take a turn next. */
interface Taken {
  lane: number;
  start: number;
  carry: number;
  changes: number;
  moves: number;
}

const NEAR = 1e-9;
/** What dries out before its turn is put on later; so often that is tried. */
const PUSHES = 4;

/** Names as numbers, in the order met. */
function numbered(names: readonly (string | undefined)[]): Int32Array {
  const known = new Map<string, number>();
  return Int32Array.from(names, (name) => {
    if (name === undefined) return -1;
    if (!known.has(name)) known.set(name, known.size);
    return known.get(name)!;
  });
}

export class Pacer {
  readonly into: readonly (readonly Between[])[];
  readonly outOf: readonly (readonly Between[])[];
  private readonly limits: readonly Between[];
  /** Resources only run short where several are at work. */
  private readonly several: boolean;
  private readonly tool: Int32Array;
  private readonly bottle: Int32Array;
  private readonly machine: Int32Array;
  /** Carrying within a turn that goes through several places, and how often it changes place. */
  private readonly withinMin: Float64Array;
  private readonly withinChanges: Int32Array;
  private hands: Hand[] = [];
  private readonly machineAt: Int32Array;
  private used: { resource: string; amount: number; from: number; to: number }[] = [];
  private readonly starts: Float64Array;
  private readonly carry: Float64Array;
  private readonly lane: Int32Array;
  private carryMin = 0;
  private changes = 0;
  private moves = 0;
  /** Kept, so that a try makes nothing anew. */
  private readonly taken: Taken = { lane: 0, start: 0, carry: 0, changes: 0, moves: 0 };

  constructor(readonly problem: WalkProblem) {
    const { turns, between, carrying } = problem;
    const into: Between[][] = turns.map(() => []);
    const outOf: Between[][] = turns.map(() => []);
    for (const each of between) {
      into[each.to]!.push(each);
      outOf[each.from]!.push(each);
    }
    this.into = into;
    this.outOf = outOf;
    this.limits = between.filter(({ max }) => max !== undefined);
    this.several = problem.hands > 1;
    this.tool = numbered(turns.map(({ tool }) => tool));
    this.bottle = numbered(turns.map(({ bottle }) => bottle));
    this.machine = numbered(turns.map(({ machine }) => machine));
    this.machineAt = new Int32Array(Math.max(0, ...this.machine) + 1);
    const within = turns.map(({ places }) => places.slice(1).map((place, at) => carrying.move[places[at]!]![place]!));
    this.withinMin = Float64Array.from(within, (ways) => ways.reduce((sum, way) => sum + way, 0));
    this.withinChanges = Int32Array.from(within, (ways) => ways.length);
    this.starts = new Float64Array(turns.length);
    this.carry = new Float64Array(turns.length);
    this.lane = new Int32Array(turns.length);
  }

  /** Everybody stands where they stand now, and nothing is done. */
  begin() {
    const { hands, standing } = this.problem;
    this.hands = Array.from({ length: hands }, (_, lane) => ({
      free: 0,
      place: standing[lane] ?? -1,
      tool: -1,
      bottle: -1,
    }));
    this.machineAt.fill(-1);
    this.used = [];
    this.carryMin = 0;
    this.changes = 0;
    this.moves = 0;
  }

  /** How soon a turn could come next, and what it takes to get there; it holds until the next is asked. */
  next(turn: number, notBefore = 0): Readonly<Taken> {
    const it = this.problem.turns[turn]!;
    let ready = Math.max(notBefore, it.earliest ?? 0);
    for (const { from, min } of this.into[turn]!) {
      const end = this.starts[from]! + this.problem.turns[from]!.minutes + min;
      if (end > ready) ready = end;
    }
    const { taken } = this;
    taken.start = Infinity;
    for (let lane = 0; lane < this.hands.length; lane++) {
      if (it.begunBy !== undefined && it.begunBy !== lane) continue;
      const hand = this.hands[lane]!;
      const min = it.begunBy === undefined ? this.carrying(hand, turn, it) : 0;
      const start = this.fit(it, Math.max(hand.free + min, ready));
      if (start > taken.start + NEAR || (start > taken.start - NEAR && min >= taken.carry)) continue;
      taken.lane = lane;
      taken.start = start;
      taken.carry = min;
      taken.moves = hand.place >= 0 && it.begunBy === undefined && hand.place !== it.places[0] ? 1 : 0;
      taken.changes = it.begunBy === undefined ? this.changesFor(hand, turn, it) : 0;
    }
    return taken;
  }

  /** When a pair of hands is free. */
  freeAt(lane: number): number {
    return this.hands[lane]!.free;
  }

  /** Minutes from where some hands would stand after one turn to another. */
  goingOn(from: Turn, to: Turn): number {
    return this.problem.carrying.move[from.places.at(-1)!]![to.places[0]!]!;
  }

  take(turn: number, { lane, start, carry, changes, moves }: Readonly<Taken>) {
    const it = this.problem.turns[turn]!;
    const hand = this.hands[lane]!;
    this.starts[turn] = start;
    this.carry[turn] = carry;
    this.lane[turn] = lane;
    this.carryMin += carry;
    this.changes += changes;
    this.moves += moves;
    hand.free = start + it.minutes;
    hand.place = it.places[it.places.length - 1]!;
    if (this.tool[turn]! >= 0) hand.tool = this.tool[turn]!;
    if (this.bottle[turn]! >= 0) hand.bottle = this.bottle[turn]!;
    if (this.machine[turn]! >= 0) this.machineAt[this.machine[turn]!] = hand.place;
    if (this.several && it.minutes > 0)
      for (const { resource, amount } of it.needs)
        this.used.push({ resource, amount, from: start, to: start + it.minutes });
  }

  /** Two turns that never go on at once for want of something. */
  shares(a: number, b: number): boolean {
    const { turns, capacity } = this.problem;
    return turns[a]!.needs.some(({ resource, amount }) =>
      turns[b]!.needs.some(
        (other) => other.resource === resource && amount + other.amount > capacity[resource]! + NEAR,
      ),
    );
  }

  /** Goes through a whole sequence; what comes before must stand before. */
  paced(sequence: readonly number[]): Walked {
    const notBefore = new Float64Array(sequence.length);
    for (let pushes = PUSHES; ; pushes--) {
      this.begin();
      for (const turn of sequence) this.take(turn, this.next(turn, notBefore[turn]));
      if (pushes === 0 || !this.pushed(notBefore)) break;
    }
    return this.walked(sequence);
  }

  private pushed(notBefore: Float64Array): boolean {
    let moved = false;
    for (const { from, to, max } of this.limits) {
      if (this.problem.turns[from]!.begunBy !== undefined) continue;
      const over = this.starts[to]! - this.starts[from]! - this.problem.turns[from]!.minutes - max!;
      if (over <= NEAR) continue;
      notBefore[from] = Math.max(notBefore[from]!, this.starts[from]! + over);
      moved = true;
    }
    return moved;
  }

  private walked(sequence: readonly number[]): Walked {
    const { turns } = this.problem;
    let [endMin, lateMin] = [0, 0];
    turns.forEach(({ minutes, tailMin = 0, due }, turn) => {
      const end = this.starts[turn]! + minutes;
      endMin = Math.max(endMin, end + tailMin);
      if (due !== undefined) lateMin += Math.max(0, end - due);
    });
    for (const { from, to, max } of this.limits)
      lateMin += Math.max(0, this.starts[to]! - this.starts[from]! - turns[from]!.minutes - max! - NEAR);
    return {
      sequence: [...sequence],
      starts: this.starts.slice(),
      carry: this.carry.slice(),
      lane: this.lane.slice(),
      endMin,
      lateMin,
      carryMin: this.carryMin,
      changes: this.changes,
      moves: this.moves,
    };
  }

  private carrying({ place, tool, bottle }: Hand, turn: number, to: Turn): number {
    const { move, toolMin, bottleMin, machineFromMin, machineMin } = this.problem.carrying;
    const first = to.places[0]!;
    let min = this.withinMin[turn]!;
    if (place >= 0) min += move[place]![first]!;
    if (tool >= 0 && this.tool[turn]! >= 0 && this.tool[turn] !== tool) min += toolMin;
    if (bottle >= 0 && this.bottle[turn]! >= 0 && this.bottle[turn] !== bottle) min += bottleMin;
    const stands = this.machine[turn]! < 0 ? -1 : this.machineAt[this.machine[turn]!]!;
    if (stands >= 0 && move[stands]![first]! >= machineFromMin) min += machineMin;
    return min;
  }

  private changesFor({ place, tool, bottle }: Hand, turn: number, to: Turn): number {
    return (
      this.withinChanges[turn]! +
      Number(place >= 0 && place !== to.places[0]) +
      Number(tool >= 0 && this.tool[turn]! >= 0 && this.tool[turn] !== tool) +
      Number(bottle >= 0 && this.bottle[turn]! >= 0 && this.bottle[turn] !== bottle)
    );
  }

  /** From here on there is enough of everything, all through. */
  private fit({ minutes, needs }: Turn, from: number): number {
    if (!this.several || minutes === 0) return from;
    let start = from;
    for (;;) {
      let until = start;
      for (const { resource, amount } of needs) {
        const most = this.problem.capacity[resource] ?? Infinity;
        const beside = this.used.filter(
          (use) => use.resource === resource && use.from < start + minutes - NEAR && use.to > start + NEAR,
        );
        // Whatever runs beside it at any moment counts: never too many, at times one too few.
        if (beside.reduce((sum, use) => sum + use.amount, amount) > most + NEAR)
          until = Math.max(until, Math.min(...beside.map(({ to }) => to)));
      }
      if (until <= start) return start;
      start = until;
    }
  }
}
