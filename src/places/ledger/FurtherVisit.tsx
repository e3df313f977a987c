"use client";
import { useRouter } from "next/navigation";
import { historyOf } from "@/core/job/history";
import { nextVisit } from "@/core/job/nextVisit";
import type { Job } from "@/core/job/schema";
import { nowIso } from "@/store/clock";
import { putJobs } from "@/store/jobs";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";

/** Begins a further visit from what is known of the pieces; a comeback brings the marks that had gone. */
export function FurtherVisit({ job, comeback = false }: { job: Job; comeback?: boolean }) {
  const router = useRouter();
  const begin = async () => {
    const { outcomes } = historyOf(job);
    const back = Object.keys(outcomes).filter((id) => outcomes[id]!.at(-1) === "gone");
    const next = nextVisit(job, { id: newId(), createdAt: nowIso(), ...(comeback ? { comeback: back } : {}) });
    if (await putJobs([next])) router.push(`/bay?job=${next.id}&phase=look`);
  };
  return <Act onAct={() => void begin()}>{comeback ? "Marks came back" : "Next visit"}</Act>;
}
