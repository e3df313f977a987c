import type { BuildId } from "@/core/ground/catalog/builds";
import type { MaterialId } from "@/core/ground/catalog/materials";
import type { Measures, TemplateId } from "@/core/ground/pieces/templates";
import type { DryingAir } from "@/core/job/schema";
import { AGENT_IDS, type AgentId } from "@/core/ground/catalog/agentIds";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { RanTo } from "@/core/ground/catalog/findings";
import type { ToolId } from "@/core/ground/catalog/tools";
import type { OwnedId } from "@/core/job/owned";
import { readSeed } from "./seeds";

/** What a whole piece in practice may be: where it stands, the part that is cleaned, and what it may be made of. All made up. */
interface PracticePiece {
  words: string;
  template: TemplateId;
  size?: Partial<Measures>;
  part: string;
  materials: readonly MaterialId[];
  builds: readonly BuildId[];
  /** Some of them have something under the cover that dies of water. */
  wired?: true;
}

export const PIECES: readonly PracticePiece[] = [
  {
    words: "The seat of the settee in the Sallow Quay tea room",
    template: "settee",
    part: "base-1",
    materials: ["polyester", "cotton", "linen", "wool", "viscose", "acrylic"],
    builds: ["cover-on-foam"],
  },
  {
    words: "A seat of the saloon bench of a small ferry",
    template: "bench-seat",
    size: { lengthMm: 1200 },
    part: "base-1",
    materials: ["polyester", "nylon", "suede-look", "wool"],
    builds: ["cover-on-foam", "glue-held"],
  },
  {
    words: "The driver's seat of a camper van",
    template: "cabin",
    part: "r1-s1-base",
    materials: ["polyester", "nylon", "suede-look"],
    builds: ["cover-on-foam"],
    wired: true,
  },
  {
    words: "The headliner of a camper van",
    template: "cabin",
    part: "headliner",
    materials: ["polyester", "nylon"],
    builds: ["glue-held"],
  },
  {
    words: "The pad of a chair in the village hall",
    template: "dining-chair",
    part: "base",
    materials: ["polyester", "cotton", "wool", "acrylic", "olefin"],
    builds: ["cover-on-foam", "glue-held"],
  },
  {
    words: "A runner in the harbour office",
    template: "carpet",
    size: { lengthMm: 1500, depthMm: 900 },
    part: "field-1",
    materials: ["nylon", "polyester", "olefin", "wool"],
    builds: ["carpet-on-underlay", "carpet-stuck-down"],
  },
  {
    words: "A rug of the guesthouse at Netherby Sound",
    template: "rug",
    size: { lengthMm: 1500, depthMm: 1000 },
    part: "field-1",
    materials: ["wool", "cotton", "jute"],
    builds: ["loose-rug"],
  },
];

/** How something is set to dry. */
export const AIRS = {
  shut: { name: "Shut, as it is", minutes: 0, air: { space: "shut", airSpeedMPerS: 0.1 } },
  window: { name: "A window open", minutes: 1, air: { space: "gap", airSpeedMPerS: 0.2 } },
  doors: { name: "Doors open", minutes: 1, air: { space: "doors", airSpeedMPerS: 0.4 } },
  mover: { name: "Doors open, air mover on it", minutes: 3, air: { space: "doors", airSpeedMPerS: 1 } },
  dry: {
    name: "Shut, air mover and dehumidifier",
    minutes: 5,
    air: { space: "shut", airSpeedMPerS: 1, dehumidifier: true },
  },
} as const satisfies Record<string, { name: string; minutes: number; air: DryingAir }>;

export type AirId = keyof typeof AIRS;
export const AIR_IDS = Object.keys(AIRS) as AirId[];

/** Hours after which the owner may be told that it can be used. */
export const PROMISES_H = [1, 2, 4, 6, 8, 12, 24, 48, 72] as const;

