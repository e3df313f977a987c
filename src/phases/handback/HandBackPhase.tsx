"use client";
import { exportJob } from "@/store/saveFile";
import { JobFile } from "./JobFile";
import type { Job } from "@/core/job/schema";
import type { HandBack } from "@/core/answers/handback/dryness";
import type { History } from "@/core/job/history";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import { record } from "@/core/job/change";
import { dampWords, handBackOf, drynessOf } from "@/core/answers/handback/dryness";
import { type OwnerSheet, ownerSheet, usableWords } from "@/core/answers/handback/sheet";
import { lastOf } from "@/core/job/history";
import type { DoneEvent } from "@/core/job/schema";
import { LEDGER_FORMULAS } from "@/core/ground/sums/ledgerFormulas";
import { sumOf, stated } from "@/core/ground/sums/working";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { AtThumb } from "@/ui/ThumbBar";
import { Boundary } from "@/ui/Boundary";
import { fetched } from "@/ui/fetched";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { fullTime, slackWords } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { PromiseFields } from "../PromiseFields";
import { CheckList } from "./CheckList";
import { Signature } from "./Signature";
import { type Assessment } from "@/core/answers/assess/assess";
import { type Forecast } from "@/core/answers/schedule/forecast";
import { SmallFold } from "@/ui/Fold";

const BeforeAfter = later(() => import("../measure/BeforeAfter").then(({ BeforeAfter }) => BeforeAfter));
const PriceBlock = later(() => import("./PriceBlock").then(({ PriceBlock }) => PriceBlock));

/** The last look, what it comes to, and the sheet for the owner in plain words. */
export function HandBackPhase() {
  const { job, assessment, forecast, nowMs, run } = useBay();
  const { history, plan } = assessment;
  const handed = lastOf(history, "handed-back");
  const begun = history.done.length > 0;
  const state = handBackOf(assessment, job.promises.dampHandBackAgreed);
  const { zones, allDry } = drynessOf(assessment);
  const wet = zones.some(({ dry }) => !dry);
  const sheet = ownerSheet(job, assessment, nowMs);
  const handBack = () => run("Handed back", record({ kind: "handed-back", id: newId(), at: nowIso(), damp: wet }));
  const saveCalendar = () => exportAppointments(job, assessment, nowMs);

  return (
    <>
      <Deeds
        plan={plan}
        handBack={handBack}
        handed={handed}
        begun={begun}
        wet={wet}
        state={state}
        job={job}
        saveCalendar={saveCalendar}
      />
      {!handed && plan.steps.length > 0 && (
        <p className="no-print">
          {plan.steps.length} {plan.steps.length === 1 ? "step is" : "steps are"} still to do; the sheet shows what is
          planned.
        </p>
      )}
      {wet && !handed && (
        <p className="no-print" role="alert" data-testid="damp">
          {dampWords(state)}
        </p>
      )}
      <Boundary what="The last look">
        <CheckList />
      </Boundary>
      <BeforeAfter />
      <PromiseLine forecast={forecast} />
      <Boundary what="The price">
        <PriceBlock />
      </Boundary>
      <SheetForOwner
        sheet={sheet}
        history={history}
        handed={handed}
        job={job}
        begun={begun}
        allDry={allDry}
        forecast={forecast}
        nowMs={nowMs}
        assessment={assessment}
      />
    </>
  );
}

async function exportAppointments(job: Job, assessment: Assessment, nowMs: number) {
  const [{ appointmentsOf }, { exportCalendar }, { fileName }] = await Promise.all([
    import("@/core/answers/handback/appointments"),
    import("@/store/calendarFile"),
    import("@/store/saveFile"),
  ]);
  exportCalendar(fileName(job.title), appointmentsOf(job, assessment, nowMs));
}

function SheetForOwner({
  sheet,
  history,
  handed,
  job,
  begun,
  allDry,
  forecast,
  nowMs,
  assessment,
}: {
  sheet: OwnerSheet;
  history: History;
  handed: { kind: "handed-back"; at: string; damp: boolean; id: string } | undefined;
  job: Job;
  begun: boolean;
  allDry: boolean;
  forecast: Forecast;
  nowMs: number;
  assessment: Assessment;
}) {
  return (
    <article className="sheet" data-testid="sheet">
      <h2>{sheet.title}</h2>
      <p className="soft">{sheet.whose || "No customer entered"}</p>
      <h3>What was found</h3>
      {[...sheet.found, ...sheet.damage, ...sheet.foundWorking].length === 0 && <p>General soil only.</p>}
      <ul>
        {sheet.found.map(({ words, result }) => (
          <li key={words}>
            {words}
            {result ? <b>, {result}</b> : ""}
          </li>
        ))}
      </ul>
      <Section head="Damage that was there before" items={sheet.damage} />
      <Section head="Found while working" items={sheet.foundWorking} />
      <h3>What was done</h3>
      {sheet.done.length === 0 ? <p>Nothing yet.</p> : <p>{sheet.done.join(". ")}.</p>}
      {sheet.products.length > 0 && <WhatWasUsed sheet={sheet} history={history} />}
      <Section head="What stayed, and why" items={sheet.stayed} />
      <h3>When you may use it</h3>
      <WhenUsable
        handed={handed}
        job={job}
        begun={begun}
        allDry={allDry}
        forecast={forecast}
        nowMs={nowMs}
        assessment={assessment}
      />
      <Section head="Afterwards" items={sheet.afterwards} />
      <Section head="What is due" items={sheet.due.map(({ atMs, words }) => `${fullTime(atMs)}: ${words}`)} />
      <Boundary what="The signature">
        <Signature />
      </Boundary>
    </article>
  );
}

