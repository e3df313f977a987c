"use client";
import { useEffect, useRef, useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import type SignaturePad from "signature_pad";
import { signatureOf } from "@/core/handback/sheet";
import { newId } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { fullTime } from "@/ui/time";
import { useBay } from "@/bay/BayContext";

const [WIDTH, HEIGHT] = [600, 200];
const MOST_CHARACTERS = 40_000;

/** The owner signs with a finger; kept with the job as lines, not as a picture. */
export function Signature() {
  const { assessment, job } = useBay();
  const [again, setAgain] = useState(false);
  const signed = signatureOf(assessment);
  if (assessment.history.done.length === 0) return null;
  return (
    <section aria-label="Signature">
      <h3>Received</h3>
      {signed && !again ? (
        <>
          <svg className="signature" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`Signature of ${signed.name || "the owner"}`} data-testid="signature"><path d={signed.strokes} fill="none" stroke="var(--ink)" strokeWidth="5" strokeLinecap="round" strokeLinejoin="round" /></svg>
          <p>{signed.name || "The owner"}, {fullTime(Date.parse(signed.at))} <Act variant="link" className="no-print" onAct={() => setAgain(true)}>Sign again</Act></p>
        </>
      ) : <Pad key={job.id} onDone={() => setAgain(false)} />}
    </section>
  );
}

function Pad({ onDone }: { onDone: () => void }) {
  const { job, run } = useBay();
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(undefined);
  const [name, setName] = useState("");
  const [empty, setEmpty] = useState(true);
  useEffect(() => {
    let over = false;
    const made = canvas.current!;
    void import("signature_pad").then(({ default: Pad }) => {
      if (over) return;
      pad.current = new Pad(made, { penColor: getComputedStyle(document.documentElement).getPropertyValue("--ink").trim() || "black", minWidth: 1.5, maxWidth: 3 });
      pad.current.addEventListener("endStroke", () => setEmpty(pad.current!.isEmpty()));
      made.dataset.ready = "true";
    });
    return () => {
      over = true;
      pad.current?.off();
    };
  }, []);
  const clear = () => {
    pad.current?.clear();
    setEmpty(true);
  };
  const keep = () => {
    const strokes = pathOf(pad.current!.toData(), canvas.current!.clientWidth, canvas.current!.clientHeight);
    run("Signed", { op: "append", event: { kind: "signed", id: newId(), at: new Date().toISOString(), name: name.trim().slice(0, 120), strokes } });
    onDone();
  };
  return (
    <div className="no-print">
      <canvas ref={canvas} className="signature" width={WIDTH} height={HEIGHT} data-testid="signature-pad" aria-label="Sign here with a finger" />
      <div className="row-wrap">
        <FormControl style={{ maxWidth: "20rem" }} aria-label="Name of who signs" placeholder={job.customer || "Name"} value={name} maxLength={120} onChange={({ target }) => setName(target.value)} />
        <Act onAct={keep} disabled={empty}>Keep the signature</Act>
        <Act variant="link" onAct={clear} disabled={empty}>Clear</Act>
      </div>
    </div>
  );
}

/** Points of a pad as one path in a box of 600 by 200; thinned until it is short enough to keep. */
function pathOf(groups: ReturnType<SignaturePad["toData"]>, width: number, height: number): string {
  for (let every = 1; ; every *= 2) {
    const path = groups.map(({ points }) => points.filter((_, at) => at % every === 0 || at === points.length - 1).map(({ x, y }, at) => `${at === 0 ? "M" : "L"}${((x / width) * WIDTH).toFixed(1)} ${((y / height) * HEIGHT).toFixed(1)}`).join(points.length === 1 ? "l0.1 0" : "")).join("");
    if (path.length <= MOST_CHARACTERS || every > 1024) return path.slice(0, MOST_CHARACTERS);
  }
}
