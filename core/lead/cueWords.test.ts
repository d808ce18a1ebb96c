import { describe, expect, it } from 'vitest'
import type { Dose } from '../catalogue/dose'
import { LAST_THIRD } from '../plan/gaps'
import { secondsOf } from '../time/secondsOf'
import { beginWords, countsIn, type Counting } from './cueWords'

const reps = { kind: 'reps', count: 3, out: 2, pause: 1, back: 3, between: 1, lastHold: 5 } as const
const breaths = { kind: 'breath', in: 5, out: 5, cycles: 4 } as const

describe('what is counted aloud', () => {
  it.each([
    ['a hold', { kind: 'hold', seconds: 40 }, 40, 'seconds', ['20 Half way.', '35 Five seconds more.']],
    ['a hold', { kind: 'hold', seconds: 40 }, 40, 'breaths', ['10 Three more breaths.', '30 The last breath.']],
    [
      'a hold that is too short for it',
      { kind: 'hold', seconds: 20 },
      20,
      'breaths',
      ['10 Half way.', '15 Five seconds more.'],
    ],
    ['repetitions', reps, 25, 'seconds', ['12.5 Half way.', '14 The last one.']],
    ['repetitions', reps, 25, 'tempo', ['7 2.', '14 3.']],
    ['breaths', breaths, 40, 'seconds', ['20 Half way.', '30 The last breath.']],
    [
      'circles',
      { kind: 'circle', perDirection: 2, perCircle: 4 },
      16,
      'seconds',
      ['8 And the other way.', '12 The last one.'],
    ],
    [
      'a lift-off, whose clock begins when the help is off',
      { kind: 'lift-off', count: 3, reach: 4, keep: 5, home: 3 },
      36,
      'seconds',
      ['4 Let go, and keep it.', '16 Let go, and keep it.', '28 The last: let go, and keep it.'],
    ],
    [
      'a hold to a target, whose last third is where it bites',
      { kind: 'target', seconds: 90 },
      90,
      'breaths',
      [`60 ${LAST_THIRD}`, '85 Five seconds more.'],
    ],
    [
      'repetitions for which the breath is the clock: they are not counted, at no tempo',
      { kind: 'breathed', count: 6, out: 5, in: 4 },
      54,
      'tempo',
      ['36 Two more breaths.'],
    ],
    ['what was made longer', reps, 60, 'seconds', ['30 Half way.', '55 Five seconds more.']],
  ] as [string, Dose, number, Counting, string[]][])('%s, %j in %d s, by %s', (_, dose, seconds, counting, said) => {
    expect(countsIn(dose, seconds, counting).map(({ into, words }) => `${into} ${words}`)).toEqual(said)
  })
  it('goes by both sides where these take turns', () => {
    const both = secondsOf(reps, 'alternating')
    expect(countsIn(reps, both, 'tempo').map(({ words }) => words)).toEqual(['2.', '3.', '4.', '5.', '6.'])
    const side = { sideHabit: 'left-right', startSide: 'left' } as const
    const begins = beginWords({ side: 'both', round: 1, seconds: both }, { dose: reps, rounds: 1 }, side)
    expect(begins).toBe('6 slow repetitions, 5 seconds on the last. Begin.')
    expect(countsIn(reps, both, 'seconds')[0]).toMatchObject({ into: both / 2, words: 'Half way.' })
  })
})
