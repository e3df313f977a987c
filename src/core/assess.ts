import { agentOf } from "./catalog/agents";
import { gasPlanOf, type GasPlan } from "./treatment/airTreatment";
import { dryingOfZone } from "./treatment/schools";
import { hadSewage } from "./diagnosis/background";
import type { Diagnosis } from "./diagnosis/diagnose";
import type { Drying } from "./drying/drying";
import { longestDryH } from "./drying/longest";
import type { History } from "./job/history";
import type { Job, Kit } from "./job/schema";
import { boosterFor } from "./mixing/booster";
import { mixesOf, type BottleMix } from "./mixing/mixes";
import { contextOf, stateNow, type Context } from "./treatment/context";
import { besideSteps } from "./treatment/extras";
import { dryProtection, planJob, type Plan } from "./treatment/plan";
import type { Caution } from "./treatment/step";
import { recoveryOf } from "./treatment/recovery";
import { cleanerLeft, depthOf, waterCourse } from "./treatment/water";
import type { Worked } from "./quantity/working";

export interface ZoneDrying extends Drying {
  depth: Worked;
  allowed: Worked;
  tooDeep: boolean;
  /** How far the cleaner in it was thinned, where one went on. */
  cleanerLeft?: Worked;
  /** What a dry stroke takes here, where tank marks were read. */
  recovery?: Worked;
}

/** Everything the tool has to say of a job; screens draw it and the planning interface sends it. */
export interface Assessment {
  diagnosis: Record<string, Diagnosis>;
  plan: Plan;
  mixes: BottleMix[];
  /** By zone, for those that get wet. */
  drying: Record<string, ZoneDrying>;
  cautions: Caution[];
  history: History;
  /** Treatment of the air, when the job asks for one. */
  gas?: GasPlan;
}

/** One way through: the document and the kit in, results with their workings out. asOf is an ISO time with its offset. */
export function assess(job: Job, kit: Kit, asOf: string): Assessment {
  const context = contextOf(job, kit, asOf);
  const plan = planJob(job, kit, asOf);
  const drying: Assessment["drying"] = {};
  for (const [zoneId, { moves, view }] of Object.entries(plan.zones)) {
    if (!moves.some(({ waterOnLPerM2 = 0 }) => waterOnLPerM2 > 0)) continue;
    const recovery = recoveryOf(context, view);
    const { left, peakLPerM2 } = waterCourse(moves, view, recovery.value);
    drying[zoneId] = { ...dryingOfZone(context, view, left), ...depthOf(peakLPerM2, view), cleanerLeft: cleanerLeft(moves, view, recovery.value), ...(recovery.working.formula === "water.recoveryFit" ? { recovery } : {}) };
  }
  const views = Object.values(plan.zones).map(({ view }) => view);
  // A zone that was referred is left alone.
  const referred = new Set(Object.values(plan.marks).flatMap(({ state, zoneId }) => (state === "referred" ? [zoneId] : [])));
  const open = views.filter(({ id }) => !referred.has(id));
  const wet = isWet(context, drying, asOf);
  const sewage = hadSewage(job.account);
  if (job.choices.protect === "dry" && plan.steps.length === 0 && !wet && !sewage) plan.steps.push(...dryProtection(context, plan, open));
  if (!sewage) plan.steps.push(...besideSteps(context, open));
  const gas = gasPlanOf(context, views, {
    workLeft: plan.steps.length > 0,
    wet,
    referred: sewage || referred.size > 0,
  });
  plan.steps.push(...(gas?.steps ?? []));
  const cautions = [...new Map(plan.steps.flatMap((step) => step.cautions).map((caution) => [caution.id, caution])).values()];
  return {
    diagnosis: Object.fromEntries(Object.values(plan.marks).map(({ findingId, diagnosis }) => [findingId, diagnosis])),
    plan,
    mixes: mixesOf(plan.steps, job, kit).map((mix) => withBooster(context, plan, mix)),
    drying,
    cautions,
    history: context.history,
    ...(gas ? { gas } : {}),
  };
}

/** What may go into a bottle for the grease on the panels it is used on. */
function withBooster(context: Context, plan: Plan, mix: BottleMix): BottleMix {
  const zoneIds = plan.steps.flatMap(({ key, zoneIds, action }) => (action === "clean" && mix.steps.includes(key) ? zoneIds : []));
  const zones = [...new Set(zoneIds)].map((id) => {
    const { view, likely } = plan.zones[id]!;
    const toCome = plan.steps.filter(({ zoneIds: on }) => on.includes(id)).flatMap(({ agent }) => (agent ? agentOf(agent).groups : []));
    return { view, likely, meets: [...stateNow(context, view).inCloth, ...toCome] };
  });
  const booster = boosterFor(context, mix.agent, mix.marked.total.value, zones);
  return booster ? { ...mix, booster } : mix;
}

/** Something got wet, and its drying is not over or was never begun. */
function isWet({ history }: Context, drying: Assessment["drying"], asOf: string): boolean {
  const setToDry = history.done.findLast(({ action }) => action === "set-to-dry");
  const longestH = longestDryH(drying);
  return longestH > 0 && (!setToDry || Date.parse(asOf) < Date.parse(setToDry.at) + longestH * 3_600_000);
}
