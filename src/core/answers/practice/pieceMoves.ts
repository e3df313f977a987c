import { own } from "@/core/job/lookUp";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { EVIDENCE_IDS, type Evidence, type EvidenceId } from "@/core/ground/catalog/evidence";
import { TOOLS, toolOf, type ToolId } from "@/core/ground/catalog/tools";
import { partsWater } from "@/core/ground/quantity/ratio";
import { ENTERED_FORMULAS } from "@/core/ground/sums/enteredFormulas";
import { stated, sumOf, type Worked } from "@/core/ground/sums/working";
import type { Cloth, DoneEvent, DryingAir, Job } from "@/core/job/schema";
import { extractorFor, ownsTool, type Extractor } from "@/core/judgement/shelf/shelf";
import { PANEL_L_PER_M2 } from "@/core/judgement/treatment/step/amounts";
import { drawingMinutes, handsOnMinutes, workingMinutes } from "@/core/judgement/treatment/step/minutes";
import { strokeOn } from "@/core/judgement/treatment/step/stroke";
import { fastnessSetting } from "@/core/judgement/treatment/cloth/ruleFacts";
import { zoneViews, type ZoneView } from "@/core/judgement/zones/zoneView";
import { fastnessRead } from "./asRead";
import { testMin } from "./markPlay";
import { BEGINS_AT, PIECE_ZONE, type PieceCase } from "./pieceCase";
import { AIRS, FINDS, type AirId, type FindId } from "./pieces";
import { allOf, SPILL_ID, SPILL_M2, spillIn } from "./spills";

/** A white cloth on a hidden place, min for each agent. Judgement. */
const PROOF_MIN = 1;
const HINT_MIN = 5;
/** Shown, said and written down. Judgement. */
const TELL_MIN = 1;

/** A move on the spill alone. */
export const isOnSpill = (move: PieceMove): boolean => "on" in move && move.on === "spill";

/** What a learner does, one thing after another; it ends when it is handed back. @param part of several: which */
export type PieceMove = Deed & { part?: number };

type Deed =
  | { do: "find"; what: FindId }
  /** Of what was spilled on it. */
  | { do: "test"; test: EvidenceId }
  | { do: "proof"; agents: AgentId[] }
  | { do: "hint" }
  /** The owner, of damage that was there before. */
  | { do: "tell" }
  | { do: "vacuum" }
  /** @param parts of water to one of product; 0 as it comes @param on left out: all over */
  | { do: "put"; agent: AgentId; parts: number; lPerM2: number; tempC: number; on?: "spill" }
  | { do: "brush"; tool: ToolId; on?: "spill" }
  | { do: "towel"; on?: "spill" }
  | { do: "draw"; wet: number; dry: number; tempC: number }
  | { do: "rinse"; agent: "water" | "acid-rinse" }
  | { do: "steam" }
  | { do: "wait"; minutes: number }
  | { do: "air"; how: AirId }
  | { do: "promise"; hours: number }
  | { do: "handback" };

const STEAM_C = 100;

/**
 * The mix that is so many times as strong as the label's, parts water; 0 where it comes ready.
 * @example partsAt("neutral-cleaner", 2) // 4.5
 */
export function partsAt(agent: AgentId, strength: number): number {
  const { reading } = agentOf(agent);
  return reading ? Math.max(0, (partsWater(reading) + 1) / strength - 1) : 0;
}

/** How strong a mix is, of the label's. @example strengthOf("neutral-cleaner", 10) // 1 */
export function strengthOf(agent: AgentId, parts: number): number {
  const { reading } = agentOf(agent);
  return reading ? (partsWater(reading) + 1) / (parts + 1) : 1;
}

const areaOf = ({ job }: PieceCase): number => zoneViews(job)[0]!.areaM2.value;
const roleOf = ({ job }: PieceCase) => zoneViews(job)[0]!.role;

