import { USUAL_KIT } from "../core/catalog/kit";
import type { Kit, OwnTables } from "../core/job/schema";
import { settingsNow, useSettings } from "./settings";

let last: { own: OwnTables | undefined; kit: Kit } = { own: undefined, kit: USUAL_KIT };

/** The usual kit with the technician's own corrections; the same object until they change. */
function kitWith(own: OwnTables | undefined): Kit {
  if (last.own !== own) last = { own, kit: own ? { ...USUAL_KIT, ownTables: own } : USUAL_KIT };
  return last.kit;
}

export const useKit = (): Kit => kitWith(useSettings().ownTables);
export const kitNow = (): Kit => kitWith(settingsNow().ownTables);
