import type { Sourced } from "@/core/ground/quantity/provenance";
import type { BuildId } from "./builds";

export interface LayerRow extends Sourced {
  name: string;
  dryKgPerM3: number;
  /** Water it holds when full, kg/m³. */
  holdsKgPerM3: number;
  /** How fast water evens out in it when full, m²/s; it falls with the third power of how full it is. */
  diffusivityM2PerS: number;
  /** How well vapour gets through it, as a share of still air. */
  vapourFactor: number;
}

/** What pieces are made of, from the face down. Judgement, started from a trial on cloth over foam. */
export const LAYERS = {
  cover: {
    name: "Cover",
    dryKgPerM3: 250,
    holdsKgPerM3: 350,
    diffusivityM2PerS: 2e-7,
    vapourFactor: 0.45,
    mark: "judgement",
  },
  foam: {
    name: "Foam",
    dryKgPerM3: 40,
    holdsKgPerM3: 60,
    diffusivityM2PerS: 3e-8,
    vapourFactor: 0.5,
    mark: "judgement",
  },
  pile: {
    name: "Pile",
    dryKgPerM3: 120,
    holdsKgPerM3: 110,
    diffusivityM2PerS: 2e-7,
    vapourFactor: 0.6,
    mark: "judgement",
  },
  backing: {
    name: "Backing",
    dryKgPerM3: 500,
    holdsKgPerM3: 200,
    diffusivityM2PerS: 5e-8,
    vapourFactor: 0.2,
    mark: "judgement",
  },
  underlay: {
    name: "Underlay",
    dryKgPerM3: 100,
    holdsKgPerM3: 80,
    diffusivityM2PerS: 3e-8,
    vapourFactor: 0.4,
    mark: "judgement",
  },
} as const satisfies Record<string, LayerRow>;

type LayerId = keyof typeof LAYERS;

/** The layers of a build with their usual thickness, mm; what was measured outranks it. Below the last it is shut. Judgement. */
export const STACKS: Record<
  BuildId,
  readonly { layer: LayerId; usualMm: number; measured?: "foamMm" | "backingMm" | "underlayMm" }[]
> = {
  "cover-on-foam": [
    { layer: "cover", usualMm: 2 },
    { layer: "foam", usualMm: 40, measured: "foamMm" },
  ],
  "glue-held": [
    { layer: "cover", usualMm: 1.5 },
    { layer: "foam", usualMm: 4, measured: "foamMm" },
  ],
  "carpet-on-underlay": [
    { layer: "pile", usualMm: 6 },
    { layer: "backing", usualMm: 2, measured: "backingMm" },
    { layer: "underlay", usualMm: 9, measured: "underlayMm" },
  ],
  "carpet-stuck-down": [
    { layer: "pile", usualMm: 5 },
    { layer: "backing", usualMm: 2, measured: "backingMm" },
  ],
  "loose-rug": [
    { layer: "pile", usualMm: 8 },
    { layer: "backing", usualMm: 2, measured: "backingMm" },
  ],
  "loose-mat": [
    { layer: "pile", usualMm: 5 },
    { layer: "backing", usualMm: 2, measured: "backingMm" },
  ],
};
