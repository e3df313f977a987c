"use client";
import type { DOMAttributes } from "react";
import type { PlacedFinding } from "@/core/job/schema";
import { useOneTap } from "@/ui/Act";
import { useBay } from "../state/BayContext";
import type { Placed } from "./geometry";

export interface FindingProps {
  id: string;
  finding: PlacedFinding;
  on: Placed;
  px: (pixels: number) => number;
  unit: number;
  fill: string;
  full: boolean;
  selected: boolean;
}

/** A finding where it lies; a tap takes it in hand. */
export function FindingShape(props: FindingProps) {
  const { go } = useBay();
  const {
    id,
    finding,
    on: { at },
  } = props;
  const take = useOneTap(() => go({ finding: id, zone: finding.zoneId }));
  return (
    <Outline
      {...props}
      centre={{ x: at.xMm + finding.centre.xMm, y: at.yMm + finding.centre.yMm }}
      width={finding.size.widthMm}
      height={finding.size.heightMm}
      handlers={{
        onPointerUp: (event) => {
          event.stopPropagation();
          take();
        },
      }}
    />
  );
}

interface OutlineProps extends FindingProps {
  centre: { x: number; y: number };
  width: number;
  height: number;
  handlers: DOMAttributes<SVGGElement>;
}

/** The finding's own outline, or an oval of its size. */
export function Outline({
  id,
  finding,
  on: { at },
  px,
  fill,
  full,
  selected,
  centre,
  width,
  height,
  handlers,
}: OutlineProps) {
  const shape = {
    fill: full ? fill : "none",
    stroke: finding.kind === "mark" ? "var(--plum)" : "var(--ink)",
    strokeWidth: px(selected ? 4 : 2),
  };
  const corners = finding.outline?.map(({ xMm, yMm }) => ({
    x: centre.x + (xMm * width) / finding.size.widthMm,
    y: centre.y + (yMm * height) / finding.size.heightMm,
  }));
  return (
    <g {...handlers} className="finding" data-finding={id}>
      {corners && corners.length > 2 ? (
        <path d={smoothPath(corners)} {...shape} />
      ) : (
        <ellipse cx={centre.x} cy={centre.y} rx={width / 2} ry={height / 2} {...shape} />
      )}
      {/* A finger needs more than a coin to hit, but a small zone must stay within reach round its mark. */}
      <circle
        cx={centre.x}
        cy={centre.y}
        r={Math.min(px(22), 0.3 * Math.min(at.widthMm, at.heightMm))}
        fill="transparent"
      />
    </g>
  );
}

/** A closed curve through the middles of the sides: stains have no corners. */
function smoothPath(points: { x: number; y: number }[]): string {
  const middle = (index: number) => {
    const a = points[index % points.length]!;
    const b = points[(index + 1) % points.length]!;
    return `${(a.x + b.x) / 2} ${(a.y + b.y) / 2}`;
  };
  return `M${middle(points.length - 1)} ${points.map(({ x, y }, index) => `Q${x} ${y} ${middle(index)}`).join(" ")} Z`;
}
