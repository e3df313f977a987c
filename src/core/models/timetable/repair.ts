import { Clashes } from "./clash";
import { Net, pinnedBy, type Limit, type Mark } from "./net";
import { scarceOf, type Placer } from "./place";
import type { Compiled, Schedule } from "./tasks";

/**
 * Better schedules out of one there is (relax and repair, after Cesta, Oddi and Smith 2000 and Shaw 1998): a few tasks
 * are taken out, the order of the others on what they share is kept, and those taken out are fitted in again, two that
 * clash at a time, where there is least room first.
 */

const NEAR = 1e-7;
/** A repair is given up after so many dead ends. */
const MOST_DEAD_ENDS = 12;
/** How many tasks may be taken out. */
const SIZES = [3, 6, 12, 24, 48] as const;
/** Of its size, a set has so much at least and so much more by chance. */
const [LEAST_SHARE, MORE_SHARE] = [0.6, 0.8];
/** Taken from one stretch of the day more often than from all of it, of so much of its length to either side. */
const [OFTEN_NEAR, STRETCH] = [0.6, 0.15];
/** Half the time more of them are from what holds the end where it is. */
const [OFTEN_TIGHT, TIGHT_SHARE] = [0.5, 0.6];
/** Less slack than this is as good as none, min. */
const HARDLY_MIN = 2;
/** What a way of taking out has found and cost fades by this every try. */
const FADE = 0.98;
/** What any way is thought to find and cost before it was tried. */
const HOPE = 0.3;
const COST_OF_A_TRY = 10;
const COST_UNIT = 50;
/** Sooner by less is not looked for. */
const WORTH_MIN = 1;
const PICKS = 200;
/** After so many tries that found nothing better, one may come out worse by so much. */
const KICK_AFTER = 300;
const KICK = 1.03;

/** A way of taking tasks out: how many, and whether only something better will do. */
interface Way {
  size: number;
  strict: boolean;
  gain: number;
  cost: number;
}

export class Repairer {
  private readonly net: Net;
  private readonly clashes: Clashes;
  private readonly scarce: number[];
  private pinned: readonly number[] | undefined;
  private readonly ways: Way[];
  private readonly out: Uint8Array;
  private current: Schedule | undefined;
  private tight: number[] = [];
  private tightOf: Schedule | undefined;
  private best: Schedule | undefined;
  private sinceGain = 0;
  private nodes = 0;

  constructor(
    private readonly compiled: Compiled,
    private readonly placer: Placer,
    private readonly unit: () => number,
  ) {
    const scarce = scarceOf(compiled);
    this.scarce = [...scarce];
    this.net = new Net(compiled);
    this.clashes = new Clashes(this.net, compiled, scarce);
    this.out = new Uint8Array(compiled.minutes.length);
    this.ways = SIZES.filter((size) => size === SIZES[0] || size < compiled.minutes.length).flatMap((size) =>
      [true, false].map((strict) => ({ size, strict, gain: 0, cost: 0 })),
    );
  }

  /**
   * One try at something as good as the last or better than the best.
   * @param best so far; without one everything is fitted in anew
   */
  better(best: Schedule | undefined): Schedule | undefined {
    if (!best) return this.repair(undefined, { lateMin: Infinity, endMin: Infinity });
    this.sinceGain += 1;
    // Stuck: from somewhere a little worse, and back again where that leads nowhere.
    const kicked = this.sinceGain % KICK_AFTER === 0;
    if (!this.current || best !== this.best || kicked) this.current = best;
    if (best !== this.best) this.sinceGain = 0;
    this.best = best;
    const { current } = this;
    this.pinned = pinnedBy(this.compiled, current);
    if (this.tightOf !== current) {
      this.tightOf = current;
      this.tight = this.withoutSlack(current);
    }
    const way = this.pickWay();
    this.takeOut(way.size, current);
    const before = this.nodes;
    const made = this.repair(current.starts, kicked ? aLittleWorse(best) : limitOf(way, best, current));
    for (const each of this.ways) {
      each.gain *= FADE;
      each.cost *= FADE;
    }
    way.cost += (COST_OF_A_TRY + this.nodes - before) / COST_UNIT;
    if (!made || (!kicked && isWorse(made, current))) return undefined;
    if (isWorse(best, made)) way.gain += 1;
    this.current = made;
    return made;
  }

  /**
   * A schedule that keeps an order from before as far as it goes.
   * @param starts by task, as they stood then; NaN for what is new and is fitted in
   */
  again(starts: readonly number[]): Schedule | undefined {
    starts.forEach((start, task) => (this.out[task] = Number.isNaN(start) ? 1 : 0));
    // What runs goes on at once, also where the order from before did not know of it.
    const { earliest, problem } = this.compiled;
    this.pinned = problem.tasks.map(({ begun }, task) => (begun ? earliest[task]! : NaN));
    return this.repair(starts, { lateMin: Infinity, endMin: Infinity });
  }

  /** What found more for what it cost comes more often. */
  private pickWay(): Way {
    const scores = this.ways.map(({ gain, cost }) => (HOPE + gain) / (1 + cost));
    let left = this.unit() * scores.reduce((sum, score) => sum + score, 0);
    return this.ways.find((_, at) => (left -= scores[at]!) <= 0) ?? this.ways.at(-1)!;
  }

