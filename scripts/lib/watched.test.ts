import { describe, expect, it } from "vitest";
import { hangs, runWatched } from "./watched.mjs";

describe("what hangs", () => {
  it("does nothing, only waits, or works for ever without a word; what is slow does not", () => {
    expect(hangs(300, 1)).toMatch("did nothing");
    expect(hangs(1200, 60)).toMatch("only waited");
    expect(hangs(4000, 3700)).toMatch("without a word");
    // A busy machine: little of it, or much and long.
    expect(hangs(600, 30)).toBeUndefined();
    expect(hangs(3000, 2900)).toBeUndefined();
  });

  it("a command ends with its own code", async () => {
    expect(await runWatched("sh", ["-c", "exit 3"])).toEqual({ code: 3 });
    expect(await runWatched("no-such-command", [])).toEqual({ code: 1 });
  });
});
