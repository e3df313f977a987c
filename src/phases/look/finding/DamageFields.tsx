"use client";
import { DAMAGES, type DamageId } from "@/core/ground/catalog/builds";
import { setFinding } from "@/core/job/change";
import type { DamageFinding } from "@/core/job/schema";
import { nowIso } from "@/store/clock";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { useSetFinding } from "./useSetFinding";

export function DamageFields({ finding }: { finding: DamageFinding }) {
  const { nowMs, findingId, run } = useBay();
  const set = useSetFinding<DamageFinding>();
  const acknowledge = () =>
    run(
      "Owner acknowledged the damage",
      setFinding<DamageFinding, "told">(findingId!, "told", finding.told ? undefined : true),
      setFinding<DamageFinding, "toldAt">(findingId!, "toldAt", finding.told ? undefined : nowIso()),
    );
  return (
    <>
      <h3>
        {finding.foundAt
          ? `Found while working, ${timeText(Date.parse(finding.foundAt), nowMs)}`
          : "What was there before"}
      </h3>
      <Chips<DamageId>
        label="Damage"
        choices={choicesOf(DAMAGES)}
        value={finding.damage}
        onPick={(value) => value && set("damage", "Kind of damage", value)}
      />
      <div className="mt-3">
        <Act aria-pressed={finding.told === true} variant="chip" onAct={acknowledge}>
          The owner has seen it: no cleaning brings it back
        </Act>
        {finding.toldAt && <span className="soft"> {timeText(Date.parse(finding.toldAt), nowMs)}</span>}
      </div>
    </>
  );
}
