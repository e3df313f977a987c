import { describe, expect, it } from "vitest";
import { assess } from "./assess";
import { USUAL_KIT } from "@/core/job/kit";
import { checkJobFile } from "@/core/job/file";
import { edgeDocument, type EdgeSize } from "@/core/testing/edgeDocuments";
import { sound } from "@/core/testing/sound";

/** A structured search over valid documents at the edges of the schema. `npm run attack` times the same ones. */

const SIZES: readonly { documents: number; most: EdgeSize }[] = [
  { documents: 19_000, most: { zones: 2, findings: 3, events: 4 } },
  { documents: 900, most: { zones: 6, findings: 6, events: 8 } },
  { documents: 100, most: { zones: 40, findings: 40, events: 30 } },
];

describe("twenty thousand valid documents at the edges of the schema", () => {
  it.each(SIZES)(
    "$documents of up to $most.zones zones: each is a valid file and gets a plan",
    ({ documents, most }) => {
      const wrong: string[] = [];
      for (let seed = 0; seed < documents; seed++) {
        const file = edgeDocument(seed + most.zones * 100_000, most);
        const checked = checkJobFile(file);
        if (!checked.ok)
          wrong.push(`${seed} is no valid file: ${checked.problems[0]!.where} ${checked.problems[0]!.what}`);
        try {
          if (!sound(assess(file.job, file.kit ?? USUAL_KIT, file.asOf).drying))
            wrong.push(`${seed}: a number that is none`);
        } catch (error) {
          wrong.push(`${seed}: ${(error as Error).message}`);
        }
      }
      expect(wrong.slice(0, 5)).toEqual([]);
    },
    1_200_000,
  );
});
