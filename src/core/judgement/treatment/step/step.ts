import type { AgentId } from "@/core/ground/catalog/agents";
import type { ToolId } from "@/core/ground/catalog/tools";
import type { Mark } from "@/core/ground/quantity/provenance";
import { SCHEDULE_FORMULAS } from "@/core/ground/sums/scheduleFormulas";
import { sumOf, type Worked } from "@/core/ground/sums/working";
import type { ActionId } from "@/core/ground/catalog/actions";
import type { Effort } from "./effect";

export interface Dwell {
  min: Worked;
  /** Absent where waiting longer does no harm. */
  max?: Worked;
}

/** Hands-on minutes, and what of them is the start that several zones share. */
export interface HandsOn extends Worked {
  startMin?: number;
}

/** Parts of water to one of product, and whether that is weaker than it had to be since the soil needs no more. */
export interface PartsWater extends Worked {
  gentler?: true;
}

export interface Caution {
  id: string;
  title: string;
  words: string;
  tone: "danger" | "care";
  /** What guards people is shown in full wherever the step is; what guards cloth may fold away on a narrow screen. */
  guards: "people" | "cloth";
}

export interface Reason {
  rule: string;
  because: string;
  mark: Mark;
}

/** One thing to do, with everything the hands need to know. Plain data. */
export interface Step {
  key: string;
  /** 0 until a mark was judged dry and still visible; then its next rung's steps are round 1, and so on. */
  round: number;
  action: ActionId;
  title: string;
  how: string;
  why: string;
  check: string;
  liftOff?: string;
  zoneIds: string[];
  findingId?: string;
  agent?: AgentId;
  /** The agents a colourfastness step proves. */
  proves?: AgentId[];
  spraying?: boolean;
  /** What is worked in; it was put on by the step before. */
  worksIn?: AgentId;
  /** Put on, worked in and lifted in so many sections, one after another; absent: all of it at once. */
  sections?: number;
  /** As much as can be lifted before it sinks back. */
  sectionM2?: Worked;
  partsWater?: PartsWater;
  phMin?: number;
  phMax?: number;
  tool: ToolId;
  tempC?: number;
  areaM2: Worked;
  amountMl?: Worked;
  waterOnLPerM2: number;
  wetStrokes?: Worked;
  dryStrokes?: Worked;
  /** Of the strokes, against the machine's usual; left out: the usual. */
  pace?: number;
  /** A spill is flushed out, as deep as this, mm. */
  flushes?: Worked;
  /** The most that budget and depth leave, however dirty it still runs. */
  mostWetStrokes?: number;
  /** What should come back into the recovery tank. */
  recoveredMl?: Worked;
  rounds?: number;
  /** Put on in so many portions, blotted between; absent: in one. */
  goes?: number;
  /** How a cleaner works on a panel, factor by factor. */
  effort?: Effort;
  dwell?: Dwell;
  minutes: HandsOn;
  reasons: Reason[];
  cautions: Caution[];
  /** It guards people or cloth against what follows, and is not left out. */
  required?: true;
}

/** Hands-on minutes and the shortest dwell of a step. */
export const stepMinutes = ({ minutes, dwell }: Pick<Step, "minutes" | "dwell">): Worked =>
  sumOf(SCHEDULE_FORMULAS, "schedule.step", { handsMin: minutes.value, dwellMin: dwell?.min.value ?? 0 });
