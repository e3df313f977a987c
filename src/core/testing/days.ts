import fc from "fast-check";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { HANDS, type Lag, type Problem, type Schedule, type Task } from "@/core/models/timetable/tasks";

/** Days to schedule, and an eye from outside on what comes of them. */

/** Fisher and Thompson 1963, ft06, from memory: pairs of machine and duration, a job a line; optimum 55. */
export const FT06 = [
  "2 1 0 3 1 6 3 7 5 3 4 6",
  "1 8 2 5 4 10 5 10 0 10 3 4",
  "2 5 3 4 5 8 0 9 1 1 4 7",
  "1 5 0 5 2 5 3 3 4 8 5 9",
  "2 9 1 3 4 5 5 4 0 3 3 1",
  "1 3 3 3 5 9 0 10 4 4 2 1",
];

/** Fisher and Thompson 1963, ft10, from memory; optimum 930 (Carlier and Pinson 1989). */
export const FT10 = [
  "0 29 1 78 2 9 3 36 4 49 5 11 6 62 7 56 8 44 9 21",
  "0 43 2 90 4 75 9 11 3 69 1 28 6 46 5 46 7 72 8 30",
  "1 91 0 85 3 39 2 74 8 90 5 10 7 12 6 89 9 45 4 33",
  "1 81 2 95 0 71 4 99 6 9 8 52 7 85 3 98 9 22 5 43",
  "2 14 0 6 1 22 5 61 3 26 4 69 8 21 7 49 9 72 6 53",
  "2 84 1 2 5 52 3 95 8 48 9 72 0 47 6 65 4 6 7 25",
  "1 46 0 37 3 61 2 13 6 32 5 21 9 32 8 89 7 30 4 55",
  "2 31 0 86 1 46 5 74 4 32 6 88 8 19 9 48 7 36 3 79",
  "0 76 1 69 3 76 5 51 2 85 9 11 6 40 7 89 4 26 8 74",
  "1 85 0 13 2 61 6 7 8 64 9 76 5 47 3 52 4 90 7 45",
];

export function jobShop(lines: readonly string[]): Problem {
  const tasks: Task[] = [];
  const lags: Lag[] = [];
  lines.forEach((line, job) => {
    const numbers = line.split(" ").map(Number);
    for (let at = 0; at < numbers.length / 2; at++) {
      tasks.push({
        id: `${job}.${at}`,
        name: `job ${job} step ${at}`,
        minutes: numbers[2 * at + 1]!,
        needs: [{ resource: `m${numbers[2 * at]}`, amount: 1 }],
      });
      if (at > 0) lags.push({ from: `${job}.${at - 1}`, to: `${job}.${at}`, min: 0, why: "in its order" });
    }
  });
  return {
    tasks,
    lags,
    capacity: Object.fromEntries(lines.map((_, machine) => [`m${machine}`, 1])),
    breaks: [],
    dues: [],
  };
}

/** Looks at a schedule from outside, by nothing that made it. */
export function wrongWith(
  { tasks, lags, capacity, breaks, dues }: Problem,
  { starts, lateMin, endMin }: Schedule,
): string[] {
  const wrong: string[] = [];
  const of = (id: string) => {
    const index = tasks.findIndex((task) => task.id === id);
    return { start: starts[index]!, end: starts[index]! + tasks[index]!.minutes };
  };
  const near = 1e-6;
  tasks.forEach(({ id, earliest = 0, minutes, needs }) => {
    const { start, end } = of(id);
    if (!(start >= earliest - near)) wrong.push(`${id} starts at ${start}, before ${earliest}`);
    if (needs.some(({ resource, amount }) => resource === HANDS && amount > 0) && minutes > 0)
      for (const { from, to } of breaks)
        if (start < to - near && end > from + near) wrong.push(`${id} runs into a break`);
  });
  for (const { from, to, min, max, soft } of lags) {
    const gap = of(to).start - of(from).end;
    if (gap < min - near || (max !== undefined && !soft && gap > max + near))
      wrong.push(`${from} to ${to} waits ${gap}, not ${min} to ${max}`);
  }
  for (const [resource, most] of Object.entries(capacity))
    for (const { start: at } of tasks.map(({ id }) => of(id))) {
      const used = tasks.reduce((sum, { id, minutes, needs }) => {
        const { start, end } = of(id);
        return minutes > 0 && start <= at + near && end > at + near
          ? sum + needs.filter((need) => need.resource === resource).reduce((all, { amount }) => all + amount, 0)
          : sum;
      }, 0);
      if (used > most + near) wrong.push(`${used} of ${resource} at ${at}, of ${most}`);
    }
  if (Math.abs(endMin - Math.max(0, ...tasks.map(({ id }) => of(id).end))) > near)
    wrong.push("end is not the last end");
  if (Math.abs(lateMin - dues.reduce((sum, { task, at }) => sum + Math.max(0, of(task).end - at), 0)) > near)
    wrong.push("lateness is not the sum of what is late");
  return wrong;
}

