import type { Step } from "@/core/judgement/treatment/step/step";

/** Where in the whole job a step belongs: dry before wet, proofs before agents, marks before panels, machines last. */
export const STAGE = {
  blot: -1,
  checkFirst: 0,
  liftAir: 0.2,
  liftWater: 0.3,
  takeOut: 0.5,
  airBeforeDry: 0.9,
  hair: 0.95,
  blow: 0.97,
  dryRemoval: 1,
  seams: 1.1,
  lookUnder: 1.2,
  fastness: 2,
  bleachOut: 2.5,
  trialAir: 2.6,
  trialRinse: 2.65,
  trial: 2.7,
  presoak: 3,
  presoakTowel: 3.1,
  spots: 4,
  flush: 4.9,
  panelAir: 5,
  panelRinseOut: 5.1,
  clean: 5.2,
  rinse: 5.4,
  machine: 5.6,
  machineTowel: 5.7,
  closingRinse: 5.8,
  disinfectClear: 5.9,
  disinfect: 6,
  disinfectWipe: 6.1,
  protectClear: 7.9,
  protect: 8,
  dry: 9,
  finish: 10,
} as const;

/** A place in the order; rounds and parts of one place stand between two of the table. */
export type Stage = number;

/** Put on, worked in, lifted: one after the other. */
const PART_OF_STAGE = 0.003;
export const partOfStage = (stage: Stage, part: 0 | 1 | 2): Stage => stage + part * PART_OF_STAGE;
/** The rounds of cleaning a panel, each over before the next. */
const ROUND_OF_STAGE = 0.01;
export const cleanStage = (round: number): Stage => STAGE.clean + round * ROUND_OF_STAGE;

/** A step with its place in the whole job, while it is laid. */
export type StagedStep = Step & { stage: Stage; order: number };

/** The same once it is laid: the step by itself, which stays the same one from plan to plan. */
export interface Staged {
  step: Step;
  stage: Stage;
  order: number;
}
