"use client";
import { useState } from "react";
import { MACHINE_FIELDS, machineOf, type MachineId, type MachineNumbers } from "@/core/ground/catalog/machines";
import type { Kit } from "@/core/job/schema";
import { withMachineValue } from "@/core/judgement/shelf/edits";
import { machineOn } from "@/core/judgement/shelf/shelf";
import { Act } from "@/ui/Act";
import { OwnValues } from "./OwnValues";
import { Switch, type Keep } from "./Switch";

type Field = keyof MachineNumbers;

export function MachineRow({
  id,
  kit,
  keep,
  onSwitch,
}: {
  id: MachineId;
  kit: Kit;
  keep: Keep;
  onSwitch: (here: boolean) => void;
}) {
  const [open, setOpen] = useState(false);
  const table = machineOf(id);
  const row = machineOn(kit, id);
  const fields = Object.fromEntries(
    Object.entries(MACHINE_FIELDS).filter(([field]) => table[field as Field] !== undefined),
  );
  return (
    <div className={row ? "shelf-row" : "shelf-row shelf-away"}>
      <Switch name={table.name} here={row !== undefined} onSwitch={onSwitch} />
      <span>
        <b>{table.name}</b> <span className="shelf-job soft">{table.job}</span>
      </span>
      <span className="shelf-left" />
      {row ? (
        <Act variant="link" aria-expanded={open} aria-label={`Numbers of ${table.name}`} onAct={() => setOpen(!open)}>
          {open ? "Close" : "Numbers"}
        </Act>
      ) : (
        <span />
      )}
      {open && row && (
        <OwnValues<Field>
          of={table.name}
          fields={fields}
          valueOf={(field) => row[field]}
          tableOf={(field) => table[field]}
          isOwn={(field) => kit.machines[id]?.[field] !== undefined}
          onChange={(field, value) =>
            void keep(
              withMachineValue(kit, id, field, value),
              `${table.name}: ${MACHINE_FIELDS[field].name.toLowerCase()} ${value === undefined ? "is the usual again" : "is yours"}.`,
            )
          }
        />
      )}
    </div>
  );
}
