"use client";
import { own } from "@/core/job/lookUp";
import { setFinding } from "@/core/job/change";
import { useState } from "react";
import { colourOf } from "@/core/answers/measure/result";
import type { ColourEvent, Finding } from "@/core/job/schema";
import { Act } from "@/ui/Act";
import { later } from "@/ui/later";
import { useBay } from "@/bay/state/BayContext";
import { findingName, kindOf } from "@/core/job/findingKinds";
import { Pictures } from "../Pictures";
import { ColourFacts } from "./ColourFacts";
import { Opens } from "@/ui/Fold";

const MeasurePanel = later(() => import("./MeasurePanel").then(({ MeasurePanel }) => MeasurePanel));
const Slider = later(() => import("./Slider").then(({ Slider }) => Slider));

type Pictured = Extract<Finding, { kind: "mark" | "mould" }>;
const isPictured = (finding: Finding): finding is Pictured => kindOf(finding).beforeAfter === true;

/** Every mark with its pictures before and after, and what they tell. */
export function BeforeAfter() {
  const { job, assessment } = useBay();
  const marks = job.findings.order.flatMap((id) => {
    const finding = own(job.findings.byId, id)!;
    return isPictured(finding) ? [{ id, finding }] : [];
  });
  if (marks.length === 0) return null;
  return (
    <section className="block no-print" aria-label="Before and after" data-testid="before-after">
      <h2>Before and after</h2>
      {marks.map(({ id, finding }) => (
        <Opens
          key={id}
          className="one-pair"
          open={(finding.pictures ?? []).length + (finding.after ?? []).length > 0}
          head={
            <b>
              {findingName(job, id)}, {assessment.plan.zones[finding.zoneId]?.view.name.toLowerCase()}
            </b>
          }
        >
          <OneMark id={id} finding={finding} />
        </Opens>
      ))}
    </section>
  );
}

function OneMark({ id, finding: { pictures = [], after = [] } }: { id: string; finding: Pictured }) {
  const { run, assessment } = useBay();
  const [measuring, setMeasuring] = useState<{ pictureId: string; shows: ColourEvent["when"] }>();
  const result = colourOf(assessment.history, id);
  const keep = (key: "pictures" | "after") => (label: string, next: string[]) =>
    run(label, setFinding<Pictured, typeof key>(id, key, next.length > 0 ? next : undefined));
  const measure = (shows: ColourEvent["when"]) => (pictureId: string) => (
    <Act onAct={() => setMeasuring({ pictureId, shows })}>Measure it</Act>
  );
  return (
    <>
      <div className="told">
        {result.before && result.after && <Slider before={result.before} after={result.after} />}
        <ColourFacts of={result} />
      </div>
      {measuring && (
        <MeasurePanel
          key={`${measuring.pictureId} ${measuring.shows}`}
          findingId={id}
          {...measuring}
          onClose={() => setMeasuring(undefined)}
        />
      )}
      <div className="pair-lists">
        <Pictures title="Before" pictures={pictures} onChange={keep("pictures")} action={measure("before")} />
        <Pictures title="Now" pictures={after} onChange={keep("after")} action={measure("after")} />
      </div>
      {pictures.length + after.length === 0 && (
        <p className="soft">
          Lay a grey or white card beside the mark, take one picture before and one after from the same place, and how
          much is gone is read off them.
        </p>
      )}
    </>
  );
}