interface DayOf {
  hands: number;
  circuitW: number;
  breaks: Problem["breaks"];
  /** What closes a zone once it is dry, the last of its steps; sometimes it takes two. */
  closes: boolean;
}

const STEPS_A_ZONE = 6;

/** Made-up zones in chains, with dwell that must not dry out, hands, machines and a circuit. */
function zonesDay(size: number, seed: number, { hands, circuitW, breaks, closes }: DayOf): Problem {
  const random = xoroshiro128plus(seed);
  const pick = (min: number, max: number) => min + ((random.next() >>> 0) % (max - min + 1));
  const tasks: Task[] = [];
  const lags: Lag[] = [];
  for (let zone = 0; tasks.length < size; zone++)
    for (let step = 0; step < STEPS_A_ZONE && tasks.length < size; step++) {
      const closing = closes && step === STEPS_A_ZONE - 1;
      const machine = closing ? "" : ["", "", "vacuum", "extractor", "steamer"][pick(0, 4)]!;
      tasks.push({
        id: `${zone}.${step}`,
        name: `zone ${zone} step ${step}`,
        minutes: closing ? pick(3, 12) : pick(2, 25),
        needs: [
          { resource: HANDS, amount: closing && pick(0, 2) === 0 ? 2 : 1 },
          ...(machine
            ? [
                { resource: machine, amount: 1 },
                { resource: "circuit", amount: 1200 },
              ]
            : []),
        ],
      });
      if (step === 0) continue;
      const dwells = !closing && pick(0, 2) === 0;
      const min = closing ? pick(40, 180) : dwells ? pick(4, 12) : 0;
      lags.push({
        from: `${zone}.${step - 1}`,
        to: `${zone}.${step}`,
        min,
        ...(dwells ? { max: min + pick(3, 12) } : {}),
        why: "dwells",
      });
    }
  return {
    tasks,
    lags,
    capacity: { [HANDS]: hands, vacuum: 1, extractor: 1, steamer: 1, circuit: circuitW },
    breaks,
    dues: [],
  };
}

/** Two pairs of hands, one break. */
export const madeUpDay = (size: number, seed: number): Problem =>
  zonesDay(size, seed, { hands: 2, circuitW: 2000, breaks: [{ from: 180, to: 210 }], closes: false });

/** Two or three pairs of hands, three breaks, and zones that are closed when they are dry. */
export const hardDay = (size: number, seed: number): Problem =>
  zonesDay(size, seed, {
    hands: 2 + (seed % 2),
    circuitW: seed % 2 === 0 ? 2000 : 3000,
    breaks: [
      { from: 150, to: 165 },
      { from: 300, to: 330 },
      { from: 480, to: 495 },
    ],
    closes: true,
  });

/** Small days with everything in them. */
export const day = (most: number): fc.Arbitrary<Problem> =>
  fc.integer({ min: 1, max: most }).chain((n) =>
    fc
      .record({
        tasks: fc.tuple(
          ...Array.from({ length: n }, (_, index) =>
            fc
              .record({
                minutes: fc.integer({ min: 0, max: 30 }),
                hands: fc.integer({ min: 0, max: 2 }),
                machine: fc.option(fc.constantFrom("vacuum", "extractor"), { nil: undefined }),
                watts: fc.constantFrom(0, 0, 900, 1500),
                inside: fc.constantFrom(0, 0, 1, 9),
                earliest: fc.constantFrom(0, 0, 20),
              })
              .map(({ minutes, hands, machine, watts, inside, earliest }): Task => ({
                id: `t${index}`,
                name: `task ${index}`,
                minutes,
                earliest,
                needs: [
                  { resource: HANDS, amount: hands },
                  ...(machine ? [{ resource: machine, amount: 1 }] : []),
                  { resource: "circuit", amount: watts },
                  { resource: "cabin", amount: inside },
                ],
              })),
          ),
        ),
        links: fc.array(
          fc.record({
            from: fc.nat(n - 1),
            to: fc.nat(n - 1),
            min: fc.integer({ min: 0, max: 15 }),
            room: fc.option(fc.integer({ min: 0, max: 25 }), { nil: undefined }),
          }),
          { maxLength: n },
        ),
        people: fc.integer({ min: 2, max: 3 }),
        breaks: fc.constantFrom([], [{ from: 40, to: 60 }]),
        dues: fc.array(fc.record({ task: fc.nat(n - 1), at: fc.integer({ min: 10, max: 150 }) }), { maxLength: 2 }),
      })
      .map(({ tasks, links, people, breaks, dues }): Problem => ({
        tasks,
        breaks,
        lags: links
          .filter(({ from, to }) => from < to)
          .map(({ from, to, min, room }) => ({
            from: `t${from}`,
            to: `t${to}`,
            min,
            ...(room === undefined ? {} : { max: min + room }),
            why: "it dwells",
          })),
        capacity: { [HANDS]: people, vacuum: 1, extractor: 1, circuit: 2000, cabin: 9 },
        dues: dues.map(({ task, at }) => ({ task: `t${task}`, name: "promise", at })),
      })),
  );
