import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { medianOf } from '../number'
import { findPlateau, findTwoRanges, type Trace } from './sensor'
import { SIMULATED_PEOPLE, simulatedTrace, simulatedTruth } from './simulatedSensor'
import { soundSamples } from './soundTrace'

const [steady, trembles, sinks, letsGo, isHelped, stammers, takenAway] = SIMULATED_PEOPLE
const TILT = { least: -360, most: 360, jump: 25 }
function soundOf(trace: Trace): Trace {
  const { samples } = soundSamples({ ms: trace.ms, channels: [trace.deg] }, TILT)
  return { ms: samples.ms, deg: samples.channels[0]! }
}
/** A trace by hand: stretches of [seconds, degrees], straight between them in half a second. */
function trace(...stretches: [number, number][]): Trace {
  const deg: number[] = []
  for (const [seconds, degrees] of stretches) {
    const before = deg.at(-1) ?? degrees
    for (let at = 0; at < 50; at += 1) deg.push(before + ((degrees - before) * at) / 50)
    for (let at = 0; at < seconds * 100; at += 1) deg.push(degrees)
  }
  return { ms: Float64Array.from(deg, (_, at) => at * 10), deg: Float64Array.from(deg) }
}

describe('where a limb was held', () => {
  it('is measured from rest, by hand', () => {
    expect(findPlateau(trace([2, 5], [3, 43], [2, 5]))).toMatchObject({
      restDeg: 5,
      heldDeg: 43,
      movedDeg: 38,
      spreadDeg: 0,
    })
  })
  it('counts downwards as well as upwards', () => {
    expect(findPlateau(trace([2, 0], [3, -31]))!.movedDeg).toBe(31)
  })
  it('takes the farthest of two, and the longer of two that are as far', () => {
    expect(findPlateau(trace([2, 0], [4, 20], [2, 44], [2, 0]))!.movedDeg).toBe(44)
    expect(findPlateau(trace([2, 0], [2, 42], [1, 10], [4, 41], [1, 0]))!.movedDeg).toBe(41)
  })
  it.each([
    ['nothing moved', trace([6, 3])],
    ['it was never held for a second and a half', trace([2, 0], [0.3, 50], [2, 0])],
    ['there is no trace', { ms: new Float64Array(), deg: new Float64Array() }],
  ])('is not said where %s', (_, none) => {
    expect(findPlateau(none)).toBeNull()
  })
})

describe('the simulated sensor', () => {
  it('sends the same trace for the same seed, and another for another', () => {
    expect(simulatedTrace(steady!, 3)).toEqual(simulatedTrace(steady!, 3))
    expect(simulatedTrace(steady!, 3).deg).not.toEqual(simulatedTrace(steady!, 4).deg)
  })
  it('is read to 3° of what was reached, for whoever moves and whatever the seed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100_000 }), fc.constantFrom(steady!, trembles!, sinks!), (seed, person) => {
        const found = findPlateau(simulatedTrace(person, seed))
        expect(found).not.toBeNull()
        // Those who sink are read in the middle of their hold; a reach differs by 3 % from try to try.
        const middle = person.reachDeg + (person.driftDegPerSecond * person.holdSeconds) / 2
        expect(Math.abs(found!.movedDeg - middle)).toBeLessThanOrEqual(3 + 0.03 * person.reachDeg)
      }),
      { numRuns: 150 },
    )
  })
  it('finds nothing where somebody lets go at once', () => {
    for (let seed = 1; seed < 30; seed += 1) expect(findPlateau(simulatedTrace(letsGo!, seed))).toBeNull()
  })
})

describe('both ranges in one go', () => {
  it('are the hold by themselves and the farther one after it, by hand', () => {
    const { own, helped } = findTwoRanges(trace([2, 5], [3, 25], [3, 47], [2, 5]))
    expect([own!.movedDeg, helped!.movedDeg]).toEqual([20, 42])
  })
  it('are the same where it goes no further with help', () => {
    const { own, helped } = findTwoRanges(trace([2, 0], [3, 30], [1, 20], [3, 30], [2, 0]))
    expect([own!.movedDeg, helped!.movedDeg]).toEqual([30, 30])
  })
  it('takes the farthest of several tries before the helped one', () => {
    const { own, helped } = findTwoRanges(trace([2, 0], [2, 18], [1, 4], [2, 26], [2, 40], [1, 0]))
    expect([own!.movedDeg, helped!.movedDeg]).toEqual([26, 40])
  })
  it('are told apart where help goes on by a few degrees without letting go', () => {
    const { own, helped } = findTwoRanges(trace([2, 0], [3, 30], [3, 35], [2, 0]))
    expect([own!.movedDeg, helped!.movedDeg]).toEqual([30, 35])
  })
  it('are not made of one hold that sinks or trembles', () => {
    for (const person of [steady!, trembles!, sinks!])
      for (let seed = 1; seed < 60; seed += 1) expect(findTwoRanges(simulatedTrace(person, seed)).helped).toBeNull()
  })
  it('says of one hold that it is their own, and that nothing was helped', () => {
    expect(findTwoRanges(trace([2, 0], [3, 33], [2, 0]))).toMatchObject({ own: { movedDeg: 33 }, helped: null })
    expect(findTwoRanges(trace([5, 0]))).toEqual({ own: null, helped: null })
  })
})

