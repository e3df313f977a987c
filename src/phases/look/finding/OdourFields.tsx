"use client";
import { addFinding } from "@/core/job/change";
import { findingsOfKind } from "@/core/job/findingKinds";
import { useSetFinding } from "./useSetFinding";
import { EVIDENCE, type Outcome } from "@/core/ground/catalog/evidence";
import { type FamilyId, familyOf } from "@/core/ground/catalog/families";
import { backgroundOf } from "@/core/judgement/diagnosis/background";
import { LAYER_NAMES, type OdourLayer, odourSource } from "@/core/judgement/diagnosis/odour";
import type { OdourFinding } from "@/core/job/schema";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { type Worked } from "@/core/ground/sums/working";
import { type ZoneView } from "@/core/judgement/zones/zoneView";

/** A nose has no units: named steps from nothing to unbearable. */
const STRENGTHS = ["0 none", "1 a trace", "2 weak", "3 clear", "4 strong", "5 unbearable"].map((name, index) => ({
  id: String(index),
  name,
}));
const CHARACTERS = Object.entries(EVIDENCE.smell.outcomes as Record<string, Outcome>)
  .filter(([id]) => id !== "nothing")
  .map(([id, { name }]) => ({ id, name }));
const SHOWN = 3;

/** A smell at this zone, and what all the sniffs together say of its source. */
export function OdourFields({ finding }: { finding: OdourFinding }) {
  const set = useSetFinding<OdourFinding>();
  const { job, views, kit, run, go } = useBay();
  const smells = findingsOfKind(job, "odour");
  const readings = smells.map((smell) => smell.finding);
  const { zones, layers, families, ...source } = odourSource(views, readings, backgroundOf(job.account, "field", kit));
  const next = source.next();
  const sniffNext = () => {
    const known = smells.find((smell) => smell.finding.zoneId === next.zoneId)?.id;
    if (known) return go({ zone: next.zoneId, finding: known });
    const id = newId();
    const { character } = finding;
    run(
      "Sniff here",
      addFinding(id, { kind: "odour", zoneId: next.zoneId, closed: 0, ...(character ? { character } : {}) }),
    );
    go({ zone: next.zoneId, finding: id });
  };
  return (
    <>
      <h3>How strong, shut</h3>
      <Chips
        label="Strength shut"
        choices={STRENGTHS}
        value={String(finding.closed)}
        onPick={(value) => value !== undefined && set("closed", "Strength, shut", Number(value))}
      />
      <h3 className="mt-3">Of what</h3>
      <Chips
        label="Smells of"
        choices={CHARACTERS}
        value={finding.character}
        onPick={(value) => set("character", "Smells of", value)}
      />
      <h3 className="mt-3">After airing</h3>
      <Chips
        label="Strength aired"
        choices={STRENGTHS}
        value={finding.aired === undefined ? undefined : String(finding.aired)}
        onPick={(value) => set("aired", "Strength, aired", value === undefined ? undefined : Number(value))}
      />
      <h3 className="mt-3">Pressed or warmed by hand</h3>
      <Chips
        label="Pressed"
        choices={[
          { id: "stronger", name: "Stronger" },
          { id: "same", name: "The same" },
        ]}
        value={finding.pressed}
        onPick={(value) => set("pressed", "Pressed or warmed", value)}
      />
      <LikelySource zones={zones} layers={layers} families={families} next={next} sniffNext={sniffNext} />
    </>
  );
}

function LikelySource({
  zones,
  layers,
  families,
  next,
  sniffNext,
}: {
  zones: { view: ZoneView; p: Worked }[];
  layers: { layer: OdourLayer; p: Worked }[];
  families: { family: FamilyId; p: Worked }[];
  next: { words: string; zoneId: string; gain?: Worked };
  sniffNext: () => void;
}) {
  return (
    <div className="now-step" data-testid="odour-source">
      <h3>Likely source</h3>
      {zones.slice(0, SHOWN).map(({ view, p }) => (
        <div key={view.id}>
          <b>
            <Num of={p} share testId="odour-zone" />
          </b>{" "}
          {view.name}
        </div>
      ))}
      <p className="mt-2">
        Most likely {LAYER_NAMES[layers[0]!.layer]} (<Num of={layers[0]!.p} share />
        ), and {familyOf(families[0]!.family).name.toLowerCase()} (<Num of={families[0]!.p} share />
        ).
      </p>
      <p>
        {next.words}
        {next.gain && (
          <>
            {" "}
            (<Num of={next.gain} testId="odour-gain" />)
          </>
        )}
      </p>
      <Act variant="primary" onAct={sniffNext}>
        {next.gain ? "Sniff there" : "Go there"}
      </Act>
    </div>
  );
}
