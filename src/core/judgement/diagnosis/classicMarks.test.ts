import { describe, expect, it } from "vitest";
import type { Evidence } from "@/core/ground/catalog/evidence";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { FibreTestId } from "@/core/ground/catalog/fibreTests";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { LADDERS } from "@/core/ground/catalog/ladders";
import { identifyFibre, possibleFibres } from "@/core/judgement/zones/fibre";
import { diagnose } from "./diagnose";

/** Marks as they are met every week, as a technician reads them: common practice, no source. */
const MARKS: readonly [string, Evidence, readonly FamilyId[]][] = [
  [
    "black coffee, dried on a seat",
    { owner: "hot-drink", colour: "yellow-brown", edge: "dark-rim", feel: "nothing", towel: "yellow" },
    ["tannin"],
  ],
  [
    "tea that nobody owns up to",
    { colour: "yellow-brown", edge: "dark-rim", feel: "nothing", towel: "yellow", ph: "acid", place: "seat" },
    ["tannin", "water-ring"],
  ],
  [
    "red wine at a party",
    { owner: "wine-beer", colour: "red-purple", towel: "colour", age: "fresh" },
    ["plant-colour", "tannin"],
  ],
  [
    "berries trodden in by a child",
    { colour: "red-purple", edge: "feathered", towel: "colour", smell: "sweet", ph: "acid" },
    ["plant-colour", "sugar-starch", "tannin"],
  ],
  [
    "a soft drink, gone tacky",
    { owner: "soft-drink", colour: "dark-same", feel: "tacky", smell: "sweet", edge: "dark-rim" },
    ["sugar-starch"],
  ],
  [
    "milk down the side of a child's seat",
    { owner: "milk-blood", colour: "white-pale", smell: "sour", feel: "crusty", place: "seat" },
    ["protein"],
  ],
  ["blood, dried brown", { owner: "milk-blood", colour: "yellow-brown", feel: "crusty", edge: "sharp" }, ["protein"]],
  [
    "a dog's corner of the carpet",
    { owner: "pet", smell: "ammonia", colour: "yellow-brown", lamp: "yellow", ph: "alkaline" },
    ["urine"],
  ],
  ["an old dog place nobody told of", { smell: "ammonia", lamp: "yellow", edge: "dark-rim", place: "edge" }, ["urine"]],
  [
    "the headrest of a driver with hair oil",
    { place: "contact", colour: "grey-black", feel: "greasy", drop: "beads", swab: "lifts" },
    ["body-oil"],
  ],
  ["hand cream on an arm", { owner: "oil-cream", feel: "greasy", edge: "feathered", drop: "beads" }, ["body-oil"]],
  [
    "chain oil in a boot",
    { colour: "grey-black", feel: "greasy", smell: "fuel", swab: "smears", place: "feet" },
    ["road-grease"],
  ],
  [
    "tar off a shoe",
    { colour: "grey-black", feel: "tacky", smell: "fuel", swab: "lifts", place: "feet" },
    ["road-grease"],
  ],
  ["a candle on a hall carpet", { owner: "wax", feel: "hard", steam: "softens", edge: "sharp" }, ["gum-wax"]],
  ["gum under a bench edge", { feel: "hard", colour: "white-pale", steam: "softens", edge: "sharp" }, ["gum-wax"]],
  [
    "gravy",
    { owner: "soup-sauce", colour: "yellow-brown", feel: "crusty", edge: "spatter", swab: "smears" },
    ["mixture"],
  ],
  [
    "chocolate",
    { owner: "sweet-brown", colour: "yellow-brown", feel: "hard", swab: "smears" },
    ["mixture", "gum-wax", "sugar-starch"],
  ],
  [
    "dry garden soil",
    { owner: "mud", colour: "grey-black", feel: "powdery", dry: "most", place: "feet" },
    ["particulate"],
  ],
  [
    "trodden-in dust of a lane",
    { colour: "grey-black", place: "feet", dry: "most", towel: "grey", pile: "loaded" },
    ["particulate"],
  ],
  [
    "lipstick",
    { owner: "ink-makeup", colour: "red-purple", feel: "greasy", swab: "smears", smell: "perfume" },
    ["cosmetic-dye"],
  ],
  ["ballpoint", { owner: "ink-makeup", colour: "blue-green", edge: "sharp", swab: "smears", feel: "nothing" }, ["ink"]],
  [
    "where rain came in by the door",
    { owner: "water", colour: "yellow-brown", edge: "dark-rim", feel: "nothing", towel: "nothing", smell: "nothing" },
    ["water-ring"],
  ],
  [
    "a smoker's headliner",
    { place: "ceiling", colour: "yellow-brown", smell: "smoke", towel: "yellow", edge: "feathered" },
    ["smoke-film"],
  ],
  ["specks below a leaking hatch", { colour: "grey-black", edge: "specks", smell: "musty", feel: "fuzzy" }, ["mould"]],
  [
    "under a wet bench foot of iron",
    { colour: "orange", edge: "sharp", feel: "nothing", towel: "nothing", place: "feet", swab: "nothing" },
    ["rust"],
  ],
  ["a cigarette burn", { feel: "bare", edge: "sharp", pile: "broken", towel: "nothing" }, ["damage"]],
  [
    "a drip of bleach",
    { colour: "white-pale", edge: "sharp", feel: "nothing", towel: "nothing", swab: "nothing", pile: "clean" },
    ["damage"],
  ],
];

