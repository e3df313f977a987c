"use client";
import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import { moveCornerOps } from "@/core/job/zoneOps";
import { notify } from "@/store/jobs";
import { useBay } from "../state/BayContext";
import type { Placed } from "./geometry";

interface HandleProps {
  on: Placed;
  px: (pixels: number) => number;
  unit: number;
}

/** A handle on every corner of the zone in hand. */
export function CornerHandles({ on, px, unit }: HandleProps) {
  return on.corners.map((_, index) => <CornerHandle key={index} index={index} on={on} px={px} unit={unit} />);
}

/** A corner of the zone in hand, to be dragged; why it may not go there is said, and it springs back. */
function CornerHandle({ index, on, px, unit }: HandleProps & { index: number }) {
  const { job, run } = useBay();
  const [pulled, setPulled] = useState({ x: 0, y: 0 });
  const corner = on.corners[index]!;
  const drag = useDrag(({ movement: [x, y], last, event }) => {
    event.stopPropagation();
    setPulled(last ? { x: 0, y: 0 } : { x: x * unit, y: y * unit });
    if (!last) return;
    const change = moveCornerOps(job, on.view.id, index, {
      xMm: corner.xMm - on.offset.xMm + x * unit,
      yMm: corner.yMm - on.offset.yMm + y * unit,
    });
    if (change.ok) run(`Corner of ${on.view.name}`, ...change.ops);
    else notify(change.because, "problem");
  });
  return (
    <circle
      {...drag()}
      className="handle"
      data-testid="corner-handle"
      cx={corner.xMm + pulled.x}
      cy={corner.yMm + pulled.y}
      r={px(11)}
      onPointerUp={(event) => event.stopPropagation()}
    />
  );
}
