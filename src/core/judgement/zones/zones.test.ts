import { describe, expect, it } from "vitest";
import { MATERIAL_IDS } from "@/core/ground/catalog/materials";
import { BUILD_IDS } from "@/core/ground/catalog/builds";
import type { TemplateId } from "@/core/ground/pieces/templates";
import { applyOps } from "@/core/job/commands";
import { jobFromTemplate } from "@/core/job/newJob";
import { purposeOps, soilOps, soilSaidOf, toldNarrower } from "@/core/job/soilOps";
import type { Cloth, Job, PlacedFinding } from "@/core/job/schema";
import { conditionsOf } from "./conditions";
import { soilOf } from "./soil";
import { seatsOf, wholesOf } from "./wholes";
import { fastnessOf, leastFaceCapacity, markArea, mustStayHardlyWet, spreadArea, zoneViews } from "./zoneView";

const AT = "2026-05-04T08:00:00Z";
const jobOf = (template: TemplateId, change: (job: Job) => void = () => undefined): Job => {
  let next = 0;
  const job = structuredClone(jobFromTemplate(template, () => `i${next++}`, AT));
  change(job);
  return job;
};
const pieceOf = (job: Job) => Object.values(job.pieces.byId)[0]!;
const withCloth = (template: TemplateId, cloth: Cloth) =>
  zoneViews(jobOf(template, (job) => Object.assign(pieceOf(job), { cloth })));

describe("cloth nobody named is taken for what the part usually is", () => {
  /** Common practice, no source: what a technician would start from. */
  const USUAL: readonly [TemplateId, string, { builds: string[]; fibres: string[]; old: boolean }][] = [
    ["cabin", "base", { builds: ["cover-on-foam"], fibres: ["polyester", "nylon", "suede-look"], old: false }],
    ["cabin", "belt", { builds: ["cover-on-foam"], fibres: ["polyester"], old: false }],
    ["cabin", "mat", { builds: ["loose-mat"], fibres: ["nylon", "polyester"], old: false }],
    [
      "cabin",
      "footwell",
      { builds: ["carpet-on-underlay", "carpet-stuck-down"], fibres: ["nylon", "polyester"], old: false },
    ],
    ["cabin", "headliner", { builds: ["glue-held"], fibres: ["polyester", "nylon"], old: true }],
    ["rug", "field", { builds: ["loose-rug"], fibres: ["wool"], old: true }],
    ["settee", "base", { builds: ["cover-on-foam"], fibres: [...MATERIAL_IDS], old: true }],
  ];
  it.each(USUAL)("%s, %s", (template, role, { builds, fibres, old }) => {
    const view = zoneViews(jobOf(template)).find((each) => each.role === role)!;
    expect([...view.builds].sort()).toEqual([...builds].sort());
    expect([...view.materials].sort()).toEqual([...fibres].sort());
    expect(view.oldOrFragile).toBe(old);
    expect(view.assumed.join(" ")).toContain("Taken for");
    expect(view.assumed.join(" ")).toContain("Care label not seen");
  });

  it("what was named is taken at its word, and nothing of it is assumed", () => {
    const known: Cloth = {
      material: "wool",
      build: "cover-on-foam",
      careCode: "S",
      ageYears: 4,
      condition: "sound",
      neighbours: [],
    };
    for (const view of withCloth("bench-seat", known)) {
      // A rail is cloth on a board, whatever the seat is.
      const build = view.role === "rail" ? "glue-held" : "cover-on-foam";
      expect([view.materials, view.builds, view.careCode]).toEqual([["wool"], [build], "S"]);
      expect(view.oldOrFragile).toBe(false);
      expect(view.assumed).toEqual([]);
    }
  });

  it("age or wear makes it old: over twenty years, worn, or fragile", () => {
    const old = (cloth: Cloth) => withCloth("bench-seat", { material: "wool", ...cloth })[0]!.oldOrFragile;
    expect(old({ ageYears: 20, condition: "sound" })).toBe(false);
    expect(old({ ageYears: 21, condition: "sound" })).toBe(true);
    expect(old({ ageYears: 3, condition: "worn" })).toBe(true);
    expect(old({ ageYears: 3, condition: "fragile" })).toBe(true);
    expect(old({ ageYears: 3 })).toBe(true);
  });

  it("glued cloth is held by glue, unless its build was named", () => {
    expect(withCloth("bench-seat", { construction: "glued" })[0]!.builds).toEqual(["glue-held"]);
    expect(withCloth("bench-seat", { construction: "glued", build: "cover-on-foam" })[0]!.builds).toEqual([
      "cover-on-foam",
    ]);
  });

  it("tests of an unknown fibre narrow it, and say that it is not sure", () => {
    const [view] = withCloth("bench-seat", { fibreTests: { smoke: "hair", flame: "chars" } });
    expect([...view!.materials].sort()).toEqual(["silk", "wool"]);
    expect(view!.fibre!.length).toBe(MATERIAL_IDS.length);
    expect(view!.assumed.join(" ")).toMatch(/Fibre not sure: planned for .*wool/);
  });
});

