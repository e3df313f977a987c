"use client";
import type { Assessment } from "@/core/answers/assess/assess";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import type { Bay } from "@/bay/state/BayContext";
import Link from "next/link";
import { DAMAGES } from "@/core/ground/catalog/builds";
import { familyOf } from "@/core/ground/catalog/families";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { missingWords } from "@/core/judgement/shelf/standIns";
import type { Step } from "@/core/judgement/treatment/step/step";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { shareWords } from "@/core/judgement/learnt/success";
import { Num } from "@/ui/Num";
import { Opens, SmallFold } from "@/ui/Fold";
import { AtThumb } from "@/ui/ThumbBar";
import { OwnMinutes } from "@/ui/OwnLog";
import { later } from "@/ui/later";
import { useBay } from "@/bay/state/BayContext";
import { MarkPicker } from "../MarkPicker";
import { PlanCards } from "./PlanCards";
import { Schools } from "./Schools";
import { StepCard } from "./StepCard";

const Agreement = later(() => import("./Agreement").then(({ Agreement }) => Agreement));
const WholeJob = later(() => import("./WholeJob").then(({ WholeJob }) => WholeJob));
const StrokesPanel = later(() => import("../water/StrokesPanel").then(({ StrokesPanel }) => StrokesPanel));
const Extras = later(() => import("./Extras").then(({ Extras }) => Extras));
const AirTreatment = later(() => import("./AirTreatment").then(({ AirTreatment }) => AirTreatment));

/** The right step, the right strength: the ladder of the mark, the school of the zone, the order of the whole job. */
export function PlanPhase() {
  const { assessment, findingId, zone, go, job } = useBay();
  const { plan } = assessment;
  const mark = findingId ? plan.marks[findingId] : undefined;
  const anything =
    plan.steps.length > 0 ||
    Object.keys(plan.marks).length > 0 ||
    job.findings.order.length > 0 ||
    job.gas !== undefined;
  if (!anything) return <MarkPicker what="" />;
  const steps = asWorked(assessment);
  const first = steps[0];
  return (
    <>
      <PlanHead mark={mark} go={go} first={first} />
      {mark && <Ladder mark={mark} />}
      {plan.assumed.length > 0 && <Assumed plan={plan} />}
      {plan.missing.length > 0 && <NotOnShelf plan={plan} />}
      <StepList mark={mark} first={first} steps={steps} />
      {zone && (
        <Boundary what="The ways through">
          <Schools />
        </Boundary>
      )}
      {zone && plan.steps.some(({ action, zoneIds }) => action === "extract" && zoneIds.includes(zone.id)) && (
        <SmallFold title={`Strokes and water, ${zone.name.toLowerCase()}`}>
          <StrokesPanel key={zone.id} zoneId={zone.id} />
        </SmallFold>
      )}
      {!mark && first && (
        <Boundary what="The whole job">
          <WholeJob />
        </Boundary>
      )}
      {!mark && <MarkList />}
      {!mark && (
        <Boundary what="The extras">
          <Extras />
        </Boundary>
      )}
      {!mark && (
        <Boundary what="The air">
          <AirTreatment />
        </Boundary>
      )}
      <Boundary what="The estimate">
        <Agreement />
      </Boundary>
    </>
  );
}

/** The steps as they are worked: what comes first here comes first on the run sheet. */
function asWorked({ plan, order }: Assessment): Step[] {
  const places = new Map(order.tasks.map(({ step }, place) => [step.key, place]));
  const placeOf = ({ key }: Step) => places.get(key) ?? places.size;
  return [...plan.steps].sort((a, b) => placeOf(a) - placeOf(b));
}

function PlanHead({ mark, go, first }: { mark: MarkPlan | undefined; go: Bay["go"]; first: Step | undefined }) {
  return (
    <div className="row-between">
      <h2>{mark ? mark.name : "The whole job"}</h2>
      <div className="row-wrap">
        {mark && (
          <Act variant="link" onAct={() => go({ finding: null })}>
            The whole job
          </Act>
        )}
        {first && (
          <AtThumb>
            <Act variant="primary" onAct={() => go({ phase: "work" })}>
              Go to work
            </Act>
          </AtThumb>
        )}
      </div>
    </div>
  );
}

