"use client";
import { AGENTS } from "@/core/catalog/agents";
import { HAIR_DENSITIES } from "@/core/catalog/findings";
import { DAMAGES } from "@/core/catalog/builds";
import { familyOf } from "@/core/catalog/families";
import { lastOf } from "@/core/job/history";
import type { DoneEvent } from "@/core/job/schema";
import { input, worked } from "@/core/quantity/working";
import type { MarkPlan } from "@/core/treatment/marks";
import { exportJob } from "@/store/saveFile";
import { newId } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { fullTime, slackWords } from "@/ui/time";
import { useBay } from "@/bay/BayContext";
import { PromiseFields } from "../PromiseFields";

const RESULT_WORDS: Record<MarkPlan["state"], string> = {
  open: "", gone: "gone", left: "lighter, the rest stays", worse: "changed for the worse; we stopped", "at-the-stop": "as far as it goes", referred: "not ours to treat", damage: "damage, not soil",
};
const dayAndHour = (iso: string) => fullTime(Date.parse(iso));

/** The sheet for the owner, in plain words, on one page. */
export function HandBackPhase() {
  const { job, assessment, forecast, nowMs, run } = useBay();
  const { history, plan } = assessment;
  const handed = lastOf(history, "handed-back");
  const marks = Object.values(plan.marks);
  const begun = history.done.length > 0;
  const damp = begun && forecast.usable !== undefined && forecast.usable.atMs > nowMs && Object.keys(assessment.drying).length > 0;
  const done = history.done.filter(({ action }) => action !== "check-first");
  const stayed = marks.filter(({ state }) => state !== "gone");
  const zoneName = (id: string) => plan.zones[id]?.view.name.toLowerCase() ?? "";
  const others = job.findings.order.flatMap((id) => {
    const finding = job.findings.byId[id]!;
    if (finding.kind === "hair") return [`Hair on ${zoneName(finding.zoneId)}: ${HAIR_DENSITIES[finding.density].toLowerCase()}`];
    if (finding.kind === "odour" && finding.closed > 0) return [`A smell at ${zoneName(finding.zoneId)}: ${finding.closed} of 5 when shut${finding.aired === undefined ? "" : `, ${finding.aired} after airing`}`];
    return [];
  });
  const doneTitles = [...new Set(done.map(({ title }) => title))];
  const products = [...new Set(done.flatMap(({ agent }) => (agent && agent !== "water" ? [agent] : [])))];
  const handBack = () => run("Handed back", { op: "append", event: { kind: "handed-back", id: newId(), at: new Date().toISOString(), damp } });

  const saveCalendar = async () => {
    const [{ appointmentsOf }, { exportCalendar }, { fileName }] = await Promise.all([import("@/core/schedule/appointments"), import("@/store/calendarFile"), import("@/store/saveFile")]);
    exportCalendar(fileName(job.title), appointmentsOf(job, assessment, nowMs));
  };

  return (
    <>
      <div className="row-wrap no-print mb-3">
        <Act variant="primary" onAct={() => window.print()}>Print the sheet</Act>
        <Act onAct={() => exportJob(job, new Date().toISOString())}>Save the job as a file</Act>
        <Act onAct={() => void saveCalendar()}>Calendar file</Act>
        <Act onAct={handBack} disabled={handed !== undefined}>{handed ? "Handed back" : damp ? (job.promises.dampHandBackAgreed ? "Hand back damp, as agreed" : "Hand back damp all the same") : "Hand back"}</Act>
      </div>
      {!handed && plan.steps.length > 0 && <p className="no-print">{plan.steps.length} {plan.steps.length === 1 ? "step is" : "steps are"} still to do; the sheet shows what is planned.</p>}
      {damp && !job.promises.dampHandBackAgreed && !handed && <p className="no-print" role="alert">It is still damp, and damp hand-back was not agreed. Wait until it is dry, or ask the owner.</p>}
      <div className="row-between no-print">
        <span>{forecast.tighter ? <><Num of={forecast.tighter.minutes} words={slackWords(forecast.tighter)} testId="handback-slack" /> to {forecast.tighter.promise}</> : "Nothing promised yet"}</span>
        <details>
          <summary className="form-label">Change the promises</summary>
          <PromiseFields />
        </details>
      </div>
      <article className="sheet" data-testid="sheet">
        <h2>{job.title}</h2>
        <p className="soft">{[job.customer, job.place].filter(Boolean).join(" · ") || "No customer entered"}</p>
        <h3>What was found</h3>
        {marks.length === 0 && plan.damage.length === 0 && others.length === 0 && <p>General soil only.</p>}
        <ul>
          {marks.map(({ findingId, name, zoneId, diagnosis, state }) => (
            <li key={findingId}>{name}, {plan.zones[zoneId]?.view.name.toLowerCase()}: most likely {familyOf(diagnosis.leader).name.toLowerCase()}{RESULT_WORDS[state] ? <b>, {RESULT_WORDS[state]}</b> : ""}</li>
          ))}
          {others.map((words) => <li key={words}>{words}</li>)}
        </ul>
        {plan.damage.length > 0 && (
          <>
            <h3>Damage that was there before</h3>
            <ul>{plan.damage.map(({ findingId, finding }) => <li key={findingId}>{finding.name ?? DAMAGES[finding.damage]}, {plan.zones[finding.zoneId]?.view.name.toLowerCase()}. Cleaning does not bring it back{finding.told ? "; you were told before the work began" : ""}.</li>)}</ul>
          </>
        )}
        <h3>What was done</h3>
        {done.length === 0 ? <p>Nothing yet.</p> : <p>{doneTitles.join(". ")}.</p>}
        {products.length > 0 && <p className="soft">Used: {products.map((agent, index) => <span key={agent}>{index > 0 && ", "}{AGENTS[agent].name.toLowerCase()} <Num of={usedOf(agent, done)} /></span>)}.</p>}
        {stayed.length > 0 && done.length > 0 && (
          <>
            <h3>What stayed, and why</h3>
            <ul>{stayed.map(({ findingId, name, state, stopWords, referral }) => <li key={findingId}>{name}: {referral ? referral.words : state === "open" ? "not judged yet; it is judged when dry." : stopWords}</li>)}</ul>
          </>
        )}
        <h3>When you may use it</h3>
        <p>
          {handed ? `Given back ${dayAndHour(handed.at)}${handed.damp ? ", damp as agreed" : ""}. ` : job.promises.handBackAt ? `Given back ${dayAndHour(job.promises.handBackAt)}. ` : ""}
          <UsableWords />
        </p>
        <h3>Afterwards</h3>
        <ul>
          <li>Keep air moving over it until it is dry. Nothing on it, nothing under it.</li>
          <li>A mark that comes back within a day or two has come up from below while drying. Call us: do not scrub it.</li>
          <li>Blot a new spill at once with a white cloth, from the rim in. Vacuum once a week: grit wears cloth more than feet do.</li>
        </ul>
      </article>
    </>
  );
}

const usedOf = (agent: string, done: DoneEvent[]) => {
  const its = done.filter((event) => event.agent === agent);
  return worked("record.sum", its.reduce((sum, { amountMl = 0 }) => sum + amountMl, 0), "mL", its.map(({ title, amountMl = 0 }) => input(title, amountMl, "mL", "measured")));
};

/** When the owner may sit or walk on it. */
function UsableWords() {
  const { assessment, forecast, nowMs, job } = useBay();
  const { usable, finish } = forecast;
  if (Object.keys(assessment.drying).length === 0) return "Dry now.";
  if (!usable) return "It does not dry in this air: it needs warmth, drier air or air moving.";
  if (usable.atMs <= nowMs) return "Dry now.";
  const waits = <>(hands done in <Num of={finish} testId="sheet-finish" />, then drying)</>;
  if (job.promises.handBackAt && usable.atMs <= Date.parse(job.promises.handBackAt)) return <>It is dry by then: <b><Num of={usable} words={fullTime(usable.atMs)} testId="sheet-usable" /></b> {waits}.</>;
  return <>Do not sit or walk on it before <b><Num of={usable} words={fullTime(usable.atMs)} testId="sheet-usable" /></b> {waits}.</>;
}
