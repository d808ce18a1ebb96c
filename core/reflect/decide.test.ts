import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { decide } from './decide'
import type { Evidence } from './evidence'

const { schools, judgement } = shippedCatalogue()
const dwell = schools.get('dwell')!

/** A Dwell hold of 30 s that went well; each case says what differs. */
const well: Evidence = {
  meetingId: 'm',
  date: '2026-11-18',
  side: 'both',
  level: 2,
  done: 'done',
  target: 30,
  achieved: 30,
  unit: 's',
  effort: 3,
  pain: 0,
  painKind: 'none',
  form: 'clean',
  arrivalPain: 1,
}
const with_ = (...changes: Partial<Evidence>[]): Evidence[] =>
  changes.map((change, at) => ({ ...well, meetingId: `m${at}`, ...change }))
const ask = (evidence: Evidence[], level = 2, school = dwell) =>
  decide({ movement: 'bridge', tier: 'chair', level, rungs: [1, 2, 3], evidence, school, judgement })

describe('what comes next for one person and movement', () => {
  // Thresholds are this product's own, from common practice, no source.
  const cases: [string, Evidence[], string, number][] = [
    ['held in full at easy effort in two meetings running: step up', with_({}, {}), 'step-up', 3],
    ['held in full once: too early', with_({}), 'too-early', 2],
    ['effort 5 the second time is more than Dwell allows: stay', with_({}, { effort: 5 }), 'stay', 2],
    ['effort 4 is still easy: step up', with_({}, { effort: 4 }), 'step-up', 3],
    ['pain 3: stay', with_({}, { pain: 3, arrivalPain: 3 }), 'stay', 2],
    ['pain 2 as on arrival: step up', with_({}, { pain: 2, arrivalPain: 2 }), 'step-up', 3],
    ['pain 2 when arrived with 1: above arrival, so stay', with_({}, { pain: 2 }), 'stay', 2],
    ['pain 3 when arrived with 1 rose by two: ease now', with_({}, { pain: 3 }), 'ease-now', 1],
    ['pain 4 when arrived with 3: ease now', with_({}, { pain: 4, arrivalPain: 3 }), 'ease-now', 1],
    ['pain 5 when arrived with 4 rose by one only: stay', with_({}, { pain: 5, arrivalPain: 4 }), 'stay', 2],
    [
      'a pull of 5 that eases with the breath is no pain: not eased',
      with_({}, { pain: 5, painKind: 'pull' }),
      'stay',
      2,
    ],
    ['sharp pain: ease now', with_({}, { painKind: 'sharp' }), 'ease-now', 1],
    ['7 of 30 s is under a quarter: ease now', with_({}, { done: 'partly', achieved: 7 }), 'ease-now', 1],
    ['8 of 30 s once is over a quarter: stay', with_({}, { done: 'partly', achieved: 8 }), 'stay', 2],
    [
      'under four fifths twice of the last three: ease',
      with_({ done: 'partly', achieved: 23 }, {}, { done: 'partly', achieved: 23 }),
      'ease',
      1,
    ],
    [
      'four fifths of the target twice: stay',
      with_({ done: 'partly', achieved: 24 }, { done: 'partly', achieved: 24 }),
      'stay',
      2,
    ],
    ['very easy in the first meetings: one is enough to find the level', with_({ effort: 2 }), 'step-up', 3],
    [
      'held on a lower rung on a tired day says nothing of this one: stay',
      with_({ level: 1, effort: 1 }, { level: 1, effort: 1 }),
      'stay',
      2,
    ],
    [
      'the next rung was tried lately and not reached: two meetings more',
      with_({ level: 3, done: 'partly', achieved: 25 }, {}, {}),
      'stay',
      2,
    ],
    ['and then a step up', with_({ level: 3, done: 'partly', achieved: 25 }, {}, {}, {}, {}), 'step-up', 3],
    ['slipped form in two of three: ease', with_({ form: 'slipped' }, {}, { form: 'slipped' }), 'ease', 1],
    [
      'had to be eased twice: ease',
      with_({ done: 'eased', achieved: null }, { done: 'eased', achieved: null }),
      'ease',
      1,
    ],
    ['reached, effort not noted: ask', with_({}, { effort: null }), 'ask', 2],
    ['reached, form not noted: ask', with_({ form: null }, { form: null }), 'ask', 2],
    ['effort not noted but form slipped: no question is left', with_({}, { effort: null, form: 'slipped' }), 'stay', 2],
  ]
  it.each(cases)('%s', (_, evidence, kind, toLevel) => {
    const decision = ask(evidence)
    expect(decision).toMatchObject({ kind, toLevel })
    expect(decision.because).toMatch(/^[A-Z0-9].*\.$/)
  })

  it('lets the weaker side decide', () => {
    const strong = with_({ side: 'left' }, { side: 'left' })
    const weak = with_({ side: 'right' }, { side: 'right', done: 'partly', achieved: 20 })
    expect(ask([...strong, ...weak])).toMatchObject({
      kind: 'stay',
      because: expect.stringContaining('Right: 20 of 30 s'),
    })
    const hurt = with_({ side: 'right' }, { side: 'right', painKind: 'sharp' })
    expect(ask([...strong, ...hurt]).kind).toBe('ease-now')
  })
  it('suggests a clinician when it eases at once twice running', () => {
    expect(ask(with_({ painKind: 'sharp' }, { painKind: 'sharp' })).suggestClinician).toBe(true)
    expect(ask(with_({}, { painKind: 'sharp' })).suggestClinician).toBe(false)
  })
  it('stays on the highest rung and says so', () => {
    expect(ask(with_({ level: 3 }, { level: 3 }), 3)).toMatchObject({
      kind: 'stay',
      toLevel: 3,
      because: expect.stringContaining('highest rung'),
    })
  })
  it('asks more where the next rung is two levels away', () => {
    const wide = (evidence: Evidence[]) =>
      decide({ movement: 'heel-raises', tier: 'chair', level: 1, rungs: [1, 3, 5], evidence, school: dwell, judgement })
    expect(wide(with_({ level: 1 }, { level: 1 }, { level: 1 })).kind).toBe('stay')
    expect(wide(with_({ level: 1, effort: 2 }, { level: 1, effort: 2 }, { level: 1, effort: 1 }))).toMatchObject({
      kind: 'step-up',
      toLevel: 3,
    })
  })
  it('goes down two rungs where not a quarter was reached, one on pain', () => {
    expect(ask(with_({ level: 3 }, { level: 3, done: 'partly', achieved: 5 }), 3)).toMatchObject({
      kind: 'ease-now',
      toLevel: 1,
    })
    expect(ask(with_({ level: 3 }, { level: 3, painKind: 'sharp' }), 3)).toMatchObject({ kind: 'ease-now', toLevel: 2 })
  })
  it('eases to level 1 at least', () => {
    expect(ask(with_({}, { painKind: 'sharp' }), 1)).toMatchObject({
      kind: 'ease-now',
      toLevel: 1,
      because: expect.stringContaining('lowest rung'),
    })
  })
  it('says "too early" when nothing was recorded', () => {
    expect(ask([])).toMatchObject({ kind: 'too-early', toLevel: 2 })
  })
  it('steps up after one full set in the Measured load school, whatever the effort', () => {
    expect(ask(with_({ effort: 9 }), 2, schools.get('measured-load')!).kind).toBe('step-up')
    expect(ask(with_({ effort: null }), 2, schools.get('measured-load')!).kind).toBe('step-up')
  })
})
