import { agentOf, type AgentGroup } from "@/core/ground/catalog/agents";
import { GASES } from "@/core/ground/catalog/gases";
import { BUILDS } from "@/core/ground/catalog/builds";
import { gasPlanOf, type GasPlan } from "@/core/judgement/treatment/extra/airTreatment";
import { dryFromMs } from "@/core/answers/schedule/forecast";
import { inTurn, orderOf } from "@/core/answers/schedule/order";
import { stepsInTurn } from "@/core/answers/schedule/sections";
import type { Order } from "@/core/answers/schedule/times";
import { leastFaceCapacity, leastOfBuilds, type ZoneView } from "@/core/judgement/zones/zoneView";
import { dryingOfZone } from "@/core/judgement/treatment/school/weigh";
import { hadSewage } from "@/core/judgement/diagnosis/background";
import type { Diagnosis } from "@/core/judgement/diagnosis/diagnose";
import { mouldClock, type Drying } from "@/core/models/drying/quick";
import { dryingAdvice, type DryingAdvice, type DryingFacts } from "@/core/judgement/forecast/dryingAdvice";
import { dryInLayers, type WetZone } from "@/core/judgement/forecast/layered";
import type { AirCourse } from "@/core/models/drying/layeredDrying";
import type { LayeredDrying } from "@/core/models/drying/layeredDrying";
import { dryingPlace, type DryingPlace } from "@/core/judgement/forecast/surroundings";
import { longestDryH } from "@/core/models/drying/longest";
import { driedBy, type DriedBy } from "@/core/judgement/learnt/driedBy";
import { dryingFactor } from "@/core/judgement/learnt/own";
import { stepBase, type History } from "@/core/job/history";
import type { Job, Kit } from "@/core/job/schema";
import { boosterFor } from "@/core/answers/mixing/booster";
import { mixesOf, type BottleMix } from "@/core/answers/mixing/mixes";
import { contextOf, type Context } from "@/core/judgement/treatment/cloth/planContext";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import { surfaceSteps } from "@/core/judgement/treatment/extra/wiping";
import { besideSteps } from "@/core/judgement/treatment/extra/besideTheCloth";
import { planIn, whenDryIn, type JobPlan, type Plan } from "@/core/judgement/treatment/plan/plan";
import type { KeptZones } from "@/core/judgement/treatment/plan/kept";
import type { ZonePlan } from "@/core/judgement/treatment/plan/zonePlan";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import { cleanerLeft, depthOf, waterInZone, type WaterMove } from "@/core/judgement/treatment/cloth/waterBudget";
import { DRYING_FORMULAS } from "@/core/ground/sums/dryingFormulas";
import { input, worked, sumOf, stated, entered, opened, type Worked } from "@/core/ground/sums/working";

export interface ZoneDrying extends Drying {
  /** What lies behind the hours; absent from a quick reckoning. */
  layers?: LayeredDrying;
  depth: Worked;
  allowed: Worked;
  tooDeep: boolean;
  /** How far the cleaner in it was thinned, where one went on. */
  cleanerLeft?: Worked;
  /** What a dry stroke takes here, where tank marks were read. */
  recovery?: Worked;
}

/** Everything the tool has to say of a job; screens draw it and the planning interface sends it. */
export interface Assessment {
  diagnosis: Record<string, Diagnosis>;
  plan: Plan;
  mixes: BottleMix[];
  /** By zone, for those that get wet. */
  drying: Record<string, ZoneDrying>;
  cautions: Caution[];
  history: History;
  /** What is left, in the order it is done. */
  order: Order;
  /** Treatment of the air, when the job asks for one. */
  gas?: GasPlan;
  /** What it dries in; absent while nothing is wet. */
  place?: Pick<DryingPlace, "space" | "spaceAssumed" | "volume" | "outsideAssumed"> & {
    air: AirCourse;
    startMs: number;
    /** What was given and cannot be reckoned with as it is. */ beyond: string[];
  };
  /** What the numbers of the drying ask for, worst first. */
  dryingAdvice: DryingAdvice[];
}

