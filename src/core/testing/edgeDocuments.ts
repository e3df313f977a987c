import { READING_RANGE } from "../job/readingRange";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import { jobFileSchema, type Job, type JobFile, type Piece } from "../job/schema";
import { JOB_FILE_FORMAT, JOB_FILE_VERSION } from "@/core/job/fileFormat";
import { enclosesRoom, rect } from "@/core/ground/pieces/geometry";
import { partsOf } from "@/core/ground/pieces/templates";

/**
 * Valid job files at the edges of the schema: every field at its least, at its most, left out, or anywhere between;
 * every word of every list.
 */

interface Meta {
  json?: {
    type?: string;
    enum?: readonly string[];
    const?: unknown;
    minimum?: number;
    maximum?: number;
    maxLength?: number;
    format?: string;
    pattern?: string;
  };
  shape?: Record<string, AnySchema>;
  item?: AnySchema;
  record?: AnySchema;
  max?: number;
  keys?: readonly string[];
  kinds?: Record<string, AnySchema>;
}

type AnySchema = { meta(): Meta | undefined; spec: { optional?: boolean } };

/** Texts that have broken programs before. */
const TEXTS = [
  "",
  " ",
  "constructor",
  "__proto__",
  "=1+1",
  "a\nb",
  "\ud83e\uddf9".repeat(40),
  "\u0151\u0141\u0644\u0643",
  "\"'<b>&amp;",
  "%00",
  "x".repeat(500),
];

/** From the first moment the schema has to the last, and round about the job. */
const TIMES = [
  "0001-01-01T00:00:00Z",
  "1969-12-31T23:59:59-12:00",
  "2026-05-04T08:00:00Z",
  "2026-05-04T08:00:00.001+14:00",
  "2026-05-04T23:30:00+02:00",
  "2026-05-05T09:00:00Z",
  "2026-10-25T02:30:00+02:00",
  "2099-12-31T23:59:00Z",
  "9999-12-31T23:59:59Z",
];

export interface EdgeSize {
  zones: number;
  findings: number;
  events: number;
}