function Deeds({
  plan,
  handBack,
  handed,
  begun,
  wet,
  state,
  job,
  saveCalendar,
}: {
  plan: Plan;
  handBack: () => void;
  handed: { kind: "handed-back"; at: string; damp: boolean; id: string } | undefined;
  begun: boolean;
  wet: boolean;
  state: HandBack;
  job: Job;
  saveCalendar: () => Promise<void>;
}) {
  return (
    <div className="row-wrap no-print mb-3">
      <AtThumb>
        <Act
          variant={plan.steps.length === 0 ? "primary" : "outline-primary"}
          onAct={handBack}
          disabled={handed !== undefined || !begun || (wet && state === "not-yet")}
        >
          {handed
            ? "Handed back"
            : wet
              ? state === "damp-agreed"
                ? "Hand back damp, as agreed"
                : "Not yet: it is not dry"
              : "Hand back"}
        </Act>
      </AtThumb>
      <PaperButtons />
      <Act onAct={() => window.print()}>Print this page</Act>
      <Act onAct={() => exportJob(job, nowIso())}>Save the job as a file</Act>
      <Act onAct={() => fetched(saveCalendar)}>Calendar file</Act>
      <JobFile job={job} />
    </div>
  );
}

function PromiseLine({ forecast }: { forecast: Forecast }) {
  return (
    <div className="row-between no-print">
      <span>
        {forecast.tighter ? (
          <>
            <Num of={forecast.tighter.minutes} words={slackWords(forecast.tighter)} testId="handback-slack" /> to{" "}
            {forecast.tighter.promise}
          </>
        ) : (
          "Nothing promised yet"
        )}
      </span>
      <SmallFold title="Change the promises">
        <PromiseFields />
      </SmallFold>
    </div>
  );
}

function WhatWasUsed({ sheet, history }: { sheet: OwnerSheet; history: History }) {
  return (
    <p className="soft">
      Used:{" "}
      {sheet.products.map(({ agent, name }, index) => (
        <span key={agent}>
          {index > 0 && ", "}
          {name.toLowerCase()} <Num of={usedOf(agent, history.done)} />
        </span>
      ))}
      .
    </p>
  );
}

function WhenUsable({
  handed,
  job,
  begun,
  allDry,
  forecast,
  nowMs,
  assessment,
}: {
  handed: { kind: "handed-back"; at: string; damp: boolean; id: string } | undefined;
  job: Job;
  begun: boolean;
  allDry: boolean;
  forecast: Forecast;
  nowMs: number;
  assessment: Assessment;
}) {
  return (
    <p>
      {handed
        ? `Given back ${fullTime(Date.parse(handed.at))}${handed.damp ? ", damp as agreed" : ""}. `
        : job.promises.handBackAt
          ? `Given back ${fullTime(Date.parse(job.promises.handBackAt))}. `
          : ""}
      {begun && !allDry && forecast.usable && forecast.usable.atMs > nowMs ? (
        <>
          Do not sit or walk on it before{" "}
          <b>
            <Num of={forecast.usable} words={fullTime(forecast.usable.atMs)} testId="sheet-usable" />
          </b>{" "}
          (hands done in <Num of={forecast.finish} testId="sheet-finish" />, then drying).
        </>
      ) : (
        usableWords(assessment, { usableMs: forecast.usable?.atMs, nowMs, allDry: allDry || !begun }, fullTime)
      )}
    </p>
  );
}

const Section = ({ head, items }: { head: string; items: readonly string[] }) =>
  items.length === 0 ? null : (
    <>
      <h3>{head}</h3>
      <ul>
        {items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </ul>
    </>
  );

const usedOf = (agent: string, done: DoneEvent[]) => {
  const its = done.filter((event) => event.agent === agent);
  return sumOf(LEDGER_FORMULAS, "record.sum", {
    used: its.map(({ title, amountMl = 0 }) => stated.measured(amountMl, title)),
  });
};

/** The owner's sheet, and the technician's with the workings, as PDF. */
function PaperButtons() {
  const bay = useBay();
  const make = async (forOwner: boolean) => (await import("./paper")).savePaper(bay, forOwner);
  return (
    <>
      <Act onAct={() => fetched(() => make(true))}>Owner&apos;s sheet, PDF</Act>
      <Act onAct={() => fetched(() => make(false))}>With the workings, PDF</Act>
    </>
  );
}
