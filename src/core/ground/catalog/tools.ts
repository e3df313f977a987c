import type { Sourced } from "@/core/ground/quantity/provenance";
import type { MachineId } from "./machines";
import type { RoleId } from "./roles";

interface Tool extends Sourced {
  name: string;
  /** 0 gentlest; the order of trade use from gloved hand to stiff brush. */
  aggressiveness: number;
  pressure: "none" | "light" | "firm";
  /** Share of what a medium brush works, in the model of cleaning. Judgement. */
  agitation: number;
  /** Where it fits, in words. */
  where: string;
  /** The parts it is for; absent: any. */
  fits?: readonly RoleId[];
  /** Bare hands of the trade: always there, or come with a machine; not taken off the shelf one by one. */
  always?: true;
  /** Its motor sparks. */
  powered?: true;
  /** Of no use without this machine. */
  turnedBy?: MachineId;
}

const FLOORS: readonly RoleId[] = ["mat", "field", "lane", "doorway", "tread", "footwell", "boot"];

const UPHOLSTERY: readonly RoleId[] = [
  "base",
  "crevice",
  "back",
  "bolster",
  "airbag-bolster",
  "headrest",
  "arm",
  "front",
  "rail",
  "side",
  "top",
  "headliner",
  "door-cloth",
];

/** From gentle to strong. Aggressiveness and where they fit are practice, agitation is judgement. */
export const TOOLS = {
  hand: {
    name: "gloved hand",
    aggressiveness: 0,
    pressure: "light",
    agitation: 0.3,
    where: "works enzyme in and leaves it there",
    always: true,
    mark: "practice",
  },
  towel: {
    name: "white towel",
    aggressiveness: 1,
    pressure: "light",
    agitation: 0.35,
    where: "everywhere",
    always: true,
    mark: "practice",
  },
  vacuum: {
    name: "vacuum with a crevice tool",
    aggressiveness: 1,
    pressure: "none",
    agitation: 0,
    where: "everything dry",
    always: true,
    powered: true,
    mark: "practice",
  },
  "blow-gun": {
    name: "blow gun, 2 bar at most",
    aggressiveness: 1,
    pressure: "none",
    agitation: 0,
    where: "seams, rails, hard crevices",
    always: true,
    powered: true,
    mark: "practice",
  },
  "microfibre-cloth": {
    name: "white microfibre cloth",
    aggressiveness: 1,
    pressure: "light",
    agitation: 0.35,
    where: "flat cloth, headliner, hard trim",
    mark: "practice",
  },
  "terry-towel": {
    name: "white terry towel",
    aggressiveness: 1,
    pressure: "light",
    agitation: 0.35,
    where: "carpet: it soaks",
    fits: FLOORS,
    mark: "practice",
  },
  "rubber-block": {
    name: "rubber block or glove",
    aggressiveness: 1,
    pressure: "light",
    agitation: 0,
    where: "hair",
    mark: "practice",
  },
  tamp: {
    name: "soft brush, tamping",
    aggressiveness: 2,
    pressure: "light",
    agitation: 0.5,
    where: "old, fragile or rubbed-shy cloth",
    mark: "practice",
  },
  scraper: {
    name: "blunt scraper",
    aggressiveness: 2,
    pressure: "light",
    agitation: 0,
    where: "lumps, chilled",
    mark: "practice",
  },
  "soft-brush": {
    name: "soft brush",
    aggressiveness: 3,
    pressure: "light",
    agitation: 0.7,
    where: "cloth seats",
    mark: "practice",
  },
  "horsehair-brush": {
    name: "horsehair brush",
    aggressiveness: 3,
    pressure: "light",
    agitation: 0.75,
    where: "leather, flat cloth",
    fits: UPHOLSTERY,
    mark: "practice",
  },
  "detail-brush": {
    name: "detail brush",
    aggressiveness: 3,
    pressure: "light",
    agitation: 0.7,
    where: "small circles: buttons, trim, vents",
    mark: "practice",
  },
  toothbrush: {
    name: "seam brush",
    aggressiveness: 4,
    pressure: "light",
    agitation: 0.8,
    where: "seams, piping, rails, with the nozzle behind",
    mark: "practice",
  },
  extractor: {
    name: "extractor",
    aggressiveness: 4,
    pressure: "light",
    agitation: 0.4,
    where: "what may be wetted",
    always: true,
    powered: true,
    mark: "practice",
  },
  steamer: {
    name: "steamer, head wrapped in a towel",
    aggressiveness: 4,
    pressure: "light",
    agitation: 0.4,
    where: "what may be heated",
    always: true,
    powered: true,
    mark: "practice",
  },
  "medium-brush": {
    name: "medium brush",
    aggressiveness: 5,
    pressure: "firm",
    agitation: 1,
    where: "seats and carpet: follows contours",
    mark: "practice",
  },
  "drill-brush": {
    name: "soft drill brush, low speed",
    aggressiveness: 6,
    pressure: "light",
    agitation: 1.5,
    where: "seats and carpet with trodden-in grit",
    powered: true,
    turnedBy: "drill",
    mark: "practice",
  },
  "stiff-brush": {
    name: "stiff brush",
    aggressiveness: 7,
    pressure: "firm",
    agitation: 1.6,
    where: "loose mats and hard-wearing carpet",
    fits: FLOORS,
    mark: "practice",
  },
  "scrub-pad": {
    name: "scrub pad",
    aggressiveness: 8,
    pressure: "firm",
    agitation: 1.8,
    where: "rubber mats",
    fits: ["mat"],
    mark: "practice",
  },
  "spray-bottle": {
    name: "trigger spray bottle",
    aggressiveness: 0,
    pressure: "none",
    agitation: 0,
    where: "marks",
    mark: "practice",
  },
  "pump-sprayer": {
    name: "pump sprayer",
    aggressiveness: 0,
    pressure: "none",
    agitation: 0,
    where: "panels and rooms",
    mark: "practice",
  },
  bucket: {
    name: "bucket",
    aggressiveness: 0,
    pressure: "none",
    agitation: 0,
    where: "rinse water, belts, mats",
    mark: "practice",
  },
  clamp: {
    name: "belt clamps",
    aggressiveness: 0,
    pressure: "none",
    agitation: 0,
    where: "belts, pulled out to dry",
    mark: "practice",
  },
  "fabric-shaver": {
    name: "fine abrasive, about 800 grit",
    aggressiveness: 6,
    pressure: "light",
    agitation: 0,
    where: "pilling on suede-look, dry, once",
    fits: ["base", "back", "bolster", "headrest", "arm"],
    mark: "practice",
  },
} as const satisfies Record<string, Tool>;

export type ToolId = keyof typeof TOOLS;
const TOOL_IDS = Object.keys(TOOLS) as [ToolId, ...ToolId[]];
/**  @example toolOf("drill-brush").powered // true */
export const toolOf = (id: ToolId): Tool => TOOLS[id];
/** What a technician may have or lack. */
export const SHELF_TOOL_IDS = TOOL_IDS.filter((id) => !toolOf(id).always);
