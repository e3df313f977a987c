import type { AgentId } from "../catalog/agents";
import { BUILD_IDS, BUILDS, type BuildId, type CareCode, type NeighbourId } from "../catalog/builds";
import { MATERIAL_IDS, MATERIALS, type MaterialId } from "../catalog/materials";
import type { Cloth, Finding, Job, Piece, Zone } from "../job/schema";
import { templateOf, type Rect } from "../pieces/templates";
import { input, worked, type Worked } from "../quantity/working";

/** A zone with everything about it looked up: its drawing, its size, and what its cloth might be. */
export interface ZoneView {
  id: string;
  zone: Zone;
  piece: Piece;
  name: string;
  shape: Rect;
  areaM2: Worked;
  cloth: Cloth;
  /** Whether what is known was said for the piece or for this zone alone; fastness is recorded there. */
  clothOwner: "piece" | "zone";
  materials: readonly MaterialId[];
  builds: readonly BuildId[];
  careCode: CareCode | "unknown";
  neighbours: readonly (NeighbourId | "unknown")[];
  oldOrFragile: boolean;
  /** What is not known, and what was planned for instead. */
  assumed: string[];
}

export const OLD_AT_YEARS = 20;

/** Every zone of a job in order. Parts that no longer fit their template after an edit keep their last drawing only if they have a shape. */
export function zoneViews(job: Job): ZoneView[] {
  return job.zones.order.flatMap((id) => {
    const zone = job.zones.byId[id]!;
    const piece = job.pieces.byId[zone.pieceId]!;
    const part = templateOf(piece.template).parts(piece).find(({ part }) => part === zone.part);
    const shape = zone.shape ?? part?.shape;
    return shape ? [viewOf(id, zone, piece, part?.name ?? zone.part, shape, part?.build)] : [];
  });
}

function viewOf(id: string, zone: Zone, piece: Piece, partName: string, shape: Rect, partBuild: BuildId | undefined): ZoneView {
  const own = zone.cloth ?? {};
  // Another fibre on this zone is another cloth: nothing proved on the piece counts for it.
  const otherCloth = own.material !== undefined && own.material !== piece.cloth.material;
  const cloth: Cloth = otherCloth ? { ...piece.cloth, careCode: undefined, fastness: undefined, ...own } : { ...piece.cloth, ...own, fastness: { ...piece.cloth.fastness, ...own.fastness } };
  const build = own.build ?? partBuild ?? piece.cloth.build;
  const oldOrFragile = cloth.ageYears === undefined || cloth.condition === undefined || cloth.ageYears > OLD_AT_YEARS || cloth.condition !== "sound";
  const name = zone.name ?? partName;
  const assumed: string[] = [];
  if (cloth.material === undefined) assumed.push("Fibre not known: planned for every fibre at once.");
  if (build === undefined) assumed.push("Build not known: planned as if held by glue.");
  if (cloth.neighbours === undefined) assumed.push("Nobody looked beside it: planned as if electrics were there.");
  if (cloth.careCode === undefined) assumed.push("Care label not seen: look for it before anything wet.");
  if (cloth.ageYears === undefined || cloth.condition === undefined) assumed.push("Age or state not known: tamped, not brushed.");
  return {
    id, zone, piece, name, shape,
    areaM2: worked("geometry.area", (shape.widthMm * shape.heightMm) / 1e6, "m2", [input("length", shape.widthMm, "mm", "entered"), input("width", shape.heightMm, "mm", "entered")]),
    cloth: { ...cloth, build },
    clothOwner: otherCloth ? "zone" : "piece",
    materials: cloth.material ? [cloth.material] : MATERIAL_IDS,
    builds: build ? [build] : BUILD_IDS,
    careCode: cloth.careCode ?? "unknown",
    neighbours: cloth.neighbours ?? ["unknown"],
    oldOrFragile,
    assumed,
  };
}

/** Fastness of an agent on this cloth. Worse than grey-scale step 4 is poor (ISO 105-A03 names the scale; the limit is practice). */
export function fastnessOf(view: ZoneView, agent: AgentId): "proved" | "poor" | "unproved" {
  const step = view.cloth.fastness?.[agent];
  return step === undefined ? "unproved" : step >= 4 ? "proved" : "poor";
}

/** The least of a build's column over every build it might be. */
export const leastOfBuilds = (view: ZoneView, pick: (build: (typeof BUILDS)[BuildId]) => number) => Math.min(...view.builds.map((id) => pick(BUILDS[id])));
export const mostOfBuilds = (view: ZoneView, pick: (build: (typeof BUILDS)[BuildId]) => number) => Math.max(...view.builds.map((id) => pick(BUILDS[id])));
export const leastFaceCapacity = (view: ZoneView) => Math.min(...view.materials.map((id) => MATERIALS[id].faceCapacityLPerM2));
export const mustStayHardlyWet = (view: ZoneView) => view.materials.some((id) => MATERIALS[id].wetting === "little");

/** A finding's area: its outline's by the shoelace sum, or an oval of its size. */
export function markArea({ size, outline }: Finding): Worked {
  if (outline && outline.length >= 3) {
    const twice = outline.reduce((sum, { xMm, yMm }, index) => {
      const next = outline[(index + 1) % outline.length]!;
      return sum + xMm * next.yMm - next.xMm * yMm;
    }, 0);
    return worked("geometry.mark", Math.max(Math.abs(twice) / 2e6, 1e-6), "m2", [input("outline", `${outline.length} corners`, undefined, "entered")]);
  }
  return worked("geometry.mark", (Math.PI / 4) * (size.widthMm / 1000) * (size.heightMm / 1000), "m2", [input("length", size.widthMm, "mm", "entered"), input("width", size.heightMm, "mm", "entered")]);
}

/** Judgement: agent runs this far past the rim. */
const SPREAD_MARGIN_MM = 20;

/** What the agent spreads to: the mark with a margin all round, never more than its zone. */
export function spreadArea(finding: Finding, view: ZoneView): Worked {
  const area = markArea(finding);
  const { widthMm, heightMm } = finding.size;
  const growth = ((widthMm + 2 * SPREAD_MARGIN_MM) * (heightMm + 2 * SPREAD_MARGIN_MM)) / (widthMm * heightMm);
  return worked("geometry.spread", Math.min(area.value * growth, view.areaM2.value), "m2", [
    input("area of the mark", area.value, "m2"),
    input("margin all round", SPREAD_MARGIN_MM, "mm", "table"),
    input("area of the zone", view.areaM2.value, "m2"),
  ]);
}
