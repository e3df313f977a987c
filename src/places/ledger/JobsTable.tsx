"use client";
import {
  createColumnHelper,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from "@tanstack/react-table";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import Table from "react-bootstrap/Table";
import FormControl from "react-bootstrap/FormControl";
import { OUTCOME_WORDS } from "@/core/answers/ledger/lastTime";
import { LEDGER_FILTERS, searched, type LedgerFilter } from "@/core/answers/ledger/search";
import type { LedgerJob } from "@/core/answers/ledger/summary";
import type { LedgerStep } from "@/core/judgement/learnt/ledgerStep";
import { LEDGER_FORMULAS } from "@/core/ground/sums/ledgerFormulas";
import { sumOf, stated } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { dateText } from "@/ui/time";
import { JobDetail } from "./JobDetail";
import type { Line } from "./line";

const features = tableFeatures({ rowSortingFeature, sortedRowModel: createSortedRowModel() });
const helper = createColumnHelper<typeof features, Line>();
const PROMISE_WORDS: Record<LedgerJob["promise"], string> = { kept: "kept", missed: "missed", none: "none given" };
const ROW_PX = 64;

/** A line whose job is still being read knows only what it came to. */
const minutesOf = ({ minutes, steps }: Line) =>
  sumOf(LEDGER_FORMULAS, "record.minutes", {
    minutes: steps
      ? steps.map((step) => ({
          value: step.minutes ?? step.plannedMin ?? 0,
          name: step.title,
          basis: step.minutes === undefined ? ("computed" as const) : ("measured" as const),
        }))
      : [stated.measured(minutes, "all its steps")],
  });
const productOf = ({ neatMl, steps }: Line) =>
  sumOf(LEDGER_FORMULAS, "record.sum", {
    used: steps
      ? steps.filter((step) => step.neatMl > 0).map((step) => stated.measured(step.neatMl, step.title))
      : [stated.measured(neatMl, "all its steps")],
  });
/** How the marks ended, the best first. */
export const outcomeWords = (outcomes: LedgerJob["outcomes"]): string =>
  (Object.keys(OUTCOME_WORDS) as NonNullable<LedgerStep["outcome"]>[])
    .flatMap((outcome) => (outcomes[outcome] ? [`${outcomes[outcome]} ${OUTCOME_WORDS[outcome]}`] : []))
    .join(", ") || "none judged";

const columns = helper.columns([
  helper.accessor(({ at }) => at, {
    id: "at",
    header: "Done",
    cell: ({ row }) => dateText(Date.parse(row.original.at)),
  }),
  helper.accessor(({ title }) => title.toLowerCase(), {
    id: "title",
    header: "Job",
    cell: ({
      row: {
        original: { title, customer, demo },
      },
    }) => (
      <>
        <b>{title}</b>
        <br />
        <span className="soft">{[customer || "no customer", demo && "demo"].filter(Boolean).join(" · ")}</span>
      </>
    ),
  }),
  helper.accessor(({ outcomes }) => outcomes.gone ?? 0, {
    id: "marks",
    header: "Marks",
    cell: ({ row }) => outcomeWords(row.original.outcomes),
  }),
  helper.accessor(({ minutes }) => minutes, {
    id: "minutes",
    header: "Hands-on",
    cell: ({ row }) => <Num of={minutesOf(row.original)} />,
  }),
  helper.accessor(({ neatMl }) => neatMl, {
    id: "product",
    header: "Neat product",
    cell: ({ row }) => <Num of={productOf(row.original)} />,
  }),
  helper.accessor(({ promise }) => promise, {
    id: "promise",
    header: "Promise",
    cell: ({ row }) => PROMISE_WORDS[row.original.promise],
  }),
]);
const SORT_SIGN = { asc: " ▲", desc: " ▼" } as const;

/** What is searched for, and how long it took until its rows stood. */
function useSearch(ledger: readonly Line[]) {
  const [words, setWords] = useState("");
  const [filter, setFilter] = useState<LedgerFilter>("all");
  const wanted = useDeferredValue(words);
  const data = useMemo(() => searched(ledger, wanted, filter), [ledger, wanted, filter]);
  const typedAt = useRef<number>(undefined);
  useEffect(() => {
    if (typedAt.current !== undefined) performance.measure("search ledger", { start: typedAt.current });
    typedAt.current = undefined;
  }, [data]);
  const search = (next: string) => {
    typedAt.current = performance.now();
    setWords(next);
  };
  return { words, search, filter, setFilter, data };
}

const useLedgerTable = (data: Line[]) =>
  useTable({
    features,
    columns,
    data,
    getRowId: ({ id }: Line) => id,
    initialState: { sorting: [{ id: "at", desc: true }] },
  });
type LedgerTable = ReturnType<typeof useLedgerTable>;

/** Every job with something done: found by any word, sorted by any column, opened to its steps. */
export function JobsTable({ ledger }: { ledger: readonly Line[] }) {
  const { words, search, filter, setFilter, data } = useSearch(ledger);
  const table = useLedgerTable(data);
  return (
    <>
      <SearchField words={words} onSearch={search} data={data} ledger={ledger} />
      <Chips<LedgerFilter>
        label="Which jobs"
        choices={choicesOf(LEDGER_FILTERS)}
        value={filter}
        onPick={(next) => setFilter(next ?? "all")}
      />
      {data.length === 0 && (
        <NothingFound
          onAll={() => {
            search("");
            setFilter("all");
          }}
        />
      )}
      <Rows table={table} />
    </>
  );
}

/** The rows in view, with room above and below for those that are not. */
function Rows({ table }: { table: LedgerTable }) {
  const [open, setOpen] = useState<string>();
  const { rows } = table.getRowModel();
  const top = useRef<HTMLDivElement>(null);
  const [scrollMargin, setScrollMargin] = useState(0);
  useEffect(() => setScrollMargin(top.current?.offsetTop ?? 0), []);
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: () => ROW_PX,
    overscan: 8,
    scrollMargin,
    getItemKey: (index) => rows[index]!.id,
  });
  const items = virtual.getVirtualItems();
  return (
    <div ref={top} className="mt-3">
      <Table className="ledger" data-testid="ledger" aria-rowcount={rows.length}>
        <Head table={table} />
        <Room heightPx={items.length > 0 ? items[0]!.start - scrollMargin : 0} />
        {items.map(({ index, key }) => {
          const row = rows[index]!;
          const isOpen = open === row.id;
          return (
            <tbody key={key} ref={virtual.measureElement} data-index={index}>
              <tr className="ledger-row" aria-rowindex={index + 1}>
                <Cells table={table} row={row} isOpen={isOpen} onOpen={() => setOpen(isOpen ? undefined : row.id)} />
              </tr>
              {isOpen && (
                <tr>
                  <td colSpan={columns.length}>
                    <JobDetail line={row.original} />
                  </td>
                </tr>
              )}
            </tbody>
          );
        })}
        <Room heightPx={virtual.getTotalSize() - (items.length > 0 ? items.at(-1)!.end - scrollMargin : 0)} />
      </Table>
    </div>
  );
}