/** The machine it is drawn off with, and what one wet stroke puts on. */
function machineFor(piece: PieceCase): { machine: Extractor; strokeLPerM2: number } {
  const machine = extractorFor(piece.kit, areaOf(piece))!;
  return { machine, strokeLPerM2: strokeOn(machine, 1).value };
}

/** Whether the hands own what it takes. */
export function isOwned({ kit, kit: { machines } }: PieceCase, move: PieceMove): boolean {
  if (move.do === "brush") return ownsTool(kit, move.tool);
  if (move.do === "steam") return machines.steamer !== undefined;
  if (move.do !== "air") return true;
  const { airSpeedMPerS, dehumidifier } = AIRS[move.how].air as DryingAir;
  return (
    ((airSpeedMPerS ?? 0) < BLOWN_FROM_M_PER_S || machines["air-mover"] !== undefined) &&
    (!dehumidifier || machines.dehumidifier !== undefined)
  );
}

/** Faster air than a draught comes from a mover. */
const BLOWN_FROM_M_PER_S = 0.8;

/** Hands-on minutes of a move; nothing for finding out, waiting and handing back. */
export function handsOn(piece: PieceCase, move: PieceMove): Worked | undefined {
  const { kit } = piece;
  const area = isOnSpill(move) ? SPILL_M2 : areaOf(piece);
  switch (move.do) {
    case "vacuum":
      return handsOnMinutes(kit, "dry-removal", area);
    case "put":
      return handsOnMinutes(kit, isOnSpill(move) ? "agent" : "clean", area);
    case "brush":
      return workingMinutes(kit, area, move.tool);
    case "towel":
      return handsOnMinutes(kit, "towel-off", area);
    case "draw": {
      const { machine, strokeLPerM2 } = machineFor(piece);
      return drawingMinutes(kit, area, move.wet + move.dry, strokeLPerM2 * move.wet * area, machine, roleOf(piece));
    }
    case "rinse":
      return handsOnMinutes(kit, "rinse", area);
    case "steam":
      return handsOnMinutes(kit, "steam", area);
    case "air":
      return sumOf(ENTERED_FORMULAS, "as-entered", { value: { ...stated.table(AIRS[move.how].minutes), unit: "min" } });
    default:
      return undefined;
  }
}

/** Minutes of finding out or of a hint. */
export function findingMin(move: PieceMove): number {
  if (move.do === "find") return FINDS[move.what].minutes;
  if (move.do === "test") return testMin(move.test);
  if (move.do === "tell") return TELL_MIN;
  if (move.do === "proof") return PROOF_MIN * move.agents.length;
  return move.do === "hint" ? HINT_MIN : 0;
}

/** Minutes that pass with a move. */
export const passesMin = (piece: PieceCase, move: PieceMove): number =>
  move.do === "wait" ? move.minutes : findingMin(move) + (handsOn(piece, move)?.value ?? 0);

/** Minutes from the beginning until before each move, and until after the last. */
export function clockOf(piece: PieceCase, moves: readonly PieceMove[]): number[] {
  let at = 0;
  return [0, ...moves.map((move) => (at += passesMin(piece, move)))];
}

/** Whether a move puts water in, all over. */
export const wets = (move: PieceMove): boolean =>
  (move.do === "put" && move.on === undefined) ||
  move.do === "rinse" ||
  move.do === "steam" ||
  (move.do === "draw" && move.wet > 0);

export const isEnded = (moves: readonly PieceMove[]): boolean => moves.at(-1)?.do === "handback";
export const momentAt = (minutes: number): string => new Date(Date.parse(BEGINS_AT) + minutes * 60_000).toISOString();

