import type { AgentId } from "./agents";
import type { FamilyId } from "./families";
import type { ToolId } from "./tools";

/** One rung: what is done to the mark before it is judged dry. */
export interface Rung {
  does: readonly (RungAgent | { action: "scrape" } | { action: "steam" })[];
  why: string;
}

interface RungAgent {
  action: "agent";
  agent: AgentId;
  tool: ToolId;
  /** What was wanted, where the shelf lacks it. */
  insteadOf?: AgentId;
}

const put = (agent: AgentId, tool: ToolId = "tamp"): RungAgent => ({ action: "agent", agent, tool });
const dampFirst = put("water", "towel");

/** From least to most aggressive, by family; judgement. The dry lift and the closing rinse are added by the planner. */
export const LADDERS: Record<FamilyId, readonly Rung[]> = {
  particulate: [
    {
      does: [put("neutral-cleaner", "medium-brush")],
      why: "Grit that the vacuum left floats off in a neutral cleaner.",
    },
    { does: [put("shampoo", "medium-brush")], why: "Foam holds fine soil up so that the towel can take it." },
  ],
  "body-oil": [
    {
      does: [put("neutral-cleaner", "soft-brush")],
      why: "A neutral cleaner takes fresh oil and the soil stuck in it.",
    },
    { does: [put("solvent", "towel")], why: "Oil that stays dissolves in a little dry solvent on the towel." },
    { does: [put("degreaser", "soft-brush")], why: "Alkali turns old grease to soap." },
  ],
  "road-grease": [
    { does: [put("solvent", "towel")], why: "Grease and tar dissolve; water only spreads them." },
    { does: [put("degreaser", "medium-brush")], why: "What the solvent loosened, alkali carries off." },
    { does: [put("gel-gum", "hand")], why: "A gel stays on thick tar long enough to soften it." },
  ],
  protein: [
    {
      does: [dampFirst, put("enzyme", "hand")],
      why: "An enzyme digests protein; a gloved hand leaves it in the cloth, a towel would lift it off.",
    },
    { does: [put("neutral-cleaner", "tamp")], why: "Lifts what the enzyme cut loose." },
    { does: [put("peroxide", "tamp")], why: "Takes the last colour out." },
  ],
  urine: [
    { does: [dampFirst, put("enzyme", "hand")], why: "The smell is food for bacteria: digest it, do not cover it." },
    { does: [put("acid-spotter", "tamp")], why: "Old urine is alkaline salt; mild acid dissolves it." },
    { does: [put("peroxide", "tamp")], why: "Takes the yellow out." },
  ],
  tannin: [
    { does: [dampFirst, put("acid-spotter", "tamp")], why: "Tannin is loosest in mild acid." },
    { does: [put("peroxide", "tamp")], why: "What is left is colour: oxidise it." },
  ],
  "plant-colour": [
    { does: [dampFirst, put("acid-spotter", "tamp")], why: "Plant colour keeps loose in cool, mild acid." },
    { does: [put("peroxide", "tamp")], why: "What is left is colour: oxidise it." },
  ],
  "sugar-starch": [
    { does: [dampFirst, put("neutral-cleaner", "tamp")], why: "Sugar dissolves in water; the cleaner lifts the rest." },
    { does: [put("enzyme", "hand")], why: "Starch that stays is digested." },
    { does: [put("acid-spotter", "tamp")], why: "Loosens the drink's own colour." },
  ],
  "gum-wax": [
    {
      does: [{ action: "scrape" }, { action: "steam" }],
      why: "Cold makes it brittle, warmth lets the towel drink the rest.",
    },
    { does: [put("gel-gum", "hand")], why: "A gel softens what the towel could not take." },
    { does: [put("solvent", "towel")], why: "Dissolves the last film." },
  ],
  mixture: [
    {
      does: [{ action: "scrape" }, put("neutral-cleaner", "tamp")],
      why: "Chilled it lifts in one piece; lukewarm cleaner takes fat and sugar without setting the protein.",
    },
    { does: [put("enzyme", "hand")], why: "Digests the protein that holds the rest." },
    { does: [put("solvent", "towel")], why: "Takes the fat." },
    { does: [put("peroxide", "tamp")], why: "Takes the colour." },
  ],
  "cosmetic-dye": [
    { does: [put("solvent", "towel")], why: "Colour in oil or wax goes with the oil." },
    { does: [put("neutral-cleaner", "tamp")], why: "Lifts what the solvent loosened." },
    { does: [put("peroxide", "tamp")], why: "Takes the colour out." },
  ],
  ink: [
    { does: [put("solvent", "towel")], why: "Most ink lets go in dry solvent; feed the towel, not the cloth." },
    { does: [put("neutral-cleaner", "tamp")], why: "Water-based inks let go in cleaner." },
    { does: [put("peroxide", "tamp")], why: "Takes the colour out." },
  ],
  rust: [
    { does: [put("acid-spotter", "tamp")], why: "Mild acid takes light rust." },
    { does: [put("oxalic-rust", "hand")], why: "Oxalic acid dissolves what is left." },
  ],
  "water-ring": [
    { does: [put("water", "towel")], why: "Wet it evenly to the seam and the ring has no edge to dry at." },
    { does: [put("acid-spotter", "tamp")], why: "Mild acid takes salt and browning." },
  ],
  mould: [
    { does: [put("neutral-cleaner", "towel")], why: "Growth is wiped up, not brushed about." },
    { does: [put("peroxide", "hand")], why: "Bleaches what growth has left." },
  ],
  "smoke-film": [
    { does: [put("neutral-cleaner", "towel")], why: "Smoke film is oily dust: wipe, turn the towel, wipe." },
    { does: [put("degreaser", "towel")], why: "Old film needs a little alkali." },
  ],
  damage: [],
};

