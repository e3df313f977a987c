"use client";
import { READING_COLUMNS } from "@/core/job/readings";
import { useBay } from "@/bay/state/BayContext";
import { PastedTable } from "./PastedTable";
import { nowMs } from "@/store/clock";
import { useKeepReadings } from "./useKeepReadings";

/** A table of readings, each where and when it was read. */
export function PastedReadings() {
  const { views } = useBay();
  const keep = useKeepReadings();
  const take = async (text: string) => {
    const { readReadings } = await import("@/store/readingsFile");
    const { readings, problems } = readReadings(text, views, nowMs());
    if (problems.length === 0) keep(readings, `${readings.length} readings`);
    return problems;
  };
  return (
    <PastedTable
      id="readings-text"
      title="Paste or open a table of readings"
      columns={READING_COLUMNS.join(",")}
      example={`moisture,${views[0]?.name ?? "Back"},22,,14:30\nair,,18,62,`}
      taken="Take these readings"
      nothing="No reading was taken"
      take={take}
    />
  );
}
