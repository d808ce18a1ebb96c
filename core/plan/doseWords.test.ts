import { describe, expect, it } from 'vitest'
import type { Dose } from '../catalogue/dose'
import { doseWords, roundsWords } from './doseWords'

describe('a dose in the field’s words', () => {
  const cases: [Dose, string][] = [
    [{ kind: 'hold', seconds: 30 }, '30 s hold'],
    [{ kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 0 }, '10 slow repetitions'],
    [
      { kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 1, lastHold: 10 },
      '10 slow repetitions, 10 s on the last',
    ],
    [{ kind: 'pulse', count: 5, atEnd: 3, travel: 1 }, '5 pulses of 3 s'],
    [{ kind: 'swing', count: 10, perSwing: 2 }, '10 loose swings'],
    [{ kind: 'circle', perDirection: 5, perCircle: 4 }, '5 circles each way'],
    [{ kind: 'press', seconds: 30, effort: 50, ramp: 2 }, '30 s press at 50 %'],
    [{ kind: 'target', seconds: 90 }, 'hold up to 90 s'],
    [{ kind: 'lower', hold: 2, lower: 10, off: 2, efforts: 4 }, '4 slow lowerings of 10 s'],
    [{ kind: 'breath', in: 5, out: 5, cycles: 6 }, '6 breaths, 5 in and 5 out'],
    [{ kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 }, '10 s hold, 10 swings'],
    [{ kind: 'breathed', count: 6, out: 5, in: 4 }, '6 repetitions, each with a breath'],
    [{ kind: 'lift-off', count: 4, reach: 4, keep: 5, home: 3 }, '4 lift-offs of 5 s'],
  ]
  it.each(cases)('%j', (dose, words) => {
    expect(doseWords(dose)).toBe(words)
  })
  it('says rounds and sides only where they are more than one', () => {
    expect(roundsWords(1, 'both', 'one-side-first')).toBe('')
    expect(roundsWords(2, 'both', 'one-side-first')).toBe('2 rounds')
    expect(roundsWords(1, 'each', 'one-side-first')).toBe('each side, one side first')
    expect(roundsWords(3, 'each', 'taking-turns')).toBe('each side, 3 rounds, taking turns')
    expect(roundsWords(1, 'alternating', 'taking-turns')).toBe('alternating')
  })
})
