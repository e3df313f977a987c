import Papa from "papaparse";
import type { Job } from "../core/job/schema";

type Weather = NonNullable<Job["site"]["weather"]>;
const COLUMNS = ["hour", "temperature", "humidity"] as const;
const MOST_HOURS = 96;

/**
 * Reads weather by the hour: CSV with the columns hour (0 is now, rising), temperature in °C and humidity in %. Hours
 * left out
 * are filled in straight between their neighbours. Nothing is taken when any line is wrong.
 * @returns the hours from 0 on, or a sentence for each wrong line
 */
export function readWeather(text: string): { hours: Weather["hours"]; problems: string[] } {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const missing = COLUMNS.filter((column) => !meta.fields?.includes(column));
  if (missing.length > 0)
    return refused(
      `Line 1: the column ${missing.map((column) => `"${column}"`).join(", ")} is missing. The first line ` +
        `names them: ${COLUMNS.join(",")}.`,
    );
  if (data.length === 0) return refused("There is no hour under the first line.");
  const rows: { hour: number; tempC: number; relativeHumidityPct: number }[] = [];
  const problems: string[] = [];
  data.forEach((row, index) => {
    const read = readRow(row, rows.at(-1)?.hour);
    if (typeof read === "string") problems.push(`Line ${index + 2}: ${read}`);
    else rows.push(read);
  });
  if (problems.length > 0) return { hours: [], problems: problems.slice(0, 12) };
  const last = rows.at(-1)!.hour;
  return { hours: Array.from({ length: last + 1 }, (_, hour) => between(rows, hour)), problems: [] };
}

const refused = (problem: string) => ({ hours: [], problems: [problem] });

function readRow(row: Record<string, string>, before: number | undefined) {
  const of = (column: (typeof COLUMNS)[number]) => Number((row[column] ?? "").trim().replace(",", ".") || NaN);
  const [hour, tempC, relativeHumidityPct] = COLUMNS.map(of) as [number, number, number];
  for (const column of COLUMNS)
    if (!Number.isFinite(of(column))) return `${column} "${row[column] ?? ""}" is not a number.`;
  if (!Number.isInteger(hour) || hour < 0 || hour >= MOST_HOURS)
    return `hour ${row.hour} is not a whole hour from 0 to ${MOST_HOURS - 1}.`;
  if (before !== undefined && hour <= before) return `hour ${hour} does not come after hour ${before}.`;
  if (tempC < -30 || tempC > 50) return `temperature ${row.temperature} is outside of -30 to 50.`;
  if (relativeHumidityPct < 1 || relativeHumidityPct > 100) return `humidity ${row.humidity} is outside of 1 to 100.`;
  return { hour, tempC, relativeHumidityPct };
}

function between(
  rows: readonly { hour: number; tempC: number; relativeHumidityPct: number }[],
  hour: number,
): Weather["hours"][number] {
  const after = rows.find((row) => row.hour >= hour)!;
  const before = rows.findLast((row) => row.hour <= hour) ?? after;
  const share = after === before ? 0 : (hour - before.hour) / (after.hour - before.hour);
  const mix = (key: "tempC" | "relativeHumidityPct") =>
    Number((before[key] + share * (after[key] - before[key])).toFixed(2));
  return { tempC: mix("tempC"), relativeHumidityPct: mix("relativeHumidityPct") };
}