describe("marks of every week", () => {
  it.each(MARKS)("%s", (_, evidence, families) => {
    const { leader, beliefs, likely } = diagnose(evidence);
    expect(families).toContain(leader);
    // Who reads this much is told something: the likeliest stands clearly before the third.
    expect(beliefs[0]!.p.value).toBeGreaterThan(2 * beliefs[2]!.p.value);
    expect(likely).toContain(leader);
  });

  it("each reading that fits makes its family likelier than it was without", () => {
    for (const [name, evidence, [family]] of MARKS) {
      const chance = (of: Evidence) => diagnose(of).beliefs.find((belief) => belief.family === family)!.p.value;
      const without = Object.keys(evidence).map((test) => chance({ ...evidence, [test]: undefined }));
      // One of them may be doubtful, such as a colour that several have; taken together they must speak for it.
      const speaking = without.filter((before) => before <= chance(evidence) + 1e-9).length;
      expect([name, speaking >= Math.ceil(without.length / 2)]).toEqual([name, true]);
    }
  });
});

/** How fibres burn and drink, as it stands in the textbooks of textile testing; from memory. */
const FIBRES: readonly [MaterialId, Partial<Record<FibreTestId, string>>][] = [
  ["wool", { feel: "springy", flame: "chars", smoke: "hair", ash: "crushes" }],
  ["silk", { feel: "cool", flame: "chars", smoke: "hair", ash: "crushes" }],
  ["cotton", { drop: "drinks", flame: "burns", smoke: "paper", ash: "feathery", feel: "crisp" }],
  ["linen", { feel: "crisp", drop: "drinks", flame: "burns", smoke: "paper", ash: "feathery" }],
  ["viscose", { feel: "cool", drop: "drinks", flame: "burns", smoke: "paper", ash: "feathery" }],
  ["jute", { feel: "coarse", flame: "burns", smoke: "paper", ash: "feathery" }],
  ["nylon", { feel: "plastic", flame: "melts", smoke: "celery", ash: "bead" }],
  ["polyester", { feel: "plastic", flame: "melts", smoke: "sweet", ash: "bead" }],
  ["olefin", { feel: "waxy", drop: "stands", flame: "melts", smoke: "wax", ash: "bead" }],
  ["acrylic", { feel: "springy", flame: "sputters", smoke: "sharp", ash: "lump" }],
  ["acetate", { feel: "cool", flame: "sputters", smoke: "vinegar", ash: "lump" }],
  ["suede-look", { feel: "suede", flame: "melts", smoke: "sweet", ash: "bead" }],
];

describe("fibres by test", () => {
  it.each(FIBRES)("%s", (fibre, tests) => {
    const beliefs = identifyFibre(tests as Parameters<typeof identifyFibre>[0]);
    const near = beliefs.slice(0, 2).map(({ material }) => material);
    // Cellulose fibres burn alike: linen and cotton are told apart under a glass only.
    expect(near).toContain(fibre);
    expect(possibleFibres(beliefs)).toContain(fibre);
    expect(beliefs.reduce((sum, { p }) => sum + p.value, 0)).toBeCloseTo(1, 9);
  });

  it("smoke of hair rules out every made fibre, smoke of paper every animal one", () => {
    const after = (smoke: string) =>
      possibleFibres(identifyFibre({ smoke, flame: smoke === "hair" ? "chars" : "burns" } as never));
    expect(after("hair").sort()).toEqual(["silk", "wool"]);
    for (const fibre of ["wool", "silk"]) expect(after("paper")).not.toContain(fibre);
  });
});

describe("ladders", () => {
  const does = (family: FamilyId) => LADDERS[family].map((rung) => rung.does);
  const agents = (family: FamilyId, rung: number) =>
    does(family)[rung]!.flatMap((each) => (each.action === "agent" ? [each.agent] : []));

  it("begin with what harms least, and bleach comes last or not at all", () => {
    const gentle = ["water", "neutral-cleaner", "enzyme", "solvent", "acid-spotter"];
    for (const family of Object.keys(LADDERS) as FamilyId[]) {
      if (LADDERS[family].length === 0) continue;
      for (const agent of agents(family, 0)) expect([family, gentle.includes(agent)]).toEqual([family, true]);
      does(family).forEach((_, rung) => {
        if (agents(family, rung).includes("peroxide"))
          expect([family, rung]).toEqual([family, LADDERS[family].length - 1]);
      });
    }
  });

  it("keep what sets a stain away from it", () => {
    const all = (family: FamilyId) => LADDERS[family].flatMap((_, rung) => agents(family, rung));
    // Heat and acid set protein; alkali browns tannin; bleach eats cloth where iron is.
    expect(
      does("protein")
        .flat()
        .some(({ action }) => action === "steam"),
    ).toBe(false);
    expect(all("protein")).not.toContain("acid-spotter");
    for (const family of ["tannin", "plant-colour", "water-ring"] as const)
      for (const agent of ["degreaser", "alkaline-prespray"] as const) expect(all(family)).not.toContain(agent);
    for (const agent of ["peroxide", "degreaser"] as const) expect(all("rust")).not.toContain(agent);
    // Nothing is scrubbed out of a burn.
    expect(LADDERS.damage).toEqual([]);
    // Wax is taken off cold before it is warmed.
    expect(does("gum-wax")[0]!.map(({ action }) => action)).toEqual(["scrape", "steam"]);
  });

  it("wet cloth in no ladder without something that lifts it again, and enzyme is never brushed", () => {
    for (const [family, rungs] of Object.entries(LADDERS))
      for (const { does: steps } of rungs)
        for (const each of steps)
          if (each.action === "agent" && each.agent === "enzyme") expect([family, each.tool]).toEqual([family, "hand"]);
  });
});
