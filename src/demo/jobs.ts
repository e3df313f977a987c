import { own } from "@/core/job/lookUp";
import { addFinding, setZone } from "@/core/job/change";
import { addDays, set as setTime } from "date-fns";
import { applyOps, type Op } from "../core/job/commands";
import { addPieceOps, emptyJob } from "../core/job/newJob";
import type { Job } from "../core/job/schema";

/** The made-up jobs of a made-up textile-care technician on a made-up group of islands. */

const counterIds = (prefix: string) => {
  let next = 0;
  return () => `${prefix}-${next++}`;
};

/** An irregular blot round its centre. */
const blot = (radiiMm: number[]) =>
  radiiMm.map((radius, index) => {
    const angle = (index / radiiMm.length) * 2 * Math.PI;
    return { xMm: Math.round(radius * Math.cos(angle)), yMm: Math.round(radius * Math.sin(angle)) };
  });

const at = (now: Date, days: number, hours: number, minutes = 0) =>
  setTime(addDays(now, days), { hours, minutes, seconds: 0, milliseconds: 0 }).toISOString();

function build(
  prefix: string,
  base: Job,
  template: Parameters<typeof addPieceOps>[0],
  piece: NonNullable<Parameters<typeof addPieceOps>[2]>,
  more: (zone: (part: string) => string) => Op[],
): Job {
  const withPiece = applyOps(base, addPieceOps(template, counterIds(prefix), piece)).job;
  const zone = (part: string) => withPiece.zones.order.find((id) => own(withPiece.zones.byId, id)!.part === part)!;
  return { ...applyOps(withPiece, more(zone)).job, demo: true };
}

function ferryBench(now: Date): Job {
  const base: Job = {
    ...emptyJob({ id: "demo-ferry", title: "Gull Point ferry, saloon bench 4", createdAt: now.toISOString() }),
    customer: "Gull Point Ferries, Orla Venn",
    place: "Pontoon 2, Gull Point",
    site: {
      airTempC: 18,
      relativeHumidityPct: 62,
      airSpeedMPerS: 1,
      space: "doors",
      volumeM3: 60,
      water: "carried",
      power: "mains",
      floorProtected: true,
      wasteWater: "taken-away",
    },
    account: { spilled: ["soup-sauce", "oil-cream", "water"], tried: [], users: [], allergies: [], matters: "stain" },
    promises: {
      handBackAt: at(now, 0, now.getHours() + 2, 30),
      usableAt: at(now, 0, now.getHours() + 8),
      dampHandBackAgreed: true,
    },
  };
  return build(
    "fb",
    base,
    "bench-seat",
    {
      name: "Bench 4",
      size: { lengthMm: 1800, depthMm: 520, backMm: 480 },
      cloth: {
        material: "wool",
        build: "cover-on-foam",
        careCode: "none",
        ageYears: 9,
        condition: "sound",
        neighbours: [],
        layers: { foamMm: 60 },
      },
    },
    (zone) => onTheBench(zone),
  );
}

const onTheBench = (zone: (part: string) => string): Op[] => [
  setZone(zone("footwell"), "cloth", { material: "nylon", build: "carpet-stuck-down", careCode: "none" }),
  setZone(zone("footwell"), "soil", "moderate"),
  setZone(zone("back"), "clean", true),
  addFinding("fb-soup", {
    kind: "mark",
    zoneId: zone("base-2"),
    name: "Beetroot soup",
    centre: { xMm: 300, yMm: 230 },
    size: { widthMm: 160, heightMm: 150 },
    outline: blot([80, 62, 74, 58, 78, 66, 72, 70]),
    evidence: {
      owner: "soup-sauce",
      colour: "red-purple",
      edge: "spatter",
      age: "days",
      towel: "colour",
      smell: "nothing",
    },
  }),
  addFinding("fb-oil", {
    kind: "mark",
    zoneId: zone("base-1"),
    name: "Sun-oil, arm end",
    centre: { xMm: 150, yMm: 150 },
    size: { widthMm: 110, heightMm: 80 },
    outline: blot([55, 40, 36, 44, 52, 42, 34, 40]),
    evidence: { owner: "oil-cream", place: "contact", colour: "dark-same", feel: "greasy" },
  }),
  addFinding("fb-ring", {
    kind: "mark",
    zoneId: zone("base-3"),
    name: "Salt-water ring",
    centre: { xMm: 320, yMm: 280 },
    size: { widthMm: 260, heightMm: 220 },
    evidence: { owner: "water", edge: "dark-rim", colour: "white-pale", smell: "nothing" },
  }),
  addFinding("fb-burn", {
    kind: "damage",
    zoneId: zone("back"),
    name: "Burn, coin-small",
    damage: "burn",
    centre: { xMm: 1450, yMm: 160 },
    size: { widthMm: 12, heightMm: 12 },
    told: true,
  }),
];

