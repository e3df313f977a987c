import { evaporation } from "@/core/models/air/evaporation";
import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import type { FamilyId } from "@/core/ground/catalog/families";
import type { MaterialId } from "@/core/ground/catalog/materials";
import { TOOLS } from "@/core/ground/catalog/tools";
import { partsWater } from "@/core/ground/quantity/ratio";
import { isCovered, isDone } from "@/core/job/history";
import { agentOn } from "@/core/job/ownAgent";
import { input, sumOf, stated, opened, type Worked } from "@/core/ground/sums/working";
import { POWERED_ACTIONS, type ActionId } from "@/core/ground/catalog/actions";
import {
  factsOf,
  fastnessSetting,
  remember,
  surfaceTempOf,
  type Context,
  type ZoneState,
} from "@/core/judgement/treatment/cloth/planContext";
import type { Effort } from "../step/effect";
import { fitAgent, type FoundFit } from "@/core/judgement/treatment/way/allowedWay";
import { judge } from "@/core/judgement/rules/judge";
import { handsOnMinutes } from "@/core/judgement/treatment/step/minutes";
import { COOL_C } from "../step/amounts";
import { AIR_OUT_MIN } from "../step/amounts";
import { SHARE_OF_BUDGET } from "../step/amounts";
import { TOWEL_CARRIES } from "../step/amounts";
import { PANEL_L_PER_M2 } from "../step/amounts";
import { cautionsOf, reasonsOf } from "./cautions";
import type { Dwell, Step } from "@/core/judgement/treatment/step/step";
import { agentCheck, agentHow, agentTitle } from "@/core/judgement/treatment/step/stepWords";

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

type Stage = (typeof STAGE)[keyof typeof STAGE];

/** Fibres that hold alkaline residue or brown in it. */
const ACID_RINSED: readonly MaterialId[] = ["wool", "nylon", "cotton", "linen", "jute", "viscose"];

/** A step with its place in the whole job. */
export type StagedStep = Step & { stage: Stage; order: number };

type StepFields = Omit<Step, "key" | "round" | "zoneIds" | "reasons" | "cautions" | "waterOnLPerM2"> & {
  waterOnLPerM2?: number;
};

/** Lays out one zone's steps one after another, keeping count of its water and of what lies in its cloth. */
export class ZoneWork {
  readonly steps: StagedStep[] = [];
  private checkFirst?: FoundFit;
  private readonly proves = new Set<AgentId>();

  constructor(
    readonly context: Context,
    readonly state: ZoneState,
    readonly likely: readonly FamilyId[],
    readonly round: number,
  ) {}

  get view() {
    return this.state.view;
  }

  /** Neither done nor skipped on this zone yet. */
  todo(base: string): boolean {
    return !isCovered(this.context.history, base, this.view.id);
  }

  remainingLPerM2(): number {
    return Math.max(0, this.state.budget.value - this.state.usedLPerM2);
  }

  /** Litres per m² a step may put on: what it wants, or its share of what is left of the budget. */
  allowed(wantedLPerM2: number): number {
    return Math.min(wantedLPerM2, this.remainingLPerM2() * SHARE_OF_BUDGET);
  }

  amount(onLPerM2: number, area: Worked, wantedLPerM2: number): Worked {
    return sumOf("treatment.amount", { areaM2: area.value, lPerM2: onLPerM2 }, [
      input("usual", wantedLPerM2, "L/m2", "table"),
      input("budget left before this step", this.remainingLPerM2(), "L/m2"),
    ]);
  }

  /** Adds a step; what the rules ask to come before it is remembered. */
  add(stage: Stage, base: string, setting: string, fields: StepFields, fit?: FoundFit) {
    const rules = fit?.verdict.met ?? [];
    const step: Step = {
      waterOnLPerM2: 0,
      ...fields,
      key: `${base}:${setting}`,
      round: this.round,
      zoneIds: [this.view.id],
      reasons: reasonsOf(rules),
      cautions: cautionsOf(rules, fields.action, fields.agent, this.likely),
    };
    this.steps.push({ ...step, stage, order: this.steps.length });
    this.state.usedLPerM2 += step.waterOnLPerM2;
    const { goes = 1 } = step;
    for (let go = 0; go < goes; go++) {
      if (go > 0) this.state.moves.push({ action: "towel-off" });
      this.state.moves.push({
        action: step.action,
        waterOnLPerM2: step.waterOnLPerM2 / goes,
        wetStrokes: step.wetStrokes?.value,
        dryStrokes: step.dryStrokes?.value,
        pace: step.pace,
      });
    }
    remember(this.state, step.action, step.agent);
    if (fit?.verdict.requires.has("check-first")) this.checkFirst ??= fit;
    if (fields.agent && fit?.verdict.requires.has("fastness-check")) this.proves.add(fields.agent);
  }

