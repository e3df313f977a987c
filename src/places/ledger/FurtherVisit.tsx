"use client";
import { useRouter } from "next/navigation";
import { historyOf } from "@/core/job/history";
import { nextVisit } from "@/core/job/nextVisit";
import { nowIso } from "@/store/clock";
import { fetchJobs, jobNow, putJobs } from "@/store/jobs";
import { newId } from "@/store/newId";
import { Act } from "@/ui/Act";

/** Begins a further visit from what is known of the pieces; a comeback brings the marks that had gone. */
export function FurtherVisit({ jobId, comeback = false }: { jobId: string; comeback?: boolean }) {
  const router = useRouter();
  const begin = async () => {
    await fetchJobs([jobId]);
    const job = jobNow(jobId);
    if (!job) return;
    const { outcomes } = historyOf(job);
    const back = Object.keys(outcomes).filter((id) => outcomes[id]!.at(-1) === "gone");
    const next = nextVisit(job, { id: newId(), createdAt: nowIso(), ...(comeback ? { comeback: back } : {}) });
    if (await putJobs([next])) router.push(`/bay?job=${next.id}&phase=look`);
  };
  return <Act onAct={() => void begin()}>{comeback ? "Marks came back" : "Next visit"}</Act>;
}
