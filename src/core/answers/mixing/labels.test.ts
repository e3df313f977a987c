import { describe, expect, it } from "vitest";
import { AGENT_IDS, agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { hazardOf, type HazardId } from "@/core/ground/catalog/hazards";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Kit } from "@/core/job/schema";
import { entered } from "@/core/ground/sums/working";
import type { Step } from "@/core/judgement/treatment/step/step";
import { labelOf } from "./labels";
import { mixesOf } from "./mixes";
import { watersOf } from "./waters";

const AT = "2026-05-04T22:30:00Z";
let next = 0;
const job = jobFromTemplate("bench-seat", () => `i${next++}`, AT);
/** A step that puts so much of an agent on. */
const putOn = (agent: AgentId, ml: number, more: Partial<Step> = {}): Step => {
  const { reading } = agentOf(agent);
  return {
    key: `agent-r0:${agent}-${ml}`,
    action: "agent",
    title: agent,
    zoneIds: ["z"],
    agent,
    amountMl: entered("amount", ml, "mL"),
    partsWater: entered("parts", reading?.value ?? 0, "parts"),
    waterOnLPerM2: 0.1,
    ...more,
  } as Step;
};
const labelFor = (agent: AgentId, kit: Kit = USUAL_KIT, ml = 300) =>
  labelOf(mixesOf([putOn(agent, ml)], job, kit)[0]!, agentOf(agent).name, kit, AT);

describe("labels of bottles that were filled here", () => {
  it("carry every hazard, precaution and first aid of their product, however thin it is mixed", () => {
    for (const agent of AGENT_IDS.filter((id) => id !== "water")) {
      const label = labelFor(agent);
      const hazards = agentOf(agent).hazards as readonly HazardId[];
      for (const id of hazards) {
        expect([agent, label.hazards.includes(hazardOf(id).hazard)]).toEqual([agent, true]);
        expect([agent, label.precautions.includes(hazardOf(id).precaution)]).toEqual([agent, true]);
        expect([agent, label.firstAid.includes(hazardOf(id).firstAid)]).toEqual([agent, true]);
        expect([agent, label.pictograms.includes(hazardOf(id).pictogram)]).toEqual([agent, true]);
      }
      expect(label.precautions.at(-1)).toBe("Never mixed with anything else.");
      // Danger outranks warning, and there is none without a hazard.
      const signals = hazards.map((id) => hazardOf(id).signal);
      expect([agent, label.signal]).toEqual([
        agent,
        signals.includes("Danger") ? "Danger" : signals.length > 0 ? "Warning" : undefined,
      ]);
      // Nothing is said twice.
      for (const list of [label.hazards, label.precautions, label.firstAid, label.pictograms])
        expect([agent, new Set(list).size]).toEqual([agent, list.length]);
    }
  });

  it("say what is in them and until when it is good; the square code says the same", () => {
    const enzyme = labelFor("enzyme");
    expect([enzyme.mixedOn, enzyme.useBy]).toEqual(["2026-05-04", "2026-05-06"]);
    expect(labelFor("peroxide").useBy).toBe("2026-05-05");
    expect(enzyme.contents).toMatch(/^\d+ mL water \+ \d+ mL product, in a \d+ mL bottle$/);
    for (const part of [enzyme.name, enzyme.ratio, enzyme.contents, enzyme.mixedOn, enzyme.useBy])
      expect(enzyme.recipe).toContain(part);
    expect(labelFor("solvent")).toMatchObject({ ratio: "Ready to use", contents: expect.stringMatching(/as bought$/) });
  });

  it("name the product as its owner calls it, beside what it is", () => {
    const kit = { ...USUAL_KIT, labels: { enzyme: { name: "The blue one" } } } as Kit;
    expect(labelFor("enzyme", kit)).toMatchObject({ name: agentOf("enzyme").name, product: "The blue one" });
    expect(labelFor("enzyme").product).toBeUndefined();
  });
});

describe("mixes", () => {
  it("add up an agent's steps at one strength, and keep strengths apart", () => {
    const strong = { partsWater: entered("parts", 4, "parts") };
    const mixes = mixesOf(
      [
        putOn("degreaser", 100, strong),
        putOn("degreaser", 200, strong),
        putOn("degreaser", 50, { partsWater: entered("parts", 10, "parts") }),
      ],
      job,
      USUAL_KIT,
    );
    expect(mixes.map(({ wanted, partsWater }) => [partsWater.value, Math.round(wanted.value)])).toEqual([
      [4, 330],
      [10, 55],
    ]);
    for (const { marked, partsWater, agent } of mixes) {
      // Measured out it is never stronger than planned.
      const share = marked.product.value / marked.total.value;
      expect([agent, share <= 1 / (partsWater.value + 1) + 1e-9]).toEqual([agent, true]);
      expect(marked.product.value + marked.water.value).toBeCloseTo(marked.total.value, 6);
    }
  });

  it("a disinfectant comes out at its label or over it, however little is mixed", () => {
    for (const ml of [20, 35, 90, 250, 777, 1500]) {
      const [mix] = mixesOf([putOn("disinfectant", ml)], job, USUAL_KIT);
      const { marked, partsWater } = mix!;
      const share = marked.product.value / marked.total.value;
      expect([ml, share >= 1 / (partsWater.value + 1) - 1e-9]).toEqual([ml, true]);
      expect([ml, marked.total.value * mix!.fills >= ml]).toEqual([ml, true]);
    }
  });
});

describe("plain water to have ready", () => {
  const water = (action: Step["action"], ml: number, tempC?: number): Step =>
    putOn("water", ml, { action, ...(tempC === undefined ? {} : { tempC }) });
  const areaOf = () => 1;

  it("stands in the tank for drawing off, in the steamer for steam, in a bucket for the rest", () => {
    const needs = watersOf([water("rinse", 400), water("extract", 2200), water("steam", 300)], areaOf, USUAL_KIT);
    expect(needs.map(({ container, machine, ready }) => [container, machine, ready.value])).toEqual([
      ["tank", expect.stringContaining("extractor"), 2.5],
      ["tank", "steamer", 1],
      // A towel is wrung out over a bucket: three litres at the least.
      ["bucket", undefined, 3],
    ]);
    expect(watersOf([], areaOf, USUAL_KIT)).toEqual([]);
  });

  it("is as cool as the coolest step asks, from two taps that make it up; steam asks for none", () => {
    const [tank, steamer] = watersOf(
      [water("extract", 2000, 50), water("extract", 1000, 30), water("steam", 500, 100)],
      areaOf,
      USUAL_KIT,
    );
    expect(tank!.tempC!.value).toBe(30);
    const { hotMl, coldMl } = tank!.taps as unknown as { hotMl?: { value: number }; coldMl?: { value: number } };
    const [hot, cold] = [
      hotMl ?? (tank!.taps as never as { hot: { value: number } }).hot,
      coldMl ?? (tank!.taps as never as { cold: { value: number } }).cold,
    ];
    expect(hot.value + cold.value).toBeCloseTo(tank!.ready.value * 1000, 6);
    // 55 °C and 12 °C make 30 °C at 18 parts to 25.
    expect(hot.value / cold.value).toBeCloseTo(18 / 25, 6);
    expect(steamer!.tempC).toBeUndefined();
  });

  it("says how often a small tank is filled", () => {
    const [tank] = watersOf([water("extract", 20_000)], areaOf, USUAL_KIT);
    expect(tank!.fills!.value).toBe(Math.ceil(tank!.ready.value / 8));
  });
});
