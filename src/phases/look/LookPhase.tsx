"use client";
import { own } from "@/core/job/lookUp";
import type { Bay, MapTool } from "@/bay/state/BayContext";
import { Fragment } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { accountAsked, ACCOUNT_QUESTIONS } from "@/core/job/account";
import { addFinding } from "@/core/job/change";
import { FINDING_KINDS, findingsOfKind } from "@/core/job/findingKinds";
import { PURPOSES } from "@/core/ground/catalog/purposes";
import type { Job } from "@/core/job/schema";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";
import { usePlacing } from "@/bay/map/PieceMap";
import { Fold } from "@/ui/Fold";
import { AtThumb } from "@/ui/ThumbBar";
import { later } from "@/ui/later";
import { clothWords } from "./clothWords";
import { WholeParts } from "./WholeParts";
import { ZonePanel } from "./ZonePanel";
import { type ZoneView } from "@/core/judgement/zones/zoneView";

// What opens on a tap is loaded after the first screen.
const FindingPanel = later(() => import("./FindingPanel").then(({ FindingPanel }) => FindingPanel));
const AccountFields = later(() => import("./AccountFields").then(({ AccountFields }) => AccountFields));
const ClothOfPiece = later(() => import("./ClothOfPiece").then(({ ClothOfPiece }) => ClothOfPiece));
const PieceFields = later(() => import("./PieceFields").then(({ PieceFields }) => PieceFields));
const ZoneList = later(() => import("./ZoneList").then(({ ZoneList }) => ZoneList));
const CustomerFields = later(() => import("./JobFields").then(({ CustomerFields }) => CustomerFields));
const LastTime = later(() => import("./LastTime").then(({ LastTime }) => LastTime));
const SeveralPanel = later(() => import("./SeveralPanel").then(({ SeveralPanel }) => SeveralPanel));
const SiteFields = later(() => import("./JobFields").then(({ SiteFields }) => SiteFields));

/** See everything: the piece and its cloth, what is soiled, what is marked, what is already broken. */
export function LookPhase() {
  const { job, zone, views, tool, setTool, go, run } = useBay();
  const place = usePlacing();
  useHotkeys("enter", () => zone && place(zone.id), { enabled: tool?.kind === "place" });
  const piece = zone && own(job.pieces.byId, zone.zone.pieceId);
  const asked = accountAsked(job);
  const alive = job.findings.order.length > 0;
  /** Hair and smells belong to a whole zone: one of a kind each. */
  const onZone = (kind: "hair" | "odour") => {
    if (!zone) return;
    const known = findingsOfKind(job, kind).find(({ finding }) => finding.zoneId === zone.id)?.id;
    const id = known ?? newId();
    const { noted, fresh } = FINDING_KINDS[kind];
    if (!known) run(noted, addFinding(id, { ...fresh, zoneId: zone.id }));
    setTool(undefined);
    go({ zone: zone.id, finding: id });
  };

  return (
    <>
      <AddFindings tool={tool} zone={zone} place={place} setTool={setTool} onZone={onZone} alive={alive} go={go} />
      <InHand />
      {job.from && <LastTime />}
      <Fold
        title="Owner's account"
        note={asked === 0 ? "nobody asked yet" : `${asked} of ${ACCOUNT_QUESTIONS} asked`}
        testId="account"
      >
        <AccountFields />
      </Fold>
      {piece && zone && (
        <Fragment key={zone.zone.pieceId}>
          <Fold title="Cloth" note={clothWords(piece.cloth)} startOpen={piece.cloth.material === undefined}>
            <ClothOfPiece pieceId={zone.zone.pieceId} piece={piece} />
          </Fold>
          <Fold title="Piece" note={piece.name}>
            <PieceFields pieceId={zone.zone.pieceId} piece={piece} />
          </Fold>
        </Fragment>
      )}
      <Fold
        title="All zones as a list"
        note={
          onlyWhatIsFound(job)
            ? "only what you found counts"
            : `${views.filter(({ soil, zone: { clean } }) => soil || clean).length} of ${views.length} looked at`
        }
      >
        <ZoneList />
      </Fold>
      <Fold title="Customer and promises" note={job.customer || "no customer yet"}>
        <CustomerFields />
      </Fold>
      <Fold title="Where you work" note="air, water, power">
        <SiteFields />
      </Fold>
    </>
  );
}

/** Several zones, a finding, or the whole and the zone of it that was tapped. */
function InHand() {
  const { job, zone, finding, tool } = useBay();
  if (tool?.kind === "several") return <SeveralPanel zoneIds={tool.zoneIds} />;
  if (finding) return <FindingPanel key={`finding-${job.id}`} />;
  return (
    <>
      <WholeParts />
      {zone && <ZonePanel />}
    </>
  );
}

/** Called for one spill, a smell or hair, the rest of the piece is no gap. */
const onlyWhatIsFound = ({ choices: { purpose } }: Job) => purpose !== undefined && !PURPOSES[purpose].wholePiece;

function AddFindings({
  tool,
  zone,
  place,
  setTool,
  onZone,
  alive,
  go,
}: {
  tool: MapTool | undefined;
  zone: ZoneView | undefined;
  place: (zoneId: string, at?: { xMm: number; yMm: number }) => void;
  setTool: (tool: MapTool | undefined) => void;
  onZone: (kind: "hair" | "odour") => void;
  alive: boolean;
  go: Bay["go"];
}) {
  return (
    <div className="block">
      {tool?.kind === "place" ? (
        <div className="now-step">
          <h2>{FINDING_KINDS[tool.what].place}</h2>
          <p>On the drawing. Size and shape come after.</p>
          <div className="row-wrap">
            {zone && (
              <Act variant="primary" onAct={() => place(zone.id)}>
                Middle of {zone.name}
              </Act>
            )}
            <Act onAct={() => setTool(undefined)}>Leave it</Act>
          </div>
        </div>
      ) : (
        <div className="row-wrap">
          <AtThumb>
            <Act variant="primary" onAct={() => setTool({ kind: "place", what: "mark" })}>
              Add a mark
            </Act>
          </AtThumb>
          <Act onAct={() => setTool({ kind: "place", what: "damage" })}>Record damage</Act>
          <Act onAct={() => onZone("hair")}>Hair here</Act>
          <Act onAct={() => onZone("odour")}>A smell here</Act>
          <Act onAct={() => setTool({ kind: "place", what: "mould" })}>Mould</Act>
          {alive && (
            <Act variant="link" onAct={() => go({ phase: "plan" })}>
              Show the first safe step
            </Act>
          )}
        </div>
      )}
      {!alive && !tool && (
        <p className="soft mt-3">
          Nothing marked yet. Ask the owner, go round the piece, and record damage that was there before you touch it.
        </p>
      )}
    </div>
  );
}
