import { TRIED_IDS, triedOf, USERS, userOf, type TriedId } from "@/core/ground/catalog/ownersAccount";
import type { AgentGroup } from "@/core/ground/catalog/agents";
import { HYPOTHESES, type FamilyId } from "@/core/ground/catalog/families";
import { roleOf, type RoleId } from "@/core/ground/catalog/roles";
import { findingsOn } from "@/core/job/findingKinds";
import type { Account, Job, Kit } from "@/core/job/schema";
import type { Background, Hint } from "./diagnose";
import { tablesFor, tablesWith } from "./tables";

/** What the drawing and the owner's account say of a mark before anyone looks at it. */
export function backgroundOf(account: Account | undefined, role: RoleId, kit: Kit): Background {
  const { place } = roleOf(role);
  const hints: Hint[] = [];
  if (place) hints.push({ test: "place", outcomes: [place], from: "from the drawing" });
  if (account?.spilled?.length)
    hints.push({
      test: "owner",
      outcomes: [...account.spilled.filter((what) => what !== "unknown"), "unknown"],
      from: "from the owner's account, which may be of another mark",
    });
  if (account?.when) hints.push({ test: "age", outcomes: [account.when], from: "from the owner's account" });
  return { tables: tablesFor(kit), hints, shifts: shiftsOf(account) };
}

/** How much more often each family is met with those who use it. */
function shiftsOf(account: Account | undefined): Background["shifts"] {
  const shifts: Partial<Record<FamilyId, number>> = {};
  for (const user of account?.users ?? [])
    for (const [family, times] of Object.entries(userOf(user).shifts) as [FamilyId, number][])
      shifts[family] = (shifts[family] ?? 1) * times;
  return shifts;
}

/** Only one thing it can be: what was seen and named, such as visible mould. */
export const certainly = (family: FamilyId): Background => ({
  tables: tablesWith(undefined),
  hints: [],
  shifts: Object.fromEntries(HYPOTHESES.map((id) => [id, id === family ? 1 : 0])),
});

/** Something tried on cloth, and whether it may not have evaporated yet. */
interface TriedThing {
  what: TriedId;
  fresh: boolean;
}

/** What the owner says was tried, wherever it was; nobody asked counts as the worst of it. */
function triedByAccount(account: Account | undefined): TriedThing[] {
  const fresh = account?.when === undefined || account.when === "fresh" || account.when === "unknown";
  return (account?.tried ?? ["unknown" as const]).map((what) => ({ what, fresh }));
}

/** What was tried on a zone: where it was said of each of its marks, that; else what the account says. */
export function triedOn(job: Pick<Job, "account" | "findings">, zoneId: string): TriedThing[] {
  const { account } = job;
  const marks = findingsOn(job, zoneId).flatMap(({ finding }) => (finding.kind === "mark" ? [finding] : []));
  const said = marks.flatMap(({ tried = [] }) =>
    tried.map(({ what, when }) => ({ what, fresh: when === undefined || when === "today" })),
  );
  const ofAll = marks.length > 0 && marks.every(({ tried }) => tried !== undefined);
  return ofAll ? said : [...said, ...triedByAccount(account)];
}

/** What may still lie in the cloth from what was tried. */
const leftBy = (tried: readonly TriedThing[]): AgentGroup[] => [
  ...new Set(
    TRIED_IDS.flatMap((id) => {
      const { groups, fleeting } = triedOf(id);
      return tried.some(({ what, fresh }) => what === id && (!fleeting || fresh)) ? groups : [];
    }),
  ),
];
export const leftByOwner = (account: Account | undefined): AgentGroup[] => leftBy(triedByAccount(account));
export const leftOn = (job: Pick<Job, "account" | "findings">, zoneId: string): AgentGroup[] =>
  leftBy(triedOn(job, zoneId));

/** Somebody there is harmed by mould sooner than others; undefined while nobody asked. */
export function someoneAtRisk(account: Account | undefined): boolean | undefined {
  if (account?.users?.some((user) => userOf(user).atRisk) || account?.allergies?.includes("asthma")) return true;
  return account?.users && account.allergies ? false : undefined;
}

/** Sewage or flood water was there: nothing of the job is cleaned, whatever is said of a single mark. */
export const hadSewage = (account: Account | undefined): boolean => account?.spilled?.includes("sewage") ?? false;

const TRIED_UNKNOWN =
  "Nobody asked what was tried on it: planned as if bleach, acid or peroxide were in it, so it is rinsed first.";
const MATTERS_WORDS: Partial<Record<NonNullable<Account["matters"]>, string>> = {
  gentle: "The cloth kept safe matters most: no peroxide, nothing harder than a soft brush.",
  speed: "Quick return matters most: the way that leaves the least water is taken where it does.",
  smell: "The smell matters most: find its source before the marks.",
};

/** What is left of what the owner tried. */
function triedWords(account: Account | undefined): string[] {
  if (account?.tried === undefined) return [TRIED_UNKNOWN];
  const names = account.tried.map((id) => triedOf(id).name.toLowerCase()).join(", ");
  return [
    ...(leftByOwner(account).length > 0
      ? [`It may still hold ${names}: rinsed before anything that must not meet it.`]
      : []),
    ...(account.tried.includes("heat")
      ? ["Hot water or steam was tried: protein or dye may be set, tell the owner before you begin."]
      : []),
  ];
}

/** What the people who use it change. */
function usersWords(account: Account | undefined): string[] {
  const shifting = (account?.users ?? []).filter((user) => Object.keys(userOf(user).shifts).length > 0);
  const allergies = account?.allergies ?? [];
  return [
    ...shifting.map((user) => `${USERS[user].name}: some marks and smells are met more often, so they start ahead.`),
    ...(someoneAtRisk(account) ? ["Someone there is harmed by mould sooner: it is referred, whatever its size."] : []),
    ...(allergies.includes("enzymes") || allergies.includes("asthma") ? ["No enzyme is used."] : []),
    ...(allergies.includes("fragrance") ? ["Perfume: unscented agents only, and a rinse last."] : []),
    ...(allergies.includes("latex") ? ["Latex: nitrile gloves only, on everyone."] : []),
  ];
}

/** What follows from the account, in words: limits and conditions, not notes only. */
export function accountWords(account: Account | undefined): string[] {
  const matters = account?.matters && MATTERS_WORDS[account.matters];
  return [
    ...(hadSewage(account)
      ? ["Sewage or flood water was there: nothing is cleaned here, it is referred to licensed remediation."]
      : []),
    ...triedWords(account),
    ...usersWords(account),
    ...(matters ? [matters] : []),
    ...(account?.liftSeats === true
      ? []
      : ["Lifting seats out was not agreed: under them only by towel, seats moved fully forward, then fully back."]),
  ];
}
