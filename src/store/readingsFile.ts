import { parse, parseISO, subDays } from "date-fns";
import Papa from "papaparse";
import { INSTRUMENT_IDS, INSTRUMENTS, type InstrumentId } from "../core/ground/catalog/findings";
import { READING_COLUMNS, readingProblem, type NewReading } from "../core/job/readings";
import type { ZoneView } from "../core/judgement/zones/zoneView";

const MAY_MISS: readonly string[] = ["humidity", "time"];
const MOST_ROWS = 500;

/**
 * Reads pasted or opened readings: CSV with the columns instrument, zone, value, humidity and time, the first row
 * their names.
 * A time is an hour such as 14:30, the last time it was that late, or a day and an hour; left out, it is now.
 * Nothing is taken when any line is wrong.
 * @param nowMs the caller's clock
 * @returns the readings, or a sentence for each wrong line
 */
export function readReadings(
  text: string,
  views: readonly ZoneView[],
  nowMs: number,
): { readings: NewReading[]; problems: string[] } {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const missing = READING_COLUMNS.filter((column) => !MAY_MISS.includes(column) && !meta.fields?.includes(column));
  if (missing.length > 0)
    return {
      readings: [],
      problems: [
        `Line 1: the column ${missing.map((column) => `"${column}"`).join(", ")} is missing. The first line ` +
          `names them: ${READING_COLUMNS.join(",")}.`,
      ],
    };
  if (data.length === 0) return { readings: [], problems: ["There is no reading under the first line."] };
  if (data.length > MOST_ROWS)
    return { readings: [], problems: [`There are ${data.length} readings; at most ${MOST_ROWS} go in at once.`] };
  const readings: NewReading[] = [];
  const problems: string[] = [];
  data.forEach((row, index) => {
    const read = readRow(row, views, nowMs);
    if (typeof read === "string") problems.push(`Line ${index + 2}: ${read}`);
    else readings.push(read);
  });
  return problems.length > 0 ? { readings: [], problems: problems.slice(0, 12) } : { readings, problems };
}

type Row = Record<string, string>;
const cellOf = (row: Row, column: string) => (row[column] ?? "").trim();
/** A number as it is written here or there; NaN where it is none. */
const numberOf = (text: string) => (text === "" ? NaN : Number(text.replace(",", ".")));

/** One line of the table, or what is wrong with it in a sentence. */
function readRow(row: Row, views: readonly ZoneView[], nowMs: number): NewReading | string {
  const instrument = instrumentOf(cellOf(row, "instrument"));
  if (!instrument) return `"${row.instrument ?? ""}" is no instrument. There are ${INSTRUMENT_IDS.join(", ")}.`;
  const zone = zoneOf(cellOf(row, "zone"), instrument, views);
  if (typeof zone === "string") return zone;
  const value = numberOf(cellOf(row, "value"));
  if (!Number.isFinite(value)) return `"${row.value ?? ""}" is not a number.`;
  const humidity = cellOf(row, "humidity");
  const humidityPct = humidity === "" ? undefined : numberOf(humidity);
  if (humidityPct !== undefined && !Number.isFinite(humidityPct)) return `humidity "${humidity}" is not a number.`;
  const time = readTime(cellOf(row, "time"), nowMs);
  if (typeof time === "string") return time;
  const reading: NewReading = {
    ...(time === undefined ? {} : { at: new Date(time).toISOString() }),
    instrument,
    value,
    ...(zone ? { zoneId: zone.id } : {}),
    ...(humidityPct === undefined ? {} : { humidityPct }),
  };
  return readingProblem(reading) ?? reading;
}

const instrumentOf = (word: string): InstrumentId | undefined =>
  INSTRUMENT_IDS.find((id) => id === word.toLowerCase() || INSTRUMENTS[id].name.toLowerCase() === word.toLowerCase());

/** The zone of a reading; the air and the gas are of the whole place. */
function zoneOf(name: string, instrument: InstrumentId, views: readonly ZoneView[]): ZoneView | undefined | string {
  const zone = views.find((view) => view.name.toLowerCase() === name.toLowerCase());
  if (zone || instrument === "air" || instrument === "gas") return zone;
  return name ? `there is no zone called "${name}" on this job.` : "it does not say which zone.";
}

/** A moment in ms, undefined where none is given, a sentence where it cannot be. */
function readTime(given: string, nowMs: number): number | undefined | string {
  if (given === "") return undefined;
  const hour = parse(given, "H:mm", new Date(nowMs)).getTime();
  const at = Number.isNaN(hour) ? parseISO(given).getTime() : hour > nowMs ? subDays(hour, 1).getTime() : hour;
  if (Number.isNaN(at)) return `"${given}" is no time. Write an hour such as 14:30, or 2026-05-04T14:30.`;
  if (at > nowMs) return `${given} has not been yet.`;
  return at;
}
