import fc from "fast-check";
import { describe, expect, it, vi } from "vitest";
import { assess, quickly, type Assessment } from "@/core/answers/assess/assess";
import { TOOLS } from "@/core/ground/catalog/tools";
import { NOT_FOR_CLOTH, agentOf, NEVER_MIX, type AgentGroup, type AgentId } from "@/core/ground/catalog/agents";
import { familyOf } from "@/core/ground/catalog/families";
import { USUAL_KIT } from "@/core/job/kit";
import { FIBRE_TESTS, type FibreOutcome, type FibreTestId } from "@/core/ground/catalog/fibreTests";
import { MATERIAL_IDS, MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import type { RoleId } from "@/core/ground/catalog/roles";
import { triedOf, type TriedId } from "@/core/ground/catalog/ownersAccount";
import { same } from "@/core/job/commands";
import type { Cloth, JobFile } from "@/core/job/schema";
import { arbitraryJobFile } from "@/core/testing/arbitraryJob";
import { assertOfJobs, FOUND } from "@/core/testing/found";
import { zoneViews } from "@/core/judgement/zones/zoneView";
import type { Step } from "@/core/judgement/treatment/step/step";
import { RULES } from "@/core/judgement/rules/rules";
import { atLeast, runs } from "@/core/testing/runs";

/** The rules that had a say in the plan that is being made. */
const met = new Set<string>();
vi.mock("@/core/judgement/rules/judge", async (original) => {
  const real = await original<typeof import("@/core/judgement/rules/judge")>();
  const judge: typeof real.judge = (step, facts) => {
    const verdict = real.judge(step, facts);
    for (const { id } of verdict.met) met.add(id);
    return verdict;
  };
  return { ...real, judge };
});

/**
 * The safety invariants, checked from outside: nothing here asks the rules whether a step is allowed.
 * Whatever a technician enters or leaves out, no plan may break one.
 */
const RUNS = runs(20_000);

interface Case {
  file: JobFile;
  result: Assessment;
}

interface StepCase extends Case {
  step: Step;
  zoneId: string;
  cloth: Cloth;
  /** Every fibre it may be. */
  fibres: readonly MaterialId[];
  role: RoleId;
  /** Steps planned on this zone before it. */
  before: Step[];
}

const longestDryMs = ({ drying }: Assessment) =>
  Math.max(0, ...Object.values(drying).map(({ hours }) => hours.value)) * 3_600_000;
const groupsOf = (agent: AgentId | undefined) =>
  agent === undefined || agent === "water" ? [] : agentOf(agent).groups;
const POWERED = ["extract", "steam", "dry-removal", "hair-lift", "blow", "seams"];
/** Fibres at one in a hundred or more, multiplied out from the table as it stands. */
function stillPossible(tests: Cloth["fibreTests"] = {}): MaterialId[] {
  const weights = MATERIAL_IDS.map((fibre) =>
    Object.entries(tests).reduce((product, [test, shown]) => {
      const outcomes: Record<string, FibreOutcome> = FIBRE_TESTS[test as FibreTestId].outcomes;
      const of = (row: FibreOutcome) => row.weights[fibre] ?? row.otherwise;
      return (product * of(outcomes[shown!]!)) / Object.values(outcomes).reduce((sum, row) => sum + of(row), 0);
    }, 1),
  );
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return MATERIAL_IDS.filter((_, index) => weights[index]! / total >= 0.01 + 1e-12);
}

/** What a part of a piece is as a rule, until somebody looks: common practice, no source, and written here once more. */
const SEATS: readonly RoleId[] = [
  "base",
  "back",
  "bolster",
  "airbag-bolster",
  "headrest",
  "crevice",
  "arm",
  "front",
  "side",
  "top",
];
const FLOORS: readonly RoleId[] = [
  "footwell",
  "under-seat",
  "boot",
  "mat",
  "field",
  "lane",
  "doorway",
  "tread",
  "riser",
];
const partOf = ({ job }: JobFile, zoneId: string, role: RoleId) => {
  const { template } = job.pieces.byId[job.zones.byId[zoneId]!.pieceId]!;
  return { template, seat: SEATS.includes(role), floor: FLOORS.includes(role) };
};

function usualFibres(file: JobFile, zoneId: string, role: RoleId): readonly MaterialId[] {
  const { template, seat, floor } = partOf(file, zoneId, role);
  if (template === "rug") return ["wool"];
  if (template === "cabin") {
    if (role === "belt") return ["polyester"];
    return seat ? ["polyester", "nylon", "suede-look"] : ["polyester", "nylon"];
  }
  if (floor) return template === "saloon" ? ["polyester", "nylon"] : ["nylon", "polyester", "olefin", "wool"];
  return MATERIAL_IDS;
}

/** Nobody said how its face is held, and such a part may be held by glue. */
function mayBeGlued({ cloth, file, zoneId, role }: StepCase): boolean {
  if (cloth.build !== undefined) return cloth.build === "glue-held";
  const { template, seat, floor } = partOf(file, zoneId, role);
  return !(template === "rug" || seat || floor || (template === "cabin" && role === "belt"));
}

/** A vehicle's seats, floors and belts bear a brush as a rule; all else that nobody knows the age of counts as old. */
function maybeOld({ cloth: { ageYears, condition }, file, zoneId, role }: StepCase): boolean {
  const { template, seat, floor } = partOf(file, zoneId, role);
  const sound = (template === "cabin" && (seat || floor || role === "belt")) || (template === "saloon" && floor);
  if (!sound && (ageYears === undefined || condition === undefined)) return true;
  return (ageYears ?? 0) > 20 || (condition ?? "sound") !== "sound";
}

/** What may have been tried on a zone, written here once more: of its marks where each was asked of, else of the account. */
function triedHere({ job }: JobFile, zoneId: string): { what: string; fresh: boolean }[] {
  const marks = Object.values(job.findings.byId).flatMap((each) =>
    each.kind === "mark" && each.zoneId === zoneId ? [each.tried] : [],
  );
  const said = marks.flatMap((tried = []) =>
    tried.map(({ what, when }) => ({ what, fresh: when !== "days" && when !== "longer" })),
  );
  if (marks.length > 0 && !marks.includes(undefined)) return said;
  // Nobody asked: the worst of it may be there.
  const fresh = job.account?.when !== "days" && job.account?.when !== "months";
  return [...said, ...(job.account?.tried ?? ["unknown"]).map((what) => ({ what, fresh }))];
}

/** By an extractor or a wet vacuum, with water on or without. */
const isDrawnOff = ({ action, tool }: Step) => action === "extract" || tool === "extractor";

const HARD_BRUSHES = ["medium-brush", "drill-brush", "stiff-brush", "scrub-pad"];
const AT_ARMS_LENGTH = ["electrics", "airbag", "speaker", "glue-line"];

/** Nothing electric is built into these: common practice, no source, and written here once more. */
const UNWIRED = ["room", "carpet", "stairs", "rug", "mattress", "dining-chair"];

/** One check a step and zone. */
const OF_EVERY_STEP: Record<string, (given: StepCase) => boolean> = {
  "glue-held cloth, or cloth that may be, is never steamed, drawn off or sprayed, and never brushed": (given) =>
    !mayBeGlued(given) ||
    !(
      given.step.action === "steam" ||
      isDrawnOff(given.step) ||
      given.step.spraying ||
      (given.step.worksIn !== undefined && TOOLS[given.step.tool].aggressiveness > 1)
    ),

  "nothing is blown where mould, droppings or body fluid may lie": ({ step, zoneId, result }) =>
    step.action !== "blow" ||
    !Object.values(result.plan.marks).some(
      (mark) =>
        mark.zoneId === zoneId &&
        mark.state !== "gone" &&
        mark.diagnosis.likely.some((family) => family === "mould" || family === "urine" || family === "protein"),
    ),

  "nothing is brushed in where there may be mould": ({ step, zoneId, result }) =>
    step.worksIn === undefined ||
    !Object.values(result.plan.marks).some(
      (mark) => mark.zoneId === zoneId && mark.state !== "gone" && mark.diagnosis.likely.includes("mould"),
    ),

  "no acid, ammonia or enzyme where bleach was tried": ({ step, file, zoneId }) =>
    !triedHere(file, zoneId).some(({ what }) => what === "bleach") ||
    !groupsOf(step.agent).some((group) => group === "acid" || group === "enzyme" || group === "ammonia"),

  "what sags, is torn or lies open is never drawn off, steamed or sprayed": ({ step, file, zoneId }) =>
    !Object.values(file.job.findings.byId).some(
      (each) => each.kind === "damage" && each.zoneId === zoneId && ["sag", "torn", "foam"].includes(each.damage),
    ) || !(isDrawnOff(step) || step.action === "steam" || step.spraying),

  "a dye that runs with water meets nothing with water in it": ({ step, cloth }) =>
    (cloth.fastness?.water ?? 5) >= 4 || !step.agent || !agentOf(step.agent).groups.includes("water-borne"),

  "the cloth stays at 40 °C or under while protein or dye is not ruled out": ({ step, zoneId, result }) =>
    (step.tempC ?? 0) <= 40 ||
    !Object.values(result.plan.marks).some(
      (mark) =>
        mark.zoneId === zoneId &&
        mark.state !== "gone" &&
        mark.diagnosis.beliefs.some(({ family, p }) => p.value >= 0.05 && familyOf(family).heatSets),
    ),

  "every agent stays inside the pH window of every fibre it might be, but for rust acid on white cotton and linen": ({
    step,
    fibres,
    cloth: { shade },
  }) =>
    !step.agent ||
    fibres
      .filter((fibre) => step.agent !== "oxalic-rust" || shade !== "white" || (fibre !== "cotton" && fibre !== "linen"))
      .map((fibre) => MATERIALS[fibre])
      .every(({ phMin, phMax }) => step.phMin! >= phMin - 1e-9 && step.phMax! <= phMax + 1e-9),

  "what is made for glass, leather, a machine or the air never goes on cloth": ({ step }) =>
    !step.agent || !NOT_FOR_CLOTH.includes(step.agent) || step.action === "beside" || step.action === "gas",

  "no care code is disobeyed": ({ step, cloth: { careCode } }) =>
    (careCode !== "X" || !step.agent) &&
    (careCode !== "S" || !step.agent || !agentOf(step.agent).groups.includes("water-borne")) &&
    (careCode !== "W" || !groupsOf(step.agent).includes("solvent")),

  "an unseen label or neighbour is looked for before anything wet": ({ step, cloth, zoneId, file, before }) =>
    !step.agent ||
    (cloth.careCode !== undefined && cloth.neighbours !== undefined) ||
    before.some(({ action }) => action === "check-first") ||
    file.job.events.some(
      (event) => event.kind === "done" && event.stepKey === "check-first:" && event.zoneIds.includes(zoneId),
    ),

  "nothing is sprayed, steamed or drawn off beside electrics, airbags, speakers or glue lines": ({
    step,
    cloth: { neighbours },
    file: { job },
    zoneId,
  }) =>
    // A floor, a rug or a mattress has none built in; that it was looked for is another rule.
    (neighbours === undefined && UNWIRED.includes(job.pieces.byId[job.zones.byId[zoneId]!.pieceId]!.template)) ||
    (neighbours !== undefined && !neighbours.some((id) => AT_ARMS_LENGTH.includes(id))) ||
    !(step.action === "steam" || isDrawnOff(step) || step.spraying),

  "no liquid at all by high voltage": ({ step, cloth: { neighbours } }) =>
    !neighbours?.includes("high-voltage") || !step.agent,

  "no agent goes on before it was proved on a hidden place, nor after it failed there": ({
    step,
    cloth,
    before,
    file,
    zoneId,
  }) => {
    if (!step.agent) return true;
    const proved = cloth.fastness?.[step.agent];
    const provedThen = file.job.events.some(
      (event) =>
        event.kind === "done" &&
        event.action === "fastness-check" &&
        event.zoneIds.includes(zoneId) &&
        /^fastness:(.*)@/.exec(event.stepKey)?.[1]!.split("+").includes(step.agent!),
    );
    return proved === undefined
      ? provedThen || before.some(({ proves }) => proves?.includes(step.agent!))
      : proved >= 4;
  },

  "wool and silk meet no enzyme and no hard brush": ({ step, fibres }) =>
    !fibres.some((fibre) => fibre === "wool" || fibre === "silk") ||
    (!groupsOf(step.agent).includes("enzyme") && !HARD_BRUSHES.includes(step.tool)),

  "old or fragile cloth is tamped": (given) =>
    !maybeOld(given) || ![...HARD_BRUSHES, "soft-brush", "horsehair-brush", "toothbrush"].includes(given.step.tool),

  "nothing is used that is not on the shelf": ({ step, file }) => {
    const { agents, tools, machines } = file.kit ?? USUAL_KIT;
    const vacuum = Boolean(machines["hepa-vacuum"] ?? machines["wet-vacuum"]);
    const extractor = Boolean(
      machines.extractor ?? machines["spot-extractor"] ?? machines["carpet-extractor"] ?? machines["wet-vacuum"],
    );
    return (
      (step.agent === undefined || step.agent === "water" || agents.includes(step.agent)) &&
      (step.tool === "blow-gun"
        ? Boolean(machines.compressor)
        : step.tool === "vacuum"
          ? vacuum
          : step.tool === "extractor"
            ? extractor
            : step.tool === "steamer"
              ? Boolean(machines.steamer)
              : ["hand", "towel"].includes(step.tool) || tools === undefined || tools.includes(step.tool as never))
    );
  },

  "no power brush on olefin": ({ step, fibres }) => step.tool !== "drill-brush" || !fibres.includes("olefin"),

  "only a HEPA vacuum where there may be mould": ({ step, file, zoneId, result }) =>
    step.tool !== "vacuum" ||
    Boolean((file.kit ?? USUAL_KIT).machines["hepa-vacuum"]) ||
    !Object.values(result.plan.marks).some(
      (mark) => mark.zoneId === zoneId && mark.state !== "gone" && mark.diagnosis.likely.includes("mould"),
    ),

  "olefin and acetate meet no solvent": ({ step, fibres }) =>
    !fibres.some((fibre) => fibre === "olefin" || fibre === "acetate") || !groupsOf(step.agent).includes("solvent"),

  "no enzyme where someone has asthma or reacts to it": ({ step, file }) =>
    !file.job.account?.allergies?.some((allergy) => allergy === "asthma" || allergy === "enzymes") ||
    !groupsOf(step.agent).includes("enzyme"),

  "belts meet nothing but water and neutral cleaner, on a towel": ({ step, role }) =>
    role !== "belt" ||
    !step.agent ||
    ((step.agent === "water" || step.agent === "neutral-cleaner") &&
      !step.spraying &&
      step.action !== "steam" &&
      step.action !== "extract"),

  "nothing is sprayed or drawn off under a seat that stays in": ({ step, role, file }) =>
    role !== "under-seat" ||
    file.job.account?.liftSeats === true ||
    !(step.action === "steam" || isDrawnOff(step) || step.spraying),

  "nothing is brushed or vacuumed for hair where there may be mould": ({ step, zoneId, result }) =>
    step.action !== "hair-lift" ||
    !Object.values(result.plan.marks).some(
      (mark) => mark.zoneId === zoneId && mark.state !== "gone" && mark.diagnosis.likely.includes("mould"),
    ),

  "disinfectant only after cleaning, never on glue or a thin cover over foam, and for no less than its whole contact time":
    ({ step, zoneId, cloth, role, file, before }) =>
      step.agent !== "disinfectant" ||
      ((cloth.build === "carpet-on-underlay" ||
        ["carpet-stuck-down", "loose-rug", "loose-mat"].includes(cloth.build!) ||
        (cloth.build === undefined && FLOORS.includes(role)) ||
        file.job.pieces.byId[file.job.zones.byId[zoneId]!.pieceId]!.template === "rug") &&
        [...before, ...file.job.events.filter((event) => event.kind === "done" && event.zoneIds.includes(zoneId))].some(
          (each) => "action" in each && (each.action === "clean" || each.action === "extract"),
        ) &&
        step.dwell!.min.value >= (file.kit?.labels?.disinfectant?.dwellMinMin ?? 10) - 1e-9 &&
        step.dwell!.max === undefined),

  "no belt is wetted in the cold, or while nobody has measured it": ({ step, role, file }) =>
    role !== "belt" || !step.agent || (file.job.site.airTempC ?? 0) > 12,

  "protector goes on nothing that was not cleaned": ({ step, zoneId, file, before }) =>
    step.agent !== "protector" ||
    [...before, ...file.job.events.filter((event) => event.kind === "done" && event.zoneIds.includes(zoneId))].some(
      (each) => "action" in each && (each.action === "clean" || each.action === "extract"),
    ),

  "no booster goes where its agent may not, nor where acid or enzyme goes": ({
    step,
    zoneId,
    role,
    fibres,
    cloth,
    file,
    result,
  }) => {
    const boosted =
      step.action === "clean" &&
      result.mixes.some(({ agent, steps, booster }) => agent === step.agent && steps.includes(step.key) && booster?.ml);
    const onZone = result.plan.steps
      .filter(({ zoneIds }) => zoneIds.includes(zoneId))
      .flatMap(({ agent }) => groupsOf(agent));
    return (
      !boosted ||
      (!onZone.includes("acid") &&
        !onZone.includes("enzyme") &&
        role !== "belt" &&
        (file.kit ?? USUAL_KIT).agents.includes("degreaser") &&
        (cloth.fastness?.degreaser ?? 5) >= 4 &&
        fibres.every((fibre) => MATERIALS[fibre].phMax > 9))
    );
  },

  "every number is finite and positive": ({ step }) =>
    [
      step.minutes.value,
      step.action === "beside" || step.action === "power-off" ? 1 : step.areaM2.value,
      step.amountMl?.value ?? 1,
      step.dwell?.min.value ?? 1,
      (step.dwell?.max?.value ?? 1e6) - (step.dwell?.min.value ?? 0),
    ].every((value) => Number.isFinite(value) && value > 0),
};

/** One check a plan. */
const OF_EVERY_PLAN: Record<string, (given: Case) => boolean> = {
  "what must not meet is rinsed between, and solvent airs before motor, heat or spark": ({ file, result }) =>
    file.job.zones.order.every((zoneId) => {
      const inCloth = new Set<AgentGroup>(
        triedHere(file, zoneId).flatMap(({ what, fresh }) =>
          what === "spirit" && !fresh ? [] : [...triedOf(what as TriedId).groups],
        ),
      );
      const safely = (action: string, groups: readonly AgentGroup[], tool?: string) => {
        if (action === "rinse" || action === "extract")
          for (const group of [...inCloth]) if (group !== "solvent") inCloth.delete(group);
        if (action === "air") inCloth.delete("solvent");
        const meets = NEVER_MIX.some(
          ({ pair: [a, b] }) => (groups.includes(a) && inCloth.has(b)) || (groups.includes(b) && inCloth.has(a)),
        );
        const sparks =
          (POWERED.includes(action) || tool === "drill-brush" || tool === "extractor") && inCloth.has("solvent");
        for (const group of groups) if (group !== "water-borne") inCloth.add(group);
        return !meets && !sparks;
      };
      for (const event of file.job.events)
        if (event.kind === "done" && event.zoneIds.includes(zoneId)) safely(event.action, groupsOf(event.agent));
      return result.plan.steps.every(
        (step) => !step.zoneIds.includes(zoneId) || safely(step.action, groupsOf(step.agent), step.tool),
      );
    }),

  "mould over ten square feet and sewage are referred, and their zone is left alone but for airing gas out": ({
    file,
    result,
  }) =>
    Object.values(result.plan.marks).every((mark) => {
      const finding = file.job.findings.byId[mark.findingId]!;
      if (finding.kind === "mould")
        return (
          mark.mould?.verdict !== "refer" ||
          (mark.referral !== undefined &&
            !result.plan.steps.some(({ zoneIds, action }) => zoneIds.includes(mark.zoneId) && action !== "gas-out"))
        );
      const sewage =
        finding.kind === "mark" &&
        (finding.evidence.owner === "sewage" || file.job.account?.spilled?.includes("sewage"));
      const mould = mark.area.value >= 0.9290304 && mark.diagnosis.likely.includes("mould");
      return (
        !(sewage || mould) ||
        (mark.referral !== undefined &&
          !result.plan.steps.some(({ zoneIds, action }) => zoneIds.includes(mark.zoneId) && action !== "gas-out"))
      );
    }),

  "growth inside foam, and what is referred for mould, close the whole piece": ({ file, result }) =>
    Object.values(result.plan.marks).every((mark) => {
      const pieceId = file.job.zones.byId[mark.zoneId]!.pieceId;
      return (
        (mark.mould?.verdict !== "refer" && mark.mould?.verdict !== "discard") ||
        result.plan.steps.every(
          ({ zoneIds, action }) =>
            action === "gas-out" || !zoneIds.some((id) => file.job.zones.byId[id]!.pieceId === pieceId),
        )
      );
    }),

  "sewage or flood water in the owner's account stops the whole job": ({ file, result }) =>
    !file.job.account?.spilled?.includes("sewage") || result.plan.steps.every(({ action }) => action === "gas-out"),

  "gas works only with nobody near, outdoors or exhausted, after the cloth work, on dry cloth with nothing in it that must not meet it":
    ({ file, result }) => {
      const run = result.plan.steps.find(({ action }) => action === "gas");
      if (!run || file.job.events.some(({ kind }) => kind === "start")) return true;
      const { gas, events, zones } = file.job;
      const worked = events.filter((event) => event.kind === "done");
      const setToDry = worked.findLast(({ action }) => action === "set-to-dry");
      const airedAway = (zoneId: string) =>
        worked.some(({ action, zoneIds }) => action === "air" && zoneIds.includes(zoneId));
      // What nobody asked about may be bleach, until the zone was rinsed.
      const rinsed = zones.order.every(
        (zoneId) =>
          !triedHere(file, zoneId).some(({ what }) => what === "unknown") ||
          worked.some(
            ({ action, zoneIds }) => (action === "rinse" || action === "extract") && zoneIds.includes(zoneId),
          ),
      );
      const solvent = zones.order.some(
        (zoneId) =>
          !airedAway(zoneId) &&
          (triedHere(file, zoneId).some(({ what, fresh }) => what === "spirit" && fresh) ||
            worked.some(
              ({ agent, zoneIds }) =>
                zoneIds.includes(zoneId) && groupsOf(agent).some((group) => group === "solvent" || group === "citrus"),
            )),
      );
      return (
        gas?.cleared === true &&
        (gas.stands === "outdoors" || gas.stands === "exhausted") &&
        !file.job.account?.spilled?.includes("sewage") &&
        !solvent &&
        rinsed &&
        result.plan.steps.every(({ action }) => action === "gas" || action === "gas-out") &&
        (longestDryMs(result) === 0 ||
          (setToDry !== undefined && Date.parse(file.asOf) >= Date.parse(setToDry.at) + longestDryMs(result)))
      );
    },

  "nobody is told to enter sooner than the slowest clearing from the strongest gas": ({ file, result: { gas } }) => {
    const choice = file.job.gas;
    if (!gas?.toEntry || !choice) return true;
    if (gas.gas !== "ozone") return false;
    if (choice.gas !== "ozone") return true;
    const { volumeM3: v, shutMinPerH: n, shutMaxPerH: m, airedMinPerH: aired } = choice;
    const leak = Math.min(n!, m ?? n!);
    const made = (file.kit ?? USUAL_KIT).machines["ozone-machine"]?.gasMgPerH ?? 20_000;
    const hours = 4;
    const ppm = (leak < 1e-6 ? (made / v!) * hours : (made / (v! * leak)) * (1 - Math.exp(-leak * hours))) / 1.962;
    return gas.toEntry.value >= Math.max(0, (Math.log(ppm / 0.05) / aired!) * 60) - 1e-3;
  },

  "gas that is inside always has its airing in the plan": ({ file, result }) => {
    const kinds = file.job.events.filter((event) => event.kind === "done").map(({ action }) => action);
    return (
      kinds.lastIndexOf("gas") <= kinds.lastIndexOf("gas-out") ||
      result.plan.steps.some(({ action, required }) => action === "gas-out" && required)
    );
  },

  "a disinfectant is never mixed under its label": ({ file: { job, kit }, result: { mixes } }) => {
    const read = job.choices.readings.disinfectant;
    const label = read
      ? read.value - (read.convention === "one-in" ? 1 : 0)
      : (kit?.labels?.disinfectant?.partsWater ?? 128);
    return mixes.every(({ agent, marked }) => agent !== "disinfectant" || marked.partsWater <= label + 1e-9);
  },

  "damage is a note, never a step": ({ result: { plan } }) => {
    const damage = [
      ...plan.damage.map(({ findingId }) => findingId),
      ...Object.values(plan.marks)
        .filter(({ sure, diagnosis }) => sure && diagnosis.leader === "damage")
        .map(({ findingId }) => findingId),
    ];
    return plan.steps.every(({ findingId }) => findingId === undefined || !damage.includes(findingId));
  },

  "water stays within every zone's budget": ({ file, result }) =>
    Object.values(result.plan.zones).every(({ budget, used, view }) => {
      const already = file.job.events.reduce(
        (sum, event) =>
          sum + (event.kind === "done" && event.zoneIds.includes(view.id) ? (event.waterOnLPerM2 ?? 0) : 0),
        0,
      );
      return used.value <= Math.max(budget.value, already) + 1e-9;
    }),

  "no two steps share a key": ({ result }) =>
    new Set(result.plan.steps.map(({ key }) => key)).size === result.plan.steps.length,
};

/** One check a step and zone where that is of leather, or hard: no rule of cloth speaks there, these do. */
const OF_EVERY_WIPED_STEP: Record<
  string,
  (given: Pick<StepCase, "step" | "before" | "file" | "result" | "zoneId" | "cloth">) => boolean
> = {
  "what is no cloth is wiped, and meets nothing but a disinfectant, on a cloth": ({ step }) =>
    ["beside", "power-off", "gas", "gas-out"].includes(step.action) ||
    (step.action === "agent" && step.agent === "disinfectant" && step.tool === "towel" && !step.spraying),

  "it is cleaned before it is disinfected, and the contact time has no end at which it may be cut short": ({
    step,
    before,
    file,
    zoneId,
  }) =>
    step.agent === undefined ||
    (step.dwell !== undefined &&
      step.dwell.max === undefined &&
      step.dwell.min.value >= (file.kit?.labels?.disinfectant?.dwellMinMin ?? 10) - 1e-9 &&
      (before.some(({ key }) => key.startsWith("wipe-")) ||
        file.job.events.some(
          (event) => event.kind === "done" && event.stepKey.startsWith("wipe-") && event.zoneIds.includes(zoneId),
        ))),

  "no liquid by high voltage": ({ step, cloth: { neighbours } }) =>
    !neighbours?.includes("high-voltage") || !(step.agent || step.key.startsWith("wipe-")),

  "nothing is brushed or vacuumed where there may be mould": ({ step, zoneId, result }) =>
    !step.key.startsWith("wipe-") ||
    !/vacuum|brush/i.test(`${step.title} ${step.how}`) ||
    !Object.values(result.plan.marks).some(
      (mark) => mark.zoneId === zoneId && mark.state !== "gone" && mark.diagnosis.likely.includes("mould"),
    ),
};

/** So often at least each rule has its say, and each of these cases comes, in the run. */
const AT_LEAST = atLeast(200);
const isCarried = ({ action }: Step) => POWERED.includes(action);

/** What must be met often for the run to prove anything of it. */
const CASES: Record<string, (given: Case) => boolean> = {
  "gas inside": ({ file }) => {
    const kinds = file.job.events.filter((event) => event.kind === "done").map(({ action }) => action);
    return kinds.lastIndexOf("gas") > kinds.lastIndexOf("gas-out");
  },
  "gas run": ({ result }) => result.plan.steps.some(({ action }) => action === "gas"),
  "a solvent before a step with a motor or heat": ({ result: { plan } }) =>
    plan.steps.some(
      ({ agent, zoneIds }, index) =>
        groupsOf(agent).includes("solvent") &&
        plan.steps
          .slice(index + 1)
          .some((later) => isCarried(later) && later.zoneIds.some((id) => zoneIds.includes(id))),
    ),
  "leather or a hard surface that is wiped": ({ result }) =>
    result.plan.steps.some(({ key }) => key.startsWith("wipe-")),
  "a booster": ({ result }) => result.mixes.some(({ booster }) => booster?.ml),
  extraction: ({ result }) => result.plan.steps.some(({ action }) => action === "extract"),
  steam: ({ result }) => result.plan.steps.some(({ action }) => action === "steam"),
  disinfection: ({ result }) => result.plan.steps.some(({ agent }) => agent === "disinfectant"),
  "mould that is treated": ({ result }) =>
    Object.values(result.plan.marks).some(({ mould }) => mould && mould.verdict !== "refer"),
  "mould that is referred": ({ result }) =>
    Object.values(result.plan.marks).some(({ mould }) => mould?.verdict === "refer"),
  sewage: ({ file: { job } }) =>
    Boolean(job.account?.spilled?.includes("sewage")) ||
    Object.values(job.findings.byId).some((each) => each.kind === "mark" && each.evidence.owner === "sewage"),
  "bleach met before": ({ file: { job } }) => Boolean(job.account?.tried?.includes("bleach")),
  "water that was in it": ({ result }) => result.plan.steps.some(({ key }) => key.startsWith("lift-water")),
  "detergent that was left in it": ({ file: { job } }) => Object.values(job.zones.byId).some(({ residue }) => residue),
  "a trial patch": ({ result }) => result.plan.steps.some(({ action }) => action === "trial"),
  "a trial that came out": ({ file }) => file.job.events.some(({ kind }) => kind === "trial"),
  "unknown everything": ({ file: { job } }) =>
    !job.account &&
    // But for its shade, which tells nothing of what it bears.
    Object.values(job.pieces.byId).every(
      ({ cloth: { shade: _shade, asUsual: _asUsual, ...known } }) => Object.keys(known).length === 0,
    ) &&
    Object.values(job.pieces.byId).every(({ groups }) => groups === undefined) &&
    Object.values(job.zones.byId).every(({ cloth }) => Object.keys(cloth ?? {}).length === 0),
};

describe("no input gets around the safety rules", () => {
  it("holds for every step of every plan", () => {
    const seen = new Map<string, number>();
    const count = (names: Iterable<string>) => {
      for (const name of names) seen.set(name, (seen.get(name) ?? 0) + 1);
    };
    assertOfJobs(
      "safety",
      fc.property(arbitraryJobFile, (file) => {
        met.clear();
        const result = assess(file.job, file.kit ?? USUAL_KIT, file.asOf, quickly);
        const views = new Map(zoneViews(file.job).map((view) => [view.id, view]));
        count(met);
        count(Object.keys(CASES).filter((name) => CASES[name]!({ file, result })));
        const broken = new Set<string>();
        for (const [name, holds] of Object.entries(OF_EVERY_PLAN)) if (!holds({ file, result })) broken.add(name);
        // What waits for dry is held to the same.
        const all = [...result.plan.steps, ...result.plan.later];
        all.forEach((step, index) => {
          for (const zoneId of step.zoneIds) {
            const view = views.get(zoneId)!;
            const before = all.slice(0, index).filter(({ zoneIds }) => zoneIds.includes(zoneId));
            if (view.surface) {
              const { cloth } = view;
              for (const [name, holds] of Object.entries(OF_EVERY_WIPED_STEP))
                if (!holds({ file, result, step, zoneId, cloth, before })) broken.add(`${name} (${step.title})`);
              continue;
            }
            for (const [name, holds] of Object.entries(OF_EVERY_STEP))
              if (
                !holds({
                  file,
                  result,
                  step,
                  zoneId,
                  cloth: view.cloth,
                  fibres: view.cloth.material
                    ? [view.cloth.material]
                    : Object.keys(view.cloth.fibreTests ?? {}).length > 0
                      ? stillPossible(view.cloth.fibreTests)
                      : usualFibres(file, zoneId, view.role),
                  role: view.role,
                  before,
                })
              )
                broken.add(`${name} (${step.title})`);
          }
        });
        expect([...broken]).toEqual([]);
      }),
      { numRuns: RUNS, examples: FOUND.map(({ file }) => [file]) },
      ([file]) => file,
    );
    const names = [...RULES.map(({ id }) => id), ...Object.keys(CASES)];
    expect(names.filter((name) => (seen.get(name) ?? 0) < AT_LEAST)).toEqual([]);
  });

  it("plans the same from the same, to the last number", () => {
    fc.assert(
      fc.property(arbitraryJobFile, (file) =>
        same(
          assess(file.job, file.kit ?? USUAL_KIT, file.asOf, quickly).plan,
          assess(structuredClone(file.job), file.kit ?? USUAL_KIT, file.asOf, quickly).plan,
        ),
      ),
      { numRuns: runs(500) },
    );
  });
});
