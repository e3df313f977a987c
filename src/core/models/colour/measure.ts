import { contours } from "d3-contour";
import { CARDS, type CardId } from "@/core/ground/catalog/cards";
import { deltaE2000 } from "./deltaE";
import { labOf, LINEAR_OF_STEP, type Lab, type Linear } from "./lab";

/** A picture to numbers: light set right on a card, the mark against the cloth around it, its outline and area. */

/** Part of a picture, four bytes a pixel. */
export interface Pixels {
  data: Uint8ClampedArray;
  widthPx: number;
  heightPx: number;
}

export interface Point {
  /** Share of the picture's width, from the left. */
  x: number;
  /** Share of its height, from the top. */
  y: number;
}

/** What somebody pointed at; radii as shares of the picture's width. */
export interface Picks {
  card: CardId;
  cardAt: Point & { r: number };
  /** The white it is told by is the towel itself, so no edge of a card is looked for. */
  cardIsCloth?: boolean;
  mark: Point & { rx: number; ry: number };
  /** A line over a known length. */
  scale?: { from: Point; to: Point; lengthMm: number };
  /** The mark as it was outlined before, to be read again in the same place. */
  region?: readonly Point[];
}

export interface Measured {
  mark: Lab;
  cloth: Lab;
  outline: Point[];
  /** Absent without a scale. */
  areaMm2?: number;
}

/** Of a picture, in words: what is wrong with it and what to do. */
export class BadPicture extends Error {}

export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** As much of the ring around the mark counts as surrounding cloth. Judgement. */
const RING = { from: 1.15, to: 1.7 };
/** Cells of the field that is searched for the outline: enough for its area, few enough to be quick. */
const MOST_CELLS = 40_000;
/** Of cells at least so wide, every other pixel of every other row is enough. */
const THIN_FROM_PX = 6;
/** The ring lies inside the card: so much further it reaches. */
const WHOLE_CARD = 1.3;
const ENOUGH_OF_CARD_PX = 40;
/** Beside the card: past the corners of a square one that its ring fills, in radii of the ring. */
const BESIDE_CARD = { from: 2, to: 2.6 };
/** What is less than this from its cloth nobody sees on a textured face, ΔE 2000. Judgement. */
const SEEN_FROM = 2.3;
const TIMES_UNEVEN = 3;
/** Blots smaller than this share of the largest are dirt of the picture. Judgement. */
const LEAST_BLOT = 0.02;
const MOST_OUTLINE = 80;
/** A card this dark or this uneven, or a picture this burnt out, tells nothing. Judgement. */
const [DARKEST_OF_CARD, MOST_UNEVEN, MOST_CLIPPED, MOST_TINT, LEAST_CARD_PX] = [0.15, 0.25, 0.03, 3, 40];

/** The parts of the picture that are read, px; nothing else of it is. @param size of the whole picture */
function boxesOf(
  { cardAt, mark }: Picks,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): { card: Box; mark: Box } {
  const within = (x: number, y: number, rx: number, ry: number): Box => {
    const [left, top] = [Math.max(0, Math.floor(x - rx)), Math.max(0, Math.floor(y - ry))];
    return {
      left,
      top,
      width: Math.max(1, Math.min(widthPx, Math.ceil(x + rx)) - left),
      height: Math.max(1, Math.min(heightPx, Math.ceil(y + ry)) - top),
    };
  };
  const px = (share: number) => share * widthPx;
  return {
    card: within(px(cardAt.x), cardAt.y * heightPx, px(cardAt.r) * BESIDE_CARD.to, px(cardAt.r) * BESIDE_CARD.to),
    mark: within(px(mark.x), mark.y * heightPx, px(mark.rx) * RING.to, px(mark.ry) * RING.to),
  };
}

/**
 * @param size of the whole picture, px
 * @param read the pixels of a part of it
 * @throws BadPicture with a sentence when the picture cannot be trusted
 * @example measurePicture({ ...picks, cardAt: { x: 0.5, y: 0.5, r: 0.2 } }, { widthPx: 4, heightPx: 4 },
 *   () => noPixels) // throws "No card is pointed at"
 */
