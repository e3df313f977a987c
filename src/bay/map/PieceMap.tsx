"use client";
import { own } from "@/core/job/lookUp";
import { useRef, type PointerEvent, type RefObject } from "react";
import { addFinding } from "@/core/job/change";
import { FINDING_KINDS, isPlaced } from "@/core/job/findingKinds";
import type { Job, PlacedFinding } from "@/core/job/schema";
import { type Point } from "@/core/ground/pieces/geometry";
import { newId } from "@/store/newId";
import { useFormat } from "@/ui/useFormat";
import { later } from "@/ui/later";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { useBay } from "../state/BayContext";
import { FindingShape } from "./FindingShape";
import { LensBar } from "./LensBar";
import { lensOf } from "./lenses";
import type { Placed } from "./geometry";
import { FINDING_PATTERN, Patterns } from "./patterns";
import { asSeats } from "./seats";
import { Caption, Labels, MapSection, ScaleBar, useSheet, Zones, type Sheet } from "./sheet";

const HeldFinding = later(() => import("./HeldFinding").then(({ HeldFinding }) => HeldFinding), FindingShape);
const CornerHandles = later(() => import("./CornerHandles").then(({ CornerHandles }) => CornerHandles));

/** A palm: what a mark is until it is sized. */
const FIRST_SIZE_MM = 80;

/** The plan drawing of what is being cleaned; stays in every phase. */
export function PieceMap() {
  return (
    <MapSection
      above={
        <>
          <LensBar />
          <LensCaption />
        </>
      }
    >
      {(closer) => <Drawing closer={closer} />}
    </MapSection>
  );
}

/** The zone in hand and what the lens shows of it. */
function LensCaption() {
  const { job, lens, zone, assessment, dryAtH } = useBay();
  const { units } = useFormat();
  if (!zone) return null;
  const shown = lensOf(lens, zone, assessment, units, { dryAtH, purpose: job.choices.purpose });
  const both = lens === "soil" && saidOfWholes(job);
  return (
    <Caption name={zone.name} lens={shown}>
      {shown.said === "whole" && ", as said of its part"}
      {both && (
        <span className="soft said-key">
          <svg aria-hidden viewBox="0 0 12 12" width="12" height="12">
            <circle className="said" cx="6" cy="6" r="4" strokeWidth="1.5" />
          </svg>{" "}
          said of the zone itself
        </span>
      )}
    </Caption>
  );
}

/** Something was said of a whole part: only then is what was said of a zone itself told apart. */
const saidOfWholes = ({ zones }: Job) => zones.order.some((id) => own(zones.byId, id)!.soilOf !== undefined);

/** What a tap on the drawing does, by what the next tap is for. */
function useTaps(
  svg: RefObject<SVGSVGElement | null>,
  placed: readonly Placed[],
  seats: ReadonlyMap<string, readonly string[]>,
) {
  const { zone, go, tool, setTool, phase, views } = useBay();
  const place = usePlacing();
  const several = phase === "look" && tool?.kind === "several" ? tool.zoneIds : undefined;
  const onZone = (zoneId: string, event: PointerEvent<SVGElement>) => {
    const seat = seats.get(zoneId);
    if (seat) return takeSeat(seat, event.shiftKey && zone ? [zone.id] : []);
    const at = placed.find(({ view }) => view.id === zoneId)!.at;
    const point = pointIn(svg.current!, event);
    if (tool?.kind === "draw" || several) return;
    if (phase === "look" && event.shiftKey && zone) takeSeveral([zone.id, zoneId]);
    else if (tool?.kind === "place") place(zoneId, { xMm: point.x - at.xMm, yMm: point.y - at.yMm });
    else go({ zone: zoneId, finding: null });
  };
  const takeSeveral = (zoneIds: readonly string[]) => setTool({ kind: "several", zoneIds: [...new Set(zoneIds)] });
  // What is found on a seat is on its base until somebody says where.
  const takeSeat = (seat: readonly string[], beside: readonly string[] = []) => {
    go({ zone: views.find(({ id, role }) => role === "base" && seat.includes(id))?.id ?? seat[0]!, finding: null });
    takeSeveral([...beside, ...seat]);
  };
  const onEnter = (zoneId: string) => {
    const seat = seats.get(zoneId);
    if (seat) takeSeat(seat);
    else if (several) takeSeveral(several.includes(zoneId) ? without(several, zoneId) : [...several, zoneId]);
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

const NO_SEATS: ReadonlyMap<string, readonly string[]> = new Map();

/** Zones that are seen by themselves: the one in hand, and what bears something. */
const apartIn = ({ findings }: Job, inHand: string | undefined): ReadonlySet<string> =>
  new Set([
    ...(inHand === undefined ? [] : [inHand]),
    ...findings.order.flatMap((id) => own(findings.byId, id)!.zoneId ?? []),
  ]);

function Drawing({ closer }: { closer: boolean }) {
  const { views, zone, job, tool, lens, assessment, dryAtH, phase } = useBay();
  const { units } = useFormat();
  const { svg, viewBox, sheet, on, bar } = useSheet(views, zone?.id, closer);
  const { placed, px, unit, prefix } = sheet;
  const lensOn = (view: ZoneView) => lensOf(lens, view, assessment, units, { dryAtH, purpose: job.choices.purpose });
  // Coarse first: while one looks, whole seats; for what needs a place on the cloth, its zones.
  const isCoarse = phase === "look" && lens === "soil" && !tool;
  const coarse = isCoarse ? asSeats(placed, lensOn, apartIn(job, zone?.id)) : { placed, zonesOf: NO_SEATS };
  const shown = { ...sheet, placed: coarse.placed };
  const { onZone, onEnter, onCanvas, drawnOn, several, sweep } = useTaps(svg, placed, coarse.zonesOf);
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
      <Zones {...{ lensOn, several, onZone, onEnter }} sheet={shown} inHand={zone?.id} marked={saidOfWholes(job)} />
      <Findings sheet={sheet} />
      <Labels lensOn={lensOn} sheet={shown} inHand={zone?.id} findings={Object.values(job.findings.byId)} />
      {tool?.kind === "shape" && on && <CornerHandles on={on} px={px} unit={unit} />}
      {tool?.kind === "draw" && (
        <Drawn
          corners={tool.corners.map(({ xMm, yMm }) => ({ xMm: xMm + drawnOn.xMm, yMm: yMm + drawnOn.yMm }))}
          px={px}
        />
      )}
      <ScaleBar {...bar} />
    </svg>
  );
}

function Findings({ sheet: { placed, px, unit, prefix } }: { sheet: Sheet }) {
  const { job, findingId, phase, lens } = useBay();
  return job.findings.order.map((id) => {
    const finding = own(job.findings.byId, id)!;
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
