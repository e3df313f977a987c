import { describe, expect, it } from "vitest";
import { demoJobs } from "@/demo/jobs";
import { assess, inFull, quickly } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "./kit";
import { taskAt } from "@/core/answers/schedule/times";
import { doneOf, startOf } from "@/core/judgement/treatment/step/stepEvents";
import { checkJobFile } from "./file";
import { jobFileOf } from "./jobFile";
import { historyOf } from "./history";
import { mergedJob } from "./mergeJobs";
import type { Job } from "./schema";

/** Two people, two devices, one job, handed over by file. */
const NOW = Date.parse("2026-05-04T08:00:00Z");
const at = (minute: number) => new Date(NOW + minute * 60_000).toISOString();
const demo = demoJobs(new Date(NOW)).find(({ id }) => id === "demo-hall")!;
const hall: Job = { ...demo, choices: { ...demo.choices, hands: 2 } };

/** One pair of hands works on its own device for so many steps. */
function works(job: Job, by: number, steps: number, offsetMin = 0): Job {
  for (let step = 0; step < steps; step++) {
    const { order } = assess(job, USUAL_KIT, at(offsetMin + step * 10), { ...quickly, order: inFull.order });
    const place = taskAt(order, by);
    if (place < 0) break;
    const task = order.tasks[place]!.step;
    job = {
      ...job,
      events: [
        ...job.events,
        startOf(task, { id: `h${by}s${step}`, at: at(offsetMin + step * 10), by }),
        doneOf(task, { id: `h${by}d${step}`, at: at(offsetMin + step * 10 + 8), by }),
      ],
    };
  }
  return job;
}

describe("a job from two devices", () => {
  const [mine, theirs] = [works(hall, 1, 3), works(hall, 2, 2, 1)];

  it("holds what both did, in the order of time, the same whichever takes in the other, and is a sound file", () => {
    const { job, added } = mergedJob(mine, theirs)!;
    expect(added).toBe(theirs.events.length);
    expect(job.events.map(({ id }) => id).sort()).toEqual(
      [...mine.events, ...theirs.events].map(({ id }) => id).sort(),
    );
    const times = job.events.map((event) => Date.parse(event.at));
    expect(times).toEqual([...times].sort((a, b) => a - b));
    expect(mergedJob(theirs, mine)!.job).toEqual(job);
    expect(checkJobFile(jobFileOf(job, USUAL_KIT, at(60)))).toMatchObject({ ok: true });
    expect(new Set(historyOf(job).done.map(({ by = 1 }) => by))).toEqual(new Set([1, 2]));
  });

  it("keeps what each set and found; where both changed one field, who recorded last is believed", () => {
    const zoneId = hall.zones.order[0]!;
    const found = (job: Job, id: string): Job => ({
      ...job,
      findings: {
        byId: {
          ...job.findings.byId,
          [id]: {
            kind: "mark",
            zoneId,
            centre: { xMm: 50, yMm: 50 },
            size: { widthMm: 20, heightMm: 20 },
            evidence: {},
          },
        },
        order: [...job.findings.order, id],
      },
    });
    const soiled = (job: Job, soil: "light" | "heavy"): Job => ({
      ...job,
      zones: { ...job.zones, byId: { ...job.zones.byId, [zoneId]: { ...job.zones.byId[zoneId]!, soil } } },
    });
    const { job } = mergedJob(soiled(found(mine, "by-me"), "light"), soiled(found(theirs, "by-them"), "heavy"))!;
    expect(job.findings.order).toEqual(expect.arrayContaining(["by-me", "by-them"]));
    expect(job.zones.byId[zoneId]!.soil).toBe("light");
  });

  it("takes back what either took back, though their clocks differ", () => {
    const undone: Job = {
      ...theirs,
      events: [...theirs.events, { kind: "undo", id: "u", at: at(-30), of: theirs.events.at(-1)!.id }],
    };
    const { job } = mergedJob(mine, undone)!;
    expect(historyOf(job).standing.some(({ id }) => id === theirs.events.at(-1)!.id)).toBe(false);
    expect(checkJobFile(jobFileOf(job, USUAL_KIT, at(60)))).toMatchObject({ ok: true });
  });

  it("is left as it is when the file knows nothing new, or is of another job", () => {
    expect(mergedJob(mine, hall)).toBeUndefined();
    expect(mergedJob(mine, { ...theirs, id: "other" })).toBeUndefined();
    expect(mergedJob(mine, { ...theirs, createdAt: at(1) })).toBeUndefined();
  });
});