function Assumed({ plan }: { plan: Plan }) {
  return (
    <Opens
      as="h3"
      className="block"
      head={
        plan.assumed.length === 1
          ? "One thing not known, planned at its safest"
          : `${plan.assumed.length} things not known, planned at their safest`
      }
    >
      <ul>
        {plan.assumed.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </Opens>
  );
}

function NotOnShelf({ plan }: { plan: Plan }) {
  return (
    <section className="block" data-testid="missing">
      <div className="row-between">
        <h3>Not on the shelf</h3>
        <Link href="/shelf" prefetch={false}>
          Open the shelf
        </Link>
      </div>
      <ul className="mb-0">
        {plan.missing.map(({ wanted, standIn }) => (
          <li key={wanted}>{missingWords(wanted, standIn)}</li>
        ))}
      </ul>
    </section>
  );
}

/** The whole job by cards, a mark by its steps. */
function StepList({
  mark,
  first,
  steps,
}: {
  mark: MarkPlan | undefined;
  first: Step | undefined;
  steps: readonly Step[];
}) {
  return (
    <div className="block">
      <h3>{mark ? `Steps for ${mark.name}` : first ? "As it is worked" : "Nothing left to do"}</h3>
      {mark ? (
        steps
          .filter(
            ({ findingId: of, zoneIds }) =>
              of === mark.findingId || (of === undefined && zoneIds.includes(mark.zoneId)),
          )
          .map((step, index) => (
            <StepCard key={step.key} step={step} open={index === 0} number={steps.indexOf(step) + 1} />
          ))
      ) : (
        <PlanCards />
      )}
      {first && <OwnMinutes />}
    </div>
  );
}

function MarkList() {
  const { assessment, go } = useBay();
  const { marks, damage } = assessment.plan;
  return (
    <div className="block">
      <h3>Marks</h3>
      {Object.values(marks).map(({ findingId, zoneId, name, diagnosis }) => (
        <div className="line-step" key={findingId}>
          <span className="line-what">
            {name}: <Num of={diagnosis.beliefs[0]!.p} share /> {familyOf(diagnosis.leader).name.toLowerCase()}
          </span>
          <Act onAct={() => go({ finding: findingId, zone: zoneId })}>Its ladder</Act>
        </div>
      ))}
      {damage.map(({ findingId, finding }) => (
        <div className="line-step" key={findingId}>
          <span className="line-what">
            {finding.name ?? DAMAGES[finding.damage]}, {assessment.plan.zones[finding.zoneId]?.view.name.toLowerCase()}:{" "}
            {finding.foundAt ? "found while working" : "was there before"}; what may be done there goes round it
          </span>
        </div>
      ))}
    </div>
  );
}

const STATE_WORDS: Record<MarkPlan["state"], string> = {
  open: "",
  gone: "Judged dry: gone.",
  left: "Left as it is, the owner knows.",
  worse: "It got worse: stop here. Rinse with plain water, blot, let it dry, tell the owner.",
  "at-the-stop": "The ladder ends here.",
  referred: "",
  damage: "This is damage, not soil: a note, never a step.",
};

function Ladder({ mark }: { mark: MarkPlan }) {
  const top = mark.diagnosis.beliefs[0]!;
  return (
    <>
      <p>
        <Num of={top.p} share /> {familyOf(top.family).name.toLowerCase()}, over{" "}
        <Num of={mark.spread} testId="spread" /> with its rim.
        {!mark.sure && " Not sure yet, so the first step suits every family still likely."} {STATE_WORDS[mark.state]}
      </p>
      {mark.referral ? (
        <div className="caution caution-danger" role="alert">
          <h3>{mark.referral.title}</h3>
          <p>{mark.referral.words}</p>
        </div>
      ) : (
        <div className="block">
          <h3>Ladder, gentlest first</h3>
          {mark.rungs.map((rung, index) => (
            <div key={index}>
              <div className={`rung rung-${rung.state}`}>
                <b>{rung.title}</b>
                {rung.state === "now"
                  ? " · now"
                  : rung.state === "done"
                    ? " · done"
                    : rung.state === "left-out"
                      ? " · left out"
                      : ""}
                <div className="soft">{rung.state === "left-out" ? "" : rung.why}</div>
                {rung.state !== "left-out" && rung.success && (
                  <div className="soft">
                    Goes with it <Num of={rung.success.chance} share testId="rung-success" />, likely{" "}
                    <Num of={rung.success.low} share /> to <Num of={rung.success.high} share /> ·{" "}
                    {shareWords(rung.success)}
                  </div>
                )}
                {rung.leftOut.map(({ what, because }) => (
                  <div key={what} className="soft">
                    Without {what.toLowerCase()}: {because}
                  </div>
                ))}
              </div>
              {rung.state !== "left-out" && <div className="branch">Still visible when dry ↓</div>}
            </div>
          ))}
          <div className="stop-rung">
            <b>Stop.</b> {mark.stopWords}
          </div>
        </div>
      )}
    </>
  );
}
