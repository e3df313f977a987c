import { describe, expect, it } from "vitest";
import { AGENT_IDS, AGENTS, agentOf, NEVER_MIX, NOT_FOR_CLOTH, type AgentGroup, type AgentId } from "./agents";
import { BESIDE_IDS, besideOf, CHOSEN_BESIDE_IDS } from "./besides";
import { PACKAGES } from "./packages";
import { BUILDS, BUILD_IDS, WETNESSES } from "./builds";
import { GASES } from "./gases";
import { HAZARDS } from "./hazards";
import { LAYERS, STACKS } from "./layers";
import { MACHINES } from "./machines";
import { MATERIAL_IDS, MATERIALS } from "./materials";
import { RING_SIGNS } from "./ringSigns";
import { TOOLS } from "./tools";

/** The tables against the trade. Ranges are common practice, no source, where none is named. */

const inGroup = (group: AgentGroup): AgentId[] => AGENT_IDS.filter((id) => agentOf(id).groups.includes(group));

/** What the label of such an agent says as a rule: pH as used, at least and at most. */
const PH: Partial<Record<AgentId, readonly [number, number]>> = {
  water: [6.5, 8.5],
  "neutral-cleaner": [6, 8],
  shampoo: [6.5, 9],
  "alkaline-prespray": [8.5, 11],
  degreaser: [9.5, 12],
  enzyme: [6.5, 9],
  "acid-spotter": [3, 5.5],
  "acid-rinse": [3.5, 6],
  peroxide: [3, 7],
  reducer: [4, 8],
  "oxalic-rust": [1, 3],
  "gentle-detergent": [7, 10],
  disinfectant: [5, 11],
  protector: [5, 9],
};

