import { own } from "@/core/job/lookUp";
import { enclosesRoom, shapeProblem } from "@/core/ground/pieces/geometry";
import { partsOf, templateOf } from "@/core/ground/pieces/templates";
import type { Problem } from "./problem";
import type { Job } from "./schema";

/** What cannot be drawn: a zone that is no part of its piece, walls that close no room, an outline that is none. */
export function drawingProblems(job: Job): Problem[] {
  const problems: Problem[] = [];
  for (const [id, { template, walls }] of Object.entries(job.pieces.byId)) {
    const where = `job.pieces.byId.${id}.walls`;
    if (!walls) continue;
    const wrong =
      walls.length < 2
        ? "needs at least two walls; the last closes by itself"
        : template === "room" && !enclosesRoom(walls)
          ? "enclose no floor: look at their lengths and turns"
          : undefined;
    if (wrong) problems.push({ where, what: wrong });
  }
  for (const [id, { part, pieceId, shape }] of Object.entries(job.zones.byId)) {
    const piece = own(job.pieces.byId, pieceId);
    if (piece && !shape && !partsOf(piece).some((each) => each.part === part))
      problems.push({
        where: `job.zones.byId.${id}.part`,
        what: `"${part}" is no part of a ${templateOf(piece.template).name.toLowerCase()}; name one of its parts or give the zone a shape`,
      });
    const wrong = shape && shapeProblem(shape);
    if (wrong) problems.push({ where: `job.zones.byId.${id}.shape`, what: wrong });
  }
  return problems;
}
