"use client";
import { setFinding } from "@/core/job/change";
import type { PlacedFinding } from "@/core/job/schema";
import { useState } from "react";
import { outlineMm } from "@/core/answers/measure/picks";
import { colourOf } from "@/core/answers/measure/result";
import { Act } from "@/ui/Act";
import { later } from "@/ui/later";
import { useBay } from "@/bay/state/BayContext";
import { Pictures } from "../Pictures";
import { ColourFacts } from "./ColourFacts";

const MeasurePanel = later(() => import("./MeasurePanel").then(({ MeasurePanel }) => MeasurePanel));

/** Pictures of a mark as it was found; what is read off one can go onto the map. */
export function MarkPictures({
  findingId,
  pictures,
  onChange,
}: {
  findingId: string;
  pictures: readonly string[];
  onChange: (label: string, pictures: string[]) => void;
}) {
  const { assessment, run } = useBay();
  const [pictureId, setPictureId] = useState<string>();
  const result = colourOf(assessment.history, findingId);
  const outline = result.before && outlineMm(result.before);
  return (
    <>
      <Pictures
        pictures={pictures}
        onChange={onChange}
        action={(id) => <Act onAct={() => setPictureId(id)}>Measure it</Act>}
      />
      {pictureId && (
        <MeasurePanel
          key={pictureId}
          findingId={findingId}
          pictureId={pictureId}
          shows="before"
          onClose={() => setPictureId(undefined)}
        />
      )}
      <ColourFacts of={result} />
      {outline && (
        <Act
          onAct={() =>
            run(
              "Outline from the picture",
              setFinding<PlacedFinding, "size">(findingId, "size", outline.size),
              setFinding<PlacedFinding, "outline">(findingId, "outline", outline.outline),
            )
          }
        >
          Draw it with this outline on the map
        </Act>
      )}
    </>
  );
}