  /** Airs solvent off and rinses out what must not meet the step to come; true when all of it has been cleared. */
  clearFor(fit: FoundFit, base: string, air: Stage, rinse: Stage): boolean {
    const needed = judge(fit.candidate, factsOf(this.context, this.view, this.likely, this.state.inCloth)).requires;
    if (
      needed.has("air-before") ||
      (this.state.inCloth.has("solvent") &&
        (fit.candidate.poweredTool || POWERED_ACTIONS.includes(fit.candidate.action)))
    )
      this.airOut(air, `${base}-air`);
    if (needed.has("rinse-before")) this.rinse(rinse, `${base}-rinse`, this.view.areaM2, true);
    return this.isClearFor(fit);
  }

  /** False where a rinse must come first and none may be made. */
  canBeClearedFor(fit: FoundFit): boolean {
    const { requires } = judge(fit.candidate, factsOf(this.context, this.view, this.likely, this.state.inCloth));
    return (
      !requires.has("rinse-before") ||
      (this.remainingLPerM2() > 0 && fitAgent(this.context, this.view, this.likely, "water", "towel", "rinse").ok)
    );
  }

  private isClearFor(fit: FoundFit): boolean {
    const { requires } = judge(fit.candidate, factsOf(this.context, this.view, this.likely, this.state.inCloth));
    return !requires.has("air-before") && !requires.has("rinse-before");
  }

  airOut(stage: Stage, base: string) {
    const dwell: Dwell = {
      min: sumOf("treatment.wait", { minutes: stated.table(AIR_OUT_MIN, "airing, long end") }),
    };
    this.add(
      stage,
      base,
      "",
      {
        action: "air",
        required: true,
        tool: "hand",
        areaM2: this.view.areaM2,
        dwell,
        minutes: handsOnMinutes(this.context.kit, "air", 0),
        title: "Air until the solvent has gone",
        how: "Doors open, air moving, nothing that sparks or heats. Wait the time out, then smell from a distance: longer if you smell it.",
        why: "Solvent vapour catches fire from a motor's spark.",
        check: "No smell of solvent.",
      },
      judgedWithSolvent(this.context, this.state),
    );
  }

  rinse(stage: Stage, base: string, area: Worked, required?: true) {
    const fit =
      (required ? undefined : this.acidRinse()) ??
      fitAgent(this.context, this.view, this.likely, "water", "towel", "rinse");
    const onLPerM2 = this.allowed(PANEL_L_PER_M2.rinse);
    if (!fit.ok || onLPerM2 <= 0) return;
    const agent = fit.candidate.agent!;
    const acid = agent === "acid-rinse";
    this.add(
      stage,
      base,
      acid ? `acid-r${fit.strength?.partsWater.value}` : "",
      {
        action: "rinse",
        required,
        agent,
        partsWater: acid ? fit.strength?.partsWater : undefined,
        spraying: false,
        tool: "towel",
        areaM2: area,
        waterOnLPerM2: onLPerM2,
        phMin: fit.candidate.phMin,
        phMax: fit.candidate.phMax,
        tempC: fit.candidate.clothTempC,
        amountMl: this.amount(onLPerM2, area, PANEL_L_PER_M2.rinse),
        minutes: handsOnMinutes(this.context.kit, "rinse", area.value),
        title: acid ? "Acid rinse with a damp towel" : "Rinse with a damp towel",
        how: `${acid ? "Acid rinse" : "Plain water"} on a clean white towel, wrung out. Press, turn, press.`,
        why: acid
          ? "Residue soils again, and this fibre browns or yellows in it: mild acid takes it out."
          : "What stays in the cloth soils again, or meets the next agent.",
        check: "The towel no longer foams.",
        liftOff: "Dry towel straight after.",
      },
      fit,
    );
  }

  /** The closing rinse on wool, nylon and plant fibre, where nothing in the cloth must not meet acid. */
  private acidRinse(): FoundFit | undefined {
    if (!this.view.materials.every((material) => ACID_RINSED.includes(material))) return undefined;
    const fit = fitAgent(this.context, this.view, this.likely, "acid-rinse", "towel", "rinse");
    return fit.ok && this.isClearFor(fit) ? fit : undefined;
  }

