"use client";
import { useEffect, useId, useRef, useState, type PointerEvent, type RefObject } from "react";
import { addFinding } from "@/core/job/change";
import { FINDING_KINDS, isPlaced } from "@/core/job/findingKinds";
import type { Job, PlacedFinding } from "@/core/job/schema";
import { type Point } from "@/core/ground/pieces/geometry";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import { later } from "@/ui/later";
import { useBay } from "../state/BayContext";
import { FindingShape } from "./FindingShape";
import { LensBar } from "./LensBar";
import { lensOf, type LensView } from "./lenses";
import { placeZones, type Placed } from "./geometry";
import { FINDING_PATTERN, Patterns } from "./patterns";
import { ZoneLabel } from "./ZoneLabel";
import { type Worked } from "@/core/ground/sums/working";

const HeldFinding = later(() => import("./HeldFinding").then(({ HeldFinding }) => HeldFinding), FindingShape);
const CornerHandles = later(() => import("./CornerHandles").then(({ CornerHandles }) => CornerHandles));

const MARGIN_PX = 10;
const SCALE_ROOM_PX = 34;
const CLOSER_MM = 350;
const TEXT_PX = 15;
/** A palm: what a mark is until it is sized. */
const FIRST_SIZE_MM = 80;

/** The plan drawing of what is being cleaned; stays in every phase. */
export function PieceMap() {
  const [open, setOpen] = useState(false);
  const [closer, setCloser] = useState(false);
  return (
    <section className={`bay-map no-print${open ? " open" : ""}`} aria-label="Piece map">
      <LensBar />
      <LensCaption />
      <div className="map-canvas">
        <Drawing closer={closer} />
        <Act className="map-closer" aria-pressed={closer} onAct={() => setCloser(!closer)}>
          {closer ? "The whole" : "Closer"}
        </Act>
        <Act className="map-toggle" onAct={() => setOpen(!open)}>
          {open ? "Close map" : "Map"}
        </Act>
      </div>
    </section>
  );
}

/** The zone in hand and what the lens shows of it, to be opened: what is drawn cannot be, and small zones bear no label. */
function LensCaption() {
  const { job, lens, zone, assessment, dryAtH } = useBay();
  const { units } = useFormat();
  if (!zone) return null;
  const { of, words, said } = lensOf(lens, zone, assessment, units, { dryAtH, purpose: job.choices.purpose });
  const both = lens === "soil" && saidOfWholes(job);
  return (
    <p className="lens-caption">
      <b>{zone.name}</b>
      {of ? (
        <>
          : <Num of={of} words={words} testId="lens-value" />
        </>
      ) : words ? (
        `: ${words}`
      ) : (
        ""
      )}
      {said === "whole" && ", as said of its part"}
      {both && (
        <span className="soft said-key">
          <svg aria-hidden viewBox="0 0 12 12" width="12" height="12">
            <circle className="said" cx="6" cy="6" r="4" strokeWidth="1.5" />
          </svg>{" "}
          said of the zone itself
        </span>
      )}
    </p>
  );
}

/** Something was said of a whole part: only then is what was said of a zone itself told apart. */
const saidOfWholes = ({ zones }: Job) => zones.order.some((id) => zones.byId[id]!.soilOf !== undefined);

