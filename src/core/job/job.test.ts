import { kitWithoutNames, toldOfPeople, withoutNames } from "./withoutNames";
import { readFileSync } from "node:fs";
import Ajv from "ajv/dist/2020";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "./kit";
import { arbitraryJobFile } from "../testing/arbitraryJob";
import { addPieceOps, emptyJob, jobFromTemplate } from "./newJob";
import { applyOps, CommandRefused, overwrites, rebased, same, standsAsLeft, type Op } from "./commands";
import { checkJobFile, readJobFile, shapeProblems } from "./file";
import { jobFileOf } from "./jobFile";
import { exists } from "./fields";
import { ID_PATTERN } from "./idPattern";
import { historyOf } from "./history";
import { jobFileJsonSchema } from "./jsonSchema";
import { inWords } from "./problem";
import type { Job, JobFile } from "./schema";
import { runs } from "@/core/testing/runs";

const ids = () => {
  let next = 0;
  return () => `i${next++}`;
};

const bench = () => jobFromTemplate("bench-seat", ids(), "2026-05-04T08:00:00Z");
const fileOf = (job: Job) => jobFileOf(job, USUAL_KIT, "2026-05-04T08:00:00Z");
const changed = (change: (file: JobFile) => void) => {
  const file = structuredClone(fileOf(bench()));
  change(file);
  return file;
};

const complaint = (raw: unknown) => {
  const result = typeof raw === "string" ? readJobFile(raw) : checkJobFile(raw);
  return result.ok ? "" : result.problems.map(inWords).join(" ");
};

const ajv = new Ajv({ strict: false, formats: { moment: exists } });
const validate = ajv.compile(jobFileJsonSchema());

