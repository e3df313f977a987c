import highsLoader from "highs";
import { describe, expect, it } from "vitest";
import fc from "fast-check";
import { day, wrongWith } from "@/core/testing/days";
import { compile, HANDS, NoSchedule, type Problem } from "./tasks";
import { prove } from "./prove";

/** One minute late weighs more than any end. */
const LATE = 1000;
const HORIZON = 100;

/** The day as an integer programme: a task starts in exactly one minute. */
function programme({ tasks, lags, capacity, breaks, dues }: Problem): string {
  const at = (task: string, minute: number) => `x_${task}_${minute}`;
  const of = (id: string) => tasks.find((task) => task.id === id)!;
  const may = Object.fromEntries(
    tasks.map(({ id, minutes, earliest = 0, needs }) => [
      id,
      Array.from({ length: HORIZON - minutes + 1 }, (_, minute) => minute).filter(
        (minute) =>
          minute >= earliest &&
          !(
            minutes > 0 &&
            needs.some(({ resource, amount }) => resource === HANDS && amount > 0) &&
            breaks.some(({ from, to }) => minute < to && minute + minutes > from)
          ) &&
          !(
            minutes === 0 &&
            needs.some(({ resource, amount }) => resource === HANDS && amount > 0) &&
            breaks.some(({ from, to }) => minute > from && minute < to)
          ),
      ),
    ]),
  );
  const start = (id: string, sign: "+" | "-") =>
    may[id]!.filter((minute) => minute > 0)
      .map((minute) => `${sign} ${minute} ${at(id, minute)}`)
      .join(" ");
  const rows: string[] = [];
  for (const { id } of tasks) rows.push(`${may[id]!.map((minute) => `+ ${at(id, minute)}`).join(" ")} = 1`);
  for (const { from, to, min, max } of lags) {
    rows.push(`${start(to, "+")} ${start(from, "-")} + 0 finish >= ${of(from).minutes + min}`);
    if (max !== undefined) rows.push(`${start(to, "+")} ${start(from, "-")} + 0 finish <= ${of(from).minutes + max}`);
  }
  for (const [resource, most] of Object.entries(capacity))
    for (let minute = 0; minute < HORIZON; minute++) {
      const used = tasks.flatMap(({ id, minutes, needs }) =>
        needs
          .filter((need) => need.resource === resource && need.amount > 0)
          .flatMap(({ amount }) =>
            may[id]!.filter((begun) => begun <= minute && begun + minutes > minute).map(
              (begun) => `+ ${amount} ${at(id, begun)}`,
            ),
          ),
      );
      if (used.length > 0) rows.push(`${used.join(" ")} <= ${most}`);
    }
  for (const { id, minutes } of tasks) rows.push(`finish ${start(id, "-")} >= ${minutes}`);
  dues.forEach(({ task, at: due }, index) =>
    rows.push(`late${index} ${start(task, "-")} + 0 finish >= ${of(task).minutes - due}`),
  );
  return (
    `Minimize\n obj: finish ${dues.map((_, index) => `+ ${LATE} late${index}`).join(" ")}\nSubject ` +
    `To\n${rows.map((row, index) => ` c${index}: ${row.trim().replaceAll(/ (?=[+-] )/g, "\n ")}`).join("\n")}\nBounds\n ` +
    `finish >= 0\n${dues.map((_, index) => ` late${index} >= 0`).join("\n")}\nBinary\n ` +
    `${tasks.flatMap(({ id }) => may[id]!.map((minute) => at(id, minute))).join("\n ")}\nEnd`
  );
}

// The reference is HiGHS, an open solver of integer programmes, from the registry.
describe("proved schedules against an integer programme", () => {
  it("are as good, on small random days with longest waits, hands, machines, power and breaks", async () => {
    const highs = await highsLoader();
    let solved = 0;
    for (const problem of fc.sample(day(5), { numRuns: 60, seed: 11 })) {
      const total =
        problem.tasks.reduce((sum, { minutes, earliest = 0 }) => sum + minutes + earliest, 0) +
        problem.lags.reduce((sum, { min }) => sum + min, 0) +
        20;
      if (problem.tasks.length < 3 || total > HORIZON || solved >= 10) continue;
      const { Status, ObjectiveValue } = highs.solve(programme(problem));
      try {
        const { schedule, proved } = prove(compile(problem));
        expect(wrongWith(problem, schedule)).toEqual([]);
        expect(proved).toBe(true);
        expect(Status).toBe("Optimal");
        expect(schedule.endMin + LATE * schedule.lateMin).toBeCloseTo(ObjectiveValue, 4);
        solved += 1;
      } catch (error) {
        if (!(error instanceof NoSchedule)) throw error;
        expect(Status).toBe("Infeasible");
      }
    }
    expect(solved).toBeGreaterThanOrEqual(10);
  });
});
