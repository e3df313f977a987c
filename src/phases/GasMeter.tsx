"use client";
import { readingOps } from "@/core/job/readings";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { NumberField } from "@/ui/NumberField";
import { useBay } from "@/bay/state/BayContext";

/** What the gas meter reads at the door; it outranks every sum here. */
export function GasMeter() {
  const { job, run, assessment } = useBay();
  const meter = assessment.gas?.meter;
  const keep = (value: number) => run("Gas meter", ...readingOps(job, { instrument: "gas", value }, newId(), nowIso()));
  return (
    <div className="mt-3">
      <div className="row-wrap align-items-end">
        <NumberField
          label="Gas meter at the door"
          unit="ppm"
          min={0}
          max={200}
          decimals={3}
          value={meter?.ppm}
          onChange={keep}
        />
        {meter && !meter.mayEnter && <Act onAct={() => keep(meter.ppm)}>Still the same</Act>}
      </div>
      {meter && (
        <p className="mt-2" role="status">
          {meter.mayEnter ? (
            <b>At or under the aim: it may be entered.</b>
          ) : (
            <>
              <b>Nobody goes in yet.</b>{" "}
              {meter.minutesLeft && Number.isFinite(meter.minutesLeft.value) ? (
                <>
                  About <Num of={meter.minutesLeft} testId="gas-left" /> more as it has fallen so far; read it again
                  then.
                </>
              ) : (
                "Read it again in some minutes: two readings show how fast it clears."
              )}
            </>
          )}
        </p>
      )}
    </div>
  );
}
