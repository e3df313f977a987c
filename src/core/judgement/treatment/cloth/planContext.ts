import { agentOf, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import type { FamilyId } from "@/core/ground/catalog/families";
import { historyOf, stepBase, type History } from "@/core/job/history";
import { backgroundOf, certainly, leftByOwner } from "@/core/judgement/diagnosis/background";
import { diagnose, type Background, type Diagnosis } from "@/core/judgement/diagnosis/diagnose";
import type { Job, Kit, MarkFinding, MouldFinding, ReadingEvent } from "@/core/job/schema";
import type { Worked } from "@/core/ground/sums/working";
import type { ActionId } from "@/core/ground/catalog/actions";
import { conditionsOf, type Conditions } from "@/core/judgement/zones/conditions";
import { fastnessOf, type ZoneView } from "@/core/judgement/zones/zoneView";
import type { RuleFacts } from "@/core/judgement/rules/judge";
import { waterBudget, type WaterMove } from "./waterBudget";

/** What planning one job looks at throughout. */
export interface Context {
  job: Job;
  kit: Kit;
  history: History;
  conditions: Conditions;
  /** Minutes until the piece was promised usable; undefined without a promise. */
  minutesLeft?: number;
}

export function contextOf(job: Job, kit: Kit, asOf: string): Context {
  const history = historyOf(job);
  // Once the work has begun the schools stay as they were weighed then, not as the clock runs.
  const begun = history.standing.find(({ kind }) => kind === "start")?.at ?? asOf;
  const { usableAt } = job.promises;
  return {
    job,
    kit,
    history,
    conditions: conditionsOf(job.site),
    minutesLeft: usableAt === undefined ? undefined : (Date.parse(usableAt) - Date.parse(begun)) / 60_000,
  };
}

/** What the drawing and the owner's account say of marks on a zone. */
export const backgroundFor = ({ job, kit }: Context, view: ZoneView): Background =>
  backgroundOf(job.account, view.role, kit);

/** What a mark on a zone is likely to be; mould that was seen and named is mould. */
export const diagnosisOf = (context: Context, view: ZoneView, finding: MarkFinding | MouldFinding): Diagnosis =>
  finding.kind === "mould"
    ? diagnose({}, certainly("mould"))
    : diagnose(finding.evidence, backgroundFor(context, view));

/** The same job as it stood on this zone before the present round of work, to see what that round began with. */
export function beforeThisRound(context: Context, view: ZoneView): Context {
  const { standing, done } = context.history;
  const lastDry = lastJudged(context, view);
  const now = new Set<unknown>(
    standing.filter(
      (event, index) =>
        index > lastDry &&
        (event.kind === "done" || event.kind === "skip") &&
        event.zoneIds.includes(view.id) &&
        stepBase(event.stepKey) !== "fastness",
    ),
  );
  if (now.size === 0) return context;
  return {
    ...context,
    history: {
      ...context.history,
      standing: standing.filter((event) => !now.has(event)),
      done: done.filter((event) => !now.has(event)),
    },
  };
}

/** The last surface temperature read on a zone, °C. */
export const surfaceTempOf = ({ history }: Context, zoneId: string): number | undefined =>
  history.standing.findLast(
    (event): event is ReadingEvent =>
      event.kind === "reading" && event.instrument === "surface" && event.zoneId === zoneId,
  )?.value;

const lastJudged = ({ job, history }: Context, view: ZoneView) =>
  history.standing.findLastIndex(
    (event) => event.kind === "outcome" && job.findings.byId[event.findingId]?.zoneId === view.id,
  );

/** What one zone carries while its steps are laid out one after another. */
export interface ZoneState {
  view: ZoneView;
  /** Groups of the agents in the cloth that nothing has rinsed or aired out yet. */
  inCloth: Set<AgentGroup>;
  budget: Worked;
  usedLPerM2: number;
  moves: WaterMove[];
}

/** Where the zone stands: water and agents put on since it was last judged dry. */
export function stateNow(context: Context, view: ZoneView): ZoneState {
  const { conditions, history } = context;
  const lastDry = lastJudged(context, view);
  const state: ZoneState = {
    view,
    inCloth: new Set(leftByOwner(context.job.account)),
    budget: waterBudget(view, conditions, context.minutesLeft),
    usedLPerM2: 0,
    moves: [],
  };
  history.standing.forEach((event, index) => {
    if (event.kind !== "done" || !event.zoneIds.includes(view.id)) return;
    const action = event.action as ActionId;
    remember(state, action, event.agent);
    if (index <= lastDry) return;
    state.usedLPerM2 += event.waterOnLPerM2 ?? 0;
    state.moves.push({
      action,
      waterOnLPerM2: event.waterOnLPerM2,
      wetStrokes: event.wetStrokes,
      dryStrokes: event.dryStrokes,
      pace: event.pace,
      eventId: event.id,
      recoveredLPerM2:
        event.recoveredMl !== undefined && event.areaM2 ? event.recoveredMl / 1000 / event.areaM2 : undefined,
    });
  });
  return state;
}

/** What a step leaves in the cloth: an agent stays until it is rinsed or drawn off; solvent until it has aired. */
export function remember({ inCloth }: ZoneState, action: ActionId, agent: AgentId | undefined) {
  if (action === "rinse" || action === "extract")
    for (const group of [...inCloth]) if (group !== "solvent") inCloth.delete(group);
  if (action === "air") inCloth.delete("solvent");
  if (agent && agent !== "water")
    for (const group of agentOf(agent).groups) if (group !== "water-borne") inCloth.add(group);
}

/** At this or colder a belt does not dry out; what nobody measured counts as this cold. Judgement. */
const BELT_COLD_C = 12;

/** What the rules are told of a zone and the marks on it. */
export const factsOf = (
  { job, history, conditions }: Context,
  view: ZoneView,
  likely: readonly FamilyId[],
  inCloth: Iterable<AgentGroup>,
): RuleFacts => ({
  materials: view.materials,
  builds: view.builds,
  careCode: view.careCode,
  neighbours: view.neighbours,
  oldOrFragile: view.oldOrFragile,
  likely,
  inCloth: [...inCloth],
  fastness: (agent) =>
    fastnessOf(view, agent) === "unproved" && fastnessDone(history, agent, view.id)
      ? "proved"
      : fastnessOf(view, agent),
  noPower: job.site.power === "none",
  role: view.role,
  allergies: job.account?.allergies ?? [],
  matters: job.account?.matters,
  seatsLifted: job.account?.liftSeats === true,
  cold: conditions.slow.tempC <= BELT_COLD_C,
});

/** The key of a colourfastness step names its agents and its cloth. */
export const fastnessSetting = (agents: readonly AgentId[], view: ZoneView) =>
  `${agents.join("+")}@${view.clothOwner.id}`;

const fastnessDone = (history: History, agent: AgentId, zoneId: string) =>
  history.done.some(
    ({ stepKey, zoneIds }) =>
      stepBase(stepKey) === "fastness" &&
      zoneIds.includes(zoneId) &&
      stepKey.split(/[:@]/)[1]?.split("+").includes(agent),
  );
