import { partsOf, templateOf, type Measures, type TemplateId } from "@/core/ground/pieces/templates";
import { addPiece, addZone } from "./change";
import { applyOps, type Op } from "./commands";
import type { Cloth, Job } from "./schema";

/** A job with nothing in it yet. Ids and times are the caller's. */
export const emptyJob = ({ id, title, createdAt }: { id: string; title: string; createdAt: string }): Job => ({
  id,
  title,
  customer: "",
  place: "",
  createdAt,
  site: {},
  promises: { dampHandBackAgreed: false },
  pieces: { byId: {}, order: [] },
  zones: { byId: {}, order: [] },
  findings: { byId: {}, order: [] },
  choices: { schools: {}, readings: {}, bottles: {} },
  events: [],
});

/** The operations that add a piece from a template with all its zones. */
export function addPieceOps(
  template: TemplateId,
  newId: () => string,
  more: { name?: string; size?: Partial<Measures>; cloth?: Cloth } = {},
): Op[] {
  const { name, usual } = templateOf(template);
  const size = { ...usual, ...more.size };
  const pieceId = newId();
  return [
    addPiece(pieceId, { name: more.name ?? name, template, ...size, cloth: more.cloth ?? {} }),
    ...partsOf({ template, ...size }).map(({ part }) => addZone(newId(), { pieceId, part })),
  ];
}

/** A new job with one piece. */
export function jobFromTemplate(
  template: TemplateId,
  newId: () => string,
  createdAt: string,
  more: Parameters<typeof addPieceOps>[2] & { title?: string } = {},
): Job {
  const job = emptyJob({ id: newId(), title: more.title ?? templateOf(template).name, createdAt });
  return applyOps(job, addPieceOps(template, newId, more)).job;
}
