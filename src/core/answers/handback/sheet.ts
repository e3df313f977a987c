import { own } from "@/core/job/lookUp";
import { closedBy } from "@/core/answers/schedule/later";
import type { Assessment } from "@/core/answers/assess/assess";
import { agentOf, AGENTS, type AgentId } from "@/core/ground/catalog/agents";
import { DAMAGES } from "@/core/ground/catalog/builds";
import { familyOf } from "@/core/ground/catalog/families";
import { colourOf, improvedWords, type ColourResult } from "@/core/answers/measure/result";
import { lastOf } from "@/core/job/history";
import type { DoneEvent, Finding, Job } from "@/core/job/schema";
import { appointmentsOf } from "./appointments";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import { foundWords } from "./foundWords";

/** What the owner is told, in plain words: the same for the screen and for paper. */
export interface OwnerSheet {
  title: string;
  whose: string;
  found: { words: string; result?: string }[];
  damage: string[];
  /** Damage that came to light only while working. */
  foundWorking: string[];
  done: string[];
  stayed: string[];
  /** Products used: what, how much of the mix, and what to know of it. */
  products: { agent: AgentId; name: string; amountMl: number; caution: string }[];
  afterwards: string[];
  /** What is due, ms since 1970. */
  due: { atMs: number; words: string }[];
  /** Pictures by id, each mark's before and after side by side. */
  pictures: { id: string; words: string }[];
}

const RESULT_WORDS: Record<MarkPlan["state"], string> = {
  open: "",
  gone: "gone",
  left: "lighter, the rest stays",
  worse: "changed for the worse; we stopped",
  "at-the-stop": "as far as it goes",
  referred: "not ours to treat",
  damage: "damage, not soil",
};

const AFTERWARDS = [
  "Keep air moving over it until it is dry. Nothing on it, nothing under it.",
  "A mark that comes back within a day or two has come up from below while drying. Call us: do not scrub it.",
  "Blot a new spill at once with a white cloth, from the rim in. Vacuum once a week: grit wears cloth more than feet do.",
] as const;

const lowered = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

/** What the owner does himself, then what holds for everybody. */
const afterwardsOf = (job: Job, { later }: Assessment["plan"]): string[] => [
  ...later.flatMap((step) =>
    closedBy(step, job) === "owner" ? [`When it is dry: ${lowered(step.title)}. ${step.how}`] : [],
  ),
  ...AFTERWARDS,
];

/** @param nowMs the caller's clock */
export function ownerSheet(job: Job, assessment: Assessment, nowMs: number): OwnerSheet {
  const { history, plan } = assessment;
  const zoneName = (id: string) => plan.zones[id]?.view.name.toLowerCase() ?? "";
  const marks = Object.values(plan.marks);
  const others = job.findings.order.flatMap((id) => {
    const finding = own(job.findings.byId, id)!;
    return foundWords(finding, zoneName(finding.zoneId)) ?? [];
  });
  const done = history.done.filter(({ action }) => action !== "check-first");
  const agents = [...new Set(done.flatMap(({ agent }) => (agent && agent !== "water" ? [agent] : [])))];
  return {
    title: job.title,
    whose: [job.customer, job.place].filter(Boolean).join(" · "),
    found: [
      ...marks.map(({ findingId, name, zoneId, diagnosis, state }) => {
        const result = [RESULT_WORDS[state], improvedWords(colourOf(history, findingId))].filter(Boolean).join("; ");
        return {
          words: `${name}, ${zoneName(zoneId)}: most likely ${familyOf(diagnosis.leader).name.toLowerCase()}`,
          ...(result ? { result } : {}),
        };
      }),
      ...others.map((words) => ({ words })),
    ],
    damage: plan.damage
      .filter(({ finding }) => finding.foundAt === undefined)
      .map(
        ({ finding }) =>
          `${finding.name ?? DAMAGES[finding.damage]}, ${zoneName(finding.zoneId)}. Cleaning does not bring it ` +
          `back${finding.told ? "; you were told before the work began" : ""}.`,
      ),
    foundWorking: plan.damage
      .filter(({ finding }) => finding.foundAt !== undefined)
      .map(
        ({ finding }) =>
          `${finding.name ?? DAMAGES[finding.damage]}, ${zoneName(finding.zoneId)}: seen only while working, and worked ` +
          `round from then on${finding.told ? "; you were told then" : ""}.`,
      ),
    done: [...new Set(done.map(({ title }) => title))],
    stayed:
      done.length === 0
        ? []
        : marks
            .filter(({ state }) => state !== "gone")
            .map(
              ({ name, state, stopWords, referral }) =>
                `${name}: ${referral ? referral.words : state === "open" ? "not judged yet; it is judged when dry." : stopWords}`,
            ),
    products: agents.map((agent) => ({
      agent,
      name: AGENTS[agent].name,
      amountMl: usedMl(agent, done),
      caution: agentOf(agent).caution ?? "",
    })),
    afterwards: afterwardsOf(job, plan),
    due: appointmentsOf(job, assessment, nowMs)
      .filter(({ kind }) => kind === "return" || kind === "aftercare")
      .map(({ startMs, title, words }) => ({ atMs: startMs, words: `${title.split(":")[0]!}. ${words}` })),
    pictures: job.findings.order.flatMap((id) => picturesOf(own(job.findings.byId, id)!, colourOf(history, id))),
  };
}

/** The pair that was measured, where one was; else every picture there is. */
function picturesOf(finding: Finding, { before, after }: ColourResult): OwnerSheet["pictures"] {
  const name = "name" in finding ? (finding.name ?? "Mark") : "";
  const was = "pictures" in finding ? (finding.pictures ?? []) : [];
  const is = "after" in finding ? (finding.after ?? []) : [];
  if (before && after)
    return [
      { id: before.pictureId, words: `${name}, before` },
      { id: after.pictureId, words: `${name}, after` },
    ];
  return [
    ...was.map((id) => ({ id, words: is.length > 0 ? `${name}, before` : name })),
    ...is.map((id) => ({ id, words: `${name}, after` })),
  ];
}

const usedMl = (agent: string, done: readonly DoneEvent[]) =>
  done.reduce((sum, event) => (event.agent === agent ? sum + (event.amountMl ?? 0) : sum), 0);

/** When it may be used, in words; never "dry now" on a forecast alone. @param when a moment in the owner's words */
export function usableWords(
  assessment: Assessment,
  { usableMs, nowMs, allDry }: { usableMs: number | undefined; nowMs: number; allDry: boolean },
  when: (ms: number) => string,
): string {
  if (Object.keys(assessment.drying).length === 0 || allDry) return "Dry: use it now.";
  if (usableMs === undefined) return "It does not dry in this air: it needs warmth, drier air or air moving.";
  return usableMs <= nowMs
    ? "It should be dry by now: press a dry white towel on it before you sit or walk on it."
    : `Do not sit or walk on it before ${when(usableMs)}.`;
}

export const signatureOf = ({ history }: Assessment) => lastOf(history, "signed");
