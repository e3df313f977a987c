"use client";
import { record } from "@/core/job/change";
import { useEffect, useRef, useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import SignaturePad from "signature_pad";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

const [WIDTH, HEIGHT] = [600, 200];
const MOST_CHARACTERS = 40_000;

/** Where a finger signs; what is drawn is kept as lines. */
export function Pad({ onDone }: { onDone: () => void }) {
  const { job, run } = useBay();
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(undefined);
  const [name, setName] = useState("");
  const [empty, setEmpty] = useState(true);
  useEffect(() => {
    const drawn = canvas.current!;
    // The ink falls where the finger is only when the canvas has as many pixels as it is wide.
    [drawn.width, drawn.height] = [drawn.clientWidth, drawn.clientHeight];
    const made = new SignaturePad(drawn, {
      penColor: getComputedStyle(document.documentElement).getPropertyValue("--ink").trim() || "black",
      minWidth: 1.5,
      maxWidth: 3,
    });
    pad.current = made;
    made.addEventListener("endStroke", () => setEmpty(made.isEmpty()));
    return () => made.off();
  }, []);
  const clear = () => {
    pad.current?.clear();
    setEmpty(true);
  };
  const keep = () => {
    const strokes = pathOf(pad.current!.toData(), canvas.current!.clientWidth, canvas.current!.clientHeight);
    run("Signed", record({ kind: "signed", id: newId(), at: nowIso(), name: name.trim().slice(0, 120), strokes }));
    onDone();
  };
  return (
    <div className="no-print">
      <canvas
        ref={canvas}
        className="signature"
        width={WIDTH}
        height={HEIGHT}
        data-testid="signature-pad"
        aria-label="Sign here with a finger"
      />
      <div className="row-wrap">
        <FormControl
          style={{ maxWidth: "20rem" }}
          aria-label="Name of who signs"
          placeholder={job.customer || "Name"}
          value={name}
          maxLength={120}
          onChange={({ target }) => setName(target.value)}
        />
        <Act onAct={keep} disabled={empty}>
          Keep the signature
        </Act>
        <Act variant="link" onAct={clear} disabled={empty}>
          Clear
        </Act>
      </div>
    </div>
  );
}

/** Points of a pad as one path in a box of 600 by 200; thinned until it is short enough to keep. */
function pathOf(groups: ReturnType<SignaturePad["toData"]>, width: number, height: number): string {
  for (let every = 1; ; every *= 2) {
    const path = groups
      .map(({ points }) =>
        points
          .filter((_, at) => at % every === 0 || at === points.length - 1)
          .map(
            ({ x, y }, at) =>
              `${at === 0 ? "M" : "L"}${((x / width) * WIDTH).toFixed(1)} ${((y / height) * HEIGHT).toFixed(1)}`,
          )
          .join(points.length === 1 ? "l0.1 0" : ""),
      )
      .join("");
    if (path.length <= MOST_CHARACTERS || every > 1024) return path.slice(0, MOST_CHARACTERS);
  }
}
