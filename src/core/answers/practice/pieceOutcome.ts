import { agentOf } from "@/core/ground/catalog/agents";
import { DRY_AT_PCT } from "@/core/ground/catalog/dryAt";
import { BUILDS, SOIL_LEVEL_IDS } from "@/core/ground/catalog/builds";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { TOOLS } from "@/core/ground/catalog/tools";
import { ENTERED_FORMULAS } from "@/core/ground/sums/enteredFormulas";
import { PRACTICE_FORMULAS } from "@/core/ground/sums/practiceFormulas";
import { input, opened, stated, sumOf, type Worked } from "@/core/ground/sums/working";
import { deltaEOfChange } from "@/core/models/colour/greyScale";
import { between } from "@/core/models/drying/at";
import { judge, limitsOf } from "@/core/judgement/rules/judge";
import { dryingPlace } from "@/core/judgement/forecast/surroundings";
import { dryInLayers } from "@/core/judgement/forecast/layered";
import { stateNow } from "@/core/judgement/treatment/cloth/inCloth";
import { recoveryOf } from "@/core/judgement/treatment/cloth/recovery";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { cleanerLeft, depthOf, isOnGlue, putOnAt, waterInZone } from "@/core/judgement/treatment/cloth/waterBudget";
import { SOIL_TARGET } from "@/core/judgement/treatment/step/soilRates";
import { phAt } from "@/core/judgement/treatment/way/strength";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { wetZoneOf } from "@/core/answers/assess/assess";
import { breathedBy } from "./breathed";
import { harm, worstOf, type Loss } from "./losses";
import type { PieceCase } from "./pieceCase";
import {
  agitationOf,
  clockOf,
  clothTempOf,
  findingMin,
  handsOn,
  momentAt,
  roughnessOf,
  strengthOf,
  tells,
  type PieceMove,
} from "./pieceMoves";
import { spillLosses, spillNow, type SpillLeft } from "./spillOutcome";
import { layMin, leftBy, treatedBy, type Treated } from "./treated";

/** What is under the cover lies so deep, mm; judgement. */
const ELECTRICS_MM = 12;
/** Nobody said when it can be used: the owner goes by what was wanted, and asks twice, min. Judgement. */
const UNTOLD_MIN = 15;
/** Damage nobody was told of before the work is the technician's own, min. Judgement. */
const BLAMED_MIN = 45;
/** Cleaner that stays soils again, all of it, min. Judgement. */
const RESIDUE_MIN = 20;
/** What glue holds is gone over once, and a trace of neutral cleaner is left on purpose. Judgement. */
const TRACE_ON_GLUE = 0.1;
/** Steam over what no rule lets be steamed counts from here, °C. Judgement. */
const STEAM_SHY_C = 60;
/**
 * So many minutes lost take the score to 37 of 100; where something was spilled, or there are several parts, there is
 * more to find out. Judgement.
 */
export const SCORE_MIN = { plain: 75, spill: 120, several: 200 };
/** A pass, a stroke or a round keeps its warmth on the cloth for about so long, min. Judgement. */
const WARM_MIN = 1;
/** What a stroke of a machine's head rubs, of a round with a medium brush. Judgement. */
const HEAD_RUBS = 0.1;
/** Wool is wet through at this, L/m²; a machine's stroke puts on more. Judgement. */
const WET_THROUGH_L_PER_M2 = 0.3;
const FELTS: readonly MaterialId[] = ["wool", "silk"];
const BROWNS: readonly MaterialId[] = ["cotton", "linen", "jute", "viscose"];

/** What knowing hands come to on the same piece, with all of the truth from the start. */
export interface Par {
  handsMin: number;
  left: number;
  usableH: number;
  /** Of a spill: the share of the mark that stays, and of what ran in that comes back. */
  spill?: { left: number; returns: number };
}

export interface PieceOutcome {
  /** Minutes of finding out, of work, and what went wrong. */
  spentMin: Worked;
  handsMin: Worked;
  losses: Loss[];
  harmMin: Worked;
  score: Worked;
  /** Share of the soil that is left. */
  left: Worked;
  spill?: SpillLeft;
  /** Hours to dry from the end of the work, and how deep it went. */
  dryH: number;
  depth: Worked;
  usableH: number;
}

/** Water in it, how deep, and for how long. */
function wetnessOf({ context, view, dryFromMin }: Treated) {
  const { moves } = stateNow(context, view);
  const recovery = recoveryOf(context, view).value;
  const { left, peakLPerM2, wetM2 } = waterInZone(moves, view, recovery);
  const { depth, allowed } = depthOf(peakLPerM2, view);
  const startMs = Date.parse(momentAt(dryFromMin));
  const zone = wetZoneOf(context, view, { left, wetM2, depthMm: depth.value }, startMs);
  const drying =
    left.value > 0 ? dryInLayers({ z: zone }, dryingPlace(context.job, context.kit, [], startMs)).zones.z : undefined;
  const dryH =
    drying?.hours ??
    sumOf(ENTERED_FORMULAS, "as-entered", {
      value: { value: 0, unit: "h", name: "nothing is wet", basis: "computed" },
    });
  return { moves, recovery, left, depth, allowed, dryH, course: drying?.layers.course };
}

