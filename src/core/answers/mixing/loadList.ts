import type { GasId } from "@/core/ground/catalog/gases";
import type { GasPlan } from "@/core/judgement/treatment/extra/airTreatment";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import type { AgentId } from "@/core/ground/catalog/agents";
import { machineOf, type MachineId } from "@/core/ground/catalog/machines";
import type { Kit } from "@/core/job/schema";
import { LOAD_FORMULAS } from "@/core/ground/sums/loadFormulas";
import { input, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { extractorFor, machineOn } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import type { RoleId } from "@/core/ground/catalog/roles";
import type { Step } from "@/core/judgement/treatment/step/step";
import type { BottleMix } from "./mixes";
import { CIRCUIT_W, machineFor, usesAs } from "@/core/judgement/shelf/circuit";

/** What goes into the van: product, water, tanks, towels, power; for one job or for several in a day. */
export interface ProductLoad {
  agent: AgentId;
  /** Neat product, with what is spare in each mix. */
  productMl: Worked;
  /** What is left of it; undefined while nobody has said. */
  leftMl?: number;
  stock: "enough" | "low" | "short" | "unknown";
  /** To buy, whole packs; 0 when there is enough. */
  packs: number;
  packMl: number;
  cost: Worked;
}

export interface LoadList {
  products: ProductLoad[];
  /** Clean water to carry or draw. */
  waterL: Worked;
  /** Of the extractor's tanks; undefined when nothing is drawn off. */
  tanks?: { machine: MachineId; fills: Worked; empties: Worked };
  towels: { kind: "terry" | "microfibre"; count: Worked }[];
  /** Machines that plug in, with what they draw. */
  power: { machine: MachineId; watts: Worked }[];
  /** Everything at once, against one usual circuit. */
  togetherW: Worked;
  overloads: boolean;
  batteries: { machine: MachineId; charges: Worked }[];
  /** What else a later step will need, in words. */
  also: string[];
}

/** A job's plan as the list needs it. */
export interface LoadJob {
  steps: readonly Step[];
  mixes: readonly BottleMix[];
  roleOf: (zoneId: string) => RoleId | undefined;
  areaOf: (zoneId: string) => number;
  /** The air that is to be treated when the cloth is done. */
  gas?: GasId;
}

export const loadJob = ({
  plan,
  mixes,
  gas,
}: {
  plan: Pick<Plan, "steps" | "later" | "zones">;
  mixes: readonly BottleMix[];
  gas?: Pick<GasPlan, "gas" | "stillH" | "steps">;
}): LoadJob => ({
  steps: [...plan.steps, ...plan.later],
  mixes,
  ...(gas && (gas.stillH > 0 || gas.steps.length > 0) ? { gas: gas.gas } : {}),
  roleOf: (id) => plan.zones[id]?.view.role,
  areaOf: (id) => plan.zones[id]?.view.areaM2.value ?? 0,
});

/** What a white towel of 40 × 60 cm takes up, L. Judgement: about 80 g that holds three times its weight. */
const TOWEL_L = 0.24;
/** Towels put by for proofs and wiping down, a job. Judgement. */
const TOWELS_SPARE = 2;
/** Under this share of a pack it runs low. Judgement. */
const LOW_SHARE = 0.2;
/** What an extractor draws off again of what it puts on, for its recovery tank: all of it, to be on the safe side. */
const RECOVERED_SHARE = 1;
const ON_CARPET: readonly RoleId[] = ["mat", "field", "lane", "doorway", "tread", "footwell", "boot"];

const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

/** What these jobs need together. @returns amounts of what is still to do; water in L, product in mL */
export function loadListOf(jobs: readonly LoadJob[], kit: Kit): LoadList {
  const steps = jobs.flatMap((job) => job.steps);
  const tanks = tanksOf(jobs, kit);
  const machines = machinesOf(jobs, kit);
  const plugged = machines
    .map((machine) => ({
      machine,
      watts: sumOf(LOAD_FORMULAS, "load.watts", {
        watts: {
          value: machineOn(kit, machine)!.powerW ?? 0,
          basis: kit.machines[machine]?.powerW === undefined ? "table" : "entered",
        },
      }),
    }))
    .filter(({ watts }) => watts.value > 0);
  const together = sum(plugged.map(({ watts }) => watts.value));
  const inMixes = jobs.flatMap(({ mixes }) =>
    mixes.map(({ agent, marked, fills }) => ({
      value: (marked.water.value * fills) / 1000,
      name: agentOn(kit, agent).name.toLowerCase(),
    })),
  );
  const plain = sum(steps.map(({ agent, amountMl }) => (agent === "water" ? (amountMl?.value ?? 0) / 1000 : 0)));
  return {
    products: productsOf(jobs, kit),
    waterL: sumOf(LOAD_FORMULAS, "load.water", { parts: inMixes, plainL: plain }),
    ...(tanks ? { tanks } : {}),
    towels: towelsOf(jobs),
    power: plugged,
    togetherW: sumOf(
      LOAD_FORMULAS,
      "load.together",
      { watts: plugged.map(({ machine, watts }) => ({ ...watts, name: machineOf(machine).name.toLowerCase() })) },
      [input("one circuit gives about", CIRCUIT_W, "W", "table")],
    ),
    overloads: together > CIRCUIT_W,
    batteries: batteriesOf(steps, kit),
    also: [...new Set(jobs.flatMap(({ gas }) => (gas ? FOR_GAS[gas] : [])))],
  };
}

/** What treating the air needs at the end, so that it is in the van at the start. */
const FOR_GAS: Record<GasId, readonly string[]> = {
  ozone: ["A meter for ozone: nobody goes in before it says so", "Notices for every door", "A remote timer"],
  "chlorine-dioxide": [
    "The vapour sachet",
    "A meter for chlorine dioxide: nobody goes in before it says so",
    "Notices for every door",
  ],
};

function productsOf(jobs: readonly LoadJob[], kit: Kit): ProductLoad[] {
  const needs = new Map<AgentId, { name: string; ml: number }[]>();
  for (const { agent, marked, fills, bottleMl } of jobs.flatMap(({ mixes }) => mixes))
    needs.set(agent, [
      ...(needs.get(agent) ?? []),
      { name: `${fills} × ${bottleMl} mL bottle`, ml: marked.product.value * fills },
    ]);
  return [...needs].map(([agent, parts]) => {
    const row = agentOn(kit, agent);
    const leftMl = kit.labels?.[agent]?.leftMl;
    const need = sum(parts.map(({ ml }) => ml));
    const productMl = sumOf(LOAD_FORMULAS, "load.product", {
      parts: parts.map(({ name, ml }) => ({ value: ml, name })),
    });
    const after = leftMl === undefined ? undefined : leftMl - need;
    const stock =
      after === undefined ? "unknown" : after < 0 ? "short" : after < row.packMl * LOW_SHARE ? "low" : "enough";
    return {
      agent,
      productMl,
      stock,
      packMl: row.packMl,
      ...(leftMl === undefined ? {} : { leftMl }),
      packs: after === undefined || stock === "enough" ? 0 : Math.max(1, Math.ceil(-after / row.packMl)),
      cost: sumOf(LOAD_FORMULAS, "load.cost", {
        ml: need,
        costPerL: { value: row.costPerL, basis: kit.labels?.[agent]?.costPerL === undefined ? "table" : "entered" },
      }),
    };
  });
}

function tanksOf(jobs: readonly LoadJob[], kit: Kit): LoadList["tanks"] {
  const drawn = jobs.flatMap(({ steps, areaOf }) =>
    steps
      .filter(({ action }) => action === "extract")
      .map(({ amountMl, zoneIds }) => ({
        litres: (amountMl?.value ?? 0) / 1000,
        machine: extractorFor(kit, Math.max(...zoneIds.map(areaOf)))!,
      })),
  );
  const [first] = drawn;
  if (!first) return undefined;
  const machine = machineOn(kit, first.machine.id)!;
  const litres = sum(drawn.map((each) => each.litres));
  const count = (tankL: number | undefined, share: number, name: string) =>
    sumOf(LOAD_FORMULAS, "load.tanks", { litres: litres * share, tankL: stated.table(tankL ?? 0, name) });
  return {
    machine: first.machine.id,
    fills: count(machine.solutionTankL, 1, "solution tank"),
    empties: count(machine.recoveryTankL, RECOVERED_SHARE, "recovery tank"),
  };
}

function towelsOf(jobs: readonly LoadJob[]): LoadList["towels"] {
  const litres = { terry: 0, microfibre: 0 };
  const steps = { terry: 0, microfibre: 0 };
  for (const { steps: each, roleOf } of jobs)
    for (const { action, zoneIds, amountMl, wetStrokes } of each) {
      const kind = zoneIds.every((id) => ON_CARPET.includes(roleOf(id)!)) ? "terry" : "microfibre";
      // What is drawn off goes into the tank, not into a towel.
      if (!wetStrokes) litres[kind] += (amountMl?.value ?? 0) / 1000;
      if (action === "towel-off") steps[kind] += 1;
    }
  const kinds = ["terry", "microfibre"] as const;
  return kinds
    .filter((kind) => litres[kind] > 0)
    .map((kind) => ({
      kind,
      count: sumOf(LOAD_FORMULAS, "load.towels", {
        litres: litres[kind],
        towelL: stated.table(TOWEL_L),
        least: Math.min(steps[kind], 4),
        spare: stated.table(TOWELS_SPARE * jobs.length),
      }),
    }));
}

/** Machines these steps take, in the order of the table of steps. */
function machinesOf(jobs: readonly LoadJob[], kit: Kit): MachineId[] {
  const used = jobs.flatMap(({ steps, areaOf, gas }) => [
    ...steps.map((step) => machineFor(kit, usesAs(step), Math.max(...step.zoneIds.map(areaOf)))),
    ...(gas === "ozone" ? [machineFor(kit, "gas", 0)] : []),
  ]);
  return [...new Set(used)].filter((id) => id !== undefined);
}

function batteriesOf(steps: readonly Step[], kit: Kit): LoadList["batteries"] {
  const minutes = sum(steps.filter(({ tool }) => tool === "drill-brush").map((step) => step.minutes.value));
  const drill = machineOn(kit, "drill");
  if (minutes === 0 || !drill?.batteryMin) return [];
  return [
    {
      machine: "drill",
      charges: sumOf(LOAD_FORMULAS, "load.charges", { minutes, chargeMin: stated.table(drill.batteryMin) }),
    },
  ];
}
