import { stepBase, type History } from "@/core/job/history";
import type { Job } from "@/core/job/schema";

/** Leather was asked for, or wiped as a part of its own: it wants its conditioner again. */
export const isLeatherKept = ({ choices }: Pick<Job, "choices">, { done }: Pick<History, "done">): boolean =>
  choices.beside?.includes("leather") === true || done.some(({ stepKey }) => stepBase(stepKey) === "wipe-leather");