/** How an assessment is reckoned: in full for people, quickly for plans by the thousand. */
export interface Reckoning {
  dry: DryingWay;
  order: (job: Job, planned: JobPlan, kit: Kit, asOf: string) => Order;
  /** The zones of this job as they were planned last, where somebody keeps them. */
  kept?: KeptZones;
}

/** How the hours to dry are found, of everything that is wet. */
type DryingWay = (
  context: Context,
  wet: readonly WetView[],
  startMs: number,
) => { zones: Record<string, Drying & { layers?: LayeredDrying }>; place?: Assessment["place"] };

interface WetView {
  view: ZoneView;
  left: Worked;
  /** As if all of it were as wet as its wettest place. */
  wetM2: number;
  depth: ReturnType<typeof depthOf>;
}

/** The quick reckoning, which plans are weighed by too. */
const dryQuickly: DryingWay = (context, wet) => ({
  zones: Object.fromEntries(wet.map(({ view, left }) => [view.id, dryingOfZone(context, view, left)])),
});

const CUT_OFF =
  "With these numbers the drying cannot be followed to its end: it counts as not dry within three days. " +
  "Look at the air, the thicknesses and the water that were entered.";

/** Layer by layer, in the air of the place. */
const inLayers: DryingWay = (context, wet, startMs) => {
  const place = dryingPlace(
    context.job,
    context.kit,
    context.history.standing.filter((event) => event.kind === "air"),
    startMs,
  );
  const { zones, air, cutOff } = dryInLayers(
    Object.fromEntries(
      wet.map(({ view, left, wetM2, depth }) => [
        view.id,
        wetZoneOf(context, view, { left, wetM2, depthMm: depth.depth.value }, startMs),
      ]),
    ),
    place,
  );
  return {
    zones,
    place: {
      space: place.space,
      spaceAssumed: place.spaceAssumed,
      ...(place.outsideAssumed ? { outsideAssumed: place.outsideAssumed } : {}),
      volume: place.volume,
      air,
      startMs,
      beyond: [...context.conditions.beyond, ...(cutOff ? [CUT_OFF] : [])],
    },
  };
};

export const inFull: Reckoning = { dry: inLayers, order: orderOf };
/** Drying at a constant rate, one step after another. */
export const quickly: Reckoning = { dry: dryQuickly, order: inTurn };

/**
 * One way through: the document and the kit in, results with their workings out.
 * @param asOf ISO time with its offset
 * @param by how drying and order are reckoned; tests of everything else may take the quick way
 */
