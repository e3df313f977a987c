"use client";
import { record } from "@/core/job/change";
import { useState } from "react";
import FormControl from "react-bootstrap/FormControl";
import { nowIso } from "@/store/clock";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";
import { Fold } from "@/ui/Fold";
import { timeText } from "@/ui/time";
import { useBay } from "@/bay/state/BayContext";
import { Pictures } from "../Pictures";
import { useDraft } from "./useDraft";

const MOST_CHARACTERS = 1000;

/** Something noticed at work, with pictures; a half-written one outlives a reload. */
export function NoteFields() {
  const { assessment, job, hands, nowMs, now, run } = useBay();
  const [words, setWords] = useDraft(`note-${job.id}`);
  const [pictures, setPictures] = useState<string[]>([]);
  const notes = assessment.history.standing.filter((event) => event.kind === "note");
  const keep = () => {
    run(
      "Note",
      record({
        kind: "note",
        id: newId(),
        at: nowIso(),
        ...(hands > 1 ? { by: hands } : {}),
        words: words.trim(),
        ...(now ? { zoneIds: now.step.zoneIds } : {}),
        ...(pictures.length > 0 ? { pictures } : {}),
      }),
    );
    setWords("");
    setPictures([]);
  };
  return (
    <Fold title="Notes" note={notes.length > 0 ? String(notes.length) : undefined}>
      {notes.map((note) => (
        <p key={note.id} className="mb-1">
          <span className="soft">{timeText(Date.parse(note.at), nowMs)}</span> {note.words}
          {note.pictures ? ` (${note.pictures.length === 1 ? "one picture" : `${note.pictures.length} pictures`})` : ""}
        </p>
      ))}
      <FormControl
        as="textarea"
        rows={2}
        aria-label="Note"
        maxLength={MOST_CHARACTERS}
        placeholder="What you noticed"
        value={words}
        onChange={({ target }) => setWords(target.value)}
      />
      <Pictures pictures={pictures} onChange={(_, next) => setPictures(next)} title="With it" />
      <Act className="mt-2" disabled={words.trim() === "" && pictures.length === 0} onAct={keep}>
        Keep the note
      </Act>
    </Fold>
  );
}