describe("agents", () => {
  it("lie where such agents lie on the scale of pH", () => {
    for (const [id, [least, most]] of Object.entries(PH) as [AgentId, readonly [number, number]][]) {
      const { phMin, phMax } = agentOf(id);
      expect([id, phMin >= least, phMax <= most, phMin <= phMax]).toEqual([id, true, true, true]);
    }
    for (const id of inGroup("acid")) expect([id, agentOf(id).phMax < 7]).toEqual([id, true]);
    for (const id of inGroup("alkali")) expect([id, agentOf(id).phMin > 7]).toEqual([id, true]);
  });

  it("wait, warm and spread within what a label may say", () => {
    for (const [id, agent] of Object.entries(AGENTS)) {
      const { dwellMinMin, dwellMaxMin, minTempC, maxTempC, amountLPerM2, keepsDays, packMl } = agent;
      expect([id, dwellMinMin <= dwellMaxMin, minTempC < maxTempC, amountLPerM2 > 0, amountLPerM2 <= 0.5]).toEqual([
        id,
        ...Array.from({ length: 4 }, () => true),
      ]);
      expect([id, keepsDays >= 1, packMl > 0, maxTempC <= 60]).toEqual([id, true, true, true]);
      // A mix of its label is never weaker than the weakest that works, but where the label is the least.
      if ("reading" in agent) expect([id, agent.reading.value <= agent.weakestPartsWater]).toEqual([id, true]);
    }
  });

  it("carry the warnings of their kind", () => {
    const warned = (id: AgentId, hazard: keyof typeof HAZARDS) =>
      expect([id, hazard, (agentOf(id).hazards as readonly string[]).includes(hazard)]).toEqual([id, hazard, true]);
    for (const id of inGroup("solvent")) warned(id, "flammable");
    // Thin oils that go down into the lung, no vomiting: hydrocarbons, EU labelling H304, from memory.
    for (const id of ["solvent", "citrus-solvent"] as const) warned(id, "aspiration");
    for (const id of inGroup("citrus")) warned(id, "skin-sensitiser");
    warned("enzyme", "lung-sensitiser");
    warned("degreaser", "corrosive");
    warned("oxalic-rust", "corrosive");
    warned("oxalic-rust", "harmful");
    // Dithionite heats itself when it gets damp, H251, from memory.
    warned("reducer", "self-heating");
    warned("vapour-sachet", "toxic-gas");
    for (const id of ["acid-spotter", "acid-rinse", "peroxide", "alkaline-prespray"] as const)
      warned(id, "eye-irritant");
    expect(agentOf("water").hazards).toEqual([]);
  });

  it("of what a hot cloth would drive off or set, none is used hot", () => {
    for (const id of inGroup("solvent")) expect([id, agentOf(id).maxTempC <= 25]).toEqual([id, true]);
    // Enzymes work lukewarm: too cold they sleep, too hot they die.
    expect(agentOf("enzyme").minTempC).toBeGreaterThanOrEqual(10);
    expect(agentOf("enzyme").maxTempC).toBeLessThanOrEqual(50);
    for (const id of ["peroxide", "reducer", "acid-spotter"] as const)
      expect([id, agentOf(id).maxTempC <= 40]).toEqual([id, true]);
  });

  it("are not kept mixed where they die or turn: peroxide, reducer and disinfectant a day, enzyme two", () => {
    for (const id of ["peroxide", "reducer", "disinfectant"] as const)
      expect([id, agentOf(id).keepsDays]).toEqual([id, 1]);
    expect(agentOf("enzyme").keepsDays).toBeLessThanOrEqual(2);
  });

  it("hold nothing with chlorine, and what is for glass, leather or the tank never goes on cloth", () => {
    expect(inGroup("chlorine")).toEqual([]);
    expect(inGroup("ammonia")).toEqual([]);
    expect([...NOT_FOR_CLOTH].sort()).toEqual(["defoamer", "glass-cleaner", "leather-conditioner", "vapour-sachet"]);
  });

  it("say why two must not meet, each pair once, and name every pair that makes gas or fire", () => {
    const pairs = NEVER_MIX.map(({ pair }) => [...pair].sort().join(" + "));
    expect(new Set(pairs).size).toBe(pairs.length);
    for (const { because } of NEVER_MIX) expect(because.length).toBeGreaterThan(10);
    // Bleach with acid gives chlorine, with ammonia chloramines, with alcohol chloroform: any safety sheet of bleach.
    for (const pair of [
      "acid + chlorine",
      "ammonia + chlorine",
      "alcohol + chlorine",
      "chlorine + oxidiser",
      // Dithionite with acid gives sulphur dioxide.
      "acid + reducer",
      "oxidiser + reducer",
      "enzyme + oxidiser",
      // Quats are caught by anionic soap.
      "disinfectant + sudsing",
    ])
      expect(pairs).toContain(pair);
    // No agent on the shelf is its own enemy.
    for (const id of AGENT_IDS)
      for (const { pair } of NEVER_MIX)
        expect([id, pair.every((group) => (agentOf(id).groups as readonly AgentGroup[]).includes(group))]).toEqual([
          id,
          pair.includes("enzyme") && id === "gentle-detergent" ? expect.any(Boolean) : false,
        ]);
  });
});

