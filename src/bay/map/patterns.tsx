import type { SoilLevel } from "@/core/ground/catalog/builds";
import type { PlacedKindId } from "@/core/job/findingKinds";

/** Every meaning has a weave besides its colour. Sizes in map units; `unit` is one screen pixel. */

export type PatternId =
  | "soil-light"
  | "soil-moderate"
  | "soil-heavy"
  | "soil-caked"
  | "unseen"
  | "stain"
  | "damage"
  | "mould"
  | "water"
  | "water-much"
  | "water-over"
  | "time-now"
  | "time-later"
  | "dry-soon"
  | "dry-slow"
  | "dry-over";

/** How what was found is filled in. */
export const FINDING_PATTERN: Record<PlacedKindId, PatternId> = { mark: "stain", damage: "damage", mould: "mould" };

const SOIL: Record<SoilLevel, number> = { light: 14, moderate: 9, heavy: 6, caked: 4 };

export function Patterns({ prefix, unit }: { prefix: string; unit: number }) {
  const u = (px: number) => px * unit;
  const lines = (id: PatternId, gap: number, angle: number, colour: string, width: number, dash?: string) => (
    <pattern
      key={id}
      id={`${prefix}${id}`}
      width={u(gap)}
      height={u(gap)}
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(${angle})`}
    >
      <line
        x1="0"
        y1={u(gap / 2)}
        x2={u(gap)}
        y2={u(gap / 2)}
        stroke={colour}
        strokeWidth={u(width)}
        strokeDasharray={dash}
      />
    </pattern>
  );
  const dots = (id: PatternId, gap: number, colour: string, radius: number) => (
    <pattern key={id} id={`${prefix}${id}`} width={u(gap)} height={u(gap)} patternUnits="userSpaceOnUse">
      <circle cx={u(gap / 2)} cy={u(gap / 2)} r={u(radius)} fill={colour} />
    </pattern>
  );
  return (
    <defs>
      {(Object.keys(SOIL) as SoilLevel[]).map((level) =>
        lines(`soil-${level}`, SOIL[level], 90, "var(--weld)", level === "caked" ? 2.4 : 1.6),
      )}
      {dots("unseen", 16, "var(--inkSoft)", 1)}
      {lines("stain", 7, -45, "var(--plum)", 1.6)}
      {dots("mould", 5, "var(--ink)", 1.2)}
      {lines("damage", 5, 45, "var(--ink)", 1.4)}
      {lines("water", 12, 0, "var(--woad)", 1.5)}
      {lines("water-much", 7, 0, "var(--woad)", 2)}
      {dots("water-over", 7, "var(--madder)", 2.4)}
      {dots("time-now", 8, "var(--ink)", 2)}
      {dots("time-later", 14, "var(--weld)", 1.6)}
      {lines("dry-soon", 12, 90, "var(--moss)", 1.5)}
      {lines("dry-slow", 7, 90, "var(--weld)", 2)}
      {dots("dry-over", 7, "var(--madder)", 2.4)}
    </defs>
  );
}
