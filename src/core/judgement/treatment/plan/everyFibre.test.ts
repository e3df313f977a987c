import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import type { Evidence } from "@/core/ground/catalog/evidence";
import { MATERIAL_IDS, MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import { toolOf } from "@/core/ground/catalog/tools";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job } from "@/core/job/schema";
import { zoneViews } from "@/core/judgement/zones/zoneView";

const AT = "2026-05-04T08:00:00Z";

/** Marks that are plainly what they are. */
const MARKS = {
  coffee: {
    owner: "hot-drink",
    colour: "yellow-brown",
    edge: "dark-rim",
    feel: "nothing",
    towel: "yellow",
    ph: "acid",
  },
  milk: { owner: "milk-blood", smell: "sour", feel: "crusty", colour: "white-pale", edge: "dark-rim" },
  oil: { owner: "oil-cream", feel: "greasy", drop: "beads", swab: "lifts", place: "contact", colour: "dark-same" },
  urine: { owner: "pet", smell: "ammonia", lamp: "yellow", ph: "alkaline" },
  wax: { owner: "wax", feel: "hard", steam: "softens", edge: "sharp" },
  cola: { owner: "soft-drink", feel: "tacky", smell: "sweet", edge: "dark-rim", colour: "dark-same" },
  ink: { owner: "ink-makeup", colour: "blue-green", edge: "sharp", swab: "smears", feel: "nothing" },
  ring: {
    owner: "water",
    edge: "dark-rim",
    feel: "nothing",
    towel: "nothing",
    smell: "nothing",
    colour: "yellow-brown",
  },
} satisfies Record<string, Evidence>;
type MarkId = keyof typeof MARKS;
const MARK_IDS = Object.keys(MARKS) as MarkId[];

function planOf(material: MaterialId, mark: MarkId) {
  let next = 0;
  const job: Job = structuredClone(jobFromTemplate("settee", () => `i${next++}`, AT));
  Object.assign(Object.values(job.pieces.byId)[0]!, {
    cloth: {
      material,
      build: "cover-on-foam",
      careCode: "none",
      ageYears: 5,
      condition: "sound",
      neighbours: [],
      fastness: {},
    },
  });
  job.account = { tried: [], users: [], allergies: [] };
  job.site = { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 0.2 };
  const zoneId = zoneViews(job).find(({ role }) => role === "base")!.id;
  job.findings = {
    order: ["f"],
    byId: {
      f: {
        kind: "mark",
        zoneId,
        centre: { xMm: 200, yMm: 200 },
        size: { widthMm: 60, heightMm: 60 },
        evidence: MARKS[mark],
      },
    },
  };
  const { plan, drying } = assess(job, USUAL_KIT, AT);
  const steps = plan.steps.filter(({ action }) => !["check-first", "fastness-check", "set-to-dry"].includes(action));
  return { plan, drying: drying[zoneId], steps, onMark: steps.filter(({ findingId }) => findingId === "f") };
}

/**
 * The first thing that goes on each mark, fibre by fibre: common practice, no source. Where the usual one would harm
 * the fibre the next gentle one takes its place.
 */
const FIRST: Record<MarkId, { usual: AgentId | "scrape"; but: Partial<Record<MaterialId, AgentId | "scrape">> }> = {
  coffee: { usual: "water", but: {} },
  // No enzyme on animal fibre, and suede-look bears the neutral cleaner alone.
  milk: { usual: "water", but: { wool: "neutral-cleaner", silk: "neutral-cleaner", "suede-look": "neutral-cleaner" } },
  oil: { usual: "neutral-cleaner", but: {} },
  urine: { usual: "water", but: { wool: "acid-spotter", silk: "acid-spotter" } },
  wax: { usual: "scrape", but: {} },
  cola: { usual: "water", but: {} },
  // Solvent swells olefin and acetate, and mats suede-look.
  ink: {
    usual: "solvent",
    but: { olefin: "neutral-cleaner", acetate: "neutral-cleaner", "suede-look": "neutral-cleaner" },
  },
  ring: { usual: "water", but: {} },
};

