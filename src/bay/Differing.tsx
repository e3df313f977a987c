"use client";
import { useMemo } from "react";
import { differingOf, isTakenOff, type Differing as Difference } from "@/core/job/mergeJobs";
import { describedAt } from "@/core/job/described";
import { findingName } from "@/core/job/findingKinds";
import { decide, removeFinding } from "@/core/job/change";
import { opPathOf, recordOf } from "@/core/job/leaves";
import { own } from "@/core/job/lookUp";
import { removeZoneOps } from "@/core/job/zoneOps";
import type { Op } from "@/core/job/commands";
import type { Job } from "@/core/job/schema";
import { notify } from "@/store/jobs";
import { Act } from "@/ui/Act";
import { useBay } from "./state/BayContext";

/** What two devices said otherwise of one thing: both are shown, until somebody picks one. */

const MOST_SHOWN = 3;

export function Differing() {
  const { job, views, run } = useBay();
  const differing = useMemo(() => differingOf(job), [job]);
  if (differing.length === 0) return null;
  const nameOf = (path: string) => nameIn(job, path, (id) => views.find((view) => view.id === id)?.name);
  return (
    <section className="caution differing no-print" data-testid="differing" aria-labelledby="differing-title">
      <h2 id="differing-title">Two devices differ: pick what is right</h2>
      <ul className="list-unstyled mb-0">
        {differing.slice(0, MOST_SHOWN).map((each) => (
          <li key={each.path} className="row-between">
            <span>
              {nameOf(each.path)}
              {isTakenOff(each) && ": taken off on one device, worked on with the other"}
            </span>
            <span className="row-wrap">
              {isTakenOff(each) ? (
                <Record job={job} difference={each} run={run} name={nameOf(each.path)} />
              ) : (
                [each.shown, ...each.others].map((value) => (
                  <Act
                    key={JSON.stringify(value) ?? ""}
                    aria-label={`${nameOf(each.path)}: ${inShort(value)}`}
                    onAct={() => run(`${nameOf(each.path)}: ${inShort(value)}`, decide(each.path, value))}
                  >
                    {inShort(value)}
                  </Act>
                ))
              )}
            </span>
          </li>
        ))}
      </ul>
      {differing.length > MOST_SHOWN && <p className="soft">{differing.length - MOST_SHOWN} more after these</p>}
    </section>
  );
}

interface RecordProps {
  job: Job;
  difference: Difference;
  name: string;
  run: (label: string, ...ops: Op[]) => void;
}

/** A record that one took off while another worked on it. */
function Record({ job, difference: { path }, name, run }: RecordProps) {
  const { collection, id } = recordOf(path)!;
  const takeOff = () => {
    if (collection === "findings") return run(`Take off ${name}`, removeFinding(id));
    const change = removeZoneOps(job, id);
    if (!change.ok) return notify(change.because, "problem");
    run(`Take off ${name}`, ...change.ops);
  };
  const keep = () => run(`Keep ${name}`, decide(path, own<object>(job[collection].byId, id)));
  return (
    <>
      <Act aria-label={`Keep ${name}`} onAct={keep}>
        Keep it
      </Act>
      {collection !== "pieces" && (
        <Act aria-label={`Take off ${name}`} onAct={takeOff}>
          Take it off
        </Act>
      )}
    </>
  );
}

/** Whose field it is, and which. */
function nameIn(job: Job, path: string, zoneName: (id: string) => string | undefined): string {
  const record = recordOf(path);
  if (!record) return describedAt(opPathOf(path));
  const { collection, id } = record;
  const piece = collection === "pieces" ? own(job.pieces.byId, id)?.name : undefined;
  const owner = collection === "findings" ? findingName(job, id) : (zoneName(id) ?? piece ?? id);
  if (path.endsWith("/")) return owner;
  const field = describedAt(opPathOf(path), own(job.findings.byId, id)?.kind);
  return `${owner}: ${field.charAt(0).toLowerCase()}${field.slice(1)}`;
}

/** A value as it fits on a button. */
function inShort(value: unknown): string {
  if (value === undefined || value === "") return "not said";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "string") return value.replace(/^[a-z-]+$/, (id) => id.replaceAll("-", " "));
  if (Array.isArray(value))
    return value.length === 0 ? "none" : value.every(isShort) ? value.join(", ") : "as drawn there";
  if (typeof value === "object" && value !== null)
    return Object.values(value).filter(isShort).map(String).join(" × ") || "as drawn there";
  return String(value);
}

const isShort = (value: unknown) => typeof value === "string" || typeof value === "number";
