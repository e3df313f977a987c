import { POWERED_ACTIONS, type ActionId } from "@/core/ground/catalog/actions";
import type { AgentId } from "@/core/ground/catalog/agents";
import type { FamilyId } from "@/core/ground/catalog/families";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { input, sumOf, type Worked } from "@/core/ground/sums/working";
import { isCovered } from "@/core/job/history";
import { judge } from "@/core/judgement/rules/judge";
import { placeOf } from "@/core/judgement/treatment/cloth/places";
import { ofCleaning, putOnAt } from "@/core/judgement/treatment/cloth/waterBudget";
import { remember, type ZoneState } from "@/core/judgement/treatment/cloth/inCloth";
import type { Context } from "@/core/judgement/treatment/cloth/planContext";
import { factsOf } from "@/core/judgement/treatment/cloth/ruleFacts";
import { SHARE_OF_BUDGET } from "@/core/judgement/treatment/step/amounts";
import type { Step } from "@/core/judgement/treatment/step/step";
import type { FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { cautionsOf, reasonsOf } from "./cautions";
import { sectionOf } from "./section";
import type { Stage, Staged, StagedStep } from "./stages";

type StepFields = Omit<Step, "key" | "round" | "zoneIds" | "reasons" | "cautions" | "waterOnLPerM2"> & {
  waterOnLPerM2?: number;
};

/** Done section by section, so that what was loosened is lifted before it sinks back. */
const IN_SECTIONS: readonly ActionId[] = ["clean", "work", "towel-off", "extract"];

/** Lays out one zone's steps one after another, keeping count of its water and of what lies in its cloth. */
export class ZoneWork {
  readonly steps: StagedStep[] = [];
  /** What asked that somebody looks first. */
  checkFirst?: FoundFit;
  /** Agents nobody has proved on this cloth. */
  readonly proves = new Set<AgentId>();

  constructor(
    readonly context: Context,
    readonly state: ZoneState,
    readonly likely: readonly FamilyId[],
    readonly round: number,
    /** What is worked on: all of it where it is soiled, else what the marks' agents spread to. */
    readonly area: Worked,
  ) {}

  get view() {
    return this.state.view;
  }

  /** The same work as far as it is laid: what is laid on it from here on is laid nowhere else. */
  fork(): ZoneWork {
    const { context, state, likely, round, area } = this;
    const copy = { ...state, inCloth: new Set(state.inCloth), moves: [...state.moves] };
    const fork = new ZoneWork(context, copy, likely, round, area);
    fork.steps.push(...this.steps);
    fork.take(this);
    return fork;
  }

  /** Takes over what was laid on a fork of it. */
  adopt(fork: ZoneWork) {
    Object.assign(this.state, fork.state);
    this.steps.splice(0, this.steps.length, ...fork.steps);
    this.take(fork);
  }

  private take({ checkFirst, proves }: ZoneWork) {
    if (checkFirst) this.checkFirst = checkFirst;
    for (const agent of proves) this.proves.add(agent);
  }

  /** What was laid, once nothing more is. */
  staged(): Staged[] {
    return this.steps.map(({ stage, order, ...step }) => ({ step, stage, order }));
  }

  private section(): Worked {
    const { kit, once } = this.context;
    return once(kit, "section", () => sectionOf(kit));
  }

  /** Neither done nor skipped on this zone yet. */
  todo(base: string): boolean {
    return !isCovered(this.context.history, base, this.view.id);
  }

  /** Where on the zone something goes on that spreads this far round a mark; undefined: all over it. */
  placeOf(findingId: string | undefined, area: Worked): string | undefined {
    return placeOf(this.context, this.view, findingId, area.value);
  }

  /** What is left of the budget at a place; of all places the least. */
  remainingLPerM2(place?: string): number {
    return Math.max(0, this.state.budget.value - putOnAt(ofCleaning(this.state.moves), place));
  }

  /** Litres per m² a step may put on: what it wants, or its share of what is left of the budget there. */
  allowed(wantedLPerM2: number, place?: string): number {
    return Math.min(wantedLPerM2, this.remainingLPerM2(place) * SHARE_OF_BUDGET);
  }

  amount(onLPerM2: number, area: Worked, wantedLPerM2: number, place?: string): Worked {
    return sumOf(TREATMENT_FORMULAS, "treatment.amount", { areaM2: area.value, lPerM2: onLPerM2 }, [
      input("usual", wantedLPerM2, "L/m2", "table"),
      input("budget left before this step", this.remainingLPerM2(place), "L/m2"),
    ]);
  }

  /** What must come before a step, with what lies in the cloth by now. */
  needed({ candidate }: FoundFit): ReturnType<typeof judge>["requires"] {
    const { requires } = judge(candidate, factsOf(this.context, this.view, this.likely, this.state.inCloth));
    const sparks = candidate.poweredTool || POWERED_ACTIONS.includes(candidate.action);
    return sparks && this.state.inCloth.has("solvent") ? new Set([...requires, "air-before" as const]) : requires;
  }

  isClearFor(fit: FoundFit): boolean {
    const { requires } = judge(fit.candidate, factsOf(this.context, this.view, this.likely, this.state.inCloth));
    return !requires.has("air-before") && !requires.has("rinse-before");
  }

  /** Adds a step; what the rules ask to come before it is remembered. */
  add(stage: Stage, base: string, setting: string, fields: StepFields, fit?: FoundFit) {
    const rules = fit?.verdict.met ?? [];
    const step: StagedStep = {
      waterOnLPerM2: 0,
      ...fields,
      ...(IN_SECTIONS.includes(fields.action) ? { sectionM2: this.section() } : {}),
      key: `${base}:${setting}`,
      round: this.round,
      zoneIds: [this.view.id],
      reasons: reasonsOf(rules),
      cautions: cautionsOf(rules, fields.action, fields.agent, this.likely),
      stage,
      order: this.steps.length,
    };
    this.steps.push(step);
    this.wet(step);
    remember(this.state, step.action, step.agent);
    if (fit?.verdict.requires.has("check-first")) this.checkFirst ??= fit;
    if (fields.agent && fit?.verdict.requires.has("fastness-check")) this.proves.add(fields.agent);
  }

  /** Counts the water of a step; put on in portions, each is blotted before the next. */
  private wet({ action, waterOnLPerM2, goes = 1, wetStrokes, dryStrokes, pace, findingId, areaM2, flushes }: Step) {
    const where = { place: this.placeOf(findingId, areaM2), areaM2: areaM2.value };
    for (let go = 0; go < goes; go++) {
      if (go > 0) this.state.moves.push({ action: "towel-off", ...where });
      this.state.moves.push({
        ...where,
        action,
        waterOnLPerM2: waterOnLPerM2 / goes,
        wetStrokes: wetStrokes?.value,
        dryStrokes: dryStrokes?.value,
        pace,
        flushedMm: flushes?.value,
      });
    }
  }
}
