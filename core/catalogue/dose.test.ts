import { describe, expect, it } from 'vitest'
import { Dose, DosePlan } from './dose'

const messageOf = (dose: unknown): string => Dose.safeParse(dose).error?.issues[0]?.message ?? ''

describe('what a dose may be', () => {
  const refused: [string, unknown, string][] = [
    ['a hold of no seconds', { kind: 'hold', seconds: 0 }, 'The hold is 1 s at least.'],
    ['a hold of eleven minutes', { kind: 'hold', seconds: 660 }, 'The hold is 600 s at most.'],
    ['a hold in words', { kind: 'hold', seconds: 'long' }, 'The hold is a number of seconds.'],
    [
      'half a repetition',
      { kind: 'reps', count: 2.5, out: 2, back: 2 },
      'The number of repetitions is a whole number.',
    ],
    [
      'a hundred and one repetitions',
      { kind: 'reps', count: 101, out: 2, back: 2 },
      'The number of repetitions is 100 at most.',
    ],
    ['no way back', { kind: 'reps', count: 5, out: 2 }, 'The way back is a number of seconds.'],
    ['a negative pause', { kind: 'reps', count: 5, out: 2, back: 2, pause: -1 }, 'The pause cannot be less than 0 s.'],
    ['an effort of 3 %', { kind: 'press', seconds: 30, effort: 3 }, 'Effort is 5 % at least.'],
    ['an effort of 110 %', { kind: 'press', seconds: 30, effort: 110 }, 'Effort is 100 % at most.'],
    ['no efforts', { kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 0 }, 'The number of efforts is 1 at least.'],
    [
      'a lift-off that is not kept',
      { kind: 'lift-off', count: 4, reach: 4, keep: 0, home: 3 },
      'Keeping it without is 1 s at least.',
    ],
    ['a breath out of nothing', { kind: 'breath', in: 5, out: 0, cycles: 6 }, 'The breath out is 1 s at least.'],
  ]
  it.each(refused)('refuses %s in words', (_, dose, message) => {
    expect(messageOf(dose)).toBe(message)
  })
  it('refuses a kind that is not one', () => {
    expect(Dose.safeParse({ kind: 'somersault' }).success).toBe(false)
  })
  it('fills in what is usual: no pause, a ramp of 2 s, one round without rest', () => {
    expect(Dose.parse({ kind: 'reps', count: 5, out: 2, back: 3 })).toEqual({
      kind: 'reps',
      count: 5,
      out: 2,
      pause: 0,
      back: 3,
      between: 0,
      lastHold: 0,
    })
    expect(Dose.parse({ kind: 'press', seconds: 30, effort: 30 })).toMatchObject({ ramp: 2 })
    expect(DosePlan.parse({ dose: { kind: 'hold', seconds: 30 } })).toMatchObject({ rounds: 1, restSeconds: 0 })
  })
})
