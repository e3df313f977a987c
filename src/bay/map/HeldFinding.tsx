"use client";
import type { PlacedFinding } from "@/core/job/schema";
import { sizeOps, setFinding } from "@/core/job/change";
import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import { useBay } from "../state/BayContext";
import { Outline, type FindingProps } from "./FindingShape";

const LEAST_MM = 8;
const clamp = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

/** The finding in hand: dragged to another place, or by its handle to another size. */
export function HeldFinding(props: FindingProps) {
  const {
    id,
    finding,
    on: { at },
    px,
    unit,
  } = props;
  const { run } = useBay();
  const [moved, setMoved] = useState({ x: 0, y: 0 });
  const [stretched, setStretched] = useState({ x: 0, y: 0 });
  const to = (x: number, y: number) => ({
    xMm: clamp(finding.centre.xMm + x, 0, at.widthMm),
    yMm: clamp(finding.centre.yMm + y, 0, at.heightMm),
  });
  const sized = (x: number, y: number) => ({
    widthMm: Math.max(LEAST_MM, finding.size.widthMm + x),
    heightMm: Math.max(LEAST_MM, finding.size.heightMm + y),
  });

  const drag = useDrag(
    ({ movement: [x, y], last, tap, event }) => {
      event.stopPropagation();
      if (tap) return;
      setMoved(last ? { x: 0, y: 0 } : { x: x * unit, y: y * unit });
      if (last) run("Move it", setFinding<PlacedFinding, "centre">(id, "centre", to(x * unit, y * unit)));
    },
    { filterTaps: true },
  );
  const stretch = useDrag(({ movement: [x, y], last, event }) => {
    event.stopPropagation();
    setStretched(last ? { x: 0, y: 0 } : { x: 2 * x * unit, y: 2 * y * unit });
    if (!last) return;
    const size = sized(2 * x * unit, 2 * y * unit);
    run("Size it", ...sizeOps(id, finding, size));
  });

  const here = to(moved.x, moved.y);
  const centre = { x: at.xMm + here.xMm, y: at.yMm + here.yMm };
  const { widthMm, heightMm } = sized(stretched.x, stretched.y);
  return (
    <g onPointerUp={(event) => event.stopPropagation()}>
      <Outline {...props} centre={centre} width={widthMm} height={heightMm} handlers={drag()} />
      <circle
        {...stretch()}
        className="handle"
        cx={centre.x + widthMm / 2}
        cy={centre.y + heightMm / 2}
        r={px(11)}
        data-testid="size-handle"
      />
    </g>
  );
}
