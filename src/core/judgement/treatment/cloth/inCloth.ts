import type { ActionId } from "@/core/ground/catalog/actions";
import { agentOf, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import type { Worked } from "@/core/ground/sums/working";
import { leftByOwner } from "@/core/judgement/diagnosis/background";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { lastJudged, type Context } from "./planContext";
import { waterBudget, type WaterMove } from "./waterBudget";

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
