import type { Sourced } from "../quantity/marks";

export interface Tool extends Sourced {
  name: string;
  /** 0 gentlest; the order of trade use from gloved hand to stiff brush. */
  aggressiveness: number;
  pressure: "none" | "light" | "firm";
}

/** From gentle to strong. */
export const TOOLS = {
  vacuum: { name: "vacuum with a crevice tool", aggressiveness: 1, pressure: "none", mark: "practice" },
  towel: { name: "white towel", aggressiveness: 1, pressure: "light", mark: "practice" },
  hand: { name: "gloved hand", aggressiveness: 0, pressure: "light", mark: "practice" },
  tamp: { name: "soft brush, tamping", aggressiveness: 2, pressure: "light", mark: "practice" },
  "soft-brush": { name: "soft brush", aggressiveness: 3, pressure: "light", mark: "practice" },
  "medium-brush": { name: "medium brush", aggressiveness: 5, pressure: "firm", mark: "practice" },
  "rubber-block": { name: "rubber block or glove", aggressiveness: 1, pressure: "light", mark: "practice" },
  scraper: { name: "blunt scraper", aggressiveness: 2, pressure: "light", mark: "practice" },
  extractor: { name: "extractor", aggressiveness: 4, pressure: "light", mark: "practice" },
  steamer: { name: "steamer, head wrapped in a towel", aggressiveness: 4, pressure: "light", mark: "practice" },
} as const satisfies Record<string, Tool>;

export type ToolId = keyof typeof TOOLS;
