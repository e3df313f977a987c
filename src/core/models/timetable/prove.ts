import { Clashes } from "./clash";
import { fitsByEnergy, loadsOf, orderPairs, pairsThatClash } from "./forced";
import { Net, pinnedBy, type Limit, type Mark } from "./net";
import { scarceOf } from "./place";
import { isBetter, NoSchedule, type Compiled, type Schedule } from "./tasks";

/**
 * Exact for small days: branches on the clash with least room (Laborie 2005), every branch cut by what its latest
 * starts force: pairs that can be only one way round (Carlier and Pinson 1989), and work that has to lie within a time
 * (Baptiste, Le Pape and Nuijten 1999).
 */

interface Proof {
  schedule: Schedule;
  /** True when nothing better can be (lateness, then end; idle hands are not searched). */
  proved: boolean;
  nodes: number;
}

const NEAR = 1e-6;

/**
 * Least lateness, then the earliest end.
 * @param mostNodes gives up after so many, with the best so far
 * @throws NoSchedule when there is none
 * @example prove(compile(day)).schedule.endMin // 35
 */
export function prove(compiled: Compiled, mostNodes = 20_000): Proof {
  let best: Schedule | undefined;
  const search = proving(compiled, () => best);
  for (let nodes = 1; ; nodes++) {
    const { value, done } = search.next();
    best = value ?? best;
    if (!done && nodes < mostNodes) continue;
    if (!best)
      throw new NoSchedule(
        done
          ? "What must follow at once cannot, because what it needs is taken: no order of the tasks keeps every longest wait."
          : "No schedule was found in the time there was.",
      );
    return { schedule: best, proved: Boolean(done), nodes };
  }
}

interface Branch {
  mark: Mark;
  /** Orders to try from there, first and then in turn. */
  orders: number[];
}

/**
 * A node a step; it returns once nothing better can be.
 * @param bestSoFar what is to be beaten; whoever steps it may come by better ones in between. None: any schedule will do
 * @yields the best it knows
 * @example [...proving(compile(day), () => undefined)].length // 2
 */
export function* proving(
  compiled: Compiled,
  bestSoFar: () => Schedule | undefined,
): Generator<Schedule | undefined, Schedule | undefined, void> {
  const net = new Net(compiled);
  const clashes = new Clashes(net, compiled, scarceOf(compiled));
  const pairs = pairsThatClash(compiled);
  const loads = loadsOf(compiled);
  const step = stepOf(compiled);
  let best = bestSoFar();
  // Each better one is a tighter limit, and the search begins again under it.
  for (;;) {
    const open: Branch[] = [];
    let fine = net.begin(below(best, step), pinnedBy(compiled, best));
    let better: Schedule | undefined;
    for (;;) {
      yield best;
      better = bestSoFar();
      if (better && isBetter(better, best)) break;
      fine = fine && couldBeat(net, best) && orderPairs(net, pairs) && fitsByEnergy(net, loads) && couldBeat(net, best);
      const clash = fine ? clashes.tightest() : "none";
      if (clash !== "none") {
        if (clashes.forced.length > 0) {
          fine = net.orderAll(clashes.forced);
          continue;
        }
        if (clash === undefined) {
          better = net.schedule();
          break;
        }
        open.push({ mark: net.mark(), orders: clashes.waysOut() });
      }
      const at = back(open, net);
      if (!at) return best;
      fine = net.order(at.first, at.then);
    }
    best = better;
  }
}

/** The next order to try; branches that have none left are left. */
function back(open: Branch[], net: Net): { first: number; then: number } | undefined {
  for (;;) {
    const branch = open.at(-1);
    if (!branch) return undefined;
    net.undo(branch.mark);
    const then = branch.orders.pop();
    if (then !== undefined) return { first: branch.orders.pop()!, then };
    open.pop();
  }
}

/** How much sooner is sooner: whole minutes end at whole minutes. */
function stepOf({ problem: { tasks, lags, breaks, dues } }: Compiled): number {
  const numbers = [
    ...tasks.flatMap(({ minutes, earliest = 0 }) => [minutes, earliest]),
    ...lags.flatMap(({ min, max = 0 }) => [min, max]),
    ...breaks.flatMap(({ from, to }) => [from, to]),
    ...dues.map(({ at }) => at),
  ];
  return numbers.every(Number.isInteger) ? 1 : 1e-3;
}

/** What beats the best: in time it has to end sooner; late, it may end when it will as long as it is less late. */
function below(best: Schedule | undefined, step: number): Limit {
  if (!best) return { lateMin: Infinity, endMin: Infinity };
  return best.lateMin < NEAR ? { lateMin: 0, endMin: best.endMin - step } : { lateMin: best.lateMin, endMin: Infinity };
}

/** With as much lateness it has to end sooner. */
function couldBeat(net: Net, best: Schedule | undefined): boolean {
  if (!best || best.lateMin < NEAR) return true;
  const late = net.lateness();
  return late < best.lateMin - NEAR || net.schedule().endMin < best.endMin - NEAR;
}
