import type { AgentGroup, AgentId } from "@/core/ground/catalog/agents";
import type { FamilyId } from "@/core/ground/catalog/families";
import { findingsOn } from "@/core/job/findingKinds";
import type { Job } from "@/core/job/schema";
import { doneOn, stepBase, type History } from "@/core/job/history";
import type { RuleFacts } from "@/core/judgement/rules/judge";
import { fastnessOf, type ZoneView } from "@/core/judgement/zones/zoneView";
import { triedOn } from "@/core/judgement/diagnosis/background";
import { hasHepa } from "@/core/judgement/shelf/shelf";
import type { Context } from "./planContext";

/** At this or colder a belt does not dry out; what nobody measured counts as this cold. Judgement. */
const BELT_COLD_C = 12;

/** What the rules are told of a zone and the marks on it. */
export function factsOf(
  context: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  inCloth: Iterable<AgentGroup>,
): RuleFacts {
  const there = [...inCloth];
  return context.once(view, `facts ${likely.join()} with ${there.join()}`, () =>
    lookedUp(context, view, likely, there),
  );
}

const lookedUp = (
  { job, kit, history, conditions, once }: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  inCloth: readonly AgentGroup[],
): RuleFacts => ({
  // What is no cloth has neither fibre, build nor label.
  materials: view.surface ? [] : view.materials,
  builds: view.surface ? [] : view.builds,
  careCode: view.surface ? "none" : view.careCode,
  neighbours: view.neighbours,
  oldOrFragile: view.oldOrFragile,
  likely,
  inCloth,
  fastness: (agent) =>
    fastnessOf(view, agent) === "unproved" &&
    once(history, `proved ${view.id}`, () => provedOn(history, view.id)).includes(agent)
      ? "proved"
      : fastnessOf(view, agent),
  noPower: job.site.power === "none",
  role: view.role,
  allergies: job.account?.allergies ?? [],
  matters: job.account?.matters,
  seatsLifted: job.account?.liftSeats === true,
  cold: conditions.slow.tempC <= BELT_COLD_C,
  noHepa: !hasHepa(kit),
  shade: view.cloth.shade,
  damage: damageOn(job, view.id),
  waterRuns: fastnessOf(view, "water") === "poor",
  bleachMet: triedOn(job, view.id).some(({ what }) => what === "bleach"),
  surface: view.surface ? [view.surface] : [],
});

const damageOn = (job: Job, zoneId: string) =>
  findingsOn(job, zoneId).flatMap(({ finding }) => (finding.kind === "damage" ? [finding.damage] : []));

/** The key of a colourfastness step names its agents and its cloth. */
export const fastnessSetting = (agents: readonly AgentId[], view: ZoneView) =>
  `${agents.join("+")}@${view.clothOwner.id}${view.clothOwner.of === "group" ? `/${view.clothOwner.group}` : ""}`;

/** What was proved on a zone in this job. */
const provedOn = (history: History, zoneId: string): readonly string[] =>
  doneOn(history, zoneId).flatMap(({ stepKey }) =>
    stepBase(stepKey) === "fastness" ? (stepKey.split(/[:@]/)[1]?.split("+") ?? []) : [],
  );