/** Low, middle and high: the noise of a good phone, of a poor one, and of a poor one that is shaken. */
const LEVELS = [
  ['low', { noiseDeg: 0.35, jitterMs: 0, driftDegPerMinute: 0 }],
  ['middle', { noiseDeg: 1.2, jitterMs: 4, driftDegPerMinute: 1 }],
  ['high', { noiseDeg: 2.2, jitterMs: 7, driftDegPerMinute: 3 }],
] as const
const SEEDS = Array.from({ length: 120 }, (_, at) => at + 1)
/** Half of all, and nineteen of twenty, are off by no more. */
function bandOf(errors: readonly number[]): { median: number; most: number } {
  const sorted = errors.toSorted((a, b) => a - b)
  return { median: medianOf(sorted), most: sorted[Math.floor(0.95 * sorted.length)]! }
}

describe.each(LEVELS)('against the simulated truth, %s noise', (level, nature) => {
  it.each([
    ['steady', steady!],
    ['trembling', trembles!],
    ['sinking', sinks!],
  ])('the angle of somebody %s is read within 2° at the median', (name, person) => {
    const errors = SEEDS.map((seed) => {
      const found = findPlateau(simulatedTrace(person, seed, nature))
      return found ? Math.abs(found.movedDeg - simulatedTruth(person, seed).ownDeg) : Infinity
    })
    const { median, most } = bandOf(errors)
    console.info(
      `angle, ${name}, ${level} noise: ${median.toFixed(2)}° at the median, ${most.toFixed(2)}° in 95 of 100`,
    )
    expect(median).toBeLessThanOrEqual(2)
  })
  it.each([
    ['far', isHelped!],
    ['by five degrees', { ...isHelped!, helpedDeg: isHelped!.reachDeg + 5 }],
  ])('both ranges are read within 2° at the median where help goes %s', (name, person) => {
    const found = SEEDS.map((seed) => findTwoRanges(simulatedTrace(person, seed, nature)))
    const truths = SEEDS.map((seed) => simulatedTruth(person, seed))
    const own = bandOf(found.map((one, at) => Math.abs((one.own?.movedDeg ?? Infinity) - truths[at]!.ownDeg)))
    const helped = bandOf(found.map((one, at) => Math.abs((one.helped?.movedDeg ?? Infinity) - truths[at]!.helpedDeg!)))
    console.info(
      `both ranges, help ${name}, ${level} noise: ${own.median.toFixed(2)}° and ` +
        `${helped.median.toFixed(2)}° at the median, ` +
        `${own.most.toFixed(2)}° and ${helped.most.toFixed(2)}° in 95 of 100`,
    )
    expect(own.median).toBeLessThanOrEqual(2)
    expect(helped.median).toBeLessThanOrEqual(2)
  })
})

describe('a sensor with something wrong', () => {
  it('that stammers is read as well once what cannot be is left out', () => {
    const errors = SEEDS.map((seed) => {
      const found = findPlateau(soundOf(simulatedTrace(stammers!, seed)))
      return found ? Math.abs(found.movedDeg - simulatedTruth(stammers!, seed).ownDeg) : Infinity
    })
    expect(bandOf(errors).median).toBeLessThanOrEqual(2)
  })
  it('that is taken away in the middle of the hold keeps what was held', () => {
    for (const seed of SEEDS.slice(0, 20)) {
      const found = findPlateau(soundOf(simulatedTrace(takenAway!, seed)))
      expect(Math.abs(found!.movedDeg - simulatedTruth(takenAway!, seed).ownDeg)).toBeLessThanOrEqual(2)
    }
  })
  it('that was silent for a while is not taken as still meanwhile', () => {
    const { ms, deg } = trace([2, 0], [0.4, 30], [0.4, 30], [2, 0])
    // While it moves up and down at the end it sends nothing for a second and a half.
    const kept = Array.from(ms.keys()).filter((at) => ms[at]! < 2600 || ms[at]! > 4100)
    const silent = { ms: Float64Array.from(kept, (at) => ms[at]!), deg: Float64Array.from(kept, (at) => deg[at]!) }
    expect(findPlateau(silent)).toBeNull()
  })
})
