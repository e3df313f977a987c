import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { USUAL_KIT } from "@/core/job/kit";
import { jobFromTemplate } from "@/core/job/newJob";
import type { Job, Kit } from "@/core/job/schema";
import { withAgent, withAgentValue, withMachine, withMachineValue, withTool } from "./edits";
import { extractorFor } from "./shelf";
import { agentOn } from "@/core/job/ownAgent";
import { ownAgentProblems } from "@/core/job/ownAgent";

const NOW = "2026-05-04T08:00:00Z";

/** A polyester settee in good order with ink on a seat, everything about it known. */
function inkOnSettee(soil?: "heavy"): Job {
  let next = 0;
  const job = jobFromTemplate("settee", () => `i${next++}`, NOW, {
    cloth: {
      material: "polyester",
      build: "cover-on-foam",
      careCode: "none",
      ageYears: 5,
      condition: "sound",
      neighbours: [],
    },
  });
  const zoneId = job.zones.order[2]!;
  if (soil) for (const zone of Object.values(job.zones.byId)) zone.soil = soil;
  job.account = { tried: [], users: [], allergies: [] };
  job.site = { airTempC: 20, relativeHumidityPct: 50, airSpeedMPerS: 1 };
  Object.assign(job.findings, {
    byId: {
      f: {
        kind: "mark",
        zoneId,
        centre: { xMm: 200, yMm: 200 },
        size: { widthMm: 80, heightMm: 80 },
        evidence: { owner: "ink-makeup" },
      },
    },
    order: ["f"],
  });
  return job;
}

const planWith = (kit: Kit, job = inkOnSettee()) => assess(job, kit, NOW);
const agentsOf = (kit: Kit, job?: Job) => planWith(kit, job).plan.steps.flatMap(({ agent }) => agent ?? []);
const without = (...ids: AgentId[]) => ids.reduce((kit, id) => withAgent(kit, id, false), USUAL_KIT);

describe("the shelf", () => {
  it("plans with the second best when the first is not there, and says so; with neither it says that", () => {
    expect(agentsOf(USUAL_KIT)).toContain("solvent");
    expect(planWith(USUAL_KIT).plan.missing).toEqual([]);
    const second = planWith(without("solvent"));
    expect(second.plan.steps.map(({ agent }) => agent)).toContain("citrus-solvent");
    expect(second.plan.missing).toContainEqual({ wanted: "solvent", standIn: "citrus-solvent" });
    const none = planWith(without("solvent", "citrus-solvent", "alcohol", "gel-gum"));
    expect(none.plan.missing).toContainEqual({ wanted: "solvent" });
    expect(
      none.plan.marks.f!.rungs.flatMap(({ leftOut }) => leftOut.map(({ because }) => because)).join(" "),
    ).toContain("Dry solvent is not on the shelf, and nothing there stands in for it.");
  });

  it("works a panel with the cleaner and the brush that are there", () => {
    const kit = withTool(without("neutral-cleaner"), "medium-brush", false);
    const { steps } = planWith(kit, inkOnSettee("heavy")).plan;
    expect(steps.find(({ action }) => action === "clean")!.agent).toBe("shampoo");
    expect(steps.find(({ worksIn }) => worksIn === "shampoo")!.tool).toBe("horsehair-brush");
  });

  it("draws off with the machine that is there, by its own numbers, and not at all without one", () => {
    const zoneOf = (kit: Kit) =>
      Object.values(planWith(kit, inkOnSettee("heavy")).plan.zones).find(({ schools }) => schools.length > 0)!;
    const extraction = (kit: Kit) => zoneOf(kit).schools.find(({ school }) => school === "extraction")!;
    expect(extraction(USUAL_KIT).allowed).toBe(true);
    // A wet vacuum draws off too, wetter and slower; with neither there is no such way.
    const vacuumOnly = withMachine(withMachine(USUAL_KIT, "extractor", false), "wet-vacuum", true);
    expect(extraction(vacuumOnly).allowed).toBe(true);
    expect(extraction(vacuumOnly).residual.value).toBeGreaterThan(extraction(USUAL_KIT).residual.value);
    expect(extraction(vacuumOnly).minutes.value).toBeGreaterThan(extraction(USUAL_KIT).minutes.value);
    expect(extraction(withMachine(vacuumOnly, "wet-vacuum", false))).toMatchObject({
      allowed: false,
      because: "There is no extractor and no wet vacuum on the shelf.",
    });
    const better = withMachineValue(USUAL_KIT, "extractor", "recoveryPerDryStroke", 0.8);
    expect(extraction(better).residual.value).toBeLessThan(extraction(USUAL_KIT).residual.value);
    // Rooms want the wide head, seats the narrow one.
    const both = withMachine(USUAL_KIT, "carpet-extractor", true);
    expect(extractorFor(both, 12)?.id).toBe("carpet-extractor");
    expect(extractorFor(both, 0.3)?.id).toBe("extractor");
  });

  it("takes a label's own numbers into the mix, and forgets them when they are the table's again", () => {
    const own = withAgentValue(USUAL_KIT, "neutral-cleaner", "partsWater", 20);
    const mixOf = (kit: Kit) =>
      planWith(kit, inkOnSettee("heavy")).mixes.find(({ agent }) => agent === "neutral-cleaner")!;
    expect(mixOf(own).marked!.product.value).toBeLessThan(mixOf(USUAL_KIT).marked!.product.value);
    expect(withAgentValue(own, "neutral-cleaner", "partsWater", 10)).toEqual(USUAL_KIT);
    expect(agentOn(withAgentValue(USUAL_KIT, "enzyme", "name", "Blue jug"), "enzyme")).toMatchObject({
      name: "Blue jug",
      groups: agentOf("enzyme").groups,
    });
  });

  it("does not let a label turn an agent into another kind", () => {
    expect(ownAgentProblems("neutral-cleaner", { phMin: 11, phMax: 12 })[0]).toMatch(
      /pH 11 to 12 is not neutral cleaner \(6.5 to 8\)/,
    );
    expect(ownAgentProblems("enzyme", { dwellMinMin: 50 })[0]).toMatch(
      /shortest dwell of enzyme digester, 50 min, is above its longest, 40 min/,
    );
    expect(ownAgentProblems("degreaser", { weakestPartsWater: 2 })[0]).toMatch(/weakest mix of alkaline degreaser/);
    expect(ownAgentProblems("solvent", { partsWater: 4 })).toEqual([
      "dry solvent is used as bought and takes no water",
    ]);
    expect(ownAgentProblems("degreaser", { phMin: 10.4, phMax: 11.5 })).toEqual([]);
  });
});
