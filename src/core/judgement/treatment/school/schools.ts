import { stepBase } from "@/core/job/history";
import type { School } from "@/core/ground/catalog/schoolIds";
import { SCHOOL_IDS } from "@/core/ground/catalog/schoolIds";
import { towelOff } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { extraction } from "./extraction";
import { lowMoisture } from "./lowMoisture";
import { baseOf, type Panel, type Refusal, type Way } from "./panel";
import { pickSchool, type Pick } from "./pick";
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
}

/** The step that ends each school's part; once done, no other school begins on the same wet panel. */
const MACHINE_ENDS = ["extract", "steam", "rinse"] as const;

/**
 * Lays every school on a copy of the zone as it stands after its marks, weighs them by those very steps, picks one and takes
 * its copy.
 * @param begun the pick the work on this zone began with: it stays while the work runs, whatever the budget says by now
 */
export function laySchool(work: ZoneWork, panel: Panel, begun?: SchoolPick): SchoolPick {
  const base = baseOf(work);
  const trials = SCHOOL_IDS.map((school) => {
    const trial = work.fork();
    return { school, trial, way: WAYS[school](trial, panel) };
  });
  const take = (picked: School | undefined): boolean => {
    const taken = trials.find(({ school, way }) => school === picked && !("because" in way));
    if (taken) work.adopt(taken.trial);
    return taken !== undefined;
  };
  const finished = MACHINE_ENDS.some((end) => !work.todo(`${base}-${end}`));
  if (begun && (take(begun.picked) || finished)) return begun;
  const options = trials.map(({ school, trial, way }) => weigh(school, work, trial, way));
  const chosen = work.context.job.choices.schools[work.view.id];
  const pick = pickSchool(work.context, options, panel, work.likely, chosen);
  take(pick.picked);
  liftWhatIsLeft(work, `${base}-clean`, `${base}-towel`);
  return { options, ...pick };
}

/** What was put on is lifted off, though the budget has room for nothing else. */
function liftWhatIsLeft(work: ZoneWork, clean: string, towel: string) {
  if (!work.todo(clean) && !work.steps.some(({ key }) => stepBase(key) === towel))
    towelOff(work, STAGE.cleanTowel, towel, work.view.areaM2);
}
