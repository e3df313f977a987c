import type { Job } from "@/core/job/schema";

/** What stood by while things dried. */
export const DRIED_BY = {
  dehumidifier: "With the dehumidifier",
  heater: "With the heater",
  air: "In air alone",
} as const;

export type DriedBy = keyof typeof DRIED_BY;
export const driedBy = ({ dehumidifier, heater }: Job["site"]): DriedBy =>
  dehumidifier ? "dehumidifier" : heater ? "heater" : "air";
