"use client";
import type { ReactNode } from "react";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { DAMAGES, type DamageId } from "@/core/ground/catalog/builds";
import {
  BEHINDS,
  GROWTHS,
  HAIR_DENSITIES,
  type BehindId,
  type GrowthId,
  type HairDensity,
} from "@/core/ground/catalog/findings";
import { isPlaced } from "@/core/job/placed";
import type { DamageFinding, Finding, HairFinding, MouldFinding, PlacedFinding } from "@/core/job/schema";
import { markArea } from "@/core/judgement/zones/zoneView";
import { hairWork } from "@/core/judgement/treatment/lay/hairPasses";
import { judgeMould } from "@/core/judgement/treatment/mark/mould";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { scaledOutline } from "@/bay/map/FindingShape";
import { findingName } from "../findings";
import { OdourFields } from "./OdourFields";
import { MarkPictures } from "../measure/MarkPictures";
import { Pictures } from "../Pictures";
import { nowIso } from "@/store/clock";

/** Sizes by comparison: nothing to measure with. Common practice, no source. */
const COMPARED = [
  { id: "coin", name: "Coin", widthMm: 25, heightMm: 25 },
  { id: "thumb", name: "Thumb", widthMm: 25, heightMm: 60 },
  { id: "palm", name: "Palm", widthMm: 80, heightMm: 80 },
  { id: "hand", name: "Hand", widthMm: 100, heightMm: 190 },
  { id: "plate", name: "Plate", widthMm: 260, heightMm: 260 },
  { id: "cushion", name: "Cushion", widthMm: 500, heightMm: 500 },
  { id: "half-door", name: "Half a door", widthMm: 800, heightMm: 1000 },
] as const;

/** The finding in hand: what it is, how large, what was seen of it. */
export function FindingPanel() {
  const { finding, findingId, zone, job, run, go, assessment } = useBay();
  if (!finding || !findingId) return null;
  const set = (key: string, label: string, value: unknown) =>
    run(label, { op: "set", path: ["findings", "byId", findingId, key], value });
  const keepPictures = (label: string, next: string[]) => set("pictures", label, next.length > 0 ? next : undefined);
  const worked = assessment.history.standing.some((event) => "findingId" in event && event.findingId === findingId);
  const remove = () => {
    run(`Remove ${findingName(job, findingId).toLowerCase()}`, { op: "remove", collection: "findings", id: findingId });
    go({ finding: null });
  };
  return (
    <div className="block">
      <div className="row-between">
        <h2>
          {findingName(job, findingId)}, {zone?.name.toLowerCase()}
        </h2>
        {isPlaced(finding) && <Num of={markArea(finding)} testId="mark-area" />}
      </div>
      <OfKind finding={finding} set={set} />
      {isPlaced(finding) && <SizeFields finding={finding} findingId={findingId} set={set} />}
      {isPlaced(finding) && finding.kind !== "damage" && (
        <MarkPictures key={findingId} findingId={findingId} pictures={finding.pictures ?? []} onChange={keepPictures} />
      )}
      {finding.kind === "damage" && <Pictures pictures={finding.pictures ?? []} onChange={keepPictures} />}
      <div className="row-wrap mt-3">
        {finding.kind === "mark" && (
          <Act variant="primary" onAct={() => go({ phase: "test" })}>
            Test what it is
          </Act>
        )}
        <Act variant={finding.kind === "mark" ? "outline-primary" : "primary"} onAct={() => go({ finding: null })}>
          Done with it
        </Act>
        <Act
          variant="link"
          onAct={remove}
          disabled={worked}
          title={worked ? "Work was recorded on it, so it stays." : undefined}
        >
          Remove
        </Act>
      </div>
      {worked && <p className="soft">Work was recorded on it, so it stays in the job.</p>}
    </div>
  );
}

type SetField = (key: string, label: string, value: unknown) => void;

function OfKind({ finding, set }: { finding: Finding; set: SetField }): ReactNode {
  switch (finding.kind) {
    case "mark":
      return <p className="soft">Drag it where it belongs; drag the corner, or say how large.</p>;
    case "damage":
      return <DamageFields finding={finding} set={set} />;
    case "mould":
      return <MouldFields finding={finding} set={set} />;
    case "hair":
      return <HairFields finding={finding} set={set} />;
    case "odour":
      return <OdourFields finding={finding} set={set} />;
  }
}

