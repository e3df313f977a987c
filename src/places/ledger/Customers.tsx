"use client";
import Link from "next/link";
import { useMemo, useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import { customersOf } from "@/core/answers/ledger/customers";
import type { LedgerJob } from "@/core/answers/ledger/summary";
import { SmallFold } from "@/ui/Fold";
import { dateText } from "@/ui/time";
import { FurtherVisit } from "./FurtherVisit";
import { outcomeWords } from "./JobsTable";

const SHOWN = 40;

/** Whose pieces are known: each begins its next visit from the last map, cloth and what worked. */
export function Customers({ ledger }: { ledger: readonly LedgerJob[] }) {
  const [words, setWords] = useState("");
  const customers = useMemo(() => customersOf(ledger), [ledger]);
  const found = customers.filter(({ name, place }) =>
    `${name} ${place}`.toLowerCase().includes(words.trim().toLowerCase()),
  );
  return (
    <section aria-label="Customers" data-testid="customers">
      <div className="row-wrap mb-2">
        <FormControl
          type="search"
          style={{ maxWidth: "26rem" }}
          aria-label="Search customers"
          placeholder="Name or place"
          value={words}
          onChange={({ target }) => setWords(target.value)}
        />
        <span role="status">
          {found.length} {found.length === 1 ? "customer" : "customers"}
        </span>
      </div>
      {customers.length === 0 && <p>No job names its customer yet. It is entered in Look, under whose it is.</p>}
      {found.slice(0, SHOWN).map(({ name, place, jobs }) => (
        <div key={name} className="block">
          <div className="row-between">
            <h2>{name}</h2>
            <span className="soft">{place}</span>
          </div>
          {jobs.slice(0, 1).map((entry) => (
            <Visit key={entry.id} entry={entry} />
          ))}
          {jobs.length > 1 && (
            <SmallFold title={`${jobs.length - 1} before`}>
              {jobs.slice(1).map((entry) => (
                <Visit key={entry.id} entry={entry} />
              ))}
            </SmallFold>
          )}
        </div>
      ))}
      {found.length > SHOWN && <p>{found.length - SHOWN} more: search for them.</p>}
    </section>
  );
}

function Visit({ entry: { id, title, at, outcomes, lastTime } }: { entry: LedgerJob }) {
  return (
    <div className="visit">
      <div>
        <Link prefetch={false} href={`/bay?job=${id}&phase=handback`}>
          {title}
        </Link>{" "}
        <span className="soft">
          {dateText(Date.parse(at))} · {outcomeWords(outcomes)}
        </span>
        <div className="soft">{lastTime.join(" ")}</div>
      </div>
      <FurtherVisit jobId={id} />
    </div>
  );
}
