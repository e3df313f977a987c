import { useState } from "react";
import type { Caution } from "@/core/judgement/treatment/step/step";
import { Act } from "@/ui/Act";
import { CautionLabel } from "@/ui/CautionLabel";
import { later } from "@/ui/later";
import type { Bay } from "./state/BayContext";

const CautionDrawer = later(() => import("./CautionDrawer").then(({ CautionDrawer }) => CautionDrawer));

const labels = (cautions: Caution[]) => cautions.map((caution) => <CautionLabel key={caution.id} caution={caution} />);

/** Cautions as woven labels. */
export const Margin = ({ cautions }: { cautions: Caution[] }) => labels(cautions);

/** Where there is no margin: what guards people stays in full above the step, what guards cloth waits in a drawer. */
export function MarginAbove({ cautions }: { cautions: Caution[] }) {
  const [shown, setShown] = useState(false);
  const ofCloth = cautions.filter(({ guards }) => guards === "cloth");
  if (cautions.length === 0) return null;
  return (
    <div className="margin-inline">
      {labels(cautions.filter(({ guards }) => guards === "people"))}
      {ofCloth.length > 0 && (
        <>
          <Act variant="link" aria-expanded={shown} onAct={() => setShown(true)}>
            For the cloth: {ofCloth.map(({ title }) => title.toLowerCase()).join(", ")}
          </Act>
          {shown && <CautionDrawer cautions={ofCloth} shown={shown} hide={() => setShown(false)} />}
        </>
      )}
    </div>
  );
}

const HEATED: Caution = {
  id: "heater",
  title: "A heater runs",
  words:
    "It can set fire to cloth and to what has not aired. A metre from everything, nobody leaves it alone " +
    "in a cabin, off while solvent is about. No engine running indoors: its gas kills.",
  tone: "danger",
  guards: "people",
};

/** What holds for every touch of a mark; what a single test asks for stands with that test. */
const TOUCHING: Caution = {
  id: "touching",
  title: "Before you touch it",
  words:
    "Gloves on. Needles and glass hide in seams and under seats: look first, and use the nozzle, not your fingers.",
  tone: "care",
  guards: "people",
};

/** Only the cautions for what is on show, each once. */
export function cautionsFor({ job, phase, assessment, now, findingId, zone }: Bay): Caution[] {
  const { plan, drying } = assessment;
  const unique = (cautions: Caution[]) =>
    [...new Map(cautions.map((caution) => [caution.id, caution])).values()].sort(
      (a, b) => Number(b.tone === "danger") - Number(a.tone === "danger"),
    );
  if (phase === "work") return unique([...plan.referrals, ...(now?.step.cautions ?? [])]);
  if (phase === "test")
    return unique([...plan.referrals, TOUCHING, ...((findingId && plan.marks[findingId]?.touching) || [])]);
  if (phase === "dry") {
    const over = Object.values(drying).filter(({ mould }) => mould !== "safe");
    const heated = job.site.heater ? [HEATED] : [];
    return over.length > 0
      ? [
          ...heated,
          {
            id: "mould",
            title: "Mould clock",
            words:
              "Wet past 24 hours it may start to grow mould, past 48 it likely does. More air, warmth or drier air " +
              "now; or take the water out again.",
            tone: "danger",
            guards: "people",
          },
        ]
      : heated;
  }
  const steps = plan.steps.filter(
    ({ findingId: of, zoneIds, agent }) =>
      agent !== undefined && (findingId ? of === findingId : zone ? zoneIds.includes(zone.id) : true),
  );
  return unique([...plan.referrals, ...steps.flatMap(({ cautions }) => cautions)]);
}
