/**
 * The clock of this program. While a tab lives it only goes forward: the device's clock may be set back or ahead, and sleep.
 * What guards a person is timed apart, by time that was seen to pass: a jump of the device's clock counts for nothing there.
 * What was seen is kept, so that a reload neither starts such a wait anew nor ends it.
 * A jump ahead that is taken back was a wrong clock: what was stamped meanwhile is put right by as much.
 */

const KEY = "weary-bristle-clock";
/** A clock that is put right over the network moves by less, ms. Judgement. */
const JUMP_MS = 10_000;
/** A tab that was closed for longer may have been away, or its clock was set ahead: neither was seen, ms. Judgement. */
const FAR_MS = 12 * 3_600_000;
/** A clock that comes back to within this of where it would be was wrong meanwhile, ms. Judgement. */
const BACK_WITHIN_MS = 120_000;
/** So many jumps ahead are remembered: most are sleep, and one of them may turn out to have been a wrong clock. */
const MOST_JUMPS = 8;
/** How often what was seen is kept while something runs, ms. */
const KEEP_EVERY_MS = 5000;

type ClockNews = { kind: "back" | "ahead"; byMs: number };

/** Stamps from `fromMs` on are too late by `byMs`: the clock was wrong when they were made. */
export interface WrongStamps {
  fromMs: number;
  byMs: number;
}

interface Kept {
  wallMs: number;
  appMs: number;
  running: boolean;
  /** Jumps ahead, the last ones: whether the clock was right to, only its coming back tells. */
  jumps?: WrongStamps[];
  /** By the event a guarding wait runs from: ms that were seen to pass. */
  seen: Record<string, number>;
}

interface Watch {
  id: string;
  fromMs: number;
}

let wallMs = Date.now();
let steadyMs = steady();
let appMs = wallMs;
let running = false;
let seen: Record<string, number> = {};
let watched: readonly Watch[] = [];
let keptAtMs = 0;
let jumps: WrongStamps[] = [];
let corrected: WrongStamps[] = [];
let correct: ((wrong: WrongStamps) => void) | undefined;
let told: ClockNews[] = [];
let tell: ((news: ClockNews) => void) | undefined;

function steady(): number {
  return performance.now();
}

/** What was seen by other tabs or before a reload, ms; nothing where the browser keeps nothing. */
function kept(): Kept | undefined {
  try {
    const {
      wallMs: wall,
      appMs: app,
      running: was,
      seen: all,
      jumps: before = [],
    } = JSON.parse(localStorage.getItem(KEY) ?? "null") as Kept;
    return [wall, app].every(Number.isFinite)
      ? { wallMs: wall, appMs: app, running: was, seen: { ...all }, jumps: before.filter(isJump) }
      : undefined;
  } catch {
    return undefined;
  }
}

const isJump = (jump: WrongStamps | null) => Number.isFinite(jump?.fromMs) && Number.isFinite(jump?.byMs);

function keep() {
  keptAtMs = steadyMs;
  try {
    localStorage.setItem(KEY, JSON.stringify({ wallMs, appMs, running, seen, jumps } satisfies Kept));
  } catch {
    // Without it a reload starts the waits that guard anew, which is the safe side.
  }
}

const say = (news: ClockNews) => (tell ? tell(news) : told.push(news));

function begin() {
  const before = kept();
  if (!before) return;
  const gapMs = wallMs - before.wallMs;
  seen = before.seen;
  jumps = before.jumps ?? [];
  // Set right while no tab was open: most of a jump is taken back, and the rest of it has passed meanwhile.
  const wrong = jumps.findLast(({ byMs }) => gapMs < -byMs / 2 && gapMs > -byMs - BACK_WITHIN_MS);
  if (wrong) {
    running = before.running;
    return putRight(wrong, wrong.byMs);
  }
  if (!before.running) return;
  running = true;
  const behindMs = before.appMs - wallMs;
  if (behindMs > JUMP_MS) {
    // Times go on from the last one that was seen.
    appMs = before.appMs;
    say({ kind: "back", byMs: behindMs });
  }
  if (gapMs > FAR_MS) {
    if (Object.keys(seen).length > 0) say({ kind: "ahead", byMs: gapMs });
  } else for (const id of Object.keys(seen)) seen[id]! += Math.max(0, gapMs);
}
begin();

