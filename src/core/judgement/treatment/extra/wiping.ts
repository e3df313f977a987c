import type { BesideId } from "@/core/ground/catalog/besides";
import { DAMP_HOW, SURFACE_IDS, surfaceOf, type SurfaceId } from "@/core/ground/catalog/surfaces";
import type { FamilyId } from "@/core/ground/catalog/families";
import { GEOMETRY_FORMULAS } from "@/core/ground/sums/geometryFormulas";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { opened, stated, sumOf } from "@/core/ground/sums/working";
import { isCovered, isDone } from "@/core/job/history";
import { findingsOn } from "@/core/job/findingKinds";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { cautionsOf, reasonsOf } from "@/core/judgement/treatment/lay/cautions";
import { dwellOf } from "@/core/judgement/treatment/lay/dwell";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import type { Caution, Step } from "@/core/judgement/treatment/step/step";
import { fitAgent, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { judge } from "@/core/judgement/rules/judge";
import { RULES } from "@/core/judgement/rules/rules";
import { NOT_CLEANED, notDisinfected, wantsDisinfection } from "./disinfection";

/** A film that stands without running, L/m². Judgement. */
const FILM_L_PER_M2 = 0.06;
/** Put on and wiped off again with a cloth. Judgement. */
const DISINFECTING = { startMin: 1, minPerM2: 4 };

/** A zone with what may be on it. */
interface Wiped {
  view: ZoneView;
  likely: readonly FamilyId[];
}

interface Laid {
  steps: Step[];
  /** Short steps beside the cloth that these take the place of. */
  instead: BesideId[];
  /** What was asked for and is not planned, and why. */
  notes: string[];
}

/**
 * Leather and hard surfaces: wiped where somebody said that they are soiled or marked, then disinfected where that was
 * asked for. One step for all of a kind.
 */
export function surfaceSteps(context: Context, zones: readonly Wiped[]): Laid {
  const laid = SURFACE_IDS.map((id) =>
    layKind(
      context,
      id,
      zones.filter(({ view }) => view.surface === id),
    ),
  );
  return {
    steps: laid.flatMap(({ steps }) => steps),
    instead: laid.flatMap(({ instead }) => instead),
    notes: laid.flatMap(({ notes }) => notes),
  };
}

function layKind(context: Context, id: SurfaceId, zones: readonly Wiped[]): Laid {
  const { job, history } = context;
  const [wipe, disinfect] = [`wipe-${id}`, `disinfect-${id}`];
  const soiled = zones.filter(({ view }) => isSoiled(context, view));
  const toWipe = soiled.filter((zone) => whyLeft(zone) === undefined);
  const wiping = toWipe.filter(({ view }) => !isCovered(history, wipe, view.id));
  const isClean = (zone: Wiped) => wiping.includes(zone) || isDone(history, wipe, zone.view.id);
  const wanted = zones.filter(({ view }) => wantsDisinfection(job, view.id) && !isCovered(history, disinfect, view.id));
  const judged = wanted.map((zone) => ({ zone, fit: fitDisinfectant(context, zone, isClean(zone)) }));
  const fits = judged.flatMap(({ zone, fit }) => (typeof fit === "string" ? [] : [{ zone, fit }]));
  return {
    steps: [
      ...[false, true].flatMap((damp) => {
        const its = wiping.filter((zone) => mayBeMould(zone) === damp);
        return its.length > 0 ? [wipeStep(context, id, `${wipe}:${damp ? "damp" : ""}`, its, damp)] : [];
      }),
      ...(fits.length > 0 ? [disinfectStep(context, id, `${disinfect}:`, fits)] : []),
    ],
    instead: toWipe.length > 0 ? [surfaceOf(id).instead] : [],
    notes: [
      ...soiled.flatMap((zone) => {
        const because = whyLeft(zone);
        return because ? [`${zone.view.name}: not wiped. ${because}`] : [];
      }),
      ...judged.flatMap(({ zone, fit }) => (typeof fit === "string" ? [notDisinfected(zone.view, fit)] : [])),
    ],
  };
}

/** No liquid by orange cables. */
const whyLeft = ({ view }: Wiped): string | undefined =>
  view.neighbours.includes("high-voltage")
    ? "Orange cables or a battery near: someone trained for it first."
    : undefined;
const mayBeMould = ({ likely }: Wiped): boolean => likely.includes("mould");
const isSoiled = ({ job }: Context, view: ZoneView): boolean =>
  view.soil !== undefined ||
  findingsOn(job, view.id).some(({ finding }) => finding.kind === "mark" || finding.kind === "hair");

/** How the disinfectant may go on here, or why not, in words. */
function fitDisinfectant(context: Context, { view, likely }: Wiped, cleaned: boolean): FoundFit | string {
  if (!cleaned) return NOT_CLEANED;
  const fit = fitAgent(context, view, likely, "disinfectant", "towel");
  if (!fit.ok) return fit.because;
  const met = judge(fit.candidate, factsOf(context, view, likely, stateNow(context, view).inCloth));
  return met.forbiddenBy.length > 0 || met.requires.has("rinse-before") || met.requires.has("air-before")
    ? "What was put on it must not meet it, and wiping does not surely take that off."
    : fit;
}

const areaOf = (zones: readonly Wiped[]) =>
  sumOf(GEOMETRY_FORMULAS, "geometry.area", {
    areas: zones.map(({ view }) => opened(view.areaM2, view.name.toLowerCase())),
  });
const likelyOn = (zones: readonly Wiped[]) => [...new Set(zones.flatMap(({ likely }) => likely))];

/** @param damp mould is not ruled out there */
function wipeStep(context: Context, id: SurfaceId, key: string, zones: readonly Wiped[], damp: boolean): Step {
  const { name, title, how, check, dampTitle, startMin, minPerM2, doseMlPerM2 } = surfaceOf(id);
  const areaM2 = areaOf(zones);
  const rules = RULES.filter(({ when }) => when.surface?.includes(id));
  return {
    key,
    round: 0,
    action: "beside",
    title: damp ? dampTitle : title,
    how: damp ? DAMP_HOW : how,
    why: `${name}, not cloth: it is wiped, and nothing made for cloth goes on it.`,
    check,
    zoneIds: zones.map(({ view }) => view.id),
    tool: "towel",
    waterOnLPerM2: 0,
    areaM2,
    minutes: handsOnMinutes(context.kit, "beside", areaM2.value, 1, { startMin, minPerM2 }),
    ...(doseMlPerM2 > 0 && !damp
      ? {
          amountMl: sumOf(TREATMENT_FORMULAS, "treatment.amount", {
            areaM2: areaM2.value,
            lPerM2: stated.table(doseMlPerM2 / 1000),
          }),
        }
      : {}),
    reasons: reasonsOf(rules),
    cautions: cautionsOf(rules, "beside", undefined, likelyOn(zones)),
  };
}

function disinfectStep(
  context: Context,
  id: SurfaceId,
  key: string,
  fits: readonly { zone: Wiped; fit: FoundFit }[],
): Step {
  const zones = fits.map(({ zone }) => zone);
  const areaM2 = areaOf(zones);
  const { candidate, strength, verdict } = fits[0]!.fit;
  // The contact time guards a person: the longest that any of them asks for.
  const [longest] = zones
    .map(({ view }) => dwellOf(context, view.id, "disinfectant", FILM_L_PER_M2).min)
    .sort((a, b) => b.value - a.value);
  const words: Caution = {
    id: `disinfect-${id}`,
    title: surfaceOf(id).name,
    words: surfaceOf(id).disinfectant,
    tone: "care",
    guards: "cloth",
  };
  return {
    key,
    round: 0,
    action: "agent",
    title: `Disinfect: ${surfaceOf(id).name.toLowerCase()}`,
    how: "On the cloth, never sprayed inside. Wet all over for its whole time: wet it again where it dries.",
    why: "On a clean surface only. Its label is law in many places.",
    check: "Wet all over until its time is up; no film afterwards.",
    liftOff: "Only when its whole time is over: a damp white towel, then a dry one.",
    zoneIds: zones.map(({ view }) => view.id),
    agent: "disinfectant",
    spraying: false,
    tool: "towel",
    waterOnLPerM2: 0,
    areaM2,
    partsWater: strength?.partsWater,
    phMin: candidate.phMin,
    phMax: candidate.phMax,
    tempC: candidate.clothTempC,
    amountMl: sumOf(TREATMENT_FORMULAS, "treatment.amount", {
      areaM2: areaM2.value,
      lPerM2: stated.table(FILM_L_PER_M2),
    }),
    minutes: handsOnMinutes(context.kit, "agent", areaM2.value, 1, DISINFECTING),
    // There is no upper end at which it may be cut short.
    dwell: { min: longest! },
    reasons: reasonsOf(verdict.met),
    cautions: [words, ...cautionsOf(verdict.met, "agent", "disinfectant", likelyOn(zones))],
  };
}