  towelOff(stage: Stage, base: string, area: Worked, findingId?: string) {
    if (!this.todo(base)) return;
    this.add(stage, base, "", {
      action: "towel-off",
      findingId,
      tool: "towel",
      areaM2: area,
      minutes: handsOnMinutes(this.context.kit, "towel-off", area.value),
      title: "Towel off what has come up",
      how: "White terry on carpet, white microfibre on cloth. Press hard, do not rub; turn to a clean side.",
      why: "What has come up goes with the towel; left there it sinks back.",
      check: "A clean side stays nearly white.",
    });
  }

  /**
   * An agent on a mark or a panel: as much as the budget allows, for as long as it needs and no longer than it stays
   * wet.
   */
  apply(
    stage: Stage,
    base: string,
    agent: AgentId,
    fit: FoundFit,
    more: {
      action: "agent" | "clean";
      area: Worked;
      usualLPerM2: number;
      rounds: number;
      why: string;
      findingId?: string;
      effort?: Effort;
    },
  ) {
    const { action, area, rounds, why, findingId, effort } = more;
    const spraying = fit.candidate.spraying ?? false;
    const wanted = more.usualLPerM2 * (spraying ? 1 : TOWEL_CARRIES);
    const onLPerM2 = this.allowed(wanted);
    if (onLPerM2 <= 0) return;
    // Where the budget is short it goes on in portions, blotted between: it never stands as deep as it would in one go.
    const goes = onLPerM2 < wanted - 1e-9 ? GOES_WHEN_SHORT : 1;
    const waits = agent !== "water" && !agentOf(agent).groups.includes("solvent");
    // The key says everything that must be alike before two zones' steps become one.
    this.add(
      stage,
      base,
      [
        agent,
        spraying ? "spray" : "towel",
        fit.tool,
        `r${fit.strength?.partsWater.value ?? 0}`,
        `x${rounds}`,
        ...(effort ? [`t${effort.tempC}`, `d${effort.dwellMin.toFixed(1)}`] : []),
        ...(goes > 1 ? [`g${goes}`] : []),
      ].join("-"),
      {
        action,
        agent,
        findingId,
        effort: effort ?? (waits ? this.effortOf(agent, fit, onLPerM2, rounds) : undefined),
        ...(goes > 1 ? { goes } : {}),
        spraying,
        rounds,
        tool: fit.tool,
        areaM2: area,
        waterOnLPerM2: onLPerM2,
        partsWater: fit.strength?.partsWater,
        phMin: fit.candidate.phMin,
        phMax: fit.candidate.phMax,
        tempC: fit.candidate.clothTempC,
        amountMl: this.amount(onLPerM2, area, wanted),
        minutes: handsOnMinutes(this.context.kit, action, area.value, rounds),
        dwell: waits ? longerDwell(dwellOf(this.context, this.view.id, agent, onLPerM2), effort) : undefined,
        title: agentTitle(agent, fit.tool, rounds),
        how:
          `${goes > 1 ? "The water budget here is short: in two halves, a dry towel between. " : ""}` +
          `${agentHow(agent, fit.tool, spraying, rounds)}`,
        why,
        check: agentCheck(agent),
        liftOff: "White towel, then look at it: colour on it means it works.",
      },
      fit,
    );
  }

  /** How an agent works where no target picks it: as the rung and the rules leave it, for its shortest dwell. */
  private effortOf(
    agent: AgentId,
    { tool, strength, candidate }: FoundFit,
    filmLPerM2: number,
    rounds: number,
  ): Effort {
    const shortestMin = dwellOf(this.context, this.view.id, agent, filmLPerM2).min.value;
    const label = this.context.job.choices.readings[agent] ?? agentOn(this.context.kit, agent).reading;
    return {
      agent,
      rounds,
      strength: label ? (partsWater(label) + 1) / ((strength?.partsWater.value ?? partsWater(label)) + 1) : 1,
      dwellMin: shortestMin,
      shortestMin,
      agitation: TOOLS[tool].agitation,
      tempC: candidate.clothTempC ?? COOL_C,
    };
  }

