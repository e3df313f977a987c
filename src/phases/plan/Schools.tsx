"use client";
import type { ZonePlan } from "@/core/judgement/treatment/plan/zonePlan";
import { setSchool } from "@/core/job/change";
import { Fragment } from "react";
import Table from "react-bootstrap/Table";
import { SCHOOL_NAMES } from "@/core/judgement/treatment/step/stepWords";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { type Op } from "@/core/job/commands";
import { type ZoneView } from "@/core/judgement/zones/zoneView";

/** The three schools weighed for the zone in hand; one is picked, another can be chosen. */
export function Schools() {
  const { assessment, zone, run, job } = useBay();
  const plan = zone && assessment.plan.zones[zone.id];
  if (!plan || plan.schools.length === 0) return null;
  const chosen = job.choices.schools[zone.id];
  return (
    <div className="block" data-testid="schools">
      <h3>Way through the middle, {zone.name.toLowerCase()}</h3>
      <p>
        {plan.picked ? (
          <>
            <b>{SCHOOL_NAMES[plan.picked]}.</b> {plan.pickedBecause}
          </>
        ) : (
          plan.pickedBecause
        )}{" "}
        Water budget here <Num of={plan.budget} testId="budget" />.
      </p>
      <WaysPicture plan={plan} />
      <Table className="compare">
        <thead>
          <tr>
            <th>School</th>
            <th>Soil out</th>
            <th>Water left</th>
            <th>Dry in</th>
            <th>Hands-on</th>
            <th>Product</th>
            <th>
              <span className="visually-hidden">Choose</span>
            </th>
          </tr>
        </thead>
        <SchoolRows plan={plan} run={run} zone={zone} />
      </Table>
      {chosen && (
        <Act variant="link" onAct={() => run("The plan's own pick", setSchool(zone.id, undefined))}>
          Back to the plan's own pick
        </Act>
      )}
    </div>
  );
}

/** What the table says, to be seen at once; for ears the table is enough. */
function WaysPicture({ plan }: { plan: ZonePlan }) {
  const ways = plan.schools.filter(({ allowed }) => allowed);
  if (ways.length < 2) return null;
  const bars = [
    { of: "soil", name: "Soil", value: ({ lifted }: (typeof ways)[number]) => lifted.value },
    { of: "water", name: "Water", value: ({ residual }: (typeof ways)[number]) => residual.value },
    { of: "time", name: "Hands", value: ({ minutes }: (typeof ways)[number]) => minutes.value },
  ].map((bar) => ({ ...bar, most: Math.max(...ways.map(bar.value)) }));
  return (
    <div className="ways" aria-hidden>
      {ways.map((way) => (
        <figure key={way.school} className={way.school === plan.picked ? "picked" : ""}>
          <figcaption>{SCHOOL_NAMES[way.school]}</figcaption>
          {bars
            .filter(({ most }) => most > 0)
            .map(({ of, name, value, most }) => (
              <div key={of} className={`way-bar way-${of}`}>
                <span>{name}</span>
                <span style={{ width: `${Math.round((100 * value(way)) / most)}%` }} />
              </div>
            ))}
        </figure>
      ))}
    </div>
  );
}

function SchoolRows({
  plan,
  run,
  zone,
}: {
  plan: ZonePlan;
  run: (label: string, ...ops: Op[]) => void;
  zone: ZoneView;
}) {
  return (
    <tbody>
      {plan.schools.map(({ school, allowed, because, lifted, residual, drying, minutes, productMl, risks }) => (
        <Fragment key={school}>
          <tr className={`${school === plan.picked ? "picked" : ""}${allowed ? " with-note" : ""}`}>
            <th scope="row">{SCHOOL_NAMES[school]}</th>
            {allowed ? (
              <>
                <td data-label="Soil out">{lifted.value > 0 ? <Num of={lifted} share /> : "marks only"}</td>
                <td data-label="Water left">
                  <Num of={residual} testId={`residual-${school}`} />
                </td>
                <td data-label="Dry in">
                  {Number.isFinite(drying.hours.value) ? <Num of={drying.hours} /> : "not like this"}
                </td>
                <td data-label="Hands-on">
                  <Num of={minutes} />
                </td>
                <td data-label="Product">
                  <Num of={productMl} />
                </td>
                <td>
                  {school === plan.picked ? (
                    "picked"
                  ) : (
                    <Act
                      onAct={() => run(`School for ${zone.name}`, setSchool(zone.id, school))}
                      aria-label={`Choose ${SCHOOL_NAMES[school]}`}
                    >
                      Choose
                    </Act>
                  )}
                </td>
              </>
            ) : (
              <td colSpan={6}>Not here. {because}</td>
            )}
          </tr>
          {allowed && (
            <tr className="note-row">
              <td colSpan={7}>{risks.length > 0 ? `Risk: ${risks.join("; ")}.` : "No risk stands out."}</td>
            </tr>
          )}
        </Fragment>
      ))}
    </tbody>
  );
}
