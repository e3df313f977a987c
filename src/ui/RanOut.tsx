"use client";
import Link from "next/link";
import { record } from "@/core/job/change";
import { formatDuration } from "@/core/ground/quantity/format";
import { ranOutNoteId } from "@/core/job/waits";
import { nowIso } from "@/store/clock";
import { run, useJob } from "@/store/jobs";
import { Act } from "./Act";
import { useNow } from "./clock";
import { timeText } from "./time";
import { isRanOut, useWaits, type JobWait } from "./waits";

/** Dwells that ran out while nobody looked: told first, with what to do now, until somebody answers. */

/** One at a time can be read; the others follow. */
const MOST_SHOWN = 1;

export function RanOut() {
  const nowMs = useNow();
  const waits = useWaits().filter((wait) => nowMs > 0 && isRanOut(wait, nowMs));
  if (waits.length === 0) return null;
  return (
    <div className="ran-out caution caution-danger no-print" role="alert" data-testid="ran-out">
      {waits.slice(0, MOST_SHOWN).map((wait) => (
        <One key={wait.id} wait={wait} nowMs={nowMs} more={waits.length - MOST_SHOWN} />
      ))}
    </div>
  );
}

function One({ wait, nowMs, more }: { wait: JobWait; nowMs: number; more: number }) {
  const job = useJob(wait.jobId);
  const { id, jobId, where, title, fromMs, minMin, maxMin, zoneIds } = wait;
  const overMs = fromMs + (maxMin ?? minMin) * 60_000;
  const happened = `${maxMin === undefined ? "Left on" : "Dried out"} while nobody looked`;
  const answer = (label: string, words: string) =>
    run(jobId, {
      label,
      ops: [record({ kind: "note", id: ranOutNoteId(id), at: nowIso(), words, zoneIds })],
    });
  return (
    <>
      <h2>
        {happened}: {title.toLowerCase()}, {where}
      </h2>
      <p>
        {maxMin === undefined ? "It had worked long enough at" : "Since"} {timeText(overMs, nowMs)}, for{" "}
        {formatDuration((nowMs - overMs) / 60_000)}
        {job && (
          <>
            , on{" "}
            <Link prefetch={false} href={`/bay?job=${jobId}&phase=work`}>
              {job.title}
            </Link>
          </>
        )}
        . Rinse it out twice with plain water, as wet as this cloth bears, and lift it off each time. Then test for
        residue: press a damp white towel on it. Foam, colour or a slick feel: rinse again.
      </p>
      <div className="row-wrap">
        <Act
          variant="primary"
          onAct={() => answer("Rinsed twice", `${happened}: ${title}. Rinsed twice, tested for residue.`)}
        >
          Rinsed twice and tested
        </Act>
        <Act onAct={() => answer("Lifted in time", `${title}: was lifted in time, written down later.`)}>
          It was lifted in time
        </Act>
        {more > 0 && <span className="soft">{more === 1 ? "One more after this" : `${more} more after this`}</span>}
      </div>
    </>
  );
}