function DamageFields({ finding, set }: { finding: DamageFinding; set: SetField }) {
  const { nowMs, findingId, run } = useBay();
  const acknowledge = () => {
    const path = (key: string) => ["findings", "byId", findingId!, key];
    run(
      "Owner acknowledged the damage",
      { op: "set", path: path("told"), value: finding.told ? undefined : true },
      { op: "set", path: path("toldAt"), value: finding.told ? undefined : nowIso() },
    );
  };
  return (
    <>
      <h3>What was there before</h3>
      <Chips<DamageId>
        label="Damage"
        choices={choicesOf(DAMAGES)}
        value={finding.damage}
        onPick={(value) => value && set("damage", "Kind of damage", value)}
      />
      <div className="mt-3">
        <Act aria-pressed={finding.told === true} className="chip" onAct={acknowledge}>
          The owner has seen it: no cleaning brings it back
        </Act>
        {finding.toldAt && <span className="soft"> {timeText(Date.parse(finding.toldAt), nowMs)}</span>}
      </div>
    </>
  );
}

function MouldFields({ finding, set }: { finding: MouldFinding; set: SetField }) {
  const { job } = useBay();
  const { verdict, title, words, total } = judgeMould(job, finding);
  return (
    <>
      <div
        className={`caution caution-${verdict === "clean" ? "care" : "danger"}`}
        role="alert"
        data-testid="mould-verdict"
      >
        <h3>{title}</h3>
        <p>{words}</p>
        <p className="soft">
          Mould on this job in all: <Num of={total} testId="mould-total" />
        </p>
      </div>
      <h3 className="mt-3">What you see</h3>
      <Chips<GrowthId>
        label="Growth"
        choices={choicesOf(GROWTHS)}
        value={finding.growth}
        onPick={(value) => set("growth", "Growth or stain", value)}
      />
      <h3 className="mt-3">On what, and what is behind it</h3>
      <Chips<BehindId>
        label="Behind it"
        choices={choicesOf(BEHINDS)}
        value={finding.behind}
        onPick={(value) => set("behind", "What is behind it", value)}
      />
      <div className="row-wrap mt-3">
        <Stepper
          label="Moisture meter"
          value={finding.meterPct}
          unit="%"
          step={1}
          min={0}
          max={60}
          unknown={{ words: "not measured", start: 12 }}
          onChange={(value) => set("meterPct", "Moisture meter", value)}
        />
      </div>
    </>
  );
}

function HairFields({ finding, set }: { finding: HairFinding; set: SetField }) {
  const { zone, kit } = useBay();
  if (!zone) return null;
  const { passes, minutes } = hairWork(finding.density, zone.areaM2, zone.cloth.construction, zone.materials, kit);
  return (
    <>
      <Chips<HairDensity>
        label="How much hair"
        choices={choicesOf(HAIR_DENSITIES)}
        value={finding.density}
        onPick={(value) => value && set("density", "How much hair", value)}
      />
      <p className="mt-3">
        Dry only:{" "}
        <b>
          <Num of={passes} words={passes.value === 1 ? "1 pass" : `${passes.value} passes`} testId="hair-passes" />
        </b>{" "}
        with a rubber block, about{" "}
        <b>
          <Num of={minutes} testId="hair-minutes" />
        </b>
        .{zone.cloth.construction === undefined && " Weave not known: planned as loop, which holds hair best."}
      </p>
    </>
  );
}

/** What is large is sized in larger steps. */
const stepFor = (sideMm: number) => (sideMm >= 300 ? 50 : 10);

function SizeFields({ finding, findingId, set }: { finding: PlacedFinding; findingId: string; set: SetField }) {
  const { run } = useBay();
  const { widthMm, heightMm } = finding.size;
  const resize = (size: { widthMm: number; heightMm: number }) =>
    run(
      "Size it",
      { op: "set", path: ["findings", "byId", findingId, "size"], value: size },
      ...scaledOutline(findingId, finding, size),
    );
  return (
    <>
      <h3 className="mt-3">As large as a</h3>
      <Chips
        label="Size by comparison"
        choices={COMPARED}
        value={COMPARED.find((size) => size.widthMm === widthMm && size.heightMm === heightMm)?.id}
        onPick={(picked) => {
          const size = COMPARED.find(({ id }) => id === picked);
          if (size) resize({ widthMm: size.widthMm, heightMm: size.heightMm });
        }}
      />
      <div className="row-wrap mt-3">
        <Stepper
          label="Across"
          value={widthMm}
          unit="mm"
          step={stepFor(widthMm)}
          min={10}
          max={3000}
          onChange={(value) => resize({ widthMm: value, heightMm })}
        />
        <Stepper
          label="Down"
          value={heightMm}
          unit="mm"
          step={stepFor(heightMm)}
          min={10}
          max={3000}
          onChange={(value) => resize({ widthMm, heightMm: value })}
        />
      </div>
      <FormGroup controlId="finding-name" className="mt-3">
        <FormLabel>Name, if you like</FormLabel>
        <FormControl
          key={findingId}
          defaultValue={finding.name ?? ""}
          maxLength={80}
          onBlur={({ target }) =>
            target.value !== (finding.name ?? "") && set("name", "Name it", target.value || undefined)
          }
        />
      </FormGroup>
    </>
  );
}
