"use client";
import Modal from "react-bootstrap/Modal";

/** Keys, and what they do. */
export type Keys = readonly (readonly [keys: string, what: string])[];

const KEYS: Keys = [
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

export function KeyList({ shown, hide, keys = KEYS }: { shown: boolean; hide: () => void; keys?: Keys }) {
  return (
    <Modal show={shown} onHide={hide} aria-labelledby="key-list" dialogClassName="key-list">
      <Modal.Header closeButton closeLabel="Close">
        <Modal.Title as="h2" id="key-list">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body as="dl">
        {keys.map(([keys, what]) => (
          <div key={keys} className="row-between">
            <dt>{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </Modal.Body>
    </Modal>
  );
}
