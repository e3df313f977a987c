import { describe, expect, it } from "vitest";
import { USUAL_KIT } from "@/core/catalog/kit";
import { jobFileOf } from "@/core/job/format";
import { jobFromTemplate } from "@/core/job/newJob";
import { POST } from "./route";

const ids = () => {
  let next = 0;
  return () => `i${next++}`;
};
const post = (body: BodyInit) => POST(new Request("http://localhost/api/plan", { method: "POST", body, ...(body instanceof ReadableStream ? { duplex: "half" } : {}) } as RequestInit));

describe("POST /api/plan", () => {
  it("stops reading at five million bytes, however long the body goes on and whatever it says of its length", async () => {
    let sent = 0;
    const endless = new ReadableStream({
      pull(controller) {
        sent += 100_000;
        controller.enqueue(new Uint8Array(100_000).fill(32));
      },
    });
    const answer = await post(endless);
    expect(answer.status).toBe(413);
    expect(sent).toBeLessThan(6_000_000);
  });

  it("answers a bad file with where and what, a good one with the plan of the kit it carries", async () => {
    const file = jobFileOf(jobFromTemplate("bench-seat", ids(), "2026-05-04T08:00:00Z"), USUAL_KIT, "2026-05-04T08:00:00Z");
    const bad = await post(JSON.stringify({ ...file, job: { ...file.job, title: 7 } }));
    expect([bad.status, (await bad.json()).problems.join()]).toEqual([400, expect.stringContaining("job.title")]);
    const job = structuredClone(file.job);
    job.zones.byId[job.zones.order[1]!]!.soil = "heavy";
    const full = await (await post(JSON.stringify({ ...file, job }))).json();
    const bare = await (await post(JSON.stringify({ ...file, job, kit: { ...USUAL_KIT, machines: { "hepa-vacuum": {} } } }))).json();
    expect(full.plan.steps.length).toBeGreaterThan(0);
    expect(bare.plan.zones[job.zones.order[1]!].schools.filter(({ allowed }: { allowed: boolean }) => allowed).map(({ school }: { school: string }) => school)).not.toContain("steam");
  });
});
