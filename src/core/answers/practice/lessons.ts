import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { RanTo } from "@/core/ground/catalog/findings";
import type { Cloth, Job } from "@/core/job/schema";
import type { DecisionId, LossId } from "./decisions";

/** What a lesson lays down; its fastness is what it says, all else stays white. */
interface LessonPiece {
  /** Which of PIECES, by its template and part. */
  template: string;
  part: string;
  cloth: Cloth;
  soil: SoilLevel;
  wantedH: number;
  site: Pick<Job["site"], "airTempC" | "relativeHumidityPct">;
  /** What was spilled, and what the owner says that it was. */
  spill?: { truth: FamilyId; ranTo: RanTo; says: string };
}

/** A hand-made case about one decision, with a goal that can be failed. */
export interface Lesson {
  title: string;
  decision: DecisionId;
  /** Said before it begins. */
  words: string;
  goal: string;
  /** None of these may cost more than so many minutes. */
  none: readonly LossId[];
  underMin: number;
  /** In the list no more, kept for those who played it. */
  aside?: true;
  piece: LessonPiece;
}

const WARM = { airTempC: 21, relativeHumidityPct: 45 };
const MILD = { airTempC: 18, relativeHumidityPct: 55 };
const COLD = { airTempC: 11, relativeHumidityPct: 72 };
const SOUND: Cloth = { careCode: "none", shade: "light", ageYears: 5, condition: "sound", neighbours: [] };
const FRAIL: Cloth = { ...SOUND, ageYears: 30, condition: "fragile" };

const SETTEE = { template: "settee", part: "base-1" };
const BENCH = { template: "bench-seat", part: "base-1" };
const DRIVER = { template: "cabin", part: "r1-s1-base" };
const HEADLINER = { template: "cabin", part: "headliner" };
const CHAIR = { template: "dining-chair", part: "base" };
const RUNNER = { template: "carpet", part: "field-1" };
const RUG = { template: "rug", part: "field-1" };

const SMALL_MIN = 4;

