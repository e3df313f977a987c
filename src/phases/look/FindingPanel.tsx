"use client";
import { removeFinding, setFinding } from "@/core/job/change";
import { findingName, isPlaced, kindOf } from "@/core/job/findingKinds";
import type { MarkFinding } from "@/core/job/schema";
import { markArea } from "@/core/judgement/zones/zoneView";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { MarkPictures } from "../measure/MarkPictures";
import { Pictures } from "../Pictures";
import { fieldsOf } from "./finding/fields";
import { SizeFields } from "./finding/SizeFields";

/** The finding in hand: what it is, how large, what was seen of it. */
export function FindingPanel() {
  const { finding, findingId, zone, job, run, go, assessment } = useBay();
  if (!finding || !findingId) return null;
  const keepPictures = (label: string, next: string[]) =>
    run(label, setFinding<MarkFinding, "pictures">(findingId, "pictures", next.length > 0 ? next : undefined));
  const worked = assessment.history.standing.some((event) => "findingId" in event && event.findingId === findingId);
  const remove = () => {
    run(`Remove ${findingName(job, findingId).toLowerCase()}`, removeFinding(findingId));
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
      {fieldsOf(finding)}
      {isPlaced(finding) && <SizeFields finding={finding} findingId={findingId} />}
      {isPlaced(finding) &&
        (kindOf(finding).beforeAfter ? (
          <MarkPictures
            key={findingId}
            findingId={findingId}
            pictures={finding.pictures ?? []}
            onChange={keepPictures}
          />
        ) : (
          <Pictures pictures={finding.pictures ?? []} onChange={keepPictures} />
        ))}
      <div className="row-wrap mt-3">
        {finding.kind === "mark" && (
          <Act variant="primary" onAct={() => go({ phase: "test" })}>
            Test what it is
          </Act>
        )}
        <Act variant={finding.kind === "mark" ? "outline-primary" : "primary"} onAct={() => go({ finding: null })}>
          Done with it
        </Act>
        <Act variant="link" onAct={remove} disabled={worked}>
          Remove
        </Act>
      </div>
      {worked && <p className="soft">Work was recorded on it, so it stays in the job.</p>}
    </div>
  );
}
