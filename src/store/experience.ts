import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";
import { counted, learntFrom } from "../core/answers/ledger/experience";
import { ledgerOfLines, type LedgerJob } from "../core/answers/ledger/summary";
import type { Experience } from "../core/job/schema";
import { onSettings, settingsNow } from "./settings";

/** What the finished jobs of this browser teach, counted anew when one of them changes. */

const store = createStore<{ experience?: Experience }>(() => ({}));

let linesNow: readonly LedgerJob[] = [];
let learnt: { lines: readonly LedgerJob[]; learning: unknown } = { lines: [], learning: undefined };

/** More than these are counted when the page has come up. */
const AT_ONCE = 200;

/** Takes in every job there is; without a finished one there is nothing to learn. */
export function learnFrom(lines: readonly LedgerJob[]) {
  linesNow = lines;
  const all = lines.filter(({ handedBack, comeback }) => handedBack || comeback);
  const own = all.filter(({ demo }) => !demo);
  // Made-up work teaches only while there is none of one's own.
  const finished = own.some(({ handedBack }) => handedBack) ? own : all;
  if (
    learnt.learning === settingsNow().learning &&
    finished.length === learnt.lines.length &&
    finished.every((line, index) => line === learnt.lines[index])
  )
    return;
  learnt = { lines: finished, learning: settingsNow().learning };
  const count = () => {
    const experience = counted(learntFrom(ledgerOfLines(finished), settingsNow().learning ?? {}));
    store.setState({ experience: experience.jobs > 0 ? experience : undefined });
  };
  if (finished.length <= AT_ONCE) count();
  else setTimeout(count);
}

onSettings(({ learning }, before) => {
  if (learning !== before.learning) learnFrom(linesNow);
});

export const experienceNow = () => store.getState().experience;
export const useExperience = () => useStore(store, ({ experience }) => experience);
