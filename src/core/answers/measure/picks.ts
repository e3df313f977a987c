import type { ColourEvent } from "@/core/job/schema";
import { carried } from "@/core/models/colour/carry";
import type { Measured, Picks, Point } from "@/core/models/colour/measure";

/** Where things usually lie in a picture taken for it: the mark in the middle, the card in a corner. Judgement. */
export const USUAL_PICKS: Picks = {
  card: "grey-card",
  cardAt: { x: 0.86, y: 0.16, r: 0.05 },
  mark: { x: 0.45, y: 0.53, rx: 0.18, ry: 0.18 },
};

/** The long side of a bank card, a length that is always at hand. ISO/IEC 7810 ID-1 [std], from memory. */
export const BANK_CARD_MM = 85.6;

/** What was pointed at when it was read. */
export const picksOf = ({ card, cardAt, oval, scale }: ColourEvent): Picks => ({
  card,
  cardAt,
  mark: oval,
  ...(scale ? { scale } : {}),
});

/** The same place in a later picture: card and length are looked for where they were, the mark follows them. */
export function picksAfter(
  before: ColourEvent,
  size: { widthPx: number; heightPx: number },
  seen: Pick<Picks, "card" | "cardAt" | "scale"> = picksOf(before),
): Picks {
  return {
    card: seen.card,
    cardAt: seen.cardAt,
    ...(seen.scale ? { scale: seen.scale } : {}),
    ...carried({ ...picksOf(before), outline: before.outline }, before, seen, size),
  };
}

const digits = (value: number) => Math.round(value * 1e4) / 1e4;
const point = ({ x, y }: Point) => ({ x: digits(x), y: digits(y) });
/** A share far outside of the picture tells nothing that a share just outside of it does not. */
const kept = ({ x, y }: Point) => point({ x: Math.min(2, Math.max(-1, x)), y: Math.min(2, Math.max(-1, y)) });

/** The reading as it goes into the job's record. */
export function colourEvent(
  of: Pick<ColourEvent, "id" | "at" | "findingId" | "when" | "pictureId">,
  { card, cardAt, mark, scale }: Picks,
  { measured, widthPx, heightPx }: { measured: Measured; widthPx: number; heightPx: number },
): ColourEvent {
  return {
    kind: "colour",
    ...of,
    widthPx,
    heightPx,
    card,
    cardAt,
    oval: mark,
    ...(scale ? { scale } : {}),
    outline: measured.outline.map(kept),
    mark: measured.mark,
    cloth: measured.cloth,
    ...(measured.areaMm2 === undefined ? {} : { areaMm2: measured.areaMm2 }),
  };
}

/** The outline in mm round its middle, for the drawing; undefined where no length is known or nothing stands out. */
export function outlineMm({
  outline,
  scale,
  widthPx,
  heightPx,
}: ColourEvent): { size: { widthMm: number; heightMm: number }; outline: { xMm: number; yMm: number }[] } | undefined {
  if (!scale || outline.length < 3) return undefined;
  const mmPerPx =
    scale.lengthMm / Math.hypot((scale.to.x - scale.from.x) * widthPx, (scale.to.y - scale.from.y) * heightPx);
  const [xs, ys] = [outline.map(({ x }) => x * widthPx * mmPerPx), outline.map(({ y }) => y * heightPx * mmPerPx)];
  const span = (values: number[]) => ({ from: Math.min(...values), to: Math.max(...values) });
  const [across, down] = [span(xs), span(ys)];
  const round = (value: number) => Math.round(value * 10) / 10;
  return {
    size: {
      widthMm: Math.max(1, Math.round(across.to - across.from)),
      heightMm: Math.max(1, Math.round(down.to - down.from)),
    },
    outline: outline.map((_, index) => ({
      xMm: round(xs[index]! - (across.from + across.to) / 2),
      yMm: round(ys[index]! - (down.from + down.to) / 2),
    })),
  };
}
