import { toldBy } from "@/core/job/problem";
import { actualOf } from "@/core/answers/estimate/actual";
import { USUAL_RATES } from "@/core/answers/estimate/estimate";
import { drynessOf } from "@/core/answers/handback/dryness";
import { ownerSheet, signatureOf, usableWords } from "@/core/answers/handback/sheet";
import { USUAL_CURRENCY } from "@/core/ground/quantity/money";
import { formatQuantity } from "@/core/ground/quantity/format";
import { notify } from "@/store/jobs";
import { pictureData } from "@/store/pictures";
import { fileName, saveAsFile } from "@/store/saveFile";
import { settingsNow } from "@/store/settings";
import { fullTime, timeText } from "@/ui/time";
import type { Bay } from "@/bay/state/BayContext";

const MOST_PICTURES = 6;

/** Makes the sheet as PDF and hands it over; what cannot be made is said. */
export async function savePaper({ job, assessment, forecast, kit, nowMs }: Bay, forOwner: boolean) {
  try {
    const sheet = ownerSheet(job, assessment, nowMs);
    const { history } = assessment;
    const { rates = USUAL_RATES, currency = USUAL_CURRENCY } = settingsNow();
    const signed = signatureOf(assessment);
    const begun = history.done.length > 0;
    const pictures = (
      await Promise.all(
        sheet.pictures.slice(0, MOST_PICTURES).map(async ({ id, words }) => ({ source: await pictureData(id), words })),
      )
    ).flatMap(({ source, words }) => (source === undefined ? [] : [{ source, words }]));
    const { sheetAsPdf } = await import("@/print/printSheet");
    const blob = await sheetAsPdf({
      sheet,
      pictures,
      usable: usableWords(
        assessment,
        { usableMs: forecast.usable?.atMs, nowMs, allDry: !begun || drynessOf(assessment).allDry },
        fullTime,
      ),
      due: sheet.due.map(({ atMs, words }) => ({ when: fullTime(atMs), words })),
      lines: actualOf(job, assessment, kit, rates, 0).lines,
      currency,
      ...(signed
        ? { signed: { name: signed.name, strokes: signed.strokes, when: fullTime(Date.parse(signed.at)) } }
        : {}),
      ...(forOwner
        ? {}
        : {
            workings: history.done.map(({ at, title, zoneIds, minutes, plannedMin, amountMl, waterOnLPerM2 }) => ({
              when: timeText(Date.parse(at), nowMs),
              what: `${title}, ${zoneIds.flatMap((id) => assessment.plan.zones[id]?.view.name ?? []).join(", ")}`,
              numbers: [
                minutes !== undefined &&
                  `${minutes.toFixed(1)} min${plannedMin === undefined ? "" : ` of ${plannedMin.toFixed(1)}`}`,
                amountMl !== undefined && formatQuantity({ value: amountMl, unit: "mL" }, "metric"),
                waterOnLPerM2 !== undefined && `${waterOnLPerM2.toFixed(2)} L/m²`,
              ]
                .filter(Boolean)
                .join(" · "),
            })),
          }),
      madeOn: fullTime(nowMs),
    });
    saveAsFile(`${fileName(job.title)}${forOwner ? "" : "-workings"}.pdf`, blob, "application/pdf");
  } catch (error) {
    notify(toldBy(error, "The sheet could not be made. Print this page from the browser instead."), "problem");
  }
}