/** What these moves have found out of the cloth. */
function foundOf(piece: PieceCase, moves: readonly PieceMove[]): Cloth {
  const { material, build, careCode, shade, ageYears, condition, neighbours } = piece.cloth;
  const has = (what: FindId) => moves.some((move) => move.do === "find" && move.what === what);
  const proved = moves.flatMap((move) => (move.do === "proof" ? move.agents : []));
  return {
    ...(has("look") ? { build, careCode, shade, ageYears, condition, neighbours } : {}),
    ...(has("fibre") ? { material } : {}),
    ...(proved.length > 0
      ? { fastness: Object.fromEntries(proved.map((agent) => [agent, fastnessRead(piece, agent)])) }
      : {}),
  };
}

/** The document as a learner has it after these moves: what was found out and what was done. */
export function knownJob(piece: PieceCase, moves: readonly PieceMove[]): Job {
  const asked = moves.some((move) => move.do === "find" && move.what === "owner");
  const wiped = moves.some((move) => move.do === "find" && (move.what === "towel" || move.what === "patch"));
  const job = withSpill(piece, withCloth(piece, moves, foundOf(piece, moves), wiped), knownOfSpill(piece, moves));
  return { ...job, ...(asked ? askedOf(piece) : {}), events: eventsOf(piece, moves, job) };
}

/** What was found out of the spill. */
interface KnownSpill {
  evidence: Evidence;
  felt: boolean;
}

function knownOfSpill({ spill }: PieceCase, moves: readonly PieceMove[]): KnownSpill {
  const has = (what: FindId) => moves.some((move) => move.do === "find" && move.what === what);
  const tested = new Set(moves.flatMap((move) => (move.do === "test" ? [move.test] : [])));
  if (has("owner")) tested.add("owner");
  return {
    evidence: Object.fromEntries(
      EVIDENCE_IDS.flatMap((test) => (spill && tested.has(test) ? [[test, spill.reads[test]]] : [])),
    ),
    felt: has("feel"),
  };
}

function withSpill({ spill }: PieceCase, job: Job, { evidence, felt }: KnownSpill): Job {
  if (!spill) return job;
  const [view] = zoneViews(job) as [ZoneView];
  const finding = spillIn(view, PIECE_ZONE, evidence, felt ? spill.ranTo : undefined);
  return { ...job, findings: { byId: { [SPILL_ID]: finding }, order: [SPILL_ID] } };
}

/** What the owner says when asked. */
const askedOf = ({ wantedH }: PieceCase): Pick<Job, "account" | "promises"> => ({
  account: { tried: [], users: [], allergies: [] },
  promises: { dampHandBackAgreed: false, usableAt: momentAt(wantedH * 60) },
});

/** The document as it really is: all of the truth, and what was done. */
export function trueJob(piece: PieceCase, moves: readonly PieceMove[]): Job {
  const known = piece.spill ? { evidence: allOf(piece.spill), felt: true } : { evidence: {}, felt: false };
  const job = withSpill(piece, withCloth(piece, moves, piece.cloth, true), known);
  return { ...job, ...askedOf(piece), events: eventsOf(piece, moves, job) };
}

function withCloth({ job, soil }: PieceCase, moves: readonly PieceMove[], cloth: Cloth, soilKnown: boolean): Job {
  const zone = { ...own(job.zones.byId, PIECE_ZONE)!, cloth, ...(soilKnown ? { soil } : {}) };
  return {
    ...job,
    site: { ...job.site, ...AIRS[airNow(moves)].air },
    zones: { ...job.zones, byId: { [PIECE_ZONE]: zone } },
  };
}

/** The air as it was set last. */
export const airNow = (moves: readonly PieceMove[]): AirId =>
  moves.reduce<AirId>((air, move) => (move.do === "air" ? move.how : air), "shut");

/** As they stand in the record of a job, by the keys that a plan knows its steps by. */
function eventsOf(piece: PieceCase, moves: readonly PieceMove[], job: Job): DoneEvent[] {
  const clock = clockOf(piece, moves);
  const [view] = zoneViews(job) as [ZoneView];
  const { strokeLPerM2 } = machineFor(piece);
  const keys = new Keys();
  return moves.flatMap((move, at) => {
    const what = recordOf(move, keys, view, strokeLPerM2);
    return what
      ? [
          {
            kind: "done" as const,
            id: `m${at}`,
            at: momentAt(clock[at + 1]!),
            title: what.action,
            zoneIds: [PIECE_ZONE],
            areaM2: view.areaM2.value,
            ...what,
          },
        ]
      : [];
  });
}

