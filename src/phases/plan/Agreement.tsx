"use client";
import type { WorkEvent } from "@/core/job/schema";
import { record } from "@/core/job/change";
import { type SetStateAction, type Dispatch, useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import {
  estimateOf,
  messageForOwner,
  RATE_RANGE,
  USUAL_RATES,
  type Estimate,
  type Rates,
} from "@/core/answers/estimate/estimate";
import { lastOf } from "@/core/job/history";
import { loadJob, loadListOf } from "@/core/answers/mixing/loadList";
import { nowIso } from "@/store/clock";
import { notify } from "@/store/jobs";
import { newId } from "@/store/newId";
import { changeSettings, useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { KeptForm } from "@/ui/formLater";
import type { Unit } from "@/core/ground/quantity/units";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { PromiseFields } from "../PromiseFields";
import { type Forecast } from "@/core/answers/schedule/forecast";
import { formatMoney, USUAL_CURRENCY, type CurrencyId } from "@/core/ground/quantity/money";
import { type Worked } from "@/core/ground/sums/working";
import { SmallFold } from "@/ui/Fold";

/** The estimate and both promises, kept as the owner heard them, before anything gets wet. */
export function Agreement() {
  const { assessment, forecast, nowMs, run, job, kit } = useBay();
  const { rates = USUAL_RATES, currency = USUAL_CURRENCY } = useSettings();
  const agreed = lastOf(assessment.history, "agreed");
  const productCost = loadListOf([loadJob(assessment)], kit).products.reduce((sum, { cost }) => sum + cost.value, 0);
  const estimate = estimateOf(assessment, job, productCost, rates);
  const { minutes, price, excluded, risks } = estimate;
  const { handBackAt, usableAt, dampHandBackAgreed } = job.promises;
  const [shown, setShown] = useState(false);
  const message = messageForOwner(job, estimate, {
    ...(handBackAt ? { handBack: timeText(Date.parse(handBackAt), nowMs) } : {}),
    ...(usableAt ? { usable: timeText(Date.parse(usableAt), nowMs) } : {}),
    damp: dampHandBackAgreed,
    currency,
  });
  const agree = () =>
    run(
      "Estimate agreed",
      record({
        kind: "agreed",
        id: newId(),
        at: nowIso(),
        ...(handBackAt ? { handBackAt } : {}),
        ...(usableAt ? { usableAt } : {}),
        dampHandBack: dampHandBackAgreed,
        steps: assessment.plan.steps.map(({ title }) => title),
        priceLow: price.low.value,
        priceHigh: price.high.value,
        currency,
      }),
    );
  return (
    <section className="block" aria-label="Estimate" data-testid="estimate">
      <h3>What you promise</h3>
      <PriceAndHands price={price} minutes={minutes} />
      <WhenDone forecast={forecast} nowMs={nowMs} />
      <PromiseFields />
      {excluded.length > 0 && <NotInIt excluded={excluded} />}
      {risks.length > 0 && (
        <>
          <h4 className="small-head">What may stay or go otherwise</h4>
          <ul className="mb-2">
            {risks.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </>
      )}
      <AgreeButtons {...{ agreed, agree, shown, setShown, price, nowMs, currency }} />
      {shown && <OwnerMessage message={message} />}
      <RateFields rates={rates} />
    </section>
  );
}

function NotInIt({ excluded }: { excluded: string[] }) {
  return (
    <>
      <h4 className="small-head mt-3">Not in it</h4>
      <ul className="mb-2">
        {excluded.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </>
  );
}

function PriceAndHands({
  price,
  minutes,
}: {
  price: { low: Worked; high: Worked };
  minutes: { low: Worked; high: Worked };
}) {
  return (
    <div className="facts">
      <div>
        <span>Price</span> <Num of={price.low} testId="price-low" /> to <Num of={price.high} testId="price-high" />
      </div>
      <div>
        <span>Hands-on</span> <Num of={minutes.low} /> to <Num of={minutes.high} />
      </div>
    </div>
  );
}

function WhenDone({ forecast, nowMs }: { forecast: Forecast; nowMs: number }) {
  return (
    <p>
      Hands done <Num of={forecast.finish} words={timeText(forecast.finish.atMs, nowMs)} /> (
      <Num of={forecast.finish} testId="finish" /> from now),{" "}
      {!forecast.usable ? (
        <b>and it does not dry in this air.</b>
      ) : (
        <>
          dry and usable <Num of={forecast.usable} words={timeText(forecast.usable.atMs, nowMs)} testId="usable-at" />.
        </>
      )}
    </p>
  );
}

function AgreeButtons({
  agreed,
  agree,
  shown,
  setShown,
  price,
  nowMs,
  currency,
}: {
  agreed: Extract<WorkEvent, { kind: "agreed" }> | undefined;
  agree: () => void;
  shown: boolean;
  setShown: Dispatch<SetStateAction<boolean>>;
  price: { low: Worked; high: Worked };
  nowMs: number;
  currency: CurrencyId;
}) {
  return (
    <div className="row-wrap mt-3">
      <Act variant={agreed ? "outline-primary" : "primary"} onAct={agree}>
        The owner agreed to this
      </Act>
      <Act aria-expanded={shown} onAct={() => setShown(!shown)}>
        Message for the owner
      </Act>
      {agreed && (
        <span className="soft">
          {agreedWords(agreed, price, currency)} {timeText(Date.parse(agreed.at), nowMs)}, {agreed.steps.length} steps
        </span>
      )}
    </div>
  );
}

function OwnerMessage({ message }: { message: string }) {
  return (
    <div className="mt-2">
      <FormControl
        as="textarea"
        rows={12}
        readOnly
        aria-label="Message"
        value={message}
        onFocus={({ target }) => target.select()}
      />
      <Act className="mt-2" onAct={() => void send(message)}>
        Share or copy it
      </Act>
    </div>
  );
}

/** Says when the price has moved since it was agreed; another money is not compared. */
function agreedWords(
  { priceLow: low, priceHigh: high, currency = USUAL_CURRENCY }: Extract<WorkEvent, { kind: "agreed" }>,
  price: Estimate["price"],
  now: CurrencyId,
): string {
  if (low === undefined || high === undefined) return "Agreed";
  const more = currency === now && price.high.value > high ? ", and it is more now: say so before you go on," : "";
  return `Agreed at ${formatMoney(low, currency)} to ${formatMoney(high, currency)}${more}`;
}

const RATES: [keyof Rates, string, Unit][] = [
  ["perHour", "An hour", "money"],
  ["minimum", "Least for any job", "money"],
  ["wearPerHour", "Machine wear an hour", "money"],
  ["taxPct", "Tax on top, %", "%"],
  ["callOut", "Coming out", "money"],
];

function RateFields({ rates }: { rates: Rates }) {
  return (
    <SmallFold title="What you ask">
      <KeptForm
        rows={RATES.map(([name, label, unit]) => ({
          kind: "number",
          name,
          label,
          unit,
          min: RATE_RANGE[name][0],
          max: RATE_RANGE[name][1],
          decimals: unit === "%" ? 1 : 2,
          value: rates[name] ?? 0,
          keep: (value) => void changeSettings({ rates: { ...rates, [name]: value } }),
        }))}
      />
    </SmallFold>
  );
}

/** Hands the message to the device's own way of sharing, else to the clipboard. */
async function send(text: string) {
  try {
    if (typeof navigator.share === "function") await navigator.share({ text });
    else {
      await navigator.clipboard.writeText(text);
      notify("The message is copied: paste it where you write to the owner.");
    }
  } catch (error) {
    if ((error as Error).name !== "AbortError")
      notify(
        "The message could not be shared or copied on this address. Mark the text above and copy it by hand.",
        "problem",
      );
  }
}
