"use client";
import { useHotkeys } from "react-hotkeys-hook";
import type { Op } from "@/core/job/commands";
import { newId } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/BayContext";
import { usePlacing } from "@/bay/map/PieceMap";
import { AccountFields } from "./AccountFields";
import { FindingPanel } from "./FindingPanel";
import { JobFields } from "./JobFields";
import { PieceFields } from "./PieceFields";
import { ZoneList } from "./ZoneList";
import { ZonePanel } from "./ZonePanel";

const PLACE_WORDS = { mark: "Tap where the mark is", damage: "Tap where the damage is", mould: "Tap where the mould is" };

/** See everything: the piece and its cloth, what is soiled, what is marked, what is already broken. */
export function LookPhase() {
  const { job, zone, finding, tool, setTool, go, run } = useBay();
  const place = usePlacing();
  useHotkeys("enter", () => zone && place(zone.id), { enabled: tool?.kind === "place" });
  const piece = zone && job.pieces.byId[zone.zone.pieceId];
  const alive = job.findings.order.length > 0;
  /** Hair and smells belong to a whole zone: one of a kind each. */
  const onZone = (kind: "hair" | "odour", label: string, value: object) => {
    if (!zone) return;
    const known = job.findings.order.find((id) => job.findings.byId[id]!.kind === kind && job.findings.byId[id]!.zoneId === zone.id);
    const id = known ?? newId();
    const op: Op = { op: "insert", collection: "findings", id, value: { kind, zoneId: zone.id, ...value } };
    if (!known) run(label, op);
    go({ zone: zone.id, finding: id });
  };

  return (
    <>
      <div className="block">
        {tool?.kind === "place" ? (
          <div className="now-step">
            <h2>{PLACE_WORDS[tool.what]}</h2>
            <p>On the drawing. Size and shape come after.</p>
            <div className="row-wrap">
              {zone && <Act variant="primary" onAct={() => place(zone.id)}>Middle of {zone.name}</Act>}
              <Act onAct={() => setTool(undefined)}>Leave it</Act>
            </div>
          </div>
        ) : (
          <div className="row-wrap">
            <Act variant="primary" onAct={() => setTool({ kind: "place", what: "mark" })}>Add a mark</Act>
            <Act onAct={() => setTool({ kind: "place", what: "damage" })}>Record damage</Act>
            <Act onAct={() => onZone("hair", "Hair here", { density: "much" })}>Hair here</Act>
            <Act onAct={() => onZone("odour", "A smell here", { closed: 3 })}>A smell here</Act>
            <Act onAct={() => setTool({ kind: "place", what: "mould" })}>Mould</Act>
            {alive && <Act variant="link" onAct={() => go({ phase: "plan" })}>Show the first safe step</Act>}
          </div>
        )}
        {!alive && !tool && <p className="soft mt-3">Nothing marked yet. Ask the owner, go round the piece, and record damage that was there before you touch it.</p>}
      </div>
      {finding && <FindingPanel key={`finding-${job.id}`} />}
      {zone && !finding && <ZonePanel />}
      <AccountFields />
      {piece && zone && <PieceFields key={zone.zone.pieceId} pieceId={zone.zone.pieceId} piece={piece} />}
      <ZoneList />
      <JobFields />
    </>
  );
}
