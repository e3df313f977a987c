"use client";
import type { ReactNode } from "react";
import type { ValueField } from "@/core/ground/catalog/valueField";
import { Act } from "@/ui/Act";
import { NumberField } from "@/ui/NumberField";

/** Own numbers of one row; what differs from the table can go back to it. */
export function OwnValues<F extends string>({
  of,
  fields,
  valueOf,
  tableOf,
  isOwn,
  onChange,
  children,
}: {
  of: string;
  fields: Partial<Record<F, ValueField>>;
  valueOf: (field: F) => number | undefined;
  tableOf: (field: F) => number | undefined;
  isOwn: (field: F) => boolean;
  onChange: (field: F, value: number | undefined) => void;
  children?: ReactNode;
}) {
  return (
    <div className="own-values" role="group" aria-label={`Numbers of ${of}`}>
      {children}
      <div className="fields">
        {(Object.entries(fields) as [F, ValueField][]).map(([field, { name, min, max, unit, decimals }]) => (
          <div key={field}>
            <NumberField
              label={name}
              unit={unit}
              min={min}
              max={max}
              decimals={decimals}
              value={valueOf(field)}
              onChange={(value) => onChange(field, value)}
            />
            {isOwn(field) && tableOf(field) !== undefined && (
              <Act variant="link" className="p-0" onAct={() => onChange(field, undefined)}>
                Back to the usual
              </Act>
            )}
          </div>
        ))}
      </div>
    </div>
  );
}
