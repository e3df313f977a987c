import type { PieceMove } from "@/core/answers/practice/pieceMoves";
import { SPILL_ID } from "@/core/answers/practice/spills";
import type { Whole } from "@/core/answers/practice/whole";
import type { ZoneView } from "@/core/judgement/zones/zoneView";
import { Outline } from "@/bay/map/FindingShape";
import { soilLens } from "@/bay/map/lenses";
import { FINDING_PATTERN, Patterns } from "@/bay/map/patterns";
import { Caption, Labels, MapSection, ScaleBar, useSheet, Zones } from "@/bay/map/sheet";
import { Chips } from "@/ui/Chips";
import { caseViews } from "./caseViews";

interface InHand {
  part: number;
  setPart: (part: number) => void;
}

/** The drawing of the bay, with what is known of the case on it. */
export function CaseMap({ whole, moves, part, setPart }: InHand & { whole: Whole; moves: readonly PieceMove[] }) {
  const drawn = caseViews(whole, moves);
  const { view } = drawn[part]!;
  return (
    <MapSection
      near={whole.parts.length > 1}
      above={
        <>
          {whole.parts.length > 1 && (
            <Chips
              label="Which part"
              choices={whole.parts.map(({ words }, at) => ({ id: String(at), name: words }))}
              value={String(part)}
              onPick={(next) => next && setPart(Number(next))}
            />
          )}
          <Caption name={view.name} lens={lensOn(view)} />
        </>
      }
    >
      {(closer) => <Drawing {...{ drawn, part, setPart, closer }} />}
    </MapSection>
  );
}

/** A look does not say how soiled it is; a white towel does. */
const lensOn = (view: ZoneView) => ({ ...soilLens({ view }), ...(view.soil ? {} : { words: "soil not known" }) });

function Drawing({ drawn, part, setPart, closer }: InHand & { drawn: ReturnType<typeof caseViews>; closer: boolean }) {
  const inHand = String(part);
  const { svg, viewBox, sheet, bar } = useSheet(
    drawn.map(({ view }) => view),
    inHand,
    closer,
  );
  const { px, unit, prefix, placed } = sheet;
  const take = (id: string) => setPart(Number(id));
  return (
    <svg
      ref={svg}
      className="map"
      viewBox={viewBox}
      role="group"
      aria-label="The piece, drawn from its measures"
      style={{ ["--heavy" as string]: px(4) }}
    >
      <Patterns prefix={prefix} unit={unit} />
      <Zones {...{ sheet, lensOn, inHand }} marked={false} onZone={take} onEnter={take} />
      {drawn.map(({ spill }, at) =>
        spill ? (
          <Outline
            key={at}
            id={SPILL_ID}
            finding={spill}
            on={placed[at]!}
            centre={{ x: placed[at]!.at.xMm + spill.centre.xMm, y: placed[at]!.at.yMm + spill.centre.yMm }}
            width={spill.size.widthMm}
            height={spill.size.heightMm}
            fill={`url(#${prefix}${FINDING_PATTERN.mark})`}
            {...{ px, unit }}
            full
            selected={false}
            handlers={{}}
          />
        ) : null,
      )}
      <Labels {...{ sheet, lensOn, inHand }} findings={drawn.flatMap(({ spill }) => spill ?? [])} />
      <ScaleBar {...bar} />
    </svg>
  );
}
