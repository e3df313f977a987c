"use client";
import { toldBy } from "@/core/job/problem";
import type { Booster } from "@/core/answers/mixing/booster";
import type { Plan } from "@/core/judgement/treatment/plan/plan";
import type { Bay } from "@/bay/state/BayContext";
import type { Kit } from "@/core/job/schema";
import type { AgentId } from "@/core/ground/catalog/agents";
import { setBottle, setReading } from "@/core/job/change";
import { useId, useState } from "react";
import { AGENTS } from "@/core/ground/catalog/agents";
import { CONTAINERS, type ContainerKind } from "@/core/ground/catalog/containers";
import { machineOf } from "@/core/ground/catalog/machines";
import type { BottleMix } from "@/core/answers/mixing/mixes";
import { watersOf, type WaterNeed } from "@/core/answers/mixing/waters";
import { labelOf } from "@/core/answers/mixing/labels";
import { entered, type Worked } from "@/core/ground/sums/working";
import { nowIso } from "@/store/clock";
import { notify } from "@/store/jobs";
import { saveAsFile } from "@/store/saveFile";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Fold } from "@/ui/Fold";
import { AtThumb } from "@/ui/ThumbBar";
import { later } from "@/ui/later";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import { useBay } from "@/bay/state/BayContext";
import { type Op } from "@/core/job/commands";

const LoadListView = later(() => import("./LoadListView").then(({ LoadListView }) => LoadListView));
const Reckon = later(() => import("./Reckon").then(({ Reckon }) => Reckon));

/** Bottles and strengths for what is still to do. */
export function MixPhase() {
  const { assessment, go, kit } = useBay();
  const [printing, setPrinting] = useState(false);
  const { mixes, plan } = assessment;
  const waters = watersOf(plan.steps, (id) => plan.zones[id]?.view.areaM2.value ?? 0, kit);
  const print = async () => {
    setPrinting(true);
    try {
      const { labelsAsPdf } = await import("@/print/printLabels");
      const now = nowIso();
      saveAsFile(
        "bottle-labels.pdf",
        await labelsAsPdf(mixes.map((mix) => labelOf(mix, AGENTS[mix.agent].name, kit, now))),
      );
    } catch (error) {
      notify(
        toldBy(
          error,
          "The labels could not be drawn. Without the network they need this page to have been open with it once.",
        ),
        "problem",
      );
    }
    setPrinting(false);
  };
  if (mixes.length === 0) return <NothingToMix waters={waters} plan={plan} go={go} />;
  return (
    <>
      <MixHead mixes={mixes} printing={printing} print={print} go={go} />
      <p className="soft mt-2">
        Water first, then product: it foams less and splashes nothing strong. Never two products in one bottle, but for
        a booster named here.
      </p>
      {mixes.map((mix, index) => (
        <Bottle key={`${mix.agent}-${index}`} mix={mix} />
      ))}
      {waters.map((need) => (
        <Water key={`${need.container}-${need.machine}`} need={need} />
      ))}
      <Fold title="Load list" note="what goes into the van">
        <LoadListView />
      </Fold>
      <Fold title="Reckon a mix" note="said another way, put right, lukewarm">
        <Reckon />
      </Fold>
    </>
  );
}

function NothingToMix({ waters, plan, go }: { waters: WaterNeed[]; plan: Plan; go: Bay["go"] }) {
  return (
    <>
      <h2>Nothing to mix</h2>
      {waters.map((need) => (
        <Water key={`${need.container}-${need.machine}`} need={need} />
      ))}
      <p>
        {plan.steps.length > 0
          ? "What is left needs plain water or no agent at all."
          : "There is no plan yet: mark something in Look first."}
      </p>
      <AtThumb>
        <Act variant="primary" onAct={() => go({ phase: plan.steps.length > 0 ? "work" : "look" })}>
          {plan.steps.length > 0 ? "Go to work" : "Go to Look"}
        </Act>
      </AtThumb>
      <div className="mt-4">
        <Fold title="Reckon a mix" note="said another way, put right, lukewarm">
          <Reckon />
        </Fold>
      </div>
    </>
  );
}