describe("cloth of a piece, a group and a zone", () => {
  const cabin = (change: (job: Job) => void) => zoneViews(jobOf("cabin", change));
  const seats = (views: ReturnType<typeof zoneViews>) => views.filter(({ role }) => role === "base");

  it("the nearer word counts, and another fibre loses what was proved on the first", () => {
    const views = cabin((job) => {
      Object.assign(pieceOf(job), {
        cloth: { material: "polyester", careCode: "W", fastness: { water: 5 } },
        groups: { seats: { material: "wool" } },
      });
    });
    for (const view of seats(views)) {
      expect(view.materials).toEqual(["wool"]);
      expect([view.careCode, fastnessOf(view, "water")]).toEqual(["unknown", "unproved"]);
      expect(view.clothOwner).toMatchObject({ of: "group", group: "seats" });
    }
    const floor = views.find(({ role }) => role === "footwell")!;
    expect([floor.materials, floor.careCode, fastnessOf(floor, "water")]).toEqual([["polyester"], "W", "proved"]);
    expect(floor.clothOwner.of).toBe("pieces");
  });

  it("one zone of another cloth is its own owner", () => {
    const views = cabin((job) => {
      Object.assign(pieceOf(job), { cloth: { material: "polyester", fastness: { water: 5 } } });
      const first = zoneViews(job).find(({ role }) => role === "base")!.id;
      Object.assign(job.zones.byId[first]!, { cloth: { material: "suede-look" } });
    });
    const [one, other] = seats(views);
    expect([one!.clothOwner.of, other!.clothOwner.of]).toEqual(["zones", "pieces"]);
    expect([fastnessOf(one!, "water"), fastnessOf(other!, "water")]).toEqual(["unproved", "proved"]);
  });

  it("step 4 of the grey scale is good enough, 3½ is not (ISO 105-A03 names the steps)", () => {
    const [view] = withCloth("bench-seat", { fastness: { water: 4, "acid-rinse": 3.5 } });
    expect([fastnessOf(view!, "water"), fastnessOf(view!, "acid-rinse"), fastnessOf(view!, "peroxide")]).toEqual([
      "proved",
      "poor",
      "unproved",
    ]);
  });

  it("an airbag in a bolster is thought of until somebody looked at that very part", () => {
    const bolster = (job: (job: Job) => void) => cabin(job).find(({ role }) => role === "airbag-bolster")!;
    expect(bolster((job) => Object.assign(pieceOf(job), { cloth: { neighbours: [] } })).neighbours).toContain("airbag");
    const looked = bolster((job) => {
      const { id } = zoneViews(job).find(({ role }) => role === "airbag-bolster")!;
      Object.assign(job.zones.byId[id]!, { cloth: { neighbours: [] } });
    });
    expect(looked.neighbours).toEqual([]);
  });

  it("of what it might be, the least counts for water and hardly wetted wins", () => {
    const [seat] = seats(cabin(() => undefined));
    // Suede-look among them holds least and may hardly be wetted.
    expect(leastFaceCapacity(seat!)).toBe(0.3);
    expect(mustStayHardlyWet(seat!)).toBe(true);
    expect(zoneViews(jobOf("settee"))[0]!.builds.length).toBeLessThan(BUILD_IDS.length);
  });
});

describe("soil", () => {
  it("by grams from a square metre, by towel and by pile; the worst measure counts, a look only where nothing else does", () => {
    const level = (zone: Parameters<typeof soilOf>[0]) => soilOf(zone)?.level;
    expect(level({})).toBeUndefined();
    expect(level({ soil: "moderate" })).toBe("moderate");
    expect([19, 20, 60, 200].map((vacuumedGPerM2) => level({ soilSigns: { vacuumedGPerM2 } }))).toEqual([
      "light",
      "moderate",
      "heavy",
      "caked",
    ]);
    expect(level({ soil: "heavy", soilSigns: { vacuumedGPerM2: 5 } })).toBe("light");
    expect(level({ soil: "caked", soilSigns: { vacuumedGPerM2: 5 } })).toBe("caked");
    expect(level({ wetMud: true, soilSigns: { vacuumedGPerM2: 5 } })).toBe("caked");
    expect(level({ clean: true })).toBeUndefined();
  });
});

