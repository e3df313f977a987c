const NEAR = 1e-9;
const FIRST_ROOM = 64;

/**
 * How much of a resource is in use when, as steps: from each of `times` on so much, until the next. Neighbours of one
 * height are one step, so a day that is worked through without a pause is a single step however many tasks it has.
 */
export class Usage {
  private times = new Float64Array(FIRST_ROOM);
  private used = new Float64Array(FIRST_ROOM);
  private length = 1;

  constructor() {
    this.times[0] = -Infinity;
  }

  clear() {
    this.length = 1;
  }

  /** @param amount negative where it is given back */
  add(from: number, to: number, amount: number) {
    const first = this.stepAt(from);
    const end = this.stepAt(to);
    for (let at = first; at < end; at++) this.used[at]! += amount;
    this.join(end);
    this.join(first);
  }

  /**
   * When to try again for some room all through a stretch: `start` itself when it is there.
   * @param room the most that others may use
   */
  free(start: number, minutes: number, room: number): number {
    const { times, used, length } = this;
    // Whatever is too high anywhere in it has to be over first, so the last that is counts.
    for (let at = this.before(start + minutes - NEAR); at >= 0; at--) {
      const over = at + 1 < length ? times[at + 1]! : Infinity;
      if (over <= start + NEAR) return start;
      if (used[at]! > room + NEAR) return over;
    }
    return start;
  }

  /** The last step that begins before a time. */
  private before(time: number): number {
    const { times } = this;
    let [low, high] = [0, this.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (times[middle]! < time) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }

  /** The place of the step that begins at a time; one is made where none does. */
  private stepAt(time: number): number {
    const at = this.before(time) + 1;
    if (at < this.length && this.times[at] === time) return at;
    if (this.length === this.times.length) {
      this.times = grown(this.times);
      this.used = grown(this.used);
    }
    this.times.copyWithin(at + 1, at, this.length);
    this.used.copyWithin(at + 1, at, this.length);
    this.times[at] = time;
    this.used[at] = this.used[at - 1]!;
    this.length += 1;
    return at;
  }

  /** Makes one of a step and the one before it, where they are as high. */
  private join(at: number) {
    if (Math.abs(this.used[at]! - this.used[at - 1]!) > NEAR) return;
    this.times.copyWithin(at, at + 1, this.length);
    this.used.copyWithin(at, at + 1, this.length);
    this.length -= 1;
  }
}

const grown = (list: Float64Array<ArrayBuffer>) => {
  const larger = new Float64Array(2 * list.length);
  larger.set(list);
  return larger;
};
