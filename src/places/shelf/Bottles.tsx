"use client";
import { useState } from "react";
import { CONTAINER_IDS, CONTAINERS, containerOf, type ContainerKind } from "@/core/ground/catalog/containers";
import type { Kit } from "@/core/job/schema";
import { entered } from "@/core/ground/sums/working";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useFormat } from "@/ui/useFormat";
import { Stepper } from "@/ui/Stepper";
import type { Keep } from "./Switch";

const MOST_BOTTLES = 20;

/** The bottles and tanks that mixes are filled into, and how fine their marks are. */
export function Bottles({ kit, keep }: { kit: Kit; keep: Keep }) {
  const [capacityMl, setCapacity] = useState(750);
  const [markEveryMl, setMark] = useState(50);
  const [kind, setKind] = useState<ContainerKind>("bottle");
  const { quantity } = useFormat();
  const named = (ml: number) => quantity({ value: ml, unit: "mL" });
  const set = (bottles: Kit["bottles"], words: string) =>
    void keep({ ...kit, bottles: [...bottles].sort((a, b) => a.capacityMl - b.capacityMl) }, words);
  return (
    <section aria-label="Bottles and tanks" className="block">
      <h2>Bottles and tanks</h2>
      {kit.bottles.map((bottle, index) => (
        <BottleLine key={index} index={index} bottle={bottle} kit={kit} named={named} set={set} />
      ))}
      {kit.bottles.length < MOST_BOTTLES && (
        <div className="row-wrap align-items-end mt-3">
          <Chips<ContainerKind>
            label="Another one is a"
            choices={CONTAINER_IDS.map((id) => ({ id, name: CONTAINERS[id].name }))}
            value={kind}
            onPick={(picked) => setKind(picked ?? "bottle")}
          />
          <Stepper
            label="Another one holds"
            unit="mL"
            step={250}
            min={250}
            max={20_000}
            value={capacityMl}
            onChange={setCapacity}
          />
          <Stepper label="A mark every" unit="mL" step={10} min={10} max={500} value={markEveryMl} onChange={setMark} />
          <Act
            onAct={() =>
              set(
                [...kit.bottles, { kind, capacityMl, markEveryMl: Math.min(markEveryMl, capacityMl) }],
                `A ${named(capacityMl)} ${CONTAINERS[kind].name} is here.`,
              )
            }
          >
            Add it
          </Act>
        </div>
      )}
      <div className="mt-3">
        <Stepper
          label="Marks of the measuring cup, every"
          unit="mL"
          step={1}
          min={1}
          max={50}
          value={kit.cupMarkEveryMl}
          onChange={(cupMarkEveryMl) => void keep({ ...kit, cupMarkEveryMl }, "Measuring cup changed.")}
        />
      </div>
    </section>
  );
}

function BottleLine({
  index,
  bottle,
  kit,
  named,
  set,
}: {
  index: number;
  bottle: Kit["bottles"][number];
  kit: Kit;
  named: (ml: number) => string;
  set: (bottles: Kit["bottles"], words: string) => undefined;
}) {
  return (
    <div className="line-step">
      <span className="line-what">
        <b>
          <Num of={entered("holds", bottle.capacityMl, "mL")} />
        </b>{" "}
        {CONTAINERS[containerOf(bottle)].name}{" "}
        <span className="soft">
          a mark every <Num of={entered("marks", bottle.markEveryMl, "mL")} />
        </span>
      </span>
      {kit.bottles.length > 1 && (
        <Act
          variant="link"
          aria-label={`Take away the ${named(bottle.capacityMl)} ${CONTAINERS[containerOf(bottle)].name}`}
          onAct={() =>
            set(
              kit.bottles.filter((_, other) => other !== index),
              `The ${named(bottle.capacityMl)} ${CONTAINERS[containerOf(bottle)].name} is gone.`,
            )
          }
        >
          Take away
        </Act>
      )}
    </div>
  );
}
