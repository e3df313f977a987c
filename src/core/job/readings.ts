import { own } from "@/core/job/lookUp";
import type { EvidenceId } from "@/core/ground/catalog/evidence";
import { EVIDENCE } from "@/core/ground/catalog/evidence";
import { READING_RANGE } from "./readingRange";
import { INSTRUMENTS, type InstrumentId } from "@/core/ground/catalog/findings";
import { airOps } from "./airOps";
import { record, setEvidence, setFinding } from "./change";
import { applyOps, type Op } from "./commands";
import { historyOf } from "./history";
import type { Job, MouldFinding } from "./schema";

/** A reading before it is recorded. */
export interface NewReading {
  instrument: InstrumentId;
  zoneId?: string;
  findingId?: string;
  value: number;
  humidityPct?: number;
  /** When it was read, ISO; left out: now. */
  at?: string;
}

/** The columns of a table of readings, as it is pasted or opened; the last two may be left out. */
export const READING_COLUMNS = ["instrument", "zone", "value", "humidity", "time"] as const;

/** Ids are no longer than this. */
const MOST_ID = 40;
const LAMP = Object.keys(EVIDENCE.lamp.outcomes);

/** What a reading says as evidence of a mark, by test; thresholds of the meter are judgement. */
export function evidenceOf(instrument: InstrumentId, value: number): { test: EvidenceId; outcome: string } | undefined {
  if (instrument === "ph") return { test: "ph", outcome: value < 6 ? "acid" : value <= 8 ? "neutral" : "alkaline" };
  if (instrument === "moisture")
    return { test: "moisture", outcome: value < 14 ? "dry" : value <= 20 ? "face" : "deep" };
  if (instrument === "lamp") return { test: "lamp", outcome: LAMP[value] ?? "nothing" };
  return undefined;
}

/** The lamp's outcome as its place in the table. */
export const lampValue = (outcome: string): number => LAMP.indexOf(outcome);

/** Why a reading cannot be true, in words. */
export function readingProblem({ instrument, value, humidityPct }: NewReading): string | undefined {
  const [min, max] = READING_RANGE[instrument];
  const { name } = INSTRUMENTS[instrument];
  if (!Number.isFinite(value)) return `${name}: that is not a number.`;
  if (value < min || value > max) return `${name}: ${value} is outside of ${min} to ${max}.`;
  if (humidityPct !== undefined && !(humidityPct >= 1 && humidityPct <= 100))
    return `${name}: humidity must be 1 to 100 %.`;
  return undefined;
}

/** Records readings one after another: each finds what the ones before it left. */
export const readingsOps = (job: Job, readings: readonly NewReading[], newId: () => string, at: string): Op[] =>
  readings.reduce<Op[]>((ops, reading) => [...ops, ...readingOps(applyOps(job, ops).job, reading, newId(), at)], []);

/** Records a reading, and what follows from it: evidence of the mark, the air of the place. */
export function readingOps(job: Job, reading: NewReading, id: string, at: string): Op[] {
  const { instrument, value, humidityPct, findingId } = reading;
  const event = Object.fromEntries(
    Object.entries({ kind: "reading", id, ...reading, at: reading.at ?? at }).filter(
      ([, given]) => given !== undefined,
    ),
  ) as unknown as Job["events"][number];
  const shows =
    findingId && own(job.findings.byId, findingId)?.kind === "mark" ? evidenceOf(instrument, value) : undefined;
  return [
    record(event),
    ...(shows ? [setEvidence(findingId!, shows.test, shows.outcome)] : []),
    ...(findingId && own(job.findings.byId, findingId)?.kind === "mould" && instrument === "moisture"
      ? [setFinding<MouldFinding, "meterPct">(findingId, "meterPct", value)]
      : []),
    ...(instrument === "air"
      ? airOps(
          job,
          historyOf(job),
          { airTempC: value, ...(humidityPct === undefined ? {} : { relativeHumidityPct: humidityPct }) },
          `${id}-was`.slice(-MOST_ID),
          reading.at ?? at,
        )
      : []),
  ];
}
