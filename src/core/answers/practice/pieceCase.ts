import { AGENT_IDS, type AgentId } from "@/core/ground/catalog/agents";
import { SHADE_IDS, SOIL_LEVEL_IDS, type DamageId, type SoilLevel } from "@/core/ground/catalog/builds";
import { EVIDENCE_IDS } from "@/core/ground/catalog/evidence";
import { USUAL_KIT } from "@/core/job/kit";
import { kitOwning } from "@/core/job/owned";
import type { Cloth, Job, Kit } from "@/core/job/schema";
import { jobFromTemplate } from "@/core/job/newJob";
import { lessonOf, type Lesson } from "./lessons";
import { readingsOf } from "./markCase";
import { levelOf, PIECES, piecesOf, type LevelId } from "./pieces";
import { chanceOf, type Chance } from "./seeds";
import { likeliest, type Spill } from "./spills";

/** A whole piece with a hidden truth, drawn from a seed. */
export interface PieceCase {
  /** Six letters: how hard it is, and which. */
  seed: string;
  /** None: a lesson. */
  level?: LevelId;
  words: string;
  /** As it stands before anybody looked: nothing known of its cloth, one zone. */
  job: Job;
  /** What its cloth really is, fastness by agent among it. */
  cloth: Cloth;
  soil: SoilLevel;
  /** Within so many hours the owner wants it back. */
  wantedH: number;
  /** What the hands own. */
  kit: Kit;
  /** What was spilled on it, in the middle. */
  spill?: Spill;
  /** Damage that was there before. */
  damaged?: DamageId;
}

export const PIECE_ZONE = "z";
/** Every case begins then; only what passes counts. */
export const BEGINS_AT = "2026-05-04T09:00:00.000Z";

export const SOIL_WEIGHTS = [10, 26, 42, 22] as const;
/** Never poor: what cannot be wetted at all cannot be won. */
export const ALWAYS_FAST: readonly AgentId[] = ["water", "neutral-cleaner", "acid-rinse"];
/** Grey-scale steps of what runs, and of what does not. */
const RUNS = [2, 2.5, 3] as const;
const FAST = [4, 4.5, 5] as const;

/** @param seed as of readPieceSeed, or a lesson's @example pieceCaseOf("ckwrtz").level // "c" */
export function pieceCaseOf(seed: string): PieceCase {
  const lesson = lessonOf(seed);
  return lesson ? ofLesson(seed, lesson) : drawn(seed);
}

export const HERE = { airSpeedMPerS: 0.1, power: "mains", water: "tap" } as const;

function ofLesson(seed: string, { words, piece: laid }: Lesson): PieceCase {
  const { template, part, cloth, soil, wantedH, site, spill } = laid;
  const piece = PIECES.find((each) => each.template === template && each.part === part)!;
  const white = Object.fromEntries(AGENT_IDS.map((agent) => [agent, 5]));
  return {
    ...{ seed, words, soil, wantedH, kit: USUAL_KIT },
    ...(spill ? { spill: laidSpill(spill) } : {}),
    cloth: { ...cloth, fastness: { ...white, ...cloth.fastness } },
    job: blankJob(seed, piece, { ...site, ...HERE }),
  };
}

/** Everything is read as it mostly is, but for what the owner says. */
const laidSpill = ({ truth, ranTo, says }: NonNullable<Lesson["piece"]["spill"]>): Spill => ({
  ...{ truth, ranTo },
  reads: {
    ...(Object.fromEntries(EVIDENCE_IDS.map((test) => [test, likeliest(test, truth)])) as Spill["reads"]),
    owner: says,
  },
});

function drawn(seed: string): PieceCase {
  const level = seed[0] as LevelId;
  const chance = chanceOf(seed.slice(1));
  const { uniform, pick } = chance;
  const { tempC, humidityPct, wantedH, worn, runs, wired } = levelOf(level);
  const between = ([least, most]: readonly [number, number]) => Math.round(least + uniform() * (most - least));
  const piece = pick(piecesOf(level));
  const soil = pick(SOIL_LEVEL_IDS, SOIL_WEIGHTS);
  const isWorn = uniform() < worn;
  const cloth: Cloth = {
    material: pick(piece.materials),
    build: pick(piece.builds),
    careCode: "none",
    shade: pick(SHADE_IDS),
    ageYears: isWorn ? 24 : Math.round(2 + uniform() * 10),
    condition: isWorn ? pick(["worn", "fragile"] as const) : "sound",
    neighbours: piece.wired && uniform() < wired ? ["electrics"] : [],
    fastness: fastnessOf(chance, runs),
  };
  const site: Job["site"] = {
    airTempC: between(tempC),
    relativeHumidityPct: between(humidityPct),
    ...HERE,
  };
  const wanted = pick(wantedH);
  return {
    ...{ seed, level, words: piece.words, cloth, soil, wantedH: wanted, job: blankJob(seed, piece, site) },
    ...besides(level, chance),
  };
}

/** What only some levels draw, after everything else. */
function besides(level: LevelId, chance: Chance): Pick<PieceCase, "kit" | "spill" | "damaged"> {
  const { spill, damaged = 0, owned } = levelOf(level);
  const truth = spill && chance.pick(spill.families);
  return {
    ...(spill && truth ? { spill: { truth, ranTo: chance.pick(spill.ranTo), reads: readingsOf(truth, chance) } } : {}),
    ...(damaged > 0 && chance.uniform() < damaged ? { damaged: chance.pick(WAS_THERE) } : {}),
    kit: owned ? kitOwning(USUAL_KIT, chance.pick(owned)) : USUAL_KIT,
  };
}

const WAS_THERE: readonly DamageId[] = ["burn", "seam", "torn", "bleach"];

export const fastnessOf = ({ uniform, pick }: Chance, runs: number): Record<string, number> =>
  Object.fromEntries(
    AGENT_IDS.map((agent) => {
      const poor = uniform() < runs && !ALWAYS_FAST.includes(agent);
      return [agent, pick<number>(poor ? RUNS : FAST)];
    }),
  );

/** @param piece where it stands and which part of it is in hand */
export function blankJob(
  seed: string,
  { words, template, size, part }: Pick<(typeof PIECES)[number], "words" | "template" | "size" | "part">,
  site: Job["site"],
): Job {
  let next = 0;
  const job = jobFromTemplate(template, () => `p${next++}`, BEGINS_AT, { title: words, ...(size ? { size } : {}) });
  const zone = Object.values(job.zones.byId).find((each) => each.part === part)!;
  return { ...job, id: `practice-${seed}`, site, zones: { byId: { [PIECE_ZONE]: zone }, order: [PIECE_ZONE] } };
}
