import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Dose } from '../catalogue/dose'
import { secondsOf } from '../time/secondsOf'
import { eased, motionAt, placeOn, previewAt } from './motionAt'
import { pairAt, swingMotion } from './pairAt'

const reps: Dose = { kind: 'reps', count: 3, out: 2, pause: 1, back: 3, between: 1, lastHold: 5 }
const at = (dose: Dose, seconds: number) => Math.round(motionAt(dose, 'both', seconds).share * 1000) / 1000

describe('where a body is in its movement', () => {
  it.each([
    ['repetitions go out, pause and come back', reps, [0, 1, 2, 2.9, 4.5, 6, 6.5], [0, 0.5, 1, 1, 0.5, 0, 0]],
    ['the last repetition is held', reps, [14, 16, 18, 21.9], [0, 1, 1, 1]],
    ['a hold arrives and stays', { kind: 'hold', seconds: 30 }, [0, 1.5, 3, 20, 29], [0, 0.5, 1, 1, 1]],
    [
      'a press swells, stays and lets go',
      { kind: 'press', seconds: 5, effort: 40, ramp: 2 },
      [0, 1, 2, 6.9, 8],
      [0, 0.5, 1, 1, 0.5],
    ],
    [
      'what is lowered is lifted in two and let down in ten',
      { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 2 },
      [0, 1, 2, 7, 11.99, 13],
      [0, 0.5, 1, 0.5, 0, 0],
    ],
    [
      'a lift-off goes there, is kept, and comes home',
      { kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 },
      [0, 2, 4, 8.9, 10.5, 12],
      [0, 0.5, 1, 1, 0.5, 0],
    ],
    ['a swing is a pendulum', { kind: 'swing', count: 4, perSwing: 2 }, [0, 1, 2, 3, 4], [0, 0.5, 1, 0.5, 0]],
    [
      'pulses stay near the end',
      { kind: 'pulse', count: 5, atEnd: 1, travel: 1 },
      [0, 1, 2, 2.999, 3.5],
      [0, 0.5, 1, 0.3, 0.65],
    ],
    ['breath comes and goes', { kind: 'breath', in: 4, out: 6, cycles: 2 }, [0, 2, 4, 7, 10], [0, 0.5, 1, 0.5, 0]],
  ] as [string, Dose, number[], number[]][])('%s', (_, dose, seconds, shares) => {
    expect(seconds.map((second) => at(dose, second))).toEqual(shares)
  })
  it('changes sides with every alternating repetition', () => {
    const sides = [1, 8, 15].map((second) => motionAt(reps, 'alternating', second).isOther)
    expect(sides).toEqual([false, true, false])
    expect(motionAt(reps, 'each', 8).isOther).toBe(false)
  })
  it('never jumps within a round of any dose that ships, and stays on its way', () => {
    for (const movement of shippedCatalogue().movements.values())
      for (const { dose } of Object.values(movement.doses)) {
        const whole = secondsOf(dose, movement.sides)
        for (let second = 0.05; second < whole; second += 0.05) {
          const [before, now] = [second - 0.05, second].map((one) => motionAt(dose, movement.sides, one))
          expect(now!.share).toBeGreaterThanOrEqual(0)
          expect(now!.share).toBeLessThanOrEqual(1)
          if (now!.isOther === before!.isOther)
            expect(Math.abs(now!.share - before!.share), `${movement.id} at ${second}`).toBeLessThan(0.2)
        }
      }
  })
  it('shows what is held coming and going, in a picture by itself', () => {
    const hold: Dose = { kind: 'hold', seconds: 90 }
    expect([0, 3, 5, 8.5, 9.4].map((second) => previewAt(hold, 'both', second).share)).toEqual([0, 1, 1, 0, 0])
  })
  it('is travelled slowly at both ends', () => {
    expect([eased(-1), eased(0), eased(0.5), eased(1), eased(2)]).toEqual([0, 0, 0.5, 1, 1])
    // Minimum jerk is fastest in the middle, at 15/8 of the mean speed (Flash & Hogan 1985, memory).
    expect((eased(0.505) - eased(0.495)) / 0.01).toBeCloseTo(15 / 8, 3)
    expect(eased(0.01)).toBeLessThan(1e-4)
  })
})