export function measurePicture(
  picks: Picks,
  size: { widthPx: number; heightPx: number },
  read: (box: Box) => Pixels,
): Measured {
  const boxes = boxesOf(picks, size);
  const gains = gainsOf(picks, size, boxes.card, read(boxes.card));
  const field = fieldOf(read(boxes.mark), gains);
  const { columns, cell } = field;
  const toPicture = ([x, y]: readonly number[]): Point => ({
    x: (x! * cell + boxes.mark.left) / size.widthPx,
    y: (y! * cell + boxes.mark.top) / size.heightPx,
  });
  const toCells = ({ x, y }: Point) =>
    [(x * size.widthPx - boxes.mark.left) / cell, (y * size.heightPx - boxes.mark.top) / cell] as const;
  const out = distances(picks, field, toCells, size.widthPx / cell);
  const { cloth, clothLight, unevenness } = clothAround(field, out);
  // The field is cut off at the oval's rim, so that the outline closes there.
  const apart = out.map((far, index) => (far <= 1 ? deltaE2000(cloth, field.lab(index)) : 0));
  const seen = seenParts(apart, columns, Math.max(SEEN_FROM, TIMES_UNEVEN * unevenness));
  const { areaCells, allCells, rim } = blotsOf(seen, columns);
  const region = picks.region?.map(toCells);
  const inMark = region
    ? out.map((far, index) =>
        far < 2 && isInside(region, (index % columns) + 0.5, Math.floor(index / columns) + 0.5) ? 1 : 0,
      )
    : areaCells > 0
      ? seen.map((each) => (each > 1 ? 1 : 0))
      : out.map((far) => (far <= 1 ? 1 : 0));
  const colour = colourWithin(field, inMark);
  if (!colour) throw new BadPicture("The place where the mark was lies outside this picture. Point at it again.");
  const mmPerPx = mmPerPixel(picks, size);
  const sharp = areaCells > 0 ? byShares(field, seen, { cloth: clothLight, mark: colour }, allCells) : 1;
  return {
    mark: labOf(colour),
    cloth,
    outline: thinned(rim).map(toPicture),
    ...(mmPerPx === undefined ? {} : { areaMm2: areaCells * sharp * (cell * mmPerPx) ** 2 }),
  };
}

/**
 * By how much each channel of a picture has to be made lighter so that its card looks as it is, in linear light: two
 * pictures so shown are shown in the same light.
 * @param picks the card and where it lies
 * @param size of the whole picture, px
 * @param read the pixels of a part of it
 * @throws BadPicture with a sentence when the card tells nothing
 * @example lightOf({ card: "grey-card", cardAt: { x: 0.5, y: 0.5, r: 0.2 } }, { widthPx: 4, heightPx: 4 },
 *   () => noPixels) // throws "No card is pointed at"
 */
export function lightOf(
  picks: Pick<Picks, "card" | "cardAt" | "cardIsCloth">,
  size: { widthPx: number; heightPx: number },
  read: (box: Box) => Pixels,
): Linear {
  const all = { ...picks, mark: { ...picks.cardAt, rx: picks.cardAt.r, ry: picks.cardAt.r } };
  const { card } = boxesOf(all, size);
  return gainsOf(all, size, card, read(card));
}

/**
 * How far out of the pointed-at oval each cell lies, 1 on its rim; beyond everything where the card lies.
 * @param wide cells over the picture's width
 */
function distances(
  { mark, cardAt }: Picks,
  { columns, rows }: Field,
  toCells: (point: Point) => readonly [number, number],
  wide: number,
): Float64Array {
  const [[cx, cy], [kx, ky]] = [toCells(mark), toCells(cardAt)];
  const [rx, ry, kr] = [mark.rx * wide, mark.ry * wide, cardAt.r * wide * WHOLE_CARD];
  const out = new Float64Array(columns * rows);
  for (let index = 0; index < out.length; index++) {
    const [x, y] = [(index % columns) + 0.5, Math.floor(index / columns) + 0.5];
    out[index] =
      (x - kx) ** 2 + (y - ky) ** 2 < kr ** 2 ? Infinity : Math.sqrt(((x - cx) / rx) ** 2 + ((y - cy) / ry) ** 2);
  }
  return out;
}

/** What the mark is made of: how many cells in all, and the rim of its largest blot. @param seen over 1 where it is */
function blotsOf(
  seen: Float64Array,
  columns: number,
): { areaCells: number; allCells: number; rim: readonly number[][] } {
  const [found] = contours()
    .size([columns, seen.length / columns])
    .thresholds([1])(Array.from(seen));
  const blots = found!.coordinates.map((rings) => ({
    rim: rings[0]!,
    cells: rings.reduce((sum, ring, index) => sum + (index === 0 ? 1 : -1) * Math.abs(areaOf(ring)), 0),
  }));
  const largest = blots.reduce((best, blot) => (blot.cells > best.cells ? blot : best), {
    rim: [] as number[][],
    cells: 0,
  });
  return {
    areaCells: blots.reduce((sum, { cells }) => (cells >= LEAST_BLOT * largest.cells ? sum + cells : sum), 0),
    allCells: blots.reduce((sum, { cells }) => sum + cells, 0),
    rim: largest.rim,
  };
}