/** Twelve lessons, in the order of the work. Made up. */
export const LESSONS = {
  "who-says": {
    title: "Whose word it is",
    decision: "what",
    words: "A settee, and somebody swears it is wool. Nothing on it says so.",
    goal: "Nothing is spoilt by what nobody proved, and it comes clean.",
    none: ["rub", "felt", "ph", "dye", "heat", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...SETTEE,
      cloth: { ...SOUND, material: "acrylic", build: "cover-on-foam" },
      soil: "heavy",
      wantedH: 12,
      site: WARM,
    },
  },
  "dry-first": {
    title: "Dry first",
    decision: "dry",
    words: "A runner that a winter was walked into.",
    goal: "No paste in the pile, and it comes clean.",
    none: ["paste", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...RUNNER,
      cloth: { ...SOUND, material: "nylon", build: "carpet-stuck-down" },
      soil: "caked",
      wantedH: 24,
      site: WARM,
    },
  },
  overhead: {
    title: "Held by glue",
    decision: "water",
    words: "The headliner of a van, grey where heads touch it.",
    goal: "Clean as far as it can be; it neither pills nor hangs afterwards.",
    none: ["sag", "rub", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...HEADLINER,
      cloth: { ...SOUND, material: "polyester", build: "glue-held" },
      soil: "moderate",
      wantedH: 24,
      site: MILD,
    },
  },
  "how-much": {
    title: "How much water",
    decision: "water",
    words: "A cotton seat in a cool house.",
    goal: "No ring next day, nothing sour, and it comes clean.",
    none: ["ring", "sour", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...SETTEE,
      cloth: { ...SOUND, material: "cotton", build: "cover-on-foam" },
      soil: "heavy",
      wantedH: 24,
      site: { airTempC: 15, relativeHumidityPct: 65 },
    },
  },
  "under-it": {
    title: "What lies under it",
    decision: "water",
    words: "The driver's seat of a van. It gets warm at a switch.",
    goal: "The switch still works, and the seat is clean.",
    none: ["electrics", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...DRIVER,
      cloth: { ...SOUND, material: "polyester", build: "cover-on-foam", neighbours: ["electrics"] },
      soil: "heavy",
      wantedH: 12,
      site: MILD,
    },
  },
  "which-way": {
    title: "Which way through",
    decision: "way",
    words: "A ferry bench that a season sat on, wanted tonight.",
    goal: "Clean, and dry when it was promised.",
    none: ["soil", "sank", "late", "untold"],
    underMin: SMALL_MIN,
    piece: {
      ...BENCH,
      cloth: { ...SOUND, material: "polyester", build: "cover-on-foam" },
      soil: "caked",
      wantedH: 8,
      site: MILD,
    },
  },
  "when-to-lift": {
    title: "Lift it before it sinks back",
    decision: "lift",
    words: "A seat of suede-look. It takes little at a time.",
    goal: "Every round is lifted, and the pile is not matted.",
    none: ["soil", "sank", "rub", "residue"],
    underMin: SMALL_MIN,
    piece: {
      ...DRIVER,
      cloth: { ...SOUND, material: "suede-look", build: "cover-on-foam" },
      soil: "heavy",
      wantedH: 24,
      site: WARM,
    },
  },
  "no-heat": {
    title: "Where heat may go",
    decision: "heat",
    words: "A rug that was knotted by somebody's grandmother.",
    goal: "It does not felt, and it comes clean.",
    none: ["felt", "heat", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...RUG,
      cloth: { ...SOUND, material: "wool", build: "loose-rug" },
      soil: "heavy",
      wantedH: 24,
      site: WARM,
    },
  },
  "how-hard": {
    title: "How hard",
    decision: "strong",
    words: "The pad of a chair older than the hall it stands in.",
    goal: "Clean, and not a thread is torn.",
    none: ["rub", "soil", "sank"],
    underMin: SMALL_MIN,
    aside: true,
    piece: {
      ...CHAIR,
      cloth: { ...FRAIL, material: "cotton", build: "cover-on-foam" },
      soil: "moderate",
      wantedH: 24,
      site: MILD,
    },
  },
  "how-strong": {
    title: "How strong",
    decision: "strong",
    words: "A dark runner in the doorway, trodden black.",
    goal: "No pale patch, and it comes clean.",
    none: ["dye", "ph", "soil", "sank"],
    underMin: SMALL_MIN,
    piece: {
      ...RUNNER,
      cloth: {
        ...SOUND,
        material: "nylon",
        build: "carpet-on-underlay",
        shade: "dark",
        fastness: { "alkaline-prespray": 2, degreaser: 2 },
      },
      soil: "heavy",
      wantedH: 24,
      site: WARM,
    },
  },
  "where-it-ran": {
    title: "Where the spill ran",
    decision: "ran",
    words: "A seat of the tea room. Nobody knows what it was; when it is warm it smells.",
    goal: "Nothing smells when the sun is on it, the mark is gone, and the seat is clean.",
    none: ["returns", "mark", "soil", "sank"],
    underMin: 8,
    piece: {
      ...SETTEE,
      cloth: { ...SOUND, material: "polyester", build: "cover-on-foam" },
      soil: "moderate",
      wantedH: 24,
      site: WARM,
      spill: { truth: "urine", ranTo: "foam", says: "unknown" },
    },
  },
  "when-done": {
    title: "When it is done",
    decision: "done",
    words: "An everyday seat. It looks clean while it is damp.",
    goal: "Nothing stays in it that soils again, and when it is dry it is clean, without a rim.",
    none: ["residue", "soil", "sank", "ring"],
    underMin: SMALL_MIN,
    piece: {
      ...SETTEE,
      cloth: { ...SOUND, material: "polyester", build: "cover-on-foam" },
      soil: "moderate",
      wantedH: 24,
      site: WARM,
    },
  },
  "what-is-promised": {
    title: "What is promised",
    decision: "promise",
    words: "A cold hall, damp outside, and the choir sits on it tonight.",
    goal: "Clean; the owner is told, it is not late, and nobody waits a day for nothing.",
    none: ["late", "untold", "long", "soil", "sank"],
    underMin: 10,
    piece: {
      ...CHAIR,
      cloth: { ...SOUND, material: "polyester", build: "cover-on-foam" },
      soil: "heavy",
      wantedH: 8,
      site: COLD,
    },
  },
} as const satisfies Record<string, Lesson>;

export type LessonId = keyof typeof LESSONS;
export const LESSON_IDS = (Object.keys(LESSONS) as LessonId[]).filter((id) => !lessonOf(id)?.aside);
/** A lesson by what stands in the place of its letters. @example lessonOf("overhead")?.decision // "water" */
export function lessonOf(seed: string): Lesson | undefined {
  return Object.hasOwn(LESSONS, seed) ? LESSONS[seed as LessonId] : undefined;
}

/** Whether its goal is met. @param lost minutes by what went wrong */
export const isMet = (
  { none, underMin }: Lesson,
  lost: readonly { id: LossId; minutes: { value: number } }[],
): boolean => lost.every(({ id, minutes }) => !none.includes(id) || minutes.value < underMin);