function guesthouseSettee(now: Date): Job {
  const base: Job = {
    ...emptyJob({ id: "demo-settee", title: "Tern House settee", createdAt: now.toISOString() }),
    customer: "Tern House guesthouse, Pim Adair",
    place: "Lounge, Tern House, Sallow Quay",
    site: {
      airTempC: 21,
      relativeHumidityPct: 55,
      airSpeedMPerS: 0.3,
      space: "gap",
      volumeM3: 55,
      water: "tap",
      power: "mains",
      wasteWater: "drain",
    },
    account: { spilled: ["wax", "wine-beer"], when: "days", tried: ["soap"], users: ["children"], allergies: [] },
    promises: { handBackAt: at(now, 1, 12), usableAt: at(now, 1, 16), dampHandBackAgreed: false },
  };
  return build(
    "gs",
    base,
    "settee",
    {
      name: "Lounge settee",
      cloth: {
        material: "polyester",
        build: "cover-on-foam",
        careCode: "WS",
        ageYears: 6,
        condition: "sound",
        neighbours: [],
      },
    },
    (zone) => [
      setZone(zone("base-1"), "soil", "light"),
      setZone(zone("arm-right"), "soil", "moderate"),
      addFinding("gs-wax", {
        kind: "mark",
        zoneId: zone("arm-left"),
        name: "Candle wax",
        centre: { xMm: 100, yMm: 140 },
        size: { widthMm: 60, heightMm: 45 },
        evidence: { owner: "wax", feel: "hard", colour: "white-pale" },
      }),
      addFinding("gs-wine", {
        kind: "mark",
        zoneId: zone("base-2"),
        name: "Red wine",
        centre: { xMm: 330, yMm: 260 },
        size: { widthMm: 190, heightMm: 140 },
        outline: blot([95, 70, 60, 88, 76, 58, 72, 80]),
        evidence: { owner: "wine-beer", edge: "spatter", age: "days", ph: "acid" },
      }),
    ],
  );
}

function hallCarpet(now: Date): Job {
  const base: Job = {
    ...emptyJob({ id: "demo-hall", title: "Skerry Hall, entrance carpet", createdAt: now.toISOString() }),
    customer: "Skerry Hall committee",
    place: "Entrance, Skerry Hall",
    site: {
      airTempC: 14,
      relativeHumidityPct: 68,
      airSpeedMPerS: 2,
      space: "gap",
      volumeM3: 120,
      water: "tap",
      power: "mains",
      floorProtected: true,
      wasteWater: "drain",
    },
    account: { tried: [], users: [], allergies: [] },
    promises: { handBackAt: at(now, 1, 18), usableAt: at(now, 2, 8), dampHandBackAgreed: true },
  };
  return build(
    "hc",
    base,
    "carpet",
    {
      name: "Entrance carpet",
      size: { lengthMm: 5400, depthMm: 1800 },
      cloth: {
        material: "nylon",
        build: "carpet-on-underlay",
        careCode: "none",
        ageYears: 12,
        condition: "sound",
        neighbours: [],
      },
    },
    (zone) => [
      setZone(zone("field-1"), "soil", "caked"),
      setZone(zone("field-2"), "soil", "heavy"),
      setZone(zone("field-3"), "soil", "moderate"),
      addFinding("hc-mud", {
        kind: "mark",
        zoneId: zone("field-1"),
        name: "Boot mud",
        centre: { xMm: 900, yMm: 820 },
        size: { widthMm: 420, heightMm: 300 },
        outline: blot([210, 150, 176, 138, 196, 160, 150, 184]),
        evidence: { owner: "mud", place: "feet", feel: "powdery", edge: "trail" },
      }),
      addFinding("hc-tea", {
        kind: "mark",
        zoneId: zone("field-2"),
        name: "Tea",
        centre: { xMm: 700, yMm: 1100 },
        size: { widthMm: 220, heightMm: 180 },
        outline: blot([110, 80, 92, 76, 104, 84, 90, 98]),
        evidence: { owner: "hot-drink", colour: "yellow-brown", edge: "dark-rim" },
      }),
    ],
  );
}

function camperVan(now: Date): Job {
  const base: Job = {
    ...emptyJob({ id: "demo-van", title: "Camper van Pippit, cabin", createdAt: now.toISOString() }),
    customer: "Bram and Ines Quill",
    place: "Slipway car park, Sallow Quay",
    site: {
      airTempC: 16,
      relativeHumidityPct: 60,
      airSpeedMPerS: 0.3,
      space: "gap",
      water: "carried",
      power: "mains",
      wasteWater: "taken-away",
    },
    account: {
      spilled: ["milk-blood"],
      when: "days",
      tried: ["soap"],
      users: ["children", "animals"],
      allergies: [],
      matters: "smell",
      liftSeats: false,
    },
    promises: { handBackAt: at(now, 1, 17), usableAt: at(now, 2, 9), dampHandBackAgreed: true },
  };
  return build(
    "cv",
    base,
    "cabin",
    {
      name: "Cabin",
      cloth: {
        material: "polyester",
        build: "cover-on-foam",
        construction: "woven",
        careCode: "none",
        ageYears: 9,
        condition: "sound",
        neighbours: [],
      },
    },
    (zone) => inTheVan(zone, now),
  );
}