/** Where the light of a rim says another area than its outline by more than this, it fades and has no sharp rim. Judgement. */
const SHARP_WITHIN = 0.03;

/**
 * What the outline's area has to be multiplied by: a cell that the rim runs through is mark by as much as its light is.
 * @param outlined cells within the outline
 */
function byShares(
  { columns, light }: Field,
  seen: Float64Array,
  { cloth, mark }: { cloth: Linear; mark: Linear },
  outlined: number,
): number {
  const [dr, dg, db] = [mark.r - cloth.r, mark.g - cloth.g, mark.b - cloth.b];
  const square = dr * dr + dg * dg + db * db;
  if (square < 1e-9) return 1;
  let cells = 0;
  for (let index = 0; index < seen.length; index++) {
    let [least, most] = [Infinity, -Infinity];
    for (let down = -RIM_CELLS; down <= RIM_CELLS; down++)
      for (let along = -RIM_CELLS; along <= RIM_CELLS; along++) {
        const each = seen[index + down * columns + along];
        if (each === undefined) continue;
        if (each < least) least = each;
        if (each > most) most = each;
      }
    if (most <= 1) continue;
    if (least > 1) {
      cells += 1;
      continue;
    }
    const { r, g, b } = light(index);
    cells += ((r - cloth.r) * dr + (g - cloth.g) * dg + (b - cloth.b) * db) / square;
  }
  const factor = cells / outlined;
  return Math.abs(factor - 1) <= SHARP_WITHIN ? factor : 1;
}

/**
 * Its rim is half cloth: what lies well inside tells its colour, where enough of it does.
 * @param inMark 1 where the mark is
 */
function colourWithin({ columns, mean }: Field, inMark: Float64Array): Linear | undefined {
  const down = RIM_CELLS * columns;
  const wellInside = (index: number) =>
    inMark[index]! *
      inMark[index - RIM_CELLS]! *
      inMark[index + RIM_CELLS]! *
      inMark[index - down]! *
      inMark[index + down]! >
    0;
  return mean(wellInside) ?? mean((index) => inMark[index]! > 0);
}

/** What the card and what lies beside it add up to. */
interface CardSums {
  on: Linear & { n: number };
  beside: Linear & { n: number };
  /** Of the green, squared. */
  squares: number;
  clipped: number;
}

/** @param box where the given pixels lie */
function sumsOfCard(
  { cardAt }: Picks,
  size: { widthPx: number; heightPx: number },
  box: Box,
  { data, widthPx, heightPx }: Pixels,
): CardSums {
  const [cx, cy, r] = [cardAt.x * size.widthPx - box.left, cardAt.y * size.heightPx - box.top, cardAt.r * size.widthPx];
  const sums: CardSums = { on: { r: 0, g: 0, b: 0, n: 0 }, beside: { r: 0, g: 0, b: 0, n: 0 }, squares: 0, clipped: 0 };
  // A large card is told by fewer of its pixels as well.
  const stride = Math.max(1, Math.floor(r / ENOUGH_OF_CARD_PX));
  for (let y = 0; y < heightPx; y += stride)
    for (let x = 0; x < widthPx; x += stride) {
      const far = Math.sqrt((x + 0.5 - cx) ** 2 + (y + 0.5 - cy) ** 2) / r;
      if (far > 1 && far < BESIDE_CARD.from) continue;
      const sum = far <= 1 ? sums.on : sums.beside;
      const at = 4 * (y * widthPx + x);
      const g = LINEAR_OF_STEP[data[at + 1]!]!;
      sum.r += LINEAR_OF_STEP[data[at]!]!;
      sum.g += g;
      sum.b += LINEAR_OF_STEP[data[at + 2]!]!;
      sum.n += 1;
      if (far > 1) continue;
      sums.squares += g * g;
      if (Math.max(data[at]!, data[at + 1]!, data[at + 2]!) >= 254) sums.clipped += 1;
    }
  return sums;
}

