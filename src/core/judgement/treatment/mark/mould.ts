import type { Account, Job, MouldFinding } from "@/core/job/schema";
import type { Sourced } from "@/core/ground/quantity/provenance";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { sumOf, type Worked } from "@/core/ground/sums/working";
import { hadSewage, someoneAtRisk } from "@/core/judgement/diagnosis/background";
import { markArea } from "@/core/judgement/zones/zoneView";
import { MOULD_LIMIT_M2 } from "@/core/judgement/rules/rules";

type MouldVerdict = "clean" | "protected" | "discard" | "refer";

interface MouldFacts {
  totalM2: number;
  account: Account | undefined;
  growth: MouldFinding["growth"];
  behind: MouldFinding["behind"];
  meterPct: number | undefined;
}

/** Wetter than this on the meter it is still growing; unknown counts as wetter. Judgement. */
const DAMP_AT_PCT = 18;

interface MouldRule extends Sourced {
  id: string;
  when: (facts: MouldFacts) => boolean;
  verdict: MouldVerdict;
  title: string;
  words: string;
}

/** In order: the first that holds decides. Nothing a technician can choose comes before a referral. */
const MOULD_RULES: readonly MouldRule[] = [
  {
    id: "area",
    when: ({ totalM2 }) => totalM2 >= MOULD_LIMIT_M2,
    verdict: "refer",
    title: "Mould, about 1 m² or more in all",
    words:
      "Stop. Ten square feet or more of mould in all goes to licensed remediation: brushing or vacuuming it " +
      "spreads spores through the building. Keep it closed off.",
    mark: "std",
    source: "EPA guidance, from memory",
  },
  {
    id: "sewage",
    when: ({ account }) => hadSewage(account),
    verdict: "refer",
    title: "Mould after sewage",
    words: "Stop. Sewage or flood water was there: licensed remediation, and nobody stays in the room.",
    mark: "practice",
  },
  {
    id: "at-risk",
    when: ({ account }) => someoneAtRisk(account) === true,
    verdict: "refer",
    title: "Mould, and someone at risk",
    words: "Stop. Children, old or ill people, or asthma in the house: licensed remediation, whatever the size.",
    mark: "practice",
  },
  {
    id: "not-asked",
    when: ({ account }) => someoneAtRisk(account) === undefined,
    verdict: "refer",
    title: "Ask who lives there first",
    words:
      "Nobody asked who uses it and about asthma. Until then it counts as referred: close it off and touch " +
      "nothing. Ask in Look, the owner's account.",
    mark: "judgement",
  },
  {
    id: "hidden",
    when: ({ behind }) => behind === undefined || behind === "wall",
    verdict: "refer",
    title: "What is behind it is not known to be clean",
    words:
      "Behind a wall, a hull or what nobody looked at there is often more than you see. Look behind it, or " +
      "have it opened by someone licensed.",
    mark: "judgement",
  },
  {
    id: "foam",
    when: ({ behind, growth }) => behind === "foam" && growth !== "stain",
    verdict: "discard",
    title: "The foam goes",
    words:
      "Growth in foam cannot be cleaned out. N95 mask or better, gloves, goggles: bag the foam where it " +
      "lies, seal it, carry it out. Cover HEPA-vacuumed and treated, new foam only once all is dry.",
    mark: "std",
    source: "EPA guidance, from memory",
  },
  {
    id: "growth",
    when: ({ growth }) => growth !== "stain",
    verdict: "protected",
    title: "Clean with protection",
    words: "N95 mask or better, gloves, goggles. Fix the moisture first, HEPA vacuum only, treat, dry within the day.",
    mark: "std",
    source: "EPA guidance, from memory",
  },
  {
    id: "damp",
    when: ({ meterPct }) => meterPct === undefined || meterPct >= DAMP_AT_PCT,
    verdict: "protected",
    title: "Dry it first, then clean with protection",
    words:
      "It is damp, or nobody measured: what looks like a stain may be growing. Find the water, dry it, then " +
      "HEPA vacuum and treat with mask, gloves and goggles.",
    mark: "judgement",
  },
  {
    id: "stain",
    when: () => true,
    verdict: "clean",
    title: "Old stain, clean here",
    words: "Dry and not growing. Gloves and a mask all the same; HEPA vacuum, then the ladder. The stain may stay.",
    mark: "judgement",
  },
];

export interface MouldJudgement {
  rule: string;
  verdict: MouldVerdict;
  title: string;
  words: string;
  /** All visible mould of the job together. */
  total: Worked;
}

/** All mould seen on a job, m²: one limit for them together. */
function mouldTotal({ findings }: Job): Worked {
  const areas = Object.values(findings.byId).flatMap((finding) =>
    finding.kind === "mould" ? [markArea(finding).value] : [],
  );
  return sumOf(GEOMETRY_FORMULAS, "geometry.area", {
    areas: areas.map((area, index) => ({ value: area, name: `patch ${index + 1}` })),
  });
}

/** What may be done about visible mould: clean here, clean with protection, discard the foam, or refer. */
export function judgeMould(job: Job, { growth, behind, meterPct }: MouldFinding): MouldJudgement {
  const total = mouldTotal(job);
  const { id, verdict, title, words } = MOULD_RULES.find(({ when }) =>
    when({ totalM2: total.value, account: job.account, growth, behind, meterPct }),
  )!;
  return { rule: id, verdict, title, words, total };
}
