"use client";
import { useDrag } from "@use-gesture/react";
import { useRef, type KeyboardEvent } from "react";
import type { Picks, Point } from "@/core/models/colour/measure";

export type Thing = "card" | "mark" | "from" | "to";
export interface Shape {
  widthPx: number;
  heightPx: number;
}

const pointOf = ({ cardAt, mark, scale }: Picks, thing: Thing): Point | undefined =>
  thing === "card" ? cardAt : thing === "mark" ? mark : thing === "from" ? scale?.from : scale?.to;

/** The picks with one thing moved. */
export function movedTo(picks: Picks, thing: Thing, { x, y }: Point): Picks {
  const at = { x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) };
  if (thing === "card") return { ...picks, cardAt: { ...picks.cardAt, ...at } };
  if (thing === "mark") return { ...picks, mark: { ...picks.mark, ...at } };
  return picks.scale ? { ...picks, scale: { ...picks.scale, [thing]: at } } : picks;
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const KEY_STEP = 0.005;

interface Pointed {
  url: string;
  shape: Shape;
  picks: Picks;
  inHand: Thing;
  onHand: (thing: Thing) => void;
  onMove: (thing: Thing, to: Point) => void;
}

/** What lies under the finger, the small things first; else what is in hand. */
function thingUnder({ picks, inHand, shape: { widthPx, heightPx } }: Pointed, { x, y }: Point): Thing {
  const near = (thing: Thing, reach: number) => {
    const at = pointOf(picks, thing);
    return at !== undefined && Math.hypot(x - at.x, ((y - at.y) * heightPx) / widthPx) < reach;
  };
  return near("from", 0.04) ? "from" : near("to", 0.04) ? "to" : near("card", picks.cardAt.r) ? "card" : inHand;
}

/** A picture with what is pointed at drawn over it: tap or drag puts the thing in hand there, so do the arrow keys. */
export function Pointing(pointed: Pointed) {
  const { url, shape, picks, inHand, onHand, onMove } = pointed;
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef<Thing>(inHand);
  const { widthPx, heightPx } = shape;
  const drag = useDrag(
    ({ first, xy: [x, y], event }) => {
      event.stopPropagation();
      const box = svg.current!.getBoundingClientRect();
      const at = { x: (x - box.left) / box.width, y: (y - box.top) / box.height };
      if (first) {
        held.current = thingUnder(pointed, at);
        onHand(held.current);
      }
      onMove(held.current, at);
    },
    { pointer: { keys: false } },
  );
  const onKey = (event: KeyboardEvent) => {
    const by = ARROWS[event.key];
    const at = pointOf(picks, inHand);
    if (!by || !at) return;
    event.preventDefault();
    event.stopPropagation();
    onMove(inHand, { x: at.x + by[0] * KEY_STEP, y: at.y + (by[1] * KEY_STEP * widthPx) / heightPx });
  };
  return (
    <div className="pointing">
      <img src={url} alt="Picture that is measured" />
      <svg
        ref={svg}
        {...drag()}
        viewBox={`0 0 ${widthPx} ${heightPx}`}
        tabIndex={0}
        role="group"
        aria-label="Point at the card and the mark; arrow keys move the one in hand"
        data-testid="pointing"
        onKeyDown={onKey}
      >
        {(["under", "over"] as const).map((pass) => (
          <g key={pass} className={pass === "under" ? "pick-casing" : undefined}>
            <PickShapes picks={picks} inHand={inHand} shape={shape} />
          </g>
        ))}
      </svg>
    </div>
  );
}

/** Card, mark and known length as they are drawn over the picture. */
function PickShapes({
  picks: { cardAt, mark, scale },
  inHand,
  shape: { widthPx, heightPx },
}: Pick<Pointed, "picks" | "inHand" | "shape">) {
  const px = ({ x, y }: Point) => [x * widthPx, y * heightPx] as const;
  const thin = widthPx / 300;
  const line = (thing: Thing) => ({
    fill: "none",
    strokeWidth: thing === inHand ? 2 * thin : thin,
    className: `pick pick-${thing === inHand ? "held" : "still"}`,
  });
  const [card, middle] = [px(cardAt), px(mark)];
  return (
    <>
      <circle cx={card[0]} cy={card[1]} r={cardAt.r * widthPx} {...line("card")} />
      <ellipse
        cx={middle[0]}
        cy={middle[1]}
        rx={mark.rx * widthPx}
        ry={mark.ry * widthPx}
        strokeDasharray={`${4 * thin} ${3 * thin}`}
        {...line("mark")}
      />
      {scale && (
        <line
          x1={px(scale.from)[0]}
          y1={px(scale.from)[1]}
          x2={px(scale.to)[0]}
          y2={px(scale.to)[1]}
          {...line(inHand === "to" ? "to" : "from")}
        />
      )}
      {scale &&
        (["from", "to"] as const).map((end) => (
          <circle key={end} cx={px(scale[end])[0]} cy={px(scale[end])[1]} r={3 * thin} {...line(end)} />
        ))}
    </>
  );
}
