import { describe, expect, it } from 'vitest'
import { shippedMeasure } from '../../tests/measures'
import { changeWord, realChangeFor, standardError, type SameDayPair } from './realChange'
import { sideDifference } from './sides'

// Bland & Altman 1986, peak flow by the large meter, first and second reading of 17 people (from memory). They give a
// repeatability coefficient of 2 standard deviations of the differences as 43.2 l/min with 1.96 rounded up to 2, that
// is
// a within-subject deviation of 15.3.
const PEAK_FLOW: SameDayPair[] = [
  [494, 490],
  [395, 397],
  [516, 512],
  [434, 401],
  [476, 470],
  [557, 611],
  [413, 415],
  [442, 431],
  [650, 638],
  [433, 429],
  [417, 420],
  [656, 633],
  [267, 275],
  [478, 492],
  [178, 165],
  [423, 372],
  [427, 421],
]

describe('standard error of measurement', () => {
  it('is that of the published peak flow readings', () => {
    expect(standardError(PEAK_FLOW)).toBeCloseTo(15.3, 1)
  })
  it('is √(Σd²/2n), by hand: differences 1, 2, 2 give √(9/6)', () => {
    expect(
      standardError([
        [10, 11],
        [10, 12],
        [14, 12],
      ]),
    ).toBeCloseTo(Math.sqrt(1.5), 12)
  })
  it('is unknown without pairs', () => {
    expect(standardError([])).toBeNull()
  })
})

describe('change that is real', () => {
  const stands = shippedMeasure('chair-stand')
  const pairs = (n: number, by: number): SameDayPair[] => Array.from({ length: n }, () => [10, 10 + by])
  it('takes the default until there are eight same-day pairs', () => {
    expect(realChangeFor(stands, pairs(7, 3))!.amount).toBe(2)
    // Eight differences of 3: SEM = √(8·9/16) = 2.121; 1.96·√2·SEM = 5.88.
    expect(realChangeFor(stands, pairs(8, 3))!).toEqual({ amount: 5.9, source: 'this practice’s own 8 same-day pairs' })
  })
  it('is never below the default', () => {
    expect(realChangeFor(stands, pairs(20, 0.5))!.amount).toBe(2)
  })
  it.each([
    ['chair-stand', 10, 12, 'better', 'a real change'],
    ['chair-stand', 10, 11, 'none', 'no real change'],
    ['chair-stand', 12, 9, 'worse', 'a real change'],
    ['up-and-go', 14, 11, 'better', '3 s less'],
    ['up-and-go', 10, 13, 'worse', '3 s more'],
    ['knee-to-wall', 6, 7, 'none', 'no real change'],
    ['sit-and-reach', -8, -2, 'better', '6 cm more'],
    ['chair-stand', 9, 9, 'none', 'the same'],
    ['down-and-up-help', 3, 2, 'better', '1 step of help less'],
  ] as const)('%s from %d to %d: %s', (id, from, to, kind, words) => {
    const measure = shippedMeasure(id)
    const said = changeWord(measure, { from, to }, realChangeFor(measure, []))
    expect(said.kind).toBe(kind)
    expect(said.words).toContain(words)
  })
})

describe('the two sides', () => {
  it.each([
    ['heel-raises', 12, 16, { percent: 75, shown: true, weaker: 'left' }],
    ['heel-raises', 18, 20, { percent: 90, shown: false, weaker: 'left' }],
    ['heel-raises', 20, 17, { percent: 85, shown: false, weaker: 'right' }],
    ['sit-and-reach', -8, 2, { percent: null, shown: true, weaker: 'left' }],
    ['sit-and-reach', -2, -1, { percent: null, shown: false, weaker: 'left' }],
    ['hip-turn-in', 0, 0, { percent: 100, shown: false, weaker: null }],
    ['hip-turn-in', 0, 30, { percent: 0, shown: true, weaker: 'left' }],
  ])('%s, left %d and right %d', (id, left, right, expected) => {
    expect(sideDifference(shippedMeasure(id), left, right)).toMatchObject(expected)
  })
})