/** Names rounds of cleaner as the plan does: the first plainly, and what belongs to each after it. */
class Keys {
  private rounds = 0;
  private towels = 0;
  private steamed = false;
  private readonly worked = new Set<number>();
  readonly base = "panel-r0";
  private round = (at: number) => `${this.base}-clean${at > 1 ? `-${at}` : ""}`;
  put = () => this.round((this.rounds += 1));
  /** The first round that was not worked in yet, else the last once more. */
  work = () => {
    let at = 1;
    while (at < this.rounds && this.worked.has(at)) at += 1;
    this.worked.add(at);
    return `${this.round(at)}-work`;
  };
  steam = () => {
    this.steamed = true;
    return `${this.base}-steam`;
  };
  towel = () => `${this.steamed ? `${this.base}-steam` : this.round((this.towels += 1))}-towel`;
}

type Recorded = Pick<DoneEvent, "stepKey" | "action"> &
  Partial<Pick<DoneEvent, "agent" | "partsWater" | "waterOnLPerM2" | "wetStrokes" | "dryStrokes">>;

/** Gone over with the towel alone it is put on and lifted in one. */
function recordOf(move: PieceMove, keys: Keys, view: ZoneView, strokeLPerM2: number): Recorded | undefined {
  // A spoonful on the spill is no round of the whole, and its water is lost in that.
  if (isOnSpill(move)) return undefined;
  switch (move.do) {
    case "vacuum":
      return { stepKey: "dry-removal:", action: "dry-removal" };
    case "proof":
      return { stepKey: `fastness:${fastnessSetting(move.agents, view)}`, action: "fastness-check" };
    case "put":
      return {
        stepKey: `${keys.put()}:${move.agent}`,
        action: "clean",
        agent: move.agent,
        partsWater: move.parts,
        waterOnLPerM2: move.lPerM2,
      };
    case "brush":
      return { stepKey: `${keys.work()}:${move.tool}`, action: "work" };
    case "towel":
      return { stepKey: `${keys.towel()}:`, action: "towel-off" };
    case "draw":
      return move.wet > 0
        ? {
            stepKey: `${keys.base}-extract:`,
            action: "extract",
            agent: "water",
            waterOnLPerM2: strokeLPerM2 * move.wet,
            wetStrokes: move.wet,
            dryStrokes: move.dry,
          }
        : { stepKey: "dry-strokes:", action: "blot", dryStrokes: move.dry };
    case "rinse":
      return {
        stepKey: `${keys.base}-last:`,
        action: "rinse",
        agent: move.agent,
        waterOnLPerM2: PANEL_L_PER_M2.rinse,
      };
    case "steam":
      return {
        stepKey: `${keys.steam()}:`,
        action: "steam",
        agent: "water",
        waterOnLPerM2: PANEL_L_PER_M2.steamPass,
      };
    default:
      return undefined;
  }
}

/** How warm a move comes at the cloth, °C; undefined where it brings no warmth. */
export function clothTempOf(move: PieceMove): number | undefined {
  if (move.do === "steam") return STEAM_C;
  return move.do === "put" || move.do === "draw" ? move.tempC : undefined;
}

/** How hard a brush works, of a medium one. */
export const agitationOf = (tool: ToolId): number => TOOLS[tool].agitation;
/** Once told it cannot be unheard: finding out, and telling. */
export const tells = ({ do: what }: PieceMove): boolean => ["find", "test", "proof", "tell"].includes(what);
export const roughnessOf = (tool: ToolId): number => toolOf(tool).aggressiveness;
