import type { Formula } from "./row";

/**
 * What is found by a model or a search and is no sum of the few numbers that are shown with it: in words only. Whatever
 * can be a sum stands in FORMULAS.
 */
export const METHODS = {
  "dilution.gentler": {
    name: "Weaker mix",
    equation: "the gentlest mix, with dwell, tool and warmth, that still brings the soil to its target",
    mark: "judgement",
  },
  "dilution.stronger": {
    name: "Stronger mix",
    equation:
      "5 parts of water to one on heavily soiled sound cloth, where no gentler set brings the soil to its target",
    mark: "practice",
  },
  "dilution.forPh": {
    name: "Weakest-needed mix for the fibre",
    equation:
      "pH moves by log10((r₀ + 1)/(r + 1)) when stronger, and by half of that when weaker; r is the " +
      "smallest that stays inside the fibre's window",
    mark: "judgement",
  },
  "odour.source": {
    name: "How likely it comes from here",
    equation:
      "p ∝ weight of the place × Π P(strength noted | source here), expected strength = source × exp(−distance / fading length)",
    mark: "judgement",
  },
  "treatment.stopsPaying": {
    name: "When waiting stops paying",
    equation:
      "the first half minute after the planned dwell from which another minute takes out less than 0.5 % of the soil",
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
  "water.nextPass": {
    name: "Dirt of the next pass",
    equation: "an exponential through the passes so far, least squares on its logarithm",
    mark: "practice",
  },
  "water.passesLeft": {
    name: "Passes that are still worth it",
    equation: "the fewest after which the next would bring less than 4 % of all by then",
    mark: "judgement",
  },
  "air.evaporation": {
    name: "Evaporation from the wet surface",
    equation:
      "j = k_m (p_vs(T_s) − p_a) / (R_v T_film), k_m = h_c / (ρ c_p Le^⅔), h_c = 5.7 + 3.8 v; T_s from the energy balance",
    mark: "std",
    source: "Jürges; Lewis analogy; ASHRAE Fundamentals, chapter 1",
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
  "drying.bestGap": {
    name: "Gap that dries soonest",
    equation: "least hours over the air changes, by golden section over their logarithm",
    mark: "judgement",
  },
  "drying.air": {
    name: "Air of the room",
    equation: "V / (R_v T) dp/dt = Σ area × j + n V (ρ_out − ρ) − dehumidifier",
    mark: "std",
    source: "mass balance of a room",
  },
  "schedule.runStart": {
    name: "Minutes until its turn",
    equation: "the later of: these hands are free; the cloth allows it",
    mark: "practice",
  },
  "schedule.taskStart": {
    name: "Minutes into the day",
    equation: "the earliest at which waits, breaks and what it shares leave room, in the best order found",
    mark: "judgement",
  },
  "colour.deltaE": {
    name: "How far it stands out",
    equation:
      "ΔE 2000 between the mean colour of the mark and of the cloth around it, CIELAB under D65, light set right on the card",
    mark: "std",
    source: "CIE 142, from memory",
  },
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
  "ledger.interval": {
    name: "Likely no less, or no more, than",
    equation:
      "the share of a beta distribution of gone and not gone, the start among them, under which one in ten, or nine in ten, lie",
    mark: "std",
    source: "beta-binomial",
  },
} as const satisfies Record<string, Formula>;

export type MethodId = keyof typeof METHODS;
