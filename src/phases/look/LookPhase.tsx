"use client";
import { useHotkeys } from "react-hotkeys-hook";
import { SOIL_LEVELS, type SoilLevel } from "@/core/catalog/builds";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/BayContext";
import { usePlacing } from "@/bay/map/PieceMap";
import { ClothFields } from "./ClothFields";
import { FindingPanel } from "./FindingPanel";
import { JobFields } from "./JobFields";
import { PieceFields } from "./PieceFields";

/** See everything: the piece and its cloth, what is soiled, what is marked, what is already broken. */
export function LookPhase() {
  const { job, zone, finding, placing, setPlacing, go } = useBay();
  const place = usePlacing();
  useHotkeys("enter", () => zone && placing && place(zone.id), { enabled: placing !== undefined });
  const piece = zone && job.pieces.byId[zone.zone.pieceId];

  return (
    <>
      <div className="block">
        {placing ? (
          <div className="now-step">
            <h2>{placing === "mark" ? "Tap where the mark is" : "Tap where the damage is"}</h2>
            <p>On the drawing. Size and shape come after.</p>
            <div className="row-wrap">
              {zone && <Act variant="primary" onAct={() => place(zone.id)}>Middle of {zone.name}</Act>}
              <Act onAct={() => setPlacing(undefined)}>Leave it</Act>
            </div>
          </div>
        ) : (
          <div className="row-wrap">
            <Act variant="primary" onAct={() => setPlacing("mark")}>Add a mark</Act>
            <Act onAct={() => setPlacing("damage")}>Record damage</Act>
            {job.findings.order.length > 0 && <Act variant="link" onAct={() => go({ phase: "plan" })}>Show the first safe step</Act>}
          </div>
        )}
        {job.findings.order.length === 0 && !placing && <p className="soft mt-3">Nothing marked yet. Go round the piece, and record damage that was there before you touch it.</p>}
      </div>
      {finding && <FindingPanel key={`finding-${job.id}`} />}
      {zone && !finding && (
        <div className="block">
          <div className="row-between">
            <h2>{zone.name}</h2>
            <span><Num of={zone.areaM2} testId="zone-area" /></span>
          </div>
          <h3>Soil here</h3>
          <SoilChips />
          <details className="mt-3">
            <summary className="form-label">This zone is another cloth than the rest</summary>
            <ClothFields cloth={zone.zone.cloth ?? {}} path={["zones", "byId", zone.id, "cloth"]} what={zone.name} />
          </details>
        </div>
      )}
      {piece && zone && <PieceFields key={zone.zone.pieceId} pieceId={zone.zone.pieceId} piece={piece} />}
      <JobFields />
    </>
  );
}

function SoilChips() {
  const { zone, run } = useBay();
  if (!zone) return null;
  const { soil, clean } = zone.zone;
  const choices = [{ id: "clean", name: "Clean" }, ...choicesOf<SoilLevel>(SOIL_LEVELS)] as const;
  const path = (key: string) => ["zones", "byId", zone.id, key];
  return (
    <Chips
      label={`Soil on ${zone.name}`}
      choices={choices}
      value={soil ?? (clean ? "clean" : undefined)}
      onPick={(picked) =>
        run(
          `Soil on ${zone.name}`,
          { op: "set", path: path("soil"), value: picked === "clean" ? undefined : picked },
          { op: "set", path: path("clean"), value: picked === "clean" ? true : undefined },
        )
      }
    />
  );
}