/** What a moisture meter reads on it now, %. */
export function meterAfter(piece: PieceCase, moves: readonly PieceMove[]): number {
  const treated = treatedBy(piece, moves);
  const { course } = wetnessOf(treated);
  if (!course) return DRY_AT_PCT / 2;
  const hours = (treated.endMin - treated.dryFromMin) / 60;
  return between(Float64Array.from(course.hours), Float64Array.from(course.meterPct), hours);
}

/** Longer than the forecast follows it counts as this, h. */
const NEVER_H = 72;

function harmsOfAgents(treated: Treated, { cloth }: PieceCase): Loss[] {
  const { context, view } = treated;
  // A pale spot in the middle is as bad as a pale seat.
  const rounds = [...treated.rounds, ...treated.spots];
  const limits = limitsOf(factsOf(context, view, [], []));
  const dye = worstOf(
    rounds.map((round) => {
      const step = cloth.fastness?.[round.agent] ?? 5;
      const change = sumOf(
        PRACTICE_FORMULAS,
        "harm.dye",
        {
          // What a proof does not show is not seen later: a step of 4 or better is fast.
          stepDeltaE: stated.measured(step >= 4 ? 0 : deltaEOfChange(step)),
          strength: strengthOf(round.agent, round.parts),
          minutes: layMin(treated, round),
          tempC: round.tempC,
        },
        [input("its step in a proof", step, "1", "measured")],
      );
      return sumOf(PRACTICE_FORMULAS, "harm.dyeShare", { deltaE: opened(change) });
    }),
  );
  const ph = worstOf(
    rounds.map((round) => {
      const { phMin, phMax } = phAt(agentOf(round.agent), round.parts);
      return sumOf(PRACTICE_FORMULAS, "harm.ph", {
        outside: Math.max(phMax - limits.phMax, limits.phMin - phMin),
        minutes: layMin(treated, round),
      });
    }),
  );
  return [
    ...dye.map((share) => harm("dye", "strong", "Its dye ran: a pale patch.", share)),
    ...ph.map((share) => harm("ph", "strong", "Too sour or too alkaline for this fibre.", share)),
  ];
}

const felts = ({ materials }: ZoneView) => FELTS.some((fibre) => materials.includes(fibre));

/** What rubbed it while it was wet, each at its warmth: as so many rounds of a medium brush at 30 °C. */
function rubsOf(moves: readonly PieceMove[]) {
  let tempC = 20;
  return moves.flatMap((move) => {
    tempC = clothTempOf(move) ?? tempC;
    const rubbing = move.do === "brush" ? agitationOf(move.tool) : move.do === "draw" ? HEAD_RUBS * move.wet : 0;
    const words = move.do === "brush" ? `${TOOLS[move.tool].name} at ${tempC} °C` : `drawn off at ${tempC} °C`;
    return rubbing > 0 ? [stated.computed(rubbing * 2 ** ((tempC - 30) / 6), words)] : [];
  });
}

function harmsOfHands(treated: Treated, moves: readonly PieceMove[]): Loss[] {
  const { context, view } = treated;
  const limits = limitsOf(factsOf(context, view, [], []));
  const brushes = moves.flatMap((move) => (move.do === "brush" ? [move.tool] : []));
  const roughest = Math.max(0, ...brushes.map(roughnessOf));
  const rub = sumOf(PRACTICE_FORMULAS, "harm.rub", {
    tool: stated.table(roughest),
    bears: stated.table(limits.toolAtMost),
    rounds: brushes.filter((tool) => roughnessOf(tool) > limits.toolAtMost).length,
  });
  const temps = moves.flatMap((move) => clothTempOf(move) ?? []);
  const warmest = Math.max(20, ...temps);
  const wetLPerM2 = Math.max(
    0,
    ...treated.rounds.map(({ lPerM2 }) => lPerM2),
    treated.passes > 0 ? WET_THROUGH_L_PER_M2 : 0,
  );
  const felt = sumOf(PRACTICE_FORMULAS, "harm.felt", {
    wet: wetLPerM2 / WET_THROUGH_L_PER_M2,
    rubs: felts(view) ? rubsOf(moves) : [],
  });
  const steamShy =
    judge({ action: "steam", agent: "water" }, factsOf(context, view, [], [])).forbiddenBy.length > 0 &&
    !isOnGlue(view);
  const heat = sumOf(PRACTICE_FORMULAS, "harm.heat", {
    tempC: warmest,
    bearsC: stated.table(Math.min(limits.clothTempC, steamShy ? STEAM_SHY_C : limits.clothTempC)),
    minutes: temps.filter((each) => each === warmest).length * WARM_MIN,
  });
  return [
    harm("rub", "strong", "Rougher than it bears: pilled, matted or torn.", rub),
    harm("felt", "heat", "Warm, wet and rubbed, it felted.", felt),
    harm("heat", "heat", "Hotter than it bears: it shrank, set or went shiny.", heat),
  ];
}