describe("fibres and builds", () => {
  it("wool and silk bear 4.5 to 8.5, every fibre bears water, and made fibres bear most", () => {
    for (const id of ["wool", "silk"] as const)
      expect([id, MATERIALS[id].phMin, MATERIALS[id].phMax]).toEqual([id, 4.5, 8.5]);
    for (const id of MATERIAL_IDS) {
      const { phMin, phMax } = MATERIALS[id];
      expect([id, phMin <= agentOf("water").phMin, phMax >= agentOf("water").phMax]).toEqual([id, true, true]);
      expect([id, phMax <= Math.max(MATERIALS.polyester.phMax, MATERIALS.olefin.phMax)]).toEqual([id, true]);
    }
    // What loses strength or browns when wet is hardly wetted.
    for (const id of ["silk", "viscose", "acetate", "jute", "linen", "suede-look"] as const)
      expect([id, MATERIALS[id].wetting]).toEqual([id, "little"]);
    for (const id of ["nylon", "polyester", "olefin", "wool"] as const)
      expect([id, MATERIALS[id].wetting]).toEqual([id, "normal"]);
  });

  it("what glue holds takes least water and none in depth; a carpet over underlay dries slowest", () => {
    const budget = (id: keyof typeof BUILDS) => BUILDS[id].waterBudgetLPerM2;
    for (const id of BUILD_IDS) {
      expect([id, budget(id) >= budget("glue-held")]).toEqual([id, true]);
      expect([id, BUILDS[id].slowEndH <= BUILDS["carpet-on-underlay"].slowEndH]).toEqual([id, true]);
      expect([id, BUILDS[id].dryAtLPerM2 < BUILDS[id].boundLPerM2, BUILDS[id].boundLPerM2 < budget(id)]).toEqual([
        id,
        true,
        true,
      ]);
    }
    expect(BUILDS["glue-held"].depthAllowedMm).toBe(0);
    expect(budget("carpet-on-underlay")).toBeGreaterThan(budget("carpet-stuck-down"));
    expect(WETNESSES.damp.lPerM2).toBeLessThan(WETNESSES.wet.lPerM2);
    expect(WETNESSES.wet.lPerM2).toBeLessThan(WETNESSES.soaked.lPerM2);
  });

  it("every build has its layers from the face down, and each holds more than it weighs dry in water", () => {
    for (const id of BUILD_IDS) expect([id, STACKS[id].length > 0]).toEqual([id, true]);
    for (const [id, { holdsKgPerM3, dryKgPerM3, diffusivityM2PerS, vapourFactor }] of Object.entries(LAYERS)) {
      // A cubic metre holds no more than its own volume of water.
      expect([id, holdsKgPerM3 > 0 && holdsKgPerM3 <= 1000, dryKgPerM3 > 0]).toEqual([id, true, true]);
      expect([id, diffusivityM2PerS > 0 && diffusivityM2PerS < 1e-6, vapourFactor > 0 && vapourFactor <= 1]).toEqual([
        id,
        true,
        true,
      ]);
    }
  });
});

describe("gases", () => {
  it("weigh what their molecules weigh at 25 °C and one atmosphere", () => {
    // Molar volume 24.465 L: ozone 47.998 g/mol, chlorine dioxide 67.45 g/mol (NIOSH pocket guide, from memory).
    expect(GASES.ozone.mgPerM3OfPpm).toBeCloseTo(47.998 / 24.465, 2);
    expect(GASES["chlorine-dioxide"].mgPerM3OfPpm).toBeCloseTo(67.45 / 24.465, 2);
  });

  it("are entered at half of what a worker may breathe for eight hours, and far under what is dangerous at once", () => {
    for (const { entryPpm, gentleEntryPpm } of Object.values(GASES)) {
      expect(entryPpm).toBeLessThanOrEqual(0.05);
      expect(gentleEntryPpm).toBeLessThan(entryPpm);
    }
  });
});

