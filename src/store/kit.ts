import { USUAL_KIT } from "../core/catalog/kit";
import type { Kit, OwnTables } from "../core/job/schema";
import type { Shelf } from "./db";
import { changeSettings, settingsNow, useSettings } from "./settings";

let last: { own: OwnTables | undefined; shelf: Shelf | undefined; kit: Kit } = { own: undefined, shelf: undefined, kit: USUAL_KIT };

/** The usual kit with what the technician owns and corrected in its place; the same object until they change. */
function kitWith(own: OwnTables | undefined, shelf: Shelf | undefined): Kit {
  if (last.own !== own || last.shelf !== shelf) last = { own, shelf, kit: { ...USUAL_KIT, ...shelf, ...(own ? { ownTables: own } : {}) } };
  return last.kit;
}

export const useKit = (): Kit => {
  const { ownTables, shelf } = useSettings();
  return kitWith(ownTables, shelf);
};
export const kitNow = (): Kit => kitWith(settingsNow().ownTables, settingsNow().shelf);

/** Keeps what the Shelf says; own tables stay where they are. */
export const changeShelf = ({ ownTables: _tables, ...shelf }: Kit): Promise<string | undefined> => changeSettings({ shelf });
