import { isDone, stepBase } from "@/core/job/history";
import type { School } from "@/core/ground/catalog/schoolIds";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import { towelOff } from "@/core/judgement/treatment/lay/rinse";
import { sectionsIn } from "@/core/judgement/treatment/lay/section";
import { partOfStage, STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { extraction } from "./extraction";
import { lowMoisture } from "./lowMoisture";
import { baseOf, cleanBase, isHeavy, type Lead, type Panel, type Refusal, type Way } from "./panel";
import { ANY_TIME, bothOf, pickSchool, type Pick } from "./pick";
import { steam } from "./steam";
import { weigh, type SchoolOption } from "./weigh";

/** Each school lays its steps on the work it is given, or says why it may not. */
const WAYS: Record<School, (work: ZoneWork, panel: Panel) => Way | Refusal> = {
  "low-moisture": lowMoisture,
  extraction,
  steam,
};

interface SchoolPick extends Pick {
  options: SchoolOption[];
  /** What goes ahead of drawing off. */
  lead?: Lead;
}

/** The step that ends each school's part; once done, no other school begins on the same wet panel. */
const MACHINE_ENDS = ["extract", "steam", "rinse", "last"] as const;

/**
 * Lays every school on a copy of the zone as it stands after its marks, weighs them by those very steps, picks one and takes
 * its copy.
 * @param begun the pick the work on this zone began with: it stays while the work runs, whatever the budget says by now
 */
export function laySchool(work: ZoneWork, asked: Panel, begun?: SchoolPick): SchoolPick {
  const panel = begun ? { ...asked, lead: begun.lead } : asked;
  const base = baseOf(work);
  // Low moisture first, which the others are held against.
  let toBeat: number | undefined;
  const trials = SCHOOL_IDS.map((school) => {
    const trial = work.fork();
    const way = WAYS[school](trial, { ...panel, toBeat });
    if (school === "low-moisture" && !("because" in way)) toBeat = leftBy(way);
    return { school, trial, way };
  });
  const take = (picked: School | undefined): boolean => {
    const taken = trials.find(({ school, way }) => school === picked && !("because" in way));
    if (taken) work.adopt(taken.trial);
    return taken !== undefined;
  };
  const finished = MACHINE_ENDS.some((end) => !work.todo(`${base}-${end}`));
  if (begun && (take(begun.picked) || finished)) return begun;
  const chosenStrokes = work.context.job.choices.strokes?.[work.view.id] !== undefined;
  const weighed = trials.map(({ school, trial, way }) => weigh(school, work, trial, way));
  // Whoever set the strokes has had their say.
  const options = chosenStrokes ? weighed : inSoilOut(weighed, panel);
  const chosen = work.context.job.choices.schools[work.view.id];
  const pick = pickSchool(work.context, options, panel, work.likely, chosen);
  take(pick.picked);
  liftWhatIsLeft(work, panel);
  const lead = trials.flatMap(({ way }) => ("because" in way ? [] : (way.lead ?? []))).at(0);
  return { options, ...pick, lead, timeLeft: bothOf(begun?.timeLeft ?? ANY_TIME, pick.timeLeft) };
}

const leftBy = ({ leaves }: Way): number => leaves.reduce((product, { value }) => product * value, 1);

/** Drawing off that lifts less heavy soil than a towel would is no way through: too few strokes are left for it. */
function inSoilOut(options: SchoolOption[], { soil, flush, fromBelow }: Panel): SchoolOption[] {
  const [low, extraction] = [
    options.find(({ school }) => school === "low-moisture"),
    options.find(({ school }) => school === "extraction"),
  ];
  const less = low?.allowed && extraction?.allowed && extraction.lifted.value < low.lifted.value - 1e-9;
  if (!isHeavy(soil) || !less) return options;
  // What ran in comes out with water and nothing else, however few strokes there are.
  const [out, because] =
    flush || fromBelow
      ? [low, "What ran in has to be rinsed out and drawn off: towels leave it in."]
      : [extraction, "The water budget here leaves too few strokes: low moisture lifts more."];
  return options.map((option) => (option === out ? { ...option, allowed: false, because } : option));
}

/** What was put on is lifted off, though the budget has room for nothing else. */
function liftWhatIsLeft(work: ZoneWork, { area }: Panel) {
  const clean = cleanBase(work);
  const lifts = work.steps.some(
    ({ key, action }) => stepBase(key).startsWith(baseOf(work)) && (action === "towel-off" || action === "extract"),
  );
  if (
    isDone(work.context.history, clean, work.view.id) &&
    !lifts &&
    !inStrips(work, area) &&
    work.todo(`${clean}-towel`) &&
    work.todo(`${baseOf(work)}-extract`)
  )
    towelOff(work, partOfStage(STAGE.clean, 2), `${clean}-towel`, area);
}

const inStrips = (work: ZoneWork, area: Panel["area"]) => sectionsIn(work.context.kit, area.value) > 1;