/** What each level, or a case about one thing, draws from. */
interface Level {
  name: string;
  /** About one thing: what stands there then. */
  about?: string;
  /** Least and most. */
  tempC: readonly [number, number];
  humidityPct: readonly [number, number];
  wantedH: readonly number[];
  /** Chances: it is worn or fragile; a dye runs in what is not plain; something lies under the cover. */
  worn: number;
  runs: number;
  wired: number;
  /** Only of these parts, fibres and builds; left out: any. */
  parts?: readonly string[];
  materials?: readonly MaterialId[];
  builds?: readonly BuildId[];
  /** What was spilled on it, and how deep it may have run. */
  spill?: { families: readonly FamilyId[]; ranTo: readonly RanTo[] };
  /** Chance of damage that was there before. */
  damaged?: number;
  /** What the hands own; left out: everything. */
  owned?: readonly OwnedId[];
}

export const LEVELS = {
  b: {
    name: "A warm room, sound cloth",
    tempC: [18, 23],
    humidityPct: [40, 55],
    wantedH: [12, 24],
    worn: 0,
    runs: 0.1,
    wired: 0,
  },
  c: {
    name: "Any cloth, wanted soon",
    tempC: [15, 22],
    humidityPct: [45, 65],
    wantedH: [4, 8, 24],
    worn: 0.2,
    runs: 0.25,
    wired: 0.4,
  },
  d: {
    name: "Cold and damp, frail, wanted tonight",
    tempC: [9, 15],
    humidityPct: [60, 80],
    wantedH: [4, 8, 12],
    worn: 0.4,
    runs: 0.4,
    wired: 0.6,
  },
  f: {
    name: "A stain",
    about: "with a stain that somebody remembers",
    tempC: [17, 22],
    humidityPct: [40, 60],
    wantedH: [12, 24],
    worn: 0.1,
    runs: 0.15,
    wired: 0.2,
    parts: ["base-1", "r1-s1-base", "base", "field-1"],
    spill: {
      families: ["tannin", "protein", "sugar-starch", "urine", "body-oil", "road-grease", "mixture"],
      ranTo: ["face"],
    },
  },
  g: {
    name: "A smell that comes back",
    about: "where something ran in and smells",
    tempC: [16, 22],
    humidityPct: [40, 60],
    wantedH: [24, 48],
    worn: 0,
    runs: 0.1,
    wired: 0,
    materials: ["polyester", "nylon", "cotton", "acrylic", "olefin"],
    builds: ["cover-on-foam", "carpet-on-underlay", "carpet-stuck-down"],
    spill: { families: ["urine", "protein"], ranTo: ["foam", "below"] },
  },
  h: {
    name: "Headliners and pads on glue",
    about: "where glue holds what you see",
    tempC: [15, 22],
    humidityPct: [45, 65],
    wantedH: [8, 24],
    worn: 0.2,
    runs: 0.1,
    wired: 0,
    builds: ["glue-held"],
  },
  k: {
    name: "A promise to keep",
    about: "wanted soon, with little kit",
    tempC: [10, 17],
    humidityPct: [55, 75],
    wantedH: [4, 6, 8],
    worn: 0.1,
    runs: 0.1,
    wired: 0,
    damaged: 0.5,
    owned: ["wet-vacuum", "extractor", "everything"],
  },
  w: {
    name: "Cloth that browns",
    about: "of cloth that browns, in a cool house",
    tempC: [12, 17],
    humidityPct: [55, 72],
    wantedH: [12, 24],
    worn: 0.1,
    runs: 0.1,
    wired: 0,
    materials: ["cotton", "linen", "viscose", "jute"],
    owned: ["extractor", "everything"],
  },
  m: {
    name: "A cabin in the cold",
    tempC: [4, 10],
    humidityPct: [60, 80],
    wantedH: [8, 12, 24],
    worn: 0.2,
    runs: 0.15,
    wired: 0.4,
    parts: ["r1-s1-base"],
    materials: ["polyester", "nylon", "suede-look"],
  },
} as const satisfies Record<string, Level>;

