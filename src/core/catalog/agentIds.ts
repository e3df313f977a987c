/** Every agent by its id, in the order of the shelf: what a shelf or a job names without its row (`agents.ts`). */
export const AGENT_IDS = [
  "water", "neutral-cleaner", "shampoo", "alkaline-prespray", "degreaser", "enzyme", "acid-spotter", "acid-rinse", "peroxide", "reducer", "solvent",
  "citrus-solvent", "alcohol", "gel-gum", "oxalic-rust", "gentle-detergent", "disinfectant", "protector", "defoamer", "vapour-sachet",
  "leather-conditioner", "glass-cleaner",
] as const;
export type AgentId = (typeof AGENT_IDS)[number];
