"use client";
import { own } from "@/core/job/lookUp";
import { SOIL_LEVELS } from "@/core/ground/catalog/builds";
import { Act } from "@/ui/Act";
import { useBay } from "@/bay/state/BayContext";

/** The drawing as a list: for screen readers, keyboards, and zones too small to hit. */
export function ZoneList() {
  const { job, views, zone, go } = useBay();
  const found = (zoneId: string) =>
    job.findings.order.filter((id) => own(job.findings.byId, id)!.zoneId === zoneId).length;
  const words = ({ id, soil, zone: { clean } }: (typeof views)[number]) =>
    [
      soil ? SOIL_LEVELS[soil.level].toLowerCase() : clean ? "clean" : "not looked at",
      found(id) > 0 && `${found(id)} found`,
    ]
      .filter(Boolean)
      .join(" · ");
  return (
    <>
      {job.pieces.order.map((pieceId) => (
        <div key={pieceId}>
          {job.pieces.order.length > 1 && <h3>{own(job.pieces.byId, pieceId)!.name}</h3>}
          {views
            .filter(({ zone }) => zone.pieceId === pieceId)
            .map((view) => (
              <div className="line-step" key={view.id}>
                <span className="line-what">
                  {view.name} <span className="soft">{words(view)}</span>
                </span>
                <Act
                  aria-pressed={view.id === zone?.id}
                  onAct={() => go({ zone: view.id, finding: null })}
                  aria-label={`Take ${view.name} in hand`}
                >
                  {view.id === zone?.id ? "In hand" : "Take it"}
                </Act>
              </div>
            ))}
        </div>
      ))}
    </>
  );
}
