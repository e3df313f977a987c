// Runs a command and ends it when it hangs. That is told by what it does, never by the clock: a busy machine is slow,
// what hangs does nothing, or does it for ever without a word.
import { spawn } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { root } from "./setup.mjs";

const BEAT_S = 5;
/** Without a word: so long with next to no work, so long with what waiting for something takes, so much work. */
const IDLE = { forS: 300, share: 0.005 };
const WAITING = { forS: 1200, share: 0.1 };
const MOST_WORK_S = 3600;

/**
 * What is wrong with a command that said nothing for so long.
 * @param {number} silentS seconds of beats since its last word
 * @param {number} workS processor seconds since then, with all that it started
 * @returns {string | undefined}
 * @example hangs(400, 0.1) // "It did nothing for 400 s."
 */
export function hangs(silentS, workS) {
  if (silentS >= IDLE.forS && workS < IDLE.share * silentS) return `It did nothing for ${silentS} s.`;
  if (silentS >= WAITING.forS && workS < WAITING.share * silentS) return `It only waited for ${silentS} s.`;
  if (workS > MOST_WORK_S) return `It worked for ${Math.round(workS)} s without a word.`;
  return undefined;
}

const TICKS_A_SECOND = 100;

/** Processor seconds of a process and all that it started; undefined where the system does not tell. */
function workOf(pid) {
  try {
    const stats = readdirSync("/proc")
      .filter((name) => /^\d+$/.test(name))
      .flatMap((name) => statOf(name) ?? []);
    const family = new Set([pid]);
    for (let before = 0; before < family.size;) {
      before = family.size;
      for (const { id, parent } of stats) if (family.has(parent)) family.add(id);
    }
    return stats.filter(({ id }) => family.has(id)).reduce((sum, { ticks }) => sum + ticks, 0) / TICKS_A_SECOND;
  } catch {
    return undefined;
  }
}

/** Time in use, its own and that of children that have ended, from /proc/PID/stat (proc(5)). */
function statOf(name) {
  try {
    const text = readFileSync(`/proc/${name}/stat`, "utf8");
    const fields = text
      .slice(text.lastIndexOf(")") + 2)
      .split(" ")
      .map(Number);
    return { id: Number(name), parent: fields[1], ticks: fields[11] + fields[12] + fields[13] + fields[14] };
  } catch {
    // It has ended meanwhile.
    return undefined;
  }
}

/**
 * @returns {Promise<{ code: number, hung?: string }>} its exit code, and why it was ended where it hung
 */
export function runWatched(command, args, options = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: root, stdio: ["inherit", "pipe", "pipe"], ...options });
    let silentS = 0;
    let workThen = workOf(child.pid) ?? 0;
    let hung;
    const heard = (stream) => (words) => {
      stream.write(words);
      silentS = 0;
      workThen = workOf(child.pid) ?? 0;
    };
    child.stdout.on("data", heard(process.stdout));
    child.stderr.on("data", heard(process.stderr));
    const beat = setInterval(() => {
      silentS += BEAT_S;
      const work = workOf(child.pid);
      // Children that ended without being waited for take their time with them.
      if (work === undefined || hung) return;
      workThen = Math.min(workThen, work);
      hung = hangs(silentS, work - workThen);
      if (!hung) return;
      // First asked: then it still writes what it has found.
      child.kill("SIGINT");
      setTimeout(() => child.kill("SIGKILL"), 60_000).unref();
    }, BEAT_S * 1000);
    const over = (code) => {
      clearInterval(beat);
      done({ code: code ?? 1, ...(hung ? { hung } : {}) });
    };
    child.on("close", over);
    child.on("error", () => over(1));
  });
}
