import { describe, expect, it } from "vitest";
import { FORMULAS, type FormulaId } from "./formulas";
import { recomputed } from "./recomputed";
import { sumOf } from "./working";

type Given<F extends FormulaId> = Parameters<typeof sumOf<typeof FORMULAS, F>>[2];

/** Each formula once or more with numbers worked by hand: what goes in, what has to come out. */
const BY_HAND: { [F in FormulaId]: readonly (readonly [Given<F>, number])[] } = {
  // Areas: 1.2 + 0.35; a 600 × 400 mm rectangle, and half of it as a triangle; once round 2 (0.6 + 0.4).
  "geometry.area": [[{ areas: [1.2, 0.35] }, 1.55]],
  "geometry.zone": [
    [{ corners: [0, 0, 600, 0, 600, 400, 0, 400] }, 0.24],
    [{ corners: [0, 0, 600, 0, 0, 400] }, 0.12],
    // Walked round the other way it is as large.
    [{ corners: [0, 400, 600, 400, 600, 0, 0, 0] }, 0.24],
  ],
  "geometry.seam": [[{ corners: [0, 0, 600, 0, 600, 400, 0, 400] }, 2]],
  "geometry.markOutline": [
    [{ corners: [0, 0, 100, 0, 100, 50, 0, 50] }, 0.005],
    // A line has no area; a mark is never nothing.
    [{ corners: [0, 0, 100, 0, 200, 0] }, 1e-6],
  ],
  // An ellipse of 60 × 40 mm: π/4 × 0.06 × 0.04.
  "geometry.mark": [[{ lengthMm: 60, widthMm: 40 }, 0.001884956]],
  // 60 × 40 with 20 mm all round is 100 × 80, 10/3 of the mark; a small zone ends it.
  "geometry.spread": [
    [{ markM2: 0.0018, lengthMm: 60, widthMm: 40, marginMm: 20, zoneM2: 1 }, 0.006],
    [{ markM2: 0.0018, lengthMm: 60, widthMm: 40, marginMm: 20, zoneM2: 0.004 }, 0.004],
  ],
  "geometry.spreadOfAll": [
    [{ spreads: [0.02, 0.03], zoneM2: 1 }, 0.05],
    [{ spreads: [0.02, 0.03], zoneM2: 0.04 }, 0.04],
  ],
  "geometry.patch": [[{ patchM2: 0.02 }, 0.02]],
  // The worst sign counts; the look only where nothing was measured, but what looks worst stays worst.
  "look.soil": [
    [{ signs: [1, 3] }, 3],
    [{ looked: 2, signs: [] }, 2],
    [{ looked: 3, signs: [1] }, 1],
    [{ looked: 4, signs: [1] }, 4],
    [{ signs: [] }, 0],
  ],

  // Ten parts of water to one in 550 mL: 50 and 500; 1:10 is 1/11 of the whole.
  "dilution.product": [[{ totalMl: 550, parts: 10 }, 50]],
  "dilution.water": [[{ totalMl: 550, parts: 10 }, 500]],
  "dilution.strength": [
    [{ parts: 10 }, 1 / 11],
    [{ parts: 0 }, 1],
  ],
  "dilution.caps": [[{ productMl: 50, capMl: 20 }, 2.5]],
  // 300 mL at 1/11 made 1/5 by neat product: 300 (1/5 − 1/11) / (1 − 1/5) = 300 × 6/55 / (4/5) = 40.909.
  "dilution.correct": [
    [{ haveMl: 300, have: 1 / 11, wanted: 1 / 5, added: 1 }, 40.90909],
    // Too strong: water. 500 at 1/5 to 1/10 doubles.
    [{ haveMl: 500, have: 0.2, wanted: 0.1, added: 0 }, 500],
    [{ haveMl: 500, have: 0.2, wanted: 0.2, added: 0 }, 0],
  ],
  "dilution.corrected": [[{ haveMl: 300, addedMl: 40.9 }, 340.9]],
  "dilution.last": [[{ productMl: 30, parts: 9 }, 300]],
  // A product of 5 % active at 1:49 is 0.1 %, 1,000 ppm.
  "dilution.ppm": [[{ activePct: 5, parts: 49 }, 1000]],
  // A litre at 35 °C from 55 and 15: half of each.
  "dilution.warmHot": [[{ totalMl: 1000, hotC: 55, coldC: 15, wantedC: 35 }, 500]],
  "dilution.warmCold": [
    [{ totalMl: 1000, hotC: 55, coldC: 15, wantedC: 35 }, 500],
    [{ totalMl: 1000, hotC: 55, coldC: 15, wantedC: 45 }, 250],
  ],

  "mix.booster": [[{ bottleMl: 750, mlPerL: 20 }, 15]],
  "mix.ready": [
    [{ litres: 2.2, stepL: 0.5, leastL: 1 }, 2.5],
    [{ litres: 2.5, stepL: 0.5, leastL: 1 }, 2.5],
    [{ litres: 0.1, stepL: 0.5, leastL: 1 }, 1],
  ],
  "mix.waterTemp": [
    [{ asked: [40, 35], hotC: 55, coldC: 12 }, 35],
    [{ asked: [70], hotC: 55, coldC: 12 }, 55],
    [{ asked: [5], hotC: 55, coldC: 12 }, 12],
  ],
  "mix.total": [[{ steps: [200, 300], spare: 0.1 }, 550]],
  "mix.markedTotal": [
    [{ wantedMl: 510, markMl: 100 }, 600],
    [{ wantedMl: 500, markMl: 100 }, 500],
  ],
  // 550 at 1:10 is 50, marks every 20: 40, weaker and never stronger; under one mark as it is.
  "mix.markedProduct": [
    [{ totalMl: 550, parts: 10, cupMl: 20 }, 40],
    [{ totalMl: 110, parts: 10, cupMl: 20 }, 10],
  ],
  "mix.productOfMarks": [[{ totalMl: 550, parts: 10, cupMl: 20 }, 60]],
  "mix.totalOfProductUp": [[{ productMl: 20, parts: 10, markMl: 50 }, 250]],
  "mix.totalOfProductDown": [[{ productMl: 20, parts: 10, markMl: 50 }, 200]],
  "mix.markedWater": [[{ totalMl: 600, productMl: 40 }, 560]],

  // One in five of it, seen nine times in ten with it, among all that are seen: 0.2 × 0.9 / 0.42.
  "diagnosis.posterior": [[{ prior: 0.2, chances: [0.9], all: 0.42 }, 0.428571]],
  // Weights 8 and 2, trusted whole, no slip: 0.8. A slip of a tenth over two outcomes: 0.72 + 0.05.
  "diagnosis.likelihood": [
    [{ weight: 8, weights: [8, 2], trust: 1, slip: 0 }, 0.8],
    [{ weight: 8, weights: [8, 2], trust: 1, slip: 0.1 }, 0.77],
    // Not trusted at all, every outcome is as likely.
    [{ weight: 8, weights: [8, 2], trust: 0, slip: 0 }, 0.5],
  ],
  "diagnosis.gain": [[{ before: 2.5, after: 1.75 }, 0.75]],
  "diagnosis.sure": [[{ families: [0.5, 0.25] }, 0.75]],
  // 0.1 spared and a fifth of half a bit over two minutes and one of reaching: 0.2 / 3.
  "diagnosis.worth": [[{ saves: 0.1, stepGain: 0.5, weight: 0.2, minutes: 2, setUpMin: 1 }, 0.0666667]],
  "diagnosis.saves": [
    [{ then: 0.8, now: 0.6 }, 0.2],
    [{ then: 0.6, now: 0.6000001 }, 0],
  ],
  "odour.gain": [[{ before: 3, after: 2.25 }, 0.75]],

  // Half stays each pass (rate ln 2): from 8 to 1 three passes, from 9 four.
  "hair.passes": [
    [{ there: 8, mayStay: 1, rate: Math.LN2 }, 3],
    [{ there: 9, mayStay: 1, rate: Math.LN2 }, 4],
    [{ there: 1, mayStay: 2, rate: Math.LN2 }, 1],
  ],

  "treatment.amount": [[{ areaM2: 0.5, lPerM2: 0.12 }, 60]],
  "treatment.amountOfAll": [[{ amounts: [60, 40] }, 100]],
  "treatment.amountByStrokes": [[{ areaM2: 0.5, strokes: 3, strokeLPerM2: 0.2 }, 300]],
  "treatment.amountAsPulled": [[{ plannedMl: 300, pulled: 2, planned: 3 }, 200]],
  // Twice as long at 10 °C and never more; no shorter when warm.
  "treatment.dwellMin": [
    [{ shortestMin: 5, tempC: 20 }, 5],
    [{ shortestMin: 5, tempC: 10 }, 10],
    [{ shortestMin: 5, tempC: -5 }, 10],
    [{ shortestMin: 5, tempC: 35 }, 5],
  ],
  // A film of 0.1 L/m² of which half may go, at 0.2 kg/m²h: a quarter of an hour.
  "treatment.dwellMax": [
    [{ shortestMin: 5, longestMin: 20, filmLPerM2: 0.1, share: 0.5, evaporation: 0.2 }, 15],
    [{ shortestMin: 5, longestMin: 12, filmLPerM2: 0.1, share: 0.5, evaporation: 0.2 }, 12],
    [{ shortestMin: 5, longestMin: 12, filmLPerM2: 0.1, share: 0.5, evaporation: 0 }, 12],
    [{ shortestMin: 5, longestMin: 20, filmLPerM2: 0.01, share: 0.5, evaporation: 0.2 }, 6],
  ],
  "treatment.dwellWanted": [[{ shortestMin: 5, times: 1.5 }, 7.5]],
  "treatment.minutes": [[{ startMin: 2, areaM2: 0.5, minPerM2: 4, rounds: 3 }, 8]],
  "treatment.minutesOfAll": [[{ minutes: [8, 5, 4], startMin: 2 }, 13]],
  "treatment.minutesOfWay": [[{ parts: [8, 5] }, 13]],
  "treatment.minutesOfProof": [[{ startMin: 2, agents: 3 }, 5]],
  "treatment.besideDose": [[{ doseMl: 20, perSeatMl: 15, seats: 4 }, 80]],
  "treatment.besideMinutes": [[{ pace: 1.1, minutes: 4, perSeatMin: 1.5, seats: 4 }, 11]],
  // 2 m², 4 strokes, a fifth lost to turning: 9.6 m of a 0.25 m head at 0.4 m/s are 96 s... 1.6 min, and one refill.
  "treatment.drawing": [
    [
      {
        startMin: 3,
        pace: 1,
        areaM2: 2,
        strokes: 4,
        headWidthM: 0.25,
        strokeMPerS: 0.4,
        turning: 1.2,
        refills: 1,
        tankMin: 4,
      },
      8.6,
    ],
  ],
  // Five minutes until it sinks back, two a m² to brush and three to lift: one m² at a time.
  "treatment.section": [[{ sinksBackMin: 5, workMinPerM2: 2, liftMinPerM2: 3 }, 1]],
  "treatment.together": [[{ parts: [2, 3, 4], rounds: 2 }, 18]],
  "treatment.seams": [[{ pace: 1, startMin: 1, seamM: 6, minPerM: 0.5 }, 4]],
  // At the label's strength, dwell, brush and warmth every factor is one: exp(−1) stays after a round of rate 1.
  "treatment.effect": [
    [{ rate: 1, rounds: 1, strength: 1, dwell: 1, agitation: 1, temperature: 1 }, 0.367879],
    [{ rate: 1, rounds: 2, strength: 0.5, dwell: 1, agitation: 1, temperature: 1 }, 0.367879],
  ],
  "treatment.passLeft": [[{ rate: Math.LN2, passes: 3 }, 0.125]],
  "treatment.lifted": [[{ left: [0.5, 0.4] }, 0.8]],
  // 0.11 L/m² on 2 m² of a mix at 1:10: 220 mL, 20 of them product.
  "treatment.product": [[{ onLPerM2: 0.11, areaM2: 2, parts: 10 }, 20]],
  "treatment.productOfWay": [[{ steps: [20, 5] }, 25]],
  "treatment.clothTemp": [[{ bears: [60, 40, 45] }, 40]],
  "treatment.wait": [[{ minutes: 10 }, 10]],
  "treatment.run": [[{ hours: 1.5 }, 90]],

  // Two thirds of 3 m² and all of 1 m²: (2 + 1) / 4.
  "wholeJob.lifted": [
    [{ lifted: [2 / 3, 1], areasM2: [3, 1] }, 0.75],
    [{ lifted: [], areasM2: [] }, 0],
  ],
  "wholeJob.dry": [
    [{ zones: [4, 9, 6] }, 9],
    [{ zones: [] }, 0],
  ],
  "wholeJob.litres": [[{ steps: [1.5, 0.25] }, 1.75]],
  "wholeJob.minutes": [[{ steps: [12, 30] }, 42]],

  "water.budget": [[{ allowance: 1, cold: 0.8, damp: 0.5, old: 1, fibre: 0.5, time: 1 }, 0.2]],
  // 1.2 L/min through 0.25 m at 0.4 m/s: 0.02 L/s on 0.1 m²/s.
  "water.wetStroke": [[{ flowLPerMin: 1.2, headWidthM: 0.25, strokeMPerS: 0.4 }, 0.2]],
  "water.handSprayed": [[{ lPerM2: 0.15 }, 0.15]],
  "water.wetStrokes": [[{ wanted: 4, affordable: 3, shallow: 2 }, 2]],
  "water.dryStrokes": [[{ perWet: 2, wet: 3 }, 8]],
  // Of 1.0 free litres above 0.1 bound, half goes each stroke: 0.1 + 1.0/4.
  "water.residual": [
    [{ before: 1.1, bound: 0.1, recovery: 0.5, dryStrokes: 2 }, 0.35],
    // What is bound stays, however often it is pulled.
    [{ before: 0.05, bound: 0.1, recovery: 0.5, dryStrokes: 9 }, 0.05],
  ],
  "water.cleanerLeft": [[{ shares: [0.5, 0.4] }, 0.2]],
  "water.balance": [[{ lPerM2: 0.3, areaM2: 2 }, 0.6]],
  "water.budgetLeft": [[{ budget: 1, before: 0.35 }, 0.65]],
  "water.strokesOn": [[{ onLPerM2: 0.6, areaM2: 2 }, 1.2]],
  "water.strokesBack": [
    [{ before: 0.1, on: 0.6, left: 0.2, areaM2: 2 }, 1],
    [{ before: 0.1, on: 0, left: 0.2, areaM2: 2 }, 0],
  ],
  // Nine litres through a tank of four: filled twice more; eight: once.
  "water.tankStops": [
    [{ litres: 9, tankL: 4 }, 2],
    [{ litres: 8, tankL: 4 }, 1],
    [{ litres: 9, tankL: 0 }, 0],
  ],
  "water.tankArea": [
    [{ litres: 9, tankL: 4.5, areaM2: 6 }, 3],
    [{ litres: 3, tankL: 4.5, areaM2: 6 }, 6],
  ],
  "water.tankMarks": [
    [{ before: 0.2, on: 0.6, back: 0.5, bound: 0.1 }, 0.3],
    [{ before: 0.2, on: 0.6, back: 0.8, bound: 0.1 }, 0.1],
  ],
  "water.recovered": [[{ before: 0.2, on: 0.6, left: 0.3, areaM2: 2 }, 1000]],
  "water.recovery": [
    [{ shelf: 0.6 }, 0.6],
    [{ shelf: 0.6, own: 1.2, most: 0.7 }, 0.7],
  ],
  "water.recoveryFit": [[{ fits: [0.5, 0.7] }, 0.6]],
  "water.nextShare": [[{ next: 0.1, soFar: 0.8 }, 0.125]],
  "water.rinsedOff": [[{ before: 0.1, on: 0.2, share: 0.25 }, 0.15]],
  "water.toweled": [[{ on: 0.2, share: 0.25 }, 0.05]],
  // A litre more than the face holds, in foam of 97 % pores filled to a third: 1 mm is 1 L/m².
  "water.depth": [
    [{ onLPerM2: 1.5, faceLPerM2: 0.5, porosity: 0.8, saturation: 0.25 }, 5],
    [{ onLPerM2: 0.4, faceLPerM2: 0.5, porosity: 0.8, saturation: 0.25 }, 0],
  ],
  "water.depthAllowed": [
    [{ buildMm: 20, foamMm: 30 }, 15],
    [{ buildMm: 10, foamMm: 30 }, 10],
    [{ buildMm: 10 }, 10],
  ],
  "water.used": [[{ moves: [0.1, 0.2] }, 0.3]],
  "water.deepAsRan": [[{ layers: [2, 20] }, 22]],
  "water.held": [[{ layers: [0.7, 1.2] }, 1.9]],
  "water.spillHeld": [
    [{ heldLPerM2: 3.1, areaM2: 0.04 }, 3.1],
    [{ heldLPerM2: 3.1, spilledL: 0.05, areaM2: 0.04 }, 1.25],
  ],
  "water.flush": [[{ times: 2.5, heldLPerM2: 3.1 }, 7.75]],
  "water.flushStrokes": [
    [{ flushLPerM2: 7.75, strokeLPerM2: 0.56, least: 2, most: 60 }, 14],
    [{ flushLPerM2: 0.1, strokeLPerM2: 0.56, least: 2, most: 60 }, 2],
  ],
  "water.putOn": [[{ before: 0.1, on: 0.2 }, 0.3]],
  // One wet stroke of 0.2 on nothing, pulled twice, a tenth bound: 0.1 + 0.1/4.
  "water.drawnOff": [[{ before: 0, on: 0.2, wetStrokes: 1, dryStrokes: 2, bound: 0.1, recovery: 0.5 }, 0.125]],
  // 0.3 left, 0.2 of it in the face, 0.1 of steam, a towel leaves half: 0.1 deep + 0.15.
  "water.steamedOff": [
    [{ water: 0.3, inFace: 0.2, steam: 0.1, share: 0.5 }, 0.25],
    // Steaming never dries a thing to less than it was, nor wets it.
    [{ water: 0.3, inFace: 0.2, steam: 0.4, share: 0.9 }, 0.3],
  ],

  // 0.27 L/m² over dry, at the rate the slow end was told at: 0.27/0.085 hours and the whole slow end.
  "drying.hours": [
    [{ left: 0.29, dryAt: 0.02, evaporation: 0.085, slowEndH: 2, atRate: 0.085, toldAt: 0.27 }, 5.176471],
    [{ left: 0.01, dryAt: 0.02, evaporation: 0.085, slowEndH: 2, atRate: 0.085, toldAt: 0.27 }, 0],
  ],
  "drying.whatIf": [
    [{ longestH: 6, sinceH: 2 }, 4],
    [{ longestH: 6, sinceH: 8 }, 0],
  ],
  // Half way between cold and warm is half way between their humidities.
  "drying.outsideHumidity": [
    [{ outsideC: 10, coldC: 5, coldPct: 85, warmC: 15, warmPct: 70 }, 77.5],
    [{ outsideC: -8, coldC: 5, coldPct: 85, warmC: 15, warmPct: 70 }, 85],
    [{ outsideC: 30, coldC: 5, coldPct: 85, warmC: 15, warmPct: 70 }, 70],
  ],
  "drying.volume": [
    [{ floorM2: 4, heightM: 2.5 }, 10],
    [{ floorM2: 1, heightM: 2.5, leastM3: 20 }, 20],
  ],
  // Read at 2 and 4 h what the model reads at 1 and 2: it dries at half the pace.
  "drying.pace": [
    [{ readH: [2, 4], modelH: [1, 2], slowest: 0.25, fastest: 4 }, 0.5],
    [{ readH: [2, 4], modelH: [20, 40], slowest: 0.25, fastest: 4 }, 4],
    [{ readH: [2, 4], modelH: [0, 0], slowest: 0.25, fastest: 4 }, 0.25],
  ],
  "drying.refit": [[{ layersH: 6, pace: 0.5 }, 12]],
  "drying.byRatio": [
    [{ quickH: 4, ratio: 1.5 }, 6],
    [{ quickH: 0, ratio: Infinity }, 0],
  ],
  "drying.energy": [
    [{ watts: 500, hours: 6 }, 3],
    [{ watts: 500, hours: Infinity }, Infinity],
  ],
  "drying.mould": [[{ limitH: 48, hours: 30 }, 18]],
  "drying.ownLog": [[{ forecastH: 6, factor: 1.25 }, 7.5]],
  "drying.waterAt": [[{ layers: [0.1, 0.2] }, 0.3]],

  "record.sum": [[{ used: [60, 40] }, 100]],
  "record.minutes": [[{ minutes: [30, 60] }, 1.5]],
  // 250 mL at 12 a litre and 100 mL at 5: 3 + 0.5.
  "record.product": [[{ usedMl: [250, 100], costsPerL: [12, 5] }, 3.5]],
  "record.wear": [[{ minutes: [30, 60], perHour: 4 }, 6]],

  "invoice.net": [
    [{ callOut: 20, hours: 1.5, perHour: 40, product: 3.504, wear: 6, minimum: 50 }, 89.5],
    [{ callOut: 20, hours: 0.25, perHour: 40, product: 1, wear: 0, minimum: 50 }, 50],
  ],
  "invoice.tax": [[{ net: 89.5, taxPct: 19 }, 17.01]],
  "invoice.total": [[{ net: 89.5, tax: 17.01 }, 106.51]],
  "invoice.earned": [
    [{ net: 89.5, product: 3.5, wear: 6, hours: 1.5, roadH: 0.5 }, 40],
    [{ net: 50, product: 0, wear: 0, hours: 0, roadH: 0 }, 0],
  ],
  "invoice.over": [[{ net: 89.5, agreed: 80 }, 9.5]],
  "estimate.price": [
    [{ callOut: 20, minutes: 90, perHour: 40, product: 3, steps: 5, up: 1 }, 85],
    [{ callOut: 20, minutes: 90, perHour: 40, product: 3, steps: 5, up: 0 }, 80],
  ],
  "estimate.minutesMost": [[{ plannedMin: 60, moreMin: 20, slower: 1.25 }, 100]],
  "estimate.minutesLeast": [[{ plannedMin: 60, quicker: 0.8 }, 48]],

  "schedule.step": [[{ handsMin: 4, dwellMin: 10 }, 14]],
  "schedule.card": [[{ lines: [2, 3.5] }, 5.5]],
  // Dry four hours after drying began in an hour; hands elsewhere are longer at it; air is treated after both.
  "schedule.usable": [
    [{ fromMin: 60, dryH: 4 }, 300],
    [{ handsMin: 400, fromMin: 60, dryH: 4 }, 400],
    [{ handsMin: 400, fromMin: 60, dryH: 4, airH: 1 }, 460],
    [{ fromMin: 60, dryH: 4, laterMin: 12 }, 312],
  ],
  // 0.05 × 2 a minute at 60 °C, ten of them: 1 − 1/e; at 50 °C half as fast.
  "harm.set": [
    [{ tempC: 60, minutes: 10 }, 0.632120559],
    [{ tempC: 50, minutes: 10 }, 0.39346934],
  ],
  // Step 3 at the label's mix for long: its ΔE; after 5 min 1 - 1/e of it; 20 °C warmer doubles.
  "harm.dye": [
    [{ stepDeltaE: 3.4, strength: 1, minutes: 1000, tempC: 20 }, 3.4],
    [{ stepDeltaE: 3.4, strength: 2, minutes: 5, tempC: 40 }, 8.59684],
  ],
  "harm.dyeShare": [
    [{ deltaE: 6.8 }, 0.6321206],
    [{ deltaE: 0 }, 0],
  ],
  // Two units out for 10 min: exp(-0.4).
  "harm.ph": [
    [{ outside: 2, minutes: 10 }, 0.32968],
    [{ outside: -1, minutes: 10 }, 0],
  ],
  // Wet through, as 200 rounds at 30 °C: exp(-0.6).
  "harm.felt": [
    [{ wet: 3, rubs: [150, 50] }, 0.4511884],
    [{ wet: 0, rubs: [150] }, 0],
  ],
  "harm.rub": [
    [{ tool: 5, bears: 2, rounds: 1 }, 0.3023237],
    [{ tool: 2, bears: 3, rounds: 9 }, 0],
  ],
  "harm.heat": [
    [{ tempC: 60, bearsC: 40, minutes: 2.5 }, 0.6321206],
    [{ tempC: 40, bearsC: 60, minutes: 9 }, 0],
  ],
  // 0.15 L/m² too much is one, 20 °C a half, two more times a fifth.
  "harm.sag": [
    [{ onLPerM2: 0.45, bearsLPerM2: 0.3, tempC: 60, passes: 3 }, 0.8173165],
    [{ onLPerM2: 0.3, bearsLPerM2: 0.3, tempC: 35, passes: 1 }, 0],
  ],
  "harm.ring": [
    [{ depthMm: 17, allowedMm: 12, hours: 6, browns: 1 }, 0.3934693],
    [{ depthMm: 4, allowedMm: 12, hours: 37, browns: 1 }, 0.3934693],
    [{ depthMm: 4, allowedMm: 12, hours: 37, browns: 0 }, 0],
  ],
  "harm.sour": [
    [{ hours: 48 }, 0.6321206],
    [{ hours: 24 }, 0],
  ],
  "harm.electrics": [
    [{ depthMm: 18, liesMm: 12 }, 0.6321206],
    [{ depthMm: 6, liesMm: 12 }, 0],
  ],
  "harm.paste": [[{ soil: 3 }, 0.3023237]],
  "harm.sankBack": [
    [{ waitedMin: 25, longestMin: 10 }, 0.6321206],
    [{ waitedMin: 5, longestMin: 10 }, 0],
  ],
  "harm.setOf": [[{ set: 0.4, left: 0.5 }, 0.2]],
  "harm.returns": [
    [{ ran: 0.6, wetStrokes: 2, digested: 1 }, 0.1219709],
    [{ ran: 0, wetStrokes: 0, digested: 0 }, 0],
  ],
  "harm.breathed": [
    [{ grams: 20, roomM3: 8, changesPerH: 0.5, hours: 0.5, limitMgPerM3: 500 }, 0.9674179],
    [{ grams: 2, roomM3: 8, changesPerH: 0.5, hours: 0.5, limitMgPerM3: 500 }, 0],
  ],
  "practice.markRound": [
    [{ rate: 2.2, strength: 1, dwell: 1, sankBack: 0 }, 0.1108032],
    [{ rate: 2.2, strength: 1, dwell: 1, sankBack: 0.5 }, 0.5554016],
  ],
  "practice.markLeft": [
    [{ leaves: [0.5, 0.4] }, 0.2],
    [{ leaves: [] }, 1],
  ],
  "practice.back": [
    [{ returns: 0.6, parReturns: 0.1, minutes: 120 }, 60],
    [{ returns: 0.1, parReturns: 0.2, minutes: 120 }, 0],
  ],
  "practice.mean": [
    [{ of: [2, 4, 9] }, 5],
    [{ of: [] }, 0],
  ],
  "practice.meanLeft": [[{ of: [0.1, 0.3] }, 0.2]],
  "practice.late": [
    [{ usableH: 14, dueH: 8 }, 56.8909],
    [{ usableH: 6, dueH: 8 }, 0],
  ],
  "practice.long": [
    [{ dueH: 24, wantedH: 12 }, 18.96362],
    [{ dueH: 8, wantedH: 12 }, 0],
  ],
  // All of it left is an hour and a half; the root of what may stay is half of it.
  "practice.soil": [
    [{ left: 1, target: 0.25 }, 90],
    [{ left: 0.5, target: 0.25 }, 45],
    [{ left: 0.2, target: 0.25 }, 0],
    [{ left: 1, target: 1 }, 0],
  ],
  "practice.sank": [
    [{ all: 50, inTime: 20 }, 30],
    [{ all: 20, inTime: 20 }, 0],
  ],
  "practice.over": [
    [{ handsMin: 30, parMin: 22 }, 8],
    [{ handsMin: 20, parMin: 22 }, 0],
  ],
  "practice.handsOn": [[{ moves: [2, 3.5] }, 5.5]],
  "practice.left": [[{ leaves: [0.5, 0.4] }, 0.2]],
  // It would leave 0.4; half of the 0.6 sank back.
  "practice.roundLeft": [[{ left: 0.4, sankBack: 0.5 }, 0.7]],
  "practice.cost": [
    [{ after: 40, before: 25 }, 15],
    [{ after: 20, before: 25 }, 0],
  ],
  "practice.harm": [[{ share: 0.25, minutes: 240 }, 60]],
  "practice.inVain": [[{ step: 36, rinse: 8 }, 44]],
  "practice.regret": [
    [{ best: 12, its: 5 }, 7],
    [{ best: 2, its: 5 }, 0],
  ],
  "practice.spent": [[{ tests: [2, 1.5], hints: [5] }, 8.5]],
  "practice.harms": [[{ harms: [44, 60] }, 104]],
  // exp(−90 / 90) = 0.36788.
  "practice.score": [[{ spentMin: 10, harmMin: 80, scaleMin: 90 }, 36.78794412]],
  "schedule.finish": [
    [{ handsMin: 90, waitMin: 10, people: 2 }, 50],
    [{ handsMin: 90, waitMin: 10, people: 2, fromMin: 600 }, 650],
  ],
  // No growth, no spread known but the table's own: 1.2816 √(1,000 (e^0.09 − 1) + 100² × 0.09 / 8) = 1.2816 √206.67.
  "schedule.band": [
    [
      {
        handsMin: 100,
        squares: 1000,
        growth: 1,
        sdLog: 0.3,
        steps: 0,
        tableSteps: 8,
        people: 1,
        quantile: 1.2816,
      },
      18.4245,
    ],
    [{ handsMin: 100, squares: 0, growth: 1.2, sdLog: 0, steps: 20, tableSteps: 8, people: 2, quantile: 1.2816 }, 10],
  ],
  "schedule.share": [[{ whole: 60, share: 0.25 }, 15]],
  "schedule.taskSlack": [[{ latestMin: 90, startMin: 60 }, 30]],
  "schedule.promise": [[{ promisedMin: 480, endMin: 500 }, -20]],
  "schedule.overDay": [[{ usedMin: 650, roomMin: 570 }, 80]],
  "schedule.sooner": [[{ wasMin: 243, isMin: 229 }, 14]],
  "schedule.slack": [[{ promised: 480, forecast: 450 }, 30]],

  "load.product": [[{ parts: [50, 25] }, 75]],
  "load.water": [
    [{ parts: [0.5, 1] }, 1.5],
    [{ parts: [0.5, 1], plainL: 2 }, 3.5],
  ],
  "load.cost": [[{ ml: 250, costPerL: 12 }, 3]],
  "load.tanks": [
    [{ litres: 9, tankL: 4 }, 3],
    [{ litres: 8, tankL: 4 }, 2],
    [{ litres: 8, tankL: 0 }, 0],
  ],
  // Two litres, 0.3 each: seven, and two spare; never fewer than four.
  "load.towels": [
    [{ litres: 2, towelL: 0.3, least: 4, spare: 2 }, 9],
    [{ litres: 0.2, towelL: 0.3, least: 4, spare: 2 }, 6],
  ],
  "load.watts": [[{ watts: 1400 }, 1400]],
  "load.together": [[{ watts: [1400, 700] }, 2100]],
  "load.charges": [[{ minutes: 50, chargeMin: 20 }, 3]],

  // 1,000 mg/h into 10 m³ with two changes and half an hour's half going: 1000 / (10 × 2.5) at last.
  "gas.concentration": [
    [{ gasMgPerH: 1000, volumeM3: 10, changesPerH: 2, decayPerH: 0.5 }, 40],
    // After an hour 1 − e^−2.5 of it.
    [{ gasMgPerH: 1000, volumeM3: 10, changesPerH: 2, decayPerH: 0.5, hours: 1 }, 36.7166],
    // Nothing goes: it only gathers.
    [{ gasMgPerH: 1000, volumeM3: 10, changesPerH: 0, decayPerH: 0, hours: 1 }, 100],
  ],
  // Ozone weighs 48: 48/24.465 = 1.962 mg/m³ of one ppm (NIOSH conversion, 25 °C).
  "gas.ppm": [[{ mgPerM3: 3.924, mgPerM3OfPpm: 48 / 24.465 }, 2.000006]],
  // From 5 ppm to 0.05 is ln 100 = 4.605 changes: at four an hour 69 min.
  "gas.clearing": [
    [{ fromPpm: 5, aimPpm: 0.05, changesPerH: 4, decayPerH: 0 }, 69.07755],
    [{ fromPpm: 0.04, aimPpm: 0.05, changesPerH: 4, decayPerH: 0 }, 0],
    [{ fromPpm: 5, aimPpm: 0.05, changesPerH: 0, decayPerH: 0 }, Infinity],
  ],
  "gas.room": [
    [{ leakMgPerH: 20, roomM3: 50, changesPerH: 2 }, 0.2],
    [{ leakMgPerH: 20, roomM3: 50, changesPerH: 0 }, Infinity],
  ],
  "gas.exposure": [[{ ppm: 3, minutes: 40 }, 120]],
  // Six logs of what falls tenfold in two seconds at 60 °C: 12 s there, 1.2 s one z hotter.
  "heat.seconds": [
    [{ logs: 6, tempC: 60, dSeconds: 2, refTempC: 60, zK: 7 }, 12],
    [{ logs: 6, tempC: 67, dSeconds: 2, refTempC: 60, zK: 7 }, 1.2],
  ],

  "colour.improved": [[{ before: 20, now: 5 }, 0.75]],

  // The table's 0.6 counts as four; three of four gone elsewhere: (2.4 + 3)/8 = 0.675; then none of one here: 2.7/5.
  "ledger.success": [
    [{ table: 0.6, counts: 4, goneElsewhere: 3, triedElsewhere: 4 }, 0.675],
    [{ table: 0.6, counts: 4, gone: 0, tried: 1, goneElsewhere: 3, triedElsewhere: 4 }, 0.54],
  ],
  // Eight own steps a quarter slower weigh as much as the table: √1.25.
  "ledger.pace": [
    [{ n: 8, meanLog: Math.log(1.25), table: 8 }, 1.118034],
    [{ n: 0, meanLog: 0, table: 8 }, 1],
  ],
  "ledger.paceMinutes": [[{ table: 20, pace: 1.1 }, 22]],
  "ledger.recovery": [[{ n: 8, meanLog: Math.log(0.81), table: 8 }, 0.9]],
  "ledger.drying": [[{ n: 8, meanLog: Math.log(1.44), table: 8 }, 1.2]],

  "as-entered": [[{ value: { value: 250, unit: "mL", name: "left" } }, 250]],
};

