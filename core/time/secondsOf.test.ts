import { describe, expect, it } from 'vitest'
import { secondsOf } from './secondsOf'
import type { Dose } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'

describe('the time of a dose, one side and one round', () => {
  // Worked by hand from the formulas of common practice, no source.
  const cases: [string, Dose, SidePolicy, number][] = [
    ['a 30 s hold is 30 s', { kind: 'hold', seconds: 30 }, 'each', 30],
    [
      '10 repetitions 2/1/3 with 1 s between and a 10 s last hold are 60 + 9 + 10 s',
      { kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 },
      'both',
      79,
    ],
    [
      '5 alternating repetitions count per side, so 10 of 5 s and 9 gaps of 1 s',
      { kind: 'reps', count: 5, out: 2, pause: 1, back: 2, between: 1, lastHold: 0 },
      'alternating',
      59,
    ],
    ['5 pulses of 3 s with 1 s travel each way are 25 s', { kind: 'pulse', count: 5, atEnd: 3, travel: 1 }, 'each', 25],
    ['10 swings of 2 s are 20 s', { kind: 'swing', count: 10, perSwing: 2 }, 'each', 20],
    [
      '5 circles of 4 s in each of two directions are 40 s',
      { kind: 'circle', perDirection: 5, perCircle: 4 },
      'each',
      40,
    ],
    ['a 30 s press has 2 s of ramp at each end', { kind: 'press', seconds: 30, effort: 30, ramp: 2 }, 'each', 34],
    ['a target of 90 s is 90 s', { kind: 'target', seconds: 90 }, 'each', 90],
    [
      '5 lowerings 2/10 with 2 s off are 60 + 8 s',
      { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 5 },
      'each',
      68,
    ],
    ['6 breaths of 5 + 5 s are a minute', { kind: 'breath', in: 5, out: 5, cycles: 6 }, 'both', 60],
    [
      '4 lift-offs, 4 s there, 5 s kept, 3 s home, are 48 s',
      { kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 },
      'each',
      48,
    ],
    ['and 96 s where sides take turns', { kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 }, 'alternating', 96],
    [
      '6 repetitions with a breath of 5 s out and 4 s in are 54 s',
      { kind: 'breathed', count: 6, out: 5, in: 4 },
      'both',
      54,
    ],
    [
      'a 10 s hold and 10 swings of 2 s, 4 s there and 4 s back, are 38 s',
      { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 },
      'each',
      38,
    ],
  ]
  it.each(cases)('%s', (_, dose, sides, seconds) => {
    expect(secondsOf(dose, sides)).toBe(seconds)
  })
})
