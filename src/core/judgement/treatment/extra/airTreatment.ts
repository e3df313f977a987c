import { entryPpmOf, gasOfKey } from "@/core/judgement/rules/mayFinish";
import type { AgentGroup } from "@/core/ground/catalog/agents";
import { GASES, gasOf, STANDS, type GasId } from "@/core/ground/catalog/gases";
import {
  clearing,
  concentration,
  exposure,
  fittedClearing,
  roomConcentration,
  type MeterReading,
} from "@/core/models/gas/box";
import type { DoneEvent, GasChoice, ReadingEvent } from "@/core/job/schema";
import type { Mark } from "@/core/ground/quantity/provenance";
import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { input, sumOf, stated, opened, type Worked } from "@/core/ground/sums/working";
import { machineOn, ownsAgent } from "@/core/judgement/shelf/shelf";
import type { ActionId } from "@/core/ground/catalog/actions";
import { type Context } from "@/core/judgement/treatment/cloth/planContext";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";

/** Treating the air by gas: when it may begin, how strong it gets, and when a person may go in again. */

export interface GasPlan {
  gas: GasId;
  /** Why it may not begin yet, the hard ones first; none when it may. */
  locks: { id: string; because: string }[];
  /** Nobody goes in above this, ppm. */
  aimPpm: number;
  /** As strong as it may get inside, ppm; undefined while the volume or the leak is not known. */
  peak?: Worked;
  /** What the smell gets at least, ppm·min. */
  dose?: Worked;
  /** In the room around it, ppm. */
  room?: Worked;
  /** From opening to safe entry, min; undefined: enter by meter reading. */
  toEntry?: Worked;
  /** The meter's last word since the gas was stopped. */
  meter?: { ppm: number; mayEnter: boolean; minutesLeft?: Worked };
  /** Gas that was let in and not aired out yet. */
  inside?: GasId;
  /** Nobody said what the machine makes: reckoned as a strong one. */
  outputAssumed: boolean;
  /** Hours it adds after drying while its steps are not in the plan yet. */
  stillH: number;
  steps: Step[];
}

/** What the locks look at. */
interface GasFacts {
  gas: GasId;
  choice: GasChoice;
  inCloth: ReadonlySet<AgentGroup>;
  owned: boolean;
  workLeft: boolean;
  wet: boolean;
  /** Someone licensed has to see the job first. */
  referred: boolean;
}

interface GasLock {
  id: string;
  holds: (facts: GasFacts) => boolean;
  because: string;
  mark: Mark;
}

/** What forbids gas. Each is judged on what is known; what nobody said counts against it. */
const GAS_LOCKS: readonly GasLock[] = [
  {
    id: "referred",
    holds: ({ referred }) => referred,
    because: "Someone licensed has to see it first: gas cures neither mould nor sewage.",
    mark: "practice",
  },
  {
    id: "not-cleared",
    holds: ({ choice }) => choice.cleared !== true,
    because: "Nobody said that no person, animal or plant is inside or beside it: it burns lungs.",
    mark: "practice",
  },
  {
    id: "where",
    holds: ({ choice }) => choice.stands !== "outdoors" && choice.stands !== "exhausted",
    because: "What leaks reaches the room around: only outdoors, or in an exhausted bay nobody works in.",
    mark: "practice",
  },
  {
    id: "solvent",
    holds: ({ inCloth }) => inCloth.has("solvent") || inCloth.has("alcohol"),
    because: "Solvent is in the cloth: it must air off first, it can catch fire.",
    mark: "practice",
  },
  {
    id: "citrus",
    holds: ({ inCloth }) => inCloth.has("citrus"),
    because: "Citrus cleaner is in the cloth: with ozone it makes formaldehyde. Rinse and air it out first.",
    mark: "practice",
  },
  {
    id: "chlorine",
    holds: ({ inCloth }) => inCloth.has("chlorine") || inCloth.has("ammonia"),
    because: "Bleach or ammonia may be in the cloth: rinse it out first.",
    mark: "judgement",
  },
  {
    id: "source",
    holds: ({ workLeft }) => workLeft,
    because: "Source first, then the air: the work on the cloth is not finished.",
    mark: "practice",
  },
  { id: "wet", holds: ({ wet }) => wet, because: "The cloth is still wet: let it dry first.", mark: "practice" },
  { id: "shelf", holds: ({ owned }) => !owned, because: "It is not on the shelf.", mark: "practice" },
];

/**
 * The air treatment a job asked for, after what the plan of its cloth says.
 * Gas that is inside has to come out, whatever was chosen since; until then no other gas is let in.
 */