describe("machines and tools", () => {
  it("draw what a household circuit gives, with tanks and heads as they are built", () => {
    for (const [id, machine] of Object.entries(MACHINES)) {
      expect([id, machine.powerW === undefined || machine.powerW <= 2400]).toEqual([id, true]);
      const { flowLPerMin, headWidthM, strokeMPerS } = machine as {
        flowLPerMin?: number;
        headWidthM?: number;
        strokeMPerS?: number;
      };
      if (flowLPerMin === undefined || headWidthM === undefined || strokeMPerS === undefined) continue;
      // One wet stroke wets to a few tenths of a litre a square metre: more would run, less would not rinse.
      const lPerM2 = flowLPerMin / 60 / (headWidthM * strokeMPerS);
      expect([id, lPerM2 > 0.2, lPerM2 < 1]).toEqual([id, true, true]);
    }
    // No pull takes all of it.
    for (const id of ["wet-vacuum", "extractor", "spot-extractor", "carpet-extractor"] as const)
      expect(MACHINES[id].recoveryPerDryStroke).toBeLessThan(0.6);
    expect(MACHINES["wet-vacuum"].recoveryPerDryStroke).toBeLessThan(MACHINES.extractor.recoveryPerDryStroke);
    expect(MACHINES.steamer.tempC).toBe(100);
  });

  it("rub harder the more aggressive they are; a hand and a towel least", () => {
    const rubbing = Object.values(TOOLS).filter(({ agitation }) => agitation > 0);
    for (const one of rubbing)
      for (const other of rubbing)
        if (one.aggressiveness > other.aggressiveness + 2)
          expect([one.name, other.name, one.agitation >= other.agitation || one.agitation <= 0.4]).toEqual([
            one.name,
            other.name,
            true,
          ]);
    expect(TOOLS.hand.aggressiveness).toBe(0);
    // Hard ones are for floors and mats, and one abrasive never meets a headliner.
    for (const id of ["stiff-brush", "scrub-pad"] as const)
      for (const role of TOOLS[id].fits)
        expect(["mat", "field", "lane", "doorway", "tread", "footwell", "boot"]).toContain(role);
    expect(TOOLS["fabric-shaver"].fits).not.toContain("headliner");
  });
});

describe("beside the cloth", () => {
  it("opens first, glass comes last, and seats go in before the closing wipe", () => {
    const order = (id: (typeof BESIDE_IDS)[number]) => besideOf(id).order;
    const inOrder = [...BESIDE_IDS].sort((a, b) => order(a) - order(b));
    expect(inOrder[0]).toBe("opening");
    expect(inOrder.at(-1)).toBe("glass");
    for (const [first, then] of [
      ["cup-holders", "trim"],
      ["battery-off", "seats-out"],
      ["seats-out", "seats-in"],
      ["rails", "last-vacuum"],
      ["last-vacuum", "closing"],
      ["seats-in", "closing"],
      ["leather", "dressing"],
      ["trim", "dressing"],
    ] as const)
      expect([first, then, order(first) < order(then)]).toEqual([first, then, true]);
  });

  it("seats out are a chain that nobody picks by one tap, with its wait and its danger", () => {
    for (const id of ["battery-off", "seats-out", "seats-in"] as const) expect(CHOSEN_BESIDE_IDS).not.toContain(id);
    // A seat may stay in after all; what guards whoever sits there next may not be left out.
    for (const id of ["battery-off", "seats-in"] as const) expect([id, besideOf(id).required]).toEqual([id, true]);
    // Ten minutes and more: a capacitor keeps an airbag live after the battery is off.
    expect(besideOf("battery-off").waitMin).toBeGreaterThanOrEqual(10);
    expect(besideOf("seats-out").danger ?? besideOf("battery-off").danger).toMatch(/airbag/i);
  });

  it("packages hold what a full interior, seats alone and one spill need, and only what may be picked", () => {
    for (const { beside } of Object.values(PACKAGES)) for (const id of beside) expect(CHOSEN_BESIDE_IDS).toContain(id);
    expect(PACKAGES.full!.beside).toEqual(expect.arrayContaining([...PACKAGES.seats!.beside]));
    expect(PACKAGES.spill!.beside).toEqual([]);
  });
});

describe("rings", () => {
  it("every sign speaks for above in one answer and for below in another", () => {
    for (const [id, { outcomes }] of Object.entries(RING_SIGNS)) {
      const ratios = Object.values(outcomes).map(({ weights }) => weights.above / weights.below);
      expect([id, Math.max(...ratios) > 1.5, Math.min(...ratios) < 1 / 1.5]).toEqual([id, true, true]);
    }
  });
});
