"use client";
import { useState } from "react";
import { AGENT_FIELDS, AGENT_FORMS, agentOf, type AgentId, type OwnAgentField } from "@/core/ground/catalog/agents";
import { hazardOf } from "@/core/ground/catalog/hazards";
import type { ValueField } from "@/core/ground/catalog/valueField";
import { partsWater } from "@/core/ground/quantity/ratio";
import type { Kit } from "@/core/job/schema";
import { MARK_WORDS } from "@/core/ground/quantity/provenance";
import { formatNumber } from "@/core/ground/quantity/format";
import { entered } from "@/core/ground/sums/working";
import { tableValue, withAgentValue } from "@/core/judgement/shelf/edits";
import { ownsAgent } from "@/core/judgement/shelf/shelf";
import { agentOn } from "@/core/job/ownAgent";
import { ownAgentProblems } from "@/core/job/ownAgent";
import { Act } from "@/ui/Act";
import { Num } from "@/ui/Num";
import { OwnValues } from "./OwnValues";
import { Switch, type Keep } from "./Switch";

interface RowProps {
  id: AgentId;
  kit: Kit;
  keep: Keep;
  onSwitch: (here: boolean) => void;
}

export function AgentRow({ id, kit, keep, onSwitch }: RowProps) {
  const [open, setOpen] = useState(false);
  const row = agentOn(kit, id);
  const left = kit.labels?.[id]?.leftMl;
  const here = ownsAgent(kit, id);
  return (
    <div className={here ? "shelf-row" : "shelf-row shelf-away"}>
      <Switch name={agentOf(id).name} here={here} onSwitch={onSwitch} />
      <span>
        <b>{row.name}</b>{" "}
        <span className="soft text-nowrap">
          {row.reading ? `${formatNumber(partsWater(row.reading))} water to 1` : AGENT_FORMS[row.form].toLowerCase()}
        </span>
        <span className="shelf-job soft">{row.job}</span>
      </span>
      <span className="shelf-left">
        {left === undefined ? (
          ""
        ) : (
          <>
            <Num of={entered("left", left, "mL")} testId={`left-${id}`} /> left
          </>
        )}
      </span>
      <Act
        variant="link"
        aria-expanded={open}
        aria-label={`Numbers of ${agentOf(id).name}`}
        onAct={() => setOpen(!open)}
      >
        {open ? "Close" : "Numbers"}
      </Act>
      {open && <AgentValues id={id} kit={kit} keep={keep} />}
    </div>
  );
}

/** What is asked of a kind: a ready-made agent has no mix, a solid no parts. */
const fieldsOf = (id: AgentId): Partial<Record<OwnAgentField, ValueField>> =>
  Object.fromEntries(
    Object.entries(AGENT_FIELDS).filter(
      ([field]) => agentOf(id).reading !== undefined || (field !== "partsWater" && field !== "weakestPartsWater"),
    ),
  );

function AgentValues({ id, kit, keep }: Omit<RowProps, "onSwitch">) {
  const own = kit.labels?.[id];
  const table = agentOf(id);
  const change = (field: OwnAgentField | "name", value: number | string | undefined, words: string) =>
    void keep(withAgentValue(kit, id, field, value), words);
  return (
    <OwnValues
      of={table.name}
      fields={fieldsOf(id)}
      valueOf={(field) => own?.[field] ?? tableValue(id, field)}
      tableOf={(field) => tableValue(id, field)}
      isOwn={(field) => own?.[field] !== undefined}
      onChange={(field, value) =>
        change(
          field,
          value,
          `${table.name}: ${AGENT_FIELDS[field].name.toLowerCase()} ${value === undefined ? "is the usual again" : "is yours"}.`,
        )
      }
      wrong={(field, value) => {
        const [problem] = ownAgentProblems(id, withAgentValue(kit, id, field, value).labels?.[id] ?? {});
        return problem && `Not kept: ${problem}.`;
      }}
      first={[
        {
          kind: "text",
          name: "name",
          label: "What your bottle is called",
          most: 60,
          value: own?.name ?? table.name,
          keep: (name) =>
            change("name", name.trim() || undefined, `${table.name} is called ${name.trim() || table.name}.`),
        },
      ]}
    >
      {table.caution && (
        <p>
          <b>{table.caution}</b>
        </p>
      )}
      <p className="soft">
        {table.hazards.map((hazard) => hazardOf(hazard).hazard).join(" ") || "No hazard statement on the usual label."}{" "}
        {MARK_WORDS[table.mark]}.
      </p>
    </OwnValues>
  );
}
