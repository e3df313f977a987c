import type { AgentId } from "@/core/ground/catalog/agents";
import type { EvidenceId } from "@/core/ground/catalog/evidence";
import type { FibreTestId } from "@/core/ground/catalog/fibreTests";
import type { RingSignId } from "@/core/ground/catalog/ringSigns";
import type { School } from "@/core/ground/catalog/schoolIds";
import type { GroupId } from "@/core/ground/pieces/groups";
import type { Measures } from "@/core/ground/pieces/templates";
import type { Op } from "./commands";
import { opPathOf } from "./leaves";
import type { Account, Cloth, Finding, GasChoice, Job, Piece, PlacedFinding, WorkEvent, Zone } from "./schema";

/**
 * Every change of a job by name. Whoever changes something says what; where it lies in the document is known here alone.
 * A value that is undefined takes the field out: nobody has said it.
 */
const set = (path: readonly string[], value: unknown): Op => ({ op: "set", path, value });

type Site = Job["site"];
type Promises = Job["promises"];
type Choices = Job["choices"];
type Layer = keyof NonNullable<Cloth["layers"]>;
type SoilSigns = NonNullable<Zone["soilSigns"]>;

export const setHead = (key: "title" | "customer" | "place", value: string) => set([key], value);
export const setSite = <K extends keyof Site>(key: K, value: Site[K] | undefined) => set(["site", key], value);
export const setAccount = <K extends keyof Account>(key: K, value: Account[K] | undefined) =>
  set(["account", key], value);
export const setPromise = <K extends keyof Promises>(key: K, value: Promises[K] | undefined) =>
  set(["promises", key], value);

// ---- choices --------------------------------------------------------------------------------------------------------

export const setChoice = <K extends keyof Choices>(key: K, value: Choices[K] | undefined) =>
  set(["choices", key], value);
/** Undefined: the plan's own pick. */
export const setSchool = (zoneId: string, school: School | undefined) => set(["choices", "schools", zoneId], school);
export const setStrokes = (zoneId: string, strokes: NonNullable<Choices["strokes"]>[string] | undefined) =>
  set(["choices", "strokes", zoneId], strokes);
export const setReading = (agent: AgentId, reading: Choices["readings"][AgentId] | undefined) =>
  set(["choices", "readings", agent], reading);
export const setBottle = (agent: AgentId, bottleMl: number | undefined) => set(["choices", "bottles", agent], bottleMl);
/** @param gas undefined: no gas; a field of it that is undefined is left out */
export const setGas = (gas: GasChoice | undefined) =>
  set(["gas"], gas && Object.fromEntries(Object.entries(gas).filter(([, value]) => value !== undefined)));

// ---- pieces, zones, cloth -------------------------------------------------------------------------------------------

export const addPiece = (pieceId: string, piece: Pick<Piece, "name" | "template" | "cloth"> & Measures): Op => ({
  op: "insert",
  collection: "pieces",
  id: pieceId,
  value: piece,
});
export const namePiece = (pieceId: string, name: string) => set(["pieces", "byId", pieceId, "name"], name);
/** What follows from it for its zones is `measureOps`. */
export const setMeasure = <K extends keyof Measures & string>(
  pieceId: string,
  key: K,
  value: Measures[K] | undefined,
) => set(["pieces", "byId", pieceId, key], value);
export const setZone = <K extends keyof Zone & string>(zoneId: string, key: K, value: Zone[K] | undefined) =>
  set(["zones", "byId", zoneId, key], value);
export const addZone = (zoneId: string, zone: Zone, index?: number): Op => ({
  op: "insert",
  collection: "zones",
  id: zoneId,
  value: zone,
  ...(index === undefined ? {} : { index }),
});
export const removeZone = (zoneId: string): Op => ({ op: "remove", collection: "zones", id: zoneId });
export const setSoilSign = <K extends keyof SoilSigns>(zoneId: string, sign: K, value: SoilSigns[K] | undefined) =>
  set(["zones", "byId", zoneId, "soilSigns", sign], value);

/** Whose cloth it is: a piece's, that of a group of its parts, or a zone's that is of another. */
export type ClothOwner = { of: "pieces" | "zones"; id: string } | { of: "group"; id: string; group: GroupId };

const clothPath = (owner: ClothOwner) =>
  owner.of === "group" ? ["pieces", "byId", owner.id, "groups", owner.group] : [owner.of, "byId", owner.id, "cloth"];
export const setCloth = <K extends keyof Cloth>(owner: ClothOwner, key: K, value: Cloth[K] | undefined) =>
  set([...clothPath(owner), key], value);
export const setLayer = (owner: ClothOwner, layer: Layer, mm: number | undefined) =>
  set([...clothPath(owner), "layers", layer], mm);
export const setFibreTest = (owner: ClothOwner, test: FibreTestId, outcome: string | undefined) =>
  set([...clothPath(owner), "fibreTests", test], outcome);
/** @param step of the grey scale, 1 to 5 */
export const setFastness = (owner: ClothOwner, agent: AgentId, step: number | undefined) =>
  set([...clothPath(owner), "fastness", agent], step);

// ---- findings -------------------------------------------------------------------------------------------------------

export const addFinding = (findingId: string, finding: Finding): Op => ({
  op: "insert",
  collection: "findings",
  id: findingId,
  value: finding,
});
export const removeFinding = (findingId: string): Op => ({ op: "remove", collection: "findings", id: findingId });
/** A field of a finding of one kind: `setFinding<MarkFinding, "name">(...)` or with the kind told by the caller's type. */
export const setFinding = <F extends Finding, K extends keyof F & string>(
  findingId: string,
  key: K,
  value: F[K] | undefined,
) => set(["findings", "byId", findingId, key], value);
/** Another size: an outline keeps its shape. */
export const sizeOps = (findingId: string, { outline, size }: PlacedFinding, to: PlacedFinding["size"]): Op[] => [
  setFinding<PlacedFinding, "size">(findingId, "size", to),
  ...(outline
    ? [
        setFinding<PlacedFinding, "outline">(
          findingId,
          "outline",
          outline.map(({ xMm, yMm }) => ({
            xMm: (xMm * to.widthMm) / size.widthMm,
            yMm: (yMm * to.heightMm) / size.heightMm,
          })),
        ),
      ]
    : []),
];
export const setEvidence = (findingId: string, test: EvidenceId, outcome: string | undefined) =>
  set(["findings", "byId", findingId, "evidence", test], outcome);
/** A second reading of a test that was done. */
export const setAgain = (findingId: string, test: EvidenceId, outcome: string | undefined) =>
  set(["findings", "byId", findingId, "again", test], outcome);
export const setRingSign = (findingId: string, sign: RingSignId, outcome: string | undefined) =>
  set(["findings", "byId", findingId, "ring", sign], outcome);

// ---- what happened --------------------------------------------------------------------------------------------------

export const record = (event: WorkEvent): Op => ({ op: "append", event });

// ---- what two devices said otherwise --------------------------------------------------------------------------------

/** @param path of a leaf or a record; said anew, its value stands alone */
export const decide = (path: string, value: unknown): Op => set(opPathOf(path), value);
