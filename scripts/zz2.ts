import { pieceCaseOf } from "../src/core/answers/practice/pieceCase";
import { pieceOutcome } from "../src/core/answers/practice/pieceOutcome";
import { parOf, pieceLine } from "../src/core/answers/practice/piecePlanner";
import { pieceMoveWords, pieceShown } from "../src/places/practice/pieceWords";
for (const seed of process.argv.slice(2)) { const piece = pieceCaseOf(seed); const line = pieceLine(piece); const par = parOf(piece); const o = pieceOutcome(piece, line, par);
console.log(seed, piece.spill?.truth, JSON.stringify(par)); line.forEach((m, i) => console.log("  ", pieceMoveWords(m), "=>", pieceShown(piece, line, i) ?? "")); console.log(o.score.value, o.losses.map((l) => `${l.id} ${l.minutes.value.toFixed(1)} ${l.words}`)); }
