"use client";
import type { Bay } from "@/bay/state/BayContext";
import { record } from "@/core/job/change";
import { checkedItems, checkListOf } from "@/core/answers/handback/checkList";
import { drynessOf, feltDryItem } from "@/core/answers/handback/dryness";
import { DRY_AT_PCT } from "@/core/ground/catalog/dryAt";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

/** The last look: one tap when all is as it should be, or line by line; and whether what got wet was read dry. */
export function CheckList() {
  const { job, assessment, run, go } = useBay();
  const items = checkListOf(job, assessment);
  const checked = checkedItems(assessment);
  if (items.length === 0) return null;
  const check = (label: string, ids: string[]) =>
    run(label, record({ kind: "checked", id: newId(), at: nowIso(), items: ids }));
  const open = items.filter(({ id }) => !checked.has(id));
  const { zones } = drynessOf(assessment);
  return (
    <section className="block no-print" aria-label="Last look" data-testid="check-list">
      <div className="row-between">
        <h2>Last look</h2>
        {open.length > 0 ? (
          <Act
            variant="primary"
            onAct={() =>
              check(
                "Last look",
                open.map(({ id }) => id),
              )
            }
          >
            All as it should be
          </Act>
        ) : (
          <b>All looked at</b>
        )}
      </div>
      {items.map(({ id, title, words }) => (
        <div key={id} className="line-step">
          <span className="line-mark" aria-label={checked.has(id) ? "Looked at" : "Not looked at"}>
            {checked.has(id) ? "✓" : "–"}
          </span>
          <span className="line-what">
            <b>{title}</b> <span className="soft">{words}</span>
          </span>
          {!checked.has(id) && (
            <Act variant="link" aria-label={`${title}: as it should be`} onAct={() => check(title, [id])}>
              As it should be
            </Act>
          )}
        </div>
      ))}
      {zones.map(({ zoneId, name, readPct, feltDry, dry }) => (
        <DryZone
          key={zoneId}
          zoneId={zoneId}
          dry={dry}
          name={name}
          readPct={readPct}
          feltDry={feltDry}
          check={check}
          go={go}
        />
      ))}
    </section>
  );
}

function DryZone({
  zoneId,
  dry,
  name,
  readPct,
  feltDry,
  check,
  go,
}: {
  zoneId: string;
  dry: boolean;
  name: string;
  readPct: number | undefined;
  feltDry: boolean;
  check: (label: string, ids: string[]) => void;
  go: Bay["go"];
}) {
  return (
    <div className="line-step" data-testid={`dry-${zoneId}`}>
      <span className="line-mark" aria-label={dry ? "Dry" : "Not read dry"}>
        {dry ? "✓" : "–"}
      </span>
      <span className="line-what">
        <b>{name} dry</b>{" "}
        <span className="soft">
          {readPct !== undefined
            ? `read ${readPct} %, dry at ${DRY_AT_PCT} % or under`
            : feltDry
              ? "a white towel pressed on it stayed dry"
              : "press a dry white towel on it a minute, or read it"}
        </span>
      </span>
      {!dry && readPct === undefined && (
        <Act
          variant="link"
          aria-label={`${name}: the towel stayed dry`}
          onAct={() => check(`${name} dry`, [feltDryItem(zoneId)])}
        >
          The towel stayed dry
        </Act>
      )}
      {!dry && (
        <Act
          variant="link"
          aria-label={`${name}: read it in Dry`}
          onAct={() => go({ phase: "dry", zone: zoneId, finding: null })}
        >
          Read it
        </Act>
      )}
    </div>
  );
}
