"use client";
import { own } from "@/core/job/lookUp";
import { OF_WHAT } from "@/core/ground/catalog/surfaces";
import { usualClothOf } from "@/core/ground/pieces/usualCloth";
import { setZone } from "@/core/job/change";
import { SOIL_LEVELS, WETNESSES, type Wetness } from "@/core/ground/catalog/builds";
import { soilOps, soilSaidOf } from "@/core/job/soilOps";
import type { Zone } from "@/core/job/schema";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { SmallFold } from "@/ui/Fold";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { SOIL_CHOICES } from "./WholeParts";
import { findingName } from "@/core/job/findingKinds";

const ClothFields = later(() => import("./ClothFields").then(({ ClothFields }) => ClothFields));
const SoilSigns = later(() => import("./SoilSigns").then(({ SoilSigns }) => SoilSigns));
const ShapeFields = later(() => import("./ShapeFields").then(({ ShapeFields }) => ShapeFields));

/** The zone in hand: how soiled, what was found on it, its shape, and its cloth where it differs. */
export function ZonePanel() {
  const { zone, job, go, tool, setTool, views } = useBay();
  if (!zone) return null;
  const its = job.findings.order.filter((id) => own(job.findings.byId, id)!.zoneId === zone.id);
  return (
    <div className="block">
      <div className="row-between">
        <h2>{zone.name}</h2>
        <span>
          <Num of={zone.areaM2} testId="zone-area" />
          {zone.seamM && (
            <>
              {" "}
              · seam <Num of={zone.seamM} testId="zone-seam" />
            </>
          )}
        </span>
      </div>
      {its.length > 0 && (
        <div className="chips mb-3" role="group" aria-label={`Found on ${zone.name}`}>
          {its.map((id) => (
            <Act key={id} variant="chip" onAct={() => go({ finding: id })}>
              {findingName(job, id)}
            </Act>
          ))}
        </div>
      )}
      <div className="row-between">
        <h3>Soil by the look</h3>
        {views.length > 1 && (
          <Act variant="link" onAct={() => setTool({ kind: "several", zoneIds: [zone.id] })}>
            Several at once
          </Act>
        )}
      </div>
      <SoilChips />
      <MoreOfZone
        key={zone.id}
        zone={zone}
        open={tool?.kind === "shape" || tool?.kind === "draw" || zone.zone.part === "free"}
      />
    </div>
  );
}

/** What is asked of a zone more seldom. */
function MoreOfZone({ zone, open }: { zone: ZoneView; open: boolean }) {
  return (
    <>
      <SmallFold
        title={
          <>
            Measure it better
            {zone.soil ? <span className="soft">: {SOIL_LEVELS[zone.soil.level].toLowerCase()}</span> : ""}
          </>
        }
      >
        <SoilSigns />
      </SmallFold>
      <SmallFold
        title={
          <>
            Wet, or cleaned before
            {zone.zone.wet || zone.zone.residue ? <span className="soft">: {stateWords(zone.zone)}</span> : ""}
          </>
        }
      >
        <StateChips />
      </SmallFold>
      <SmallFold title="Name and shape" open={open}>
        <ShapeFields />
      </SmallFold>
      <SmallFold
        title={
          <>
            Its own cloth and what lies beside it
            {zone.surface ? <span className="soft">: {OF_WHAT[zone.surface].toLowerCase()}</span> : ""}
          </>
        }
      >
        <ClothFields
          cloth={zone.zone.cloth ?? {}}
          owners={[{ of: "zones", id: zone.id }]}
          what={zone.name}
          surface={zone.surface}
          usual={zone.cloth.material === undefined ? usualClothOf(zone.piece.template, zone.role)?.words : undefined}
        />
      </SmallFold>
    </>
  );
}

const stateWords = ({ wet, residue }: Zone) =>
  [wet && WETNESSES[wet].name.toLowerCase(), residue && "detergent left in it"].filter(Boolean).join(", ");

/** Water that stands in it already, and what an earlier cleaning left. */
function StateChips() {
  const { zone, run } = useBay();
  if (!zone) return null;
  const { wet, residue } = zone.zone;
  return (
    <>
      <Chips<Wetness>
        label={`Water in ${zone.name}`}
        choices={choicesOf(WETNESSES)}
        value={wet}
        onPick={(value) => run(`Water in ${zone.name}`, setZone(zone.id, "wet", value))}
      />
      <div className="mt-2">
        <Act
          variant="chip"
          aria-pressed={residue === true}
          onAct={() => run(`Detergent in ${zone.name}`, setZone(zone.id, "residue", residue ? undefined : true))}
        >
          Detergent left in it: sticky, foams, soils again soon
        </Act>
      </div>
    </>
  );
}

function SoilChips() {
  const { zone, run } = useBay();
  if (!zone) return null;
  return (
    <Chips
      label={`Soil on ${zone.name}`}
      choices={SOIL_CHOICES}
      value={soilSaidOf(zone.zone)}
      onPick={(said) => run(`Soil on ${zone.name}`, ...soilOps([zone.id], said))}
    />
  );
}
