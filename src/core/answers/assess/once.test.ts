import { beforeEach, expect, it, vi } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { USUAL_KIT } from "@/core/job/kit";
import type { FamilyId } from "@/core/ground/catalog/families";
import { contextOf } from "@/core/judgement/treatment/cloth/planContext";
import { fitAgent } from "@/core/judgement/treatment/way/allowedWay";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import { assess } from "./assess";

/** How often each was asked, by what it was asked of. */
const asked = new Map<string, number>();
const count = (name: string) => asked.set(name, (asked.get(name) ?? 0) + 1);

vi.mock("@/core/judgement/diagnosis/diagnose", async (original) => {
  const real = await original<typeof import("@/core/judgement/diagnosis/diagnose")>();
  const diagnose: typeof real.diagnose = (...given) => {
    count(`diagnosis ${JSON.stringify(given[0])}`);
    return real.diagnose(...given);
  };
  return { ...real, diagnose };
});
vi.mock("@/core/job/history", async (original) => {
  const real = await original<typeof import("@/core/job/history")>();
  const historyOf: typeof real.historyOf = (job) => {
    count("history");
    return real.historyOf(job);
  };
  return { ...real, historyOf };
});
vi.mock("@/core/judgement/treatment/way/strength", async (original) => {
  const real = await original<typeof import("@/core/judgement/treatment/way/strength")>();
  const strengthFor: typeof real.strengthFor = (...given) => {
    count("strength");
    return real.strengthFor(...given);
  };
  return { ...real, strengthFor };
});

const AT = new Date("2026-05-04T08:00:00Z");
beforeEach(() => asked.clear());

it.each(demoJobs(AT).map((job) => [job.title, job] as const))("%s: read and diagnosed once a plan", (_, job) => {
  const { plan } = assess(job, USUAL_KIT, AT.toISOString());
  expect(asked.get("history")).toBe(1);
  const diagnosed = [...asked].filter(([name]) => name.startsWith("diagnosis"));
  expect(diagnosed.map(([, times]) => times)).toEqual(Object.keys(plan.marks).map(() => 1));
});

it("a way to use an agent is found once a plan", () => {
  const [job] = demoJobs(AT);
  const context = contextOf(job!, USUAL_KIT, AT.toISOString());
  const [view] = zoneViews(job!);
  const find = (likely: FamilyId[]) => fitAgent(context, view!, likely, "neutral-cleaner", "soft-brush");
  expect(find([])).toBe(find([]));
  expect(asked.get("strength")).toBe(1);
  find(["tannin"]);
  expect(asked.get("strength")).toBe(2);
});