function MixHead({
  mixes,
  printing,
  print,
  go,
}: {
  mixes: BottleMix[];
  printing: boolean;
  print: () => Promise<void>;
  go: Bay["go"];
}) {
  return (
    <div className="row-between">
      <h2>{mixes.length === 1 ? "One mix" : `${mixes.length} mixes`}</h2>
      <div className="row-wrap">
        <Act disabled={printing} onAct={() => void print()}>
          {printing ? "Drawing labels…" : "Print bottle labels"}
        </Act>
        <AtThumb>
          <Act variant="primary" onAct={() => go({ phase: "work" })}>
            Mixed, go to work
          </Act>
        </AtThumb>
      </div>
    </div>
  );
}

function Bottle({ mix }: { mix: BottleMix }) {
  const { run, assessment, kit } = useBay();
  const { quantity } = useFormat();
  const { agent, marked, reading, wanted, fills, bottleMl } = mix;
  const readyToUse = marked.partsWater === 0;
  const total = marked.total.value;
  return (
    <section className="bottle" aria-label={AGENTS[agent].name} data-testid={`mix-${agent}`}>
      <ContainerDrawing kind={mix.container} fill={total / bottleMl} product={marked.product.value / total} />
      <div>
        <h3>{AGENTS[agent].name}</h3>
        <p className="soft">
          {AGENTS[agent].job}; for {forSteps(mix.steps)}
        </p>
        {readyToUse ? (
          <p className="pour">
            <Num of={wanted} /> <span className="soft">ready to use</span>
          </p>
        ) : (
          <p className="pour">
            <Num of={marked.water} testId="pour-water" /> water + <Num of={marked.product} testId="pour-product" />{" "}
            product
          </p>
        )}
        <p>
          {!readyToUse && <>That is {mix.markedWords}. </>}
          {fills > 1 ? `${fills} fills of ` : ""}
          <Num of={entered("picked", bottleMl, "mL")} /> {CONTAINERS[mix.container].name};{" "}
          <Num of={wanted} testId="mix-wanted" /> needed with a little spare.
        </p>
        {reading && <LabelReading reading={reading} run={run} agent={agent} />}
        {mix.weakerBecause && (
          <p className="mt-2">
            <b>{mix.weakerBecause}</b>
          </p>
        )}
        {mix.booster && <BoosterLine booster={mix.booster} />}
        <OtherBottle agent={agent} kit={kit} quantity={quantity} bottleMl={bottleMl} run={run} />
      </div>
    </section>
  );

  function forSteps(keys: readonly string[]) {
    const numbers = keys.flatMap((key) => {
      const at = assessment.plan.steps.findIndex((step) => step.key === key);
      return at < 0 ? [] : [at + 1];
    });
    const now = numbers.length === 1 ? `step ${numbers[0]}` : `steps ${numbers.join(", ")}`;
    const later = numbers.length < keys.length ? ["when it is dry"] : [];
    return [...(numbers.length > 0 ? [now] : []), ...later].join(" and ");
  }
}

function LabelReading({
  reading,
  run,
  agent,
}: {
  reading: NonNullable<BottleMix["reading"]>;
  run: (label: string, ...ops: Op[]) => void;
  agent: AgentId;
}) {
  return (
    <div className="row-wrap">
      <span>
        Label {reading.label}:{" "}
        <b>
          <Num of={reading.strength} words={reading.words} testId="reading" />
        </b>
      </span>
      <Act
        onAct={() =>
          run(`How the label of ${AGENTS[agent].name.toLowerCase()} is read`, setReading(agent, reading.other))
        }
      >
        It means {reading.otherWords}
      </Act>
    </div>
  );
}

function BoosterLine({ booster }: { booster: Booster }) {
  return (
    <p className="mt-2" data-testid="booster">
      {booster.ml ? (
        <>
          For heavy grease: <Num of={booster.ml} /> {AGENTS[booster.agent].name.toLowerCase()} into this one, no more,
          on the grease only. Prove it boosted on the hidden place.
        </>
      ) : (
        <>
          No {AGENTS[booster.agent].name.toLowerCase()} as a booster in this one. {booster.because}
        </>
      )}
    </p>
  );
}

