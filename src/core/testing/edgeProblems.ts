import { assess } from "@/core/answers/assess/assess";
import { checkJobFile } from "@/core/job/file";
import { USUAL_KIT } from "@/core/job/kit";
import { edgeDocument, type EdgeSize } from "./edgeDocuments";
import { sound } from "./sound";

/**
 * What is wrong with some documents at the edges of the schema, or with what is made of them; nothing when all is well.
 * @param from the first of them, @param documents how many
 */
export function edgeProblems(from: number, documents: number, most: EdgeSize): string[] {
  const wrong: string[] = [];
  for (let seed = from; seed < from + documents; seed++) {
    const file = edgeDocument(seed + most.zones * 100_000, most);
    const checked = checkJobFile(file);
    if (!checked.ok) wrong.push(`${seed} is no valid file: ${checked.problems[0]!.where} ${checked.problems[0]!.what}`);
    try {
      if (!sound(assess(file.job, file.kit ?? USUAL_KIT, file.asOf).drying))
        wrong.push(`${seed}: a number that is none`);
    } catch (error) {
      wrong.push(`${seed}: ${(error as Error).message}`);
    }
  }
  return wrong.slice(0, 5);
}