/** What each channel is multiplied by so that the card looks as it is. @param box where the given pixels lie */
function gainsOf(picks: Picks, size: { widthPx: number; heightPx: number }, box: Box, pixels: Pixels): Linear {
  const sums = sumsOfCard(picks, size, box, pixels);
  const { on, beside } = sums;
  if (on.n < LEAST_CARD_PX)
    throw new BadPicture(
      "No card is pointed at: put the card's ring on a card that lies in the picture, and make it as large as fits.",
    );
  const mean = { r: on.r / on.n, g: on.g / on.n, b: on.b / on.n };
  checkCard(picks, mean, sums);
  const { reflectance } = CARDS[picks.card];
  const gains = { r: reflectance / mean.r, g: reflectance / mean.g, b: reflectance / mean.b };
  const grey = labOf({ r: reflectance, g: reflectance, b: reflectance });
  const around = labOf({
    r: (beside.r / beside.n) * gains.r,
    g: (beside.g / beside.n) * gains.g,
    b: (beside.b / beside.n) * gains.b,
  });
  if (!picks.cardIsCloth && beside.n > 0 && deltaE2000(grey, around) < SEEN_FROM)
    throw new BadPicture(
      "No card is to be seen where the ring lies: what is about it looks the same. Lay a grey or white card " +
        "beside the mark, and make the ring as large as fits on it.",
    );
  return gains;
}

/** @throws BadPicture where what is pointed at cannot tell the light */
function checkCard({ card }: Picks, mean: Linear, { on, squares, clipped }: CardSums) {
  const { reflectance, name } = CARDS[card];
  if (clipped > MOST_CLIPPED * on.n)
    throw new BadPicture(
      `The ${name.toLowerCase()} is burnt out to pure white: its colour is lost. Take the picture again with less light.`,
    );
  if (mean.g < DARKEST_OF_CARD * reflectance)
    throw new BadPicture("The picture is too dark to read a colour from. Take it again with more light.");
  if (Math.sqrt(Math.max(0, squares / on.n - mean.g ** 2)) > MOST_UNEVEN * mean.g)
    throw new BadPicture(
      "What is pointed at as the card is not of one colour: the ring must lie on the card alone, without shine or shadow.",
    );
  if (Math.max(mean.r, mean.g, mean.b) > MOST_TINT * Math.min(mean.r, mean.g, mean.b))
    throw new BadPicture(
      "What is pointed at as the card is not grey, or the light is strongly coloured. Take it by daylight or a white lamp.",
    );
}

interface Field {
  /** Side of a cell, px. */
  cell: number;
  columns: number;
  rows: number;
  lab: (index: number) => Lab;
  light: (index: number) => Linear;
  /** Mean light of the cells that count; undefined when none does. */
  mean: (counts: (index: number) => boolean) => Linear | undefined;
}

/** Light added up by cells, three channels each. */
interface CellSums {
  light: Float64Array;
  /** Pixels counted of each cell. */
  counted: Float64Array;
  clipped: number;
  black: number;
}

function sumsOfCells({ data, widthPx }: Pixels, cell: number, columns: number, rows: number): CellSums {
  const light = new Float64Array(3 * columns * rows);
  const counted = new Float64Array(columns * rows);
  const step = LINEAR_OF_STEP;
  let [clipped, black] = [0, 0];
  const stride = cell >= THIN_FROM_PX ? 2 : 1;
  for (let y = 0; y < rows * cell; y += stride) {
    const row = Math.floor(y / cell) * columns;
    for (let column = 0; column < columns; column++) {
      let [r, g, b] = [0, 0, 0];
      const from = 4 * (y * widthPx + column * cell);
      for (let at = from; at < from + 4 * cell; at += 4 * stride) {
        const [dr, dg, db] = [data[at]!, data[at + 1]!, data[at + 2]!];
        r += step[dr]!;
        g += step[dg]!;
        b += step[db]!;
        if (dr >= 254 || dg >= 254 || db >= 254) clipped += 1;
        else if (dr <= 1 && dg <= 1 && db <= 1) black += 1;
      }
      const to = 3 * (row + column);
      light[to]! += r;
      light[to + 1]! += g;
      light[to + 2]! += b;
      counted[row + column]! += Math.ceil(cell / stride);
    }
  }
  return { light, counted, clipped, black };
}

/** @throws BadPicture where too much of the cloth is burnt out or black */
function checkLight({ counted, clipped, black }: CellSums) {
  const pixels = counted.reduce((sum, each) => sum + each, 0);
  if (clipped > MOST_CLIPPED * pixels)
    throw new BadPicture(
      `${Math.round((100 * clipped) / pixels)} % of the cloth in this picture is burnt out: its colour is ` +
        "lost. Take it again with less light or without the flash.",
    );
  if (black > 10 * MOST_CLIPPED * pixels)
    throw new BadPicture(
      "Much of the cloth in this picture is pure black: it is too dark to read a colour from. Take it again with more light.",
    );
}