describe('swings', () => {
  // Signed: to the other side is less than nothing.
  const placeAt = (count: number, seconds: number) => {
    const { share, isOther } = motionAt({ kind: 'swing', count, perSwing: 2 }, 'alternating', seconds)
    return isOther ? -share : share
  }
  it('of taking turns go from side to side through the middle, from rest to rest', () => {
    expect([0, 2, 3, 4, 6, 8].map((second) => Math.round(placeAt(2, second) * 1000) / 1000)).toEqual([
      0, 1, 0, -1, 1, 0,
    ])
  })
  it.each([1, 2, 3, 6])('never jump from one side to the other: %d on each', (count) => {
    for (let second = 0.02; second <= 4 * count; second += 0.02)
      expect(Math.abs(placeAt(count, second) - placeAt(count, second - 0.02)), `at ${second}`).toBeLessThan(0.04)
    expect(Math.abs(placeAt(count, 4 * count))).toBeLessThan(1e-9)
  })
})

describe('a pair', () => {
  const dose = { kind: 'pair', hold: 10, there: 4, count: 3, perSwing: 2 } as const
  it.each([
    [3, 'hold', 1, 0],
    [12, 'there', 0.5, 0],
    [15, 'swing', 0, 0.5],
    [16, 'swing', 0, 1],
    [21, 'back', 0, 0],
    [24, 'back', 0, 0],
  ] as const)('after %d s: %s', (seconds, part, held, swung) => {
    const pair = pairAt(dose, 'each', seconds)!
    expect(pair.part).toBe(part)
    expect(motionAt(dose, 'each', seconds).share).toBeCloseTo(held, 9)
    expect(swingMotion(pair, 'each').share).toBeCloseTo(swung, 9)
  })
  it('counts the swings of both sides where the hold takes turns', () => {
    expect(pairAt(dose, 'alternating', 25)).toMatchObject({ part: 'swing', swings: 6 })
    expect(pairAt({ kind: 'hold', seconds: 30 }, 'each', 5)).toBeNull()
  })
  it('is as long as its dose', () => {
    expect(secondsOf(dose, 'each')).toBe(10 + 4 + 6 + 4)
    expect(pairAt(dose, 'each', 23.9)).toMatchObject({ part: 'back', intoSeconds: expect.closeTo(3.9, 9) })
  })
})

describe('circles', () => {
  const dose = { kind: 'circle', perDirection: 2, perCircle: 4 } as const
  it.each([
    [0, 0],
    [1, 0.25],
    [3, 0.75],
    [5, 0.25],
    // From the third on the other way round.
    [9, 0.75],
    [11, 0.25],
    [16, 0],
  ])('after %d s are so far round: %d', (seconds, round) => {
    const moment = motionAt(dose, 'both', seconds)
    expect(placeOn({ isRound: true }, moment)).toBeCloseTo(round, 9)
  })
  it('go to and fro where a body has no circle of its own', () => {
    expect(placeOn({}, motionAt(dose, 'both', 2))).toBe(1)
    expect(placeOn({}, motionAt(dose, 'both', 4))).toBe(0)
  })
  it('are half gone through where the dose is another', () => {
    expect(placeOn({ isRound: true }, motionAt({ kind: 'hold', seconds: 20 }, 'both', 10))).toBe(0.5)
  })
})

describe('a press', () => {
  it('grows over the ramp of a dose, stays, and shrinks as it is let go', () => {
    const dose = { kind: 'press', seconds: 30, effort: 40, ramp: 2 } as const
    const presses = [0, 1, 2, 20, 32, 33, 34].map((second) => motionAt(dose, 'both', second).press)
    expect(presses).toEqual([0, 0.5, 1, 1, 1, 0.5, 0])
    expect(previewAt(dose, 'both', 4).press).toBe(1)
    expect(motionAt({ kind: 'hold', seconds: 30 }, 'both', 4).press).toBeUndefined()
  })
  it('breathes quietly while something is held, all the way while breath is the dose, and not while one works', () => {
    const hold: Dose = { kind: 'hold', seconds: 60 }
    const breaths = Array.from({ length: 300 }, (_, tenth) => motionAt(hold, 'both', tenth / 10).breath!)
    expect(Math.min(...breaths)).toBe(0)
    expect(Math.max(...breaths)).toBeCloseTo(0.45, 2)
    // Twelve a minute: adults at rest breathe 12 to 20 times (nursing handbooks, memory).
    const tops = breaths.filter((breath, at) => breath > breaths[at - 1]! && breath >= breaths[at + 1]!)
    expect(tops).toHaveLength(6)
    expect(motionAt({ kind: 'breath', cycles: 6, in: 4, out: 6 }, 'both', 4).breath).toBe(1)
    expect(
      motionAt({ kind: 'reps', count: 5, out: 2, pause: 1, back: 2, between: 1, lastHold: 0 }, 'both', 1).breath,
    ).toBe(undefined)
    expect(previewAt(hold, 'both', 2.5).breath).toBeGreaterThan(0.4)
  })
})