  /** Puts in front what the wet steps asked for: a look, and the proof of every agent nobody has proved. */
  addProofs() {
    if (this.checkFirst && !isDone(this.context.history, "check-first", this.view.id)) {
      const { verdict } = this.checkFirst;
      this.add(
        STAGE.checkFirst,
        "check-first",
        "",
        {
          action: "check-first",
          required: true,
          tool: "hand",
          areaM2: this.view.areaM2,
          minutes: handsOnMinutes(this.context.kit, "check-first", this.view.areaM2.value),
          title: "Look before you wet it",
          how:
            "Find the care label: S or X means no water at all. Look and feel behind and under for cables, airbag " +
            "labels, sensors, speakers and sharps. Orange cables or a battery: stop, no liquid here.",
          why: "Nobody has looked yet, and it decides what may go on.",
          check: "Label read, nothing electric in reach of the water.",
        },
        {
          ...this.checkFirst,
          verdict: {
            ...verdict,
            requires: new Set(),
            met: verdict.met.filter(({ require }) => require === "check-first"),
          },
        },
      );
    }
    if (this.proves.size === 0) return;
    const fields = proofOf([...this.proves]);
    this.add(STAGE.fastness, "fastness", fastnessSetting(fields.proves, this.view), {
      ...fields,
      areaM2: this.view.areaM2,
    });
  }
}

/** One hidden place, every agent in turn. */
export function proofOf(unsorted: readonly AgentId[]) {
  const proves = [...new Set(unsorted)].sort();
  const start = handsOnMinutes({}, "fastness-check", 0).value;
  return {
    action: "fastness-check" as const,
    required: true as const,
    proves,
    tool: "towel" as const,
    minutes: {
      ...sumOf("treatment.minutesOfProof", { startMin: stated.table(start), agents: proves.length }),
      startMin: start,
    },
    title: "Colourfastness on a hidden place",
    how:
      "A white cloth damp with each in turn " +
      `(${proves.map((agent) => agentOf(agent).name.toLowerCase()).join(", ")}), a minute's press. Any ` +
      "colour on it worse than step 4 of the grey scale: do not go wet with that one.",
    why: "Once the dye runs, no cleaning brings it back.",
    check: "The white cloth stays white.",
  };
}

/** Airing shows the label of the rule that asks for it. */
function judgedWithSolvent(context: Context, { view }: ZoneState): FoundFit {
  const candidate = { action: "dry-removal" as ActionId };
  const verdict = judge(candidate, factsOf(context, view, [], ["solvent"]));
  return {
    ok: true,
    candidate,
    verdict: { ...verdict, met: verdict.met.filter(({ require }) => require === "air-before"), requires: new Set() },
    tool: "hand",
  };
}

const DRYING_OUT_SHARE = 0.6;
const GOES_WHEN_SHORT = 2;

/** The wait that the cleaning wants, where it is more than the agent's shortest. */
const longerDwell = ({ min, max }: Dwell, effort: Effort | undefined): Dwell =>
  effort && effort.dwellMin > min.value + 1e-9
    ? {
        min: sumOf("treatment.dwellWanted", {
          shortestMin: opened(min),
          times: effort.dwellMin / min.value,
        }),
        max: max && (max.value > effort.dwellMin ? max : undefined),
      }
    : { min, max };

export function dwellOf(context: Context, zoneId: string, agent: AgentId, filmLPerM2: number): Dwell {
  const { conditions } = context;
  const { dwellMinMin, dwellMaxMin } = agentOn(context.kit, agent);
  const { basis } = conditions.slow;
  const surface = surfaceTempOf(context, zoneId);
  const tempC = Math.min(conditions.slow.tempC, surface ?? Infinity);
  const cold = Math.min(2, Math.max(1, 2 ** ((20 - tempC) / 10)));
  const min = dwellMinMin * cold;
  const rate = evaporation(conditions.fast);
  // Where it would dry out before the dwell is over it is misted again; the dwell is never cut under its minimum.
  return {
    min: sumOf("treatment.dwellMin", {
      shortestMin: stated.table(dwellMinMin),
      tempC:
        surface !== undefined && surface <= conditions.slow.tempC
          ? stated.measured(surface, "cloth")
          : { value: tempC, name: "air", basis: basis?.tempC ?? "entered" },
    }),
    max: sumOf("treatment.dwellMax", {
      shortestMin: min,
      longestMin: stated.table(dwellMaxMin),
      filmLPerM2,
      share: stated.table(DRYING_OUT_SHARE),
      evaporation: opened(rate),
    }),
  };
}
