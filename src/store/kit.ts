import { USUAL_KIT } from "../core/job/kit";
import type { Experience, Kit, OwnTables } from "../core/job/schema";
import type { Shelf } from "./db";
import { experienceNow, useExperience } from "./experience";
import { changeSettings, settingsNow, useSettings } from "./settings";

let last: { own?: OwnTables; shelf?: Shelf; experience?: Experience; kit: Kit } = { kit: USUAL_KIT };

/** The usual kit with what the technician owns, corrected and learnt in its place; the same object until they change. */
function kitWith(own: OwnTables | undefined, shelf: Shelf | undefined, experience: Experience | undefined): Kit {
  if (last.own !== own || last.shelf !== shelf || last.experience !== experience)
    last = {
      own,
      shelf,
      experience,
      kit: { ...USUAL_KIT, ...shelf, ...(own ? { ownTables: own } : {}), ...(experience ? { experience } : {}) },
    };
  return last.kit;
}

export const useKit = (): Kit => {
  const { ownTables, shelf } = useSettings();
  return kitWith(ownTables, shelf, useExperience());
};

export const kitNow = (): Kit => kitWith(settingsNow().ownTables, settingsNow().shelf, experienceNow());

/** Keeps what the Shelf says; own tables and what was learnt stay where they are. */
export const changeShelf = ({ ownTables: _tables, experience: _learnt, ...shelf }: Kit): Promise<boolean> =>
  changeSettings({ shelf });
