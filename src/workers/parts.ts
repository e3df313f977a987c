import type { Assessment } from "@/core/answers/assess/assess";
import type { Planned } from "@/core/answers/assess/planned";

/**
 * A plan crosses from the worker to the page in parts. What the page was given with the plan before crosses as a
 * number, so that a tap on a large job sends what the tap changed.
 */
export interface Crossing {
  /** Which plan it is, and which one the page must have for it; 0: any. */
  at: number;
  after: number;
  /** The plan, a number in the place of each part. */
  plan: unknown;
  /** The parts that are new, by their number. */
  fresh: Map<number, object>;
}

type Part = (part: object) => unknown;

const each = (byId: Record<string, object>, of: Part) =>
  Object.fromEntries(Object.entries(byId).map(([id, part]) => [id, of(part)]));

/** The same plan with something else in the place of each part. */
function overParts({ plan, diagnosis, drying, order, history, ...rest }: Assessment, of: Part): unknown {
  return {
    ...rest,
    diagnosis: each(diagnosis, of),
    drying: each(drying, of),
    plan: {
      ...plan,
      zones: each(plan.zones, of),
      marks: each(plan.marks, of),
      steps: plan.steps.map(of),
    },
    order: { ...order, tasks: order.tasks.map((task) => ({ ...task, step: of(task.step) })) },
    history: {
      ...history,
      standing: history.standing.map(of),
      done: history.done.map(of),
      running: history.running.map(of),
      dwelling: history.dwelling.map(of),
    },
  };
}

/** The worker's side: what it sent last. */
export function sender() {
  let sent = new Map<object, number>();
  let number = 0;
  let at = 0;
  /** @param has which plan the page has; of any other than the last nothing can be left out */
  return (planned: Planned, has: number): Crossing => {
    const now = new Map<object, number>();
    const fresh: Crossing["fresh"] = new Map();
    const goesOn = has === at;
    const before = goesOn ? sent : new Map<object, number>();
    const put = (part: object) => {
      const known = now.get(part) ?? before.get(part);
      const as = known ?? ++number;
      if (known === undefined) fresh.set(as, part);
      now.set(part, as);
      return as;
    };
    const plan = planned.ok ? { ok: true, assessment: overParts(planned.assessment, put) } : planned;
    sent = now;
    at += 1;
    return { at, after: goesOn ? has : 0, plan, fresh };
  };
}

/** The page's side: the parts of the plan it has. */
export function receiver() {
  let parts = new Map<number, object>();
  let at = 0;
  return {
    has: () => at,
    /** @returns the plan, or nothing where another came in between: then it is asked for again */
    take: ({ plan, fresh, ...crossing }: Crossing): Planned | undefined => {
      if (crossing.after !== at && crossing.after !== 0) return undefined;
      const now = new Map<number, object>();
      const get = (as: unknown) => {
        const part = fresh.get(as as number) ?? parts.get(as as number)!;
        now.set(as as number, part);
        return part;
      };
      const planned = plan as Planned;
      const whole: Planned = planned.ok
        ? { ok: true, assessment: overParts(planned.assessment, get) as Assessment }
        : planned;
      parts = now;
      at = crossing.at;
      return whole;
    },
  };
}