describe("the job file", () => {
  it("round-trips through text for any valid document", () => {
    fc.assert(
      fc.property(arbitraryJobFile, (file) => {
        const result = readJobFile(JSON.stringify(file));
        expect(result).toEqual({ ok: true, value: file });
      }),
      { numRuns: runs(150) },
    );
  });

  it("has no id that every object has, wherever it stands: Jobs would find a method where a job should be", () => {
    const names = Object.getOwnPropertyNames(Object.prototype);
    for (const name of names) expect([name, ID_PATTERN.test(name)]).toEqual([name, false]);
    const file = changed(({ job }) => {
      const zoneId = job.zones.order[0]!;
      job.findings = { order: ["smell"], byId: { smell: { kind: "odour", zoneId, closed: 3 } } };
      job.events = [{ kind: "undo", id: "taken-back", at: "2026-05-04T08:00:00Z", of: "taken-back" }];
    });
    const { id, pieces, zones, findings, events } = file.job;
    for (const each of [id, ...pieces.order, ...zones.order, ...findings.order, ...events.map((event) => event.id)])
      for (const name of names) {
        const text = JSON.stringify(file).replaceAll(JSON.stringify(each), JSON.stringify(name));
        expect([each, name, complaint(text)]).toEqual([
          each,
          name,
          expect.stringMatching(/must be an id|do not belong there|a key named/),
        ]);
      }
  });

  it("without names is still a job, and tells nobody's name, words or picture", () => {
    const secret = "Orla Venn";
    const named = changed(({ job }) => {
      Object.assign(job, { title: secret, customer: secret, place: secret });
      for (const piece of Object.values(job.pieces.byId)) piece.name = secret;
      for (const zone of Object.values(job.zones.byId)) zone.name = secret;
      const at = "2026-05-04T08:00:00Z";
      job.events = [
        { kind: "note", id: "n", at, words: secret, pictures: ["secret-picture"] },
        {
          kind: "done",
          id: "d",
          at,
          stepKey: "clean:",
          title: "Cleaner on orla venn, sprayed",
          action: "clean",
          zoneIds: [],
        },
        { kind: "agreed", id: "a", at, dampHandBack: false, steps: [`Extract ORLA VENN`] },
        { kind: "signed", id: "s", at, name: secret, strokes: "M1 1L99 99" },
      ];
      const zoneId = job.zones.order[0]!;
      job.findings = {
        order: ["d"],
        byId: {
          d: {
            kind: "damage",
            zoneId,
            name: secret,
            damage: "burn",
            centre: { xMm: 9, yMm: 9 },
            size: { widthMm: 9, heightMm: 9 },
            told: true,
            pictures: ["secret-picture"],
          } as never,
        },
      };
    }).job;
    const kit = { ...USUAL_KIT, labels: { degreaser: { name: secret } }, experience: { jobs: 3 } as never };
    expect(toldOfPeople(named, kit)).toEqual({
      customer: true,
      place: true,
      notes: 1,
      signature: true,
      pictures: 2,
      learntFrom: 3,
    });
    const text = JSON.stringify(jobFileOf(withoutNames(named), kitWithoutNames(kit), "2026-05-04T08:00:00Z"));
    for (const word of [secret, "orla venn", "ORLA VENN", "secret-picture", "99", "experience"])
      expect(text).not.toContain(word);
    expect(complaint(text)).toBe("");
  });

  it("holds no number that nothing shows and no signature that is no line of a pen", () => {
    const event = { id: "e", at: "2026-05-04T08:00:00Z" };
    const withEvent = (more: object) =>
      complaint(JSON.stringify(changed(({ job }) => void (job.events = [{ ...event, ...more } as never]))));
    for (const [instrument, value] of [
      ["moisture", -50],
      ["ph", 15],
      ["lamp", 7],
      ["gas", 900],
    ] as const)
      expect(withEvent({ kind: "reading", instrument, value })).toMatch(/value is -?\d+, and this instrument shows/);
    expect(withEvent({ kind: "signed", name: "Orla Venn", strokes: "M0 0 <script>" })).toMatch(/lines of a pen/);
    const kit = structuredClone(USUAL_KIT);
    kit.experience = {
      jobs: 1,
      success: [],
      families: {},
      pace: { work: { n: 1, meanLog: 20 } },
      recovery: {},
      drying: {},
    };
    expect(complaint(JSON.stringify({ ...changed(() => undefined), kit }))).toMatch(/meanLog/);
  });

  it("means the same to Yup and to its JSON Schema, for valid files and for any single change of one", () => {
    const bad = fc.constantFrom<unknown>(
      null,
      "text",
      "",
      -1,
      1e9,
      1.5,
      true,
      [],
      {},
      { a: 1 },
      "2026-02-31T10:00:00Z",
      "z0",
      "\u202eevil",
      "x".repeat(500),
    );
    fc.assert(
      fc.property(
        arbitraryJobFile,
        fc.nat(),
        bad,
        fc.constantFrom("replace", "delete", "add"),
        (file, pick, value, how) => {
          expect([shapeProblems(file), validate(file)]).toEqual([[], true]);
          const mutated = structuredClone(file) as unknown;
          const spots = placesIn(mutated);
          const { holder, key } = spots[pick % spots.length]!;
          if (how === "replace") holder[key] = value;
          else if (how === "delete" && !Array.isArray(holder)) Reflect.deleteProperty(holder, key);
          else if (!Array.isArray(holder)) holder["not-a-key"] = value;
          expect({ valid: shapeProblems(mutated).length === 0, how, key, value }).toEqual({
            valid: validate(mutated),
            how,
            key,
            value,
          });
        },
      ),
      { numRuns: runs(1500) },
    );
  });

  it.each<[string, unknown, RegExp]>([
    ["what is not JSON", "{\n job:", /not JSON at line 2, letter 2/],
    ["another kind of file", { format: "something" }, /some other kind of file/],
    [
      "a newer version",
      { ...fileOf(bench()), version: 3 },
      /version is 3, and this program reads up to 2.*left as it is/,
    ],
    [
      "a number as text",
      changed((file) => Object.assign(Object.values(file.job.pieces.byId)[0]!, { lengthMm: "1800" })),
      /lengthMm must be a number; it is the text "1800"/,
    ],
    [
      "1e999",
      JSON.stringify(fileOf(bench())).replace('"lengthMm":1800', '"lengthMm":1e999'),
      /lengthMm is too large a number/,
    ],
    [
      "a negative size",
      changed((file) => Object.assign(Object.values(file.job.pieces.byId)[0]!, { lengthMm: -5 })),
      /lengthMm must be at least 200; it is -5/,
    ],
    ["an id twice", changed(({ job }) => job.zones.order.push(job.zones.order[0]!)), /names ".*" twice/],
    [
      "an id that points nowhere",
      changed(({ job }) => Object.assign(Object.values(job.zones.byId)[0]!, { pieceId: "nowhere" })),
      /points at "nowhere", and there is no such piece/,
    ],
    [
      "an unknown key",
      changed(({ job }) => Object.assign(job, { colour: "red" })),
      /keys that do not belong there: colour/,
    ],
    [
      "a hostile key",
      JSON.stringify(fileOf(bench())).replace('"site":{}', '"site":{"__proto__":{"x":1}}'),
      /key named "__proto__"/,
    ],
    ["a hostile string", changed(({ job }) => Object.assign(job, { title: "a\u0000b" })), /title holds characters/],
    [
      "over 500 zones",
      changed(({ job }) =>
        Object.assign(job.zones.byId, Object.fromEntries(Array.from({ length: 500 }, (_, n) => [`x${n}`, {}]))),
      ),
      /at most 500/,
    ],
    [
      "over 50,000 events",
      changed(({ job }) => Object.assign(job, { events: new Array(50_001).fill({}) })),
      /at most 50000/,
    ],
    [
      "an impossible day",
      changed(({ job }) => Object.assign(job, { createdAt: "2026-02-31T10:00:00Z" })),
      /createdAt is not a day or hour that exists/,
    ],
    [
      "a part its piece has not",
      changed(({ job }) => Object.assign(Object.values(job.zones.byId)[0]!, { part: "lid" })),
      /"lid" is no part of a bench seat/,
    ],
  ])("refuses %s with what and where", (_name, raw, words) => expect(complaint(raw)).toMatch(words));
});

