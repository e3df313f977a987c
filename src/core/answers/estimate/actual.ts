import { machineOn } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import type { Assessment } from "@/core/answers/assess/assess";
import { AGENTS } from "@/core/ground/catalog/agents";
import { machineOf } from "@/core/ground/catalog/machines";
import { lastOf } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { machineFor } from "@/core/judgement/shelf/circuit";
import { input, worked, type Worked } from "@/core/ground/quantity/working";
import { perHourOf, type Rates } from "./estimate";

/** What the job took and what it comes to, from the record. */
export interface InvoiceLine {
  what: string;
  amount: number;
  unit: "h" | "mL" | "min" | "";
  price: number;
}

export interface Actual {
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
  const minutes = done.reduce((sum, event) => sum + minutesOf(event), 0);
  const handsOn = worked(
    "record.minutes",
    minutes / 60,
    "h",
    done.map((event) =>
      input(event.title, minutesOf(event), "min", event.minutes === undefined ? "computed" : "measured"),
    ),
  );
  const used = new Map<string, number>();
  for (const { agent, amountMl = 0, partsWater = 0 } of done)
    if (agent && agent !== "water") used.set(agent, (used.get(agent) ?? 0) + amountMl / (partsWater + 1));
  const productLines = [...used].map(([agent, neatMl]) => ({
    agent: agent as keyof typeof AGENTS,
    neatMl,
    cost: (neatMl / 1000) * agentOn(kit, agent as keyof typeof AGENTS).costPerL,
  }));
  const product = worked(
    "record.product",
    productLines.reduce((sum, { cost }) => sum + cost, 0),
    "1",
    productLines.flatMap(({ agent, neatMl }) => [
      input(AGENTS[agent].name.toLowerCase(), neatMl, "mL", "measured"),
      input("a litre of it", agentOn(kit, agent).costPerL, "1", "table"),
    ]),
  );
  const running = new Map<string, number>();
  for (const event of done) {
    const machine = machineFor(kit, event.action, Math.max(0, ...event.zoneIds.map(areaOf)));
    if (machine && machineOn(kit, machine)) running.set(machine, (running.get(machine) ?? 0) + minutesOf(event));
  }
  const { wearPerHour, minimum, taxPct, perHour, callOut } = perHourOf(rates);
  const wear = worked(
    "record.wear",
    [...running.values()].reduce((sum, min) => sum + (min / 60) * wearPerHour, 0),
    "1",
    [
      ...[...running].map(([machine, min]) =>
        input(machineOf(machine as Parameters<typeof machineOf>[0]).name.toLowerCase(), min, "min", "measured"),
      ),
      input("wear for an hour", wearPerHour, "1", "entered"),
    ],
  );
  const hours = handsOn.value;
  const sum = callOut + hours * perHour + product.value + wear.value;
  const net = worked("invoice.net", cents(done.length === 0 ? 0 : Math.max(minimum, sum)), "1", [
    input("coming out", callOut, "1", "entered"),
    input("hands-on", hours, "h"),
    input("an hour", perHour, "1", "entered"),
    input("product", product.value, "1"),
    input("wear", wear.value, "1"),
    input("minimum charge", minimum, "1", "entered"),
  ]);
  const tax = worked("invoice.tax", cents((net.value * taxPct) / 100), "1", [
    input("before tax", net.value, "1"),
    input("tax", taxPct, "%", "entered"),
  ]);
  const total = worked("invoice.total", cents(net.value + tax.value), "1", [
    input("before tax", net.value, "1"),
    input("tax", tax.value, "1"),
  ]);
  const onTheRoad = travelMin / 60;
  const earnedPerHour = worked(
    "invoice.earned",
    hours + onTheRoad > 0 ? (net.value - product.value - wear.value) / (hours + onTheRoad) : 0,
    "1",
    [
      input("before tax", net.value, "1"),
      input("product", product.value, "1"),
      input("wear", wear.value, "1"),
      input("hands-on", hours, "h"),
      input("driving and setting up", onTheRoad, "h"),
    ],
  );
  const heard = lastOf(history, "agreed");
  const agreed =
    heard?.priceLow !== undefined && heard.priceHigh !== undefined
      ? { low: heard.priceLow, high: heard.priceHigh }
      : undefined;
  const over =
    agreed && net.value > agreed.high
      ? worked("invoice.over", net.value - agreed.high, "1", [
          input("before tax", net.value, "1"),
          input("agreed at most", agreed.high, "1", "entered"),
        ])
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