function harmsOfWater(treated: Treated, moves: readonly PieceMove[], wet: ReturnType<typeof wetnessOf>): Loss[] {
  const { view } = treated;
  const hours = Math.min(NEVER_H, wet.dryH.value);
  const ring = sumOf(PRACTICE_FORMULAS, "harm.ring", {
    depthMm: opened(wet.depth),
    allowedMm: opened(wet.allowed),
    hours,
    browns: view.materials.some((fibre) => BROWNS.includes(fibre)) ? 1 : 0,
  });
  const glue = isOnGlue(view)
    ? [
        sumOf(PRACTICE_FORMULAS, "harm.sag", {
          onLPerM2: putOnAt(wet.moves),
          bearsLPerM2: stated.table(BUILDS["glue-held"].waterBudgetLPerM2),
          tempC: Math.max(20, ...moves.flatMap((move) => clothTempOf(move) ?? [])),
          passes: treated.rounds.length + treated.passes + treated.steams,
        }),
      ]
    : [];
  const wired = view.neighbours.includes("electrics");
  return [
    ...(isOnGlue(view) ? [] : [harm("ring", "water", "It went deep and came up again: a ring next day.", ring)]),
    ...glue.map((share) => harm("sag", "water", "The glue let go: it hangs.", share)),
    harm(
      "sour",
      "water",
      "Wet inside too long: sour, then mould.",
      sumOf(PRACTICE_FORMULAS, "harm.sour", { hours: opened(wet.dryH) }),
    ),
    ...(wired
      ? [
          harm(
            "electrics",
            "water",
            "Water reached what lies under the cover: a dead switch.",
            sumOf(PRACTICE_FORMULAS, "harm.electrics", {
              depthMm: opened(wet.depth),
              liesMm: stated.table(ELECTRICS_MM),
            }),
          ),
        ]
      : []),
  ];
}

function soilLosses(piece: PieceCase, treated: Treated, left: Worked, par: Par): Loss[] {
  const level = SOIL_LEVEL_IDS.indexOf(piece.soil) + 1;
  const paste =
    treated.wetted && !treated.vacuumedFirst
      ? [
          harm(
            "paste",
            "dry",
            "Wetted before it was lifted dry: paste in the seams.",
            sumOf(PRACTICE_FORMULAS, "harm.paste", { soil: level }),
          ),
        ]
      : [];
  const target = Math.max(SOIL_TARGET[piece.soil], par.left);
  const inTime = sumOf(PRACTICE_FORMULAS, "practice.soil", { left: opened(leftBy(treated, true)), target });
  const all = sumOf(PRACTICE_FORMULAS, "practice.soil", { left: opened(left), target });
  return [
    ...paste,
    { id: "soil", decision: "way", words: "Soil was left: called back.", minutes: inTime },
    {
      id: "sank",
      decision: "lift",
      words: "It was loose and sank back: not lifted, or too late.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.sank", { all: opened(all), inTime: opened(inTime) }),
    },
  ];
}

function residueLoss({ context, view }: Treated, wet: ReturnType<typeof wetnessOf>): Loss[] {
  const { residue } = stateNow(context, view);
  if (residue === undefined) return [];
  const share = cleanerLeft(wet.moves, view, wet.recovery)?.value ?? 1;
  return [
    {
      id: "residue",
      decision: "done",
      words: "Cleaner stayed in it: it soils again.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.harm", {
        share: share * (isOnGlue(view) ? TRACE_ON_GLUE : 1),
        minutes: stated.table(RESIDUE_MIN),
      }),
    },
  ];
}

/** When it was promised, h from the beginning; undefined where nobody was told. */
export function dueH(piece: PieceCase, moves: readonly PieceMove[]): number | undefined {
  const clock = clockOf(piece, moves);
  return moves.reduce<number | undefined>(
    (due, move, at) => (move.do === "promise" ? clock[at]! / 60 + move.hours : due),
    undefined,
  );
}

