/** What a step can be. The rules speak of these. */
export const ACTIONS = {
  "check-first": { name: "Look before you wet it" },
  "fastness-check": { name: "Colourfastness on a hidden place" },
  blot: { name: "Blot a fresh spill" },
  presoak: { name: "Soak caked mud" },
  "hair-lift": { name: "Lift hair" },
  "dry-removal": { name: "Lift dry soil" },
  scrape: { name: "Chill and scrape" },
  agent: { name: "Agent on the mark" },
  clean: { name: "Cleaner on the panel" },
  work: { name: "Work it in" },
  rinse: { name: "Rinse" },
  "towel-off": { name: "Towel off what has come up" },
  air: { name: "Air until the solvent has gone" },
  extract: { name: "Rinse and draw off" },
  steam: { name: "Steam through a towel" },
  finish: { name: "Raise the pile" },
  "set-to-dry": { name: "Set to dry" },
  "take-out": { name: "Take it out" },
  trial: { name: "Trial patch" },
  blow: { name: "Blow the seams out" },
  seams: { name: "Brush out the seams" },
  beside: { name: "Beside the cloth" },
  "power-off": { name: "Battery off, wait" },
  gas: { name: "Treat the air" },
  "gas-out": { name: "Air the gas out" },
} as const;

export type ActionId = keyof typeof ACTIONS;
export const ACTION_IDS = Object.keys(ACTIONS) as [ActionId, ...ActionId[]];

/** Actions with a motor, heat or spark near the cloth. */
export const POWERED_ACTIONS: readonly ActionId[] = ["dry-removal", "hair-lift", "blow", "seams", "extract", "steam"];

/**
 * Hands wait it out: it is done when its dwell is over, not when hands are off it.
 * @example isWaitedOut("air") // true
 */
export const isWaitedOut = (action: string): boolean =>
  action === "air" || action === "gas" || action === "gas-out" || action === "power-off";

/**
 * The dwell after it guards a person, so nothing cuts it short.
 * @example guardsPerson({ action: "agent", agent: "disinfectant" }) // true
 */
export const guardsPerson = ({ action, agent }: { action: string; agent?: string }): boolean =>
  isWaitedOut(action) || agent === "disinfectant";
