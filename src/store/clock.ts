/**
 * The clock of this program. While a tab lives it only goes forward: the device's clock may be set back or ahead, and sleep.
 * What guards a person is timed apart, by time that was seen to pass: a jump of the device's clock counts for nothing there.
 * What was seen is kept, so that a reload neither starts such a wait anew nor ends it.
 */

const KEY = "weary-bristle-clock";
/** A clock that is put right over the network moves by less, ms. Judgement. */
const JUMP_MS = 10_000;
/** A tab that was closed for longer may have been away, or its clock was set ahead: neither was seen, ms. Judgement. */
const FAR_MS = 12 * 3_600_000;
/** How often what was seen is kept while something runs, ms. */
const KEEP_EVERY_MS = 5000;

type ClockNews = { kind: "back" | "ahead"; byMs: number };

interface Kept {
  wallMs: number;
  appMs: number;
  running: boolean;
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
    } = JSON.parse(localStorage.getItem(KEY) ?? "null") as Kept;
    return [wall, app].every(Number.isFinite)
      ? { wallMs: wall, appMs: app, running: was, seen: { ...all } }
      : undefined;
  } catch {
    return undefined;
  }
}

function keep() {
  keptAtMs = steadyMs;
  try {
    localStorage.setItem(KEY, JSON.stringify({ wallMs, appMs, running, seen } satisfies Kept));
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
if (typeof localStorage !== "undefined") begin();

/** Looks at the device's clocks and goes on. */
function tick() {
  const [wall, now] = [Date.now(), steady()];
  const passedMs = Math.max(0, now - steadyMs);
  const jumpMs = wall - wallMs - passedMs;
  wallMs = wall;
  steadyMs = now;
  if (Math.abs(jumpMs) <= JUMP_MS) appMs = running && appMs > wall + JUMP_MS ? appMs + passedMs : Math.max(appMs, wall);
  else {
    // Set back: what passed is known. Ahead, or the device slept: things dried meanwhile, but nobody saw it.
    appMs = jumpMs < 0 ? appMs + passedMs : Math.max(appMs + passedMs, wall);
    // A device that slept is nothing to speak of, unless somebody is kept from going in.
    if (running && (jumpMs < 0 || watched.length > 0))
      say({ kind: jumpMs < 0 ? "back" : "ahead", byMs: Math.abs(jumpMs) });
  }
  // Where nothing runs there is nothing to hold on to: the device's clock is believed again.
  if (!running) appMs = wall;
  for (const { id } of watched) seen[id] = (seen[id] ?? 0) + passedMs;
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

/** Keeps what was seen when the page goes. */
export function keepOnLeaving(): () => void {
  const leave = () => {
    tick();
    if (running) keep();
  };
  addEventListener("pagehide", leave);
  return () => removeEventListener("pagehide", leave);
}
