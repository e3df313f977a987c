"use client";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { DAMAGES, type DamageId } from "@/core/catalog/builds";
import { markArea } from "@/core/treatment/facts";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { useBay } from "@/bay/BayContext";
import { scaledOutline } from "@/bay/map/PieceMap";

/** Sizes by comparison: nothing to measure with. Common practice, no source. */
const COMPARED = [
  { id: "coin", name: "Coin", widthMm: 25, heightMm: 25 },
  { id: "thumb", name: "Thumb", widthMm: 25, heightMm: 60 },
  { id: "palm", name: "Palm", widthMm: 80, heightMm: 80 },
  { id: "hand", name: "Hand", widthMm: 100, heightMm: 190 },
  { id: "plate", name: "Plate", widthMm: 260, heightMm: 260 },
] as const;

/** The mark or damage in hand: how large, what it is called, what kind of damage. */
export function FindingPanel() {
  const { finding, findingId, zone, run, go, assessment } = useBay();
  if (!finding || !findingId) return null;
  const path = (key: string) => ["findings", "byId", findingId, key];
  const resize = (size: { widthMm: number; heightMm: number }) => run("Size it", { op: "set", path: path("size"), value: size }, ...scaledOutline(findingId, finding, size));
  const { widthMm, heightMm } = finding.size;
  const worked = assessment.history.standing.some((event) => "findingId" in event && event.findingId === findingId);
  const remove = () => {
    run(`Remove ${finding.name ?? "the mark"}`, { op: "remove", collection: "findings", id: findingId });
    go({ finding: null });
  };
  return (
    <div className="block">
      <div className="row-between">
        <h2>{finding.name ?? (finding.kind === "damage" ? DAMAGES[finding.damage] : "Mark")}, {zone?.name.toLowerCase()}</h2>
        <Num of={markArea(finding)} testId="mark-area" />
      </div>
      {finding.kind === "damage" ? (
        <>
          <h3>What was there before</h3>
          <Chips<DamageId> label="Damage" choices={choicesOf(DAMAGES)} value={finding.damage} onPick={(value) => value && run("Kind of damage", { op: "set", path: path("damage"), value })} />
          <div className="mt-3">
            <Act aria-pressed={finding.told === true} className="chip" onAct={() => run("Owner told", { op: "set", path: path("told"), value: finding.told ? undefined : true })}>The owner was told: no cleaning brings it back</Act>
          </div>
        </>
      ) : (
        <p className="soft">Drag it where it belongs; drag the corner, or say how large.</p>
      )}
      <h3 className="mt-3">As large as a</h3>
      <Chips label="Size by comparison" choices={COMPARED} value={COMPARED.find((size) => size.widthMm === widthMm && size.heightMm === heightMm)?.id} onPick={(picked) => { const size = COMPARED.find(({ id }) => id === picked); if (size) resize({ widthMm: size.widthMm, heightMm: size.heightMm }); }} />
      <div className="row-wrap mt-3">
        <Stepper label="Across" value={widthMm} unit="mm" step={10} min={10} max={3000} onChange={(value) => resize({ widthMm: value, heightMm })} />
        <Stepper label="Down" value={heightMm} unit="mm" step={10} min={10} max={3000} onChange={(value) => resize({ widthMm, heightMm: value })} />
      </div>
      <FormGroup controlId="finding-name" className="mt-3">
        <FormLabel>Name, if you like</FormLabel>
        <FormControl key={findingId} defaultValue={finding.name ?? ""} maxLength={80} onBlur={({ target }) => target.value !== (finding.name ?? "") && run("Name it", { op: "set", path: path("name"), value: target.value || undefined })} />
      </FormGroup>
      <div className="row-wrap mt-3">
        {finding.kind === "mark" && <Act variant="primary" onAct={() => go({ phase: "test" })}>Test what it is</Act>}
        <Act onAct={() => go({ finding: null })}>Done with it</Act>
        <Act variant="link" onAct={remove} disabled={worked} title={worked ? "Work was recorded on it, so it stays." : undefined}>Remove</Act>
      </div>
      {worked && <p className="soft">Work was recorded on it, so it stays in the job.</p>}
    </div>
  );
}
