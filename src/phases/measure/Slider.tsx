"use client";
import { useEffect, useId, useState } from "react";
import { ReactCompareSlider } from "react-compare-slider";
import type { Linear } from "@/core/models/colour/lab";
import { measureWorker } from "@/workers/measure";
import type { ColourEvent } from "@/core/job/schema";
import { pictureBlob, usePicture } from "@/store/pictures";

/** As much of the picture about the mark is shown as this many times its oval. */
const ROUND_IT = 2;
/** Height of the box for its width, as its style says. */
const BOX_SHAPE = 3 / 4;

/** Before and after of the same place, the one slid over the other. */
export function Slider({ before, after }: { before: ColourEvent; after: ColourEvent }) {
  const [was, is] = [usePicture(before.pictureId), usePicture(after.pictureId)];
  const lights = useSameLight(before, after);
  if (!was || !is)
    return was === null || is === null ? (
      <p className="soft">The pictures are not on this device; what was read off them is.</p>
    ) : null;
  // Both are shown as wide about the mark, so that the cloth lies the same in both.
  const wide = Math.max(before.oval.rx, before.oval.ry) * ROUND_IT;
  const grown = (after.oval.rx / before.oval.rx) * wide;
  return (
    <div className="slid" data-testid="compare">
      <ReactCompareSlider
        boundsPadding="12px"
        itemOne={<Crop url={was} of={before} halfWide={wide} name="Before" light={lights?.[0]} />}
        itemTwo={<Crop url={is} of={after} halfWide={grown} name="Now" light={lights?.[1]} />}
        aria-label="Slide between before and now"
      />
      {lights && <p className="soft mb-0">Both in the same light, by their cards.</p>}
    </div>
  );
}

/** What each picture is made lighter by so that its card looks as it is; none where one of the cards does not tell. */
function useSameLight(before: ColourEvent, after: ColourEvent): readonly [Linear, Linear] | undefined {
  const [lights, setLights] = useState<readonly [Linear, Linear]>();
  useEffect(() => {
    let current = true;
    const lightOf = async ({ pictureId, card, cardAt }: ColourEvent) => {
      const blob = await pictureBlob(pictureId);
      return blob && measureWorker().light(blob, { card, cardAt });
    };
    void Promise.all([lightOf(before), lightOf(after)])
      .then(([a, b]) => {
        if (current && a && b && !("problem" in a) && !("problem" in b)) setLights([a, b]);
      })
      // As they were taken, then.
      .catch(() => undefined);
    return () => {
      current = false;
    };
  }, [before, after]);
  return lights;
}

function Crop({
  url,
  of: { oval, outline, widthPx, heightPx },
  halfWide,
  name,
  light,
}: {
  url: string;
  of: ColourEvent;
  halfWide: number;
  name: string;
  light: Linear | undefined;
}) {
  const filter = `light${useId().replace(/\W/g, "")}`;
  // A background is sized by its box: one box is as wide as twice the half, and the picture is so many boxes wide.
  const across = 1 / (2 * halfWide);
  const down = (across * (heightPx / widthPx)) / BOX_SHAPE;
  const shift = (centre: number, boxes: number) => (boxes === 1 ? 0 : ((centre * boxes - 0.5) / (boxes - 1)) * 100);
  return (
    <div className="crop" role="img" aria-label={name} data-light={light ? "set" : undefined}>
      <div
        className="crop-picture"
        style={{
          backgroundImage: `url(${url})`,
          backgroundSize: `${across * 100}% ${down * 100}%`,
          backgroundPosition: `${shift(oval.x, across)}% ${shift(oval.y, down)}%`,
          ...(light ? { filter: `url(#${filter})` } : {}),
        }}
      />
      {light && (
        <svg aria-hidden width="0" height="0">
          <filter id={filter} colorInterpolationFilters="linearRGB">
            <feColorMatrix values={`${light.r} 0 0 0 0  0 ${light.g} 0 0 0  0 0 ${light.b} 0 0  0 0 0 1 0`} />
          </filter>
        </svg>
      )}
      {/* What was found to be the mark, drawn over it. */}
      <svg
        viewBox={
          `${(oval.x - halfWide) * widthPx} ${oval.y * heightPx - halfWide * widthPx * BOX_SHAPE} ${2 * halfWide * widthPx} ` +
          `${2 * halfWide * widthPx * BOX_SHAPE}`
        }
        aria-hidden
      >
        <polygon points={outline.map(({ x, y }) => `${x * widthPx},${y * heightPx}`).join(" ")} />
      </svg>
      <span className={`crop-name crop-${name === "Before" ? "left" : "right"}`}>{name}</span>
    </div>
  );
}
