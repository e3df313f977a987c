import { agentOf } from "@/core/ground/catalog/agents";
import { BUILDS, CARE_CODES, CLOTH_CONDITIONS, DAMAGES, NEIGHBOURS, SHADES } from "@/core/ground/catalog/builds";
import { testOf, type EvidenceId } from "@/core/ground/catalog/evidence";
import { RAN_TO, SOIL_SIGNS } from "@/core/ground/catalog/findings";
import { stepWords } from "@/core/ground/catalog/greyScaleSteps";
import { MATERIALS } from "@/core/ground/catalog/materials";
import { TOOLS } from "@/core/ground/catalog/tools";
import { formatDuration, formatNumber } from "@/core/ground/quantity/format";
import { ownedOf, type OwnedId } from "@/core/job/owned";
import { fastnessRead, meterRead, patchRead } from "@/core/answers/practice/asRead";
import type { PieceCase } from "@/core/answers/practice/pieceCase";
import { meterAfter } from "@/core/answers/practice/pieceOutcome";
import { patchLeaves } from "@/core/answers/practice/treated";
import { strengthOf, type PieceMove } from "@/core/answers/practice/pieceMoves";
import { AIRS, FINDS } from "@/core/answers/practice/pieces";
import { partOf, type Whole } from "@/core/answers/practice/whole";

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const nameOf = (agent: Parameters<typeof agentOf>[0]) => agentOf(agent).name;

function putWords({ agent, parts, lPerM2, tempC, on }: Extract<PieceMove, { do: "put" }>): string {
  const strength = strengthOf(agent, parts);
  const mix = strength > 1.05 ? `${formatNumber(strength)} times the label, ` : strength < 0.95 ? "weaker, " : "";
  return `${nameOf(agent)}${onSpill(on)}, ${mix}${formatNumber(lPerM2 * 1000)} mL/m², ${Math.round(tempC)} °C`;
}

const onSpill = (on: "spill" | undefined) => (on ? " on the spill" : "");

/** A move as it is said. */
export function pieceMoveWords(move: PieceMove): string {
  switch (move.do) {
    case "find":
      return FINDS[move.what].name;
    case "test":
      return testOf(move.test).name;
    case "tell":
      return "Show the owner the damage";
    case "proof":
      return `White cloth with ${move.agents.map((agent) => nameOf(agent).toLowerCase()).join(", ")}`;
    case "hint":
      return "A hint";
    case "vacuum":
      return "Lift dry soil";
    case "put":
      return putWords(move);
    case "brush":
      return `Work it in${onSpill(move.on)}: ${TOOLS[move.tool].name}`;
    case "towel":
      return move.on ? "Towel off the spill" : "Towel off";
    case "draw":
      return move.wet > 0
        ? `Draw off, ${move.wet} wet, ${move.dry} dry, ${Math.round(move.tempC)} °C`
        : `Dry strokes, ${move.dry}`;
    case "rinse":
      return move.agent === "water" ? "Rinse with plain water" : "Acid rinse";
    case "steam":
      return "Steam through a towel";
    case "wait":
      return `Wait ${formatDuration(move.minutes)}`;
    case "air":
      return AIRS[move.how].name;
    case "promise":
      return `Promise: to be used in ${formatDuration(move.hours * 60)}`;
    case "handback":
      return "Hand it back";
  }
}

/** On which of several parts, to be said after the move; nothing where there is one, or it is for all of them. */
export function whereOf(whole: Whole, move: PieceMove): string {
  const isForAll = whole.parts.length === 1 || ["air", "promise", "tell", "hint", "handback", "wait"].includes(move.do);
  return isForAll || (move.do === "find" && move.what === "owner")
    ? ""
    : `, ${whole.parts[partOf(move)]!.words.toLowerCase()}`;
}

/** The same in the middle of a sentence. */
export function inWords(move: PieceMove): string {
  return lower(pieceMoveWords(move));
}

/** Words that go on in a sentence. @example lower("Hot, 45 °C") // "hot, 45 °C" */
export const lower = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

const KIT_WORDS: Partial<Record<OwnedId, string>> = {
  hands: "Towels, and no machine.",
  "wet-vacuum": "A wet vacuum; no extractor, no air mover.",
  extractor: "An extractor and an air mover; no steamer, no dehumidifier.",
};

/** What the hands own, where that is not everything. */
export const kitWords = ({ kit }: PieceCase): string => KIT_WORDS[ownedOf(kit) ?? "everything"] ?? "";

/** What a look at it shows. */
function lookedWords({ cloth, spill, damaged }: PieceCase): string {
  const { build, careCode, shade, ageYears, condition, neighbours } = cloth;
  return [
    BUILDS[build!].name,
    CLOTH_CONDITIONS[condition!],
    `about ${ageYears} years`,
    SHADES[shade!],
    CARE_CODES[careCode!],
    ...neighbours!.map((each) => NEIGHBOURS[each]),
    ...(damaged ? [`damage: ${DAMAGES[damaged].toLowerCase()}`] : []),
    ...(spill ? ["a spill in the middle, as large as a hand"] : []),
  ]
    .map((each, at) => (at === 0 ? each : each.toLowerCase()))
    .join(", ");
}

/** What a move showed; undefined for what shows nothing. @param at its place among the moves */
export function pieceShown(piece: PieceCase, moves: readonly PieceMove[], at: number): string | undefined {
  const move = moves[at]!;
  if (move.do === "proof")
    return move.agents
      .map((agent) => {
        const step = fastnessRead(piece, agent);
        return `${nameOf(agent).toLowerCase()} ${step >= 4 ? "stays white" : "runs"}, step ${stepWords(step)}`;
      })
      .join("; ");
  const { spill } = piece;
  const read = (test: EvidenceId) => (spill ? testOf(test).outcomes[spill.reads[test]]!.name : "nothing there");
  if (move.do === "test") return read(move.test);
  if (move.do !== "find") return undefined;
  switch (move.what) {
    case "owner":
      return `Wanted within ${piece.wantedH} h of the beginning. Nothing was tried on it.${
        spill ? ` Spilled: ${read("owner").toLowerCase()}.` : ""
      }`;
    case "feel":
      return spill ? RAN_TO[spill.ranTo] : "nothing there";
    case "look":
      return lookedWords(piece);
    case "fibre":
      return MATERIALS[piece.cloth.material!].name;
    case "towel":
      return SOIL_SIGNS.towel.levels[piece.soil];
    case "patch":
      return `${capital(piece.soil)} soil; one round with a soft brush leaves ${Math.round(patchRead(piece, patchLeaves(piece)) * 100)} %`;
    case "damp":
      return `${formatNumber(meterRead(piece, meterAfter(piece, moves.slice(0, at)), at))} %`;
  }
}

const NINE_MIN = 9 * 60;
const DAY_MIN = 24 * 60;

/** Minutes into a case as a clock that starts at nine. @example caseClock(14) // "09:14" */
export function caseClock(into: number): string {
  const minutes = Math.round(into) + NINE_MIN;
  const day = Math.floor(minutes / DAY_MIN);
  const two = (number: number) => String(number).padStart(2, "0");
  const hour = `${two(Math.floor((minutes % DAY_MIN) / 60))}:${two(minutes % 60)}`;
  return day === 0 ? hour : `${hour}, ${day === 1 ? "next day" : `day ${day + 1}`}`;
}
