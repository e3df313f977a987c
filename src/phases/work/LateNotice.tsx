"use client";
import { useCallback, useMemo } from "react";
import { asPlannedNow } from "@/core/judgement/learnt/own";
import { formatDuration } from "@/core/ground/quantity/format";
import { bandOf, spreadOf } from "@/core/answers/schedule/spread";
import type { Saver } from "@/core/answers/ask/savers";
import { useLines } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { timeText } from "@/ui/time";
import { usePlanned } from "@/ui/usePlanned";
import { useBay } from "@/bay/state/BayContext";
import { planner } from "@/workers/planner";
import { useChangeAir } from "../AirFields";
import { WorseNow } from "./ItFails";
import { SmallFold } from "@/ui/Fold";

/**
 * When hands may be done by this technician's own spread; and, while there is something to do about it, what would
 * save a promise.
 */
export function LateNotice() {
  const { assessment, forecast, nowMs, kit } = useBay();
  const { order } = assessment;
  const lines = useLines();
  const spread = useMemo(
    () =>
      spreadOf(
        asPlannedNow(
          lines.flatMap(({ steps }) => steps),
          kit.experience,
        ),
      ),
    [lines, kit.experience],
  );
  if (order.tasks.length === 0) return <WorseNow />;
  const band = bandOf(order, forecast, spread);
  const { tighter } = forecast;
  const lateMin = tighter ? -tighter.minutes.value : -Infinity;
  const mayBeLate = lateMin + Math.max(0, band.laterMin.value) > 0;
  return (
    <>
      <WorseNow />
      <p className="run-band" data-testid="run-band">
        Hands done <Num of={forecast.finish} words={timeText(forecast.finish.atMs, nowMs)} testId="run-finish" />, most
        likely{" "}
        <Num
          of={band.laterMin}
          words={`${timeText(band.fromMs, nowMs)} to ${timeText(band.toMs, nowMs)}`}
          testId="run-spread"
        />
        .
      </p>
      {tighter && mayBeLate && (
        <div className="not-agreed" role="status" data-testid="late">
          <p className="mb-1">
            <b>
              {lateMin > 0
                ? `${tighter.promise === "usable" ? "Usable" : "Hand back"} will be ` +
                  `${Number.isFinite(lateMin) ? `${formatDuration(lateMin)} late` : "missed: it does not dry like this"}.`
                : `${tighter.promise === "usable" ? "Usable" : "Hand back"} at ${timeText(tighter.promisedMs, nowMs)} ` +
                  "holds only if all goes well."}
            </b>
          </p>
          <Savers />
        </div>
      )}
    </>
  );
}

function Savers() {
  const { job, kit, asOf: weighedAt, nowMs, run, forecast } = useBay();
  const asOf = forecast.beginMs > nowMs ? new Date(forecast.beginMs).toISOString() : weighedAt;
  const changeAir = useChangeAir();
  const savers = usePlanned(useCallback(() => planner().saversOf(job, kit, asOf), [job, kit, asOf]));
  if (!savers) return <p className="mb-0">Looking for what would save it…</p>;
  if (savers.length === 0)
    return <p className="mb-0">Nothing here makes it sooner: tell the owner now, and agree a later time in Plan.</p>;
  const take = ({ name, ops = [], air }: Saver) => {
    if (ops.length > 0) run(name, ...ops);
    if (air) changeAir(name, air);
  };
  const [first, ...others] = savers.map((saver) => (
    <li key={saver.name}>
      <span>
        With {saver.name.charAt(0).toLowerCase() + saver.name.slice(1)}: hands done {timeText(saver.finishMs, nowMs)}
        {saver.usableMs !== undefined && `, usable ${timeText(saver.usableMs, nowMs)}`}.{" "}
        {saver.slackMin >= 0 ? <b>That holds.</b> : "Still late."}
      </span>
      {(saver.ops ?? saver.air) && (
        <Act variant="link" aria-label={`Take: ${saver.name}`} onAct={() => take(saver)}>
          Take it
        </Act>
      )}
    </li>
  ));
  return (
    <>
      <ul className="saver-lines">{first}</ul>
      {others.length > 0 && (
        <SmallFold title={others.length === 1 ? "One other way" : `${others.length} other ways`}>
          <ul className="saver-lines">{others}</ul>
        </SmallFold>
      )}
    </>
  );
}
