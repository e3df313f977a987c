"use client";
import { type SetStateAction, type RefObject, type Dispatch, useRef, useState } from "react";
import ProgressBar from "react-bootstrap/ProgressBar";
import FormControl from "react-bootstrap/FormControl";
import FormGroup from "react-bootstrap/FormGroup";
import FormLabel from "react-bootstrap/FormLabel";
import { Act } from "@/ui/Act";
import { useProgress } from "@/ui/useProgress";
import { SmallFold } from "@/ui/Fold";

/** Letters; what is longer is no table of ours. */
const MOST_PASTED = 2_000_000;
const MOST_ROWS = 500;

/** A table pasted or opened as CSV. Anything wrong in it is said by line, and nothing is taken. */
export function PastedTable({
  id,
  title,
  columns,
  example,
  taken,
  take,
  nothing,
}: {
  id: string;
  title: string;
  columns: string;
  example: string;
  taken: string;
  nothing: string;
  take: (text: string) => Promise<string[]>;
}) {
  const [text, setText] = useState("");
  const [problems, setProblems] = useState<string[]>([]);
  const file = useRef<HTMLInputElement>(null);
  const [reading, during] = useProgress();
  const read = async (pasted: string) => {
    const wrong =
      pasted.length > MOST_PASTED
        ? [
            `That is ${(pasted.length / 1e6).toFixed(1)} million letters; a table has at most ${MOST_PASTED / 1e6} million.`,
          ]
        : await take(pasted);
    setProblems(wrong);
    if (wrong.length === 0) setText("");
  };
  const open = async (given: File) => {
    const table = await during("Reading the file", async (tell) =>
      (await import("@/store/tableFile")).readTable(given, MOST_ROWS, tell),
    );
    if ("problem" in table) setProblems([table.problem]);
    else await read(table.text);
  };
  return (
    <SmallFold title={title}>
      <PastedText id={id} columns={columns} text={text} example={example} setText={setText} />
      <div className="row-wrap mt-2">
        <Act onAct={() => void read(text)} disabled={text.trim() === ""}>
          {taken}
        </Act>
        <Act onAct={() => file.current?.click()}>Open a CSV file</Act>
      </div>
      <TableFileInput file={file} title={title} open={open} />
      {reading && <ProgressBar className="mt-2" now={(100 * reading.done) / reading.of} aria-label={reading.what} />}
      {problems.length > 0 && <NotTaken nothing={nothing} problems={problems} />}
    </SmallFold>
  );
}

function NotTaken({ nothing, problems }: { nothing: string; problems: string[] }) {
  return (
    <div className="caution caution-danger mt-2" role="alert">
      <h3>{nothing}</h3>
      <ul className="mb-0">
        {problems.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </div>
  );
}

function PastedText({
  id,
  columns,
  text,
  example,
  setText,
}: {
  id: string;
  columns: string;
  text: string;
  example: string;
  setText: Dispatch<SetStateAction<string>>;
}) {
  return (
    <FormGroup controlId={id}>
      <FormLabel>CSV: {columns}</FormLabel>
      <FormControl
        as="textarea"
        rows={4}
        value={text}
        placeholder={`${columns}\n${example}`}
        onChange={({ target }) => setText(target.value)}
      />
    </FormGroup>
  );
}

function TableFileInput({
  file,
  title,
  open,
}: {
  file: RefObject<HTMLInputElement | null>;
  title: string;
  open: (given: File) => Promise<void>;
}) {
  return (
    <input
      ref={file}
      type="file"
      accept=".csv,text/csv,text/plain"
      className="visually-hidden"
      tabIndex={-1}
      aria-label={`${title}: file`}
      onChange={({ target }) => {
        const [given] = target.files ?? [];
        if (given) void open(given);
        target.value = "";
      }}
    />
  );
}