export function assess(job: Job, kit: Kit, asOf: string, by: Reckoning = inFull): Assessment {
  const context = contextOf(job, kit, asOf);
  const plan = planIn(context, by.kept);
  const wetViews = wetViewsOf(context, plan);
  const views = Object.values(plan.zones).map(({ view }) => view);
  // A zone that was referred is left alone.
  const referred = new Set(
    Object.values(plan.marks).flatMap(({ state, zoneId }) => (state === "referred" ? [zoneId] : [])),
  );
  const open = views.filter(({ id }) => !referred.has(id) && !plan.zones[id]!.closed);
  const sewage = hadSewage(job.account);
  const onCloth = plan.steps;
  const { before, after } = sewage ? { before: [], after: [] } : besides(context, plan, open);
  plan.steps = [...freshFirst(before, onCloth), ...after];
  const orderNow = () => by.order(job, { plan, history: context.history }, kit, asOf);
  let order = orderNow();
  const ordered = plan.steps;
  const dried =
    wetViews.length > 0
      ? by.dry(context, wetViews, dryFromMs(order, context.history, Date.parse(asOf)))
      : { zones: {} };
  const drying: Assessment["drying"] = Object.fromEntries(
    wetViews.map(({ view, left: _left, wetM2: _wetM2, depth, ...more }) => [
      view.id,
      { ...dried.zones[view.id]!, ...depth, ...more },
    ]),
  );
  for (const [id, zone] of Object.entries(drying)) drying[id] = byOwnLog(zone, kit.experience, driedBy(job.site));
  for (const { view, left } of wetViews)
    plan.zones[view.id] = asTheLayersGo(plan.zones[view.id]!, dryingOfZone(context, view, left), drying[view.id]!);
  const wet = isWet(context, drying, asOf);
  if (onCloth.length === 0 && !sewage) plan.steps = [...before, ...whenDry(context, plan, open, wet), ...after];
  // In air that never dries it nothing waits for dry: it would never be closed.
  if (wet && Number.isFinite(longestDryH(drying))) putOff(context, plan, sewage ? [] : open);
  const gas = gasPlanOf(context, views, {
    workLeft: plan.steps.length > 0,
    wet,
    referred: sewage || views.some(({ id }) => referred.has(id) || plan.zones[id]!.closed),
  });
  plan.steps = [...plan.steps, ...(gas?.steps ?? [])];
  // What the shelf cannot meet is said before the first step, not when the gas is in.
  if (gas?.locks.some(({ id }) => id === "shelf"))
    plan.notes.push(`${GASES[gas.gas].name}: asked for, and not on the shelf. Settle that with the owner first.`);
  if (!isSame(plan.steps, ordered)) order = orderNow();
  plan.steps = stepsInTurn(plan.steps, order);
  const cautions = [
    ...new Map(plan.steps.flatMap((step) => step.cautions).map((caution) => [caution.id, caution])).values(),
  ];
  return {
    diagnosis: Object.fromEntries(Object.values(plan.marks).map(({ findingId, diagnosis }) => [findingId, diagnosis])),
    plan,
    mixes: withBoosters(context, plan, mixesOf([...plan.steps, ...plan.later], job, kit)),
    drying,
    cautions,
    history: context.history,
    order,
    ...(gas ? { gas } : {}),
    ...(dried.place ? { place: dried.place } : {}),
    dryingAdvice: dried.place ? dryingAdvice(factsOfDrying(context, plan, drying, dried.place)) : [],
  };
}

const isSame = (a: readonly Step[], b: readonly Step[]) =>
  a.length === b.length && a.every((step, at) => step === b[at]);

/** What is done beside the cloth: leather and hard surfaces first, their notes into the plan. */
function besides(context: Context, plan: Plan, open: readonly ZoneView[]) {
  const wiped = surfaceSteps(
    context,
    open.map(({ id }) => plan.zones[id]!),
  );
  const { before, after } = besideSteps(context, open, wiped.instead);
  plan.notes.push(...wiped.notes);
  return { before, after: [...wiped.steps, ...after] };
}

/** Begun on dry cloth, and gone on with although what it puts on is not dry yet. */
const BEGUN_DRY = ["raise-pile", "protect"];
const isBegunDry = ({ history }: Context) =>
  history.standing.some(
    (event) => (event.kind === "start" || event.kind === "done") && BEGUN_DRY.includes(stepBase(event.stepKey)),
  );

/** What comes next on dry cloth: the pile of suede-look first, then a protector, belts and mats back last. */
function whenDry(context: Context, plan: Plan, all: readonly ZoneView[], wet: boolean) {
  if (wet && !isBegunDry(context)) return [];
  const { pile, protection, back } = whenDryIn(context, plan, clothOf(all), []);
  if (pile.length > 0) return pile;
  return protection.length > 0 || wet ? protection : back;
}

const clothOf = (views: readonly ZoneView[]) => views.filter(({ surface }) => surface === undefined);

/** Closes a vehicle for good: nothing damp is wiped over or put together, unless the owner takes it damp. */
const CLOSES = ["beside-last-vacuum", "beside-seats-in", "beside-closing", "beside-glass"];
function isForLater({ job, history }: Context, { key }: Step): boolean {
  const begun = history.running.some(({ stepKey }) => stepKey === key);
  return !begun && job.promises.dampHandBackAgreed !== true && CLOSES.includes(stepBase(key));
}

