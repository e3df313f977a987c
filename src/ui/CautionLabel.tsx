import type { Caution } from "@/core/judgement/treatment/step/step";

/** A caution as a small woven label, stitched at both ends. */
export function CautionLabel({ caution: { title, words, tone } }: { caution: Caution }) {
  return (
    <div className={`caution caution-${tone}`} role="note">
      <h3>{title}</h3>
      <p>{words}</p>
    </div>
  );
}
