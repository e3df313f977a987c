import { machineOn } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import type { Assessment } from "@/core/answers/assess/assess";
import { AGENTS } from "@/core/ground/catalog/agents";
import { machineOf } from "@/core/ground/catalog/machines";
import { lastOf } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { machineFor } from "@/core/judgement/shelf/circuit";
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
  agreed?: { low: number; high: number };
  /** Over what was agreed, by how much; the owner has to hear of it first. */
  over?: Worked;
  lines: InvoiceLine[];
}

const cents = (value: number) => Math.round(value * 100) / 100;

/**
 * @param travelMin to the job and back, and setting up
 * @returns money in the technician's own
 */
export function actualOf(
  job: Job,
  { history, plan }: Pick<Assessment, "history" | "plan">,
  kit: Kit,
  rates: Rates,
  travelMin: number,
): Actual {
  const { done } = history;
  const areaOf = (zoneId: string) => plan.zones[zoneId]?.view.areaM2.value ?? 0;
  // What nobody timed counts as planned.
  const minutesOf = ({ minutes, plannedMin = 0 }: (typeof done)[number]) => minutes ?? plannedMin;
  const handsOn = sumOf("record.minutes", {
    minutes: done.map((event) => ({
      value: minutesOf(event),
      name: event.title,
      basis: event.minutes === undefined ? ("computed" as const) : ("measured" as const),
    })),
  });
  const used = new Map<string, number>();
  for (const { agent, amountMl = 0, partsWater = 0 } of done)
    if (agent && agent !== "water") used.set(agent, (used.get(agent) ?? 0) + amountMl / (partsWater + 1));
  const productLines = [...used].map(([agent, neatMl]) => ({
    agent: agent as keyof typeof AGENTS,
    neatMl,
    cost: (neatMl / 1000) * agentOn(kit, agent as keyof typeof AGENTS).costPerL,
  }));
  const product = sumOf("record.product", {
    usedMl: productLines.map(({ agent, neatMl }) => stated.measured(neatMl, AGENTS[agent].name.toLowerCase())),
    costsPerL: productLines.map(({ agent }) => stated.table(agentOn(kit, agent).costPerL)),
  });
  const running = new Map<string, number>();
  for (const event of done) {
    const machine = machineFor(kit, event.action, Math.max(0, ...event.zoneIds.map(areaOf)));
    if (machine && machineOn(kit, machine)) running.set(machine, (running.get(machine) ?? 0) + minutesOf(event));
  }
  const { wearPerHour, minimum, taxPct, perHour, callOut } = perHourOf(rates);
  const wear = sumOf("record.wear", {
    minutes: [...running].map(([machine, min]) =>
      stated.measured(min, machineOf(machine as Parameters<typeof machineOf>[0]).name.toLowerCase()),
    ),
    perHour: stated.entered(wearPerHour),
  });
  const hours = handsOn.value;
  // Nothing done, nothing to pay.
  const any = done.length > 0 ? 1 : 0;
  const net = sumOf("invoice.net", {
    callOut: stated.entered(callOut * any),
    hours,
    perHour: stated.entered(perHour),
    product: product.value,
    wear: wear.value,
    minimum: stated.entered(minimum * any),
  });
  const tax = sumOf("invoice.tax", { net: net.value, taxPct: stated.entered(taxPct) });
  const total = sumOf("invoice.total", { net: net.value, tax: tax.value });
  const onTheRoad = travelMin / 60;
  const earnedPerHour = sumOf("invoice.earned", {
    net: net.value,
    product: product.value,
    wear: wear.value,
    hours,
    roadH: onTheRoad,
  });
  const heard = lastOf(history, "agreed");
  const agreed =
    heard?.priceLow !== undefined && heard.priceHigh !== undefined
      ? { low: heard.priceLow, high: heard.priceHigh }
      : undefined;
  const over =
    agreed && net.value > agreed.high
      ? sumOf("invoice.over", { net: net.value, agreed: stated.entered(agreed.high) })
      : undefined;
  const charged =
    done.length === 0
      ? []
      : [
          { what: "Coming out", amount: 1, unit: "" as const, price: cents(callOut) },
          { what: `Work: ${job.title}`, amount: cents(hours), unit: "h" as const, price: cents(hours * perHour) },
          ...productLines
            .filter(({ cost }) => cost >= 0.005)
            .map(({ agent, neatMl, cost }) => ({
              what: AGENTS[agent].name,
              amount: cents(neatMl),
              unit: "mL" as const,
              price: cents(cost),
            })),
          ...(wear.value >= 0.005
            ? [
                {
                  what: "Machines",
                  amount: cents([...running.values()].reduce((a, b) => a + b, 0)),
                  unit: "min" as const,
                  price: cents(wear.value),
                },
              ]
            : []),
        ];
  // The lines add up to what is asked, to the cent.
  const rest = cents(net.value - charged.reduce((total, { price }) => total + price, 0));
  const lines: InvoiceLine[] = [
    ...charged,
    ...(charged.length > 0 && Math.abs(rest) >= 0.005
      ? [{ what: rest >= 1 ? "Up to the minimum charge" : "Rounding", amount: 1, unit: "" as const, price: rest }]
      : []),
    ...(tax.value > 0 ? [{ what: `Tax, ${taxPct} %`, amount: 1, unit: "" as const, price: tax.value }] : []),
  ];
  return {
    handsOn,
    product,
    wear,
    net,
    tax,
    total,
    earnedPerHour,
    ...(agreed ? { agreed } : {}),
    ...(over ? { over } : {}),
    lines,
  };
}
