import { EVIDENCE_IDS, type EvidenceId } from "../catalog/evidence";
import type { FamilyId } from "../catalog/families";
import type { MarkFinding } from "../job/schema";
import { backgroundFor, factsOf, stateNow, type Context } from "../treatment/context";
import type { ZoneView } from "../treatment/facts";
import type { MarkPlan } from "../treatment/marks";
import { lockOf } from "./locks";
import { nextTest, notDone, tellsApart, type NextTest } from "./nextTest";

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
  const open = notDone(finding.evidence).filter((test) => !locks[test]);
  const { tables } = backgroundFor(context, view);
  const next = nextTest(diagnosis.chances, open, tables);
  const [best] = next.ranked;
  return { ...next, locks, apart: best && tellsApart(best.test, diagnosis.likely, tables) };
}
