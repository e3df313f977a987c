"use client";
import Table from "react-bootstrap/Table";
import type { Bay } from "@/bay/state/BayContext";
import { record } from "@/core/job/change";
import { driedBy } from "@/core/judgement/learnt/driedBy";
import { dryingFactor, type OwnFactor, TABLE_STEPS, workedFactor } from "@/core/judgement/learnt/own";
import { WORSE_NOW } from "@/core/ground/catalog/worseNow";
import type { OutcomeResult } from "@/core/job/schema";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { SmallFold } from "@/ui/Fold";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { MeterReadings } from "./MeterReadings";
import { PlaceFields } from "./PlaceFields";
import { TimeSlider } from "./TimeSlider";
import { WhatIf } from "./WhatIf";
import { type ZoneDrying, type Assessment } from "@/core/answers/assess/assess";
import { type Forecast } from "@/core/answers/schedule/forecast";
import { type ZoneView } from "@/core/judgement/zones/zoneView";
import { PhaseId, LensId } from "@/bay/state/phases";

const LayersChart = later(() => import("./LayersChart").then(({ LayersChart }) => LayersChart));

const MOULD_WORDS = {
  safe: "inside a day: safe",
  caution: "over a day: hurry it",
  over: "over two days: mould",
} as const;

/** How wet, dry when; and, once dry, how each mark came out. */
export function DryPhase() {
  const { assessment, forecast, nowMs, go, zone, kit, job } = useBay();
  const dried = dryingFactor(kit.experience, driedBy(job.site));
  const zones = Object.entries(assessment.drying);
  const setToDry = assessment.history.standing.findLast(
    (event) => event.kind === "done" && event.action === "set-to-dry",
  );
  const inHand = zone && assessment.drying[zone.id];
  const isDry = setToDry !== undefined && forecast.usable !== undefined && forecast.usable.atMs <= nowMs;
  return (
    <>
      <DryBy zones={zones} forecast={forecast} nowMs={nowMs} go={go} />
      {zones.length === 0 && <p>When a step puts water on, how long it takes to dry stands here.</p>}
      {dried.n > 0 && dried.factor > 1 && <LearntHours dried={dried} />}
      {zones.length > 0 && !setToDry && <p className="soft">Planned: counted from when the hands are done.</p>}
      {isDry && <Outcomes />}
      {assessment.place?.beyond.map((sentence) => (
        <p key={sentence} className="not-agreed" role="status">
          {sentence}
        </p>
      ))}
      <Boundary what="The advice">
        <Advice />
      </Boundary>
      <Boundary what="The slider">
        <TimeSlider />
      </Boundary>
      {zones.length > 0 && <ZonesTable zones={zones} zone={zone} go={go} assessment={assessment} inHand={inHand} />}
      <Boundary what="Ways of drying">
        <WhatIf />
      </Boundary>
      {zones.length > 0 && (
        <Boundary what="The readings">
          <MeterReadings />
        </Boundary>
      )}
      <div className="block">
        <h3>What it dries in</h3>
        <PlaceFields />
      </div>
      {!isDry && <Outcomes />}
    </>
  );
}

function ZonesTable({
  zones,
  zone,
  go,
  assessment,
  inHand,
}: {
  zones: [string, ZoneDrying][];
  zone: ZoneView | undefined;
  go: (
    to: Partial<{ phase: PhaseId; zone: string; lens: LensId; finding: string | null; hands: string | null }>,
  ) => void;
  assessment: Assessment;
  inHand: ZoneDrying | undefined;
}) {
  return (
    <div className="block">
      <Table className="compare">
        <thead>
          <tr>
            <th>Zone</th>
            <th>Water left</th>
            <th>Dry on top</th>
            <th>Dry through</th>
            <th>Mould clock</th>
          </tr>
        </thead>
        <ZoneRows zones={zones} zone={zone} go={go} assessment={assessment} />
      </Table>
      {zone && inHand?.layers && (
        <SmallFold title={`Layer by layer, ${zone.name.toLowerCase()}`}>
          <LayersChart key={zone.id} layers={inHand.layers} hours={inHand.hours} name={zone.name} />
        </SmallFold>
      )}
    </div>
  );
}

function DryBy({
  zones,
  forecast,
  nowMs,
  go,
}: {
  zones: [string, ZoneDrying][];
  forecast: Forecast;
  nowMs: number;
  go: Bay["go"];
}) {
  return (
    <div className="row-between">
      <h2>
        {zones.length === 0 ? (
          "Nothing is wet"
        ) : !forecast.usable ? (
          "It does not dry like this"
        ) : (
          <>
            Dry and usable <Num of={forecast.usable} words={timeText(forecast.usable.atMs, nowMs)} testId="usable-at" />
          </>
        )}
      </h2>
      <Act variant="link" onAct={() => go({ phase: "handback" })}>
        Go to Hand back
      </Act>
    </div>
  );
}

