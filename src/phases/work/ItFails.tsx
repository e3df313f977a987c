"use client";
import { addFinding, record } from "@/core/job/change";
import { DAMAGES, type DamageId } from "@/core/ground/catalog/builds";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { useState } from "react";
import { WORSE_NOW } from "@/core/ground/catalog/worseNow";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { useOncePerState } from "@/ui/useOncePerState";
import { useBay } from "@/bay/state/BayContext";

/** It does not go as planned: worse stops the mark, another mark is taken in, still visible waits for dry. */
export function ItFails({ findingId, zoneIds }: { findingId: string | undefined; zoneIds: readonly string[] }) {
  const { assessment, zone: inHand, job, go, setTool, run } = useBay();
  // A step over many parts: the one in hand on the drawing.
  const zone = inHand && zoneIds.includes(inHand.id) ? inHand : assessment.plan.zones[zoneIds[0]!]?.view;
  const [asked, setAsked] = useState(false);
  const [damaged, setDamaged] = useState(false);
  const once = useOncePerState(job.events.length);
  const mark = findingId ? assessment.plan.marks[findingId] : undefined;
  const treated = findingId !== undefined && assessment.history.done.some((event) => event.findingId === findingId);
  const worse = () =>
    run(
      `Worse: ${mark!.name}`,
      record({ kind: "outcome", id: newId(), at: nowIso(), findingId: findingId!, result: "worse" }),
    );
  const another = () => {
    go({ phase: "look", ...(zone ? { zone: zone.id } : {}), finding: null });
    setTool({ kind: "place", what: "mark" });
  };
  if (!asked)
    return (
      <Act variant="link" onAct={() => setAsked(true)}>
        It does not go well
      </Act>
    );
  return (
    <div className="it-fails" role="group" aria-label="It does not go well">
      <div className="chips">
        {mark && (
          <Act variant="chip" onAct={() => once(worse)}>
            It gets worse: stop
          </Act>
        )}
        <Act variant="chip" onAct={another}>
          Found another mark
        </Act>
        <Act variant="chip" aria-expanded={damaged} onAct={() => setDamaged(!damaged)}>
          Something is damaged
        </Act>
        {treated && (
          <Act variant="chip" onAct={() => go({ phase: "dry" })}>
            Still visible: judge it dry
          </Act>
        )}
        <Act variant="link" onAct={() => setAsked(false)}>
          Close
        </Act>
      </div>
      {damaged && zone && <DamageNow zone={zone} ofMany={zoneIds.length > 1} onNoted={() => setAsked(false)} />}
    </div>
  );
}

/** Damage seen only now: noted with its time, told as found then, and the plan goes round it at once. */
function DamageNow({ zone, ofMany, onNoted }: { zone: ZoneView; ofMany: boolean; onNoted: () => void }) {
  const { run } = useBay();
  const note = (damage: DamageId) => {
    const { widthMm, heightMm } = zone.shape;
    const centre = { xMm: Math.min(30_000, widthMm / 2), yMm: Math.min(30_000, heightMm / 2) };
    run(
      `${DAMAGES[damage]} found on ${zone.name}`,
      addFinding(newId(), {
        kind: "damage",
        zoneId: zone.id,
        centre,
        size: { widthMm: 60, heightMm: 60 },
        damage,
        foundAt: nowIso(),
      }),
    );
    onNoted();
  };
  return (
    <div className="mt-2" data-testid="damage-now">
      <p className="soft mb-1">
        Stop and look. {zone.name}: what is it?{ofMany ? " Another part? Tap it on the drawing first." : ""}
      </p>
      <Chips<DamageId>
        label="Damage found now"
        choices={choicesOf(DAMAGES)}
        value={undefined}
        onPick={(damage) => damage && note(damage)}
      />
    </div>
  );
}

/** What to do now for marks that got worse; stands until the job is handed back. */
export function WorseNow() {
  const { assessment } = useBay();
  const worse = Object.values(assessment.plan.marks).filter(({ state }) => state === "worse");
  if (worse.length === 0) return null;
  return (
    <div className="caution caution-danger" role="alert" data-testid="worse-now">
      <h3>{worse.map(({ name }) => name).join(", ")}: worse. Now</h3>
      <ol className="mb-0">
        {WORSE_NOW.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ol>
    </div>
  );
}