/** Every place of a document where one value can be changed. */
function placesIn(root: unknown): { holder: Record<string, unknown>; key: string }[] {
  if (typeof root !== "object" || root === null) return [];
  const holder = root as Record<string, unknown>;
  return Object.keys(holder).flatMap((key) => [{ holder, key }, ...placesIn(holder[key])]);
}

describe("files of older versions", () => {
  const kept = () => JSON.parse(readFileSync("docs/samples/version-1.job.json", "utf8"));
  it("version 1 comes up to now: shapes become corners, all else stays", () => {
    const read = checkJobFile(kept());
    expect(read.ok && read.value.job.zones.byId.z2?.shape).toEqual([
      { xMm: 850, yMm: 580 },
      { xMm: 1350, yMm: 580 },
      { xMm: 1350, yMm: 980 },
      { xMm: 850, yMm: 980 },
    ]);
    expect(read.ok && { ...read.value.job, zones: undefined }).toEqual({ ...kept().job, zones: undefined });
  });
  it("what was wrong in an old file is named, not thrown over", () => {
    for (const shape of [7, "wide", { xMm: "a" }, null, []]) {
      const file = kept();
      file.job.zones.byId.z2.shape = shape;
      expect(complaint(file)).toMatch(/shape/);
    }
    expect(complaint({ ...kept(), job: { zones: 3 } })).toMatch(/zones must be an object/);
  });
});

