import type { Learning } from "../core/answers/ledger/experience";
import { notify } from "./jobs";
import { changeSettings, settingsNow, useSettings } from "./settings";

const ALL: Learning = {};

export const useLearning = (): Learning => useSettings().learning ?? ALL;

/** Changes what is learnt from; ten seconds long it can be taken back. */
export function changeLearning(change: Learning, words: string) {
  const before = settingsNow().learning;
  void changeSettings({ learning: { ...before, ...change } });
  notify(words, "plain", () => void changeSettings({ learning: before ?? {} }));
}