/** The picture in cells: means of light, so that threads and noise even out. */
function fieldOf(pixels: Pixels, gains: Linear): Field {
  const { widthPx, heightPx } = pixels;
  const cell = Math.max(1, Math.ceil(Math.sqrt((widthPx * heightPx) / MOST_CELLS)));
  const [columns, rows] = [Math.floor(widthPx / cell), Math.floor(heightPx / cell)];
  if (columns < 8 || rows < 8)
    throw new BadPicture("The mark is too small in this picture to be read. Take it from nearer.");
  const sums = sumsOfCells(pixels, cell, columns, rows);
  checkLight(sums);
  const { light, counted } = sums;
  const at = (index: number): Linear => {
    const n = counted[index]!;
    return {
      r: (light[3 * index]! * gains.r) / n,
      g: (light[3 * index + 1]! * gains.g) / n,
      b: (light[3 * index + 2]! * gains.b) / n,
    };
  };
  const mean = (counts: (index: number) => boolean) => {
    let [r, g, b, n] = [0, 0, 0, 0];
    for (let index = 0; index < columns * rows; index++) {
      if (!counts(index)) continue;
      const each = at(index);
      r += each.r;
      g += each.g;
      b += each.b;
      n += 1;
    }
    return n === 0 ? undefined : { r: r / n, g: g / n, b: b / n };
  };
  return { cell, columns, rows, lab: (index) => labOf(at(index)), light: at, mean };
}

/** How far the rim of a mark reaches into its neighbours, cells. */
const RIM_CELLS = 2;

/**
 * Over 1 where the mark is: it is seen there, and stands out at least half as much as beside it. On the rim of a mark
 * half is where it ends,
 * however strong it is.
 */
function seenParts(apart: Float64Array, columns: number, seenFrom: number): Float64Array {
  const along = (values: Float64Array, stride: number) => {
    const most = Float64Array.from(values);
    for (const step of [-RIM_CELLS, -1, 1, RIM_CELLS].map((each) => each * stride))
      for (let index = Math.max(0, -step); index < values.length - Math.max(0, step); index++)
        if (values[index + step]! > most[index]!) most[index] = values[index + step]!;
    return most;
  };
  const beside = along(along(apart, 1), columns);
  return apart.map((value, index) => Math.min(value / seenFrom, (2 * value) / Math.max(1e-9, beside[index]!)));
}

/** The cloth around: the ring's middle colour, without what of the mark runs into it. */
function clothAround(field: Field, out: Float64Array): { cloth: Lab; clothLight: Linear; unevenness: number } {
  const inRing = (index: number) => out[index]! >= RING.from && out[index]! <= RING.to;
  const ring = Array.from(out.keys()).filter(inRing);
  if (ring.length < 30)
    throw new BadPicture(
      "No cloth is to be seen around the mark: it needs a hand's breadth of clean cloth about it in the picture.",
    );
  const all = labOf(field.mean(inRing)!);
  const apart = new Map(ring.map((index) => [index, deltaE2000(all, field.lab(index))]));
  const middle = middleOf([...apart.values()]);
  const clothLight = field.mean((index) => (apart.get(index) ?? Infinity) <= 1.5 * middle)!;
  const cloth = labOf(clothLight);
  return { cloth, clothLight, unevenness: middleOf(ring.map((index) => deltaE2000(cloth, field.lab(index)))) };
}

const middleOf = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

/** Area of a closed ring, twice the shoelace halved; sign by its turn. */
const areaOf = (ring: number[][]) =>
  ring.reduce((sum, [x, y], index) => {
    const [nx, ny] = ring[(index + 1) % ring.length]!;
    return sum + (x! * ny! - nx! * y!) / 2;
  }, 0);

const thinned = (ring: readonly number[][]) => {
  const every = Math.max(1, Math.ceil(ring.length / MOST_OUTLINE));
  return ring.filter((_, index) => index % every === 0);
};

/** Crossing count of a ray to the right. */
function isInside(ring: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [[xi, yi], [xj, yj]] = [ring[i]!, ring[j]!];
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) inside = !inside;
  }
  return inside;
}

function mmPerPixel(
  { scale }: Picks,
  { widthPx, heightPx }: { widthPx: number; heightPx: number },
): number | undefined {
  if (!scale) return undefined;
  const px = Math.hypot((scale.to.x - scale.from.x) * widthPx, (scale.to.y - scale.from.y) * heightPx);
  if (px < 10) throw new BadPicture("The scale line is too short: lay it over the whole of a known length.");
  return scale.lengthMm / px;
}
