import { expect, it } from "vitest";
import { inFull } from "@/core/answers/assess/assess";
import { plannedOf } from "@/core/answers/assess/planned";
import { keepSame } from "@/core/job/keepSame";
import { USUAL_KIT } from "@/core/job/kit";
import { KeptZones } from "@/core/judgement/treatment/plan/kept";
import { doneOf } from "@/core/judgement/treatment/step/stepEvents";
import { scaledJob } from "@/core/testing/scaledJob";
import { receiver, sender } from "./parts";

const AT = "2026-05-04T09:00:00Z";

it("a plan arrives whole, whatever the page had before, and sends again only what is new", () => {
  const send = sender();
  const page = receiver();
  const kept = new KeptZones();
  let known = scaledJob(6, "mixed");
  const sizes: number[] = [];
  const cross = (change: (job: typeof known) => unknown, has = page.has()) => {
    known = keepSame(known, structuredClone(change(known)) as typeof known);
    const planned = plannedOf(known, USUAL_KIT, AT, { ...inFull, kept });
    const crossing = structuredClone(send(planned, has));
    sizes.push(crossing.fresh.size);
    const taken = page.take(crossing);
    if (taken) expect(taken).toEqual(planned);
    return taken;
  };
  const soiled = (soil: string) => (job: typeof known) => ({
    ...job,
    zones: {
      ...job.zones,
      byId: { ...job.zones.byId, [job.zones.order[0]!]: { ...job.zones.byId[job.zones.order[0]!], soil } },
    },
  });
  const first = cross((job) => job);
  const second = cross(soiled("caked"));
  expect(sizes[1]!).toBeLessThan(sizes[0]! * 0.7);
  const mark = known.findings.order.at(-1)!;
  if (!first?.ok || !second?.ok) throw new Error("no plan");
  expect(second.assessment.plan.marks[mark]).toBe(first.assessment.plan.marks[mark]);
  // Steps of the order are those of the plan, not copies.
  expect(second.assessment.plan.steps).toContain(second.assessment.order.tasks[0]!.step);
  const done = doneOf(second.assessment.order.tasks[0]!.step, { id: "d", at: AT });
  expect(cross((job) => ({ ...job, events: [...job.events, done] }))?.ok).toBe(true);
  // Two asked at once: the second is sent whole, since nobody knows yet what the page has.
  expect(cross(soiled("light"), 1)?.ok).toBe(true);
  const lost = send(plannedOf(known, USUAL_KIT, AT), page.has());
  const after = send(plannedOf(known, USUAL_KIT, AT), lost.at);
  expect(page.take(after)).toBeUndefined();
});