function OtherBottle({
  agent,
  kit,
  quantity,
  bottleMl,
  run,
}: {
  agent: AgentId;
  kit: Kit;
  quantity: (of: { value: number; unit: Worked["unit"] }) => string;
  bottleMl: number;
  run: (label: string, ...ops: Op[]) => void;
}) {
  return (
    <div className="mt-3">
      <Chips
        label={`Bottle for ${AGENTS[agent].name}`}
        choices={kit.bottles.map(({ capacityMl }) => ({
          id: String(capacityMl),
          name: quantity({ value: capacityMl, unit: "mL" }),
        }))}
        value={String(bottleMl)}
        onPick={(value) => run("Bottle", setBottle(agent, value ? Number(value) : undefined))}
      />
    </div>
  );
}

/** Plain water: how much, how warm, from which taps. */
function Water({ need: { container, machine, litres, ready, fills, tempC, taps } }: { need: WaterNeed }) {
  const words = machine === "steamer" ? "Steamer" : machine ? `${machineOf(machine).name}, solution tank` : "Bucket";
  return (
    <section className="bottle" aria-label={words} data-testid={`water-${machine ?? container}`}>
      <ContainerDrawing kind={container} fill={0.7} product={0} />
      <div>
        <h3>{words}</h3>
        <p className="soft">
          {machine ? "" : "for damping and rinsing; "}
          <Num of={litres} /> of it goes on
        </p>
        <p className="pour">
          <Num of={ready} /> <span className="soft">plain water</span>
        </p>
        {fills && fills.value > 1 && (
          <p>
            Filled <Num of={fills} words={`${fills.value} times`} />.
          </p>
        )}
        {tempC && taps && (
          <p>
            At <Num of={tempC} />: <Num of={taps.cold} /> cold, then <Num of={taps.hot} /> hot, from usual taps. Measure
            it before it goes on.
          </p>
        )}
        {machine === "steamer" && <p className="soft">Cold, and soft or distilled where the tap leaves scale.</p>}
        {machine && machine !== "steamer" && (
          <p className="soft">
            One tank of one thing: nothing else goes in. A capful of defoamer belongs in the recovery tank, where foam
            would reach the motor.
          </p>
        )}
      </div>
    </section>
  );
}

const OUTLINES: Record<ContainerKind, string> = {
  bottle: "M34 6 H52 V30 Q70 36 70 52 V184 H16 V52 Q16 36 34 30 Z",
  sprayer: "M38 6 H48 V36 Q72 42 72 62 V184 H14 V62 Q14 42 38 36 Z M48 16 H80 V70",
  bucket: "M8 52 H78 L68 184 H18 Z M12 52 Q43 4 74 52",
  tank: "M12 52 Q12 44 20 44 H66 Q74 44 74 52 V184 H12 Z M32 44 V32 H54 V44",
};

/** Product below, water above, at their real heights. */
function ContainerDrawing({ kind, fill, product }: { kind: ContainerKind; fill: number; product: number }) {
  const clip = useId();
  const inside = 132;
  const height = Math.min(1, fill) * inside;
  const base = 182;
  return (
    <svg viewBox="0 0 86 190" aria-hidden>
      <clipPath id={clip}>
        <path d={OUTLINES[kind].split(" M")[0]} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <rect x="0" y={base - height} width="86" height={height} fill="var(--woad)" opacity="0.28" />
        <rect x="0" y={base - height * product} width="86" height={height * product} fill="var(--weld)" />
      </g>
      <path d={OUTLINES[kind]} fill="none" stroke="var(--ink)" strokeWidth="2.5" strokeLinejoin="round" />
      {[0.25, 0.5, 0.75].map((mark) => (
        <path key={mark} d={`M70 ${base - inside * mark} h-10`} stroke="var(--ink)" strokeWidth="1.6" />
      ))}
    </svg>
  );
}
