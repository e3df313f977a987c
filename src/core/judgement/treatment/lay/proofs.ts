import { agentOf, type AgentId } from "@/core/ground/catalog/agents";
import { TREATMENT_FORMULAS } from "@/core/ground/sums/treatmentFormulas";
import { stated, sumOf } from "@/core/ground/sums/working";
import { isDone } from "@/core/job/history";
import { fastnessSetting } from "@/core/judgement/treatment/cloth/ruleFacts";
import { handsOnMinutes, paceOn } from "@/core/judgement/treatment/step/minutes";
import { STAGE } from "./stages";
import type { ZoneWork } from "./zoneWork";

/** Puts in front what the wet steps asked for: a look, and the proof of every agent nobody has proved. */
export function addProofs(work: ZoneWork) {
  if (work.checkFirst && !isDone(work.context.history, "check-first", work.view.id)) lookFirst(work, work.checkFirst);
  if (work.proves.size === 0) return;
  const fields = proofOf([...work.proves]);
  work.add(STAGE.fastness, "fastness", fastnessSetting(fields.proves, work.view), {
    ...fields,
    areaM2: work.view.areaM2,
  });
}

function lookFirst(work: ZoneWork, asked: NonNullable<ZoneWork["checkFirst"]>) {
  const { areaM2, neighbours } = work.view;
  const { verdict } = asked;
  const met = verdict.met.filter(({ require }) => require === "check-first");
  work.add(
    STAGE.checkFirst,
    "check-first",
    "",
    {
      action: "check-first",
      required: true,
      tool: "hand",
      areaM2,
      minutes: handsOnMinutes(
        work.context.kit,
        "check-first",
        areaM2.value,
        1,
        paceOn(work.view, areaM2.value, "check-first"),
      ),
      title: "Look before you wet it",
      how: neighbours.includes("unlooked")
        ? "Find the care label: S or X means no water at all. Look and feel round and under for cables, sockets in " +
          "the floor, heating and sharps. Where there is something electric: say so, no liquid goes near it."
        : "Find the care label: S or X means no water at all. Look and feel behind and under for cables, airbag " +
          "labels, sensors, speakers and sharps. Orange cables or a battery: stop, no liquid here.",
      why: "Nobody has looked yet, and it decides what may go on.",
      check: "Label read, nothing electric in reach of the water.",
    },
    { ...asked, verdict: { ...verdict, requires: new Set(), met } },
  );
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
      ...sumOf(TREATMENT_FORMULAS, "treatment.minutesOfProof", {
        startMin: stated.table(start),
        agents: proves.length,
      }),
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
