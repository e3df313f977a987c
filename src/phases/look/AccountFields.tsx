"use client";
import { setAccount } from "@/core/job/change";
import { useState, type ReactNode } from "react";
import {
  ALLERGIES,
  MATTERS,
  TRIED,
  USERS,
  type AllergyId,
  type MatterId,
  type TriedId,
  type UserId,
} from "@/core/ground/catalog/ownersAccount";
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

/** What the owner says, in the order a good technician asks it. Each answer changes something; what follows stands below. */
export function AccountFields() {
  const { job, run, nowMs } = useBay();
  const account: Account = job.account ?? {};
  const [openId, setOpenId] = useState<QuestionId | undefined>(() => QUESTION_IDS[firstOpen(account, job.promises)]);
  const next = () => setOpenId(QUESTION_IDS[QUESTION_IDS.indexOf(openId ?? "lift") + 1]);
  const set = <K extends keyof Account>(key: K, label: string, value: Account[K] | undefined) =>
    run(label, setAccount(key, value));
  /** One answer is all there can be: on to the next question. */
  const setOnly = <K extends keyof Account>(key: K, label: string, value: Account[K] | undefined) => {
    set(key, label, value);
    if (value !== undefined) next();
  };
  const names = <T extends string>(
    table: Record<T, { name: string } | string>,
    ids: readonly T[] | undefined,
    none: string,
  ) =>
    ids &&
    (ids.length === 0
      ? none
      : ids
          .map((id) => {
            const row = table[id];
            return typeof row === "string" ? row : row.name;
          })
          .join(", "));
  const many = <T extends string>(
    key: "spilled" | "tried" | "users" | "allergies",
    label: string,
    choices: readonly { id: T; name: string }[],
    none: string | undefined,
  ) => {
    const value = account[key] as readonly T[] | undefined;
    return (
      <div className="row-wrap">
        {none && (
          <Act
            className="chip"
            aria-pressed={value?.length === 0}
            onAct={() => setOnly(key, label, value?.length === 0 ? undefined : [])}
          >
            {none}
          </Act>
        )}
        <ManyChips<T>
          label={label}
          choices={choices}
          value={value ?? []}
          onPick={(picked) => set(key, label, picked.length > 0 ? picked : undefined)}
        />
      </div>
    );
  };
  const ownerNames = Object.fromEntries(outcomesOf("owner").map(({ id, name }) => [id, name]));
  const { handBackAt, usableAt } = job.promises;

  const questions: Question[] = [
    {
      id: "spilled",
      ask: "What was spilled?",
      answer: names(ownerNames, account.spilled, ""),
      fields: many("spilled", "What was spilled", outcomesOf("owner"), undefined),
    },
    {
      id: "when",
      ask: "When?",
      answer: account.when && outcomesOf("age").find(({ id }) => id === account.when)?.name,
      fields: (
        <Chips
          label="When"
          choices={outcomesOf("age")}
          value={account.when}
          onPick={(value) => setOnly("when", "When it happened", value)}
        />
      ),
    },
    {
      id: "tried",
      ask: "What was tried on it?",
      answer: names(TRIED, account.tried, "Nothing"),
      fields: many<TriedId>("tried", "What was tried", choicesOf(TRIED), "Nothing was tried"),
    },
    {
      id: "users",
      ask: "Who uses it?",
      answer: names(USERS, account.users, "None of these"),
      fields: many<UserId>("users", "Who uses it", choicesOf(USERS), "None of these"),
    },
    {
      id: "allergies",
      ask: "Allergies or asthma?",
      answer: names(ALLERGIES, account.allergies, "None"),
      fields: many<AllergyId>("allergies", "Allergies", choicesOf(ALLERGIES), "No allergies"),
    },
    {
      id: "matters",
      ask: "What matters most?",
      answer: account.matters && MATTERS[account.matters],
      fields: (
        <Chips<MatterId>
          label="What matters most"
          choices={choicesOf(MATTERS)}
          value={account.matters}
          onPick={(value) => setOnly("matters", "What matters most", value)}
        />
      ),
    },
    {
      id: "needed",
      ask: "When is it needed?",
      answer:
        handBackAt || usableAt
          ? [
              handBackAt && `back ${timeText(Date.parse(handBackAt), nowMs)}`,
              usableAt && `usable ${timeText(Date.parse(usableAt), nowMs)}`,
            ]
              .filter(Boolean)
              .join(", ")
          : undefined,
      fields: <PromiseFields />,
    },
    {
      id: "lift",
      ask: "May seats be lifted out?",
      answer: account.liftSeats === undefined ? undefined : account.liftSeats ? "Yes, agreed" : "No, they stay in",
      fields: <LiftSeats value={account.liftSeats} onPick={(value) => setOnly("liftSeats", "Lifting seats", value)} />,
    },
  ];
  return (
    <>
      {questions.map(({ id, ask, answer, fields }, index) =>
        id === openId ? (
          <OpenQuestion key={id} ask={ask} fields={fields} answer={answer} next={next} />
        ) : (
          <button key={id} type="button" className="question-line" onClick={() => setOpenId(id)}>
            <span>
              {index + 1}. {ask}
            </span>
            <b>{answer ?? "not asked"}</b>
          </button>
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
