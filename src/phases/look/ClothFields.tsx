"use client";
import { setCloth, setFibreTest, setLayer, type ClothOwner } from "@/core/job/change";
import {
  BUILDS,
  CARE_CODES,
  CLOTH_CONDITIONS,
  NEIGHBOURS,
  SHADES,
  type BuildId,
  type CareCode,
  type ClothCondition,
  type NeighbourId,
  type Shade,
} from "@/core/ground/catalog/builds";
import { fibreTestOf, FIBRE_TEST_IDS } from "@/core/ground/catalog/fibreTests";
import { OF_WHAT, OF_WHAT_IDS, type OfWhat, type SurfaceId } from "@/core/ground/catalog/surfaces";
import { CONSTRUCTIONS, type ConstructionId } from "@/core/ground/catalog/findings";
import { MATERIALS, type MaterialId } from "@/core/ground/catalog/materials";
import { identifyFibre, nextFibreTest } from "@/core/judgement/zones/fibre";
import type { Cloth } from "@/core/job/schema";
import { Act } from "@/ui/Act";
import { Chips, choicesOf, ManyChips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import type { Op } from "@/core/job/commands";
import { useBay } from "@/bay/state/BayContext";
import { Opens } from "@/ui/Fold";

/** Ages are picked, not typed; the older end of each band is kept, which is the careful one. */
const AGES = [
  { id: "9", name: "Under 10 years" },
  { id: "20", name: "10 to 20" },
  { id: "40", name: "Over 20" },
] as const;
const ageBand = (years: number | undefined) =>
  years === undefined ? undefined : (AGES.find(({ id }) => years <= Number(id))?.id ?? "40");

const LAYERS = [
  { key: "foamMm", label: "Foam under it", step: 10, max: 300, start: 40 },
  { key: "backingMm", label: "Backing", step: 1, max: 50, start: 3 },
  { key: "underlayMm", label: "Underlay", step: 1, max: 50, start: 8 },
] as const;

interface Fields {
  cloth: Cloth;
  /** Whose cloth it is; of several what all of them have is shown, and each gets what is said. */
  owners: readonly ClothOwner[];
  what: string;
  /** What such a part usually is, where nobody has named it. */
  usual?: string;
  /** What it is of by what was said of the whole, where that is no cloth. */
  surface?: SurfaceId;
}

/** One operation for each whose cloth it is. */
type Change = (opOf: (owner: ClothOwner) => Op) => void;

/** What is known of a cloth; whatever is left alone is planned at its safest. */
export function ClothFields({ cloth, owners, what, usual, surface }: Fields) {
  const { run } = useBay();
  const change: Change = (opOf) => run(`Cloth of ${what}`, ...owners.map(opOf));
  const set = <K extends keyof Cloth>(key: K, value: Cloth[K] | undefined) =>
    change((owner) => setCloth(owner, key, value));
  const wiped = cloth.ofWhat ? cloth.ofWhat !== "cloth" : surface !== undefined && cloth.material === undefined;
  return (
    <>
      <Chips<OfWhat>
        label={`Cloth or not, ${what}`}
        choices={OF_WHAT_IDS.map((id) => ({ id, name: OF_WHAT[id] }))}
        value={cloth.ofWhat ?? (wiped ? surface : undefined)}
        onPick={(value) => set("ofWhat", value)}
      />
      {wiped ? (
        <>
          <p className="soft mt-2">Wiped where it is soiled or marked. Nothing made for cloth goes on it.</p>
          <h3 className="mt-3">Beside or under it</h3>
          <BesideIt cloth={cloth} set={set} what={what} />
        </>
      ) : (
        <OfCloth cloth={cloth} change={change} set={set} what={what} usual={usual} />
      )}
    </>
  );
}

type Set = <K extends keyof Cloth>(key: K, value: Cloth[K] | undefined) => void;

type OfCloth = Pick<Fields, "cloth" | "what" | "usual"> & { change: Change; set: Set };

function OfCloth({ cloth, change, set, what, usual }: OfCloth) {
  return (
    <>
      <AsUsual cloth={cloth} usual={usual} set={set} />
      <h3 className="mt-3">Fibre</h3>
      <Chips<MaterialId>
        label={`Fibre of ${what}`}
        choices={choicesOf(MATERIALS)}
        value={cloth.material}
        onPick={(value) => set("material", value)}
      />
      {cloth.material === undefined && <FibreTests cloth={cloth} change={change} />}
      <h3 className="mt-3">Build</h3>
      <Chips<BuildId>
        label={`Build of ${what}`}
        choices={choicesOf(BUILDS)}
        value={cloth.build}
        onPick={(value) => set("build", value)}
      />
      <Shades cloth={cloth} set={set} what={what} />
      <h3 className="mt-3">Weave</h3>
      <Chips<ConstructionId>
        label={`Weave of ${what}`}
        choices={choicesOf(CONSTRUCTIONS)}
        value={cloth.construction}
        onPick={(value) => set("construction", value)}
      />
      <h3 className="mt-3">Care label</h3>
      <Chips<CareCode>
        label={`Care label of ${what}`}
        choices={choicesOf(CARE_CODES)}
        value={cloth.careCode}
        onPick={(value) => set("careCode", value)}
      />
      <h3 className="mt-3">Age</h3>
      <Chips
        label={`Age of ${what}`}
        choices={AGES}
        value={ageBand(cloth.ageYears)}
        onPick={(value) => set("ageYears", value === undefined ? undefined : Number(value))}
      />
      <h3 className="mt-3">State</h3>
      <Chips<ClothCondition>
        label={`State of ${what}`}
        choices={choicesOf(CLOTH_CONDITIONS)}
        value={cloth.condition}
        onPick={(value) => set("condition", value)}
      />
      <h3 className="mt-3">Beside or under it</h3>
      <BesideIt cloth={cloth} set={set} what={what} />
      <h3 className="mt-3">Layers under the face</h3>
      <LayerSteppers cloth={cloth} change={change} />
    </>
  );
}

/** What such a part usually is, and one tap to say that it was looked at and is. */
function AsUsual({ cloth, usual, set }: { cloth: Cloth; usual: string | undefined; set: Set }) {
  if (usual === undefined || cloth.material !== undefined) return null;
  return (
    <div className="row-wrap mb-3" data-testid="as-usual">
      <span className="soft">Taken for {usual}.</span>
      <Act
        variant="chip"
        aria-pressed={cloth.asUsual === true}
        onAct={() => set("asUsual", cloth.asUsual ? undefined : true)}
      >
        Looked: it is
      </Act>
    </div>
  );
}

function Shades({ cloth, set, what }: { cloth: Cloth; set: Set; what: string }) {
  return (
    <>
      <h3 className="mt-3">Shade</h3>
      <Chips<Shade>
        label={`Shade of ${what}`}
        choices={choicesOf(SHADES)}
        value={cloth.shade}
        onPick={(value) => set("shade", value)}
      />
    </>
  );
}

function BesideIt({ cloth, set, what }: { cloth: Cloth; set: Set; what: string }) {
  return (
    <div className="row-wrap">
      <Act
        variant="chip"
        aria-pressed={cloth.neighbours?.length === 0}
        onAct={() => set("neighbours", cloth.neighbours?.length === 0 ? undefined : [])}
      >
        Looked: nothing
      </Act>
      <ManyChips<NeighbourId>
        label={`Beside ${what}`}
        choices={choicesOf(NEIGHBOURS)}
        value={cloth.neighbours ?? []}
        onPick={(value) => set("neighbours", value.length > 0 ? value : undefined)}
      />
    </div>
  );
}

function LayerSteppers({ cloth, change }: { cloth: Cloth; change: Change }) {
  return (
    <div className="row-wrap" style={{ alignItems: "flex-start", gap: "1.25rem" }}>
      {LAYERS.map(({ key, label, step, max, start }) => (
        <Stepper
          key={key}
          label={label}
          value={cloth.layers?.[key]}
          unit="mm"
          step={step}
          min={0}
          max={max}
          unknown={{ words: "not known", start }}
          onChange={(value) => change((owner) => setLayer(owner, key, value))}
        />
      ))}
    </div>
  );
}

/** Tests for a cloth without a label: the fibres they leave are all planned for until one is named. */
function FibreTests({ cloth, change }: { cloth: Cloth; change: Change }) {
  const tests = cloth.fibreTests ?? {};
  const beliefs = identifyFibre(tests);
  const next = nextFibreTest(tests);
  const done = Object.keys(tests).length > 0;
  return (
    <Opens
      className="small-fold"
      testId="fibre-tests"
      head={
        <>
          Nobody knows? Test it
          {done ? <span className="soft">: most likely {MATERIALS[beliefs[0]!.material].name.toLowerCase()}</span> : ""}
        </>
      }
    >
      {done && (
        <div className="row-wrap mb-3">
          {beliefs.slice(0, 3).map(({ material, p }) => (
            <span key={material} className="row-wrap">
              <b>
                <Num of={p} share testId={`fibre-${material}`} />
              </b>
              <Act onAct={() => change((owner) => setCloth(owner, "material", material))}>
                Take it as {MATERIALS[material].name.toLowerCase()}
              </Act>
            </span>
          ))}
        </div>
      )}
      {[...FIBRE_TEST_IDS]
        .sort((a, b) => Number(b === next) - Number(a === next))
        .map((test) => {
          const { name, how, caution, outcomes } = fibreTestOf(test);
          return (
            <div key={test} className="mb-3">
              <h3>
                {name}
                {test === next ? " · tells most next" : ""}
              </h3>
              <p className="soft">{how}</p>
              {caution && (
                <div className="caution caution-danger" role="note">
                  <h3>Burning a thread</h3>
                  <p>{caution}</p>
                </div>
              )}
              <Chips
                label={name}
                choices={choicesOf(outcomes)}
                value={tests[test]}
                onPick={(value) => change((owner) => setFibreTest(owner, test, value))}
              />
            </div>
          );
        })}
    </Opens>
  );
}
