"use client";
import type { Worked } from "@/core/ground/sums/working";
import { Num } from "@/ui/Num";

interface CutLayer {
  name: string;
  thickness: Worked;
  holdsLPerM2: number;
  water: Worked;
  /** How far down into this layer it is wet; left out: all of it. */
  wettedMm?: number;
}

const HEIGHT_PX = 200;
const LEAST_PX = 38;
const DRY_L_PER_M2 = 0.0005;
/** Lines of water lie this far apart in a full layer, px. */
const FULL_GAP_PX = 4;
const WIDEST_GAP_PX = 34;

/** A cut through the piece: its layers to scale, water as level lines that lie the denser the fuller the layer is. */
export function LayerCut({
  layers,
  allowed,
  title,
  testId,
}: {
  layers: readonly CutLayer[];
  allowed?: Worked;
  title: string;
  testId?: string;
}) {
  const allMm = layers.reduce((sum, { thickness }) => sum + thickness.value, 0);
  const pxOf = (mm: number) => LEAST_PX + (Math.max(0, HEIGHT_PX - LEAST_PX * layers.length) * mm) / allMm;
  const below = layers.slice(1);
  const limit =
    allowed && below.length > 0 && allowed.value < below.reduce((sum, { thickness }) => sum + thickness.value, 0)
      ? limitPx(layers, allowed.value, pxOf)
      : undefined;
  return (
    <figure className="layer-cut" data-testid={testId}>
      <figcaption>{title}</figcaption>
      <div className="cut-body">
        {layers.map(({ name, thickness, holdsLPerM2, water, wettedMm = thickness.value }) => {
          const wetShare = water.value > DRY_L_PER_M2 ? Math.min(1, wettedMm / thickness.value) : 0;
          const full = wetShare > 0 ? Math.min(1, water.value / (holdsLPerM2 * wetShare)) : 0;
          return (
            <div key={name} className="cut-layer" style={{ height: pxOf(thickness.value) }}>
              <div className={`cut-stuff cut-${name.toLowerCase()}`} aria-hidden>
                {wetShare > 0 && (
                  <div
                    className="cut-water"
                    style={{
                      height: `${Math.max(6, wetShare * 100)}%`,
                      ["--gap" as string]: `${Math.min(WIDEST_GAP_PX, FULL_GAP_PX / Math.max(full, 0.01))}px`,
                    }}
                  />
                )}
              </div>
              <div className="cut-words">
                <b>{name}</b>{" "}
                <span className="soft">
                  <Num of={thickness} />
                </span>{" "}
                {wetShare > 0 ? <Num of={water} /> : <span className="soft">dry</span>}
              </div>
            </div>
          );
        })}
        {limit !== undefined && (
          <div className="cut-limit" style={{ top: limit }}>
            <span>no deeper</span>
          </div>
        )}
      </div>
    </figure>
  );
}

/** Where the allowed depth lies on the picture: through the layers below the face, each to its own scale. */
function limitPx(layers: readonly CutLayer[], allowedMm: number, pxOf: (mm: number) => number): number {
  let [px, left] = [pxOf(layers[0]!.thickness.value), allowedMm];
  for (const { thickness } of layers.slice(1)) {
    const share = Math.min(1, left / thickness.value);
    px += share * pxOf(thickness.value);
    left -= share * thickness.value;
    if (left <= 0) break;
  }
  return px;
}
