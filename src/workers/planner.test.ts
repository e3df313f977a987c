import { describe, expect, it } from "vitest";
import { newestOnly } from "./planner";

describe("questions to the planner", () => {
  it("come one at a time, the newest after the one that runs, and a failure does not end them", async () => {
    const answers: string[] = [];
    const open: { answer: (text: string) => void; fail: () => void }[] = [];
    const ask = newestOnly(
      (_: number) => new Promise<string>((answer, fail) => open.push({ answer, fail })),
      (question, answer) => answers.push(`${question} ${answer}`),
      () => answers.push("failed"),
    );
    const settle = () => new Promise((done) => setTimeout(done, 0));
    for (const question of [1, 2, 3, 4]) ask(question);
    expect(open).toHaveLength(1);
    open[0]!.answer("a");
    await settle();
    expect(open).toHaveLength(2);
    ask(5);
    open[1]!.fail();
    await settle();
    open[2]!.answer("b");
    await settle();
    expect(answers).toEqual(["1 a", "failed", "5 b"]);
  });
});
