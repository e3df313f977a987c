"use client";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { sizeOps } from "@/core/job/change";
import type { PlacedFinding } from "@/core/job/schema";
import { Chips } from "@/ui/Chips";
import { Stepper } from "@/ui/Stepper";
import { useBay } from "@/bay/state/BayContext";
import { useSetFinding } from "./useSetFinding";

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

/** What is large is sized in larger steps. */
const stepFor = (sideMm: number) => (sideMm >= 300 ? 50 : 10);

/** How large it is, and what it is called. */
export function SizeFields({ finding, findingId }: { finding: PlacedFinding; findingId: string }) {
  const set = useSetFinding<PlacedFinding>();
  const { run } = useBay();
  const { widthMm, heightMm } = finding.size;
  const resize = (size: { widthMm: number; heightMm: number }) => run("Size it", ...sizeOps(findingId, finding, size));
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