describe("the air of the place", () => {
  it("unmeasured is cold and damp where drying counts, hot and dry where a film dries out, and said", () => {
    const { slow, fast, assumed, beyond } = conditionsOf({});
    expect(slow.tempC).toBeLessThan(fast.tempC);
    expect(slow.relativeHumidityPct).toBeGreaterThan(fast.relativeHumidityPct);
    expect(slow.airSpeedMPerS).toBeLessThan(fast.airSpeedMPerS);
    expect(assumed.join(" ")).toContain("temperature, humidity, air speed");
    expect(beyond).toEqual([]);
  });

  it("measured it is one air for both, and beyond the range the nearest is taken and said", () => {
    const known = conditionsOf({ airTempC: 21, relativeHumidityPct: 50, airSpeedMPerS: 0.3 });
    expect([known.slow.tempC, known.fast.tempC, known.assumed]).toEqual([21, 21, []]);
    const far = conditionsOf({ airTempC: 60, relativeHumidityPct: 0, airSpeedMPerS: 0.3, outsideTempC: -40 });
    expect([far.slow.tempC, far.slow.relativeHumidityPct]).toEqual([45, 1]);
    expect(far.beyond.join(" ")).toMatch(/over 45 °C.*under -20 °C.*under 1 %/);
  });
});

describe("the size of a mark", () => {
  const mark = (more: object): PlacedFinding =>
    ({
      kind: "mark",
      zoneId: "z",
      centre: { xMm: 200, yMm: 200 },
      size: { widthMm: 60, heightMm: 40 },
      evidence: {},
      ...more,
    }) as PlacedFinding;

  it("is its outline's where one was drawn, the lamp's where it shows more, else an oval", () => {
    expect(markArea(mark({})).value).toBeCloseTo((Math.PI / 4) * 0.06 * 0.04, 9);
    const square = [0, 0, 60, 0, 60, 40, 0, 40];
    const outline = [0, 2, 4, 6].map((at) => ({ xMm: square[at]!, yMm: square[at + 1]! }));
    expect(markArea(mark({ outline })).value).toBeCloseTo(0.0024, 9);
    // Urine under the lamp is larger than it looks, and the outline of what was seen counts no more.
    const lamp = mark({ outline, lampSize: { widthMm: 200, heightMm: 100 } });
    expect(markArea(lamp).value).toBeCloseTo((Math.PI / 4) * 0.2 * 0.1, 9);
    // A lamp that shows less takes nothing away.
    expect(markArea(mark({ lampSize: { widthMm: 10, heightMm: 10 } })).value).toBeCloseTo(0.001884956, 8);
  });

  it("what an agent spreads to has two centimetres more all round, and ends with its zone", () => {
    const [view] = zoneViews(jobOf("bench-seat"));
    const small = spreadArea(mark({}), view!).value;
    expect(small).toBeCloseTo((0.001884956 * (100 * 80)) / (60 * 40), 8);
    expect(spreadArea(mark({ size: { widthMm: 5000, heightMm: 5000 } }), view!).value).toBe(view!.areaM2.value);
  });
});

describe("what a part is of", () => {
  it("is hard where its kind is, and else what was said of the piece or its group; a fibre named on it makes it cloth", () => {
    const job = jobOf("cabin");
    const pieceId = job.pieces.order[0]!;
    job.pieces.byId[pieceId]!.groups = { seats: { ofWhat: "leather" } };
    const surfaces = () =>
      new Map(zoneViews(job).map(({ zone, surface, assumed }) => [zone.part, { surface, assumed: assumed.length }]));
    expect(surfaces().get("dash")).toEqual({ surface: "hard", assumed: 0 });
    expect(surfaces().get("r1-s1-base")).toEqual({ surface: "leather", assumed: 0 });
    expect(surfaces().get("r1-foot-left")!.surface).toBeUndefined();
    for (const zone of Object.values(job.zones.byId)) if (zone.part === "dash") zone.cloth = { material: "polyester" };
    expect(surfaces().get("dash")!.surface).toBeUndefined();
  });
});

