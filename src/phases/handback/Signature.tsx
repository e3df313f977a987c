"use client";
import { useState } from "react";
import { signatureOf } from "@/core/answers/handback/sheet";
import { Act } from "@/ui/Act";
import { later } from "@/ui/later";
import { fullTime } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";

const Pad = later(() => import("./Pad").then(({ Pad }) => Pad));

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
          <svg
            className="signature"
            viewBox="0 0 600 200"
            role="img"
            aria-label={`Signature of ${signed.name || "the owner"}`}
            data-testid="signature"
          >
            <path
              d={signed.strokes}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="5"
              strokeLinecap="round"
              strokeLinejoin="round"
            />
          </svg>
          <p>
            {signed.name || "The owner"}, {fullTime(Date.parse(signed.at))}{" "}
            <Act variant="link" className="no-print" onAct={() => setAgain(true)}>
              Sign again
            </Act>
          </p>
        </>
      ) : (
        <Pad key={job.id} onDone={() => setAgain(false)} />
      )}
    </section>
  );
}
