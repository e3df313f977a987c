import type { Diagnosis } from "@/core/judgement/diagnosis/diagnose";
import type { MarkPlan } from "@/core/judgement/treatment/mark/markPlan";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import type { BottleMix } from "@/core/answers/mixing/mixes";
import { cardsOf, cardTitle, placeName, WHEN_DRY } from "@/core/answers/schedule/runCards";
import { forecastAt } from "@/core/answers/schedule/forecast";
import { timesOf } from "@/core/answers/schedule/times";
import type { Worked } from "@/core/ground/sums/working";
import type { Job } from "@/core/job/schema";
import type { Assessment, ZoneDrying } from "./assess";

/**
 * What a program is told of a job: the answer of `POST /api/plan` and of `npm run plan`. Names in it stay; what has to
 * change its meaning gets another name, and the version goes up.
 */
export interface PlanAnswer {
  format: typeof PLAN_ANSWER_FORMAT;
  version: typeof PLAN_ANSWER_VERSION;
  /** A large job is answered briefly: see docs/plan-answer.md for what is left out. */
  brief?: true;
  /** The full plan took too long: steps stand one after another, drying is reckoned simply. Ask again with less in it. */
  quick?: true;
  /** By finding: what each mark may be, likeliest first, and what says so. */
  diagnosis: Record<string, Diagnosis>;
  plan: AnsweredPlan;
  /** The bottles to mix, one for each agent and strength. */
  mixes: BottleMix[];
  /** By zone, for those that get wet. */
  drying: Record<string, ZoneDrying>;
  /** Every caution of every step, once. */
  cautions: Caution[];
  forecast: ForecastAnswer;
  /** What hands do, place by place. */
  runSheet: { cards: CardAnswer[] };
  /** What may not be begun or entered yet, and why; the screen locks the same. */
  locked: Lock[];
}

/** Of a large job the diagnosis stands in one place only. */
type AnsweredPlan = Omit<Plan, "marks"> & {
  marks: Record<string, Omit<MarkPlan, "diagnosis"> & { diagnosis?: Diagnosis }>;
};

interface ForecastAnswer {
  /** When the hands are done, ISO time, and in minutes from the moment of the file. */
  handsDoneAt: string;
  handsDone: Worked;
  /** When it is dry and may be used; left out: this air never dries it. */
  usableAt?: string;
  usable?: Worked;
  /** Each promise that was made, against what is forecast for it. */
  promises: {
    promise: "hand back" | "usable";
    promisedAt: string;
    /** Left out: this air never dries it. */
    forecastAt?: string;
    /** Under nothing: it is missed. */
    inHand: Worked;
  }[];
}

/** What one pair of hands does at a place before it goes on to the next. */
interface CardAnswer {
  /** Where one stands, in words; "All over": from place to place. */
  place: string;
  /** The place, and what is done there. */
  title: string;
  zoneIds: string[];
  /** Which pair of hands, from 1. */
  hands: number;
  /** Locked until then, on the forecast or a meter. */
  waitsFor?: "dry";
  /** Hands on it, min. */
  minutes: number;
  lines: LineAnswer[];
}

/** One step of a card, for the zones that it is done on there. */
interface LineAnswer {
  stepKey: string;
  action: Step["action"];
  zoneIds: string[];
  /** Minutes from the moment of the file. */
  startsMin: number;
  endsMin: number;
  /** What is put on is left to work so long. */
  dwellMin?: number;
  tool?: string;
  agent?: string;
}

interface Lock {
  /** Letting gas in, going in while gas is inside, or touching a zone. */
  what: "gas" | "entry" | "zone";
  zoneId?: string;
  because: string;
}

const PLAN_ANSWER_FORMAT = "weary-bristle-plan";
const PLAN_ANSWER_VERSION = 1;

/** Zones and findings together; from here on an answer is brief. */
const BRIEF_FROM = 300;
/** What a brief answer leaves out wherever it stands: how numbers came about, and the hours one by one. */
export const LEFT_OUT = ["working", "course"];

/** The part of an assessment that is sent. @param asOf the moment of the file, ISO time */
export const planAnswerOf = (assessment: Assessment, job: Job, asOf: string): PlanAnswer => {
  const { diagnosis, plan, mixes, drying, cautions } = assessment;
  const brief = job.zones.order.length + job.findings.order.length >= BRIEF_FROM;
  return {
    format: PLAN_ANSWER_FORMAT,
    version: PLAN_ANSWER_VERSION,
    ...(brief ? { brief } : {}),
    diagnosis: brief ? withoutRuledOut(diagnosis) : diagnosis,
    plan: brief ? saidOnce(plan) : plan,
    mixes,
    drying,
    cautions,
    forecast: forecastIn(assessment, job, asOf),
    runSheet: { cards: [...cardsIn(assessment, asOf), ...closingCard(assessment, job, asOf)] },
    locked: lockedIn(assessment),
  };
};

