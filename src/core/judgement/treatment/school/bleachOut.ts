import { layRinse } from "@/core/judgement/treatment/lay/rinse";
import { STAGE } from "@/core/judgement/treatment/lay/stages";
import type { ZoneWork } from "@/core/judgement/treatment/lay/zoneWork";
import { flushOut } from "./extraction";

const BASE = "bleach-out";
const RINSE_BASE = "bleach-rinse";
/** Without a machine so many rinses stand in for it. */
const RINSES = 3;
const WORDS = {
  title: "Rinse the bleach out and draw it off",
  why: "Chlorine bleach goes on eating dye and fibre, and meets whatever comes next. One wrung towel is no rinse.",
  check: "A damp strip on the cloth reads neutral and no chlorine is smelled; else once more.",
};

/** Chlorine bleach that the owner put on comes out before anything else wet. */
export function layBleachOut(work: ZoneWork) {
  const { job } = work.context;
  if (work.round > 0 || !job.account?.tried?.includes("bleach") || !work.todo(BASE)) return;
  const rinses = Array.from({ length: RINSES }, (_, rinse) => `${RINSE_BASE}-${rinse + 1}`);
  // Begun by towel it is ended by towel: the rinses that are left stay in the plan.
  const byTowel = rinses.some((base) => !work.todo(base));
  if (!byTowel && flushOut(work, BASE, STAGE.bleachOut, work.area, WORDS)) return;
  rinses.forEach((base, rinse) => {
    if (work.todo(base))
      layRinse(work, STAGE.bleachOut + rinse / 100, base, work.area, { required: true, words: WORDS });
  });
}