/** A cabin has several parts under one clock, one owner and one air. */
export const CABIN_LEVEL = "m";
export const CABIN_PARTS = [
  { words: "Driver's seat", part: "r1-s1-base", of: "seats" },
  { words: "Back seat", part: "r2-s2-base", of: "seats" },
  { words: "Driver's floor", part: "r1-foot-left", of: "floor" },
  { words: "Headliner", part: "headliner", of: "headliner" },
] as const;
export type LevelId = keyof typeof LEVELS;
export const LEVEL_IDS = Object.keys(LEVELS) as LevelId[];
/** A level's row with its optional columns in view. @example levelOf("f").spill?.ranTo // ["face"] */
export const levelOf = (id: LevelId): Level => LEVELS[id];
/** How hard a piece is, and cases about one thing. */
export const HARD_IDS = LEVEL_IDS.filter((id) => !levelOf(id).about);
export const THEME_IDS = LEVEL_IDS.filter((id) => levelOf(id).about);

const both = <T>(its: readonly T[], only: readonly T[] | undefined): readonly T[] =>
  only ? its.filter((each) => only.includes(each)) : its;

/** The pieces a level draws from, each with the fibres and builds that it may have there. */
export const piecesOf = (id: LevelId): readonly PracticePiece[] => {
  const { parts, materials, builds } = levelOf(id);
  return PIECES.map((piece) => ({
    ...piece,
    materials: both(piece.materials, materials),
    builds: both(piece.builds, builds),
  })).filter(
    (piece) => piece.materials.length > 0 && piece.builds.length > 0 && (!parts || parts.includes(piece.part)),
  );
};

/** A seed of a whole piece as somebody typed it. @returns undefined where it is none @example readPieceSeed("CKWRTZ") // "ckwrtz" */
export function readPieceSeed(text: string): string | undefined {
  const [level = "", ...rest] = text.trim().toLowerCase();
  const seed = readSeed(rest.join(""));
  return LEVEL_IDS.some((id) => id === level) && seed ? level + seed : undefined;
}

/** What may be found out, and how long each takes, min. Judgement. */
export const FINDS = {
  owner: { name: "Ask the owner", minutes: 1, why: "Only the owner knows when it is needed and what went on it." },
  look: {
    name: "Look it over, and under it",
    minutes: 1,
    why: "Build, label, age and what lies beside it decide water, heat and hands.",
  },
  fibre: {
    name: "Burn a loose thread",
    minutes: 2,
    why: "What such a piece usually is, is no proof of what this one is.",
  },
  towel: {
    name: "Wipe it with a white towel",
    minutes: 0.5,
    why: "How soiled it is decides the way through, and how often.",
  },
  patch: { name: "A trial patch", minutes: 14, why: "One round on a hand's size tells what all of them will do." },
  damp: { name: "Moisture meter", minutes: 1, why: "What is damp inside shows nothing outside." },
  feel: {
    name: "Press a dry towel into the spill",
    minutes: 1,
    why: "What ran in comes up again, unless water goes as deep and is drawn off.",
  },
} as const;
export type FindId = keyof typeof FINDS;
export const FIND_IDS = Object.keys(FINDS) as FindId[];

/** The agents that may go on all over. */
export const PUT_AGENTS = [
  "neutral-cleaner",
  "shampoo",
  "alkaline-prespray",
  "degreaser",
  "enzyme",
  "acid-spotter",
  "peroxide",
  "solvent",
  "acid-rinse",
  "water",
] as const satisfies readonly AgentId[];
/** What else a shelf holds: nothing is kept from a learner's hands. */
export const OTHER_AGENTS: readonly AgentId[] = AGENT_IDS.filter((id) => !PUT_AGENTS.some((each) => each === id));
export const BRUSHES = [
  "towel",
  "tamp",
  "soft-brush",
  "horsehair-brush",
  "medium-brush",
  "drill-brush",
  "stiff-brush",
] as const satisfies readonly ToolId[];
/** Wiped on with a towel, misted, sprayed, soaked, L/m². Judgement. */
export const AMOUNTS = { wiped: 0.06, misted: 0.12, sprayed: 0.2, soaked: 0.6 } as const;
export const STRENGTHS = { half: 0.5, label: 1, double: 2 } as const;
export const WATERS_C = { cold: 20, lukewarm: 35, hot: 45, scalding: 60 } as const;
export const WAITS_MIN = [2, 5, 10, 20, 60, 240] as const;
