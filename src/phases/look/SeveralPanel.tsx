"use client";
import { useEffect, useRef } from "react";
import { same } from "@/core/job/commands";
import type { Cloth } from "@/core/job/schema";
import { soilOps, soilSaidOf } from "@/core/job/soilOps";
import { seatsOf, wholesOf } from "@/core/judgement/zones/wholes";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { useBay } from "@/bay/state/BayContext";
import { Act } from "@/ui/Act";
import { Chips } from "@/ui/Chips";
import { SmallFold } from "@/ui/Fold";
import { ClothFields } from "./ClothFields";
import { SOIL_CHOICES } from "./WholeParts";

/** What is the same on all of them. */
const inCommon = (cloths: readonly Cloth[]): Cloth => {
  const [first = {}, ...rest] = cloths;
  return Object.fromEntries(
    Object.entries(first).filter(([key, value]) => rest.every((other) => same(other[key as keyof Cloth], value))),
  );
};

/** What a person would call these zones together, where there is a name. */
const nameOf = (views: readonly ZoneView[], ids: readonly string[]): string | undefined =>
  [...seatsOf(views), ...wholesOf(views)].find(
    ({ zoneIds }) => zoneIds.length === ids.length && zoneIds.every((id) => ids.includes(id)),
  )?.name;

/** Zones taken together on the map: what is said is said of each of them. */
export function SeveralPanel({ zoneIds }: { zoneIds: readonly string[] }) {
  const { views, run, setTool } = useBay();
  const taken = views.filter(({ id }) => zoneIds.includes(id));
  const ids = taken.map(({ id }) => id);
  const said = new Set(taken.map(({ zone }) => soilSaidOf(zone)));
  const zones = taken.length === 1 ? "1 zone" : `${taken.length} zones`;
  const name = nameOf(views, ids) ?? (taken.length === 1 ? taken[0]!.name : undefined);
  const what = name?.toLowerCase() ?? zones;
  const panel = useRef<HTMLElement>(null);
  // It stands where something longer stood before.
  useEffect(() => {
    void panel.current?.scrollIntoView({ block: "center" });
  }, []);
  return (
    <section ref={panel} className="block" aria-label="Several zones">
      <div className="row-between">
        <h2>{name ? `${name}, ${zones}` : `${zones} taken`}</h2>
        <Act variant="primary" onAct={() => setTool(undefined)}>
          Done with them
        </Act>
      </div>
      <p className="soft">
        {taken.length === 0
          ? "Tap zones on the drawing, or go over them with the finger down."
          : `${name ? "" : `${taken.map((each) => each.name).join(", ")}. `}Tap or go over more; a second time leaves them again.`}
      </p>
      {taken.length > 0 && (
        <>
          <h3>Soil by the look</h3>
          <Chips
            key={ids.join()}
            label="Soil on all of them"
            choices={[...SOIL_CHOICES, { id: "unasked", name: "Not asked for" }]}
            value={said.size === 1 ? ([...said][0] ?? "unasked") : undefined}
            onPick={(soil) => run(`Soil on ${what}`, ...soilOps(ids, soil === "unasked" ? undefined : soil))}
          />
          <SmallFold title="Their cloth and what lies beside it">
            <ClothFields
              cloth={inCommon(taken.map(({ zone }) => zone.cloth ?? {}))}
              owners={ids.map((id) => ({ of: "zones", id }))}
              what={what}
            />
          </SmallFold>
        </>
      )}
    </section>
  );
}
