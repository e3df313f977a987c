import { own } from "@/core/job/lookUp";
import type { AgentId } from "@/core/ground/catalog/agents";
import {
  BUILD_IDS,
  BUILDS,
  NEIGHBOURS,
  type BuildId,
  type CareCode,
  type Neighbour,
} from "@/core/ground/catalog/builds";
import { MATERIAL_IDS, MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import type { SurfaceId } from "@/core/ground/catalog/surfaces";
import { roleOf, type Role, type RoleId } from "@/core/ground/catalog/roles";
import { identifyFibre, possibleFibres, type FibreBelief } from "./fibre";
import type { ClothOwner } from "@/core/job/change";
import type { Cloth, Job, Piece, PlacedFinding, Zone } from "@/core/job/schema";
import { boundsOf, type Corners, type Rect } from "@/core/ground/pieces/geometry";
import { groupOf, type GroupId } from "@/core/ground/pieces/groups";
import { usualClothOf, type UsualCloth } from "@/core/ground/pieces/usualCloth";
import { partsOf, templateOf } from "@/core/ground/pieces/templates";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { input, sumOf, stated, opened, type Worked } from "@/core/ground/sums/working";
import { soilOf, type SoilReading } from "./soil";

/** A zone with everything about it looked up: its drawing, its size, and what its cloth might be. */
export interface ZoneView {
  id: string;
  zone: Zone;
  piece: Piece;
  name: string;
  /** Which way the drawing of its piece looks, said on the map. */
  faces?: string;
  role: RoleId;
  corners: Corners;
  /** The bounds of its corners; marks are placed from their top left. */
  shape: Rect;
  areaM2: Worked;
  /** Length of the seams round it; absent where it is not sewn. */
  seamM?: Worked;
  /** How soiled it is, from whatever was measured; absent when nobody looked. */
  soil?: SoilReading;
  cloth: Cloth;
  /** Whether what is known was said for the piece, a group of its parts or this zone alone; fastness is recorded there. */
  clothOwner: ClothOwner;
  materials: readonly MaterialId[];
  /**
   * What the tests for an unknown fibre say, most likely first; absent where the fibre is known or nothing was
   * tested.
   */
  fibre?: FibreBelief[];
  builds: readonly BuildId[];
  careCode: CareCode | "unknown";
  neighbours: readonly Neighbour[];
  oldOrFragile: boolean;
  /** What it is of, where that is no cloth. */
  surface?: SurfaceId;
  /** What is not known, and what was planned for instead. */
  assumed: string[];
}

/** Nothing electric is built into these; somebody still looks for cables and sockets first. Common practice, no source. */
const UNWIRED: readonly Piece["template"][] = ["room", "carpet", "stairs", "rug", "mattress", "dining-chair"];

const OLD_AT_YEARS = 20;
/** What a zone is that was drawn by hand, where nobody said what it is. */
const FREE: RoleId = "field";

/**
 * Every zone of a job in order. Parts that no longer fit their template after an edit keep their last drawing only if
 * they have a shape.
 */
export function zoneViews(job: Job): ZoneView[] {
  return job.zones.order.flatMap((id) => {
    const zone = own(job.zones.byId, id)!;
    const piece = own(job.pieces.byId, zone.pieceId)!;
    const part = partsOf(piece).find(({ part }) => part === zone.part);
    const corners = zone.shape ?? part?.corners;
    return corners ? [viewOf(id, zone, piece, part ?? { name: "Own zone", role: zone.role ?? FREE }, corners)] : [];
  });
}

/** One cloth over another: another fibre is another cloth, and nothing proved on the first counts for it. */
function over(own: Cloth, under: Cloth): { cloth: Cloth; other: boolean } {
  const otherFibre = own.material !== undefined && own.material !== under.material;
  const other = otherFibre || (own.ofWhat !== undefined && own.ofWhat !== (under.ofWhat ?? "cloth"));
  const cloth: Cloth = other
    ? { ...under, careCode: undefined, fastness: undefined, ...own }
    : { ...under, ...own, fastness: { ...under.fastness, ...own.fastness } };
  // Whoever names a fibre says that it is cloth.
  return { cloth: own.material && !own.ofWhat ? { ...cloth, ofWhat: undefined } : cloth, other };
}

/** What the cloth of a zone is: its own over its group's over its piece's, and what a part of its kind is and hides. */
function clothOf(own: Cloth, { cloth: ofWhole, groups }: Piece, group: GroupId | undefined, role: Role) {
  const ofGroup = (group && groups?.[group]) ?? {};
  const { cloth: ofPiece, other: otherGroup } = over(ofGroup, ofWhole);
  const { cloth, other: otherCloth } = over(own, ofPiece);
  const build =
    own.build ??
    role.build ??
    (cloth.construction === "glued" && ofPiece.build === undefined ? "glue-held" : ofPiece.build);
  // What a part of its kind usually hides counts until somebody looked at this very zone.
  const neighbours =
    own.neighbours ??
    (ofPiece.neighbours ? [...new Set([...ofPiece.neighbours, ...(role.neighbours ?? [])])] : undefined);
  return { cloth, build, neighbours, looked: own.neighbours !== undefined, otherCloth, otherGroup };
}

const fibreAssumed = (possible: readonly MaterialId[] | undefined): string =>
  possible && possible.length < MATERIAL_IDS.length
    ? `Fibre not sure: planned for ${possible.map((id) => MATERIALS[id].name.toLowerCase()).join(", ")} at once.`
    : "Fibre not known: planned for every fibre at once.";

/** @param usual what a part of its kind hides, where nobody looked at this one */
function neighboursAssumed(
  neighbours: Cloth["neighbours"],
  usual: Role["neighbours"],
  template: Piece["template"],
): string[] {
  if (neighbours === undefined && UNWIRED.includes(template))
    return ["Nobody looked beside it: planned as if nothing electric were there, and looked for first."];
  if (neighbours === undefined) return ["Nobody looked beside it: planned as if electrics were there."];
  if (!usual) return [];
  const names = usual.map((neighbour) => NEIGHBOURS[neighbour].toLowerCase()).join(", ");
  return [`Nobody looked beside this part: planned as if ${names} were there.`];
}

/** What nobody named of fibre and build, and what was planned for instead. */
function clothAssumed(
  { material, build, asUsual }: Cloth,
  {
    usual,
    builds,
    tested,
  }: { usual: UsualCloth | undefined; builds: readonly BuildId[]; tested: readonly MaterialId[] | undefined },
): string[] {
  if (asUsual || (material !== undefined && build !== undefined)) return [];
  const takenFor = usual && material === undefined && !tested && usual.materials !== undefined;
  if (takenFor) return [`Taken for ${usual.words}.`];
  return [
    ...(material === undefined ? [fibreAssumed(tested)] : []),
    ...(build === undefined && builds.length > 1 && !usual ? ["Build not known: planned as if held by glue."] : []),
    ...(build === undefined && usual ? [`Taken for ${usual.words}.`] : []),
  ];
}

const labelAndAgeAssumed = ({ careCode, ageYears, condition }: Cloth, usual: UsualCloth | undefined) => [
  ...(careCode === undefined ? ["Care label not seen: look for it before anything wet."] : []),
  ...((ageYears === undefined || condition === undefined) && !usual?.sound
    ? ["Age or state not known: tamped, not brushed."]
    : []),
];

/** What nobody knows the age or state of counts as old, but where such parts are sound as a rule. */
function isOldOrFragile({ ageYears, condition }: Cloth, usual: UsualCloth | undefined): boolean {
  if (!usual?.sound && (ageYears === undefined || condition === undefined)) return true;
  return (ageYears ?? 0) > OLD_AT_YEARS || (condition ?? "sound") !== "sound";
}

/** What a zone is of, where that is no cloth: its own word first, then what its kind is, then the whole's. */
function surfaceOn({ cloth: own }: Zone, { surface }: Role, { ofWhat }: Cloth): SurfaceId | undefined {
  const said = own?.ofWhat ?? (own?.material ? "cloth" : undefined) ?? surface ?? ofWhat ?? "cloth";
  return said === "cloth" ? undefined : said;
}

/** Where what is proved of a zone's cloth is recorded. */
function ownerOf(id: string, { pieceId }: Zone, own: boolean, group: GroupId | undefined): ClothOwner {
  if (own) return { of: "zones", id };
  return group ? { of: "group", id: pieceId, group } : { of: "pieces", id: pieceId };
}

/** Every fibre a cloth may be of. */
function fibresOf(
  { material }: Cloth,
  tested: FibreBelief[] | undefined,
  usual: UsualCloth | undefined,
): readonly MaterialId[] {
  if (material) return [material];
  return tested ? possibleFibres(tested) : (usual?.materials ?? MATERIAL_IDS);
}

function viewOf(
  id: string,
  zone: Zone,
  piece: Piece,
  part: { name: string; role: RoleId },
  corners: Corners,
): ZoneView {
  const role = roleOf(part.role);
  const group = groupOf(part.role);
  const { cloth, build, neighbours, looked, otherCloth, otherGroup } = clothOf(zone.cloth ?? {}, piece, group, role);
  const usual = usualClothOf(piece.template, part.role);
  const oldOrFragile = isOldOrFragile(cloth, usual);
  const tested = cloth.material === undefined && Object.keys(cloth.fibreTests ?? {}).length > 0;
  const fibre = tested ? identifyFibre(cloth.fibreTests!) : undefined;
  const materials = fibresOf(cloth, fibre, usual);
  const builds = build ? [build] : (usual?.builds ?? BUILD_IDS);
  const shape = boundsOf(corners);
  const surface = surfaceOn(zone, role, cloth);
  return {
    id,
    ...(surface ? { surface } : {}),
    zone,
    piece,
    role: part.role,
    corners,
    shape,
    name: zone.name ?? part.name,
    faces: templateOf(piece.template).faces,
    areaM2: sumOf(GEOMETRY_FORMULAS, "geometry.zone", { corners: inTurn(corners) }, sidesOf(shape)),
    seamM: role.sewn && sumOf(GEOMETRY_FORMULAS, "geometry.seam", { corners: inTurn(corners) }, sidesOf(shape)),
    soil: soilOf(zone),
    cloth: { ...cloth, build },
    clothOwner: ownerOf(id, zone, otherCloth, otherGroup ? group : undefined),
    materials,
    fibre,
    builds,
    careCode: cloth.careCode ?? "unknown",
    neighbours: neighbours ?? [UNWIRED.includes(piece.template) ? "unlooked" : "unknown"],
    oldOrFragile,
    assumed: surface
      ? []
      : [
          ...clothAssumed({ ...cloth, build }, { usual, builds, tested: fibre && materials }),
          ...neighboursAssumed(neighbours, looked ? undefined : role.neighbours, piece.template),
          ...labelAndAgeAssumed(cloth, usual),
        ],
  };
}

/**
 * Fastness of an agent on this cloth. Worse than grey-scale step 4 is poor (ISO 105-A03 names the scale; the limit is
 * practice).
 */
export function fastnessOf(view: ZoneView, agent: AgentId): "proved" | "poor" | "unproved" {
  const step = view.cloth.fastness?.[agent];
  return step === undefined ? "unproved" : step >= 4 ? "proved" : "poor";
}

/** The least of a build's column over every build it might be. */
export const leastOfBuilds = (view: ZoneView, pick: (build: (typeof BUILDS)[BuildId]) => number) =>
  Math.min(...view.builds.map((id) => pick(BUILDS[id])));
export const mostOfBuilds = (view: ZoneView, pick: (build: (typeof BUILDS)[BuildId]) => number) =>
  Math.max(...view.builds.map((id) => pick(BUILDS[id])));
export const leastFaceCapacity = (view: ZoneView) =>
  Math.min(...view.materials.map((id) => MATERIALS[id].faceCapacityLPerM2));
export const mustStayHardlyWet = (view: ZoneView) => view.materials.some((id) => MATERIALS[id].wetting === "little");

/** How long and wide a zone is, said beside sums over its corners. */
const sidesOf = ({ widthMm, heightMm }: Rect) => [
  input("length", widthMm, "mm", "entered"),
  input("width", heightMm, "mm", "entered"),
];

/** Corners as a row of numbers, across and down in turn, mm. */
const inTurn = (corners: readonly { xMm: number; yMm: number }[]) => corners.flatMap(({ xMm, yMm }) => [xMm, yMm]);

/** Where a lamp shows it larger than it looks, that large. */
const sizeSeen = (finding: PlacedFinding) => {
  const { size } = finding;
  const lamp = finding.kind === "mark" ? finding.lampSize : undefined;
  if (!lamp) return { size, byLamp: false };
  const seen = { widthMm: Math.max(size.widthMm, lamp.widthMm), heightMm: Math.max(size.heightMm, lamp.heightMm) };
  return { size: seen, byLamp: seen.widthMm > size.widthMm || seen.heightMm > size.heightMm };
};

/** A finding's area: its outline's by the shoelace sum, or an oval of its size. */
export function markArea(finding: PlacedFinding): Worked {
  const { size, byLamp } = sizeSeen(finding);
  const outline = byLamp ? undefined : finding.outline;
  if (outline && outline.length >= 3)
    return sumOf(GEOMETRY_FORMULAS, "geometry.markOutline", { corners: inTurn(outline) });
  return sumOf(GEOMETRY_FORMULAS, "geometry.mark", {
    lengthMm: stated.entered(size.widthMm),
    widthMm: stated.entered(size.heightMm),
  });
}

/** Judgement: agent runs this far past the rim. */
const SPREAD_MARGIN_MM = 20;

/** What the agent spreads to: the mark with a margin all round, never more than its zone. */
export function spreadArea(finding: PlacedFinding, view: ZoneView): Worked {
  const area = markArea(finding);
  const { widthMm, heightMm } = sizeSeen(finding).size;
  return sumOf(GEOMETRY_FORMULAS, "geometry.spread", {
    markM2: opened(area),
    lengthMm: stated.entered(widthMm),
    widthMm: stated.entered(heightMm),
    marginMm: stated.table(SPREAD_MARGIN_MM),
    zoneM2: view.areaM2.value,
  });
}
