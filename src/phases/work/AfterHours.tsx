"use client";
import { hoursSaid, workDays } from "@/core/answers/day/hours";
import { useSettings } from "@/store/settings";
import { useBay } from "@/bay/state/BayContext";
import { Num } from "@/ui/Num";
import { timeText } from "@/ui/time";

/** Work that is reckoned from when the hours begin, or would go on after them: said before it is begun. */
export function AfterHours() {
  const { assessment, forecast, nowMs } = useBay();
  const { day } = useSettings();
  const { history, order } = assessment;
  if (order.tasks.length === 0 || history.running.length > 0 || history.done.length > 0) return null;
  if (forecast.beginMs > nowMs)
    return (
      <p className="soft" role="status" data-testid="after-hours">
        Outside your hours: reckoned from {timeText(forecast.beginMs, nowMs)}. Start now, and it goes by now.
      </p>
    );
  const [today, next] = workDays(hoursSaid(day?.hours), nowMs, 2);
  const { atMs } = forecast.finish;
  const isOpen = today && today.openMs <= nowMs;
  if (!today || !next || (isOpen && atMs <= today.closeMs)) return null;
  const fromMs = isOpen ? next.openMs : today.openMs;
  return (
    <p className="soft" role="status" data-testid="after-hours">
      Begun now it goes on after hours. Begun {timeText(fromMs, nowMs)}, hands are done{" "}
      <Num of={forecast.finish} words={timeText(fromMs + (atMs - nowMs), nowMs)} />.
    </p>
  );
}