function Head({ table }: { table: LedgerTable }) {
  return (
    <thead>
      {table.getHeaderGroups().map((group) => (
        <tr key={group.id}>
          {group.headers.map((header) => {
            const sorted = header.column.getIsSorted();
            return (
              <th
                key={header.id}
                aria-sort={sorted === "asc" ? "ascending" : sorted === "desc" ? "descending" : "none"}
              >
                <button type="button" className="sort" onClick={header.column.getToggleSortingHandler()}>
                  <table.FlexRender header={header} />
                  {sorted ? SORT_SIGN[sorted] : ""}
                </button>
              </th>
            );
          })}
        </tr>
      ))}
    </thead>
  );
}

function Cells({
  table,
  row,
  isOpen,
  onOpen,
}: {
  table: LedgerTable;
  row: ReturnType<LedgerTable["getRowModel"]>["rows"][number];
  isOpen: boolean;
  onOpen: () => void;
}) {
  return row.getAllCells().map((cell) => (
    <td key={cell.id} data-label={String(cell.column.columnDef.header)}>
      {cell.column.id === "title" ? (
        <button type="button" className="open-row" aria-expanded={isOpen} onClick={onOpen}>
          <table.FlexRender cell={cell} />
        </button>
      ) : (
        <table.FlexRender cell={cell} />
      )}
    </td>
  ));
}

const Room = ({ heightPx }: { heightPx: number }) =>
  heightPx > 0 && (
    <tbody aria-hidden>
      <tr>
        <td colSpan={columns.length} style={{ height: heightPx, padding: 0, border: 0 }} />
      </tr>
    </tbody>
  );

function SearchField({
  words,
  onSearch,
  data,
  ledger,
}: {
  words: string;
  onSearch: (words: string) => void;
  data: Line[];
  ledger: readonly Line[];
}) {
  return (
    <div className="row-wrap mb-2">
      <FormControl
        type="search"
        style={{ maxWidth: "26rem" }}
        aria-label="Search the ledger"
        placeholder="Job, customer, mark, agent, step"
        value={words}
        onChange={({ target }) => onSearch(target.value)}
      />
      <span role="status" data-testid="found">
        {data.length === ledger.length ? `${ledger.length} jobs` : `${data.length} of ${ledger.length} jobs`}
      </span>
    </div>
  );
}

function NothingFound({ onAll }: { onAll: () => void }) {
  return (
    <p className="mt-3">
      No job holds that.{" "}
      <Act variant="link" onAct={onAll}>
        Show all
      </Act>
    </p>
  );
}
