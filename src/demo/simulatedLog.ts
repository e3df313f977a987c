import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";
import type { AgentId } from "../core/ground/catalog/agents";
import type { FamilyId } from "../core/ground/catalog/families";
import type { FibreGroup } from "../core/ground/catalog/fibreGroups";
import type { MaterialId } from "../core/ground/catalog/materials";
import { emptyJob } from "../core/job/newJob";
import type { Job, WorkEvent } from "../core/job/schema";
import { LADDERS } from "../core/ground/catalog/ladders";
import { PACE } from "../core/judgement/treatment/step/minutes";

/** A technician who does not exist, with truths of their own: how often an agent works, and how fast they are. */
export interface Truth {
  /** Chance that an agent makes a mark of a family go on a group of fibre. */
  success: (family: FamilyId, agent: AgentId, fibre: FibreGroup) => number;
  /** Minutes taken over the table's. */
  pace: (action: "agent" | "clean") => number;
}

interface Simulated {
  jobs: number;
  families: readonly FamilyId[];
  fibres: readonly FibreGroup[];
  truth: Truth;
  seed: number;
  /** The last of them is handed back then, ms since 1970; one a day before it. */
  endMs: number;
  perDay?: number;
  /** How its id begins. */
  prefix?: string;
  /** How a job is called, and whose it is. */
  named?: (index: number, family: FamilyId) => Partial<Job>;
  /** What its mark is called. */
  markName?: (family: FamilyId) => string;
}

const CLOTH: Record<FibreGroup, MaterialId> = {
  synthetic: "polyester",
  plant: "cotton",
  "wool-silk": "wool",
  "suede-look": "suede-look",
};

const MINUTE_MS = 60_000;
const iso = (ms: number) => new Date(ms).toISOString();

type Chance = () => number;
const oneOf = <T>(chance: Chance, list: readonly T[]) => list[Math.floor(chance() * list.length)]!;
/** Of the sum of twelve even chances: near enough to normal. */
const normal = (chance: Chance) => Array.from({ length: 12 }, chance).reduce((sum, each) => sum + each, -6);

/** Finished jobs of one mark each, worked rung by rung until it went or the ladder ended. */
export function simulatedLog(simulated: Simulated): Job[] {
  const { jobs, families, fibres, seed, endMs, perDay = 1, prefix = "log" } = simulated;
  const random = xoroshiro128plus(seed);
  const chance: Chance = () => (random.next() >>> 0) / 2 ** 32;
  return Array.from({ length: jobs }, (_, index): Job => {
    const drawn = { index, id: `${prefix}-${index}`, family: oneOf(chance, families), fibre: oneOf(chance, fibres) };
    const beganMs = endMs - ((jobs - 1 - index) * 1440 * MINUTE_MS) / perDay - 180 * MINUTE_MS;
    return finishedJob(simulated, drawn, beganMs, workedThrough(simulated.truth, drawn, beganMs, chance));
  });
}

interface Drawn {
  index: number;
  id: string;
  family: FamilyId;
  fibre: FibreGroup;
}

/** The panel cleaned, then the ladder rung by rung, each looked at when dry. */
function workedThrough(truth: Truth, { id, family, fibre }: Drawn, beganMs: number, chance: Chance): WorkEvent[] {
  const events: WorkEvent[] = [];
  let ms = beganMs;
  const step = (action: "agent" | "clean", areaM2: number, more: Partial<Extract<WorkEvent, { kind: "done" }>>) => {
    const { startMin, minPerM2 } = PACE[action];
    const plannedMin = startMin + areaM2 * minPerM2;
    const minutes = plannedMin * truth.pace(action) * Math.exp(0.25 * normal(chance));
    ms += minutes * MINUTE_MS;
    events.push({
      kind: "done",
      id: `${id}-${events.length}`,
      at: iso(ms),
      stepKey: `${action}-${events.length}:`,
      title: action === "clean" ? "Clean the panel" : "Spot it",
      action,
      zoneIds: ["z"],
      areaM2,
      minutes,
      plannedMin,
      ...more,
    });
  };
  step("clean", 0.4 + chance(), { agent: "neutral-cleaner", partsWater: 20, amountMl: 200 });
  for (const { does } of LADDERS[family]) {
    const last = does.findLast((each) => each.action === "agent");
    if (last?.action !== "agent") continue;
    step("agent", 0.02, { agent: last.agent, partsWater: 4, amountMl: 30, findingId: "m", family, fibre });
    const result = chance() < truth.success(family, last.agent, fibre) ? "gone" : "better";
    ms += 20 * MINUTE_MS;
    events.push({ kind: "outcome", id: `${id}-${events.length}`, at: iso(ms), findingId: "m", result });
    if (result === "gone") break;
  }
  events.push({ kind: "handed-back", id: `${id}-back`, at: iso(ms + 10 * MINUTE_MS), damp: false });
  return events;
}

/** A chair with one mark. */
function finishedJob(
  { named, markName }: Simulated,
  { index, id, family, fibre }: Drawn,
  beganMs: number,
  events: WorkEvent[],
): Job {
  return {
    ...emptyJob({ id, title: `Job ${index}`, createdAt: iso(beganMs) }),
    events,
    promises: { handBackAt: iso(beganMs + 120 * MINUTE_MS), dampHandBackAgreed: false },
    pieces: {
      order: ["p"],
      byId: {
        p: {
          name: "Chair",
          template: "armchair",
          lengthMm: 700,
          depthMm: 600,
          backMm: 600,
          cloth: { material: CLOTH[fibre], build: "cover-on-foam", condition: "sound" },
        },
      },
    },
    zones: { order: ["z"], byId: { z: { pieceId: "p", part: "base" } } },
    findings: {
      order: ["m"],
      byId: {
        m: {
          kind: "mark",
          zoneId: "z",
          ...(markName ? { name: markName(family) } : {}),
          centre: { xMm: 100, yMm: 100 },
          size: { widthMm: 80, heightMm: 80 },
          evidence: {},
        },
      },
    },
    ...named?.(index, family),
  };
}
