import { boundsOf } from "@/core/ground/pieces/geometry";
import type { LossId } from "@/core/answers/practice/decisions";
import type { PieceOutcome } from "@/core/answers/practice/pieceOutcome";
import type { PieceCase } from "@/core/answers/practice/pieceCase";
import { zoneViews } from "@/core/judgement/zones/zoneView";

/** How dark all of the soil is drawn, by how much there was. */
const SOIL_SHADE = { light: 0.22, moderate: 0.38, heavy: 0.55, caked: 0.72 } as const;

/** The piece as it was, as it was handed back, and the day after: what is left, and what went wrong where it shows. */
export function PiecePictures({ piece, outcome, of }: { piece: PieceCase; outcome: PieceOutcome; of?: string }) {
  const harmed = (id: LossId) => {
    const minutes = outcome.losses.find((loss) => loss.id === id)?.minutes.value ?? 0;
    return Math.min(1, minutes / SHOWS_FULLY_MIN);
  };
  const shade = SOIL_SHADE[piece.soil];
  const left = outcome.left.value * shade;
  const pale = Math.max(harmed("dye"), harmed("ph"), harmed("heat"));
  const rough = Math.max(harmed("rub"), harmed("felt"));
  const soiled = harmed("soil") > SEEN_FROM;
  const later = Math.max(harmed("ring"), harmed("sour"), harmed("sag"), harmed("returns"));
  const spill = piece.spill ? Math.max(harmed("mark"), harmed("set"), harmed("bound")) : 0;
  return (
    <div className="piece-pictures">
      <Picture
        piece={piece}
        title={of ? `${of}, as it was` : "As it was"}
        words="soiled"
        soil={shade}
        spill={piece.spill ? 1 : 0}
      />
      <Picture
        piece={piece}
        title="Handed back"
        words={wordsOf(soiled, 0, pale, rough, spill)}
        soil={left}
        spill={spill}
        pale={pale}
        rough={rough}
      />
      <Picture
        piece={piece}
        title="The day after"
        words={wordsOf(soiled, later, pale, rough, spill)}
        soil={left}
        spill={spill}
        ring={later}
        pale={pale}
        rough={rough}
      />
    </div>
  );
}

/** From here on a harm is drawn as strong as it gets, min. */
const SHOWS_FULLY_MIN = 60;
const SHOWS_FROM = 0.05;
const SEEN_FROM = 0.15;

const wordsOf = (soiled: boolean, ring: number, pale: number, rough: number, spill: number): string =>
  [
    soiled ? "soil to be seen" : "clean",
    ...(spill > SHOWS_FROM ? ["the spill to be seen"] : []),
    ...(ring > SHOWS_FROM ? ["a rim has come up"] : []),
    ...(pale > SHOWS_FROM ? ["a pale patch"] : []),
    ...(rough > SHOWS_FROM ? ["rubbed rough"] : []),
  ].join(", ");

function Picture({
  piece,
  title,
  words,
  soil,
  spill = 0,
  ring = 0,
  pale = 0,
  rough = 0,
}: {
  piece: PieceCase;
  title: string;
  words: string;
  soil: number;
  spill?: number;
  ring?: number;
  pale?: number;
  rough?: number;
}) {
  const { corners } = zoneViews(piece.job)[0]!;
  const { xMm, yMm, widthMm, heightMm } = boundsOf(corners);
  const points = corners.map((corner) => `${corner.xMm - xMm},${corner.yMm - yMm}`).join(" ");
  const edge = Math.max(widthMm, heightMm) / 60;
  return (
    <figure>
      <svg
        viewBox={`${-edge} ${-edge} ${widthMm + 2 * edge} ${heightMm + 2 * edge}`}
        preserveAspectRatio="xMinYMid"
        role="img"
        aria-label={`${title}: ${words}`}
      >
        <polygon points={points} fill="var(--cloth)" stroke="var(--ink)" strokeWidth={edge / 2} />
        <polygon points={points} fill="var(--weldInk)" opacity={soil} />
        {spill > SHOWS_FROM && (
          <ellipse
            cx={widthMm / 2}
            cy={heightMm / 2}
            rx={60}
            ry={45}
            fill="var(--weldInk)"
            opacity={0.25 + 0.6 * spill}
          />
        )}
        <Harms {...{ widthMm, heightMm, edge, ring, pale, rough }} />
      </svg>
      <figcaption>
        <b>{title}</b>: {words}
      </figcaption>
    </figure>
  );
}

/** What went wrong, where it shows. */
function Harms({
  widthMm,
  heightMm,
  edge,
  ring,
  pale,
  rough,
}: Record<"widthMm" | "heightMm" | "edge" | "ring" | "pale" | "rough", number>) {
  return (
    <>
      {pale > SHOWS_FROM && (
        <ellipse
          cx={widthMm * 0.62}
          cy={heightMm * 0.45}
          rx={widthMm * 0.22}
          ry={heightMm * 0.2}
          fill="var(--cloth)"
          stroke="var(--madder)"
          strokeWidth={edge / 3}
          opacity={0.35 + 0.6 * pale}
        />
      )}
      {rough > SHOWS_FROM && (
        <path
          d={Array.from({ length: 7 }, (_, at) => {
            const x = widthMm * (0.14 + 0.05 * at);
            return `M${x} ${heightMm * 0.62} l${widthMm * 0.03} ${heightMm * 0.18}`;
          }).join(" ")}
          stroke="var(--madder)"
          strokeWidth={edge / 2.5}
          opacity={0.4 + 0.6 * rough}
        />
      )}
      {ring > SHOWS_FROM && (
        <ellipse
          cx={widthMm / 2}
          cy={heightMm / 2}
          rx={widthMm * 0.43}
          ry={heightMm * 0.4}
          fill="none"
          stroke="var(--weldInk)"
          strokeWidth={edge * (0.6 + 1.6 * ring)}
          strokeDasharray={`${edge * 3} ${edge * 0.6}`}
          opacity={0.4 + 0.6 * ring}
        />
      )}
    </>
  );
}