/** What waits for dry is no step yet: what is done on the cloth then, and what closes it. */
function putOff(context: Context, plan: Plan, open: readonly ZoneView[]) {
  const closing = plan.steps.filter((step) => isForLater(context, step));
  plan.steps = plan.steps.filter((step) => !closing.includes(step));
  const { pile, protection, back } = whenDryIn(context, plan, clothOf(open), plan.steps);
  plan.later = [...pile, ...protection, ...back, ...closing];
}

/** What is fresh or stands in it comes before everything, the opening of a vehicle too. */
function freshFirst(before: readonly Step[], onCloth: readonly Step[]): Step[] {
  const other = onCloth.findIndex(({ action }) => action !== "blot");
  const blots = onCloth.slice(0, other < 0 ? onCloth.length : other);
  return [...blots, ...before, ...onCloth.slice(blots.length)];
}

const HOUR_MS = 3_600_000;

/**
 * Longer where the own log says so, never sooner: nobody is told to sit down on a guess. What a meter has read here
 * outranks both.
 */
function byOwnLog(zone: ZoneDrying, experience: Kit["experience"], by: DriedBy): ZoneDrying {
  const { factor, n } = dryingFactor(experience, by);
  const { hours } = zone;
  if (factor <= 1 || !Number.isFinite(hours.value) || zone.layers?.refit) return zone;
  const longer = sumOf(
    DRYING_FORMULAS,
    "drying.ownLog",
    { forecastH: opened(hours, "forecast"), factor: stated.measured(factor) },
    [input("jobs behind it", n, "1", "measured")],
  );
  return { ...zone, hours: longer, ...mouldClock(longer.value) };
}

/** Every zone that is or gets wet: what is left in it, and how deep it went. */
export const wetViewsOf = (context: Context, plan: Plan) =>
  Object.values(plan.zones).flatMap(({ moves, view }) => {
    if (!moves.some(({ waterOnLPerM2 = 0, foundLPerM2 = 0 }) => waterOnLPerM2 + foundLPerM2 > 0)) return [];
    // A zone that was not planned again has the same moves, and what they come to was worked out with them.
    const known = wetBy.get(moves);
    if (known) return [known];
    const recovery = recoveryOf(context, view);
    const { left, peakLPerM2, wetM2, flushedMm } = waterInZone(moves, view, recovery.value);
    const wet = {
      view,
      left,
      wetM2,
      depth: depthOf(peakLPerM2, view, flushedMm),
      cleanerLeft: cleanerLeft(moves, view, recovery.value),
      ...(recovery.fitted ? { recovery } : {}),
    };
    wetBy.set(moves, wet);
    return [wet];
  });

type WetZoneView = WetView & { cleanerLeft?: Worked; recovery?: Worked };
const wetBy = new WeakMap<readonly WaterMove[], WetZoneView>();

/** Of what it might be, the one whose inside takes longest to dry. */
const slowestBuild = (builds: ZoneView["builds"]) =>
  builds.reduce((slowest, each) => (BUILDS[each].slowEndH > BUILDS[slowest].slowEndH ? each : slowest));

/** A zone as the layers see it. */
export function wetZoneOf(
  { history }: Context,
  view: ZoneView,
  { left, wetM2, depthMm }: { left: Worked; wetM2: number; depthMm: number },
  startMs: number,
): WetZone {
  const readings = history.standing.flatMap((event) =>
    event.kind === "reading" &&
    event.instrument === "moisture" &&
    event.zoneId === view.id &&
    Date.parse(event.at) > startMs
      ? [{ hours: (Date.parse(event.at) - startMs) / HOUR_MS, pct: event.value }]
      : [],
  );
  return {
    areaM2: wetM2,
    build: slowestBuild(view.builds),
    thickness: view.cloth.layers,
    faceHoldsLPerM2: leastFaceCapacity(view),
    residual: left,
    depthMm,
    dryAtLPerM2: leastOfBuilds(view, (build) => build.dryAtLPerM2),
    readings,
  };
}

