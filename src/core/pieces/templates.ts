/** Parametric patterns of the pieces. A template turns a piece's own dimensions into its parts, drawn flat in millimetres. */

export interface Rect {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

export interface Part {
  part: string;
  name: string;
  shape: Rect;
  /** What the part's build is in nearly every such piece, when nobody has looked closer. Only ever the careful side. */
  build?: "glue-held";
}

export interface Dimensions {
  lengthMm: number;
  depthMm: number;
  backMm?: number;
}

export interface Template {
  name: string;
  /** Which sides the technician types. */
  asks: readonly (keyof Dimensions)[];
  usual: Dimensions;
  parts: (size: Dimensions) => Part[];
}

const GAP_MM = 60;
const RAIL_MM = 220;
const USUAL_BACK_MM = 500;

const rect = (xMm: number, yMm: number, widthMm: number, heightMm: number): Rect => ({ xMm, yMm, widthMm, heightMm });

function bases(lengthMm: number, depthMm: number, xMm: number, yMm: number, names: readonly string[]): Part[] {
  const widthMm = lengthMm / names.length;
  return names.map((name, index) => ({ part: `base-${index + 1}`, name, shape: rect(xMm + index * widthMm, yMm, widthMm, depthMm) }));
}

/** Back over three bases, a glue-held front rail, and the footwell before it. */
function benchSeat({ lengthMm, depthMm, backMm = USUAL_BACK_MM }: Dimensions): Part[] {
  const baseTop = backMm + GAP_MM;
  const railTop = baseTop + depthMm + GAP_MM;
  return [
    { part: "back", name: "Back", shape: rect(0, 0, lengthMm, backMm) },
    ...bases(lengthMm, depthMm, 0, baseTop, ["Base left", "Base mid", "Base right"]),
    { part: "rail", name: "Front rail", shape: rect(0, railTop, lengthMm, RAIL_MM), build: "glue-held" },
    { part: "footwell", name: "Footwell", shape: rect(0, railTop + RAIL_MM + GAP_MM, lengthMm, 800) },
  ];
}

const ARM_MM = 200;

/** Back over two bases between two arms, and the front below. */
function settee({ lengthMm, depthMm, backMm = USUAL_BACK_MM }: Dimensions): Part[] {
  const baseTop = backMm + GAP_MM;
  const inner = Math.max(lengthMm - 2 * (ARM_MM + GAP_MM), 100);
  return [
    { part: "back", name: "Back", shape: rect(ARM_MM + GAP_MM, 0, inner, backMm) },
    { part: "arm-left", name: "Arm left", shape: rect(0, baseTop, ARM_MM, depthMm) },
    ...bases(inner, depthMm, ARM_MM + GAP_MM, baseTop, ["Base left", "Base right"]),
    { part: "arm-right", name: "Arm right", shape: rect(ARM_MM + 2 * GAP_MM + inner, baseTop, ARM_MM, depthMm) },
    { part: "front", name: "Front", shape: rect(ARM_MM + GAP_MM, baseTop + depthMm + GAP_MM, inner, 250) },
  ];
}

/** A rectangular carpet: the third by the door, the lane, the far third. */
function carpet({ lengthMm, depthMm }: Dimensions): Part[] {
  const third = lengthMm / 3;
  return ["By the door", "Middle", "Far end"].map((name, index) => ({ part: `field-${index + 1}`, name, shape: rect(index * third, 0, third, depthMm) }));
}

export const TEMPLATES = {
  "bench-seat": { name: "Bench seat", asks: ["lengthMm", "depthMm", "backMm"], usual: { lengthMm: 1800, depthMm: 520, backMm: 500 }, parts: benchSeat },
  settee: { name: "Settee", asks: ["lengthMm", "depthMm", "backMm"], usual: { lengthMm: 1700, depthMm: 560, backMm: 520 }, parts: settee },
  carpet: { name: "Carpet", asks: ["lengthMm", "depthMm"], usual: { lengthMm: 4200, depthMm: 1600 }, parts: carpet },
} as const satisfies Record<string, Template>;

export type TemplateId = keyof typeof TEMPLATES;
export const TEMPLATE_IDS = Object.keys(TEMPLATES) as [TemplateId, ...TemplateId[]];
/** A template with its optional columns in view. */
export const templateOf = (id: TemplateId): Template => TEMPLATES[id];
