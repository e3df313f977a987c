import type { CurrencyId } from "@/core/ground/quantity/money";
import { machineOn } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import type { Assessment } from "@/core/answers/assess/assess";
import { AGENTS, type AgentId } from "@/core/ground/catalog/agents";
import { machineOf, type MachineId } from "@/core/ground/catalog/machines";
import { lastOf } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { machineFor } from "@/core/judgement/shelf/circuit";
import { LEDGER_FORMULAS } from "@/core/ground/sums/ledgerFormulas";
import { MONEY_FORMULAS } from "@/core/ground/sums/moneyFormulas";
import { sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { perHourOf, type Rates } from "./estimate";

/** What the job took and what it comes to, from the record. */
export interface InvoiceLine {
  what: string;
  amount: number;
  unit: "h" | "mL" | "min" | "";
  price: number;
}

interface Actual {
  handsOn: Worked;
  product: Worked;
  wear: Worked;
  /** Before tax: never under the minimum charge. */
  net: Worked;
  tax: Worked;
  total: Worked;
  /** What is left for an hour, driving and setting up among them. */
  earnedPerHour: Worked;
  agreed?: { low: number; high: number; currency?: CurrencyId };
  /** Over what was agreed, by how much; the owner has to hear of it first. */
  over?: Worked;
  lines: InvoiceLine[];
}

const cents = (value: number) => Math.round(value * 100) / 100;

type Done = Assessment["history"]["done"][number];

// What nobody timed counts as planned.
const minutesOf = ({ minutes, plannedMin = 0 }: Done) => minutes ?? plannedMin;

/** What of each product went on, neat, and what that cost. */
function productsUsed(done: readonly Done[], kit: Kit) {
  const used = new Map<AgentId, number>();
  for (const { agent, amountMl = 0, partsWater = 0 } of done)
    if (agent && agent !== "water") used.set(agent, (used.get(agent) ?? 0) + amountMl / (partsWater + 1));
  return [...used].map(([agent, neatMl]) => ({ agent, neatMl, cost: (neatMl / 1000) * agentOn(kit, agent).costPerL }));
}

/** Minutes that each machine ran. */
function machinesRun(done: readonly Done[], kit: Kit, areaOf: (zoneId: string) => number): Map<MachineId, number> {
  const running = new Map<MachineId, number>();
  for (const event of done) {
    const machine = machineFor(kit, event.action, Math.max(0, ...event.zoneIds.map(areaOf)));
    if (machine && machineOn(kit, machine)) running.set(machine, (running.get(machine) ?? 0) + minutesOf(event));
  }
  return running;
}

/** What the owner heard when it was agreed. */
function agreedOf(history: Assessment["history"]): Actual["agreed"] {
  const heard = lastOf(history, "agreed");
  return heard?.priceLow !== undefined && heard.priceHigh !== undefined
    ? { low: heard.priceLow, high: heard.priceHigh, ...(heard.currency ? { currency: heard.currency } : {}) }
    : undefined;
}

/**
 * @param travelMin to the job and back, and setting up
 * @param currency the technician's own now; left out: that which was agreed in
 * @returns money in the technician's own; held against what was agreed only where that was in the same
 */
export function actualOf(
  job: Job,
  { history, plan }: Pick<Assessment, "history" | "plan">,
  kit: Kit,
  rates: Rates,
  travelMin: number,
  currency?: CurrencyId,
): Actual {
  const { done } = history;
  const handsOn = sumOf(LEDGER_FORMULAS, "record.minutes", {
    minutes: done.map((event) => ({
      value: minutesOf(event),
      name: event.title,
      basis: event.minutes === undefined ? ("computed" as const) : ("measured" as const),
    })),
  });
  const products = productsUsed(done, kit);
  const product = sumOf(LEDGER_FORMULAS, "record.product", {
    usedMl: products.map(({ agent, neatMl }) => stated.measured(neatMl, AGENTS[agent].name.toLowerCase())),
    costsPerL: products.map(({ agent }) => stated.table(agentOn(kit, agent).costPerL)),
  });
  const running = machinesRun(done, kit, (zoneId) => plan.zones[zoneId]?.view.areaM2.value ?? 0);
  const { wearPerHour, minimum, taxPct, perHour, callOut } = perHourOf(rates);
  const wear = sumOf(LEDGER_FORMULAS, "record.wear", {
    minutes: [...running].map(([machine, min]) => stated.measured(min, machineOf(machine).name.toLowerCase())),
    perHour: stated.entered(wearPerHour),
  });
  const hours = handsOn.value;
  // Nothing done, nothing to pay.
  const any = done.length > 0 ? 1 : 0;
  const costs = { product: product.value, wear: wear.value };
  const net = sumOf(MONEY_FORMULAS, "invoice.net", {
    callOut: stated.entered(callOut * any),
    hours,
    perHour: stated.entered(perHour),
    ...costs,
    minimum: stated.entered(minimum * any),
  });
  const tax = sumOf(MONEY_FORMULAS, "invoice.tax", { net: net.value, taxPct: stated.entered(taxPct) });
  const agreed = agreedOf(history);
  return {
    handsOn,
    product,
    wear,
    net,
    tax,
    total: sumOf(MONEY_FORMULAS, "invoice.total", { net: net.value, tax: tax.value }),
    earnedPerHour: sumOf(MONEY_FORMULAS, "invoice.earned", { net: net.value, ...costs, hours, roadH: travelMin / 60 }),
    ...(agreed ? { agreed } : {}),
    ...(agreed && (agreed.currency ?? currency) === (currency ?? agreed.currency) && net.value > agreed.high
      ? { over: sumOf(MONEY_FORMULAS, "invoice.over", { net: net.value, agreed: stated.entered(agreed.high) }) }
      : {}),
    lines: linesOf(
      any === 0 ? [] : chargedFor(job, { hours, perHour, callOut, wear: wear.value, products, running }),
      net.value,
      tax.value,
      taxPct,
    ),
  };
}

/** Less than this is not written down. */
const LEAST_LINE = 0.005;

function chargedFor(
  job: Job,
  {
    hours,
    perHour,
    callOut,
    wear,
    products,
    running,
  }: {
    hours: number;
    perHour: number;
    callOut: number;
    wear: number;
    products: ReturnType<typeof productsUsed>;
    running: ReadonlyMap<MachineId, number>;
  },
): InvoiceLine[] {
  const ranMin = [...running.values()].reduce((a, b) => a + b, 0);
  return [
    { what: "Coming out", amount: 1, unit: "", price: cents(callOut) },
    { what: `Work: ${job.title}`, amount: cents(hours), unit: "h", price: cents(hours * perHour) },
    ...products
      .filter(({ cost }) => cost >= LEAST_LINE)
      .map(({ agent, neatMl, cost }): InvoiceLine => ({
        what: AGENTS[agent].name,
        amount: cents(neatMl),
        unit: "mL",
        price: cents(cost),
      })),
    ...(wear >= LEAST_LINE
      ? [{ what: "Machines", amount: cents(ranMin), unit: "min" as const, price: cents(wear) }]
      : []),
  ];
}

/** The lines add up to what is asked, to the cent. */
function linesOf(charged: InvoiceLine[], net: number, tax: number, taxPct: number): InvoiceLine[] {
  const rest = cents(net - charged.reduce((total, { price }) => total + price, 0));
  return [
    ...charged,
    ...(charged.length > 0 && Math.abs(rest) >= LEAST_LINE
      ? [{ what: rest >= 1 ? "Up to the minimum charge" : "Rounding", amount: 1, unit: "" as const, price: rest }]
      : []),
    ...(tax > 0 ? [{ what: `Tax, ${taxPct} %`, amount: 1, unit: "" as const, price: tax }] : []),
  ];
}
