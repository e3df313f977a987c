import { AGENTS } from "../core/ground/catalog/agents";
import { familyOf } from "../core/ground/catalog/families";
import { FIBRE_GROUPS } from "../core/ground/catalog/fibreGroups";
import type { LedgerJob } from "../core/answers/ledger/summary";
import { csvOf } from "./csv";

export const LEDGER_COLUMNS = [
  "handed back",
  "job",
  "customer",
  "place",
  "step at",
  "step",
  "agent",
  "mark of",
  "fibre",
  "area m2",
  "minutes",
  "planned min",
  "mixed mL",
  "neat mL",
  "outcome",
] as const;

const rounded = (value: number | undefined, digits: number) =>
  value === undefined ? "" : Number(value.toFixed(digits));

/** One line a step, for a spreadsheet. */
export const ledgerCsv = (ledger: readonly LedgerJob[]): string =>
  csvOf(
    ledger.flatMap(({ title, customer, place, at, handedBack, steps }) =>
      steps.map((step): Record<(typeof LEDGER_COLUMNS)[number], string | number> => ({
        "handed back": handedBack ? at : "",
        job: title,
        customer,
        place,
        "step at": step.at,
        step: step.title,
        agent: step.agent ? AGENTS[step.agent].name : "",
        "mark of": step.family ? familyOf(step.family).name : "",
        fibre: step.fibre ? FIBRE_GROUPS[step.fibre].name : "",
        "area m2": rounded(step.areaM2, 3),
        minutes: rounded(step.minutes, 1),
        "planned min": rounded(step.plannedMin, 1),
        "mixed mL": rounded(step.amountMl, 0),
        "neat mL": rounded(step.neatMl, 1),
        outcome: step.outcome ?? "",
      })),
    ),
    LEDGER_COLUMNS,
  );
