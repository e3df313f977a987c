import type { Sourced } from "@/core/ground/quantity/provenance";
import { BESIDES, type BesideId } from "./besides";

/** What is no cloth: it is wiped, and no step made for cloth goes on it. All common practice; minutes are judgement. */
interface Surface extends Sourced {
  name: string;
  /** The short step beside the cloth that it takes the place of. */
  instead: BesideId;
  title: string;
  how: string;
  check: string;
  /** While mould is not ruled out on it: nothing dry, nothing that stirs spores up. */
  dampTitle: string;
  /** Before the first of it, and for each square metre, min. */
  startMin: number;
  minPerM2: number;
  /** Conditioner, mL/m². */
  doseMlPerM2: number;
  /** Said beside the disinfectant. */
  disinfectant: string;
}

const SURFACES = {
  leather: {
    name: "Coated leather or vinyl",
    instead: "leather",
    title: BESIDES.leather.title,
    how: BESIDES.leather.how,
    check: BESIDES.leather.check,
    dampTitle: "Wipe the coating of the leather, damp only",
    startMin: 3,
    minPerM2: 8,
    doseMlPerM2: 20,
    disinfectant:
      "Only one whose label names coated leather or vinyl, tried where nobody looks: many dull the coating, and none goes on bare leather.",
    mark: "practice",
  },
  hard: {
    name: "Hard surface",
    instead: "trim",
    title: BESIDES.trim.title,
    how: BESIDES.trim.how,
    check: BESIDES.trim.check,
    dampTitle: "Wipe the hard trim, damp only",
    startMin: 2,
    minPerM2: 6,
    doseMlPerM2: 0,
    disinfectant: "Hard surfaces are what most labels claim. Off screens and polished wood.",
    mark: "practice",
  },
} as const satisfies Record<string, Surface>;

/** How, while mould is not ruled out: as of hard surfaces in the EPA guidance, from memory. */
export const DAMP_HOW =
  "Neutral cleaner on a damp cloth, one way, turned often; the cloths into a bag afterwards. " +
  "Nothing dry, nothing that stirs it up. Dry it at once.";

export type SurfaceId = keyof typeof SURFACES;
export const SURFACE_IDS = Object.keys(SURFACES) as [SurfaceId, ...SurfaceId[]];
/** A row with its optional columns in view. @example surfaceOf("hard").instead // "trim" */
export const surfaceOf = (id: SurfaceId): Surface => SURFACES[id];

/** What a part is of: cloth, which is taken for granted, or what is none. */
export const OF_WHAT = { cloth: "Cloth", leather: SURFACES.leather.name, hard: SURFACES.hard.name } as const;
export type OfWhat = keyof typeof OF_WHAT;
export const OF_WHAT_IDS = Object.keys(OF_WHAT) as [OfWhat, ...OfWhat[]];
