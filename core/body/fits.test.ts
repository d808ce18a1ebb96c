import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fingertipHeightCm, halfKneel, handRest, kneeToWallDeg, leanDeg, rangeMargin, strapCm, wallSit } from './fits'
import { backHipInwardDeg, sittingBlock, rotationSitCurve } from './rotationSit'
import { seatFit, thighSlopeDeg } from './seatHeight'
import { SEGMENT } from './segments'

const anyHeight = fc.integer({ min: 140, max: 200 })

describe('segment lengths', () => {
  // Drillis & Contini 1966, in Winter, Biomechanics and Motor Control of Human Movement; from memory.
  it('add up to the heights that are published beside them', () => {
    expect(SEGMENT.ankleHeight + SEGMENT.shank).toBeCloseTo(SEGMENT.kneeHeight, 3)
    expect(SEGMENT.kneeHeight + SEGMENT.thigh).toBeCloseTo(SEGMENT.hipHeight, 3)
  })
  it('are the published fractions of height', () => {
    expect(SEGMENT).toMatchObject({
      ankleHeight: 0.039,
      kneeHeight: 0.285,
      hipHeight: 0.53,
      shoulderHeight: 0.818,
      eyeHeight: 0.936,
      shank: 0.246,
      thigh: 0.245,
      foot: 0.152,
      upperArm: 0.186,
      forearm: 0.146,
      hand: 0.108,
      hipWidth: 0.191,
      shoulderWidth: 0.259,
    })
  })
})

describe('the seat for sit to stand', () => {
  it('is 120, 110, 100 and 90 % of knee height by level', () => {
    const wanted = [1, 2, 3, 4].map((level) => seatFit({ level, heightCm: 168, chairCm: 45, cushionCm: 5 }).wantedCm)
    expect(wanted.map((cm) => Math.round(cm * 10) / 10)).toEqual([57.5, 52.7, 47.9, 43.1])
  })
  it('rounds cushions to the easier side, two at most, never fewer than none', () => {
    expect(seatFit({ level: 2, heightCm: 168, chairCm: 45, cushionCm: 5 })).toMatchObject({
      cushions: 2,
      seatCm: 55,
      needsHigherSeat: false,
    })
    expect(seatFit({ level: 1, heightCm: 180, chairCm: 45, cushionCm: 5 })).toMatchObject({
      cushions: 2,
      needsHigherSeat: true,
    })
    expect(seatFit({ level: 4, heightCm: 150, chairCm: 45, cushionCm: 5 })).toMatchObject({ cushions: 0, seatCm: 45 })
  })
  it('by hand: 168 cm on 45 cm slopes by asin((54 − 47.88) / 41.16) = 8.6°, hip 81.4°, rising 116.4°', () => {
    expect(thighSlopeDeg(168, 45)).toBeCloseTo(8.55, 1)
    const fit = seatFit({ level: 3, heightCm: 168, chairCm: 45, cushionCm: 5 })
    expect(fit.cushions).toBe(1)
    expect(seatFit({ level: 4, heightCm: 168, chairCm: 45, cushionCm: 5 })).toMatchObject({
      hipAngleDeg: expect.closeTo(81.45, 1),
      risingHipAngleDeg: expect.closeTo(116.45, 1),
      kneeAngleDeg: expect.closeTo(96.45, 1),
    })
  })
  it('says when a seat is out of reach', () => {
    expect(thighSlopeDeg(150, 90)).toBeNull()
  })
  it('never asks a deeper hip from a higher seat', () => {
    fc.assert(
      fc.property(
        anyHeight,
        fc.integer({ min: 35, max: 60 }),
        fc.integer({ min: 1, max: 10 }),
        (heightCm, chairCm, more) => {
          const [low, high] = [thighSlopeDeg(heightCm, chairCm), thighSlopeDeg(heightCm, chairCm + more)]
          if (low !== null && high !== null) expect(high).toBeGreaterThanOrEqual(low)
        },
      ),
    )
  })
})

describe('a wall sit', () => {
  it('at 90° has the hips at knee height and the feet a thigh’s length out; at 0° it is standing', () => {
    expect(wallSit(168, 90).hipHeightCm).toBeCloseTo(0.285 * 168)
    expect(wallSit(168, 90).footDistanceCm).toBeCloseTo(0.245 * 168)
    expect(wallSit(168, 0)).toEqual({ hipHeightCm: expect.closeTo(0.53 * 168), footDistanceCm: 0 })
  })
})

