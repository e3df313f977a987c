import { EVIDENCE, EVIDENCE_IDS, testOf, type Evidence, type Outcome } from "@/core/ground/catalog/evidence";
import type { MaterialId } from "@/core/ground/catalog/materials";
import type { Kit } from "@/core/job/schema";
import { FINDING, oneMarkJob } from "./oneMarkJob";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { planJob } from "@/core/judgement/treatment/plan/plan";
import type { Step } from "@/core/judgement/treatment/step/step";

export interface OneMarkAnswer {
  mark: MarkPlan;
  /** The first step that treats the mark: its agent, strength and dwell. */
  first?: Step;
  /** What comes before it, in words. */
  before: string;
  proof?: string;
  wouldChange: string[];
}

const MOMENT = "2000-01-01T00:00:00Z";
/** The first safe step for one mark, and which single finding would change it. Pure; no job is made. */
export function oneMark(material: MaterialId | undefined, evidence: Evidence, kit: Kit): OneMarkAnswer {
  const { mark, first, steps } = planFor(material, evidence, kit);
  const before = steps.slice(0, first ? steps.indexOf(first) : undefined).map(({ title }) => title.toLowerCase());
  return {
    mark,
    first,
    before: before.length > 0 ? `Before it: ${before.join(", ")}.` : "",
    proof: steps.find(({ proves }) => proves)?.how,
    wouldChange: changes(material, evidence, kit, first),
  };
}

function planFor(material: MaterialId | undefined, evidence: Evidence, kit: Kit) {
  let next = 0;
  const { steps, marks } = planJob(
    oneMarkJob(material, evidence, () => `i${next++}`, MOMENT),
    kit,
    MOMENT,
  );
  const own = steps.filter(({ findingId }) => findingId === FINDING);
  // Damping only prepares: the step to name is the one with the agent, when there is one.
  const first = own.find(({ agent, action }) => action === "scrape" || (agent && agent !== "water")) ?? own[0];
  return { mark: marks[FINDING]!, first, steps };
}

const MOST_CHANGES = 4;

/** Tests not done yet whose outcome would lead to another first step. */
function changes(material: MaterialId | undefined, evidence: Evidence, kit: Kit, first: Step | undefined): string[] {
  const sentences: string[] = [];
  for (const test of EVIDENCE_IDS) {
    if (evidence[test] !== undefined || sentences.length >= MOST_CHANGES) continue;
    for (const [outcome, { name }] of Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>)) {
      const other = planFor(material, { ...evidence, [test]: outcome }, kit);
      const title = other.mark.referral?.title ?? other.first?.title ?? "nothing wet";
      if (title === (first?.title ?? "nothing wet")) continue;
      sentences.push(
        `${testOf(test).name}: "${name.toLowerCase()}" leads to ${title.charAt(0).toLowerCase()}${title.slice(1)}.`,
      );
      break;
    }
  }
  if (material === undefined) sentences.push("Naming the fibre opens stronger agents where it can take them.");
  sentences.push("A care label with S or X stops everything with water in it.");
  return sentences;
}
