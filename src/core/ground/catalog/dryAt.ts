/** Whether what got wet was read dry; a forecast alone never makes it usable. */
/** A pin meter at or under this calls cloth dry, % of dry mass. Judgement. */
export const DRY_AT_PCT = 12;