describe("whole parts", () => {
  it("are what a person would name: seats by their rows, floors, mats, boot, headliner, doors, belts, hard trim", () => {
    const views = zoneViews(jobOf("cabin"));
    const wholes = wholesOf(views);
    expect(wholes.map(({ name }) => name)).toEqual([
      "Everything",
      "All seats",
      "Front seats",
      "Back seats",
      "All floors",
      "Mats",
      "Boot",
      "Headliner",
      "Door cloth",
      "Belts",
      "Dashboard, console",
    ]);
    const of = (id: string) => wholes.find((whole) => whole.id === id)!.zoneIds;
    expect(of("all")).toEqual(views.map(({ id }) => id));
    // The rows together are all seats, none twice, and no floor is a seat.
    expect([...of("seats-1"), ...of("seats-2")].sort()).toEqual([...of("seats")].sort());
    const parts = wholes.filter(({ id }) => !["all", "seats"].includes(id)).flatMap(({ zoneIds }) => zoneIds);
    expect(new Set(parts).size).toBe(parts.length);
    expect(new Set(parts).size).toBe(views.length);
  });

  it("are each seat too, headrest to base, named as people name it; a bench is no row of seats", () => {
    const views = zoneViews(jobOf("cabin"));
    const seats = seatsOf(views);
    expect(seats.map(({ name }) => name)).toEqual([
      "Front seat left",
      "Front seat right",
      "Second seat left",
      "Second seat mid",
      "Second seat right",
    ]);
    const all = wholesOf(views).find(({ id }) => id === "seats")!.zoneIds;
    expect(seats.flatMap(({ zoneIds }) => zoneIds).sort()).toEqual([...all].sort());
    expect(seatsOf(zoneViews(jobOf("bench-seat")))).toEqual([]);
  });

  it("are not offered where each zone is named as soon", () => {
    expect(wholesOf(zoneViews(jobOf("bench-seat")).slice(0, 5))).toEqual([]);
    expect(wholesOf(zoneViews(jobOf("rug")))).toEqual([]);
  });

  it("said of a whole it stands on each zone; said again it is taken back, and one zone may differ", () => {
    const job = jobOf("cabin");
    const seats = wholesOf(zoneViews(job)).find(({ id }) => id === "seats")!.zoneIds;
    const heavy = applyOps(job, soilOps(seats, "heavy")).job;
    expect(seats.map((id) => soilSaidOf(heavy.zones.byId[id]!))).toEqual(seats.map(() => "heavy"));
    const mixed = applyOps(heavy, soilOps(seats.slice(0, 1), "clean")).job;
    expect(soilSaidOf(mixed.zones.byId[seats[0]!]!)).toBe("clean");
    const wet = applyOps(mixed, soilOps(seats, "wet")).job;
    expect(seats.map((id) => soilSaidOf(wet.zones.byId[id]!))).toEqual(seats.map(() => "wet"));
    // What was said before leaves nothing behind.
    for (const id of seats)
      expect([wet.zones.byId[id]!.soil, wet.zones.byId[id]!.clean]).toEqual([undefined, undefined]);
    expect(applyOps(wet, soilOps(seats, undefined)).job.zones).toEqual(job.zones);
  });

  it("what is said of a whole holds until something narrower is said, in whatever order", () => {
    const job = jobOf("cabin");
    const wholes = wholesOf(zoneViews(job));
    const of = (id: string) => wholes.find((whole) => whole.id === id)!;
    const [all, seats, back] = [of("all"), of("seats"), of("seats-2")];
    const mine = back.zoneIds[0]!;
    const say = (to: Job, whole: typeof all, said: "light" | "moderate" | "heavy" | undefined) => {
      const narrower = toldNarrower(to, whole);
      return applyOps(
        to,
        soilOps(
          whole.zoneIds.filter((id) => !narrower.includes(id)),
          said,
          whole.of,
        ),
      ).job;
    };
    let now = applyOps(job, soilOps([mine], "caked")).job;
    for (const [whole, said] of [
      [back, "heavy"],
      [seats, "moderate"],
      [all, "light"],
    ] as const)
      now = say(now, whole, said);
    const said = (id: string) => soilSaidOf(now.zones.byId[id]!);
    expect(said(mine)).toBe("caked");
    expect(said(back.zoneIds[1]!)).toBe("heavy");
    expect(said(seats.zoneIds.find((id) => !back.zoneIds.includes(id))!)).toBe("moderate");
    expect(said(all.zoneIds.find((id) => !seats.zoneIds.includes(id))!)).toBe("light");
    expect(toldNarrower(now, seats).sort()).toEqual([...back.zoneIds].sort());
    // Taken back narrowly it gives way to the wider again.
    now = say(say(now, back, undefined), seats, "moderate");
    expect(said(back.zoneIds[1]!)).toBe("moderate");
    expect(said(mine)).toBe("caked");
  });

  it("what one was called for sets what a vehicle gets beside its cloth, and nothing where there is no vehicle", () => {
    const after = (job: Job, purpose: "full" | "spill" | undefined) =>
      applyOps(job, purposeOps(job, purpose)).job.choices;
    expect(after(jobOf("cabin"), "full").beside).toContain("closing");
    expect(after(jobOf("cabin"), "spill")).toMatchObject({ purpose: "spill", beside: [] });
    expect("beside" in after(jobOf("cabin"), undefined)).toBe(false);
    expect(after(jobOf("settee"), "full")).toMatchObject({ purpose: "full" });
    expect("beside" in after(jobOf("settee"), "full")).toBe(false);
  });
});
