import { contains } from "@/core/ground/pieces/geometry";
import type { PlacedFinding } from "@/core/job/schema";
import type { Placed } from "./geometry";
import { bestSpot, layoutsOf, type Rules } from "./labelSpots";

const TEXT_PX = 15;

interface LabelProps {
  placed: Placed;
  px: (pixels: number) => number;
  selected: boolean;
  words?: string;
  avoid: PlacedFinding[];
}

/** Labels sit on solid ground, never on a pattern, and in the corner where they cover no mark; narrow zones are labelled upright. */
export function ZoneLabel({ placed: { view, at, corners }, px, selected, words, avoid }: LabelProps) {
  const size = { width: at.widthMm / px(1), height: at.heightMm / px(1) };
  const upright = size.width < 70 && size.height > size.width;
  const layouts = layoutsOf(view.name, words, size, upright, selected);
  if (!layouts) return null;
  const rules: Rules = {
    size,
    marks: avoid.map(({ centre, size: its }) => ({
      left: (centre.xMm - its.widthMm / 2) / px(1),
      right: (centre.xMm + its.widthMm / 2) / px(1),
      top: (centre.yMm - its.heightMm / 2) / px(1),
      bottom: (centre.yMm + its.heightMm / 2) / px(1),
    })),
    inside: (x, y) => contains(corners, { xMm: at.xMm + px(x), yMm: at.yMm + px(y) }),
  };
  const spot = bestSpot(layouts, upright, rules);
  if (!spot) return null;
  const { lines, width, height } = spot.layout;
  const origin = upright
    ? `translate(${at.xMm + at.widthMm / 2 + px(height / 2)} ${at.yMm + px(spot.bottom)}) rotate(-90)`
    : `translate(${at.xMm + px(spot.left)} ${at.yMm + px(spot.bottom)})`;
  return (
    <g transform={origin} aria-hidden>
      <rect
        className={`label-ground${selected ? " on" : ""}`}
        x={0}
        y={-px(height)}
        width={px(width)}
        height={px(height)}
        rx={px(4)}
      />
      {lines.map((line, index) => (
        <text
          key={line}
          className={selected ? "on" : ""}
          x={px(6)}
          y={-px(height - 17 - index * 19)}
          fontSize={px(TEXT_PX)}
        >
          {line}
        </text>
      ))}
    </g>
  );
}
