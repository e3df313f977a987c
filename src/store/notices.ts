import { useStore } from "zustand";
import { createStore } from "zustand/vanilla";

/** What the program says on its own account. */
export interface Notice {
  id: number;
  text: string;
  tone: "plain" | "problem";
  undo?: () => void;
  /** It stands until it is put away. */
  stays?: boolean;
}

const store = createStore<{ notices: readonly Notice[] }>(() => ({ notices: [] }));
const NOTICE_MS = 10_000;
/** So many stand at a time; of several problems each is told, so it is the plain ones that make room. */
const MOST_SHOWN = 6;
let counter = 0;

export const useNotices = () => useStore(store, ({ notices }) => notices);
export const noticesNow = () => store.getState().notices;

/**
 * Says something for ten seconds; problems, and what can only be undone here, stay until they are put away.
 * What stands already is not said twice.
 */
export function notify(text: string, tone: Notice["tone"] = "plain", undo?: () => void, stays = tone === "problem") {
  const id = ++counter;
  const others = noticesNow().filter((notice) => undo || notice.undo || notice.text !== text);
  const roomFor = (notices: readonly Notice[]): readonly Notice[] => {
    const plain = notices.findIndex((notice) => notice.tone === "plain");
    return notices.length <= MOST_SHOWN || plain < 0 ? notices : roomFor(notices.filter((_, at) => at !== plain));
  };
  store.setState({ notices: roomFor([...others, { id, text, tone, undo, stays }]) });
  if (!stays) setTimeout(() => dismiss(id), NOTICE_MS);
}

export const dismiss = (id: number) =>
  store.setState(({ notices }) => ({ notices: notices.filter((notice) => notice.id !== id) }));
