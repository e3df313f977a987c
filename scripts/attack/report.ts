/** What an attack came to, line by line. */
export interface Line {
  what: string;
  passed: boolean;
  figure: string;
}

const lines: Line[] = [];

/** Notes one check and says it at once. */
export function check(what: string, passed: boolean, figure: string | number = "") {
  lines.push({ what, passed, figure: String(figure) });
  console.log(`${passed ? "held  " : "BROKE "} ${what}${figure === "" ? "" : `: ${figure}`}`);
}

/** The table, and the one line at the end. @returns the exit code */
export function ended(): number {
  console.log("\n| attack | held | figure |\n| --- | --- | --- |");
  for (const { what, passed, figure } of lines) console.log(`| ${what} | ${passed ? "yes" : "**no**"} | ${figure} |`);
  const failed = lines.filter(({ passed }) => !passed).length;
  console.log(`\n${lines.length - failed} passed, ${failed} failed`);
  return failed === 0 ? 0 : 1;
}

/** A generator of the same numbers every time (mulberry32). */
export function seeded(seed: number): () => number {
  return () => {
    seed = (seed + 0x6d2b79f5) | 0;
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
