import { EVIDENCE_IDS, type EvidenceId } from "@/core/ground/catalog/evidence";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { MarkFinding } from "@/core/job/schema";
import { backgroundFor, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import type { MarkPlan } from "./markPlan";
import { atSlip } from "@/core/judgement/diagnosis/tables";
import { lockOf } from "@/core/judgement/diagnosis/locks";
import { nextTest, openTests, tellsApart, type NextTest } from "@/core/judgement/diagnosis/nextTest";

export interface TestAdvice extends NextTest {
  /** The two likely families the best test tells apart best. */
  apart?: [FamilyId, FamilyId];
  /** Why a test may not be done here and now. */
  locks: Partial<Record<EvidenceId, string>>;
}

/** What to test next on one mark, whether it is enough, and which tests are locked and why. */
export function adviseTests(
  context: Context,
  view: ZoneView,
  finding: MarkFinding,
  { diagnosis, referral }: MarkPlan,
): TestAdvice {
  const facts = factsOf(context, view, diagnosis.likely, stateNow(context, view).inCloth);
  const locks = Object.fromEntries(
    EVIDENCE_IDS.flatMap((test) => {
      const because = lockOf(test, facts, diagnosis, referral !== undefined);
      return because ? [[test, because]] : [];
    }),
  ) as TestAdvice["locks"];
  const open = openTests(finding.evidence, finding.again).filter(({ test }) => !locks[test]);
  const { tables } = backgroundFor(context, view);
  const next = nextTest(diagnosis.chances, open, atSlip(tables, diagnosis.slip));
  const [best] = next.ranked;
  return { ...next, locks, apart: best && tellsApart(best.test, diagnosis.likely, tables) };
}
