"use client";
import { setChoice } from "@/core/job/change";
import {
  BESIDES,
  CHOSEN_BESIDE_IDS,
  PROTECT_SCHOOLS,
  type BesideId,
  type ProtectSchool,
} from "@/core/ground/catalog/besides";
import { PACKAGES } from "@/core/ground/catalog/packages";
import type { TrialOffer } from "@/core/judgement/treatment/school/trialPatch";
import { besideAsked } from "@/core/judgement/treatment/extra/besideTheCloth";
import { Chips, choicesOf, ManyChips } from "@/ui/Chips";
import { Fold } from "@/ui/Fold";
import type { Job } from "@/core/job/schema";
import { useBay } from "@/bay/state/BayContext";

/** What is asked for beside stains and soil: disinfection, protection, and what stands next to the cloth. */
export function Extras() {
  const { job, run, assessment, zone } = useBay();
  const { disinfect = [], protect } = job.choices;
  const { notes, zones, trial } = assessment.plan;
  const views = Object.values(zones).map(({ view }) => view);
  const beside = besideAsked(job, views);
  const inVehicle = views.some(({ piece }) => piece.template === "cabin");
  const set = <K extends keyof Job["choices"]>(label: string, key: K, value: Job["choices"][K] | undefined) =>
    run(label, setChoice(key, value));
  const nameOf = (id: string) => zones[id]?.view.name ?? id;
  const offered = [...new Set([...disinfect, ...(zone ? [zone.id] : [])])].filter((id) => zones[id]);
  const asked = disinfect.length + beside.length + (protect ? 1 : 0);
  return (
    <Fold
      title="Asked for besides"
      note={
        trial && !trial.wanted
          ? "a trial patch would tell rounds and outcome"
          : asked > 0
            ? `${asked} asked for`
            : "disinfection, protection, leather, glass"
      }
      startOpen={notes.length > 0}
      testId="extras"
    >
      {notes.length > 0 && (
        <ul data-testid="extra-notes">
          {notes.map((note) => (
            <li key={note}>
              <b>{note}</b>
            </li>
          ))}
        </ul>
      )}
      <TrialChips trial={trial} chosen={job.choices.trial} onPick={(value) => set("Trial patch", "trial", value)} />
      <div className="form-label">Disinfect, after cleaning</div>
      {offered.length > 0 ? (
        <ManyChips
          label="Disinfect"
          choices={offered.map((id) => ({ id, name: nameOf(id) }))}
          value={disinfect}
          onPick={(value) => set("Disinfect", "disinfect", value.length > 0 ? value : undefined)}
        />
      ) : (
        <p className="soft">Choose a zone on the drawing first.</p>
      )}
      <div className="form-label mt-3">Protect what was cleaned</div>
      <Chips
        label="Protect"
        choices={choicesOf(PROTECT_SCHOOLS)}
        value={protect}
        onPick={(value) => set("Protect", "protect", value as ProtectSchool | undefined)}
      />
      <p className="soft mt-1">
        The label of the protector decides; without a word from it, on dry cloth. Its step comes when everything is dry.
      </p>
      <BesideTheCloth beside={beside} inVehicle={inVehicle} onPick={(label, value) => set(label, "beside", value)} />
    </Fold>
  );
}

/** A trial patch before the promise: asked for, or offered where it would tell something. */
function TrialChips({
  trial,
  chosen,
  onPick,
}: {
  trial: TrialOffer | undefined;
  chosen: boolean | undefined;
  onPick: (value: boolean | undefined) => void;
}) {
  return (
    <div className="mb-3" data-testid="trial">
      <div className="form-label">Trial patch first</div>
      {trial && <p className="soft mb-1">{trial.because}</p>}
      <Chips<"yes" | "no">
        label="Trial patch first"
        choices={[
          { id: "yes", name: "Yes, a hand's size" },
          { id: "no", name: "No" },
        ]}
        value={chosen === undefined ? undefined : chosen ? "yes" : "no"}
        onPick={(value) => onPick(value === undefined ? undefined : value === "yes")}
      />
    </div>
  );
}

/** Packages for a vehicle, and each thing by itself. */
function BesideTheCloth({
  beside,
  inVehicle,
  onPick,
}: {
  beside: readonly BesideId[];
  inVehicle: boolean;
  onPick: (label: string, value: BesideId[]) => void;
}) {
  const named = (ids: readonly BesideId[]) => [...ids].sort().join();
  const taken = Object.keys(PACKAGES).find((id) => named(PACKAGES[id]!.beside) === named(beside));
  return (
    <>
      {inVehicle && (
        <>
          <div className="form-label mt-3">Package</div>
          <Chips
            label="Package"
            choices={Object.entries(PACKAGES).map(([id, { name }]) => ({ id, name }))}
            value={taken}
            onPick={(id) => onPick("Package", id === undefined ? [] : [...PACKAGES[id]!.beside])}
          />
        </>
      )}
      <div className="form-label mt-3">Beside the cloth</div>
      <ManyChips
        label="Beside the cloth"
        choices={CHOSEN_BESIDE_IDS.map((id) => ({ id, name: BESIDES[id].name }))}
        value={beside}
        onPick={(value) => onPick("Beside the cloth", value)}
      />
    </>
  );
}