/** A full cabin: an animal, dry mud, white coffee between the seats and a headliner that sags. */
function estateCar(now: Date): Job {
  const base: Job = {
    ...emptyJob({ id: "demo-cabin", title: "Estate car of the lightkeeper, full cabin", createdAt: now.toISOString() }),
    customer: "Tamsin Orrel, Skerry Light",
    place: "Boat shed, Skerry Light",
    site: {
      airTempC: 17,
      relativeHumidityPct: 58,
      airSpeedMPerS: 1,
      space: "doors",
      volumeM3: 90,
      water: "tap",
      power: "mains",
      wasteWater: "drain",
    },
    account: {
      spilled: ["milky-drink", "mud"],
      when: "days",
      tried: [],
      users: ["animals"],
      allergies: [],
      matters: "stain",
      liftSeats: false,
    },
    promises: { handBackAt: at(now, 1, 17), usableAt: at(now, 2, 9), dampHandBackAgreed: true },
  };
  // How each part is made was never asked: it is taken for what such parts usually are, and looked at.
  const cloth = {
    material: "polyester" as const,
    careCode: "none" as const,
    ageYears: 7,
    condition: "sound" as const,
    neighbours: [],
    asUsual: true,
  };
  return build("ec", base, "cabin", { name: "Estate car", cloth }, inTheEstateCar);
}

const inTheEstateCar = (zone: (part: string) => string): Op[] => [
  ...["r1-s1-base", "r1-s2-base", "r1-s1-back", "r1-s2-back"].flatMap((part) =>
    zone(part) ? [setZone(zone(part), "soil", "moderate")] : [],
  ),
  ...["r2-s1-base", "r2-s2-base", "r2-s3-base"].map((part) => setZone(zone(part), "soil", "heavy")),
  ...["r1-foot-left", "r1-foot-right"].map((part) => setZone(zone(part), "soil", "caked")),
  setZone(zone("headliner"), "soil", "light"),
  addFinding("ec-hair", { kind: "hair", zoneId: zone("boot"), density: "matted" }),
  addFinding("ec-coffee", {
    kind: "mark",
    zoneId: zone("r1-s1-crevice"),
    name: "White coffee",
    centre: { xMm: 150, yMm: 20 },
    size: { widthMm: 160, heightMm: 40 },
    evidence: { owner: "milky-drink", smell: "sour", towel: "colour" },
  }),
  addFinding("ec-sag", {
    kind: "damage",
    zoneId: zone("headliner"),
    damage: "sag",
    name: "Sagging corner, rear left",
    centre: { xMm: 200, yMm: 1800 },
    size: { widthMm: 300, heightMm: 240 },
    told: true,
  }),
];

const inTheVan = (zone: (part: string) => string, now: Date): Op[] => [
  setZone(zone("boot"), "soil", "heavy"),
  setZone(zone("boot"), "cloth", { construction: "pile", build: "carpet-on-underlay" }),
  setZone(zone("r1-foot-left"), "soil", "moderate"),
  setZone(zone("r2-s1-base"), "soil", "light"),
  addFinding("cv-milk", {
    kind: "mark",
    zoneId: zone("r2-s3-base"),
    name: "Spilled milk",
    centre: { xMm: 150, yMm: 180 },
    size: { widthMm: 180, heightMm: 140 },
    outline: blot([90, 62, 70, 84, 66, 74, 60, 78]),
    evidence: { feel: "crusty", smell: "sour" },
  }),
  addFinding("cv-smell", {
    kind: "odour",
    zoneId: zone("r2-s3-base"),
    closed: 4,
    aired: 3,
    character: "sour",
    pressed: "stronger",
  }),
  addFinding("cv-hair", { kind: "hair", zoneId: zone("boot"), density: "much" }),
  addFinding("cv-brown", {
    kind: "mark",
    zoneId: zone("headliner"),
    name: "Brown ring",
    centre: { xMm: 400, yMm: 300 },
    size: { widthMm: 300, heightMm: 220 },
    evidence: { colour: "yellow-brown", edge: "dark-rim" },
    ring: { history: "leak" },
  }),
  addFinding("cv-wear", {
    kind: "damage",
    zoneId: zone("r1-s1-base-left"),
    damage: "wear",
    centre: { xMm: 40, yMm: 200 },
    size: { widthMm: 60, heightMm: 120 },
    told: true,
    toldAt: now.toISOString(),
  }),
];

/** The demo jobs, promised from the given moment on. */
export const demoJobs = (now: Date): Job[] => [
  ferryBench(now),
  guesthouseSettee(now),
  hallCarpet(now),
  camperVan(now),
  estateCar(now),
];
