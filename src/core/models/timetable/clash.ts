import type { Net } from "./net";
import type { Compiled } from "./tasks";

/** Where more is used than there is with every task at its earliest, and which two of them should be put in order. */

const NEAR = 1e-7;
/** Less room than this is as good as none, min. */
const NO_ROOM = 1e-3;

/** Two to be put in order, the better order first; `none` where no two of those that clash can be. */
interface Clash {
  first: number;
  then: number;
  /** The other order could be as well. */
  eitherWay: boolean;
}

/** Those that use one resource, by their earliest start as last seen. */
interface Users {
  tasks: Int32Array;
  amounts: Float64Array;
  capacity: number;
}

export class Clashes {
  private readonly users: Users[];
  private readonly active: Int32Array;
  /** Orders that cannot be the other way round, first and then in turn; as the last sweep met them. */
  readonly forced: number[] = [];
  /** Those that clash in the tightest clash: the smallest set of them. */
  private atOnce: number[] = [];
  /** Clashes are looked for between these. */
  private from = -Infinity;
  private until = Infinity;
  private pairUntil = -Infinity;
  private least = Infinity;
  private first = -1;
  private then = -1;
  private eitherWay = false;

  constructor(
    private readonly net: Net,
    { needs, capacity, minutes }: Compiled,
    scarce: ReadonlySet<number>,
  ) {
    this.active = new Int32Array(minutes.length);
    this.users = [...scarce].map((resource) => {
      const its = needs.flatMap((of, task) =>
        minutes[task]! > 0
          ? of.filter((need) => need.resource === resource).map(({ amount }) => ({ task, amount }))
          : [],
      );
      return {
        tasks: Int32Array.from(its, ({ task }) => task),
        amounts: Float64Array.from(its, ({ amount }) => amount),
        capacity: capacity[resource]!,
      };
    });
  }

  /**
   * The clash with least room in it, undefined where nothing clashes; "none" where one cannot be settled.
   * @param among one of these is in every clash: the others are in order already
   */
  tightest(among?: readonly number[]): Clash | "none" | undefined {
    const { est } = this.net;
    this.from = among ? Infinity : -Infinity;
    this.until = among ? -Infinity : Infinity;
    for (const task of among ?? []) {
      this.from = Math.min(this.from, est[task]!);
      this.until = Math.max(this.until, this.endOf(task));
    }
    this.least = Infinity;
    this.first = -1;
    this.forced.length = 0;
    for (const users of this.users) if (!this.sweep(users)) return "none";
    return this.first < 0 ? undefined : { first: this.first, then: this.then, eitherWay: this.eitherWay };
  }

  /** Every way to settle the tightest clash, as first and then in turn, the one with most room last. */
  waysOut(): number[] {
    const ways: { first: number; then: number; room: number }[] = [];
    for (const first of this.atOnce)
      for (const then of this.atOnce) {
        const room = this.room(first, then);
        if (first !== then && room >= -NEAR) ways.push({ first, then, room });
      }
    return ways.sort((a, b) => a.room - b.room).flatMap(({ first, then }) => [first, then]);
  }

  /** Goes along the users of one resource. @returns false when more clash than can be settled */
  private sweep(users: Users): boolean {
    const { est } = this.net;
    const { minutes } = this.net.compiled;
    const { active } = this;
    const { tasks, amounts, capacity } = users;
    sortByStart(users, est);
    this.pairUntil = -Infinity;
    let count = 0;
    let used = 0;
    for (let at = 0; at < tasks.length; at++) {
      const start = est[tasks[at]!]!;
      if (start + minutes[tasks[at]!]! <= this.from) continue;
      if (start >= this.until) break;
      const from = start + NEAR;
      let kept = 0;
      for (let place = 0; place < count; place++) {
        const user = active[place]!;
        if (est[tasks[user]!]! + minutes[tasks[user]!]! > from) active[kept++] = user;
        else used -= amounts[user]!;
      }
      active[kept] = at;
      count = kept + 1;
      used += amounts[at]!;
      if (used > capacity + NEAR && !this.settle(users, count)) return false;
    }
    return true;
  }