describe('hands in a hinge', () => {
  it('hand-worked: upright, fingertips hang 53 % + 28.8 % − 44 % = 37.8 % of height', () => {
    expect(fingertipHeightCm(168, 0)).toBeCloseTo(0.378 * 168)
  })
  it('level, 90°: 53 % − 44 % = 9 % of height, so a flat block or higher', () => {
    expect(fingertipHeightCm(168, 90)).toBeCloseTo(15.1, 1)
    expect(handRest(168, 90).name).toBe('block on its end')
  })
  it('takes the nearest rest that is not lower than the hands', () => {
    fc.assert(
      fc.property(anyHeight, fc.integer({ min: 0, max: 100 }), (heightCm, hingeDeg) => {
        const rest = handRest(heightCm, hingeDeg)
        expect(rest.cm).toBeGreaterThanOrEqual(Math.min(88, rest.fingertipCm))
      }),
    )
  })
  it('goes lower the deeper the hinge', () => {
    fc.assert(
      fc.property(anyHeight, fc.integer({ min: 0, max: 89 }), (heightCm, hingeDeg) => {
        expect(fingertipHeightCm(heightCm, hingeDeg + 1)).toBeLessThanOrEqual(fingertipHeightCm(heightCm, hingeDeg))
      }),
    )
  })
})

describe('a strap for the raised leg', () => {
  it('hand-worked: leg upright, ankle at √(28.8² + 49.1²) = 56.9 % of height, arm 38.6 %, so 18.3 % of height', () => {
    expect(strapCm(100, 90)).toBeCloseTo(18.3, 1)
  })
  it('gets shorter as the leg comes nearer', () => {
    fc.assert(
      fc.property(anyHeight, fc.integer({ min: 0, max: 119 }), (heightCm, raiseDeg) => {
        expect(strapCm(heightCm, raiseDeg + 1)).toBeLessThanOrEqual(strapCm(heightCm, raiseDeg) + 1e-9)
      }),
    )
  })
})

describe('half-kneeling', () => {
  it('opens the back hip with a longer stride', () => {
    const [short, long] = [halfKneel(168, 40, 5)!, halfKneel(168, 60, 5)!]
    expect(long.backHipDeg).toBeGreaterThan(short.backHipDeg)
  })
  it('says when the legs do not reach', () => {
    expect(halfKneel(168, 120, 5)).toBeNull()
  })
})

describe('the floor rotation sit', () => {
  it('needs less inward turn the higher the seat, at every height', () => {
    fc.assert(
      fc.property(anyHeight, fc.integer({ min: 0, max: 29 }), (heightCm, raisedCm) => {
        const [low, high] = [backHipInwardDeg(heightCm, raisedCm), backHipInwardDeg(heightCm, raisedCm + 1)]
        if (low !== null && high !== null) expect(high).toBeLessThan(low)
      }),
    )
  })
  it('closed form: a level thigh needs a right angle; sloping down 30° it needs 49°', () => {
    // The seat height at which hip and knee are level, and at which the thigh drops half its length.
    expect(backHipInwardDeg(100, 100 * (0.0325 - 0.0535))).toBeCloseTo(90, 5)
    expect(backHipInwardDeg(100, 100 * (0.0325 - 0.0535 + 0.1225))).toBeCloseTo(49.1, 1)
  })
  it('prints the curve and finds the lowest block that leaves a margin', () => {
    const curve = rotationSitCurve(168)
    expect(curve.map((point) => point.raisedCm)).toEqual([0, 5, 10, 15, 20, 25, 30])
    const block = sittingBlock(168, 60)!
    expect(backHipInwardDeg(168, block)!).toBeLessThanOrEqual(51)
    expect(backHipInwardDeg(168, block - 1)!).toBeGreaterThan(51)
    expect(sittingBlock(168, 20)).toBeNull()
  })
})

describe('ankles and lean', () => {
  it('says how far the shin leans by geometry', () => {
    expect(kneeToWallDeg(168, 10)).toBeCloseTo((Math.asin((10 + 0.116 * 168) / (0.246 * 168)) * 180) / Math.PI, 6)
  })
  it('hand-worked: 12 cm at a hip height of 89.04 cm lean by 7.7°', () => {
    expect(leanDeg(168, 12)).toBeCloseTo(7.68, 2)
  })
})

describe('the margin of a range', () => {
  it.each([
    [76.5, 90, 'comfortable'],
    [77, 90, 'watch'],
    [90, 90, 'watch'],
    [91, 90, 'too-much'],
    [120, null, 'not-measured'],
  ] as const)('%s° of %s° is %s', (imposed, measured, verdict) => {
    expect(rangeMargin(imposed, measured)).toBe(verdict)
  })
})