const factsOfDrying = (
  { job, history }: Context,
  { zones }: Plan,
  drying: Assessment["drying"],
  { space, air }: NonNullable<Assessment["place"]>,
): DryingFacts => ({
  space,
  humidityPct: air.humidityPct[0]!,
  air: entered(
    "air when drying begins",
    air.tempC[0]!,
    "degC",
    job.site.airTempC === undefined ? "assumed" : "entered",
  ),
  dampest: worked("drying.air", Math.max(...air.humidityPct), "%", [
    input("humidity when drying begins", air.humidityPct[0]!, "%"),
    input("hour it is dampest", air.hours[air.humidityPct.indexOf(Math.max(...air.humidityPct))]!, "h"),
  ]),
  seatsLifted: job.account?.liftSeats === true,
  belts: Object.values(zones).some(({ view }) => view.role === "belt"),
  planned: !history.done.some(({ waterOnLPerM2 = 0 }) => waterOnLPerM2 > 0),
  zones: Object.entries(drying).flatMap(([id, { hours, layers, depth, tooDeep }]) =>
    layers
      ? [
          {
            name: zones[id]!.view.name,
            materials: zones[id]!.view.materials,
            hours,
            surfaceDry: layers.surfaceDry,
            wickBack: layers.wickBack,
            depth,
            tooDeep,
          },
        ]
      : [],
  ),
});

/**
 * Schools are weighed by the quick reckoning; what is shown of them goes as the layers go for the way that is
 * planned.
 */
function asTheLayersGo(zone: ZonePlan, quick: Drying, { hours, layers }: ZoneDrying): ZonePlan {
  if (!layers || !(quick.hours.value > 0) || !Number.isFinite(quick.hours.value)) return zone;
  const ratio = hours.value / quick.hours.value;
  return {
    ...zone,
    schools: zone.schools.map((school) => ({
      ...school,
      drying: {
        ...school.drying,
        hours: sumOf(DRYING_FORMULAS, "drying.byRatio", { quickH: opened(school.drying.hours), ratio }),
      },
    })),
  };
}

/** What may go into each bottle for the grease on the panels it is used on. */
function withBoosters(context: Context, plan: Plan, mixes: readonly BottleMix[]): BottleMix[] {
  const meets = new Map<string, Set<AgentGroup>>();
  const cleaned = new Map<string, string[]>();
  for (const { key, zoneIds, action, agent } of plan.steps) {
    if (action === "clean") cleaned.set(key, [...(cleaned.get(key) ?? []), ...zoneIds]);
    if (!agent) continue;
    for (const id of zoneIds) {
      const groups = meets.get(id) ?? new Set();
      meets.set(id, groups);
      for (const group of agentOf(agent).groups) groups.add(group);
    }
  }
  return mixes.map((mix) => {
    const ids = new Set(mix.steps.flatMap((key) => cleaned.get(key) ?? []));
    const zones = [...ids].map((id) => {
      const { view, likely } = plan.zones[id]!;
      return { view, likely, meets: [...stateNow(context, view).inCloth, ...(meets.get(id) ?? [])] };
    });
    const booster = boosterFor(context, mix.agent, mix.marked.total.value, zones);
    return booster ? { ...mix, booster } : mix;
  });
}

/** Something got wet, and its drying is not over or was never begun. */
function isWet({ history }: Context, drying: Assessment["drying"], asOf: string): boolean {
  const setToDry = history.done.findLast(({ action }) => action === "set-to-dry");
  const longestH = longestDryH(drying);
  return longestH > 0 && (!setToDry || Date.parse(asOf) < Date.parse(setToDry.at) + longestH * 3_600_000);
}
