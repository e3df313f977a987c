"use client";
import { useState } from "react";
import { groupOf, GROUPS, GROUP_IDS, type GroupId } from "@/core/ground/pieces/groups";
import { usualClothOf } from "@/core/ground/pieces/usualCloth";
import type { Piece } from "@/core/job/schema";
import { Chips } from "@/ui/Chips";
import { useBay } from "@/bay/state/BayContext";
import { ClothFields } from "./ClothFields";

/** Cloth of a whole piece, or of all its seats, floors, mats, linings or belts where that is another. */
export function ClothOfPiece({ pieceId, piece }: { pieceId: string; piece: Piece }) {
  const { views, zone } = useBay();
  const [group, setGroup] = useState<GroupId>();
  const its = views.filter(({ zone }) => zone.pieceId === pieceId);
  const present = GROUP_IDS.filter((id) => its.some(({ role }) => groupOf(role) === id));
  const of = group && its.find(({ role }) => groupOf(role) === group);
  const shown = of ?? zone;
  return (
    <>
      {present.length > 1 && (
        <div className="mb-3">
          <Chips<GroupId | "piece">
            label="Cloth of which parts"
            choices={[
              { id: "piece", name: "Whole piece" },
              ...present.map((id) => ({
                id,
                name: `${GROUPS[id]}${Object.keys(piece.groups?.[id] ?? {}).length > 0 ? ", said" : ""}`,
              })),
            ]}
            value={group ?? "piece"}
            onPick={(value) => setGroup(value === undefined || value === "piece" ? undefined : value)}
          />
        </div>
      )}
      <ClothFields
        key={group ?? "piece"}
        cloth={group ? (piece.groups?.[group] ?? {}) : piece.cloth}
        owners={[group ? { of: "group", id: pieceId, group } : { of: "pieces", id: pieceId }]}
        surface={group && piece.cloth.ofWhat !== "cloth" ? piece.cloth.ofWhat : undefined}
        what={group ? GROUPS[group].toLowerCase() : piece.name}
        usual={shown && usualClothOf(piece.template, shown.role)?.words}
      />
    </>
  );
}
