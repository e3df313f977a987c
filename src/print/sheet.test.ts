import { describe, expect, it } from "vitest";
import { assess } from "@/core/answers/assess/assess";
import { USUAL_KIT } from "@/core/job/kit";
import { actualOf } from "@/core/answers/estimate/actual";
import { ownerSheet } from "@/core/answers/handback/sheet";
import { workedOut } from "@/core/testing/workedOut";
import { demoJobs } from "@/demo/jobs";
import { FONTS, readBack, squeezed } from "./readBack";
import { formatMoney } from "@/core/ground/quantity/money";
import { handBackPaper } from "./sheet";

const NOW = "2026-05-04T08:00:00Z";

describe("the sheet on paper", () => {
  it.each(demoJobs(new Date(NOW)).map((job) => [job.id, job] as const))(
    "%s: every word of it reads back, on one or two pages, workings only for the technician",
    async (_, planned) => {
      const { job } = workedOut(planned, USUAL_KIT, NOW);
      const assessment = assess(job, USUAL_KIT, NOW);
      const sheet = ownerSheet(job, assessment, Date.parse(NOW));
      const { lines } = actualOf(job, assessment, USUAL_KIT, { perHour: 45, callOut: 20, taxPct: 20 }, 0);
      const paper = {
        sheet,
        lines,
        currency: "CHF" as const,
        usable: "Do not sit or walk on it before Tuesday, 08:00.",
        pictures: [],
        due: sheet.due.map(({ words }) => ({ when: "Tuesday", words })),
        signed: { name: "Orla Venn", when: "Monday", strokes: "M10 10L200 90" },
        madeOn: "Monday",
      };
      const read = async (more: object = {}) =>
        readBack(
          new Uint8Array(await (await (await handBackPaper({ ...paper, ...more }, FONTS)).toBlob()).arrayBuffer()),
        );
      const { text, pages } = await read();
      expect(pages).toBeLessThanOrEqual(2);
      for (const words of [
        sheet.title,
        sheet.whose,
        paper.usable,
        "Orla Venn",
        ...sheet.damage,
        ...sheet.stayed,
        ...sheet.afterwards,
        ...sheet.found.map((each) => each.words),
        ...sheet.due.map((each) => each.words),
        ...lines.map(({ what }) => what),
        formatMoney(
          lines.reduce((sum, { price }) => sum + price, 0),
          "CHF",
          "code",
        ),
      ])
        expect(text).toContain(squeezed(words));
      expect(text).not.toContain("Notfortheowner");
      const technician = await read({
        workings: [{ when: "09:12", what: "Rinse, base left", numbers: "4.2 min of 5.0" }],
      });
      expect(technician.text).toContain("4.2minof5.0");
    },
  );
});
