import type { AgentId } from "@/core/ground/catalog/agents";
import { familyOf, type FamilyId } from "@/core/ground/catalog/families";
import { FIBRE_GROUPS, type FibreGroup } from "@/core/ground/catalog/fibreGroups";
import type { Experience } from "@/core/job/schema";
import { LEDGER_FORMULAS } from "@/core/ground/sums/ledgerFormulas";
import { input, worked, sumOf, stated, type Worked } from "@/core/ground/sums/working";
import { betaQuantile } from "@/core/models/chance/beta";

/** How often one rung of a family's ladder makes the mark go, before there is a log. Judgement. */
export const TABLE_SUCCESS: Record<FamilyId, number> = {
  particulate: 0.8,
  "body-oil": 0.6,
  "road-grease": 0.5,
  protein: 0.6,
  urine: 0.45,
  tannin: 0.5,
  "plant-colour": 0.4,
  "sugar-starch": 0.7,
  "gum-wax": 0.6,
  mixture: 0.5,
  "cosmetic-dye": 0.35,
  ink: 0.35,
  rust: 0.5,
  "water-ring": 0.55,
  mould: 0.4,
  "smoke-film": 0.6,
  damage: 0,
};

/** The table counts as so many marks of one's own; so do other fibres for this one. Judgement. */
export const TABLE_COUNTS = 4;
/** Eight times in ten the chance lies inside. */
const [TENTH, NINE_TENTHS] = [0.1, 0.9];

export interface Success {
  /** Chance that the mark goes. */
  chance: Worked;
  /** Eight times in ten it lies between these. */
  low: Worked;
  high: Worked;
  /** Marks of the own log behind it: on this group of fibre, and on others. */
  tried: number;
  gone: number;
  elsewhere: number;
  /** Share of the number that is the table's, 1 without a log. */
  tableShare: number;
}

const quantile = (share: number, a: number, b: number): Worked =>
  worked("ledger.interval", a > 0 ? betaQuantile(share, Math.max(1e-6, a), Math.max(1e-6, b)) : 0, "1", [
    input("gone, the start among them", a, "1"),
    input("not gone, the start among them", b, "1"),
    input("so much of it lies under", share, "1", "table"),
  ]);

type Cell = { gone: number; tried: number };
const total = (cells: readonly Cell[]): Cell =>
  cells.reduce((sum, { gone, tried }) => ({ gone: sum.gone + gone, tried: sum.tried + tried }), { gone: 0, tried: 0 });

/**
 * The chance that an agent makes a mark of a family go: beta-binomial in two levels. The table, worth four marks, and
 * what happened on other
 * fibres make the start; the start, again worth four marks, and what happened on this group of fibre make the chance.
 * @param fibre left out: not known, every fibre counts alike
 */
export function successOf(
  experience: Pick<Experience, "success"> | undefined,
  family: FamilyId,
  agent: AgentId,
  fibre?: FibreGroup,
): Success {
  const cells = experience?.success.filter((cell) => cell.family === family && cell.agent === agent) ?? [];
  const here = total(cells.filter((cell) => fibre !== undefined && cell.fibre === fibre));
  const others = total(cells.filter((cell) => fibre === undefined || cell.fibre !== fibre));
  const table = TABLE_SUCCESS[family];
  const start = (TABLE_COUNTS * table + others.gone) / (TABLE_COUNTS + others.tried);
  const [a, b] =
    fibre === undefined
      ? [TABLE_COUNTS * table + others.gone, TABLE_COUNTS * (1 - table) + others.tried - others.gone]
      : [TABLE_COUNTS * start + here.gone, TABLE_COUNTS * (1 - start) + here.tried - here.gone];
  const outside = TABLE_COUNTS / (TABLE_COUNTS + others.tried);
  return {
    chance: sumOf(LEDGER_FORMULAS, "ledger.success", {
      table: stated.table(table, `${familyOf(family).name.toLowerCase()}, table`),
      counts: stated.table(TABLE_COUNTS),
      ...(fibre === undefined
        ? {}
        : {
            gone: stated.measured(here.gone, `gone on ${FIBRE_GROUPS[fibre].name.toLowerCase()}`),
            tried: stated.measured(here.tried, "of so many tried there"),
          }),
      goneElsewhere: stated.measured(others.gone, fibre === undefined ? "gone on any fibre" : "gone on other fibres"),
      triedElsewhere: stated.measured(others.tried),
    }),
    low: quantile(TENTH, a, b),
    high: quantile(NINE_TENTHS, a, b),
    tried: here.tried,
    gone: here.gone,
    elsewhere: others.tried,
    tableShare: fibre === undefined ? outside : (outside * TABLE_COUNTS) / (TABLE_COUNTS + here.tried),
  };
}

/** So seldom, surely, that the next rung is tried at once: nine times in ten the chance is under this. Judgement. */
const HOPELESS_UNDER = 0.15;
export const isHopeless = ({ high, tried, elsewhere }: Success): boolean =>
  tried + elsewhere > 0 && high.value < HOPELESS_UNDER;

/**
 * How much of a number is the table's and how much the own log's, in words.
 * @example shareWords({ tableShare: 1, … }) // "by the table, none of your own yet"
 */
export const shareWords = ({
  tableShare,
  tried,
  elsewhere,
}: Pick<Success, "tableShare" | "tried" | "elsewhere">): string =>
  tried + elsewhere === 0
    ? "by the table, none of your own yet"
    : `${Math.round(100 * (1 - tableShare))} % your own log (${tried + elsewhere} ` +
      `${tried + elsewhere === 1 ? "mark" : "marks"}), the rest table`;
