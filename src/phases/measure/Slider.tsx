"use client";
import { ReactCompareSlider } from "react-compare-slider";
import type { ColourEvent } from "@/core/job/schema";
import { usePicture } from "@/store/pictures";

/** As much of the picture about the mark is shown as this many times its oval. */
const ROUND_IT = 2;
/** Height of the box for its width, as its style says. */
const BOX_SHAPE = 3 / 4;

/** Before and after of the same place, the one slid over the other. */
export function Slider({ before, after }: { before: ColourEvent; after: ColourEvent }) {
  const [was, is] = [usePicture(before.pictureId), usePicture(after.pictureId)];
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
        itemOne={<Crop url={was} of={before} halfWide={wide} name="Before" />}
        itemTwo={<Crop url={is} of={after} halfWide={grown} name="Now" />}
        aria-label="Slide between before and now"
      />
    </div>
  );
}

function Crop({
  url,
  of: { oval, outline, widthPx, heightPx },
  halfWide,
  name,
}: {
  url: string;
  of: ColourEvent;
  halfWide: number;
  name: string;
}) {
  // A background is sized by its box: one box is as wide as twice the half, and the picture is so many boxes wide.
  const across = 1 / (2 * halfWide);
  const down = (across * (heightPx / widthPx)) / BOX_SHAPE;
  const shift = (centre: number, boxes: number) => (boxes === 1 ? 0 : ((centre * boxes - 0.5) / (boxes - 1)) * 100);
  return (
    <div
      className="crop"
      role="img"
      aria-label={name}
      style={{
        backgroundImage: `url(${url})`,
        backgroundSize: `${across * 100}% ${down * 100}%`,
        backgroundPosition: `${shift(oval.x, across)}% ${shift(oval.y, down)}%`,
      }}
    >
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
