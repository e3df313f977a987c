import Papa from "papaparse";
import { expect, it } from "vitest";
import { ledgerOf } from "../core/answers/ledger/summary";
import { pastJobs } from "../demo/past";
import { LEDGER_COLUMNS, ledgerCsv } from "./ledgerFile";

it("the ledger as a table has a line for each step, and nothing in it runs as a formula", () => {
  const [job] = pastJobs(new Date("2026-05-04T09:00:00Z"));
  const entries = ledgerOf([{ ...job!, title: "=1+1", customer: "@cmd" }]);
  const { data } = Papa.parse<string[]>(ledgerCsv(entries));
  expect(data[0]).toEqual([...LEDGER_COLUMNS]);
  expect(data).toHaveLength(entries[0]!.steps.length + 1);
  expect(data[1]!.slice(1, 3)).toEqual(["'=1+1", "'@cmd"]);
});
