import type { MethodId } from "./methods";
import { GEOMETRY_FORMULAS } from "./geometryFormulas";
import { MIX_FORMULAS } from "./mixFormulas";
import { LOAD_FORMULAS } from "./loadFormulas";
import { DIAGNOSIS_FORMULAS } from "./diagnosisFormulas";
import { TREATMENT_FORMULAS } from "./treatmentFormulas";
import { WATER_FORMULAS } from "./waterFormulas";
import { DRYING_FORMULAS } from "./dryingFormulas";
import { SCHEDULE_FORMULAS } from "./scheduleFormulas";
import { MONEY_FORMULAS } from "./moneyFormulas";
import { LEDGER_FORMULAS } from "./ledgerFormulas";
import { PRACTICE_FORMULAS } from "./practiceFormulas";
import { ENTERED_FORMULAS } from "./enteredFormulas";

/**
 * Every sum a working can name: its words, its equation, its source, and the sum itself. Whoever computes asks for the
 * table of its own subject; all of them together are for those who show or check workings.
 */
export const FORMULAS = {
  ...GEOMETRY_FORMULAS,
  ...MIX_FORMULAS,
  ...LOAD_FORMULAS,
  ...DIAGNOSIS_FORMULAS,
  ...TREATMENT_FORMULAS,
  ...WATER_FORMULAS,
  ...DRYING_FORMULAS,
  ...SCHEDULE_FORMULAS,
  ...MONEY_FORMULAS,
  ...LEDGER_FORMULAS,
  ...PRACTICE_FORMULAS,
  ...ENTERED_FORMULAS,
} as const;

export type FormulaId = keyof typeof FORMULAS;
/** What a working can name. */
export type WorkingId = FormulaId | MethodId;
