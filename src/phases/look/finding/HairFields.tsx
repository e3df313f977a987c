"use client";
import { HAIR_DENSITIES, type HairDensity } from "@/core/ground/catalog/findings";
import type { HairFinding } from "@/core/job/schema";
import { hairWork } from "@/core/judgement/treatment/lay/hairPasses";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { useBay } from "@/bay/state/BayContext";
import { useSetFinding } from "./useSetFinding";

export function HairFields({ finding }: { finding: HairFinding }) {
  const { zone, kit } = useBay();
  const set = useSetFinding<HairFinding>();
  if (!zone) return null;
  const { passes, minutes } = hairWork(
    finding.density,
    zone.areaM2,
    zone.cloth.construction,
    zone.materials,
    kit,
    zone,
  );
  return (
    <>
      <Chips<HairDensity>
        label="How much hair"
        choices={choicesOf(HAIR_DENSITIES)}
        value={finding.density}
        onPick={(value) => value && set("density", "How much hair", value)}
      />
      <p className="mt-3">
        Dry only:{" "}
        <b>
          <Num of={passes} words={passes.value === 1 ? "1 pass" : `${passes.value} passes`} testId="hair-passes" />
        </b>{" "}
        with a rubber block, about{" "}
        <b>
          <Num of={minutes} testId="hair-minutes" />
        </b>
        .{zone.cloth.construction === undefined && " Weave not known: planned as loop, which holds hair best."}
      </p>
    </>
  );
}
