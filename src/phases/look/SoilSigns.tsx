"use client";
import { setSoilSign } from "@/core/job/change";
import { SOIL_LEVELS, type SoilLevel } from "@/core/ground/catalog/builds";
import { SOIL_SIGN_IDS, SOIL_SIGNS } from "@/core/ground/catalog/findings";
import { Act } from "@/ui/Act";
import { Chips, choicesOf } from "@/ui/Chips";
import { Num } from "@/ui/Num";
import { Stepper } from "@/ui/Stepper";
import { useBay } from "@/bay/state/BayContext";

/** Better measures of soil than the eye: towel, pile, grams. */
export function SoilSigns() {
  const { zone, run } = useBay();
  if (!zone) return null;
  const signs = zone.zone.soilSigns ?? {};
  const set = <K extends keyof typeof signs>(sign: K, label: string, value: (typeof signs)[K] | undefined) =>
    run(label, setSoilSign(zone.id, sign, value));
  return (
    <>
      {SOIL_SIGN_IDS.map((sign) => (
        <div key={sign} className="mb-3">
          <h3>{SOIL_SIGNS[sign].name}</h3>
          <p className="soft">{SOIL_SIGNS[sign].how}</p>
          <Chips<SoilLevel>
            label={SOIL_SIGNS[sign].name}
            choices={choicesOf(SOIL_SIGNS[sign].levels)}
            value={signs[sign]}
            onPick={(value) => set(sign, SOIL_SIGNS[sign].name, value)}
          />
        </div>
      ))}
      <Stepper
        label="Dry soil vacuumed"
        value={signs.vacuumedGPerM2}
        unit="g/m2"
        step={10}
        min={0}
        max={1000}
        unknown={{ words: "not weighed", start: 30 }}
        onChange={(value) => set("vacuumedGPerM2", "Dry soil vacuumed", value)}
      />
      {signs.vacuumedGPerM2 !== undefined && (
        <Act variant="link" onAct={() => set("vacuumedGPerM2", "Dry soil vacuumed", undefined)}>
          Not weighed after all
        </Act>
      )}
      {zone.soil && (
        <p className="mt-2">
          Taken as{" "}
          <b>
            <Num of={zone.soil.of} words={SOIL_LEVELS[zone.soil.level].toLowerCase()} testId="soil-level" />
          </b>
          .
        </p>
      )}
    </>
  );
}