/** @param seed the same seed gives the same document */
export function edgeDocument(seed: number, most: EdgeSize): JobFile {
  const random = xoroshiro128plus(seed);
  for (let warm = 0; warm < 4; warm++) random.next();
  const unit = () => ((random.next() >>> 0) + 0.5) / 4294967296;
  const below = (count: number) => Math.floor(unit() * count);
  const oneOf = <T>(list: readonly T[]): T => list[below(list.length)]!;
  /** How often optional fields are left out, differs from one document to the next. */
  const left = oneOf([0.1, 0.5, 0.9]);

  const valueOf = (schema: AnySchema): unknown => {
    const { json, shape, item, record, max = 0, keys, kinds } = schema.meta() ?? {};
    if (json?.const !== undefined) return json.const;
    if (json?.enum) return oneOf(json.enum);
    if (json?.type === "boolean") return unit() < 0.5;
    if (json?.type === "number" || json?.type === "integer")
      return numberOf(json.minimum!, json.maximum!, json.type === "integer");
    if (json?.format === "moment") return oneOf(TIMES);
    if (json?.maxLength !== undefined) {
      const text = [...oneOf(TEXTS)].slice(0, json.maxLength).join("");
      return json.pattern && !new RegExp(json.pattern).test(text) ? "M0 0L600 200" : text;
    }
    if (json?.pattern) return "id1";
    if (shape)
      return Object.fromEntries(
        Object.entries(shape).flatMap(([key, field]) =>
          field.spec.optional && unit() < left ? [] : [[key, valueOf(field)]],
        ),
      );
    if (item) return several(Math.min(max, oneOf([0, 1, 2, 3, 6])), () => valueOf(item));
    if (record)
      return Object.fromEntries(
        (keys ? keys.filter(() => unit() < 0.3) : []).slice(0, max).map((key) => [key, valueOf(record)]),
      );
    if (kinds) return valueOf(oneOf(Object.values(kinds)));
    throw new Error("A field without a description.");
  };
  const numberOf = (min: number, max: number, whole: boolean) => {
    const value = oneOf([
      min,
      max,
      min + unit() * (max - min),
      Math.min(max, Math.max(min, oneOf([0, 1, 37, 1e-9 + min, max - 1e-9]))),
    ]);
    return whole ? Math.round(value) : value;
  };
  const several = <T>(count: number, make: (index: number) => T): T[] =>
    Array.from({ length: count }, (_, index) => make(index));
  const of = (name: string, schema: AnySchema = jobFileSchema as unknown as AnySchema): AnySchema =>
    name
      .split(".")
      .reduce((at, key) => (key === "*" ? (at.meta()!.record ?? at.meta()!.item)! : at.meta()!.shape![key]!), schema);
  const collection = <T>(prefix: string, values: readonly T[]) => ({
    byId: Object.fromEntries(values.map((value, index) => [`${prefix}${index}`, value])),
    order: values.map((_, index) => `${prefix}${index}`),
  });

  const pieces = several(1 + below(3), () => {
    const piece = valueOf(of("job.pieces.byId.*")) as Piece;
    return {
      ...piece,
      ...(piece.walls && (piece.walls.length < 2 || !enclosesRoom(piece.walls)) ? { walls: undefined } : {}),
    };
  }).map(
    (piece) => Object.fromEntries(Object.entries(piece).filter(([, value]) => value !== undefined)) as unknown as Piece,
  );
  const zones = several(1 + below(most.zones), () => {
    const at = below(pieces.length);
    const { shape: _shape, ...zone } = valueOf(of("job.zones.byId.*")) as Job["zones"]["byId"][string];
    const parts = partsOf(pieces[at]!);
    const own =
      unit() < 0.15 || parts.length === 0
        ? { part: "free", shape: rect(below(1000), below(1000), oneOf([10, 300, 100_000]), oneOf([10, 300, 20_000])) }
        : { part: oneOf(parts).part };
    return { ...zone, pieceId: `p${at}`, ...own };
  });
  const zoneIds = zones.map((_, index) => `z${index}`);
  const findings = several(below(most.findings + 1), () => ({
    ...(valueOf(of("job.findings.byId.*")) as Job["findings"]["byId"][string]),
    zoneId: oneOf(zoneIds),
  }));
  const marks = findings.flatMap((_, index) => [`f${index}`]);
  const events: Job["events"] = [];
  for (let count = below(most.events + 1); count > 0; count--) {
    const event = valueOf(of("job.events.*")) as Job["events"][number] & {
      zoneIds?: string[];
      zoneId?: string;
      findingId?: string;
      of?: string;
    };
    if (event.kind === "undo" && events.length === 0) continue;
    if ("findingId" in event && marks.length === 0) continue;
    events.push({
      ...event,
      id: `e${events.length}`,
      ...("zoneIds" in event ? { zoneIds: zoneIds.filter(() => unit() < 0.4) } : {}),
      ...("zoneId" in event ? { zoneId: oneOf(zoneIds) } : {}),
      ...("findingId" in event ? { findingId: oneOf(marks) } : {}),
      ...(event.kind === "undo" ? { of: oneOf(events).id } : {}),
      ...(event.kind === "reading" ? { value: numberOf(...READING_RANGE[event.instrument], false) } : {}),
    } as Job["events"][number]);
  }
  const byZone = <T>(value: () => T): Record<string, T> =>
    Object.fromEntries(zoneIds.filter(() => unit() < 0.3).map((zoneId) => [zoneId, value()]));
  const job = valueOf(of("job")) as Job;
  const choices = valueOf(of("job.choices")) as Job["choices"];
  return JSON.parse(
    JSON.stringify({
      format: JOB_FILE_FORMAT,
      version: JOB_FILE_VERSION,
      asOf: oneOf(TIMES),
      ...(unit() < 0.5 ? { kit: { ...(valueOf(of("kit")) as object), labels: undefined } } : {}),
      job: {
        ...job,
        id: "edge",
        pieces: collection("p", pieces),
        zones: collection("z", zones),
        findings: collection("f", findings),
        events,
        choices: {
          ...choices,
          schools: byZone(() => valueOf(of("job.choices.schools.*"))),
          ...(choices.strokes ? { strokes: byZone(() => valueOf(of("job.choices.strokes.*"))) } : {}),
          ...(choices.disinfect ? { disinfect: zoneIds.filter(() => unit() < 0.3) } : {}),
        },
      },
    }),
  ) as JobFile;
}