  /** The tasks that hold its end where it is: in its order they can hardly be later. */
  private withoutSlack(schedule: Schedule): number[] {
    const { net } = this;
    this.out.fill(0);
    if (!net.begin(schedule, this.pinned)) return [];
    this.keepOrder(schedule.starts);
    if (!net.propagate()) return [];
    return [...net.est.keys()].filter((task) => net.lst[task]! - net.est[task]! < HARDLY_MIN);
  }

  /** Takes out about so many, whole blocks of what may not wait longer. */
  private takeOut(size: number, { starts, endMin }: Schedule) {
    const { out, unit, placer } = this;
    const n = out.length;
    out.fill(0);
    const most = Math.min(n, Math.round(size * (LEAST_SHARE + MORE_SHARE * unit())));
    const near = unit() < OFTEN_NEAR ? STRETCH * endMin : Infinity;
    const { tight } = this;
    const share = tight.length > 0 && unit() < OFTEN_TIGHT ? TIGHT_SHARE : 0;
    const any = () => (unit() < share ? tight[Math.floor(unit() * tight.length)]! : Math.floor(unit() * n));
    const centre = starts[any()]!;
    for (let pick = 0, taken = 0; pick < PICKS && taken < most; pick++) {
      const task = any();
      if (out[task] || Math.abs(starts[task]! - centre) > near) continue;
      for (const member of placer.blocks[placer.blockOf[task]!]!) {
        taken += out[member] ? 0 : 1;
        out[member] = 1;
      }
    }
  }

  /** Keeps the order of what is not taken out, and settles what clashes. */
  private repair(from: readonly number[] | undefined, limit: Limit): Schedule | undefined {
    const { net, clashes } = this;
    if (!net.begin(limit, this.pinned)) return undefined;
    if (from) this.keepOrder(from);
    let fine = net.propagate();
    let deadEnds = 0;
    const open: { mark: Mark; first: number; then: number }[] = [];
    // An order of this very day clashes only where something was taken out; one from before may do so anywhere.
    const among =
      from && from === this.current?.starts ? [...this.out.keys()].filter((task) => this.out[task]) : undefined;
    for (;;) {
      while (!fine) {
        deadEnds += 1;
        const back = open.pop();
        if (!back || deadEnds > MOST_DEAD_ENDS) return undefined;
        net.undo(back.mark);
        fine = net.order(back.first, back.then);
      }
      this.nodes += 1;
      const clash = clashes.tightest(among);
      if (clash === "none") fine = false;
      else if (clashes.forced.length > 0) fine = net.orderAll(clashes.forced);
      else if (clash) {
        const { first, then, eitherWay } = clash;
        if (eitherWay) open.push({ mark: net.mark(), first: then, then: first });
        fine = net.order(first, then);
      } else return net.schedule();
    }
  }

  /** Of each thing shared, what was free came from somebody: that one still goes before. */
  private keepOrder(starts: readonly number[]) {
    const { needs, minutes, capacity } = this.compiled;
    for (const resource of this.scarce) {
      const users: { task: number; amount: number }[] = [];
      needs.forEach((of, task) => {
        if (this.out[task] || minutes[task] === 0) return;
        for (const need of of) if (need.resource === resource) users.push({ task, amount: need.amount });
      });
      users.sort((a, b) => starts[a.task]! - starts[b.task]!);
      const free = [{ task: -1, until: -Infinity, amount: capacity[resource]! }];
      for (const { task, amount } of users) {
        let left = amount;
        // Whoever was free last goes on: fewest ties.
        free.sort((a, b) => b.until - a.until);
        for (const each of free) {
          if (left <= NEAR) break;
          if (each.until > starts[task]! + NEAR || each.amount <= NEAR) continue;
          const taken = Math.min(left, each.amount);
          each.amount -= taken;
          left -= taken;
          if (each.task >= 0) this.net.put(each.task, task);
        }
        for (let at = free.length - 1; at >= 0; at--) if (free[at]!.amount <= NEAR) free.splice(at, 1);
        free.push({ task, until: starts[task]! + minutes[task]!, amount });
      }
    }
  }
}

/** What a try has to be within: at a level it may come out as good as where it began. */
function limitOf({ strict }: Way, best: Schedule, current: Schedule): Limit {
  if (best.lateMin > NEAR) return { lateMin: strict ? best.lateMin - NEAR : current.lateMin, endMin: Infinity };
  return { lateMin: 0, endMin: strict ? best.endMin - Math.min(WORTH_MIN, best.endMin / 1000) : current.endMin };
}

const aLittleWorse = ({ lateMin, endMin }: Schedule): Limit =>
  lateMin > NEAR ? { lateMin: KICK * lateMin, endMin: Infinity } : { lateMin, endMin: KICK * endMin };

const isWorse = (a: Schedule, b: Schedule): boolean =>
  a.lateMin > b.lateMin + NEAR || (a.lateMin > b.lateMin - NEAR && a.endMin > b.endMin + NEAR);