export function gasPlanOf(
  context: Context,
  views: readonly ZoneView[],
  cloth: Pick<GasFacts, "workLeft" | "wet" | "referred">,
): GasPlan | undefined {
  const { job, kit } = context;
  const { ran, ranAt, inside } = gasInside(context);
  const gas = inside ?? job.gas?.gas;
  if (!gas || views.length === 0) return undefined;
  const choice: GasChoice = job.gas?.gas === gas ? job.gas : { gas };
  const inCloth = new Set(views.flatMap((view) => [...stateNow(context, view).inCloth]));
  const owned = owns(kit, gas);
  const locks = locksOf({ gas, choice, inCloth, owned, ...cloth });
  const aimPpm = entryPpmOf(gas, job.account);
  const numbers = owned ? numbersFor(kit, choice, longestRunH(ran, inside), aimPpm) : {};
  const meter = ran && meterSince(context.history.standing.slice(ranAt), aimPpm, choice.airedMinPerH);
  const finished = ran !== undefined && !inside && gasOfKey(ran.stepKey) === gas;
  const running = isRunning(context);
  const mayRun = !finished && (locks.length === 0 || running);
  const airing = { gas, views, aimPpm, toEntry: numbers.toEntry };
  const steps = inside ? [stepOut({ ...airing, meter })] : mayRun ? [stepRun(gas, views), stepOut(airing)] : [];
  return {
    gas,
    locks: inside || finished ? [] : locks,
    aimPpm,
    ...numbers,
    outputAssumed: isOutputAssumed(kit),
    meter,
    ...(inside ? { inside } : {}),
    stillH: steps.length > 0 || finished ? 0 : stillToComeH(gas, numbers.toEntry),
    steps,
  };
}

/** Of a gas that was asked for and may not run yet: what it will take, airing among it. */
const stillToComeH = (gas: GasId, toEntry: Worked | undefined) => gasOf(gas).runMinH + (toEntry?.value ?? 0) / 60;

/** The machine, or the sachet. */
const owns = (kit: Context["kit"], gas: GasId): boolean =>
  gas === "ozone" ? machineOn(kit, "ozone-machine") !== undefined : ownsAgent(kit, "vapour-sachet");

const isRunning = ({ history }: Context): boolean =>
  history.running.some(({ action }) => action === "gas" || action === "gas-out");

const isOutputAssumed = ({ machines }: Context["kit"]) => machines["ozone-machine"]?.gasMgPerH === undefined;

const locksOf = (facts: GasFacts) =>
  GAS_LOCKS.filter(({ holds }) => holds(facts)).map(({ id, because }) => ({ id, because }));

/** The last run of a gas, and whether it was let out again. */
function gasInside(context: Context): { ran?: DoneEvent; ranAt: number; inside?: GasId } {
  const [ranAt, outAt] = [lastIndex(context, "gas"), lastIndex(context, "gas-out")];
  if (ranAt < 0) return { ranAt };
  const ran = context.history.standing[ranAt] as DoneEvent;
  return { ran, ranAt, ...(outAt < ranAt ? { inside: gasOfKey(ran.stepKey) } : {}) };
}

/** It may have run longer than planned; a run that nobody timed has no upper end. */
const longestRunH = (ran: DoneEvent | undefined, inside: GasId | undefined): number =>
  Math.max(gasOf("ozone").runMaxH, inside ? (ran!.minutes === undefined ? Infinity : ran!.minutes / 60) : 0);

/** Only of a machine whose output is known: what a sachet gives off stands on no two labels alike. */
function numbersFor(
  kit: Context["kit"],
  choice: GasChoice,
  longestH: number,
  aimPpm: number,
): ReturnType<typeof numbersOf> {
  if (choice.gas !== "ozone") return {};
  const outputAssumed = isOutputAssumed(kit);
  return numbersOf(choice, machineOn(kit, "ozone-machine")!.gasMgPerH!, outputAssumed, longestH, aimPpm);
}

/** By the order of the record, not by its clock: a clock can be set back. */
const lastIndex = ({ history }: Context, action: ActionId): number =>
  history.standing.findLastIndex((event) => event.kind === "done" && event.action === action);

/**
 * How strong, how long: each from the end of its range that guards the person who goes in.
 * What a sachet gives off stands on no two labels alike, so there is no sum for it: enter by meter.
 */
function numbersOf(
  { gas, volumeM3, shutMinPerH, shutMaxPerH, airedMinPerH, roomM3, roomAirPerH }: GasChoice,
  gasMgPerH: number,
  outputAssumed: boolean,
  longestH: number,
  aimPpm: number,
): Pick<GasPlan, "peak" | "dose" | "room" | "toEntry"> {
  const row = gasOf(gas);
  if (volumeM3 === undefined || shutMinPerH === undefined) return {};
  const inPpm = (mg: Worked) =>
    sumOf(DRYING_FORMULAS, "gas.ppm", { mgPerM3: opened(mg), mgPerM3OfPpm: stated.table(row.mgPerM3OfPpm) }, [
      input("gas made", gasMgPerH, "mg/h", outputAssumed ? "assumed" : "entered"),
    ]);
  const ends = [shutMinPerH, shutMaxPerH ?? shutMinPerH];
  const box = (airChangesPerH: number, decayPerH: number) => ({ gasMgPerH, volumeM3, airChangesPerH, decayPerH });
  const leaky = box(Math.max(...ends), 0);
  const peak = inPpm(concentration(box(Math.min(...ends), 0), longestH));
  if (!Number.isFinite(peak.value)) return {};
  const weakest = inPpm(concentration(box(Math.max(...ends), row.decayMaxPerH)));
  // The room gets most where most leaks: what is made and does not fall apart all goes out.
  const room =
    roomM3 === undefined || roomAirPerH === undefined
      ? undefined
      : inPpm(roomConcentration(leaky, concentration(leaky).value, roomM3, roomAirPerH));
  return {
    peak,
    // At least this much only where the output is known.
    ...(outputAssumed ? {} : { dose: exposure(weakest.value, row.runMinH * 60) }),
    ...(room && Number.isFinite(room.value) ? { room } : {}),
    ...(airedMinPerH === undefined ? {} : { toEntry: clearing(peak.value, aimPpm, airedMinPerH) }),
  };
}

