"use client";
import { setAccount } from "@/core/job/change";
import { useState, type ReactNode } from "react";
import { ALLERGIES, MATTERS, TRIED, USERS, type MatterId } from "@/core/ground/catalog/ownersAccount";
import { EVIDENCE, type Outcome } from "@/core/ground/catalog/evidence";
import { accountWords } from "@/core/judgement/diagnosis/background";
import type { Account, Job } from "@/core/job/schema";
import { Act } from "@/ui/Act";
import { Chips, choicesOf, ManyChips } from "@/ui/Chips";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { PromiseFields } from "../PromiseFields";

const outcomesOf = (test: "owner" | "age") =>
  Object.entries(EVIDENCE[test].outcomes as Record<string, Outcome>).map(([id, { name }]) => ({ id, name }));

/** In the order they are asked. */
const QUESTION_IDS = ["spilled", "when", "tried", "users", "allergies", "matters", "needed", "lift"] as const;
type QuestionId = (typeof QUESTION_IDS)[number];

/** The first question nobody asked yet. */
function firstOpen(
  { spilled, when, tried, users, allergies, matters, liftSeats }: Account,
  { handBackAt, usableAt }: Job["promises"],
): number {
  return [spilled, when, tried, users, allergies, matters, handBackAt ?? usableAt, liftSeats].findIndex(
    (answer) => answer === undefined,
  );
}

interface Question {
  id: QuestionId;
  ask: string;
  /** The answer in words; undefined while nobody asked. */
  answer: string | undefined;
  fields: ReactNode;
}

/** The account and how an answer goes into it. */
interface Answering {
  account: Account;
  set: <K extends keyof Account>(key: K, label: string, value: Account[K] | undefined) => void;
  /** One answer is all there can be: on to the next question. */
  setOnly: <K extends keyof Account>(key: K, label: string, value: Account[K] | undefined) => void;
}

/** Several answers in words. */
function names<T extends string>(
  table: Record<T, { name: string } | string>,
  ids: readonly T[] | undefined,
  none: string,
): string | undefined {
  const nameOf = (id: T) => {
    const row = table[id];
    return typeof row === "string" ? row : row.name;
  };
  return ids && (ids.length === 0 ? none : ids.map(nameOf).join(", "));
}

/** A question that may have several answers, or none of them. */
function ManyAnswers<T extends string>({
  account,
  set,
  setOnly,
  field,
  label,
  choices,
  none,
}: Answering & {
  field: "spilled" | "tried" | "users" | "allergies";
  label: string;
  choices: readonly { id: T; name: string }[];
  none?: string;
}) {
  const value = account[field] as readonly T[] | undefined;
  return (
    <div className="row-wrap">
      {none && (
        <Act
          variant="chip"
          aria-pressed={value?.length === 0}
          onAct={() => setOnly(field, label, value?.length === 0 ? undefined : [])}
        >
          {none}
        </Act>
      )}
      <ManyChips<T>
        label={label}
        choices={choices}
        value={value ?? []}
        onPick={(picked) =>
          set(field, label, picked.length > 0 ? (picked as string[] as Account[typeof field]) : undefined)
        }
      />
    </div>
  );
}

/** What is promised, in words. */
const neededWords = ({ handBackAt, usableAt }: Job["promises"], nowMs: number): string | undefined =>
  handBackAt || usableAt
    ? [
        handBackAt && `back ${timeText(Date.parse(handBackAt), nowMs)}`,
        usableAt && `usable ${timeText(Date.parse(usableAt), nowMs)}`,
      ]
        .filter(Boolean)
        .join(", ")
    : undefined;