describe("commands", () => {
  const mark = {
    kind: "mark",
    zoneId: "",
    centre: { xMm: 1, yMm: 1 },
    size: { widthMm: 20, heightMm: 20 },
    evidence: {},
  };

  it("undo brings back exactly what was there, for any run of operations", () => {
    const job = bench();
    const [pieceId] = job.pieces.order as [string];
    const zoneId = job.zones.order[1]!;
    const op = fc.constantFrom<Op>(
      { op: "set", path: ["pieces", "byId", pieceId, "lengthMm"], value: 2200 },
      { op: "set", path: ["pieces", "byId", pieceId, "cloth", "material"], value: "wool" },
      { op: "set", path: ["zones", "byId", zoneId, "soil"], value: "heavy" },
      { op: "set", path: ["zones", "byId", zoneId, "cloth", "build"], value: "glue-held" },
      { op: "insert", collection: "findings", id: "f1", value: { ...mark, zoneId } },
      { op: "remove", collection: "zones", id: zoneId },
    );
    fc.assert(
      fc.property(fc.array(op, { maxLength: 6 }), (ops) => {
        try {
          const { job: after, inverse } = applyOps(job, ops);
          const back = applyOps(after, inverse).job;
          expect(same(tidy(back), tidy(job))).toBe(true);
        } catch (error) {
          expect(error).toBeInstanceOf(CommandRefused);
        }
      }),
    );
  });

  it("keeps what two tabs changed in different fields, and tells when it was the same one", () => {
    const seen = bench();
    const [pieceId] = seen.pieces.order as [string];
    const setTo = (key: string, value: unknown): Op[] => [{ op: "set", path: ["pieces", "byId", pieceId, key], value }];
    const stored = applyOps(seen, setTo("lengthMm", 2000)).job;
    const both = applyOps(stored, setTo("depthMm", 600)).job;
    expect(both.pieces.byId[pieceId]).toMatchObject({ lengthMm: 2000, depthMm: 600 });
    expect(overwrites(seen, stored, setTo("depthMm", 600))).toBe(false);
    expect(overwrites(seen, stored, setTo("lengthMm", 2500))).toBe(true);
    expect(standsAsLeft(stored, setTo("lengthMm", 2000))).toBe(true);
    expect(standsAsLeft(both, setTo("lengthMm", 1900))).toBe(false);
  });

  it("does not bring back half of what another tab removed", () => {
    const job = bench();
    const zoneId = job.zones.order[0]!;
    const without = applyOps(job, [{ op: "remove", collection: "zones", id: zoneId }]).job;
    expect(() => applyOps(without, [{ op: "set", path: ["zones", "byId", zoneId, "soil"], value: "light" }])).toThrow(
      "removed, perhaps in another tab",
    );
  });

  it("keeps what came in between when a tap was given on a screen a moment behind", () => {
    const seen = applyOps(bench(), [
      { op: "set", path: ["gas"], value: { gas: "ozone", cleared: true } },
      { op: "set", path: ["choices", "beside"], value: ["glass", "trim"] },
    ]).job;
    const now = applyOps(seen, [
      { op: "set", path: ["gas"], value: { gas: "ozone", cleared: true, volumeM3: 3 } },
      { op: "set", path: ["choices", "beside"], value: ["glass", "trim", "rails"] },
    ]).job;
    const tapped: Op[] = [
      { op: "set", path: ["gas"], value: { gas: "ozone", stands: "open-air" } },
      { op: "set", path: ["choices", "beside"], value: ["trim", "pedals"] },
      { op: "set", path: ["title"], value: "New" },
    ];
    const after = applyOps(now, rebased(tapped, seen, now)).job;
    expect(after.gas).toEqual({ gas: "ozone", stands: "open-air", volumeM3: 3 });
    expect(after.choices.beside).toEqual(["trim", "rails", "pedals"]);
    expect(after.title).toBe("New");
    expect(rebased(tapped, seen, seen)).toEqual(tapped);
    expect(rebased([{ op: "set", path: ["gas"], value: undefined }], seen, now)).toEqual([
      { op: "set", path: ["gas"], value: undefined },
    ]);
  });

  it("replays events with what was taken back left out, and an undo of an undo brings it again", () => {
    const did = {
      at: "2026-05-04T09:00:00Z",
      stepKey: "dry-removal:",
      title: "Lift dry soil",
      action: "dry-removal" as const,
      zoneIds: [],
    };
    const job = emptyJob({ id: "j", title: "t", createdAt: did.at });
    const events: Job["events"] = [
      { kind: "start", id: "a", ...did },
      { kind: "done", id: "b", ...did },
      { kind: "undo", id: "c", at: did.at, of: "b" },
    ];
    expect(historyOf({ ...job, events })).toMatchObject({ done: [], running: [{ id: "a" }] });
    expect(
      historyOf({ ...job, events: [...events, { kind: "undo", id: "d", at: did.at, of: "c" }] }).done.map(
        ({ id }) => id,
      ),
    ).toEqual(["b"]);
  });

  it("moves areas when a piece's length changes", () => {
    const job = applyOps(
      emptyJob({ id: "j", title: "t", createdAt: "2026-05-04T09:00:00Z" }),
      addPieceOps("carpet", ids()),
    ).job;
    expect(checkJobFile(fileOf(job)).ok).toBe(true);
  });
});

const tidy = (job: Job) =>
  JSON.parse(
    JSON.stringify(job, (_key, value: unknown) =>
      typeof value === "object" && value !== null && !Array.isArray(value) && Object.keys(value).length === 0
        ? undefined
        : value,
    ),
  ) as unknown;
