"use client";
import { actualOf } from "@/core/answers/estimate/actual";
import { USUAL_RATES } from "@/core/answers/estimate/estimate";
import { USUAL_DAY } from "@/core/answers/day/settings";
import { useSettings } from "@/store/settings";
import { Act } from "@/ui/Act";
import { fetched } from "@/ui/fetched";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import { formatMoney } from "@/core/ground/quantity/money";
import { useBay } from "@/bay/state/BayContext";
import { type Worked } from "@/core/ground/sums/working";

/** What it comes to by the record, against what was agreed; the technician's, not on the owner's page. */
export function PriceBlock() {
  const { job, assessment, kit } = useBay();
  const { rates = USUAL_RATES, day } = useSettings();
  const { currency } = useFormat();
  if (assessment.history.done.length === 0) return null;
  const travelMin = 2 * (day?.travelMin ?? USUAL_DAY.travelMin) + (day?.setUpMin ?? USUAL_DAY.setUpMin);
  const { handsOn, product, wear, net, tax, total, earnedPerHour, agreed, over, lines } = actualOf(
    job,
    assessment,
    kit,
    rates,
    travelMin,
    currency,
  );
  const isOther = agreed?.currency !== undefined && agreed.currency !== currency;
  const asAgreed = (amount: number) => formatMoney(amount, agreed?.currency ?? currency);
  const saveCsv = async () => {
    const [{ invoiceCsv }, { fileName, saveAsFile }] = await Promise.all([
      import("@/store/invoiceFile"),
      import("@/store/saveFile"),
    ]);
    saveAsFile(`${fileName(job.title)}-invoice.csv`, invoiceCsv(lines, currency), "text/csv");
  };
  return (
    <section className="block no-print" aria-label="What it comes to" data-testid="price">
      <div className="row-between">
        <h2>What it comes to</h2>
        <Act onAct={() => fetched(saveCsv)}>Invoice lines, CSV</Act>
      </div>
      <div className="facts">
        <PriceTotal total={total} tax={tax} />
        <div>
          <span>Before tax</span> <Num of={net} testId="price-net" />
        </div>
        <div>
          <span>Agreed</span> {agreed ? `${asAgreed(agreed.low)} to ${asAgreed(agreed.high)}` : "nothing"}
          {isOther && ", other money: compare it yourself"}
        </div>
        <div>
          <span>Hands-on</span> <Num of={handsOn} />
        </div>
        <div>
          <span>Product, machines</span> <Num of={product} />, <Num of={wear} />
        </div>
        <div>
          <span>Earned an hour</span> <Num of={earnedPerHour} testId="earned" />
        </div>
      </div>
      {over && (
        <p role="alert">
          <b>
            Over what was agreed by <Num of={over} />.
          </b>{" "}
          Ask the owner before you ask for it.
        </p>
      )}
    </section>
  );
}

function PriceTotal({ total, tax }: { total: Worked; tax: Worked }) {
  return (
    <div>
      <span>To pay</span>{" "}
      <b>
        <Num of={total} testId="price-total" />
      </b>
      {tax.value > 0 && (
        <>
          {" "}
          of it tax <Num of={tax} />
        </>
      )}
    </div>
  );
}
