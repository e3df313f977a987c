import { FAMILY_IDS, type FamilyId } from "@/core/ground/catalog/families";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { OdourFinding } from "@/core/job/schema";
import { DIAGNOSIS_FORMULAS } from "@/core/ground/sums/diagnosisFormulas";
import { input, worked, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { evidenceWeight, entropyBits, fromLogs } from "@/core/models/chance/bayes";
import type { Background } from "./diagnose";

/** Where a smell comes from: which zone, which layer, what family; and where to put the nose next. */

export type OdourLayer = "face" | "foam" | "below";
export const LAYER_NAMES: Record<OdourLayer, string> = {
  face: "in the face of the cloth",
  foam: "in the foam or backing",
  below: "below it: underlay, floor or frame",
};

const LAYERS = Object.keys(LAYER_NAMES) as OdourLayer[];

interface OdourSource {
  zones: { view: ZoneView; p: Worked }[];
  layers: { layer: OdourLayer; p: Worked }[];
  families: { family: FamilyId; p: Worked }[];
  /** What to do next, and what it is worth. */
  next: () => Next;
}

interface Next {
  words: string;
  zoneId: string;
  gain?: Worked;
}

/** A smell fades to 37 % over this distance. Judgement. */
const FADES_OVER_MM = 600;
/** A nose is this far out on the scale of five. Judgement. */
const NOSE_SD = 0.8;
/** Zones of another piece are taken to be this far away. Judgement. */
const OTHER_PIECE_MM = 3000;
const STRENGTHS = [1, 2, 3, 4, 5];
const NOTES = [0, 1, 2, 3, 4, 5];
/** As many notes are shown by themselves, the strongest; the others as one. */
const MOST_NOTES = 12;
/** So many places, where it may most likely be, are weighed for the next sniff. */
const MOST_WEIGHED = 40;
/** The source is as good as found: measure there instead of sniffing on. */
const FOUND_AT = 0.8;

/** Where spills run and smells stay, before any sniff; relative weights, judgement. */
const ROLE_WEIGHT: Partial<Record<RoleId, number>> = {
  crevice: 2,
  "under-seat": 2,
  footwell: 1.5,
  base: 1.5,
  boot: 1.5,
  mat: 1.2,
  top: 1.5,
  back: 0.8,
  headliner: 0.8,
  belt: 0.5,
  headrest: 0.7,
  front: 0.7,
  rail: 0.7,
};

/** The same for a family, where it is the likely one; judgement. */
const FAMILY_PLACES: Partial<Record<FamilyId, Partial<Record<RoleId, number>>>> = {
  "smoke-film": { headliner: 4, headrest: 1.5 },
  mould: { footwell: 2.5, "under-seat": 2, boot: 2.5, mat: 2 },
  urine: { base: 2, footwell: 1.5, crevice: 1.5, top: 2 },
  protein: { base: 1.5, "under-seat": 2, crevice: 1.5 },
  "body-oil": { headrest: 2, belt: 1.5 },
};

/** P(sign | layer), relative weights in the order face, foam, below; judgement. */
const LAYER_SIGNS = {
  "gone when aired": [5, 1, 0.7],
  "half gone when aired": [3, 3, 2],
  "stays when aired": [1, 4, 5],
  "stronger when pressed": [1, 6, 3],
  "the same when pressed": [4, 1, 2],
} as const;

const asColumn = (sign: keyof typeof LAYER_SIGNS, other: (keyof typeof LAYER_SIGNS)[]) =>
  LAYER_SIGNS[sign].map((weight, index) => weight / other.reduce((sum, each) => sum + LAYER_SIGNS[each][index]!, 0));

/**
 * Finds the likely source of a smell from noses put in several places.
 * @param views every zone of the job; the source may lie where nobody has sniffed yet
 * @param noted smells so far, at least one of them on a zone of these
 */
export function odourSource(
  views: readonly ZoneView[],
  noted: readonly OdourFinding[],
  background: Background,
): OdourSource {
  const spots = views.map(spotOf);
  const at = new Map(views.map(({ id }, index) => [id, index]));
  // A part that its piece no longer has, measured anew, has no place to smell from.
  const readings = noted.filter(({ zoneId }) => at.has(zoneId));
  const families = familiesOf(readings, background);
  const [top] = families;
  const weights = views.map(({ role }) => (ROLE_WEIGHT[role] ?? 1) * (FAMILY_PLACES[top!.family]?.[role] ?? 1));
  const noses = readings.map(({ zoneId, closed }) => ({ spot: spots[at.get(zoneId)!]!, note: closed }));
  const likelihoods = spots.map((source) => logOfNotes(noses, source));
  const chances = fromLogs(likelihoods.map((log, index) => Math.log(weights[index]!) + log));
  const told = strongestFirst(readings);
  const [shown, rest] =
    told.length > MOST_NOTES ? [told.slice(0, MOST_NOTES - 1), told.slice(MOST_NOTES - 1)] : [told, []];
  const columns = shown.map((r) => {
    const { closed, zoneId } = readings[r]!;
    const name = `P(strength ${closed} at ${views[at.get(zoneId)!]!.name.toLowerCase()} | it is here)`;
    return { name, chances: columnOfNote(spots, noses[r]!) };
  });
  /** What all notes say of a zone, less what the shown ones do. */
  const restOf = (index: number) =>
    Math.exp(columns.reduce((log, { chances }) => log - Math.log(chances[index]!), likelihoods[index]!));
  const zones = views
    .map((view, index) => ({
      view,
      p: worked("odour.source", chances[index]!, "1", [
        input("weight of the place", weights[index]!, "1", "table"),
        ...columns.map((column) => input(column.name, column.chances[index]!, "1", "entered")),
        ...(rest.length > 0 ? [input(`the other ${rest.length} notes together`, restOf(index), "1")] : []),
        input("fades over", FADES_OVER_MM, "mm", "table"),
      ]),
    }))
    .sort((a, b) => b.p.value - a.p.value);
  const strongest = readings.reduce((most, reading) => (reading.closed > most.closed ? reading : most));
  return {
    zones,
    layers: layersOf(strongest),
    families,
    next: () => whereNext(views, spots, readings, chances, zones[0]!),
  };
}

/** The places of the readings, strongest first. */
const strongestFirst = (readings: readonly OdourFinding[]): number[] =>
  [...readings.keys()].sort((a, b) => readings[b]!.closed - readings[a]!.closed || a - b);

/** A note of 0 to 5, where it was taken. */
interface Nose {
  spot: Spot;
  note: number;
}

/** P(note here | source is zone s), by zone. */
const columnOfNote = (spots: readonly Spot[], { spot, note }: Nose): number[] =>
  spots.map((source) => notesAt(distanceMm(spot, source)).chances[note]!);

/** ln P(all these notes | it comes from there). */
function logOfNotes(noses: readonly Nose[], source: Spot): number {
  let log = 0;
  for (const { spot, note } of noses) log += notesAt(distanceMm(spot, source)).logs[note]!;
  return log;
}

interface Notes {
  chances: readonly number[];
  logs: readonly number[];
  /** How open it is which of them it will be. */
  bits: number;
}

/** By whole millimetres; the same few hundred distances are asked for again and again. */
const notesByMm: Notes[] = [];

/** Chances of the notes so far from a source, its own strength as likely one as another. */
function notesAt(mm: number): Notes {
  const known = notesByMm[mm];
  if (known) return known;
  const each = STRENGTHS.map((strength) => noteChances(strength * Math.exp(-mm / FADES_OVER_MM)));
  const chances = NOTES.map((note) => each.reduce((sum, chances) => sum + chances[note]!, 0) / STRENGTHS.length);
  return (notesByMm[mm] = { chances, logs: chances.map(Math.log), bits: entropyBits(chances) });
}

/** Notes of 0 to 5 given what a perfect nose would say. */
function noteChances(expected: number): number[] {
  const bells = NOTES.map((note) => Math.exp(-((note - expected) ** 2) / (2 * NOSE_SD ** 2)));
  const all = bells.reduce((sum, bell) => sum + bell, 0);
  return bells.map((bell) => bell / all);
}

/** The middle of a zone, and its piece. */
interface Spot {
  xMm: number;
  yMm: number;
  pieceId: string;
}

const spotOf = ({ shape, zone: { pieceId } }: ZoneView): Spot => ({
  xMm: shape.xMm + shape.widthMm / 2,
  yMm: shape.yMm + shape.heightMm / 2,
  pieceId,
});

/** To the millimetre; each piece is drawn by itself, so between two there is no nearer and no farther. */
const distanceMm = (a: Spot, b: Spot): number =>
  a.pieceId === b.pieceId ? Math.round(Math.sqrt((a.xMm - b.xMm) ** 2 + (a.yMm - b.yMm) ** 2)) : OTHER_PIECE_MM;

function familiesOf(readings: readonly OdourFinding[], { tables, shifts }: Background) {
  const characters = readings.flatMap(({ character }) => (character ? [character] : []));
  const priors = tables.priors
    .slice(0, FAMILY_IDS.length)
    .map((prior, index) => prior * (shifts[FAMILY_IDS[index]!] ?? 1));
  // One smell named at several places is one observation, not several.
  const columns = [...new Set(characters)].map((character) => tables.columns.smell[character]!);
  return FAMILY_IDS.map((family, f) => ({
    family,
    p: sumOf(DIAGNOSIS_FORMULAS, "diagnosis.posterior", {
      prior: stated.table(priors[f]!),
      chances: columns.map((column, c) => stated.table(column[f]!, `P(smells of ${[...new Set(characters)][c]} | it)`)),
      all: evidenceWeight(priors, columns),
    }),
  })).sort((a, b) => b.p.value - a.p.value);
}

function layersOf({ closed, aired, pressed }: OdourFinding): OdourSource["layers"] {
  const airings: (keyof typeof LAYER_SIGNS)[] = ["gone when aired", "half gone when aired", "stays when aired"];
  const presses: (keyof typeof LAYER_SIGNS)[] = ["stronger when pressed", "the same when pressed"];
  const share = aired === undefined || closed === 0 ? undefined : aired / closed;
  const seen = [
    ...(share === undefined ? [] : [{ sign: airings[share <= 0.25 ? 0 : share < 0.75 ? 1 : 2]!, among: airings }]),
    ...(pressed === undefined ? [] : [{ sign: presses[pressed === "stronger" ? 0 : 1]!, among: presses }]),
  ];
  const columns = seen.map(({ sign, among }) => asColumn(sign, among));
  return LAYERS.map((layer, index) => ({
    layer,
    p: sumOf(DIAGNOSIS_FORMULAS, "diagnosis.posterior", {
      prior: stated.table(1, "prior, the same for all"),
      chances: seen.map(({ sign }, s) => stated.table(columns[s]![index]!, `P(${sign} | it)`)),
      all: evidenceWeight([1, 1, 1], columns),
    }),
  })).sort((a, b) => b.p.value - a.p.value);
}

/** What a note there would tell about the source: H(note) − Σ P(source) H(note | source), the same as seen from the source. */
function gainOfSniff(spots: readonly Spot[], chances: readonly number[], there: Spot): number {
  const notes = NOTES.map(() => 0);
  let known = 0;
  for (const [index, source] of spots.entries()) {
    const p = chances[index]!;
    const at = notesAt(distanceMm(there, source));
    known += p * at.bits;
    for (const note of NOTES) notes[note]! += p * at.chances[note]!;
  }
  return Math.max(0, entropyBits(notes) - known);
}

function whereNext(
  views: readonly ZoneView[],
  spots: readonly Spot[],
  readings: readonly OdourFinding[],
  chances: readonly number[],
  best: OdourSource["zones"][number],
): Next {
  if (best.p.value >= FOUND_AT)
    return {
      words: `Measure there: moisture meter and lamp on ${best.view.name.toLowerCase()}, then look below it.`,
      zoneId: best.view.id,
    };
  const sniffed = new Set(readings.map(({ zoneId }) => zoneId));
  const open = views
    .map((view, index) => ({ view, index }))
    .filter(({ view }) => !sniffed.has(view.id))
    .sort((a, b) => chances[b.index]! - chances[a.index]!)
    .slice(0, MOST_WEIGHED);
  const valued = open.map(({ view, index }) => ({ view, gain: gainOfSniff(spots, chances, spots[index]!) }));
  const [most] = valued.sort((a, b) => b.gain - a.gain);
  if (!most)
    return { words: `Every zone was sniffed. Look below ${best.view.name.toLowerCase()}.`, zoneId: best.view.id };
  const before = entropyBits(chances);
  return {
    words: `Sniff next at ${most.view.name.toLowerCase()}: it tells most about where it is.`,
    zoneId: most.view.id,
    gain: sumOf(DIAGNOSIS_FORMULAS, "odour.gain", { before, after: before - most.gain }, [
      input("zones it may still be", chances.filter((p) => p >= 0.01).length),
      input("likeliest so far", best.p.value, "1"),
    ]),
  };
}