/** What the meter has said since the gas stopped; it outranks every estimate. */
function meterSince(
  events: Context["history"]["standing"],
  aimPpm: number,
  airedMinPerH: number | undefined,
): GasPlan["meter"] {
  const readings = events
    .filter((event): event is ReadingEvent => event.kind === "reading" && event.instrument === "gas")
    .map(({ at, value }): MeterReading => ({ atMs: Date.parse(at), ppm: value }));
  const last = readings.at(-1);
  if (!last) return undefined;
  const rate = readings.length > 1 ? fittedClearing(readings) : airedMinPerH;
  return {
    ppm: last.ppm,
    mayEnter: last.ppm <= aimPpm,
    ...(rate === undefined || last.ppm <= aimPpm ? {} : { minutesLeft: clearing(last.ppm, aimPpm, rate) }),
  };
}

const WEAR: Caution = {
  id: "gas",
  title: "Gas burns lungs",
  words:
    "Nobody inside, no animals, no plants. Notice on every door, keys with you. Out of breath, cough or " +
    "sting in the eyes: away into fresh air, call for help. The machine's and the sachet's own " +
    "instructions and local rules come first.",
  tone: "danger",
  guards: "people",
};

const common = (
  views: readonly ZoneView[],
): Pick<Step, "round" | "zoneIds" | "tool" | "areaM2" | "waterOnLPerM2" | "reasons" | "required"> => ({
  round: 0,
  zoneIds: views.map(({ id }) => id),
  tool: "hand",
  waterOnLPerM2: 0,
  reasons: GAS_LOCKS.filter(({ mark }) => mark === "practice").map(({ id, because, mark }) => ({
    rule: `gas-${id}`,
    because,
    mark,
  })),
  required: true,
  areaM2: sumOf(GEOMETRY_FORMULAS, "geometry.area", {
    areas: views.map(({ name, areaM2 }) => ({ value: areaM2.value, name: name.toLowerCase() })),
  }),
});

function stepRun(gas: GasId, views: readonly ZoneView[]): Step {
  const { name, runMinH, runMaxH, how, never, limits } = GASES[gas];
  return {
    ...common(views),
    key: `gas-${gas}:`,
    action: "gas",
    title: `${name} with nobody inside`,
    how,
    why: "The source is gone; what hangs in the air and on every surface goes last.",
    check: `${STANDS.outdoors} or exhausted, notice on the doors, timer armed.`,
    minutes: handsOnMinutes({}, "gas", 0),
    dwell: {
      min: sumOf(TREATMENT_FORMULAS, "treatment.run", { hours: stated.table(runMinH, "shortest run") }),
      max: sumOf(TREATMENT_FORMULAS, "treatment.run", { hours: stated.table(runMaxH, "longest run") }),
    },
    cautions: [WEAR, { id: `gas-${gas}`, title: name, words: `${never} ${limits}`, tone: "danger", guards: "people" }],
  };
}

function stepOut({
  gas,
  views,
  aimPpm,
  toEntry,
  meter,
}: {
  gas: GasId;
  views: readonly ZoneView[];
  aimPpm: number;
  toEntry: Worked | undefined;
  meter?: GasPlan["meter"];
}): Step {
  const wait = meter ? (meter.mayEnter ? undefined : meter.minutesLeft) : toEntry;
  return {
    ...common(views),
    key: `gas-out-${gas}:`,
    action: "gas-out",
    title: "Air the gas out from outside",
    minutes: handsOnMinutes({}, "gas-out", 0),
    how: "Stop it from outside. Open every door and the boot without getting in, fan blowing through. Stay upwind.",
    why: "What is safe to breathe is far below what can be smelled after a while.",
    check:
      wait || meter?.mayEnter
        ? `Meter at ${aimPpm} ppm or less before anyone gets in.`
        : `No time can be promised: enter only when a meter reads ${aimPpm} ppm or less.`,
    dwell: wait && Number.isFinite(wait.value) && wait.value > 0 ? { min: wait } : undefined,
    cautions: [WEAR],
  };
}
