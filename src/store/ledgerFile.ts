import Papa from "papaparse";
import { AGENTS } from "../core/catalog/agents";
import { familyOf } from "../core/catalog/families";
import { FIBRE_GROUPS } from "../core/catalog/fibreGroups";
import type { LedgerJob } from "../core/ledger/summary";

export const LEDGER_COLUMNS = ["handed back", "job", "customer", "place", "step at", "step", "agent", "mark of", "fibre", "area m2", "minutes", "planned min", "mixed mL", "neat mL", "outcome"] as const;

const rounded = (value: number | undefined, digits: number) => (value === undefined ? "" : Number(value.toFixed(digits)));

/** One line a step, for a spreadsheet; a text that it would take for a formula is marked as text. */
export const ledgerCsv = (ledger: readonly LedgerJob[]): string =>
  Papa.unparse({
    fields: [...LEDGER_COLUMNS],
    data: ledger.flatMap(({ job, at, handedBack, steps }) => steps.map((step) => [
      handedBack ? at : "", job.title, job.customer, job.place, step.at, step.title, step.agent ? AGENTS[step.agent].name : "", step.family ? familyOf(step.family).name : "", step.fibre ? FIBRE_GROUPS[step.fibre].name : "",
      rounded(step.areaM2, 3), rounded(step.minutes, 1), rounded(step.plannedMin, 1), rounded(step.amountMl, 0), rounded(step.neatMl, 1), step.outcome ?? "",
    ])),
  }, { escapeFormulae: true });
