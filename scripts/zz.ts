import { pieceCaseOf } from "../src/core/answers/practice/pieceCase";
import { trueJob } from "../src/core/answers/practice/pieceMoves";
import { pieceOutcome } from "../src/core/answers/practice/pieceOutcome";
import { parOf, pieceLine } from "../src/core/answers/practice/piecePlanner";
import { pieceMoveWords } from "../src/places/practice/pieceWords";
import { seedOf } from "../src/core/answers/practice/seeds";
const [levels = "fghkw", n = "8", verbose] = process.argv.slice(2);
for (const level of levels) {
  const scores: number[] = []; const wins: number[] = []; const losses = new Map<string, number>();
  for (let at = 0; at < +n; at++) {
    const piece = pieceCaseOf(level + seedOf(at * 4957 + 11));
    const par = parOf(piece);
    const line = pieceLine(piece);
    const o = pieceOutcome(piece, line, par);
    const t = pieceOutcome(piece, pieceLine(piece, [], trueJob), par);
    scores.push(o.score.value); wins.push(t.score.value);
    for (const l of o.losses) losses.set(l.id, (losses.get(l.id) ?? 0) + l.minutes.value / +n);
    if (verbose) { console.log(piece.seed, piece.words, piece.cloth.material, piece.cloth.build, piece.soil, piece.spill?.truth, piece.spill?.ranTo, piece.damaged, Object.keys(piece.kit.machines).join(","), "score", o.score.value.toFixed(0), "true", t.score.value.toFixed(0), "par", JSON.stringify(par.spill)); console.log("   ", line.map(pieceMoveWords).join(" | ")); console.log("   lost", o.losses.map((l) => `${l.id} ${l.minutes.value.toFixed(1)}`).join(", ")); }
  }
  const s = [...scores].sort((a, b) => a - b);
  console.log(level, "median", s[s.length >> 1]!.toFixed(1), "min", s[0]!.toFixed(0), "true min", Math.min(...wins).toFixed(0), [...losses].map(([k, v]) => `${k} ${v.toFixed(1)}`).join(", "));
}