describe("formulas", () => {
  it.each(Object.entries(BY_HAND) as [FormulaId, readonly (readonly [never, number])[]][])(
    "%s gives what the hand reckons, and its working gives it again",
    (formula, examples) => {
      for (const [given, expected] of examples) {
        const { value, unit, working } = sumOf(FORMULAS, formula, given);
        if (Number.isFinite(expected)) expect(value).toBeCloseTo(expected, 4);
        else expect(value).toBe(expected);
        expect(recomputed(working)).toBe(value);
        expect(working.result).toEqual({ value, unit });
        // Every line of a working is named, and says its unit and where it is from.
        for (const line of working.inputs)
          expect([line.name.length > 0, line.unit, line.basis]).not.toContain(undefined);
      }
    },
  );

  it("say in words what they do, and name their source where they are marked as published", () => {
    for (const [id, { name, equation, mark, source }] of Object.entries(FORMULAS) as [
      string,
      { name: string; equation: string; mark: string; source?: string },
    ][]) {
      expect([id, name.length > 2, equation.length > 3]).toEqual([id, true, true]);
      if (mark === "std") expect([id, typeof source]).toEqual([id, "string"]);
      // Plain trade English: nobody's variable stands in a sentence.
      expect(`${name} ${equation}`).not.toMatch(/[a-z][A-Z]|undefined/);
    }
  });
});
