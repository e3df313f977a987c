"use client";
import { own } from "@/core/job/lookUp";
import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { redo, undo } from "@/store/jobs";
import { usePhaseKeys } from "./PhaseNav";
import { neighbourZone, type Direction } from "./map/geometry";
import { useBay } from "./state/BayContext";

/** The keys of the bay; none of them acts while something is typed. */
export function useBayKeys() {
  const { go, job, views, zone, findingId, phase, tool, setTool } = useBay();
  const [shown, setShown] = useState(false);

  usePhaseKeys((phase) => go({ phase }));
  useHotkeys("up,down,left,right", (event) => {
    const target = event.target as HTMLElement;
    if (!zone || target.closest(".bay-main, .phases, dialog")) return;
    event.preventDefault();
    const next = neighbourZone(views, zone.id, event.key.replace("Arrow", "").toLowerCase() as Direction);
    if (!next) return;
    go({ zone: next, finding: null });
    document.querySelector<SVGElement>(`[data-zone="${next}"]`)?.focus();
  });
  useHotkeys("shift+up,shift+down,shift+left,shift+right", (event) => {
    if (!zone || phase !== "look" || (event.target as HTMLElement).closest(".bay-main, .phases, dialog")) return;
    event.preventDefault();
    const zoneIds = tool?.kind === "several" ? tool.zoneIds : [zone.id];
    const from = zoneIds.at(-1) ?? zone.id;
    const next = neighbourZone(views, from, event.key.replace("Arrow", "").toLowerCase() as Direction);
    if (!next) return;
    setTool({ kind: "several", zoneIds: [...zoneIds.filter((id) => id !== next), next] });
    document.querySelector<SVGElement>(`[data-zone="${next}"]`)?.focus();
  });
  useHotkeys("m", () => phase === "look" && setTool({ kind: "place", what: "mark" }));
  useHotkeys("d", () => phase === "look" && setTool({ kind: "place", what: "damage" }));
  useHotkeys("esc", () => setTool(undefined));
  const step = (by: number) => {
    const { order, byId } = job.findings;
    if (order.length === 0) return;
    const at = findingId ? order.indexOf(findingId) : by > 0 ? -1 : 0;
    const id = order[(at + by + order.length) % order.length]!;
    go({ finding: id, zone: own(byId, id)!.zoneId });
  };
  useHotkeys("n", () => step(1));
  useHotkeys("p", () => step(-1));
  useHotkeys("mod+z", (event) => {
    event.preventDefault();
    undo(job.id);
  });
  useHotkeys("mod+y,mod+shift+z", (event) => {
    event.preventDefault();
    redo(job.id);
  });
  useHotkeys("?", () => setShown(true), { useKey: true });
  return { shown, show: () => setShown(true), hide: () => setShown(false) };
}
