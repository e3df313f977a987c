/** What the planner is asked beside the plan itself, in one piece. */
export { oneMark } from "@/core/answers/ask/oneMark";
export { saversOf } from "@/core/answers/ask/savers";
export { strokesOn } from "@/core/answers/ask/strokesTried";
export { whatIf } from "@/core/answers/ask/whatIf";
export { wholeJobBy } from "@/core/answers/ask/wholeJob";
