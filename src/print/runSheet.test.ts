import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { paperCards } from "@/core/answers/schedule/runPaper";
import { timesOf } from "@/core/answers/schedule/times";
import { formatQuantity } from "@/core/ground/quantity/format";
import { USUAL_KIT } from "@/core/job/kit";
import { demoJobs } from "@/demo/jobs";
import { FONTS, readBack, squeezed } from "./readBack";
import { runSheetPaper } from "./runSheet";

const NOW = "2026-05-04T08:00:00Z";

describe("the run sheet on paper", () => {
  it.each(demoJobs(new Date(NOW)).map((job) => [job.id, job] as const))(
    "%s: every card reads back on one or two pages, what can hurt someone at its card",
    async (_, job) => {
      const assessment = assess(job, USUAL_KIT, NOW);
      const { order, plan } = assessment;
      const say = (of: Parameters<typeof formatQuantity>[0]) => formatQuantity(of, "metric");
      const cards = paperCards(assessment, timesOf(order, Date.parse(NOW)), say, () => "09:00", Date.parse(NOW));
      const paper = { title: job.title, whose: "", cards, madeOn: "Monday" };
      const file = await (await runSheetPaper(paper, FONTS)).toBlob();
      const { text, pages } = await readBack(new Uint8Array(await file.arrayBuffer()));
      expect(pages).toBeLessThanOrEqual(2);
      for (const { place, lines, cautions } of cards)
        for (const words of [place, ...lines, ...cautions]) expect(text).toContain(squeezed(words));
      // Nothing that guards people is lost on the way to paper.
      const guarding = [...order.tasks.map(({ step }) => step), ...plan.later].flatMap(({ cautions }) =>
        cautions.flatMap(({ guards, title }) => (guards === "people" ? [title] : [])),
      );
      for (const title of guarding)
        expect(cards.some(({ cautions }) => cautions.some((each) => each.startsWith(title)))).toBe(true);
    },
  );
});
