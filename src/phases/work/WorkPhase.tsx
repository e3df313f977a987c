"use client";
import type { WorkEvent } from "@/core/job/schema";
import type { History } from "@/core/job/history";
import { setChoice } from "@/core/job/change";
import { type SetStateAction, type Dispatch, useState } from "react";
import { MOST_HANDS } from "@/core/job/fileFormat";
import { formatDuration } from "@/core/ground/quantity/format";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { input, sumOf, worked } from "@/core/ground/sums/working";
import { cardsOf, placeName, WHEN_DRY } from "@/core/answers/schedule/runCards";
import { isDue, isFree, Order, type OrderTask, type TaskTime } from "@/core/answers/schedule/times";
import { Act } from "@/ui/Act";
import { Boundary } from "@/ui/Boundary";
import { Chips } from "@/ui/Chips";
import { Fold, Opens } from "@/ui/Fold";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { timeText } from "@/ui/time";
import { canKeepScreenOn } from "@/bay/useScreenOn";
import { useOncePerState } from "@/ui/useOncePerState";
import { useBay } from "@/bay/state/BayContext";
import { CardBreath } from "../CardBreath";
import { zonesOf } from "../zones";
import { NowStep } from "./NowStep";
import { AfterHours } from "./AfterHours";
import { LateNotice } from "./LateNotice";
import { NoteFields } from "./NoteFields";
import { startOps } from "./record";
import { guardLeftMs } from "./guards";
import { Waiting } from "./Waiting";
import { type Assessment } from "@/core/answers/assess/assess";
import { PhaseId, LensId } from "@/bay/state/phases";

const SHOWN_DONE = 1;
/** What is due within this is due. */
const DUE_MS = 1500;

/** The run sheet: what to do now, large; done ones a line above, coming ones with their clock times below. */
export function WorkPhase() {
  const { assessment, forecast, nowMs, now, hands, go } = useBay();
  const [all, setAll] = useState(false);
  const { order, history } = assessment;
  const finished = history.standing.filter((event) => event.kind === "done" || event.kind === "skip");
  const shown = all ? finished : finished.slice(-SHOWN_DONE);
  const due = now && isDue(order, now.at, now.time, nowMs + DUE_MS) && guardLeftMs(now.after ?? []) <= DUE_MS;
  const coming = order.tasks.map((task, at) => ({ task, at })).filter(({ at }) => at !== now?.at);
  return (
    <>
      <Boundary what="The notice">
        <LateNotice />
        <AfterHours />
      </Boundary>
      {order.people > 1 && <WhoseSheet order={order} hands={hands} go={go} />}
      <DoneLines
        history={history}
        shown={shown}
        assessment={assessment}
        nowMs={nowMs}
        finished={finished}
        setAll={setAll}
        all={all}
      />
      {order.broken.length > 0 && (
        <p className="not-agreed" role="status">
          <b>No room for every wait.</b> {[...new Set(order.broken)].slice(0, 2).join(" ")}
        </p>
      )}
      {!now ? (
        <NothingLeft done={finished.length} others={order.tasks.length} onGo={(phase) => go({ phase })} />
      ) : due ? (
        <NowStep key={`${now.step.key}-${now.step.zoneIds.join()}`} step={now.step} running={now.running} />
      ) : (
        <Waiting task={now} time={now.time} />
      )}
      {order.sooner && <FoundSooner {...order.sooner} />}
      <ComingCards coming={coming} times={forecast.times} />
      {now && <LaterLine />}
      {(now || finished.length > 0) && <NoteFields />}
      <WhoWorks />
      {now && !canKeepScreenOn() && (
        <p className="soft">This browser cannot keep the screen on: set the tablet itself to stay on.</p>
      )}
    </>
  );
}

/** What searching on in idle time has gained. */
function FoundSooner({ wasMin, isMin }: NonNullable<Order["sooner"]>) {
  const gained = sumOf(SCHEDULE_FORMULAS, "schedule.sooner", { wasMin, isMin });
  return (
    <p className="soft" role="status" data-testid="sooner">
      A better order was found: <Num of={gained} words={formatDuration(gained.value)} /> sooner, now{" "}
      {formatDuration(isMin)}.
    </p>
  );
}

