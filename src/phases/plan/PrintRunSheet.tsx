"use client";
import { useState } from "react";
import { paperCards } from "@/core/answers/schedule/runPaper";
import { notify } from "@/store/jobs";
import { fileName, saveAsFile } from "@/store/saveFile";
import { toldBy } from "@/core/job/problem";
import { useBay } from "@/bay/state/BayContext";
import { Act } from "@/ui/Act";
import { fullTime, timeText } from "@/ui/time";
import { useFormat } from "@/ui/useFormat";

/** The cards on paper, for a van without a screen. */
export function PrintRunSheet() {
  const { job, assessment, forecast, nowMs } = useBay();
  const { quantity } = useFormat();
  const [printing, setPrinting] = useState(false);
  const print = async () => {
    setPrinting(true);
    try {
      const { runSheetAsPdf } = await import("@/print/printRunSheet");
      const at = (ms: number) => timeText(ms, nowMs);
      saveAsFile(
        `${fileName(job.title)}-run-sheet.pdf`,
        await runSheetAsPdf({
          title: job.title,
          whose: [job.customer, job.place].filter(Boolean).join(" · "),
          cards: paperCards(assessment, forecast.times, quantity, at, forecast.closesFromMs),
          madeOn: fullTime(nowMs),
        }),
      );
    } catch (error) {
      notify(
        toldBy(
          error,
          "The run sheet could not be drawn. Without the network it needs this page to have been open with it once.",
        ),
        "problem",
      );
    }
    setPrinting(false);
  };
  return (
    <Act className="mt-3" disabled={printing} onAct={() => void print()}>
      {printing ? "Drawing the run sheet" : "Run sheet on paper"}
    </Act>
  );
}