/** What was stamped since the jump is too late by as much. */
function putRight(jump: WrongStamps, byMs: number) {
  const wrong = { fromMs: jump.fromMs, byMs };
  jumps = jumps.filter((each) => each.fromMs < jump.fromMs);
  appMs = wallMs;
  keep();
  if (correct) correct(wrong);
  else corrected.push(wrong);
}

/** The time while something runs: forward only, whatever the device's clock was set to. @returns ms since 1970 */
function heldTo(wall: number, passedMs: number, jumpMs: number): number {
  if (Math.abs(jumpMs) <= JUMP_MS) return appMs > wall + JUMP_MS ? appMs + passedMs : Math.max(appMs, wall);
  // A device that slept is nothing to speak of, unless somebody is kept from going in.
  if (jumpMs < 0 || watched.length > 0) say({ kind: jumpMs < 0 ? "back" : "ahead", byMs: Math.abs(jumpMs) });
  // Set back: what passed is known. Ahead, or the device slept: things dried meanwhile, but nobody saw it.
  return jumpMs < 0 ? appMs + passedMs : Math.max(appMs + passedMs, wall);
}

/** Looks at the device's clocks and goes on. */
function tick() {
  const [wall, now] = [Date.now(), steady()];
  const passedMs = Math.max(0, now - steadyMs);
  const jumpMs = wall - wallMs - passedMs;
  wallMs = wall;
  steadyMs = now;
  for (const { id } of watched) seen[id] = (seen[id] ?? 0) + passedMs;
  const wrong = jumpMs < -JUMP_MS && jumps.findLast(({ byMs }) => Math.abs(jumpMs + byMs) <= BACK_WITHIN_MS);
  if (wrong) return putRight(wrong, -jumpMs);
  if (jumpMs > JUMP_MS) {
    jumps = [...jumps, { fromMs: wall, byMs: jumpMs }].slice(-MOST_JUMPS);
    keep();
  }
  // Where nothing runs there is nothing to hold on to: the device's clock is believed at once.
  appMs = running ? heldTo(wall, passedMs, jumpMs) : wall;
  if (running && steadyMs - keptAtMs > KEEP_EVERY_MS) keep();
}

/** Now, ms since 1970. */
export function nowMs(): number {
  tick();
  return appMs;
}

/** Now, as events are stamped. */
export const nowIso = (): string => new Date(nowMs()).toISOString();

/**
 * Says what runs.
 * @param guards waits that guard a person, by the event each runs from
 * @param any something runs, whatever it is
 */
export function watchClock(guards: readonly Watch[], any: boolean) {
  tick();
  const others = kept()?.seen ?? {};
  // A wait that is new here is as old as its time says, and never younger than nothing.
  seen = Object.fromEntries(
    guards.map(({ id, fromMs }) => [
      id,
      Math.max(seen[id] ?? others[id] ?? Math.max(0, appMs - fromMs), others[id] ?? 0),
    ]),
  );
  watched = guards;
  const ends = running && !any;
  running = any;
  if (any || ends) keep();
}

/** Time of a guarding wait that was seen to pass, ms; by the clock alone where it is not watched yet. */
export const seenMs = (eventId: string, fromMs: number): number => {
  const now = nowMs();
  return seen[eventId] ?? Math.max(0, now - fromMs);
};

/** The same, of an event by its ISO time. */
export const seenSince = (eventId: string, at: string): number => seenMs(eventId, Date.parse(at));

/** Who is told when the device's clock was found to be set back or ahead while something runs. */
export function onClockNews(listener: (news: ClockNews) => void) {
  tell = listener;
  told.splice(0).forEach(listener);
  told = [];
}

/** Who puts stamps right when the clock was. */
export function onWrongStamps(listener: (wrong: WrongStamps) => void) {
  correct = listener;
  corrected.splice(0).forEach(listener);
  corrected = [];
}

/** Keeps what was seen when the page goes. */
export function keepOnLeaving(): () => void {
  const leave = () => {
    tick();
    if (running || jumps.length > 0) keep();
  };
  addEventListener("pagehide", leave);
  return () => removeEventListener("pagehide", leave);
}
