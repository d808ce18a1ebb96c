import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findPlateau, type Trace } from './sensor'
import { SIMULATED_PEOPLE, simulatedTrace } from './simulatedSensor'

const [steady, trembles, sinks, letsGo] = SIMULATED_PEOPLE
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
