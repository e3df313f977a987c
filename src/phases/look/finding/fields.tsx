"use client";
import type { ReactNode } from "react";
import type { FindingKindId } from "@/core/job/findingKinds";
import type { Finding } from "@/core/job/schema";
import { DamageFields } from "./DamageFields";
import { HairFields } from "./HairFields";
import { MarkFields } from "./MarkFields";
import { MouldFields } from "./MouldFields";
import { OdourFields } from "./OdourFields";

/** What is asked of each kind of finding. */
const FIELDS: { [K in FindingKindId]: (finding: Extract<Finding, { kind: K }>) => ReactNode } = {
  mark: (finding) => <MarkFields finding={finding} />,
  damage: (finding) => <DamageFields finding={finding} />,
  mould: (finding) => <MouldFields finding={finding} />,
  hair: (finding) => <HairFields finding={finding} />,
  odour: (finding) => <OdourFields finding={finding} />,
};

export const fieldsOf = (finding: Finding): ReactNode => (FIELDS[finding.kind] as (it: Finding) => ReactNode)(finding);
