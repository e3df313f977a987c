import { describe, expect, it } from "vitest";
import type { JobStage } from "@/core/answers/assess/state";
import { demoJobs } from "@/demo/jobs";
import { holdsWords, inGroups } from "./listed";

const NOW = new Date("2026-05-04T10:00").getTime();
const [like] = demoJobs(new Date(NOW));
const at = (hours: number) => new Date(NOW + hours * 3_600_000).toISOString();
const row = (
  title: string,
  stage: JobStage | undefined,
  promises: { handBackAt?: string; usableAt?: string } = {},
) => ({
  job: { ...like!, id: title, title, promises: { ...promises, dampHandBackAgreed: false }, events: [] },
  ...(stage ? { planned: { state: { stage } } } : {}),
});

describe("the list of jobs", () => {
  const titles = (rows: { job: { title: string } }[]) => rows.map(({ job }) => job.title);

  it("has on top what is at work or drying, then what is promised for today or was before, then the rest by promise", () => {
    const { today, later, handedBack } = inGroups(
      [
        row("next week", "planned", { handBackAt: at(160) }),
        row("nothing promised", "new"),
        row("tonight", "planned", { usableAt: at(11) }),
        row("gone", "handed-back", { handBackAt: at(-2) }),
        row("tomorrow", "planned", { handBackAt: at(40), usableAt: at(20) }),
        row("drying", "drying", { usableAt: at(30) }),
        row("overdue", "new", { handBackAt: at(-30) }),
        row("at work", "working", { handBackAt: at(3) }),
        row("not planned yet", undefined, { handBackAt: at(2) }),
      ],
      NOW,
    );
    expect(titles(today)).toEqual(["at work", "drying", "overdue", "not planned yet", "tonight"]);
    expect(titles(later)).toEqual(["tomorrow", "next week", "nothing promised"]);
    expect(titles(handedBack)).toEqual(["gone"]);
  });

  it("is searched by every word, in any order, over title, customer and place", () => {
    const job = { ...like!, title: "Saloon bench 4", customer: "Gull Line", place: "Skerry quay" };
    expect(holdsWords(job, "quay gull")).toBe(true);
    expect(holdsWords(job, " BENCH  ")).toBe(true);
    expect(holdsWords(job, "bench lantern")).toBe(false);
    expect(holdsWords(job, "")).toBe(true);
  });
});
