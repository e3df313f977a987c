"use client";
import { changeSettings, useSettings } from "@/store/settings";
import { Chips } from "./Chips";

/** Which units are shown. */
export function UnitsChips() {
  const { units } = useSettings();
  return (
    <Chips
      label="Units"
      choices={[
        { id: "metric", name: "Metric: mL, °C, m²" },
        { id: "us", name: "US: fl oz, °F, sq ft" },
      ]}
      value={units}
      onPick={(value) => value && void changeSettings({ units: value })}
    />
  );
}
