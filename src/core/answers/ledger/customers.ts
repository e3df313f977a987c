import type { LedgerJob } from "./summary";

interface Customer {
  name: string;
  place: string;
  /** The last first. */
  jobs: LedgerJob[];
}

const key = (name: string) => name.trim().toLowerCase();

/** Customers by their name as entered, those seen last first; jobs without one are nobody's. */
export function customersOf(ledger: readonly LedgerJob[]): Customer[] {
  const byName = new Map<string, Customer>();
  for (const entry of ledger) {
    const { place, customer } = entry;
    if (!key(customer)) continue;
    const known = byName.get(key(customer)) ?? { name: customer.trim(), place, jobs: [] };
    known.jobs.push(entry);
    byName.set(key(customer), known);
  }
  return [...byName.values()];
}
