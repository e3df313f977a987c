/** Where the label of a zone goes: all in screen pixels from the zone's top left. */

const CHARACTER_PX = 7.2;
const BOLD_CHARACTER_PX = 7.9;
/** What a corner of a label outside of its zone costs: more than anything else. */
const NOT_HERE = 1e6;

interface Size {
  width: number;
  height: number;
}
interface Layout extends Size {
  lines: string[];
}
interface Spot {
  layout: Layout;
  left: number;
  bottom: number;
}

export interface Rules {
  size: Size;
  /** What a label does not cover. */
  marks: readonly { left: number; right: number; top: number; bottom: number }[];
  /** Whether a point lies in the zone. */
  inside: (x: number, y: number) => boolean;
}

/** The label with what the lens says of the zone, and without. @returns undefined where not even the name fits: it is not shown cut off */
export function layoutsOf(
  name: string,
  words: string | undefined,
  size: Size,
  upright: boolean,
  bold: boolean,
): [Layout, Layout] | undefined {
  const [across, down] = upright ? [size.height, size.width] : [size.width, size.height];
  const perCharacter = bold ? BOLD_CHARACTER_PX : CHARACTER_PX;
  if (down < 24 || across < name.length * perCharacter + 16) return undefined;
  const one = `${name} · ${words}`;
  const oneLine = words && one.length * CHARACTER_PX + 28 <= across ? one : undefined;
  const laid = (lines: string[]): Layout => ({
    lines,
    width: Math.min(across - 4, Math.max(...lines.map((line) => line.length * perCharacter)) + 12),
    height: lines.length * 19 + 5,
  });
  return [laid(oneLine ? [oneLine] : words && down > 58 ? [name, words] : [name]), laid([name])];
}

/** In a corner that the outline leaves out the label would hang in the air, or over another zone. */
function outside({ layout: { width, height }, left, bottom }: Spot, { inside }: Rules): number {
  const ends = [left + 1, left + width - 1].flatMap((x) => [bottom - height + 1, bottom - 1].map((y) => inside(x, y)));
  return ends.filter((is) => !is).length * NOT_HERE;
}

const covered = ({ layout: { width, height }, left, bottom }: Spot, { marks }: Rules): number =>
  marks.reduce(
    (sum, box) =>
      sum +
      Math.max(0, Math.min(box.right, left + width) - Math.max(box.left, left)) *
        Math.max(0, Math.min(box.bottom, bottom) - Math.max(box.top, bottom - height)),
    0,
  );

/** The corners of the zone and its middle, each with how little it is liked for itself. */
function spotsOf(layout: Layout, shorter: number, { width, height }: Size): (Spot & { dislike: number })[] {
  const inset = Math.min(8, (width - layout.width) / 2);
  const atCorners = [false, true].flatMap((top) =>
    [false, true].map((right) => ({
      layout,
      left: right ? width - layout.width - inset : inset,
      bottom: top ? layout.height + 8 : height - 8,
      dislike: shorter * 40 + Number(top) + Number(right) * 2,
    })),
  );
  const middle = { layout, left: (width - layout.width) / 2, bottom: (height + layout.height) / 2 };
  return [...atCorners, { ...middle, dislike: shorter * 40 + 20 }];
}

/** @returns undefined where it would hang outside, or stand upright on a mark */
export function bestSpot(layouts: [Layout, Layout], upright: boolean, rules: Rules): Spot | undefined {
  const { size, marks } = rules;
  if (upright) {
    // Upright it stands at the foot or at the head, or not at all where it would cover a mark.
    const layout = layouts[1];
    const bottom = [size.height - 8, layout.width + 8].find((at) =>
      marks.every((box) => box.bottom < at - layout.width || box.top > at),
    );
    return bottom === undefined ? undefined : { layout, left: 0, bottom };
  }
  const spots = layouts
    .flatMap((layout, shorter) => spotsOf(layout, shorter, size))
    .map((spot) => ({ ...spot, cost: covered(spot, rules) + outside(spot, rules) + spot.dislike }));
  const best = spots.reduce((least, each) => (each.cost < least.cost ? each : least));
  return best.cost >= NOT_HERE ? undefined : best;
}
