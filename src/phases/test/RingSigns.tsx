"use client";
import { setRingSign } from "@/core/job/change";
import { ringSignOf, RING_SIGN_IDS } from "@/core/ground/catalog/ringSigns";
import type { RingOrigin } from "@/core/judgement/diagnosis/ring";
import type { MarkFinding } from "@/core/job/schema";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { Fold } from "@/ui/Fold";

const FROM_WORDS = {
  above: "It came from above: the ladder begins on top.",
  below: "It comes from below: rinsed into the foam and drawn off in full, no more spotter on top.",
  unsure: "Not clear yet where it came from.",
};

/** Whether a water ring came from above or rises from below. */
export function RingSigns({ finding, ring }: { finding: MarkFinding; ring: RingOrigin }) {
  const { run, findingId } = useBay();
  return (
    <Fold
      title="If it is a ring: from above or from below?"
      note={ring.from === "unsure" ? "not clear" : `from ${ring.from}`}
      testId="ring"
    >
      <p>
        <b>
          <Num of={ring.below} share testId="ring-below" />
        </b>{" "}
        from below. {FROM_WORDS[ring.from]}
      </p>
      {RING_SIGN_IDS.map((sign) => {
        const { name, how, outcomes } = ringSignOf(sign);
        return (
          <div key={sign} className="evidence-row">
            <h3>{name}</h3>
            <p className="soft">{how}</p>
            <Chips
              label={name}
              choices={choicesOf(outcomes)}
              value={finding.ring?.[sign]}
              onPick={(value) => run(name, setRingSign(findingId!, sign, value))}
            />
          </div>
        );
      })}
    </Fold>
  );
}
