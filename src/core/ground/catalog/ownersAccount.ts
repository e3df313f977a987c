import type { Sourced } from "@/core/ground/quantity/provenance";
import type { AgentGroup } from "./agents";
import type { FamilyId } from "./families";

/** What the owner can say, and what follows from it. */

interface Tried extends Sourced {
  name: string;
  /** What may still lie in the cloth. */
  groups: readonly AgentGroup[];
  /** It evaporates: only counts while it is fresh. */
  fleeting?: true;
}

export const TRIED = {
  soap: { name: "Dish soap or shampoo", groups: ["sudsing"], mark: "practice" },
  laundry: { name: "Laundry detergent", groups: ["sudsing", "alkali", "enzyme"], mark: "practice" },
  vinegar: { name: "Vinegar or lemon", groups: ["acid"], mark: "practice" },
  soda: { name: "Soda or oven cleaner", groups: ["alkali"], mark: "practice" },
  bleach: { name: "Chlorine bleach", groups: ["chlorine"], mark: "practice" },
  ammonia: { name: "Ammonia or glass cleaner", groups: ["ammonia", "alkali"], mark: "practice" },
  oxygen: { name: "Oxygen powder or peroxide", groups: ["oxidiser"], mark: "practice" },
  enzyme: { name: "Enzyme spray", groups: ["enzyme"], mark: "practice" },
  disinfectant: { name: "Disinfectant", groups: ["disinfectant"], mark: "practice" },
  spirit: { name: "Spirit or stain remover", groups: ["solvent", "alcohol"], fleeting: true, mark: "practice" },
  heat: { name: "Hot water or steam", groups: [], mark: "practice" },
  unknown: {
    name: "Something, nobody knows what",
    groups: ["chlorine", "acid", "alkali", "ammonia", "oxidiser", "disinfectant"],
    mark: "judgement",
  },
} as const satisfies Record<string, Tried>;

export type TriedId = keyof typeof TRIED;
export const TRIED_IDS = Object.keys(TRIED) as [TriedId, ...TriedId[]];
/** What may be left in the cloth by something that was tried. @example triedOf("bleach").groups // ["chlorine"] */
export const triedOf = (id: TriedId): Tried => TRIED[id];

interface User extends Sourced {
  name: string;
  /** How much more often a family is met where they live; relative weight. */
  shifts: Partial<Record<FamilyId, number>>;
  /** Mould goes to someone licensed sooner. */
  atRisk?: true;
}

export const USERS = {
  children: {
    name: "Children",
    shifts: { "sugar-starch": 1.6, urine: 1.5, protein: 1.3, ink: 1.6, mixture: 1.4 },
    atRisk: true,
    mark: "judgement",
  },
  animals: { name: "Animals", shifts: { urine: 3, protein: 1.5, particulate: 1.3 }, mark: "judgement" },
  smokers: { name: "Smokers", shifts: { "smoke-film": 6, damage: 1.5 }, mark: "judgement" },
  frail: { name: "Old, ill or pregnant", shifts: {}, atRisk: true, mark: "judgement" },
} as const satisfies Record<string, User>;

type UserId = keyof typeof USERS;
export const USER_IDS = Object.keys(USERS) as [UserId, ...UserId[]];
/** A kind of user's row with its optional columns in view. @example userOf("children").name // "Children" */
export const userOf = (id: UserId): User => USERS[id];

export const ALLERGIES = { asthma: "Asthma", enzymes: "Enzymes", fragrance: "Perfume", latex: "Latex" } as const;
export type AllergyId = keyof typeof ALLERGIES;
export const ALLERGY_IDS = Object.keys(ALLERGIES) as [AllergyId, ...AllergyId[]];

export const MATTERS = {
  stain: "The marks gone",
  smell: "The smell gone",
  speed: "Quick return",
  gentle: "The cloth kept safe",
} as const;

export type MatterId = keyof typeof MATTERS;
export const MATTER_IDS = Object.keys(MATTERS) as [MatterId, ...MatterId[]];
