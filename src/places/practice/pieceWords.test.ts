import { describe, expect, it } from "vitest";
import { pieceCaseOf } from "@/core/answers/practice/pieceCase";
import { partsAt, type PieceMove } from "@/core/answers/practice/pieceMoves";
import { AIR_IDS, AMOUNTS, BRUSHES, FIND_IDS, PROMISES_H, PUT_AGENTS, STRENGTHS } from "@/core/answers/practice/pieces";
import { caseClock, inWords, pieceMoveWords, pieceShown } from "./pieceWords";

const put = (agent: (typeof PUT_AGENTS)[number], strength: number, lPerM2: number): PieceMove => ({
  do: "put",
  agent,
  parts: partsAt(agent, strength),
  lPerM2,
  tempC: 35,
});

/** Everything a learner may do, each once. */
const ALL: PieceMove[] = [
  ...FIND_IDS.map((what) => ({ do: "find", what }) as const),
  { do: "proof", agents: ["neutral-cleaner", "degreaser"] },
  { do: "hint" },
  { do: "vacuum" },
  ...PUT_AGENTS.flatMap((agent) =>
    Object.values(STRENGTHS).flatMap((strength) =>
      Object.values(AMOUNTS).map((amount) => put(agent, strength, amount)),
    ),
  ),
  ...BRUSHES.map((tool) => ({ do: "brush", tool }) as const),
  { do: "towel" },
  { do: "draw", wet: 2, dry: 6, tempC: 45 },
  { do: "draw", wet: 0, dry: 4, tempC: 20 },
  { do: "rinse", agent: "water" },
  { do: "rinse", agent: "acid-rinse" },
  { do: "steam" },
  { do: "wait", minutes: 90 },
  ...AIR_IDS.map((how) => ({ do: "air", how }) as const),
  ...PROMISES_H.map((hours) => ({ do: "promise", hours }) as const),
  { do: "handback" },
];

describe("moves in words", () => {
  it("are plain English, with no id and nothing missing, and read on in a sentence", () => {
    for (const move of ALL) {
      const words = pieceMoveWords(move);
      expect(words).toMatch(/^[A-Z0-9]/);
      expect(words).not.toMatch(/undefined|NaN|Infinity|[a-z]-[a-z]+-[a-z]|\d\.\d{3}/);
      expect(inWords(move).slice(1)).toBe(words.slice(1));
      expect(inWords(move)).not.toMatch(/^[A-Z]/);
    }
  });

  it("say how strong only where it is not as the label has it", () => {
    expect(pieceMoveWords(put("neutral-cleaner", 1, 0.12))).toBe("Neutral cleaner, 120 mL/m², 35 °C");
    expect(pieceMoveWords(put("neutral-cleaner", 2, 0.6))).toBe("Neutral cleaner, 2 times the label, 600 mL/m², 35 °C");
    expect(pieceMoveWords(put("neutral-cleaner", 0.5, 0.06))).toBe("Neutral cleaner, weaker, 60 mL/m², 35 °C");
    expect(pieceMoveWords({ do: "draw", wet: 0, dry: 4, tempC: 20 })).toBe("Dry strokes, 4");
    expect(pieceMoveWords({ do: "wait", minutes: 90 })).toBe("Wait 1 h 30 min");
  });
});

describe("what a move shows", () => {
  const piece = pieceCaseOf("how-strong");
  const shown = (...moves: PieceMove[]) => pieceShown(piece, moves, moves.length - 1);

  it("is the truth of what was asked, and nothing for what asks nothing", () => {
    expect(shown({ do: "find", what: "owner" })).toContain("24 h");
    expect(shown({ do: "find", what: "look" })).toBe("Carpet on underlay, sound, about 5 years, dark, no label");
    expect(shown({ do: "find", what: "fibre" })).toBe("Nylon");
    expect(shown({ do: "find", what: "towel" })).toBe("Brown");
    expect(shown({ do: "find", what: "patch" })).toMatch(/^Heavy soil; one round with a soft brush leaves \d+ %$/);
    expect(shown({ do: "proof", agents: ["neutral-cleaner", "degreaser"] })).toBe(
      "neutral cleaner stays white, step 5; alkaline degreaser runs, step 2",
    );
    for (const move of ALL.filter(({ do: what }) => what !== "find" && what !== "proof"))
      expect(shown(move)).toBeUndefined();
  });

  it("a meter tells wet from dry", () => {
    const read = (...before: PieceMove[]) => Number.parseFloat(shown(...before, { do: "find", what: "damp" })!);
    const soaked: PieceMove[] = [{ do: "air", how: "mover" }, put("water", 1, 0.6)];
    expect(read()).toBeLessThan(15);
    expect(read(...soaked)).toBeGreaterThan(read());
    expect(read(...soaked, { do: "wait", minutes: 1440 })).toBeLessThan(read(...soaked));
  });

  it("warns of what lies beside it", () => {
    expect(pieceShown(pieceCaseOf("under-it"), [{ do: "find", what: "look" }], 0)).toContain("electrics");
  });
});

describe("the clock of a case", () => {
  it.each([
    [0, "09:00"],
    [14.4, "09:14"],
    [59.6, "10:00"],
    [14 * 60 + 59, "23:59"],
    [15 * 60, "00:00, next day"],
    [39 * 60 + 5, "00:05, day 3"],
    [24 * 60, "09:00, next day"],
  ])("%f minutes after it began it is %s", (minutes, words) => expect(caseClock(minutes)).toBe(words));
});
