"use client";
import { own } from "@/core/job/lookUp";
import { useSearchParams } from "next/navigation";
import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import type { Assessment } from "@/core/answers/assess/assess";
import type { PlacedKindId } from "@/core/job/findingKinds";
import { rebased, type Op } from "@/core/job/commands";
import type { Point } from "@/core/ground/pieces/geometry";
import type { Finding, Job, Kit } from "@/core/job/schema";
import { forecastAt, type Forecast } from "@/core/answers/schedule/forecast";
import { taskAt, timesOf, type OrderTask, type TaskTime } from "@/core/answers/schedule/times";
import { useGoesOn } from "@/ui/useGoesOn";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { jobNow, run as runCommand, useJob } from "@/store/jobs";
import { useKit } from "@/store/kit";
import { useNow } from "@/ui/clock";
import { useAssessed } from "./useAssessed";
import { phaseIn, pushParams, type Pointer } from "./params";
import { FIRST_LENS, LENSES, type LensId, type PhaseId } from "./phases";

export interface Bay {
  job: Job;
  phase: PhaseId;
  lens: LensId;
  views: ZoneView[];
  /** The zone in hand; the first when none was chosen. */
  zone: ZoneView | undefined;
  findingId: string | undefined;
  finding: Finding | undefined;
  assessment: Assessment;
  forecast: Forecast;
  /** Whose run sheet is shown, from 1. */
  hands: number;
  /** What these hands are at, or what comes first for them. */
  now: (OrderTask & { at: number; time: TaskTime }) | undefined;
  nowMs: number;
  kit: Kit;
  /** The moment plans are weighed at, ISO. */
  asOf: string;
  go: (
    to: Partial<{ phase: PhaseId; zone: string; lens: LensId; finding: string | null; hands: string | null }>,
  ) => void;
  run: (label: string, ...ops: Op[]) => void;
  /** What the next tap on the map does; nothing special while undefined. */
  tool: MapTool | undefined;
  setTool: (tool: MapTool | undefined) => void;
  /** Hours of drying that the dry lens shows; as the forecast has it while undefined. */
  dryAtH: number | undefined;
  setDryAtH: (hours: number | undefined) => void;
}

/** Placing a finding, dragging the corners of the zone in hand, drawing a new zone, or taking several zones at once. */
export type MapTool =
  | { kind: "place"; what: PlacedKindId }
  | { kind: "shape" }
  | { kind: "draw"; corners: Point[] }
  | { kind: "several"; zoneIds: readonly string[] };

const Context = createContext<Bay | undefined>(undefined);

/** The job in the bay; only inside the bay's frame. */
export function useBay(): Bay {
  const bay = useContext(Context);
  if (!bay) throw new Error("useBay is for what stands inside the bay.");
  return bay;
}

const MINUTES_5 = 300_000;

const viewsOf = (job: Job, { plan }: Assessment): ZoneView[] =>
  job.zones.order.flatMap((id) => plan.zones[id]?.view ?? []);

/** What of a job the address points at. */
function pointedAt(
  params: Pointer,
  job: Job,
  { order }: Assessment,
  nowMs: number,
  { beginMs, times: planned }: Forecast,
  views: ZoneView[],
) {
  // Whoever wants to may begin at once.
  const times = beginMs > nowMs ? timesOf(order, nowMs) : planned;
  const phase = phaseIn(params);
  const findingId = params.get("finding") ?? undefined;
  const finding = findingId ? own(job.findings.byId, findingId) : undefined;
  const hands = Math.min(order.people, Math.max(1, Number(params.get("hands")) || 1));
  const at = taskAt(order, hands);
  const now = at < 0 ? undefined : { ...order.tasks[at]!, at, time: times[at]! };
  const atWork = phase === "work" ? now?.step.zoneIds[0] : undefined;
  const zoneId = params.get("zone") ?? finding?.zoneId ?? atWork;
  return {
    phase,
    hands,
    now,
    finding,
    findingId: finding && findingId,
    lens: LENSES.find(({ id }) => id === params.get("lens"))?.id ?? FIRST_LENS[phase],
    zone: views.find(({ id }) => id === zoneId) ?? views[0],
  };
}

/** Moves inside the bay. Coming to Work the drawing follows the step, not what was looked at before. */
const goFrom =
  (phase: PhaseId): Bay["go"] =>
  ({ phase: to, ...rest }) =>
    pushParams({
      ...rest,
      ...(to ? { phase: to } : {}),
      ...(to && to !== phase ? { lens: null } : {}),
      ...(to === "work" ? { zone: null, finding: null } : {}),
    });

export function BayProvider({
  children,
  missing,
  waiting,
  unplanned,
}: {
  children: ReactNode;
  missing: ReactNode;
  waiting: ReactNode;
  unplanned: (job: Job, problem: string) => ReactNode;
}) {
  const params = useSearchParams();
  const stored = useJob(params.get("job"));
  const kitNow = useKit();
  const nowMs = useNow();
  const [tool, setTool] = useState<MapTool>();
  const [dryAtH, setDryAtH] = useState<number>();

  // Plans do not need the second hand: the moment they are weighed at moves every five minutes.
  const assessed = useAssessed(stored, kitNow, Math.floor(nowMs / MINUTES_5) * MINUTES_5);
  const made = assessed?.planned.ok ? assessed.planned.assessment : undefined;
  const views = useMemo(() => (assessed && made ? viewsOf(assessed.job, made) : []), [assessed, made]);
  const goesOn = useGoesOn();
  const beginMs = assessed && made ? goesOn(assessed.job, made.history, nowMs) : nowMs;
  const forecast = useMemo(
    () => (assessed && made ? forecastAt(made, assessed.job, nowMs, beginMs) : undefined),
    [assessed, made, nowMs, beginMs],
  );

  if (stored && assessed && !assessed.planned.ok) return unplanned(assessed.job, assessed.planned.problem);
  if (!assessed || !made || !forecast) return stored ? waiting : missing;
  const { job, kit, asOf } = assessed;
  const pointed = pointedAt(params, job, made, nowMs, forecast, views);
  const bay: Bay = {
    ...{ job, kit, asOf, nowMs, views, assessment: made, forecast, tool, setTool, dryAtH, setDryAtH },
    ...pointed,
    go: goFrom(pointed.phase),
    // A tap is given on what the screen shows, which is a plan behind the job by a moment.
    run: (label, ...ops) => runCommand(job.id, { label, ops: rebased(ops, job, jobNow(job.id) ?? job) }),
  };
  return <Context value={bay}>{children}</Context>;
}