/** An answer as text. No number is lost on the way: what has no end is said in a word. */
export const answerText = (answer: PlanAnswer): string =>
  JSON.stringify(answer, (key, value: unknown) =>
    value === Infinity
      ? "infinite"
      : value === -Infinity
        ? "-infinite"
        : answer.brief && LEFT_OUT.includes(key)
          ? undefined
          : value,
  );

const withoutRuledOut = (of: PlanAnswer["diagnosis"]): PlanAnswer["diagnosis"] =>
  Object.fromEntries(
    Object.entries(of).map(([id, diagnosis]) => [
      id,
      { ...diagnosis, beliefs: diagnosis.beliefs.filter(({ family }) => diagnosis.likely.includes(family)) },
    ]),
  );

const saidOnce = ({ marks, ...plan }: Plan): AnsweredPlan => ({
  ...plan,
  marks: Object.fromEntries(Object.entries(marks).map(([id, { diagnosis: _said, ...mark }]) => [id, mark])),
});

const iso = (ms: number) => new Date(ms).toISOString();
const bare = ({ value, unit, working }: Worked): Worked => ({ value, unit, working });

function forecastIn(assessment: Assessment, job: Job, asOf: string): ForecastAnswer {
  const { finish, usable, slacks } = forecastAt(assessment, job, Date.parse(asOf));
  return {
    handsDoneAt: iso(finish.atMs),
    handsDone: bare(finish),
    ...(usable ? { usableAt: iso(usable.atMs), usable: bare(usable) } : {}),
    promises: slacks.map(({ promise, promisedMs, forecastMs, minutes }) => ({
      promise,
      promisedAt: iso(promisedMs),
      ...(Number.isFinite(forecastMs) ? { forecastAt: iso(forecastMs) } : {}),
      inHand: minutes,
    })),
  };
}

function cardsIn({ order }: Assessment, asOf: string): CardAnswer[] {
  const nowMs = Date.parse(asOf);
  const times = timesOf(order, nowMs);
  const minutes = (ms: number) => (ms - nowMs) / 60_000;
  return cardsOf(order).map((card) => ({
    place: placeName(order, card),
    title: cardTitle(order, card),
    zoneIds: card.zoneIds,
    hands: card.hands,
    minutes: card.minutes,
    lines: card.tasks.map((at) => {
      const { key, action, zoneIds, dwell, tool, agent } = order.tasks[at]!.step;
      return {
        stepKey: key,
        action,
        zoneIds,
        startsMin: minutes(times[at]!.startMs),
        endsMin: minutes(times[at]!.endMs),
        ...(dwell ? { dwellMin: dwell.min.value } : {}),
        ...(tool === "hand" ? {} : { tool }),
        ...(agent ? { agent } : {}),
      };
    }),
  }));
}

/** What closes it once it is dry; left out where this air never dries it. */
function closingCard(assessment: Assessment, job: Job, asOf: string): CardAnswer[] {
  const { later } = assessment.plan;
  const nowMs = Date.parse(asOf);
  const { closesFromMs } = forecastAt(assessment, job, nowMs);
  if (later.length === 0 || closesFromMs === undefined) return [];
  const minutes = later.reduce((sum, step) => sum + step.minutes.value, 0);
  let startsMin = (closesFromMs - nowMs) / 60_000;
  return [
    {
      place: WHEN_DRY,
      title: `${WHEN_DRY}: ${later.map(({ title }) => title.charAt(0).toLowerCase() + title.slice(1)).join(", ")}`,
      zoneIds: [...new Set(later.flatMap(({ zoneIds }) => zoneIds))],
      hands: 1,
      waitsFor: "dry",
      minutes,
      lines: later.map(({ key, action, zoneIds, tool, agent, minutes: hands }) => {
        const line = { stepKey: key, action, zoneIds, startsMin, endsMin: startsMin + hands.value };
        startsMin += hands.value;
        return { ...line, ...(tool === "hand" ? {} : { tool }), ...(agent ? { agent } : {}) };
      }),
    },
  ];
}

function lockedIn({ gas, plan }: Assessment): Lock[] {
  const airing = gas?.inside ? plan.steps.find(({ action }) => action === "gas-out") : undefined;
  // What the owner said of sewage holds for all of it, marks or none.
  const sewage = plan.referrals.find(({ id }) => id === "refer-sewage");
  return [
    ...(gas?.locks ?? []).map(({ because }): Lock => ({ what: "gas", because })),
    ...(airing ? [{ what: "entry" as const, because: `Gas is inside. ${airing.check}` }] : []),
    ...(sewage ? Object.keys(plan.zones).map((zoneId): Lock => ({ what: "zone", zoneId, because: sewage.words })) : []),
    ...Object.values(plan.marks).flatMap(({ zoneId, referral }): Lock[] =>
      referral ? [{ what: "zone", zoneId, because: referral.words }] : [],
    ),
  ];
}
