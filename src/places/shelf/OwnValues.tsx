"use client";
import type { ReactNode } from "react";
import type { ValueField } from "@/core/ground/catalog/valueField";
import { Act } from "@/ui/Act";
import { KeptForm, type Row } from "@/ui/formLater";

/** Own numbers of one row; what differs from the table can go back to it. */
export function OwnValues<F extends string>({
  of,
  fields,
  valueOf,
  tableOf,
  isOwn,
  onChange,
  wrong,
  first = [],
  children,
}: {
  of: string;
  fields: Partial<Record<F, ValueField>>;
  valueOf: (field: F) => number | undefined;
  tableOf: (field: F) => number | undefined;
  isOwn: (field: F) => boolean;
  onChange: (field: F, value: number | undefined) => void;
  /** Why a number does not go with the others. */
  wrong?: (field: F, value: number) => string | undefined;
  /** Fields that stand before the numbers. */
  first?: readonly Row[];
  children?: ReactNode;
}) {
  return (
    <div className="own-values" role="group" aria-label={`Numbers of ${of}`}>
      <KeptForm
        rows={[
          ...first,
          ...(Object.entries(fields) as [F, ValueField][]).map(([field, { name, ...rule }]): Row => ({
            kind: "number",
            name: field,
            label: name,
            ...rule,
            value: valueOf(field),
            keep: (value) => onChange(field, value),
            wrong: wrong && ((value) => wrong(field, value)),
            under: isOwn(field) && tableOf(field) !== undefined && (
              <Act variant="link" className="btn-flush" onAct={() => onChange(field, undefined)}>
                Back to the usual
              </Act>
            ),
          })),
        ]}
      />
      {children}
    </div>
  );
}