/** What the owner says, in the order a good technician asks it. Each answer changes something; what follows stands below. */
export function AccountFields() {
  const { job, run, nowMs } = useBay();
  const account: Account = job.account ?? {};
  const [openId, setOpenId] = useState<QuestionId | undefined>(() => QUESTION_IDS[firstOpen(account, job.promises)]);
  const next = () => setOpenId(QUESTION_IDS[QUESTION_IDS.indexOf(openId ?? "lift") + 1]);
  const set: Answering["set"] = (key, label, value) => run(label, setAccount(key, value));
  const setOnly: Answering["setOnly"] = (key, label, value) => {
    set(key, label, value);
    if (value !== undefined) next();
  };
  const questions = questionsOf({ account, set, setOnly }, neededWords(job.promises, nowMs));
  return (
    <>
      {questions.map(({ id, ask, answer, fields }, index) =>
        id === openId ? (
          <OpenQuestion key={id} ask={ask} fields={fields} answer={answer} next={next} />
        ) : (
          <Act key={id} variant="plain" className="question-line" onAct={() => setOpenId(id)}>
            <span>
              {index + 1}. {ask}
            </span>
            <b>{answer ?? "not asked"}</b>
          </Act>
        ),
      )}
      <h3 className="mt-3">What follows from it</h3>
      <ul>
        {accountWords(job.account).map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </>
  );
}

const questionsOf = (of: Answering, needed: string | undefined): Question[] => [
  ...ofTheSpill(of),
  ...ofThePeople(of),
  { id: "needed", ask: "When is it needed?", answer: needed, fields: <PromiseFields /> },
  liftingSeats(of),
];

function ofTheSpill(of: Answering): Question[] {
  const ownerNames = Object.fromEntries(outcomesOf("owner").map(({ id, name }) => [id, name]));
  return [
    {
      id: "spilled",
      ask: "What was spilled?",
      answer: names(ownerNames, of.account.spilled, ""),
      fields: <ManyAnswers {...of} field="spilled" label="What was spilled" choices={outcomesOf("owner")} />,
    },
    {
      id: "when",
      ask: "When?",
      answer: of.account.when && outcomesOf("age").find(({ id }) => id === of.account.when)?.name,
      fields: (
        <Chips
          label="When"
          choices={outcomesOf("age")}
          value={of.account.when}
          onPick={(value) => of.setOnly("when", "When it happened", value)}
        />
      ),
    },
    {
      id: "tried",
      ask: "What was tried on it?",
      answer: names(TRIED, of.account.tried, "Nothing"),
      fields: (
        <ManyAnswers {...of} field="tried" label="What was tried" choices={choicesOf(TRIED)} none="Nothing was tried" />
      ),
    },
  ];
}

function ofThePeople(of: Answering): Question[] {
  return [
    {
      id: "users",
      ask: "Who uses it?",
      answer: names(USERS, of.account.users, "None of these"),
      fields: <ManyAnswers {...of} field="users" label="Who uses it" choices={choicesOf(USERS)} none="None of these" />,
    },
    {
      id: "allergies",
      ask: "Allergies or asthma?",
      answer: names(ALLERGIES, of.account.allergies, "None"),
      fields: (
        <ManyAnswers {...of} field="allergies" label="Allergies" choices={choicesOf(ALLERGIES)} none="No allergies" />
      ),
    },
    {
      id: "matters",
      ask: "What matters most?",
      answer: of.account.matters && MATTERS[of.account.matters],
      fields: (
        <Chips<MatterId>
          label="What matters most"
          choices={choicesOf(MATTERS)}
          value={of.account.matters}
          onPick={(value) => of.setOnly("matters", "What matters most", value)}
        />
      ),
    },
  ];
}

const liftingSeats = (of: Answering): Question => ({
  id: "lift",
  ask: "May seats be lifted out?",
  answer: of.account.liftSeats === undefined ? undefined : of.account.liftSeats ? "Yes, agreed" : "No, they stay in",
  fields: (
    <LiftSeats value={of.account.liftSeats} onPick={(value) => of.setOnly("liftSeats", "Lifting seats", value)} />
  ),
});

function OpenQuestion({
  ask,
  fields,
  answer,
  next,
}: {
  ask: string;
  fields: ReactNode;
  answer: string | undefined;
  next: () => void;
}) {
  return (
    <div className="question">
      <h3>{ask}</h3>
      {fields}
      <div className="row-wrap mt-2">
        <Act variant={answer === undefined ? "link" : "primary"} onAct={next}>
          {answer === undefined ? "Skip it" : "Next question"}
        </Act>
      </div>
    </div>
  );
}

function LiftSeats({ value, onPick }: { value: boolean | undefined; onPick: (value: boolean | undefined) => void }) {
  return (
    <>
      <Chips
        label="Lifting seats"
        choices={[
          { id: "yes", name: "Yes, agreed" },
          { id: "no", name: "No, they stay in" },
        ]}
        value={value === undefined ? undefined : value ? "yes" : "no"}
        onPick={(picked) => onPick(picked && picked === "yes")}
      />
      {value && (
        <p className="mt-2">
          <b>Only by someone competent:</b> battery negative off, wait as the maker&apos;s manual says (20 minutes is
          common), every plug home and the right torque after, ignition never on with a plug open. Orange cables or a
          battery under the floor: leave it, refer.
        </p>
      )}
    </>
  );
}
