"use client";
import { toldBy } from "@/core/job/problem";
import { type RefObject, useRef, useState, type ReactNode } from "react";
import { MOST } from "@/core/job/fileFormat";
import { addPicture, usePicture } from "@/store/pictures";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

/** Pictures from the camera or a file: shrunk here, without place and time, kept in this browser. */
export function Pictures({
  pictures,
  onChange,
  title = "Pictures",
  action,
}: {
  pictures: readonly string[];
  onChange: (label: string, pictures: string[]) => void;
  title?: string;
  action?: (id: string) => ReactNode;
}) {
  const { job } = useBay();
  const file = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [problems, setProblems] = useState<string[]>([]);
  const add = async (files: FileList | null) => {
    setBusy(true);
    const added: string[] = [];
    const wrong: string[] = [];
    for (const each of files ?? []) {
      // One that does not fit is not kept either.
      if (pictures.length + added.length >= MOST.pictures) {
        wrong.push(
          `"${each.name}" was not taken: there are ${MOST.pictures} pictures here, and no more fit. Take one off first.`,
        );
        continue;
      }
      try {
        added.push(await addPicture(job.id, each));
      } catch (error) {
        wrong.push(toldBy(error, `"${each.name}" could not be read.`));
      }
    }
    setProblems(wrong);
    if (added.length > 0) onChange("Add a picture", [...pictures, ...added]);
    setBusy(false);
    for (const input of [file, camera]) if (input.current) input.current.value = "";
  };
  return (
    <div className="mt-3">
      <h3>{title}</h3>
      <Thumbnails pictures={pictures} action={action} onChange={onChange} />
      <AddButtons camera={camera} busy={busy} file={file} />
      <CameraInput camera={camera} title={title} add={add} />
      <FileInput file={file} title={title} add={add} />
      {problems.length > 0 && (
        <div role="alert">
          {problems.map((problem) => (
            <p key={problem} className="mb-1">
              <b>{problem}</b>
            </p>
          ))}
          <p>Nothing else changed.</p>
        </div>
      )}
    </div>
  );
}

function Thumbnails({
  pictures,
  action,
  onChange,
}: {
  pictures: readonly string[];
  action: ((id: string) => ReactNode) | undefined;
  onChange: (label: string, pictures: string[]) => void;
}) {
  return (
    <div className="pictures">
      {pictures.map((id) => (
        <Shown
          key={id}
          id={id}
          action={action?.(id)}
          onRemove={() =>
            onChange(
              "Take a picture off",
              pictures.filter((other) => other !== id),
            )
          }
        />
      ))}
    </div>
  );
}

function AddButtons({
  camera,
  busy,
  file,
}: {
  camera: RefObject<HTMLInputElement | null>;
  busy: boolean;
  file: RefObject<HTMLInputElement | null>;
}) {
  return (
    <div className="row-wrap">
      <Act onAct={() => camera.current?.click()} disabled={busy}>
        Take a picture
      </Act>
      <Act onAct={() => file.current?.click()} disabled={busy}>
        Add from a file
      </Act>
      <span role="status">{busy ? "Shrinking it…" : ""}</span>
    </div>
  );
}

function CameraInput({
  camera,
  title,
  add,
}: {
  camera: RefObject<HTMLInputElement | null>;
  title: string;
  add: (files: FileList | null) => Promise<void>;
}) {
  return (
    <input
      ref={camera}
      type="file"
      accept="image/*"
      capture="environment"
      className="visually-hidden"
      tabIndex={-1}
      aria-label={`${title}: picture from the camera`}
      onChange={({ target }) => void add(target.files)}
    />
  );
}

function FileInput({
  file,
  title,
  add,
}: {
  file: RefObject<HTMLInputElement | null>;
  title: string;
  add: (files: FileList | null) => Promise<void>;
}) {
  return (
    <input
      ref={file}
      type="file"
      accept="image/*"
      multiple
      className="visually-hidden"
      tabIndex={-1}
      aria-label={title === "Pictures" ? "Picture file" : `${title}: picture file`}
      onChange={({ target }) => void add(target.files)}
    />
  );
}

function Shown({ id, action, onRemove }: { id: string; action?: ReactNode; onRemove: () => void }) {
  const url = usePicture(id);
  return (
    <figure>
      {/* A blob of this browser: there is nothing for a server to optimise. */}
      {url ? (
        <img src={url} alt="Picture of the finding" data-testid="picture" />
      ) : (
        <span className="soft">{url === null ? "Not on this device" : "…"}</span>
      )}
      {url && action}
      <Act variant="link" aria-label="Take this picture off" onAct={onRemove}>
        Take it off
      </Act>
    </figure>
  );
}