function promiseLosses(piece: PieceCase, moves: readonly PieceMove[], usableH: number, par: Par): Loss[] {
  const told = dueH(piece, moves);
  const due = told ?? piece.wantedH;
  const wanted = Math.max(piece.wantedH, par.usableH);
  return [
    {
      id: "late",
      decision: "promise",
      words: told === undefined ? "Not dry when it was wanted." : "Not dry when it was promised.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.late", { usableH, dueH: due }),
    },
    {
      id: "long",
      decision: "promise",
      words: "Promised later than it had to be.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.long", { dueH: due, wantedH: wanted }),
    },
    ...(told === undefined
      ? [
          {
            id: "untold" as const,
            decision: "promise" as const,
            words: "Nobody told the owner when it can be used.",
            minutes: sumOf(ENTERED_FORMULAS, "as-entered", {
              value: { ...stated.table(UNTOLD_MIN), unit: "min" as const, name: "asked about twice" },
            }),
          },
        ]
      : []),
  ];
}

/** Damage that was there is told before hands go on. */
function blamedLoss({ damaged }: PieceCase, moves: readonly PieceMove[]): Loss[] {
  const toldAt = moves.findIndex((move) => move.do === "tell");
  const begunAt = moves.findIndex((move) => isWork(move));
  if (!damaged || (toldAt >= 0 && (begunAt < 0 || toldAt < begunAt))) return [];
  return [
    {
      id: "blamed",
      decision: "promise",
      words: "It was damaged before, and nobody had said so: now it was you.",
      minutes: sumOf(ENTERED_FORMULAS, "as-entered", {
        value: { ...stated.table(BLAMED_MIN), unit: "min" as const, name: "talked over and paid for" },
      }),
    },
  ];
}

/** Hands on the piece itself. */
const isWork = ({ do: what }: PieceMove): boolean =>
  ["vacuum", "put", "brush", "towel", "draw", "rinse", "steam"].includes(what);

/** Anything under this is nobody's loss, min. */
const COUNTS_FROM_MIN = 0.05;

/** Hands-on minutes beyond those of knowing hands. */
export const overLoss = (handsMin: Worked, parMin: number): Loss[] =>
  [
    {
      id: "over" as const,
      decision: "way" as const,
      words: "More work than it takes.",
      minutes: sumOf(PRACTICE_FORMULAS, "practice.over", { handsMin: opened(handsMin), parMin }),
    },
  ].filter(({ minutes }) => minutes.value >= COUNTS_FROM_MIN);

/** Minutes of tests and hints. */
export const spentBy = (moves: readonly PieceMove[]): Worked =>
  sumOf(PRACTICE_FORMULAS, "practice.spent", {
    tests: moves.filter(tells).map((move) => stated.table(findingMin(move))),
    hints: moves.filter(({ do: what }) => what === "hint").map((move) => stated.table(findingMin(move))),
  });

/** What was spent, what went wrong and the score of both. @param scaleMin minutes lost that take it to 37 of 100 */
export function scored(
  spentMin: Worked,
  losses: readonly Loss[],
  scaleMin: number,
): Pick<PieceOutcome, "spentMin" | "harmMin" | "score"> {
  const harmMin = sumOf(PRACTICE_FORMULAS, "practice.harms", {
    harms: losses.map(({ minutes, words }) => opened(minutes, words)),
  });
  return {
    spentMin,
    harmMin,
    score: sumOf(PRACTICE_FORMULAS, "practice.score", {
      spentMin: opened(spentMin),
      harmMin: opened(harmMin),
      scaleMin: stated.table(scaleMin),
    }),
  };
}

/** What came of it. @param par what knowing hands come to */
export function pieceOutcome(piece: PieceCase, moves: readonly PieceMove[], par: Par): PieceOutcome {
  const treated = treatedBy(piece, moves);
  const wet = wetnessOf(treated);
  const left = leftBy(treated);
  const spill = spillNow(piece, treated);
  const usableH = Math.max(treated.endMin / 60, treated.dryFromMin / 60 + Math.min(NEVER_H, wet.dryH.value));
  const worked = moves.flatMap((move) => handsOn(piece, move) ?? []);
  const handsMin = sumOf(PRACTICE_FORMULAS, "practice.handsOn", { moves: worked.map((each) => opened(each)) });
  const losses = [
    ...harmsOfAgents(treated, piece),
    ...harmsOfHands(treated, moves),
    ...harmsOfWater(treated, moves, wet),
    ...soilLosses(piece, treated, left, par),
    ...residueLoss(treated, wet),
    ...spillLosses(piece, treated, moves, par.spill),
    ...breathedBy(piece, treated, moves),
    ...promiseLosses(piece, moves, usableH, par),
    ...blamedLoss(piece, moves),
    ...overLoss(handsMin, par.handsMin),
  ].filter(({ minutes }) => minutes.value >= COUNTS_FROM_MIN);
  return {
    ...scored(spentBy(moves), losses, piece.spill ? SCORE_MIN.spill : SCORE_MIN.plain),
    ...{ handsMin, losses, left },
    ...(spill ? { spill } : {}),
    ...{ dryH: wet.dryH.value, depth: wet.depth, usableH },
  };
}