describe("plain marks on every fibre", () => {
  it.each(MATERIAL_IDS)("%s: each begins as it should", (material) => {
    for (const mark of MARK_IDS) {
      const [first] = planOf(material, mark).onMark;
      const { usual, but } = FIRST[mark];
      expect([mark, first!.agent ?? first!.action]).toEqual([mark, but[material] ?? usual]);
    }
  });

  it.each(MATERIAL_IDS)("%s: no pH, tool, heat or agent that it does not bear", (material) => {
    const { phMin, phMax } = MATERIALS[material];
    for (const mark of MARK_IDS)
      for (const { agent, tool, tempC, action, phMin: least, phMax: most } of planOf(material, mark).steps) {
        const at = `${mark}: ${agent ?? action} with ${tool}`;
        if (agent && agent !== "water" && !agentOf(agent).groups.includes("solvent"))
          expect([at, (least ?? 7) >= phMin, (most ?? 7) <= phMax]).toEqual([at, true, true]);
        if (["wool", "silk"].includes(material)) expect([at, agent]).not.toEqual([at, "enzyme"]);
        if (["olefin", "acetate", "suede-look"].includes(material))
          expect([at, agent !== undefined && agentOf(agent).groups.includes("solvent")]).toEqual([at, false]);
        // Weak when wet, felting, or with a pile that mats: no brush harder than it bears.
        const hardest = ["silk", "viscose"].includes(material)
          ? 2
          : ["wool", "acetate", "acrylic"].includes(material)
            ? 3
            : 5;
        if (!["extract", "steam", "dry-removal"].includes(action))
          expect([at, toolOf(tool).aggressiveness <= hardest]).toEqual([at, true]);
        // Only what bears it is steamed.
        if (action === "steam") expect(["nylon", "polyester", "cotton"]).toContain(material);
        if (MATERIALS[material].wetting === "little") expect([at, action]).not.toEqual([at, "extract"]);
        expect(tempC ?? 20).toBeLessThanOrEqual(action === "steam" ? 100 : 60);
      }
  });

  it.each(MATERIAL_IDS)("%s: what is put on comes off, and the last on it is what the fibre wants", (material) => {
    for (const mark of MARK_IDS) {
      const { steps } = planOf(material, mark);
      const wet = steps.filter(({ waterOnLPerM2, action }) => waterOnLPerM2 > 0 && action !== "steam");
      const rests = wet.filter(({ agent }) => agent && !["water", "acid-rinse", "solvent"].includes(agent));
      if (rests.length === 0) continue;
      const last = wet.at(-1)!;
      const acid = ["wool", "silk", "nylon", "cotton", "linen", "jute", "viscose"].includes(material);
      // Enzyme is rinsed out with water; an acid rinse after it would be one wetting more than a small mark is worth.
      const enzyme = rests.some(({ agent }) => agent === "enzyme");
      const drawnOff = steps.some(({ action }) => action === "extract");
      expect([mark, last.agent]).toEqual([mark, acid && (!enzyme || drawnOff) ? "acid-rinse" : "water"]);
      expect([mark, steps.findIndex((step) => step === last) > steps.indexOf(rests.at(-1)!)]).toEqual([mark, true]);
    }
  });

  it("a small mark wets little: dry within half a day on any fibre, never deeper than the build bears", () => {
    for (const material of MATERIAL_IDS)
      for (const mark of MARK_IDS) {
        const { drying } = planOf(material, mark);
        if (!drying) continue;
        expect([material, mark, drying.hours.value <= 12, drying.tooDeep]).toEqual([material, mark, true, false]);
      }
  });

  it("says what it will not do and why, on every fibre that is barred from a rung", () => {
    for (const material of MATERIAL_IDS)
      for (const mark of MARK_IDS)
        for (const { state, leftOut } of planOf(material, mark).plan.marks.f!.rungs)
          if (state === "left-out") {
            expect([material, mark, leftOut.length > 0]).toEqual([material, mark, true]);
            for (const { because } of leftOut) expect(because).toMatch(/^(pH|[A-Z]).+\.$/);
          }
  });
});