/** Two families in one mark: each first rung in its turn, what heat or acid would set before the rest. */
export const DOUBLES: readonly { families: readonly [FamilyId, FamilyId]; rungs: readonly Rung[] }[] = [
  {
    families: ["protein", "tannin"],
    rungs: [
      {
        does: [dampFirst, put("enzyme", "hand")],
        why: "Milk and tannin together: the milk first, acid would curdle it fast.",
      },
      {
        does: [dampFirst, put("acid-spotter", "tamp")],
        why: "The milk is out: what is left is tannin, loosest in mild acid.",
      },
      { does: [put("peroxide", "tamp")], why: "What is left is colour: oxidise it." },
    ],
  },
];

/** What goes on the greasy places first where sound cloth is heavily soiled. Common practice, no source. */
export const HEAVY_FIRST: Partial<Record<FamilyId, AgentId>> = { "body-oil": "degreaser" };

/** Each of two families at this chance or more is one of a double. Judgement. */
export const ONE_OF_TWO_AT = 0.2;

/** While no family is clearly ahead, or the cloth takes nothing of its own: what is safe for all. */
export const UNSURE_RUNG: Rung = {
  does: [dampFirst, put("neutral-cleaner", "tamp")],
  why: "The gentle step that suits every family still likely, and every cloth this may be.",
};

/** A family leads clearly at this chance; below it the gentle common rung comes first. Judgement. */
export const SURE_AT = 0.55;

/** What to tell the owner when the ladder ends. */
export const STOP_WORDS: Partial<Record<FamilyId, string>> = {
  "plant-colour": "The plant has dyed the fibre. More would take the cloth's own colour with it.",
  tannin: "What is left is dye in the fibre. More would take the cloth's own colour with it.",
  "cosmetic-dye": "What is left has dyed the fibre for good.",
  ink: "What is left has dyed the fibre for good.",
  protein: "What is left is set. It is clean, and it will not come out further without harm.",
  rust: "The metal has eaten into the fibre. More acid would weaken it.",
  "water-ring": "The ring may come from below, out of the foam. It needs the cover off.",
  mould: "Stain of old growth stays. If foam has growth inside, the foam must go.",
  damage: "This is damage, not soil: no cleaning brings it back.",
};

export const STOP_WORDS_OTHERWISE = "The next step would risk more than it gains. It is clean; what you see now stays.";