/** How the pieces lie on the screen: what is seen, and how large a pixel is. */
function framed(
  { placed, widthMm, heightMm }: ReturnType<typeof placeZones>,
  size: { width: number; height: number },
  inHand: Placed | undefined,
) {
  const rulerRoomPx = size.height > 150 ? SCALE_ROOM_PX : 0;
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

/** What a tap on the drawing does, by what the next tap is for. */
function useTaps(svg: RefObject<SVGSVGElement | null>, placed: readonly Placed[]) {
  const { zone, go, tool, setTool, phase } = useBay();
  const place = usePlacing();
  const several = phase === "look" && tool?.kind === "several" ? tool.zoneIds : undefined;
  const onZone = (zoneId: string, event: PointerEvent<SVGElement>) => {
    const at = placed.find(({ view }) => view.id === zoneId)!.at;
    const point = pointIn(svg.current!, event);
    if (tool?.kind === "draw" || several) return;
    if (phase === "look" && event.shiftKey && zone) takeSeveral([zone.id, zoneId]);
    else if (tool?.kind === "place") place(zoneId, { xMm: point.x - at.xMm, yMm: point.y - at.yMm });
    else go({ zone: zoneId, finding: null });
  };
  const takeSeveral = (zoneIds: readonly string[]) => setTool({ kind: "several", zoneIds: [...new Set(zoneIds)] });
  const onEnter = (zoneId: string) => {
    if (several) takeSeveral(several.includes(zoneId) ? without(several, zoneId) : [...several, zoneId]);
    else if (tool?.kind === "place") place(zoneId);
    else go({ zone: zoneId, finding: null });
  };
  const sweep = useSweep(several, takeSeveral);
  // A free zone is drawn on the piece in hand, corner by corner, wherever the finger comes down.
  const drawnOn = placed.find(({ view }) => view.id === zone?.id)?.offset ?? { xMm: 0, yMm: 0 };
  const onCanvas = (event: PointerEvent<SVGElement>) => {
    if (tool?.kind !== "draw") return;
    const point = pointIn(svg.current!, event);
    setTool({
      kind: "draw",
      corners: [...tool.corners, { xMm: Math.round(point.x - drawnOn.xMm), yMm: Math.round(point.y - drawnOn.yMm) }],
    });
  };
  return { onZone, onEnter, onCanvas, drawnOn, several, sweep };
}

const without = (ids: readonly string[], id: string) => ids.filter((each) => each !== id);

/** Several zones are taken, or left again, by going over them with the finger down. */
function useSweep(several: readonly string[] | undefined, take: (zoneIds: readonly string[]) => void) {
  const swept = useRef<{ adding: boolean; zoneIds: readonly string[] }>(undefined);
  if (!several) return {};
  const over = ({ clientX, clientY }: PointerEvent<SVGElement>) =>
    document.elementFromPoint(clientX, clientY)?.closest<SVGElement>("[data-zone]")?.dataset.zone;
  const go = (zoneId: string) => {
    const { adding, zoneIds } = swept.current!;
    if (adding === zoneIds.includes(zoneId)) return;
    swept.current = { adding, zoneIds: adding ? [...zoneIds, zoneId] : without(zoneIds, zoneId) };
    take(swept.current.zoneIds);
  };
  const end = () => (swept.current = undefined);
  return {
    onPointerDown: (event: PointerEvent<SVGElement>) => {
      const zoneId = over(event);
      if (zoneId === undefined) return;
      swept.current = { adding: !several.includes(zoneId), zoneIds: several };
      go(zoneId);
    },
    onPointerMove: (event: PointerEvent<SVGElement>) => {
      const zoneId = swept.current && over(event);
      if (zoneId !== undefined) go(zoneId);
    },
    onPointerLeave: end,
    onPointerCancel: end,
    onPointerUp: end,
  };
}

/** The drawing as its parts share it. */
interface Sheet {
  placed: readonly Placed[];
  px: (pixels: number) => number;
  unit: number;
  prefix: string;
}

function Drawing({ closer }: { closer: boolean }) {
  const { views, zone, job, tool } = useBay();
  const { quantity } = useFormat();
  const { svg, size } = useSize();
  const prefix = `map${useId().replace(/\W/g, "")}-`;
  const laid = placeZones(views);
  const inHand = laid.placed.find(({ view }) => view.id === zone?.id);
  const { placed, widthMm, heightMm, scale, unit, viewBox } = framed(laid, size, closer ? inHand : undefined);
  const px = (pixels: number) => pixels * unit;
  const { onZone, onEnter, onCanvas, drawnOn, several, sweep } = useTaps(svg, placed);
  const sheet: Sheet = { placed, px, unit, prefix };
  return (
    <svg
      ref={svg}
      className={`map${several ? " several" : ""}`}
      viewBox={viewBox}
      role="group"
      aria-label={`${job.title}, drawn from its measures`}
      style={{ ["--heavy" as string]: px(4) }}
      onPointerUp={onCanvas}
      {...sweep}
    >
      <Patterns prefix={prefix} unit={unit} />
      <Zones sheet={sheet} onZone={onZone} onEnter={onEnter} several={several} />
      <Findings sheet={sheet} />
      <Labels sheet={sheet} />
      {tool?.kind === "shape" && inHand && <CornerHandles on={inHand} px={px} unit={unit} />}
      {tool?.kind === "draw" && (
        <Drawn
          corners={tool.corners.map(({ xMm, yMm }) => ({ xMm: xMm + drawnOn.xMm, yMm: yMm + drawnOn.yMm }))}
          px={px}
        />
      )}
      {size.height > 150 && (
        <ScaleBar
          heightMm={heightMm}
          px={px}
          rulerMm={[5000, 2000, 1000, 500, 200].find((mm) => mm < widthMm * 0.7) ?? 100}
          quantity={quantity}
          faces={(zone ?? views[0]!).faces}
          widthMm={widthMm}
          scale={scale}
        />
      )}
    </svg>
  );
}

function Zones({
  sheet: { placed, px, prefix },
  onZone,
  onEnter,
  several,
}: {
  sheet: Sheet;
  onZone: (zoneId: string, event: PointerEvent<SVGElement>) => void;
  onEnter: (zoneId: string) => void;
  several: readonly string[] | undefined;
}) {
  const { job, zone, lens, assessment, dryAtH } = useBay();
  const { units } = useFormat();
  const marked = saidOfWholes(job);
  return placed.map((each) => (
    <Zone
      marked={marked}
      key={each.view.id}
      placed={each}
      px={px}
      prefix={prefix}
      selected={several ? several.includes(each.view.id) : each.view.id === zone?.id}
      lens={lensOf(lens, each.view, assessment, units, { dryAtH, purpose: job.choices.purpose })}
      onTap={(event) => onZone(each.view.id, event)}
      onEnter={() => onEnter(each.view.id)}
    />
  ));
}

function Findings({ sheet: { placed, px, unit, prefix } }: { sheet: Sheet }) {
  const { job, findingId, phase, lens } = useBay();
  return job.findings.order.map((id) => {
    const finding = job.findings.byId[id]!;
    if (!isPlaced(finding)) return null;
    const on = placed.find(({ view }) => view.id === finding.zoneId);
    // Only what is in hand moves: a wet sleeve must not drag what it brushes.
    const Shape = id === findingId && phase === "look" ? HeldFinding : FindingShape;
    return (
      on && (
        <Shape
          key={id}
          id={id}
          finding={finding}
          on={on}
          px={px}
          unit={unit}
          fill={`url(#${prefix}${FINDING_PATTERN[finding.kind]})`}
          full={lens === "stain" || lens === "soil"}
          selected={id === findingId}
        />
      )
    );
  });
}

function Labels({ sheet: { placed, px } }: { sheet: Sheet }) {
  const { job, zone, lens, assessment, dryAtH } = useBay();
  const { units } = useFormat();
  return placed.map((each) => (
    <ZoneLabel
      key={each.view.id}
      placed={each}
      px={px}
      selected={each.view.id === zone?.id}
      words={lensOf(lens, each.view, assessment, units, { dryAtH, purpose: job.choices.purpose }).words}
      avoid={Object.values(job.findings.byId).filter(
        (finding): finding is PlacedFinding => finding.zoneId === each.view.id && isPlaced(finding),
      )}
    />
  ));
}

function ScaleBar({
  heightMm,
  px,
  rulerMm,
  quantity,
  faces,
  widthMm,
  scale,
}: {
  heightMm: number;
  px: (pixels: number) => number;
  rulerMm: number;
  quantity: (of: { value: number; unit: Worked["unit"] }) => string;
  faces: string | undefined;
  widthMm: number;
  scale: number;
}) {
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
      <path className="zone" d={outline} strokeLinejoin="round" strokeWidth={px(selected ? 4 : 1.6)} />
      {lens.fill && <path className="overlay" d={outline} fill={`url(#${prefix}${lens.fill})`} />}
      {Math.min(box.width, box.height) > px(30) && (
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
      {view.builds.length === 1 && view.builds[0] === "glue-held" && <GlueTicks at={box} px={px} />}
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

/** What is being drawn, open until it is closed. */
function Drawn({ corners, px }: { corners: Point[]; px: (pixels: number) => number }) {
  return (
    <g className="overlay">
      {corners.length > 1 && (
        <path
          d={`M${corners.map(({ xMm, yMm }) => `${xMm} ${yMm}`).join(" L")}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={px(3)}
          strokeDasharray={`${px(8)} ${px(5)}`}
        />
      )}
      {corners.map(({ xMm, yMm }, index) => (
        <circle key={index} cx={xMm} cy={yMm} r={px(6)} fill="var(--ink)" />
      ))}
    </g>
  );
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

/** Puts a finding on a zone, in its middle unless a place is given, and takes it in hand. */
export function usePlacing() {
  const { tool, setTool, run, go, views } = useBay();
  return (zoneId: string, at?: { xMm: number; yMm: number }) => {
    const view = views.find(({ id }) => id === zoneId);
    if (tool?.kind !== "place" || !view) return;
    const id = newId();
    const centre = at ?? { xMm: view.shape.widthMm / 2, yMm: view.shape.heightMm / 2 };
    const size = {
      widthMm: Math.min(FIRST_SIZE_MM, view.shape.widthMm),
      heightMm: Math.min(FIRST_SIZE_MM, view.shape.heightMm),
    };
    const { noted, fresh } = FINDING_KINDS[tool.what];
    run(noted, addFinding(id, { ...fresh, zoneId, centre, size } as PlacedFinding));
    setTool(undefined);
    go({ zone: zoneId, finding: id });
  };
}

function pointIn(svg: SVGSVGElement, { clientX, clientY }: PointerEvent<SVGElement>) {
  return new DOMPoint(clientX, clientY).matrixTransform(svg.getScreenCTM()!.inverse());
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
