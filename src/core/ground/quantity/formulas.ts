import type { Sourced } from "./provenance";

export interface Formula extends Sourced {
  name: string;
  equation: string;
}

/** Every formula a working can name: its words, its equation, its source. */
export const FORMULAS = {
  "geometry.area": { name: "Area of them all", equation: "area = sum of the zones", mark: "practice" },
  "geometry.zone": {
    name: "Area of the zone",
    equation: "area = ½ |Σ (x_i y_{i+1} − x_{i+1} y_i)| over its corners",
    mark: "std",
    source: "shoelace sum",
  },
  "geometry.seam": {
    name: "Seam length",
    equation: "seam = length all round, where the part is sewn",
    mark: "practice",
  },
  "look.soil": {
    name: "Soil level, 1 light to 4 caked",
    equation: "the worst of white towel, pile and dry soil vacuumed; the look only where none of them was measured",
    mark: "judgement",
  },
  "geometry.mark": {
    name: "Area of the mark",
    equation: "area = outline by the shoelace sum, or π/4 × length × width",
    mark: "practice",
  },
  "geometry.spread": {
    name: "Area the agent spreads to",
    equation: "spread = mark grown by a margin all round, inside its zone",
    mark: "judgement",
  },
  "dilution.product": {
    name: "Product in a mix",
    equation: "product = V / (r + 1), with r parts water to one part product",
    mark: "practice",
  },
  "dilution.water": { name: "Water in a mix", equation: "water = V × r / (r + 1)", mark: "practice" },
  "dilution.strength": {
    name: "Strength of the mix",
    equation: "product in the whole = 1 / (r + 1)",
    mark: "practice",
  },
  "dilution.caps": { name: "Capfuls", equation: "caps = product / what one cap holds", mark: "practice" },
  "dilution.correct": {
    name: "A wrong bottle put right",
    equation: "C1 V1 + C2 V2 = C3 (V1 + V2), with C the share of product",
    mark: "std",
    source: "conservation of what is dissolved",
  },
  "dilution.last": { name: "What the last of it makes", equation: "mix = product × (r + 1)", mark: "practice" },
  "dilution.ppm": { name: "Active ingredient", equation: "ppm = active % × 10 000 / (r + 1)", mark: "practice" },
  "dilution.warm": {
    name: "Hot and cold to a temperature",
    equation: "hot share = (wanted − cold) / (hot − cold)",
    mark: "std",
    source: "conservation of heat",
  },
  "mix.booster": {
    name: "Booster into the bottle",
    equation: "mix in the bottle × booster to a litre",
    mark: "judgement",
  },
  "mix.ready": {
    name: "Water to have ready",
    equation: "what is put on, up to the next half litre, and no less than fills a hose or wets a towel",
    mark: "judgement",
  },
  "mix.waterTemp": {
    name: "How warm to have it",
    equation: "as cool as the coolest of its steps asks, between the two taps",
    mark: "judgement",
  },
  "dilution.gentler": {
    name: "Weaker mix",
    equation: "the gentlest mix, with dwell, tool and warmth, that still brings the soil to its target",
    mark: "judgement",
  },
  "dilution.forPh": {
    name: "Weakest-needed mix for the fibre",
    equation:
      "pH moves by log10((r₀ + 1)/(r + 1)) when stronger, and by half of that when weaker; r is the " +
      "smallest that stays inside the fibre's window",
    mark: "judgement",
  },
  "mix.total": {
    name: "How much to mix",
    equation: "total = sum of the steps × (1 + spare), rounded up to the bottle's marks",
    mark: "judgement",
  },
  "mix.marked": {
    name: "Fill to a mark",
    equation: "total up and product down to the nearest mark, so the mix is never stronger than planned",
    mark: "judgement",
  },
  "diagnosis.posterior": {
    name: "How likely, after the evidence",
    equation: "p(family) ∝ prior × Π P(outcome | family)",
    mark: "std",
    source: "Bayes' rule",
  },
  "diagnosis.likelihood": {
    name: "How often a test shows it",
    equation: "P(outcome | family) = its weight / sum of the weights of all outcomes",
    mark: "judgement",
  },
  "diagnosis.gain": {
    name: "What the test is expected to tell",
    equation: "gain = H(now) − Σ P(outcome) × H(after), H = −Σ p log2 p",
    mark: "std",
    source: "Shannon's entropy, as in Quinlan 1986",
  },
  "diagnosis.change": {
    name: "Chance that it changes the first step",
    equation: "sum of P(outcome) over the outcomes after which another step would come first",
    mark: "judgement",
  },
  "diagnosis.sure": {
    name: "How sure the first step is",
    equation: "sum of p(family) over the families whose treatment begins alike",
    mark: "judgement",
  },
  "diagnosis.worth": {
    name: "Worth a minute",
    equation:
      "worth = (gain + gain about the first step + chance to change it + weight × chance that it is enough " +
      "then) / (minutes + reaching for it)",
    mark: "judgement",
  },
  "odour.source": {
    name: "How likely it comes from here",
    equation:
      "p ∝ weight of the place × Π P(strength noted | source here), expected strength = source × exp(−distance / fading length)",
    mark: "judgement",
  },
  "hair.passes": {
    name: "Passes to lift the hair",
    equation: "passes = ln(hair there / may stay) / rate, rounded up",
    mark: "judgement",
  },
  "treatment.amount": {
    name: "Amount of agent",
    equation: "amount = spread area × litres per m², less where the zone's water budget is nearly used",
    mark: "judgement",
  },
  "treatment.dwellMin": {
    name: "Shortest dwell",
    equation: "the agent's shortest dwell, longer on cold cloth: × 2^((20 − T)/10) below 20 °C, at most double",
    mark: "judgement",
  },
  "treatment.dwellMax": {
    name: "Longest dwell before it dries out",
    equation: "the shorter of the agent's longest dwell and wet film × drying-out share / evaporation",
    mark: "judgement",
  },
  "treatment.minutes": {
    name: "Minutes of hands-on work",
    equation: "minutes = fixed start + area × minutes per m² × rounds",
    mark: "judgement",
  },
  "treatment.seams": {
    name: "Minutes along the seams",
    equation: "minutes = fixed start + seam × minutes a metre",
    mark: "judgement",
  },
  "treatment.soilOut": {
    name: "Soil lifted",
    equation: "soil left = Π exp(−rate × rounds)",
    mark: "judgement",
    source: "after Sinner 1960, four factors",
  },
  "treatment.effect": {
    name: "Soil left by the step",
    equation:
      "left = exp(−rate × rounds × strength × dwell × agitation × temperature), each factor 1 at the " +
      "label's mix and shortest dwell, under a medium brush, lukewarm",
    mark: "judgement",
    source: "after Sinner 1960, four factors",
  },
  "treatment.lifted": {
    name: "Soil lifted by the cleaner",
    equation: "1 − exp(−rate × rounds × strength × dwell × agitation × temperature)",
    mark: "judgement",
    source: "after Sinner 1960, four factors",
  },
  "treatment.product": {
    name: "Product by this way",
    equation: "mix put on × area ÷ (parts of water + 1)",
    mark: "practice",
  },
  "treatment.dwellWanted": {
    name: "Dwell the cleaning wants",
    equation: "shortest dwell × how many times it is waited, where a softer tool or a weaker mix is used instead",
    mark: "judgement",
  },
  "treatment.stopsPaying": {
    name: "When waiting stops paying",
    equation:
      "the first half minute after the planned dwell from which another minute takes out less than 0.5 % of the soil",
    mark: "judgement",
  },
  "wholeJob.lifted": {
    name: "Soil out of the whole job",
    equation: "lifted = Σ area × lifted there / Σ area",
    mark: "judgement",
    source: "after Sinner 1960, four factors",
  },
  "wholeJob.sum": { name: "Over the whole job", equation: "sum over the steps still to do", mark: "practice" },
  "wholeJob.dry": { name: "Longest drying of the job", equation: "the longest of its zones", mark: "judgement" },
  "water.budget": {
    name: "Water budget",
    equation: "budget = build's allowance × share for cold, damp and age",
    mark: "judgement",
  },
  "water.wetStroke": {
    name: "Water put on by one wet stroke",
    equation: "q = flow / (head width × stroke speed)",
    mark: "practice",
  },
  "water.wetStrokes": {
    name: "Wet strokes",
    equation:
      "the least of the strokes this soil needs, those the water budget allows, and those that stay as shallow as the build may take",
    mark: "judgement",
  },
  "water.dryStrokes": {
    name: "Dry strokes",
    equation: "dry = strokes for each wet one × (wet + 1)",
    mark: "judgement",
  },
  "water.residual": {
    name: "Water left after drawing off",
    equation: "W ← W_b + (W − W_b)(1 − r) for each dry stroke",
    mark: "judgement",
  },
  "water.cleanerLeft": {
    name: "Cleaner still in it",
    equation: "share × W / (W + q) for each rinse, W before it and q put on",
    mark: "std",
    source: "conservation of what is dissolved",
  },
  "drying.whatIf": {
    name: "Dry in this air",
    equation: "longest drying of any zone in this air, layer by layer − hours it has dried",
    mark: "judgement",
  },
  "water.cut": {
    name: "Water in the layer",
    equation: "all the water at one potential, down to its depth: each layer as full as the next",
    mark: "judgement",
  },
  "drying.atHour": {
    name: "Water in the layer by then",
    equation: "the layered course, straight between its hours",
    mark: "judgement",
  },
  "water.balance": {
    name: "Where the water went",
    equation: "put on = towelled off + drawn off + left",
    mark: "std",
    source: "conservation of water",
  },
  "water.budgetLeft": {
    name: "Water budget left",
    equation: "budget − what every step before puts on",
    mark: "judgement",
  },
  "water.strokesOn": {
    name: "Litres on",
    equation: "wet strokes × flow / (head width × stroke speed × pace) × area",
    mark: "practice",
  },
  "water.strokesBack": {
    name: "Litres back",
    equation: "(before + put on − left) × area; W ← W_b + (W − W_b)(1 − r)^(1 / pace) for each dry stroke",
    mark: "judgement",
  },
  "water.tankStops": {
    name: "Stops for the tank",
    equation: "litres through it / what it holds, rounded up, less one",
    mark: "practice",
  },
  "water.tankArea": {
    name: "Area until the first stop",
    equation: "what the tank holds / litres through it on the whole × area",
    mark: "practice",
  },
  "water.tankMarks": {
    name: "Water left by the tanks",
    equation: "W = before + out of the solution tank − back in the recovery tank, and no less than is bound",
    mark: "std",
    source: "conservation of water",
  },
  "water.recovered": {
    name: "What should come back",
    equation: "(before + put on − left by the model) × area",
    mark: "judgement",
  },
  "water.recovery": {
    name: "What a dry stroke takes",
    equation: "share of the free water, as the shelf says",
    mark: "judgement",
  },
  "water.recoveryFit": {
    name: "What a dry stroke takes here",
    equation: "the share that leaves what the tanks say is left; the mean where they were read more than once",
    mark: "practice",
  },
  "water.nextPass": {
    name: "Dirt of the next pass",
    equation: "an exponential through the passes so far, least squares on its logarithm",
    mark: "practice",
  },
  "water.nextShare": { name: "Share the next pass would bring", equation: "next pass / all so far", mark: "practice" },
  "water.passesLeft": {
    name: "Passes that are still worth it",
    equation: "the fewest after which the next would bring less than 4 % of all by then",
    mark: "judgement",
  },
  "water.toweled": {
    name: "Water left after towelling",
    equation: "W = litres on / area × share a towel leaves",
    mark: "judgement",
  },
  "water.depth": {
    name: "Depth reached in the foam",
    equation: "depth = (W − face capacity) / (porosity × saturation)",
    mark: "judgement",
  },
  "air.evaporation": {
    name: "Evaporation from the wet surface",
    equation:
      "j = k_m (p_vs(T_s) − p_a) / (R_v T_film), k_m = h_c / (ρ c_p Le^⅔), h_c = 5.7 + 3.8 v; T_s from the energy balance",
    mark: "std",
    source: "Jürges; Lewis analogy; ASHRAE Fundamentals, chapter 1",
  },
  "drying.hours": {
    name: "Hours to dry, quick reckoning",
    equation: "hours = (W − W_dry) / j + slow end × (0.085 / j) × min(1, (W − W_dry) / 0.27)²",
    mark: "judgement",
  },
  "drying.volume": {
    name: "Room inside",
    equation: "as given; else floor × height of a cabin, or of a room over what is cleaned",
    mark: "judgement",
  },
  "drying.layers": {
    name: "Hours to dry, layer by layer",
    equation:
      "∂w/∂t = ∂/∂x (K ∂ψ/∂x + δ D_v ∂ρ_v/∂x) from the face down, ψ = (w / holds)⁴ / 4, until no more than " +
      "W_dry is left; at the face j = (a_w p_vs(T_s) − p_a) / (R_v T_film / k_m); a room's air takes it up, " +
      "changes, is warmed and dried",
    mark: "judgement",
    source: "Jürges; Lewis analogy; ASHRAE Fundamentals, chapter 1; layers from our own trial",
  },
  "drying.surface": {
    name: "Dry on top",
    equation: "the first hour at which the face layer holds no more than 0.01 L/m²",
    mark: "judgement",
  },
  "drying.inside": {
    name: "Dampest it gets at the bottom",
    equation: "humidity of the pores of the deepest cell, a_w = w² / (w² + w_half²)",
    mark: "judgement",
  },
  "drying.dampHours": {
    name: "Hours damp at the bottom",
    equation: "hours with the deepest pores at 80 % or over",
    mark: "judgement",
  },
  "drying.wickBack": {
    name: "Comes up to the face",
    equation: "share of what is dissolved that the water carries into the upper 0.5 mm of the face",
    mark: "judgement",
  },
  "drying.mouldIndex": {
    name: "Mould index by then",
    equation:
      "Σ hours / (168 × weeks to index 1), weeks = exp(−0.68 ln T − 13.9 ln RH + 66.02), at the dampest of face and bottom",
    mark: "std",
    source: "Hukka and Viitanen 1999, for wood, from memory: it ranks places, the 48 hours rule",
  },
  "drying.meter": {
    name: "What a meter should read",
    equation: "% = 8 + 100 × water within 10 mm / dry mass within 10 mm",
    mark: "judgement",
  },
  "drying.pace": {
    name: "Pace against the forecast",
    equation: "pace = Σ t × t_model / Σ t², t_model the hour at which the model reads what the meter read at t",
    mark: "practice",
  },
  "drying.refit": { name: "Hours to dry, by the readings", equation: "hours by the layers / pace", mark: "judgement" },
  "drying.byRatio": {
    name: "Hours to dry, as the layers go here",
    equation: "quick reckoning × (layers / quick reckoning) of the way that is planned",
    mark: "judgement",
  },
  "drying.bestGap": {
    name: "Gap that dries soonest",
    equation: "least hours over the air changes, by golden section over their logarithm",
    mark: "judgement",
  },
  "drying.energy": { name: "Current used", equation: "power × hours", mark: "practice" },
  "drying.air": {
    name: "Air of the room",
    equation: "V / (R_v T) dp/dt = Σ area × j + n V (ρ_out − ρ) − dehumidifier",
    mark: "std",
    source: "mass balance of a room",
  },
  "drying.mould": {
    name: "Mould clock",
    equation: "time left = 24 h (caution) and 48 h (limit) less hours wet at the end of drying",
    mark: "std",
    source: "EPA guidance: dry within 24 to 48 hours",
  },
  "treatment.clothTemp": {
    name: "Warmest at the cloth",
    equation: "the coolest of what this way of working uses, what the agent bears, and every rule met here",
    mark: "judgement",
  },
  "water.used": {
    name: "Water put on since it was last dry",
    equation: "used = sum of what was put on and what the steps to come put on",
    mark: "practice",
  },
  "water.depthAllowed": {
    name: "Depth allowed below the face",
    equation: "the least of what the build may take and half the foam's thickness",
    mark: "judgement",
  },
  "record.sum": { name: "Used in all", equation: "used = sum of what each recorded step put on", mark: "practice" },
  "schedule.step": { name: "Minutes of a step", equation: "minutes = hands-on + shortest dwell", mark: "practice" },
  "schedule.usable": {
    name: "When it is dry enough to use",
    equation: "hands done + longest drying of any zone",
    mark: "judgement",
  },
  "schedule.finish": {
    name: "Forecast finish",
    equation:
      "now + the longest way through hands-on minutes and waits, in the order found: (hands-on + waits of the hands) / pairs of hands",
    mark: "practice",
  },
  "record.minutes": {
    name: "Hours of hands-on work",
    equation: "sum of the minutes of every step done; as planned where nobody timed it",
    mark: "practice",
  },
  "record.product": {
    name: "Cost of product used",
    equation: "sum of neat product × cost of a litre",
    mark: "practice",
  },
  "record.wear": { name: "Wear of machines", equation: "hours they ran × wear for an hour", mark: "judgement" },
  "invoice.net": {
    name: "Price before tax",
    equation: "the larger of the minimum charge and coming out + hours × an hour + product + wear",
    mark: "practice",
  },
  "invoice.tax": { name: "Tax", equation: "price before tax × tax", mark: "practice" },
  "invoice.total": { name: "To pay", equation: "price before tax + tax", mark: "practice" },
  "invoice.earned": {
    name: "Earned an hour",
    equation: "(price before tax − product − wear) / (hands-on + driving and setting up)",
    mark: "practice",
  },
  "invoice.over": { name: "Over what was agreed", equation: "price before tax − agreed at most", mark: "practice" },
  "schedule.band": {
    name: "Later than forecast, one time in ten",
    equation:
      "hands-on × (g − 1) + 1.2816 × √(Σ m² g² (e^(s²) − 1) + (hands-on × g)² s² / (n + 8)), by pairs of " +
      "hands; s and g from ln(taken / planned) of your own steps, eight steps of the table among them",
    mark: "judgement",
  },
  "schedule.runStart": {
    name: "Minutes until its turn",
    equation: "the later of: these hands are free; the cloth allows it",
    mark: "practice",
  },
  "schedule.share": {
    name: "One zone's part",
    equation: "for all its zones × this one's share of their area",
    mark: "judgement",
  },
  "schedule.task": {
    name: "Minutes of a task",
    equation: "hands-on minutes of the step, shared out by area where it is worked zone by zone, up to a whole minute",
    mark: "judgement",
  },
  "schedule.taskStart": {
    name: "Minutes into the day",
    equation: "the earliest at which waits, breaks and what it shares leave room, in the best order found",
    mark: "judgement",
  },
  "schedule.taskSlack": {
    name: "May start later by",
    equation:
      "latest start with every promise as it is − start, through what follows it by lags and by what they share",
    mark: "std",
    source: "critical path method",
  },
  "schedule.promise": {
    name: "In hand in the timetable",
    equation: "promised − end of its last task",
    mark: "practice",
  },
  "schedule.slack": { name: "Time in hand", equation: "time in hand = promised − forecast", mark: "practice" },
  "estimate.minutes": {
    name: "Minutes of the estimate",
    equation: "at least: planned × 0.9; at most: (planned + every later rung) × 1.25",
    mark: "judgement",
  },
  "estimate.price": {
    name: "Price",
    equation: "coming out + hours × an hour + product, rounded down at the low end and up at the high one",
    mark: "practice",
  },
  "load.product": {
    name: "Neat product to take",
    equation: "product = sum over the mixes of product in one fill × fills",
    mark: "practice",
  },
  "load.water": {
    name: "Water to take",
    equation: "water = sum of the mixes' water + plain water of the steps",
    mark: "practice",
  },
  "load.cost": { name: "Cost of the product", equation: "cost = product × cost of a litre", mark: "practice" },
  "load.tanks": {
    name: "Times the tank is filled or emptied",
    equation: "times = water through it / what it holds, rounded up",
    mark: "practice",
  },
  "load.towels": {
    name: "Towels",
    equation: "towels = water towelled / what one takes up, rounded up, and some spare",
    mark: "judgement",
  },
  "load.watts": { name: "What it draws", equation: "as its rating plate says", mark: "practice" },
  "load.together": {
    name: "Drawn all at once",
    equation: "sum of what each draws; one circuit gives about 2000 W",
    mark: "judgement",
  },
  "load.charges": {
    name: "Charges",
    equation: "charges = minutes of work / minutes on a charge, rounded up",
    mark: "practice",
  },
  "gas.concentration": {
    name: "Gas inside",
    equation: "C = G / (V (n + k)) × (1 − exp(−(n + k) t)), well mixed",
    mark: "std",
    source: "mass balance of a box",
  },
  "gas.ppm": {
    name: "Gas inside, ppm",
    equation: "ppm = mg/m³ / (molar mass / 24.465 L) at 25 °C, 1 atm",
    mark: "std",
    source: "ideal gas",
  },
  "gas.clearing": {
    name: "Time to safe entry",
    equation: "t = ln(C / aim) / (n + k), with k counted as 0 and the fewest air changes",
    mark: "std",
    source: "mass balance of a box",
  },
  "gas.room": {
    name: "Gas in the room around",
    equation: "C_room = n V C / (V_room n_room)",
    mark: "std",
    source: "mass balance of a box",
  },
  "gas.exposure": {
    name: "Exposure of what is treated",
    equation: "Ct = concentration × minutes, at the fastest decay",
    mark: "practice",
  },
  "heat.seconds": {
    name: "Seconds of heat",
    equation: "t = logs × D / 10^((T − T_ref) / z)",
    mark: "std",
    source: "Bigelow 1921, from memory",
  },
  "colour.deltaE": {
    name: "How far it stands out",
    equation:
      "ΔE 2000 between the mean colour of the mark and of the cloth around it, CIELAB under D65, light set right on the card",
    mark: "std",
    source: "CIE 142, from memory",
  },
  "colour.improved": { name: "Less to see", equation: "1 − ΔE now / ΔE before", mark: "practice" },
  "colour.changeStep": {
    name: "Grey scale for change of colour",
    equation: "5 − ΔE_F / 1.7 up to 3.4, else 5 − log₂(ΔE_F / 0.85), to the nearest half step",
    mark: "std",
    source: "ISO 105-A05, from memory",
  },
  "colour.stainingStep": {
    name: "Grey scale for staining",
    equation: "ΔE_GS = ΔE − 0.4 √(ΔE² − ΔL²); 6.1 − 1.45 ln ΔE_GS, above 4: 5 − 0.23 ΔE_GS, to the nearest half step",
    mark: "std",
    source: "ISO 105-A04, from memory",
  },
  "colour.area": {
    name: "Area in the picture",
    equation: "area of the outline × (known length / its length in the picture)²",
    mark: "practice",
  },
  "ledger.success": {
    name: "Chance that it goes",
    equation:
      "start = (4 × table + gone on other fibres) / (4 + tried on other fibres); chance = (4 × start + gone here) / (4 + tried here)",
    mark: "judgement",
  },
  "ledger.interval": {
    name: "Likely no less, or no more, than",
    equation:
      "the share of a beta distribution of gone and not gone, the start among them, under which one in ten, or nine in ten, lie",
    mark: "std",
    source: "beta-binomial",
  },
  "ledger.pace": {
    name: "Your pace, of the table's",
    equation: "exp(n × mean of ln(taken / table) / (n + 8)), n steps of your own; the table counts as 8",
    mark: "judgement",
  },
  "ledger.recovery": {
    name: "What a dry stroke takes, of what the shelf says",
    equation: "exp(n × mean of ln(own / shelf) / (n + 8)), n readings of the tanks; the shelf counts as 8",
    mark: "judgement",
  },
  "ledger.drying": {
    name: "Hours to dry, of those forecast",
    equation: "exp(n × mean of ln(own / forecast) / (n + 8)), n jobs read wet and then dry; the model counts as 8",
    mark: "judgement",
  },
  "drying.ownLog": {
    name: "Hours to dry by your own log",
    equation:
      "hours forecast × what your own jobs took of theirs, never under 1: what dries sooner is not promised sooner",
    mark: "judgement",
  },
  "as-entered": { name: "As entered", equation: "no sum: the value as it was put in", mark: "practice" },
} as const satisfies Record<string, Formula>;

export type FormulaId = keyof typeof FORMULAS;

/** The formula row of an id. */
export const formulaOf = (id: FormulaId): Formula => FORMULAS[id];
