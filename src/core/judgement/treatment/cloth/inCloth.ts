import { WETNESSES, type Wetness } from "@/core/ground/catalog/builds";
import type { ActionId } from "@/core/ground/catalog/actions";
import { agentOf, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import { doneOn } from "@/core/job/history";
import type { Worked } from "@/core/ground/sums/working";
import { leftOn } from "@/core/judgement/diagnosis/background";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { placeOf } from "./places";
import { lastJudged, type Context } from "./planContext";
import { waterBudget, type WaterMove } from "./waterBudget";

/** What one zone carries while its steps are laid out one after another. */
export interface ZoneState {
  view: ZoneView;
  /** Groups of the agents in the cloth that nothing has rinsed or aired out yet. */
  inCloth: Set<AgentGroup>;
  /** What was put on last and nothing has rinsed out since; plain water leaves nothing. */
  residue?: AgentId;
  budget: Worked;
  moves: WaterMove[];
}

/** Where the zone stands: water and agents put on since it was last judged dry. */
export function stateNow(context: Context, view: ZoneView): ZoneState {
  const { conditions, history } = context;
  const lastDry = lastJudged(context, view);
  const state: ZoneState = {
    view,
    inCloth: new Set(leftOn(context.job, view.id)),
    ...(view.zone.residue ? { residue: "shampoo" as const } : {}),
    budget: waterBudget(view, conditions, context.minutesLeft),
    moves: lastDry < 0 && view.zone.wet ? [foundWet(view.zone.wet)] : [],
  };
  for (const { action, agent } of doneOn(history, view.id)) remember(state, action as ActionId, agent);
  for (const event of doneOn(history, view.id, lastDry)) {
    const action = event.action as ActionId;
    const { goes = 1, findingId, areaM2, recoveredMl, flushedMm } = event;
    const where = { place: placeOf(context, view, findingId, areaM2), areaM2 };
    for (let go = 0; go < goes; go++) {
      if (go > 0) state.moves.push({ action: "towel-off", ...where });
      state.moves.push({
        ...where,
        action,
        waterOnLPerM2: event.waterOnLPerM2 === undefined ? undefined : event.waterOnLPerM2 / goes,
        wetStrokes: event.wetStrokes,
        dryStrokes: event.dryStrokes,
        pace: event.pace,
        flushedMm,
        eventId: event.id,
        recoveredLPerM2: recoveredMl !== undefined && areaM2 ? recoveredMl / 1000 / areaM2 : undefined,
      });
    }
  }
  return state;
}

/** What was in it when somebody came. */
const foundWet = (wet: Wetness): WaterMove => ({ action: "blot", foundLPerM2: WETNESSES[wet].lPerM2 });

/** Evaporates, is nothing but water, or is there to stay. */
const LEAVES_NOTHING: readonly AgentId[] = ["water", "solvent", "alcohol", "protector"];

/** What a step leaves in the cloth: an agent stays until it is rinsed or drawn off; solvent until it has aired. */
export function remember(state: ZoneState, action: ActionId, agent: AgentId | undefined) {
  const { inCloth } = state;
  if (action === "rinse" || action === "extract") {
    for (const group of [...inCloth]) if (group !== "solvent") inCloth.delete(group);
    delete state.residue;
  } else if (agent && !LEAVES_NOTHING.includes(agent)) state.residue = agent;
  if (action === "air") inCloth.delete("solvent");
  if (agent && agent !== "water")
    for (const group of agentOf(agent).groups) if (group !== "water-borne") inCloth.add(group);
}
