import type { Kit } from "./schema";
import { AGENT_IDS } from "@/core/ground/catalog/agentIds";

/** What a technician has at hand out of the box. Judgement; the shelf makes it theirs. */
export const USUAL_KIT: Kit = {
  agents: [...AGENT_IDS],
  bottles: [
    { capacityMl: 250, markEveryMl: 10 },
    { capacityMl: 500, markEveryMl: 25 },
    { capacityMl: 1000, markEveryMl: 50 },
    { capacityMl: 8000, markEveryMl: 500 },
  ],
  cupMarkEveryMl: 5,
  machines: {
    "hepa-vacuum": {},
    "wet-vacuum": {},
    extractor: {},
    steamer: {},
    compressor: {},
    drill: {},
    "air-mover": {},
    dehumidifier: {},
    heater: {},
    "ozone-machine": {},
  },
};
