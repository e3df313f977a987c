export const SCHOOL_IDS = ["low-moisture", "extraction", "steam"] as const;
export type School = (typeof SCHOOL_IDS)[number];