function WhoseSheet({
  order,
  hands,
  go,
}: {
  order: Order;
  hands: number;
  go: (
    to: Partial<{ phase: PhaseId; zone: string; lens: LensId; finding: string | null; hands: string | null }>,
  ) => void;
}) {
  return (
    <Chips
      label="Whose run sheet"
      choices={Array.from({ length: order.people }, (_, index) => ({
        id: String(index + 1),
        name: `Hands ${index + 1}`,
      }))}
      value={String(hands)}
      onPick={(value) => go({ hands: value ?? null })}
    />
  );
}

/** What was done or left out, as it stands in the record. */
type Recorded = Extract<WorkEvent, { kind: "done" | "skip" }>;

function DoneLines({
  history,
  shown,
  assessment,
  nowMs,
  finished,
  setAll,
  all,
}: {
  history: History;
  shown: readonly Recorded[];
  assessment: Assessment;
  nowMs: number;
  finished: readonly Recorded[];
  setAll: Dispatch<SetStateAction<boolean>>;
  all: boolean;
}) {
  return (
    <div className="done-lines" data-recorded={history.standing.length}>
      {shown.map((event) => (
        <div className="line-step line-done" key={event.id}>
          <span className="line-mark" aria-label={event.kind === "done" ? "Done" : "Left out"}>
            {event.kind === "done" ? <DoneStitch /> : "–"}
          </span>
          <span className="line-what">
            {event.title}
            {event.kind === "skip" ? `, left out: ${event.reason.toLowerCase()}` : ""}{" "}
            <span className="soft">{namesOf(assessment.plan.zones, event.zoneIds)}</span>
          </span>
          <span className="line-more">{timeText(Date.parse(event.at), nowMs)}</span>
        </div>
      ))}
      {finished.length > SHOWN_DONE && (
        <Act variant="link" className="done-more" onAct={() => setAll(!all)}>
          {all ? "Only the last one" : `${finished.length - SHOWN_DONE} more done before`}
        </Act>
      )}
    </div>
  );
}

const MOST_NAMED = 2;
const namesOf = (zones: Record<string, { view: { name: string } }>, ids: readonly string[]) =>
  ids.length > MOST_NAMED ? "" : ids.flatMap((id) => zones[id]?.view.name ?? []).join(", ");

const DoneStitch = () => (
  <svg width="24" height="14" viewBox="0 0 24 14" aria-hidden>
    <path
      d="M2 12 L8 3 L14 11 L21 2"
      fill="none"
      stroke="var(--moss)"
      strokeWidth="3.2"
      strokeLinejoin="round"
      strokeLinecap="round"
    />
  </svg>
);

function NothingLeft({ done, others, onGo }: { done: number; others: number; onGo: (phase: "dry" | "look") => void }) {
  const { later } = useBay().assessment.plan;
  if (others > 0)
    return (
      <div className="now-step">
        <h2>Nothing left for these hands</h2>
        <p>What is left is the others'. It stands below.</p>
      </div>
    );
  return done > 0 ? (
    <div className="now-step">
      <h2>Hands are done</h2>
      <p>Now it dries. Judge each mark only when it is dry.</p>
      {later.length > 0 && (
        <p data-testid="later">
          <b>{WHEN_DRY}:</b> {later.map(({ title }) => title).join(", ")}.
        </p>
      )}
      <Act variant="primary" onAct={() => onGo("dry")}>
        Go to Dry
      </Act>
    </div>
  ) : (
    <>
      <h2>Nothing to work on yet</h2>
      <p>Mark something in Look, or set how soiled a zone is.</p>
      <Act variant="primary" onAct={() => onGo("look")}>
        Go to Look
      </Act>
    </>
  );
}

/** A step to come, when; taken out of turn where the cloth allows it. */
interface Coming {
  task: OrderTask;
  at: number;
}

