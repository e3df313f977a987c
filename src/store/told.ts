/** Which dwells somebody was told of when they began to dry out; kept over a reload, for every tab. */

const KEY = "weary-bristle-told";
/** Of the last ones. */
const MOST = 200;
/** Where the browser keeps nothing, what this tab told still counts. */
let here: string[] = [];

function kept(): string[] {
  try {
    const ids = JSON.parse(localStorage.getItem(KEY) ?? "[]") as unknown;
    return Array.isArray(ids) ? ids.filter((id): id is string => typeof id === "string") : [];
  } catch {
    return [];
  }
}

export const wasToldOf = (waitId: string): boolean => here.includes(waitId) || kept().includes(waitId);

export function rememberTold(waitId: string) {
  here = [...new Set([...kept(), ...here, waitId])].slice(-MOST);
  try {
    localStorage.setItem(KEY, JSON.stringify(here));
  } catch {
    // Then it is asked sooner after a reload.
  }
}
