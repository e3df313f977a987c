import type { ActionId } from "@/core/ground/catalog/actions";
import type { AgentId } from "@/core/ground/catalog/agentIds";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { FibreGroup } from "@/core/ground/catalog/fibreGroups";
import type { MachineId } from "@/core/ground/catalog/machines";
import type { OutcomeResult } from "@/core/job/schema";

/** What a job came to, read off its record alone: light enough for thousands. */
export interface LedgerStep {
  id: string;
  at: string;
  title: string;
  action: ActionId;
  agent?: AgentId;
  findingId?: string;
  family?: FamilyId;
  fibre?: FibreGroup;
  machine?: MachineId;
  areaM2: number;
  minutes?: number;
  plannedMin?: number;
  /** As the table has it, whatever pace was planned with. */
  tableMin?: number;
  amountMl: number;
  neatMl: number;
  /** Share of the water that was to come back and did, with the strokes it took. */
  recovery?: { recoveredMl: number; expectedMl: number; dryStrokes: number; tableShare: number };
  /** How the mark was judged after it, when it was the last agent before the look. */
  outcome?: OutcomeResult | "came-back";
}
