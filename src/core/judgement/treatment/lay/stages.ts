import type { Step } from "@/core/judgement/treatment/step/step";

/** Where in the whole job a step belongs: dry before wet, proofs before agents, marks before panels, machines last. */
export const STAGE = {
  checkFirst: 0,
  takeOut: 0.5,
  airBeforeDry: 0.9,
  hair: 0.95,
  dryRemoval: 1,
  seams: 1.1,
  lookUnder: 1.2,
  fastness: 2,
  presoak: 3,
  presoakTowel: 3.1,
  spots: 4,
  panelAir: 5,
  panelRinseOut: 5.1,
  clean: 5.2,
  cleanTowel: 5.3,
  rinse: 5.4,
  rinseTowel: 5.5,
  machine: 5.6,
  machineTowel: 5.7,
  disinfectClear: 5.9,
  disinfect: 6,
  disinfectWipe: 6.1,
  protectClear: 7.9,
  protect: 8,
  dry: 9,
} as const;

export type Stage = (typeof STAGE)[keyof typeof STAGE];

/** A step with its place in the whole job. */
export type StagedStep = Step & { stage: Stage; order: number };
