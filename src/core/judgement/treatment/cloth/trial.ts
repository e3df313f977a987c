import { same } from "@/core/job/commands";
import type { TrialEvent } from "@/core/job/schema";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";
import type { Context } from "./planContext";

const isSameCloth = (a: ZoneView, b: ZoneView) =>
  same([a.clothOwner, a.materials, a.builds], [b.clothOwner, b.materials, b.builds]);

/**
 * How a trial patch came out that stands for this zone: one on it, or on another of the same cloth as soiled.
 * The last one counts.
 */
export function trialOn(context: Context, view: ZoneView): TrialEvent | undefined {
  const trials = context.history.standing.filter((event): event is TrialEvent => event.kind === "trial");
  if (trials.length === 0 || !view.soil) return undefined;
  const views = context.once(context.job, "views", () => zoneViews(context.job));
  return trials.findLast(({ zoneIds }) =>
    views.some(
      (tried) =>
        zoneIds.includes(tried.id) &&
        (tried.id === view.id || (isSameCloth(tried, view) && tried.soil?.level === view.soil?.level)),
    ),
  );
}
