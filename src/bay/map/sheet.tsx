import { useEffect, useId, useRef, useState, type PointerEvent, type ReactNode } from "react";
import { isPlaced } from "@/core/job/findingKinds";
import type { Finding, PlacedFinding } from "@/core/job/schema";
import { type Point } from "@/core/ground/pieces/geometry";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import type { LensView } from "./lenses";
import { placeZones, type Placed } from "./geometry";
import { ZoneLabel } from "./ZoneLabel";

/** A plan drawing and its parts, of a job or of a case in practice: they are given what they show. */

const MARGIN_PX = 10;
const SCALE_ROOM_PX = 34;
/** From this height on there is room for a ruler. */
const SCALE_FROM_PX = 150;
const CLOSER_MM = 350;
const TEXT_PX = 15;
const THIN_UNDER_PX = 7;
const TICKS_FROM_PX = 14;
const SEAM_FROM_PX = 30;

/**
 * A drawing in its place beside the phase: closer at a tap, on a phone the whole screen at another.
 * @param near whether there is more to see from near
 */
export function MapSection({
  above,
  near = true,
  children,
}: {
  above: ReactNode;
  near?: boolean;
  children: (closer: boolean) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const [closer, setCloser] = useState(false);
  return (
    <section className={`bay-map no-print${open ? " open" : ""}`} aria-label="Piece map">
      {above}
      <div className="map-canvas">
        {children(closer)}
        {near && (
          <Act className="map-closer" aria-pressed={closer} onAct={() => setCloser(!closer)}>
            {closer ? "The whole" : "Closer"}
          </Act>
        )}
        <Act className="map-toggle" onAct={() => setOpen(!open)}>
          {open ? "Close map" : "Map"}
        </Act>
      </div>
    </section>
  );
}

/** A zone and what a lens shows of it, to be opened: what is drawn cannot be, and small zones bear no label. */
export function Caption({
  name,
  lens: { of, words },
  children,
}: {
  name: string;
  lens: LensView;
  children?: ReactNode;
}) {
  return (
    <p className="lens-caption">
      <b>{name}</b>
      {of ? (
        <>
          : <Num of={of} words={words} testId="lens-value" />
        </>
      ) : words ? (
        `: ${words}`
      ) : (
        ""
      )}
      {children}
    </p>
  );
}

/** How the pieces lie on the screen: what is seen, and how large a pixel is. */
function framed(
  { placed, widthMm, heightMm }: ReturnType<typeof placeZones>,
  size: { width: number; height: number },
  inHand: Placed | undefined,
) {
  const rulerRoomPx = size.height > SCALE_FROM_PX ? SCALE_ROOM_PX : 0;
  // Closer: the zone in hand in the middle, with a seat's width round it, so that small parts can be hit with a glove.
  const near = inHand
    ? {
        widthMm: Math.min(widthMm, inHand.at.widthMm + 2 * CLOSER_MM),
        heightMm: Math.min(heightMm, inHand.at.heightMm + 2 * CLOSER_MM),
      }
    : { widthMm, heightMm };
  const scale = Math.max(
    0.01,
    Math.min((size.width - 2 * MARGIN_PX) / near.widthMm, (size.height - 2 * MARGIN_PX - rulerRoomPx) / near.heightMm),
  );
  const unit = 1 / scale;
  const [across, down] = [size.width * unit, size.height * unit];
  const at = inHand?.at;
  const left = at ? at.xMm + at.widthMm / 2 - across / 2 : -(across - widthMm) / 2;
  const top = at ? at.yMm + at.heightMm / 2 - down / 2 : -MARGIN_PX * unit;
  return { placed, widthMm, heightMm, scale, unit, viewBox: `${left} ${top} ${across} ${down}` };
}

/** The drawing as its parts share it. */
export interface Sheet {
  placed: readonly Placed[];
  px: (pixels: number) => number;
  unit: number;
  prefix: string;
}

/** Lays zones on a sheet that fills its room. @param inHand the zone in hand @param closer the zone in hand in the middle */
export function useSheet(views: readonly ZoneView[], inHand: string | undefined, closer: boolean) {
  const { svg, size } = useSize();
  const prefix = `map${useId().replace(/\W/g, "")}-`;
  const laid = placeZones(views);
  const on = laid.placed.find(({ view }) => view.id === inHand);
  const { placed, unit, viewBox, ...framing } = framed(laid, size, closer ? on : undefined);
  const px = (pixels: number) => pixels * unit;
  const sheet: Sheet = { placed, px, unit, prefix };
  const faces = (on?.view ?? views[0])?.faces;
  return { svg, viewBox, sheet, on, bar: { ...framing, px, faces, roomPx: size.height } };
}

/** The zones of a drawing, each by what its lens shows of it. */
export function Zones({
  sheet: { placed, px, prefix },
  inHand,
  several,
  marked,
  lensOn,
  onZone,
  onEnter,
}: {
  sheet: Sheet;
  inHand: string | undefined;
  several?: readonly string[];
  /** What was said of a zone itself is told from what was said of a whole. */
  marked: boolean;
  lensOn: (view: ZoneView) => LensView;
  onZone: (zoneId: string, event: PointerEvent<SVGElement>) => void;
  onEnter: (zoneId: string) => void;
}) {
  return placed.map((each) => (
    <Zone
      marked={marked}
      key={each.view.id}
      placed={each}
      px={px}
      prefix={prefix}
      selected={several ? several.includes(each.view.id) : each.view.id === inHand}
      lens={lensOn(each.view)}
      onTap={(event) => onZone(each.view.id, event)}
      onEnter={() => onEnter(each.view.id)}
    />
  ));
}

export function Labels({
  sheet: { placed, px },
  inHand,
  lensOn,
  findings,
}: {
  sheet: Sheet;
  inHand: string | undefined;
  lensOn: (view: ZoneView) => LensView;
  findings: readonly Finding[];
}) {
  return placed.map((each) => (
    <ZoneLabel
      key={each.view.id}
      placed={each}
      px={px}
      selected={each.view.id === inHand}
      words={lensOn(each.view).words}
      avoid={findings.filter(
        (finding): finding is PlacedFinding => finding.zoneId === each.view.id && isPlaced(finding),
      )}
    />
  ));
}

const RULERS_MM = [5000, 2000, 1000, 500, 200];

export function ScaleBar({ heightMm, widthMm, scale, px, faces, roomPx }: ReturnType<typeof useSheet>["bar"]) {
  const { quantity } = useFormat();
  if (roomPx <= SCALE_FROM_PX) return null;
  const rulerMm = RULERS_MM.find((mm) => mm < widthMm * 0.7) ?? 100;
  return (
    <g transform={`translate(0 ${heightMm + px(20)})`}>
      <path
        className="scale"
        strokeWidth={px(1.5)}
        d={`M0 ${-px(5)} V${px(5)} M0 0 H${rulerMm} M${rulerMm} ${-px(5)} V${px(5)}`}
      />
      <text x={rulerMm + px(8)} y={px(5)} fontSize={px(TEXT_PX)}>
        {quantity({ value: rulerMm / 1000, unit: "m" })}
      </text>
      {faces && widthMm * scale > 230 && (
        <text x={widthMm} y={px(5)} fontSize={px(TEXT_PX)} textAnchor="end">
          {faces}
        </text>
      )}
    </g>
  );
}

interface ZoneProps {
  placed: Placed;
  px: (pixels: number) => number;
  prefix: string;
  selected: boolean;
  /** What was said of the zone itself is told from what was said of a whole. */
  marked: boolean;
  lens: LensView;
  onTap: (event: PointerEvent<SVGElement>) => void;
  onEnter: () => void;
}

function Zone({ placed: { view, at, corners }, px, prefix, selected, marked, lens, onTap, onEnter }: ZoneProps) {
  const corner = px(8);
  const box = { x: at.xMm, y: at.yMm, width: at.widthMm, height: at.heightMm };
  const outline = pathOf(corners);
  const shorterPx = Math.min(box.width, box.height) / px(1);
  // On a drawing the size of a stamp lines as heavy as ever would leave no cloth between them.
  const linePx = shorterPx < THIN_UNDER_PX ? 0.6 : 1.6;
  return (
    <g
      className="zone-group"
      role="button"
      tabIndex={0}
      data-zone={view.id}
      aria-pressed={selected}
      aria-label={`${view.name}${lens.words ? `, ${lens.words}` : ""}${lens.said === "whole" ? ", as its part" : ""}`}
      onPointerUp={onTap}
      onKeyDown={(event) => {
        if (event.key === "Enter" || event.key === " ") {
          event.preventDefault();
          event.stopPropagation();
          onEnter();
        }
      }}
    >
      <path className="zone" d={outline} strokeLinejoin="round" strokeWidth={px(selected ? 4 : linePx)} />
      {lens.fill && <path className="overlay" d={outline} fill={`url(#${prefix}${lens.fill})`} />}
      {shorterPx > SEAM_FROM_PX && (
        <path
          className="seam"
          d={pathOf(inset(corners, at, px(6)))}
          strokeLinejoin="round"
          strokeWidth={px(1)}
          strokeDasharray={`${px(5)} ${px(4)}`}
        />
      )}
      {marked && lens.said === "itself" && (
        <circle
          className="said overlay"
          cx={at.xMm + at.widthMm - px(9)}
          cy={at.yMm + px(9)}
          r={px(4)}
          strokeWidth={px(1.5)}
        />
      )}
      {shorterPx >= TICKS_FROM_PX && view.builds.length === 1 && view.builds[0] === "glue-held" && (
        <GlueTicks at={box} px={px} />
      )}
      <rect
        className="focus-ring"
        x={box.x - px(4)}
        y={box.y - px(4)}
        width={box.width + px(8)}
        height={box.height + px(8)}
        rx={corner}
        strokeWidth={px(3)}
      />
    </g>
  );
}

const pathOf = (corners: readonly Point[]) => `M${corners.map(({ xMm, yMm }) => `${xMm} ${yMm}`).join(" L")} Z`;

/** The seam allowance: the outline drawn in towards its middle. */
function inset(corners: readonly Point[], { xMm, yMm, widthMm, heightMm }: Placed["at"], by: number): Point[] {
  const [x, y] = [xMm + widthMm / 2, yMm + heightMm / 2];
  return corners.map((corner) => ({
    xMm: x + (corner.xMm - x) * (1 - (2 * by) / widthMm),
    yMm: y + (corner.yMm - y) * (1 - (2 * by) / heightMm),
  }));
}

/** Glue-held cloth is marked on the drawing itself. */
function GlueTicks({
  at,
  px,
}: {
  at: { x: number; y: number; width: number; height: number };
  px: (pixels: number) => number;
}) {
  const count = Math.max(2, Math.floor(at.width / px(26)));
  const d = Array.from(
    { length: count },
    (_, index) => `M${at.x + ((index + 0.5) * at.width) / count} ${at.y + at.height - px(2)} v${-px(8)}`,
  ).join(" ");
  return <path d={d} stroke="var(--madder)" strokeWidth={px(1.6)} fill="none" className="overlay" />;
}

function useSize() {
  const svg = useRef<SVGSVGElement>(null);
  const [size, setSize] = useState({ width: 400, height: 400 });
  useEffect(() => {
    const watched = svg.current;
    if (!watched) return;
    const observer = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width || 400, height: entry.contentRect.height || 400 }),
    );
    observer.observe(watched);
    return () => observer.disconnect();
  }, []);
  return { svg, size };
}
