import type { Job } from "./schema";

/** How many questions the owner is asked, the promise among them. */
export const ACCOUNT_QUESTIONS = 8;

/** How many of them were answered. */
export const accountAsked = ({ account = {}, promises }: Pick<Job, "account" | "promises">): number =>
  [
    account.spilled,
    account.when,
    account.tried,
    account.users,
    account.allergies,
    account.matters,
    account.liftSeats,
    promises.handBackAt ?? promises.usableAt,
  ].filter((answer) => answer !== undefined).length;
