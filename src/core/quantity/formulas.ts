import type { Sourced } from "./marks";

export interface Formula extends Sourced {
  name: string;
  equation: string;
}

/** Every formula a working can name: its words, its equation, its source. */
export const FORMULAS = {
  "geometry.area": { name: "Area of them all", equation: "area = sum of the zones", mark: "practice" },
  "geometry.zone": { name: "Area of the zone", equation: "area = ½ |Σ (x_i y_{i+1} − x_{i+1} y_i)| over its corners", mark: "std", source: "shoelace sum" },
  "geometry.seam": { name: "Seam length", equation: "seam = length all round, where the part is sewn", mark: "practice" },
  "look.soil": { name: "Soil level, 1 light to 4 caked", equation: "the worst of white towel, pile and dry soil vacuumed; the look only where none of them was measured", mark: "judgement" },
  "geometry.mark": { name: "Area of the mark", equation: "area = outline by the shoelace sum, or π/4 × length × width", mark: "practice" },
  "geometry.spread": { name: "Area the agent spreads to", equation: "spread = mark grown by a margin all round, inside its zone", mark: "judgement" },
  "dilution.product": { name: "Product in a mix", equation: "product = V / (r + 1), with r parts water to one part product", mark: "practice" },
  "dilution.water": { name: "Water in a mix", equation: "water = V × r / (r + 1)", mark: "practice" },
  "dilution.strength": { name: "Strength of the mix", equation: "product in the whole = 1 / (r + 1)", mark: "practice" },
  "dilution.caps": { name: "Capfuls", equation: "caps = product / what one cap holds", mark: "practice" },
  "dilution.correct": { name: "A wrong bottle put right", equation: "C1 V1 + C2 V2 = C3 (V1 + V2), with C the share of product", mark: "std", source: "conservation of what is dissolved" },
  "dilution.last": { name: "What the last of it makes", equation: "mix = product × (r + 1)", mark: "practice" },
  "dilution.ppm": { name: "Active ingredient", equation: "ppm = active % × 10 000 / (r + 1)", mark: "practice" },
  "dilution.warm": { name: "Hot and cold to a temperature", equation: "hot share = (wanted − cold) / (hot − cold)", mark: "std", source: "conservation of heat" },
  "dilution.forPh": {
    name: "Weakest-needed mix for the fibre",
    equation: "pH moves by log10((r₀ + 1)/(r + 1)) when stronger, and by half of that when weaker; r is the smallest that stays inside the fibre's window",
    mark: "judgement",
  },
  "mix.total": { name: "How much to mix", equation: "total = sum of the steps × (1 + spare), rounded up to the bottle's marks", mark: "judgement" },
  "mix.marked": { name: "Fill to a mark", equation: "total up and product down to the nearest mark, so the mix is never stronger than planned", mark: "judgement" },
  "diagnosis.posterior": { name: "How likely, after the evidence", equation: "p(family) ∝ prior × Π P(outcome | family)", mark: "std", source: "Bayes' rule" },
  "diagnosis.likelihood": { name: "How often a test shows it", equation: "P(outcome | family) = its weight / sum of the weights of all outcomes", mark: "judgement" },
  "diagnosis.gain": { name: "What the test is expected to tell", equation: "gain = H(now) − Σ P(outcome) × H(after), H = −Σ p log2 p", mark: "std", source: "Shannon's entropy, as in Quinlan 1986" },
  "diagnosis.change": { name: "Chance that it changes the first step", equation: "sum of P(outcome) over the outcomes after which another step would come first", mark: "judgement" },
  "diagnosis.sure": { name: "How sure the first step is", equation: "sum of p(family) over the families whose treatment begins alike", mark: "judgement" },
  "diagnosis.worth": { name: "Worth a minute", equation: "worth = (gain + gain about the first step + chance to change it + weight × chance that it is enough then) / (minutes + reaching for it)", mark: "judgement" },
  "odour.source": { name: "How likely it comes from here", equation: "p ∝ weight of the place × Π P(strength noted | source here), expected strength = source × exp(−distance / fading length)", mark: "judgement" },
  "hair.passes": { name: "Passes to lift the hair", equation: "passes = ln(hair there / may stay) / rate, rounded up", mark: "judgement" },
  "treatment.amount": { name: "Amount of agent", equation: "amount = spread area × litres per m², less where the zone's water budget is nearly used", mark: "judgement" },
  "treatment.dwellMin": { name: "Shortest dwell", equation: "the agent's shortest dwell, longer on cold cloth: × 2^((20 − T)/10) below 20 °C, at most double", mark: "judgement" },
  "treatment.dwellMax": { name: "Longest dwell before it dries out", equation: "the shorter of the agent's longest dwell and wet film × drying-out share / evaporation", mark: "judgement" },
  "treatment.minutes": { name: "Minutes of hands-on work", equation: "minutes = fixed start + area × minutes per m² × rounds", mark: "judgement" },
  "treatment.seams": { name: "Minutes along the seams", equation: "minutes = fixed start + seam × minutes a metre", mark: "judgement" },
  "treatment.soilOut": { name: "Soil lifted", equation: "soil left = Π exp(−rate × rounds)", mark: "judgement", source: "after Sinner 1960, four factors" },
  "water.budget": { name: "Water budget", equation: "budget = build's allowance × share for cold, damp and age", mark: "judgement" },
  "water.wetStroke": { name: "Water put on by one wet stroke", equation: "q = flow / (head width × stroke speed)", mark: "practice" },
  "water.wetStrokes": { name: "Wet strokes", equation: "the least of the strokes this soil needs, those the water budget allows, and those that stay as shallow as the build may take", mark: "judgement" },
  "water.dryStrokes": { name: "Dry strokes", equation: "dry = strokes for each wet one × (wet + 1)", mark: "judgement" },
  "water.residual": { name: "Water left after drawing off", equation: "W ← W_b + (W − W_b)(1 − r) for each dry stroke", mark: "judgement" },
  "water.toweled": { name: "Water left after towelling", equation: "W = litres on / area × share a towel leaves", mark: "judgement" },
  "water.depth": { name: "Depth reached in the foam", equation: "depth = (W − face capacity) / (porosity × saturation)", mark: "judgement" },
  "air.evaporation": {
    name: "Evaporation from the wet surface",
    equation: "j = k_m (p_vs(T_s) − p_a) / (R_v T_film), k_m = h_c / (ρ c_p Le^⅔), h_c = 5.7 + 3.8 v; T_s from the energy balance",
    mark: "std",
    source: "Jürges; Lewis analogy; ASHRAE Fundamentals, chapter 1",
  },
  "drying.hours": {
    name: "Hours to dry",
    equation: "hours = (W − W_dry) / j + slow end × min(1, (W − W_dry) / 0.27)",
    mark: "judgement",
  },
  "drying.mould": { name: "Mould clock", equation: "time left = 24 h (caution) and 48 h (limit) less hours wet at the end of drying", mark: "std", source: "EPA guidance: dry within 24 to 48 hours" },
  "treatment.clothTemp": { name: "Warmest at the cloth", equation: "the coolest of what this way of working uses, what the agent bears, and every rule met here", mark: "judgement" },
  "water.used": { name: "Water put on since it was last dry", equation: "used = sum of what was put on and what the steps to come put on", mark: "practice" },
  "water.depthAllowed": { name: "Depth allowed below the face", equation: "the least of what the build may take and half the foam's thickness", mark: "judgement" },
  "record.sum": { name: "Used in all", equation: "used = sum of what each recorded step put on", mark: "practice" },
  "schedule.step": { name: "Minutes of a step", equation: "minutes = hands-on + shortest dwell", mark: "practice" },
  "schedule.usable": { name: "When it is dry enough to use", equation: "hands done + longest drying of any zone", mark: "judgement" },
  "schedule.finish": { name: "Forecast finish", equation: "now + what is left of the running step + hands-on and shortest dwell of each step to come", mark: "practice" },
  "schedule.slack": { name: "Time in hand", equation: "time in hand = promised − forecast", mark: "practice" },
  "estimate.minutes": { name: "Minutes of the estimate", equation: "at least: planned × 0.9; at most: (planned + every later rung) × 1.25", mark: "judgement" },
  "estimate.price": { name: "Price", equation: "coming out + hours × an hour + product, rounded down at the low end and up at the high one", mark: "practice" },
  "load.product": { name: "Neat product to take", equation: "product = sum over the mixes of product in one fill × fills", mark: "practice" },
  "load.water": { name: "Water to take", equation: "water = sum of the mixes' water + plain water of the steps", mark: "practice" },
  "load.cost": { name: "Cost of the product", equation: "cost = product × cost of a litre", mark: "practice" },
  "load.tanks": { name: "Times the tank is filled or emptied", equation: "times = water through it / what it holds, rounded up", mark: "practice" },
  "load.towels": { name: "Towels", equation: "towels = water towelled / what one takes up, rounded up, and some spare", mark: "judgement" },
  "load.watts": { name: "What it draws", equation: "as its rating plate says", mark: "practice" },
  "load.together": { name: "Drawn all at once", equation: "sum of what each draws; one circuit gives about 2000 W", mark: "judgement" },
  "load.charges": { name: "Charges", equation: "charges = minutes of work / minutes on a charge, rounded up", mark: "practice" },
  "gas.concentration": { name: "Gas inside", equation: "C = G / (V (n + k)) × (1 − exp(−(n + k) t)), well mixed", mark: "std", source: "mass balance of a box" },
  "gas.ppm": { name: "Gas inside, ppm", equation: "ppm = mg/m³ / (molar mass / 24.465 L) at 25 °C, 1 atm", mark: "std", source: "ideal gas" },
  "gas.clearing": { name: "Time to safe entry", equation: "t = ln(C / aim) / (n + k), with k counted as 0 and the fewest air changes", mark: "std", source: "mass balance of a box" },
  "gas.room": { name: "Gas in the room around", equation: "C_room = n V C / (V_room n_room)", mark: "std", source: "mass balance of a box" },
  "gas.exposure": { name: "Exposure of what is treated", equation: "Ct = concentration × minutes, at the fastest decay", mark: "practice" },
  "heat.seconds": { name: "Seconds of heat", equation: "t = logs × D / 10^((T − T_ref) / z)", mark: "std", source: "Bigelow 1921, from memory" },
  "as-entered": { name: "As entered", equation: "no sum: the value as it was put in", mark: "practice" },
} as const satisfies Record<string, Formula>;

export type FormulaId = keyof typeof FORMULAS;

/** The formula row of an id. */
export const formulaOf = (id: FormulaId): Formula => FORMULAS[id];
