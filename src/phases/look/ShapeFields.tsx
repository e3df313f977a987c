"use client";
import type { MapTool } from "@/bay/state/BayContext";
import { setZone } from "@/core/job/change";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { roleOf, type RoleId } from "@/core/ground/catalog/roles";
import { joined } from "@/core/ground/pieces/cutting";
import { rect } from "@/core/ground/pieces/geometry";
import { mergeOps, splitOps } from "@/core/job/cutZones";
import { drawOps, ownShapeOps, removeZoneOps, resizeOps, type Change } from "@/core/job/zoneOps";
import { notify } from "@/store/jobs";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { NumberField } from "@/ui/NumberField";
import { useBay } from "@/bay/state/BayContext";
import { type Op } from "@/core/job/commands";
import { type Job } from "@/core/job/schema";
import { type ZoneView } from "@/core/judgement/zones/zoneView";

const NEW_SIDE_MM = 400;
/** What is mostly drawn by hand. */
const DRAWN: readonly RoleId[] = [
  "base",
  "back",
  "arm",
  "headrest",
  "side",
  "field",
  "footwell",
  "boot",
  "mat",
  "tread",
  "headliner",
  "door-cloth",
  "trim",
];

/** The zone's shape: named, sized by typing or by its corners, cut, joined, drawn new, taken off. */
export function ShapeFields() {
  const { job, zone, views, run, go, tool, setTool } = useBay();
  if (!zone) return null;
  const change = (label: string, made: Change) => {
    if (made.ok) run(label, ...made.ops);
    else notify(made.because, "problem");
    return made.ok;
  };
  const { widthMm, heightMm } = zone.shape;
  const touching = views.filter(
    (other) =>
      other.id !== zone.id &&
      other.zone.pieceId === zone.zone.pieceId &&
      near(other.shape, zone.shape) &&
      joined(zone.corners, other.corners) !== undefined,
  );
  const add = (corners: { xMm: number; yMm: number }[]) => {
    const made = drawOps(zone.zone.pieceId, corners, `Own zone ${views.length + 1}`, newId, zone.role);
    if (change("Draw a zone", made) && made.id) go({ zone: made.id, finding: null });
    setTool(undefined);
  };
  return (
    <>
      {zone.zone.part === "free" && <WhatItIs zone={zone} run={run} />}
      <NameAndSize zone={zone} run={run} widthMm={widthMm} change={change} job={job} heightMm={heightMm} />
      <div className="row-wrap mt-3">
        <Act
          variant="chip"
          aria-pressed={tool?.kind === "shape"}
          onAct={() => setTool(tool?.kind === "shape" ? undefined : { kind: "shape" })}
        >
          Drag its corners
        </Act>
        {zone.zone.shape && zone.zone.part !== "free" && (
          <Act onAct={() => change("The pattern's shape", ownShapeOps(job, zone.id))}>
            Back to the pattern&apos;s shape
          </Act>
        )}
        <Act onAct={() => change("Split left and right", splitOps(job, zone.id, "left-right", newId))}>
          Split left and right
        </Act>
        <Act onAct={() => change("Split top and bottom", splitOps(job, zone.id, "top-bottom", newId))}>
          Split top and bottom
        </Act>
        {touching.map((other) => (
          <Act key={other.id} onAct={() => change(`Join with ${other.name}`, mergeOps(job, zone.id, other.id))}>
            Join with {other.name}
          </Act>
        ))}
      </div>
      <DrawButtons tool={tool} add={add} setTool={setTool} zone={zone} heightMm={heightMm} change={change} job={job} />
    </>
  );
}

/** What a zone drawn by hand is. */
function WhatItIs({ zone, run }: { zone: ZoneView; run: (label: string, ...ops: Op[]) => void }) {
  return (
    <>
      <h3>What it is</h3>
      <Chips<RoleId>
        label="What it is"
        choices={DRAWN.map((id) => ({ id, name: roleOf(id).name }))}
        value={zone.role}
        onPick={(role) => run(`What ${zone.name} is`, setZone(zone.id, "role", role))}
      />
    </>
  );
}

function NameAndSize({
  zone,
  run,
  widthMm,
  change,
  job,
  heightMm,
}: {
  zone: ZoneView;
  run: (label: string, ...ops: Op[]) => void;
  widthMm: number;
  change: (label: string, made: Change) => made is { ok: true; ops: Op[] };
  job: Job;
  heightMm: number;
}) {
  return (
    <div className="fields">
      <FormGroup controlId="zone-name">
        <FormLabel>Zone&apos;s name</FormLabel>
        <FormControl
          key={zone.name}
          defaultValue={zone.name}
          maxLength={80}
          onBlur={({ target }) =>
            target.value !== zone.name &&
            run("Name the zone", setZone(zone.id, "name", target.value.trim() || undefined))
          }
        />
      </FormGroup>
      <NumberField
        label="Zone width"
        unit="mm"
        min={20}
        max={30_000}
        value={widthMm}
        onChange={(value) => change("Width of the zone", resizeOps(job, zone.id, value, heightMm))}
      />
      <NumberField
        label="Zone depth"
        unit="mm"
        min={20}
        max={30_000}
        value={heightMm}
        onChange={(value) => change("Depth of the zone", resizeOps(job, zone.id, widthMm, value))}
      />
    </div>
  );
}

function DrawButtons({
  tool,
  add,
  setTool,
  zone,
  heightMm,
  change,
  job,
}: {
  tool: MapTool | undefined;
  add: (corners: { xMm: number; yMm: number }[]) => void;
  setTool: (tool: MapTool | undefined) => void;
  zone: ZoneView;
  heightMm: number;
  change: (label: string, made: Change) => made is { ok: true; ops: Op[] };
  job: Job;
}) {
  return (
    <div className="row-wrap mt-3">
      {tool?.kind === "draw" ? (
        <>
          <span>
            {tool.corners.length < 3
              ? "Tap corners on the drawing, at least three."
              : `${tool.corners.length} corners.`}
          </span>
          {tool.corners.length >= 3 && (
            <Act variant="primary" onAct={() => add(tool.corners)}>
              Close the outline
            </Act>
          )}
          {tool.corners.length > 0 && (
            <Act onAct={() => setTool({ kind: "draw", corners: tool.corners.slice(0, -1) })}>
              Take the last corner back
            </Act>
          )}
          <Act variant="link" onAct={() => setTool(undefined)}>
            Leave it
          </Act>
        </>
      ) : (
        <>
          <Act onAct={() => setTool({ kind: "draw", corners: [] })}>Draw a new zone</Act>
          <Act onAct={() => add(rect(zone.shape.xMm, zone.shape.yMm + heightMm + 60, NEW_SIDE_MM, NEW_SIDE_MM))}>
            Add a square zone below it
          </Act>
          <Act variant="link" onAct={() => change(`Take ${zone.name} off the job`, removeZoneOps(job, zone.id))}>
            Take it off the job
          </Act>
        </>
      )}
    </div>
  );
}

/** Bounds that touch or nearly do: only these are tried for a join. */
function near(a: { xMm: number; yMm: number; widthMm: number; heightMm: number }, b: typeof a): boolean {
  const gap = 1;
  return (
    a.xMm <= b.xMm + b.widthMm + gap &&
    b.xMm <= a.xMm + a.widthMm + gap &&
    a.yMm <= b.yMm + b.heightMm + gap &&
    b.yMm <= a.yMm + a.heightMm + gap
  );
}