  /** The last of so many that run at once is one too many: two that never go together, or any two may give way. */
  private settle(users: Users, count: number): boolean {
    const { tasks, amounts, capacity } = users;
    const { active } = this;
    const newest = active[count - 1]!;
    const start = this.net.est[tasks[newest]!]!;
    const end = this.endOf(tasks[newest]!);
    let pairs = false;
    for (let i = 0; i < count - 1; i++) {
      if (amounts[active[i]!]! + amounts[newest]! <= capacity + NEAR) continue;
      pairs = true;
      this.pairUntil = Math.max(this.pairUntil, Math.min(end, this.endOf(tasks[active[i]!]!)));
      if (!this.together(tasks[active[i]!]!, tasks[newest]!)) return false;
    }
    // While two that never go together do, any two of them all can wait.
    return pairs || start < this.pairUntil - NEAR || this.anyTwo(users, count);
  }

  private anyTwo(users: Users, count: number): boolean {
    const { tasks } = users;
    const { active } = this;
    let [room, first, then] = [-Infinity, -1, -1];
    for (let i = 0; i < count; i++)
      for (let j = 0; j < count; j++) {
        if (i === j) continue;
        const left = this.room(tasks[active[i]!]!, tasks[active[j]!]!);
        // Another clash has less room already.
        if (left >= this.least) return true;
        if (left <= room) continue;
        room = left;
        [first, then] = [tasks[active[i]!]!, tasks[active[j]!]!];
      }
    if (room < -NEAR) return false;
    if (room < this.least) {
      this.found(room, first, then, this.room(then, first) >= -NEAR);
      this.atOnce = this.fewest(users, count);
    }
    return true;
  }

  /** So many of those at once that none can be left out of the clash. */
  private fewest({ tasks, amounts, capacity }: Users, count: number): number[] {
    let used = 0;
    for (let at = 0; at < count; at++) used += amounts[this.active[at]!]!;
    const kept: number[] = [];
    for (let at = 0; at < count; at++) {
      const user = this.active[at]!;
      if (used - amounts[user]! > capacity + NEAR) used -= amounts[user]!;
      else kept.push(tasks[user]!);
    }
    return kept;
  }

  /** After Cesta, Oddi and Smith 2002: least room first, and of that where the two orders differ most. */
  private together(a: number, b: number): boolean {
    const [ab, ba] = [this.room(a, b), this.room(b, a)];
    const [low, high] = ab < ba ? [ab, ba] : [ba, ab];
    if (high < -NEAR) return false;
    if (low < -NEAR) {
      if (ab >= ba) this.forced.push(a, b);
      else this.forced.push(b, a);
      return true;
    }
    const room = Math.sqrt(Math.max(low, NO_ROOM) * Math.max(high, NO_ROOM));
    if (room < this.least) {
      this.atOnce = [a, b];
      if (ab >= ba) this.found(room, a, b, true);
      else this.found(room, b, a, true);
    }
    return true;
  }

  private endOf = (task: number): number => this.net.est[task]! + this.net.compiled.minutes[task]!;

  /** How much later the second could still start if the first goes before it, min. */
  private room(first: number, then: number): number {
    const { est, lst, compiled } = this.net;
    return lst[then]! - est[first]! - compiled.minutes[first]!;
  }

  private found(room: number, first: number, then: number, eitherWay: boolean) {
    this.least = room;
    this.first = first;
    this.then = then;
    this.eitherWay = eitherWay;
  }
}

/** Nearly sorted from the last time, so a place or two each. */
function sortByStart({ tasks, amounts }: Users, est: Float64Array) {
  for (let at = 1; at < tasks.length; at++) {
    const [task, amount] = [tasks[at]!, amounts[at]!];
    const start = est[task]!;
    let place = at;
    while (place > 0 && est[tasks[place - 1]!]! > start) {
      tasks[place] = tasks[place - 1]!;
      amounts[place] = amounts[place - 1]!;
      place -= 1;
    }
    tasks[place] = task;
    amounts[place] = amount;
  }
}
