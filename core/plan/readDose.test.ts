import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { doseWords, roundsWords } from './doseWords'
import { readDose, type BlockDose } from './readDose'

const now: BlockDose = { dose: { kind: 'hold', seconds: 20 }, rounds: 1, restSeconds: 0, sideOrder: 'taking-turns' }

describe('a dose in the field’s words', () => {
  it.each([
    [
      '30 s hold, each side, 2 rounds, one side first',
      { dose: { kind: 'hold', seconds: 30 }, rounds: 2, restSeconds: 0, sideOrder: 'one-side-first' },
    ],
    [
      'hold 45 s × 3, rest 10 s',
      { dose: { kind: 'hold', seconds: 45 }, rounds: 3, restSeconds: 10, sideOrder: 'taking-turns' },
    ],
    [
      '10 slow repetitions 2/1/3, 10 s on the last',
      { dose: { kind: 'reps', count: 10, out: 2, pause: 1, back: 3, between: 0, lastHold: 10 } },
    ],
    ['30 s press at 50 %, taking turns', { dose: { kind: 'press', seconds: 30, effort: 50, ramp: 2 } }],
    ['10 s hold, 10 loose swings, 2 rounds', { dose: { kind: 'pair', hold: 10, count: 10, perSwing: 2 }, rounds: 2 }],
    ['6 breaths, 5 in and 5 out', { dose: { kind: 'breath', in: 5, out: 5, cycles: 6 } }],
    ['5 pulses of 4 s', { dose: { kind: 'pulse', count: 5, atEnd: 4, travel: 1 } }],
    ['hold up to 90 s', { dose: { kind: 'target', seconds: 90 } }],
    ['5 slow lowerings of 12 s', { dose: { kind: 'lower', hold: 2, lower: 12, off: 2, efforts: 5 } }],
    ['4 lift-offs of 6 s, each side', { dose: { kind: 'lift-off', count: 4, reach: 4, keep: 6, home: 3 } }],
    ['6 repetitions, each with a breath', { dose: { kind: 'breathed', count: 6, out: 5, in: 4 } }],
    ['8 with the breath, 2 rounds', { dose: { kind: 'breathed', count: 8 }, rounds: 2 }],
    ['3 liftoffs', { dose: { kind: 'lift-off', count: 3, reach: 4, keep: 5, home: 3 } }],
    ['5 circles each way', { dose: { kind: 'circle', perDirection: 5, perCircle: 4 } }],
    ['12 swings', { dose: { kind: 'swing', count: 12, perSwing: 2 } }],
    [
      '10 reps, 2 rounds, rest 40 s until you can talk',
      { dose: { kind: 'reps', count: 10 }, rounds: 2, restSeconds: 40, untilTalk: true },
    ],
    ['3 rounds', { dose: { kind: 'hold', seconds: 20 }, rounds: 3 }],
    ['2 x 6 slow', { dose: { kind: 'reps', count: 6 }, rounds: 2 }],
    ['2 × 6 slow each side, rest 10 s', { dose: { kind: 'reps', count: 6 }, rounds: 2, restSeconds: 10 }],
    ['30 sec each side twice', { dose: { kind: 'hold', seconds: 30 }, rounds: 2 }],
    ['30 secs, three times', { dose: { kind: 'hold', seconds: 30 }, rounds: 3 }],
    ['3 x 30 seconds', { dose: { kind: 'hold', seconds: 30 }, rounds: 3 }],
    ['8 slow, last 10 s × 2', { dose: { kind: 'reps', count: 8, lastHold: 10 }, rounds: 2 }],
    ['10 reps once', { dose: { kind: 'reps', count: 10 }, rounds: 1 }],
    ['22,5 s hold', { dose: { kind: 'hold', seconds: 22.5 } }],
  ])('“%s”', (text, expected) => {
    expect(readDose(text, now)).toMatchObject(expected)
  })
  it('takes a number alone for what is counted already, and seconds alone for what is pressed', () => {
    const reps = { kind: 'reps', count: 10, out: 2, pause: 0, back: 2, between: 0, lastHold: 0 } as const
    expect(readDose('2 x 6', { ...now, dose: reps })).toMatchObject({ dose: { ...reps, count: 6 }, rounds: 2 })
    expect(readDose('last 5 s', { ...now, dose: reps })).toMatchObject({ dose: { ...reps, lastHold: 5 } })
    const press = { kind: 'press', seconds: 30, effort: 50, ramp: 2 } as const
    expect(readDose('20 s', { ...now, dose: press })).toMatchObject({ dose: { ...press, seconds: 20 } })
  })
  it.each([
    ['30 s hold and a somersault', 'somersault'],
    ['0 s hold', 'The hold is 1 s at least.'],
    ['30 s hold, 40 rounds', 'Rounds are a whole number'],
    ['30 s press at 200 %', 'Effort is 100 % at most.'],
  ])('“%s” is refused with what is wrong', (text, words) => {
    expect(readDose(text, now)).toEqual({ wrong: expect.stringContaining(words) })
  })
  it('reads every dose of the catalogue back from its own words', () => {
    for (const movement of shippedCatalogue().movements.values()) {
      for (const [school, { dose, rounds }] of Object.entries(movement.doses)) {
        const said = [doseWords(dose), roundsWords(rounds, movement.sides, 'one-side-first')]
          .filter((words) => words !== '')
          .join(', ')
        expect(readDose(said, { ...now, dose, rounds }), `${movement.id} ${school}: ${said}`).toMatchObject({
          dose,
          rounds,
        })
      }
    }
  })
})
