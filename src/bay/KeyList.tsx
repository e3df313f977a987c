"use client";
import { useEffect, useRef } from "react";
import { Act } from "@/ui/Act";

const KEYS: [string, string][] = [
  ["1 to 7", "the phases, Look to Hand back"],
  ["Arrow keys", "the zone above, below, left or right"],
  ["Shift and arrows", "that zone too: several at once"],
  ["M, D", "in Look: place a mark, record damage"],
  ["Enter", "in Look, while placing: in the middle of the zone"],
  ["T, then 1 to 9", "in Test: answer the next test; among chips a number picks one"],
  ["N, P", "the next mark, the one before"],
  ["Space", "in Work: start the step, or done"],
  ["Ctrl Z, Ctrl Y", "undo, redo"],
  ["Esc", "put away what is open"],
  ["?", "this list"],
];

/** The browser's own dialog: it holds the focus, closes on Esc, and costs nothing to load. */
export function KeyList({ shown, hide }: { shown: boolean; hide: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    if (shown) dialog.current?.showModal();
    else dialog.current?.close();
  }, [shown]);
  return (
    <dialog ref={dialog} className="key-list" aria-labelledby="key-list" onClose={hide}>
      <div className="row-between">
        <h2 id="key-list">Keys</h2>
        <Act variant="link" onAct={hide}>
          Close
        </Act>
      </div>
      <dl>
        {KEYS.map(([keys, what]) => (
          <div key={keys} className="row-between">
            <dt>{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </dialog>
  );
}
