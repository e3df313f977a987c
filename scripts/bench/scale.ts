// How what planning costs grows with the job: the exponent of a power law fitted over sizes.
import { assess } from "../../src/core/answers/assess/assess";
import { answerText, planAnswerOf } from "../../src/core/answers/assess/planAnswer";
import { orderOf } from "../../src/core/answers/schedule/order";
import { USUAL_KIT } from "../../src/core/job/kit";
import { contextOf } from "../../src/core/judgement/treatment/cloth/planContext";
import { smellSource } from "../../src/core/judgement/treatment/extra/smell";
import { planIn } from "../../src/core/judgement/treatment/plan/plan";
import { zoneViews } from "../../src/core/judgement/zones/zoneView";
import { KINDS, scaledJob, type Kind } from "../../src/core/testing/scaledJob";

const AT = "2026-05-04T09:00:00Z";
const SIZES = [12, 32, 64, 128, 256, 500] as const;

const least = (work: () => unknown, rounds: number) => {
  let ms = Infinity;
  for (let round = 0; round < rounds; round++) {
    const from = performance.now();
    work();
    ms = Math.min(ms, performance.now() - from);
  }
  return ms;
};

/** Slope of a line through logarithms: what a doubling costs, as a power of two. */
function exponentOf(sizes: readonly number[], costs: readonly number[]): number {
  const [x, y] = [sizes.map(Math.log), costs.map(Math.log)];
  const mean = (list: readonly number[]) => list.reduce((sum, each) => sum + each, 0) / list.length;
  const [mx, my] = [mean(x), mean(y)];
  return (
    x.reduce((sum, each, at) => sum + (each - mx) * (y[at]! - my), 0) /
    x.reduce((sum, each) => sum + (each - mx) ** 2, 0)
  );
}

export interface Growth {
  kind: Kind;
  what: "plan" | "order" | "smell" | "answer";
  exponent: number;
  /** At 12 and at 500 zones, ms or kB. */
  ends: [number, number];
}

export function growths(kinds: readonly Kind[] = KINDS): Growth[] {
  return kinds.flatMap((kind): Growth[] => {
    const costs = SIZES.map((zones) => {
      const job = scaledJob(zones, kind);
      const rounds = zones <= 64 ? 7 : 3;
      const context = contextOf(job, USUAL_KIT, AT);
      const planned = { plan: planIn(context), history: context.history };
      return {
        plan: least(() => planIn(contextOf(job, USUAL_KIT, AT)), rounds),
        order: least(() => orderOf(job, planned, USUAL_KIT, AT), rounds),
        smell: least(() => smellSource(contextOf(job, USUAL_KIT, AT), zoneViews(job)), rounds),
        answer: answerText(planAnswerOf(assess(job, USUAL_KIT, AT), job, AT)).length / 1000,
      };
    });
    const wanted = kind === "smell" ? (["smell", "answer"] as const) : (["plan", "order", "answer"] as const);
    return wanted.map((what) => ({
      kind,
      what,
      exponent: exponentOf(
        SIZES,
        costs.map((cost) => cost[what]),
      ),
      ends: [costs[0]![what], costs.at(-1)![what]],
    }));
  });
}

/** The largest legal file there is a use for: 500 soiled zones, 2,000 marks. */
export function largest(): { seconds: number; megabytes: number } {
  const job = scaledJob(500, "mixed", 4);
  const from = performance.now();
  const text = answerText(planAnswerOf(assess(job, USUAL_KIT, AT), job, AT));
  return { seconds: (performance.now() - from) / 1000, megabytes: text.length / 1e6 };
}
