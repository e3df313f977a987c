"use client";
import { own } from "@/core/job/lookUp";
import { useState } from "react";
import { SOIL_LEVELS, type SoilLevel } from "@/core/ground/catalog/builds";
import { PURPOSES, PURPOSE_IDS, type PurposeId } from "@/core/ground/catalog/purposes";
import { purposeOps, soilOps, soilSaidOf, toldNarrower, type SoilSaid } from "@/core/job/soilOps";
import { wholesOf } from "@/core/judgement/zones/wholes";
import { useBay } from "@/bay/state/BayContext";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";

export const SOIL_CHOICES = [
  { id: "clean", name: "Clean" },
  ...choicesOf<SoilLevel>(SOIL_LEVELS),
  { id: "wet", name: "Wet mud" },
] as const satisfies readonly { id: SoilSaid; name: string }[];

/** What one is here for, and how soiled whole parts are, before any zone is taken in hand. */
export function WholeParts() {
  const { job, views } = useBay();
  const wholes = wholesOf(views);
  if (wholes.length === 0) return null;
  const { purpose } = job.choices;
  return (
    <section className="block" aria-label="Whole parts">
      <PurposeChips purpose={purpose} />
      {(purpose === undefined || PURPOSES[purpose].wholePiece) && <SoilOfWholes wholes={wholes} />}
    </section>
  );
}

/** Once it is said, one line of it is enough. */
function PurposeChips({ purpose }: { purpose: PurposeId | undefined }) {
  const { job, run } = useBay();
  const [changing, change] = useState(false);
  if (purpose !== undefined && !changing)
    return (
      <p className="mb-2">
        Here for: <b>{PURPOSES[purpose].name.toLowerCase()}</b>{" "}
        <Act variant="link" onAct={() => change(true)}>
          Change it
        </Act>
      </p>
    );
  return (
    <>
      <h2>What are you here for</h2>
      <Chips
        label="What are you here for"
        choices={PURPOSE_IDS.map((id) => ({ id, name: PURPOSES[id].name }))}
        value={purpose}
        onPick={(picked) => {
          change(false);
          run("What you are here for", ...purposeOps(job, picked));
        }}
      />
    </>
  );
}

function SoilOfWholes({ wholes }: { wholes: ReturnType<typeof wholesOf> }) {
  const { job, run, setTool } = useBay();
  const [chosen, choose] = useState("seats");
  const whole = wholes.find(({ id }) => id === chosen) ?? wholes[0]!;
  const zones = `${whole.zoneIds.length} ${whole.zoneIds.length === 1 ? "zone" : "zones"}`;
  const narrower = toldNarrower(job, whole);
  const say = (soil: SoilSaid | undefined, zoneIds = whole.zoneIds.filter((id) => !narrower.includes(id))) =>
    run(`Soil on ${whole.name.toLowerCase()}`, ...soilOps(zoneIds, soil, whole.of));
  const follow = new Set(
    whole.zoneIds.flatMap((id) => (narrower.includes(id) ? [] : [soilSaidOf(own(job.zones.byId, id)!)])),
  );
  const ofWhole = follow.size === 1 ? [...follow][0] : undefined;
  return (
    <>
      <h2 className="mt-2">Soil by whole parts</h2>
      <Chips label="Whole part" choices={wholes} value={whole.id} onPick={(id) => id !== undefined && choose(id)} />
      <p className="soft mt-2 mb-1">
        {whole.name}, {zones}
        {follow.size > 1 ? ", not all alike" : ""}:{" "}
        <Act variant="link" onAct={() => setTool({ kind: "several", zoneIds: whole.zoneIds })}>
          Take them on the map
        </Act>
      </p>
      <Chips
        key={whole.id}
        label={`Soil, ${whole.name.toLowerCase()}`}
        choices={[...SOIL_CHOICES, { id: "unasked", name: "Not asked for" }]}
        value={follow.size === 1 ? (ofWhole ?? "unasked") : undefined}
        onPick={(picked) => say(picked === "unasked" ? undefined : picked)}
      />
      {narrower.length > 0 && (
        <p className="soft mt-2 mb-0">
          {narrower.length === 1 ? "1 zone keeps" : `${narrower.length} zones keep`} what was said of{" "}
          {narrower.length === 1 ? "it" : "them"} more closely.{" "}
          <Act variant="link" onAct={() => say(ofWhole, whole.zoneIds)}>
            {narrower.length === 1 ? "Take it too" : "Take them too"}
          </Act>
        </p>
      )}
    </>
  );
}