function LearntHours({ dried }: { dried: OwnFactor }) {
  return (
    <p className="soft">
      Hours are longer by your own log: {dried.n} {dried.n === 1 ? "job" : "jobs"} took{" "}
      <Num of={workedFactor("ledger.drying", dried)} words={`${dried.factor.toFixed(2)} ×`} /> the model&apos;s, which
      counts as {TABLE_STEPS}.
    </p>
  );
}

function ZoneRows({
  zones,
  zone,
  go,
  assessment,
}: {
  zones: [string, ZoneDrying][];
  zone: ZoneView | undefined;
  go: Bay["go"];
  assessment: Assessment;
}) {
  return (
    <tbody>
      {zones.map(([zoneId, dry]) => (
        <tr key={zoneId} className={zoneId === zone?.id ? "picked" : ""}>
          <th scope="row">
            <Act variant="link" className="row-link" onAct={() => go({ zone: zoneId, finding: null })}>
              {assessment.plan.zones[zoneId]!.view.name}
            </Act>
          </th>
          <td data-label="Water left">
            <Num of={dry.residual} testId={`water-left-${zoneId}`} />
            {dry.cleanerLeft && (
              <div className="soft">
                cleaner in it thinned to <Num of={dry.cleanerLeft} share testId={`cleaner-left-${zoneId}`} />
              </div>
            )}
            {dry.recovery && (
              <div className="soft">
                a dry stroke takes <Num of={dry.recovery} share testId={`recovery-${zoneId}`} /> here, by the tank marks
              </div>
            )}
            {dry.tooDeep && (
              <div className="soft">
                ran <Num of={dry.depth} /> deep; <Num of={dry.allowed} /> is allowed here
              </div>
            )}
          </td>
          <td data-label="Dry on top">
            {dry.layers && Number.isFinite(dry.layers.surfaceDry.value) ? (
              <Num of={dry.layers.surfaceDry} />
            ) : (
              "not like this"
            )}
          </td>
          <td data-label="Dry through">
            {Number.isFinite(dry.hours.value) ? <Num of={dry.hours} testId={`dry-in-${zoneId}`} /> : "not like this"}
          </td>
          <td data-label="Mould clock">
            <Num of={dry.mouldHoursLeft} words={MOULD_WORDS[dry.mould]} />
          </td>
        </tr>
      ))}
    </tbody>
  );
}

/** What the numbers ask for. */
function Advice() {
  const { dryingAdvice } = useBay().assessment;
  if (dryingAdvice.length === 0) return null;
  return (
    <div className="block" data-testid="drying-advice">
      {dryingAdvice.map(({ id, title, words, tone }) => (
        <div key={id} className={`advice advice-${tone}`}>
          <b>{title}.</b>{" "}
          {words.map((part, index) =>
            typeof part === "string" ? part : <Num key={index} of={part} share={part.unit === "1"} />,
          )}
        </div>
      ))}
    </div>
  );
}

const RESULTS: { id: OutcomeResult; name: string }[] = [
  { id: "gone", name: "Gone" },
  { id: "better", name: "Better, still visible" },
  { id: "same", name: "No change" },
  { id: "worse", name: "Worse" },
  { id: "left", name: "Leave it, owner told" },
];

/** Judged only when dry: a damp surface hides marks. */
function Outcomes() {
  const { assessment, run, go } = useBay();
  const marks = Object.values(assessment.plan.marks).filter(({ findingId }) =>
    assessment.history.done.some((event) => event.findingId === findingId),
  );
  if (marks.length === 0) return null;
  const judge = (findingId: string, result: OutcomeResult, name: string) =>
    run(`Judge ${name}`, record({ kind: "outcome", id: newId(), at: nowIso(), findingId, result }));
  return (
    <div className="block">
      <h3>Judge each mark when it is dry</h3>
      {marks.map(({ findingId, name, state, stopWords }) => {
        const results = assessment.history.outcomes[findingId] ?? [];
        const nextSteps = assessment.plan.steps.filter((step) => step.findingId === findingId);
        return (
          <div key={findingId} className="mb-3" role="group" aria-label={name}>
            <div className="form-label">
              {name}
              {results.length > 0 ? `: ${RESULTS.find(({ id }) => id === results.at(-1))!.name.toLowerCase()}` : ""}
            </div>
            {state === "open" && (results.length === 0 || nextSteps.length === 0) && (
              <div className="chips">
                {RESULTS.map(({ id, name: word }) => (
                  <Act key={id} variant="chip" onAct={() => judge(findingId, id, name)}>
                    {word}
                  </Act>
                ))}
              </div>
            )}
            {state === "open" && results.length > 0 && nextSteps.length > 0 && (
              <div className="row-wrap">
                <span>Next rung: {nextSteps[0]!.title}</span>
                <Act onAct={() => go({ phase: "work" })}>Go to work</Act>
                <Act variant="link" onAct={() => judge(findingId, "left", name)}>
                  Leave it, owner told
                </Act>
              </div>
            )}
            {state === "at-the-stop" && <p>The ladder ends here. {stopWords}</p>}
            {state === "worse" && (
              <p>
                <b>Stop.</b> {WORSE_NOW.join(" ")}
              </p>
            )}
          </div>
        );
      })}
    </div>
  );
}