/** What closes it is on the sheet from the start, and waits for the cloth. */
function LaterLine() {
  const { assessment, forecast, nowMs } = useBay();
  const { later } = assessment.plan;
  if (later.length === 0) return null;
  return (
    <div className="line-step" data-testid="later">
      <span className="line-what">
        <b>{WHEN_DRY}</b> <span className="soft">{later.map(({ title }) => title).join(", ")}</span>
      </span>
      <span className="line-more">{forecast.closesFromMs ? timeText(forecast.closesFromMs, nowMs) : ""}</span>
    </div>
  );
}

/** So few lines need no folding. */
const FEW_LINES = 4;

/** What is still to come, card by card; the one in hand open. */
function ComingCards({ coming, times }: { coming: readonly Coming[]; times: readonly TaskTime[] }) {
  const { assessment, now, nowMs } = useBay();
  const { order } = assessment;
  return cardsOf(order).map((card) => {
    const its = coming.filter(({ at }) => card.tasks.includes(at));
    if (its.length === 0) return null;
    const lines = its.map(({ task, at }) => (
      <ComingStep key={`${task.step.key}-${task.step.zoneIds.join()}`} task={task} at={at} time={times[at]!} />
    ));
    const isInHand = now !== undefined && card.tasks.includes(now.at);
    return (
      <Opens
        key={its[0]!.at}
        className="run-card"
        testId="run-card"
        open={isInHand || coming.length <= FEW_LINES}
        head={
          <span className="line-what">
            <b>{placeName(order, card)}</b>
            <CardBreath card={{ ...card, tasks: its.map(({ at }) => at) }} />
          </span>
        }
        beside={timeText(times[its[0]!.at]!.startMs, nowMs)}
      >
        {lines}
      </Opens>
    );
  });
}

function ComingStep({
  task: { step, hands, running },
  at,
  time,
}: {
  task: OrderTask;
  at: number;
  time: { startMs: number; readyMs: number; closesMs?: number };
}) {
  const { assessment, nowMs, hands: mine, now, job, run } = useBay();
  const once = useOncePerState(job.events.length);
  const { order, plan } = assessment;
  const on = step.findingId ? plan.marks[step.findingId]?.name : zonesOf(step, (id) => plan.zones[id]?.view.name ?? "");
  const ready = isFree(order, at) && time.readyMs <= nowMs;
  const mayTake = ready && now !== undefined && !running;
  return (
    <div className="line-step" data-testid="coming">
      <span className="line-what">
        {step.title}{" "}
        <span className="soft">
          {on}
          {order.people > 1 && hands !== mine ? ` · hands ${hands}` : ""}
        </span>
      </span>
      {mayTake && (
        <Act
          variant="link"
          aria-label={`${step.title}, ${on ?? ""}: do it now`}
          onAct={() => once(() => run(`Start: ${step.title}`, ...startOps(step, mine)))}
        >
          Do it now
        </Act>
      )}
      <span className="line-more">
        {running ? (
          "now"
        ) : (
          <Num
            of={worked("schedule.runStart", (time.startMs - nowMs) / 60_000, "min", [
              input("what comes first, from now", (time.startMs - nowMs) / 60_000, "min"),
              input("the cloth allows it, from now", Math.max(0, (time.readyMs - nowMs) / 60_000), "min"),
              ...(time.closesMs === undefined
                ? []
                : [input("dries out, from now", (time.closesMs - nowMs) / 60_000, "min")]),
            ])}
            words={`${timeText(time.startMs, nowMs)}${time.closesMs === undefined ? "" : ` to ${timeText(time.closesMs, nowMs)}`}`}
          />
        )}
      </span>
    </div>
  );
}

/** How many are at it. */
function WhoWorks() {
  const { job, run } = useBay();
  return (
    <Fold title="Who works here">
      <Stepper
        label="Pairs of hands"
        value={job.choices.hands ?? 1}
        unit="1"
        step={1}
        min={1}
        max={MOST_HANDS}
        onChange={(value) => run("Pairs of hands", setChoice("hands", value > 1 ? value : undefined))}
      />
      <p className="soft mt-2">
        Each has a run sheet of their own. On a second device, save the job as a file here and open it there; opened
        again here, what was done there is taken in.
      </p>
    </Fold>
  );
}
