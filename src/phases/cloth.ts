import type { ZoneView } from "@/core/judgement/zones/zoneView";

/** Where a proof of this zone's cloth is recorded: with the piece, unless the zone is another cloth. */
export const clothPath = (view: ZoneView) =>
  view.clothOwner === "zone" ? ["zones", "byId", view.id, "cloth"] : ["pieces", "byId", view.zone.pieceId, "cloth"];
