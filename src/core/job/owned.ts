import { USUAL_KIT } from "./kit";
import type { Kit } from "./schema";

/** What somebody owns, in one answer; each machine is told apart on the Shelf afterwards. Judgement. */

type Machines = Kit["machines"];

const OWNED = {
  hands: { name: "Hands and towels", machines: [] },
  "wet-vacuum": { name: "A wet vacuum too", machines: ["hepa-vacuum", "wet-vacuum"] },
  extractor: { name: "An extractor too", machines: ["hepa-vacuum", "wet-vacuum", "extractor", "air-mover"] },
  everything: { name: "Everything", machines: Object.keys(USUAL_KIT.machines) as (keyof Machines)[] },
} as const satisfies Record<string, { name: string; machines: readonly (keyof Machines)[] }>;

export type OwnedId = keyof typeof OWNED;
export const OWNED_CHOICES = (Object.keys(OWNED) as OwnedId[]).map((id) => ({ id, name: OWNED[id].name }));

/** A kit with the machines of one answer; what was entered of a machine that stays is kept. */
export const kitOwning = (kit: Kit, owned: OwnedId): Kit => ({
  ...kit,
  machines: Object.fromEntries(
    OWNED[owned].machines.map((id) => [id, kit.machines[id] ?? USUAL_KIT.machines[id] ?? {}]),
  ) as Machines,
});

/** The answer whose machines these are; none where somebody chose machine by machine. */
export const ownedOf = ({ machines }: Kit): OwnedId | undefined =>
  OWNED_CHOICES.find(
    ({ id }) =>
      OWNED[id].machines.length === Object.keys(machines).length && OWNED[id].machines.every((m) => machines[m]),
  )?.id;
