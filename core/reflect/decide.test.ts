import { describe, expect, it } from 'vitest'
import { questionOf, weekly } from '../../tests/questions'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { decide } from './decide'
import type { Evidence } from './evidence'

const { schools } = shippedCatalogue()
const pressed = (inBand: number) => ({ wanted: 30, mean: 31, inBand, wander: 6, best: 20, by: 'sensor' as const })
const JUDGES = ['belief', 'counting'] as const

describe.each(JUDGES)('what eases at once, whatever judges (%s)', (judging) => {
  const decided = (evidence: Evidence[], level = 2) => decide(questionOf(evidence, { judging, level }))
  // Thresholds are this product's own; that pain up to 4 or 5 is tolerated where it settles: Thomeé 1997, memory.
  it.each<[string, Partial<Evidence>, string, number]>([
    ['sharp pain', { painKind: 'sharp' }, 'ease-now', 1],
    [
      'sharp pain at 5 of 30 s takes one level, not two',
      { painKind: 'sharp', done: 'partly', achieved: 5 },
      'ease-now',
      2,
    ],
    ['pain 5 that rose from 1', { pain: 5, painKind: 'pinch' }, 'ease-now', 1],
    ['pain 4 is tolerated, and no step', { pain: 4 }, 'stay', 2],
    ['pain 6 where 5 is usual is tolerated', { pain: 6, arrivalPain: 5, usualPain: 5 }, 'stay', 2],
    ['pain 7 where 5 is usual', { pain: 7, arrivalPain: 5, usualPain: 5 }, 'ease-now', 1],
    ['pain 8 where 7 is usual is tolerated', { pain: 8, arrivalPain: 7, usualPain: 7 }, 'stay', 2],
    ['pain 9 where 7 is usual', { pain: 9, arrivalPain: 7, usualPain: 7 }, 'ease-now', 1],
    ['pain 7 that rose from 6: strong wherever it rose', { pain: 7, arrivalPain: 6 }, 'ease-now', 1],
    ['a usual ache where arrival was not asked', { pain: 4, arrivalPain: null, usualPain: 4 }, 'step-up', 3],
    ['a pull of 4 is no pain', { pain: 4, painKind: 'pull' }, 'step-up', 3],
    ['a pull of 9 is', { pain: 9, painKind: 'pull' }, 'ease-now', 1],
    ['a pinch never steps, however small', { pain: 1, painKind: 'pinch' }, 'stay', 2],
    ['a hand that was needed is not reached', { support: 'hand' }, 'stay', 2],
    ['an uneven press never steps', { evenness: pressed(0.6) }, 'stay', 2],
    ['an even press steps like any other', { evenness: pressed(0.9) }, 'step-up', 3],
    ['a simulated press says nothing', { evenness: { ...pressed(0.1), by: 'simulated' } }, 'step-up', 3],
    ['a stop that nobody explained', { done: 'stopped', achieved: 25 }, 'ease-now', 1],
    ['a stop on the way to the toilet is no finding', { done: 'stopped', achieved: 2, why: 'interrupted' }, 'stay', 2],
    ['7 of 30 s is next to nothing', { done: 'partly', achieved: 7 }, 'ease-now', 1],
  ])('%s', (words, change, kind, toLevel) => {
    const level = words.includes('one level, not two') ? 3 : 2
    const decision = decided(weekly({ level }, { level }, { level, ...change }), level)
    expect(decision).toMatchObject({ kind, toLevel })
    expect(decision.because).toMatch(/^[A-Z0-9].*\.$/)
  })
  it('asks for an even press in the Press school, and says so; two uneven ones of three ease', () => {
    const uneven = { evenness: pressed(0.5) }
    const inPress = (evidence: Evidence[]) =>
      decide(questionOf(evidence, { judging, level: 2, school: schools.get('press')! }))
    const { because } = inPress(weekly({}, {}, uneven))
    expect(because).toContain('pressed evenly 50 % of the time')
    if (judging === 'belief') expect(because).toContain(': an even press comes first')
    expect(inPress(weekly({}, {}, uneven)).kind).toBe('stay')
    const wandering = weekly({}, uneven, uneven)
    expect(inPress(wandering).kind).toMatch(judging === 'counting' ? /^ease/ : /^(?:ease|stay)/)
    expect(inPress(weekly({}, {}, { evenness: pressed(0.85) })).kind).toBe('step-up')
  })
  it('moves only the side that it is of', () => {
    const sides = weekly({}, {}, {}).flatMap((entry) => [
      { ...entry, side: 'left' as const },
      { ...entry, side: 'right' as const },
    ])
    const hurt = sides.map((entry, at) => (at === sides.length - 1 ? { ...entry, painKind: 'sharp' as const } : entry))
    expect(decided(hurt)).toMatchObject({ kind: 'ease-now', moves: 'right', side: 'right' })
  })
  it('does not decide again on a side that was not noted today', () => {
    const hurt = { ...weekly({ painKind: 'sharp' })[0]!, side: 'right' as const }
    const later = weekly({}, {}, {}, {})
      .slice(1)
      .map((entry) => ({ ...entry, side: 'left' as const }))
    expect(decided([hurt, ...later]).kind).not.toMatch(/ease/)
  })
  it('suggests a clinician where it hurt twice running, and leaves out only where no rung is lower', () => {
    const twice = weekly({}, { painKind: 'sharp' }, { painKind: 'sharp' })
    expect(decided(twice)).toMatchObject({ suggestClinician: true, leaveOut: false, toLevel: 1 })
    const lowest = weekly({ level: 1 }, { level: 1, painKind: 'sharp' }, { level: 1, painKind: 'sharp' })
    expect(decided(lowest, 1)).toMatchObject({ suggestClinician: true, leaveOut: true, toLevel: 1 })
    expect(decided(weekly({}, { painKind: 'sharp' })).suggestClinician).toBe(false)
  })
  it('does not leave out what was twice called away from', () => {
    const away = { done: 'stopped', achieved: 1, why: 'interrupted' } as const
    expect(decided(weekly({}, away, away))).toMatchObject({ kind: 'stay', suggestClinician: false })
  })
  it('lets the weaker side step alone, and says which', () => {
    const sides = weekly({}, {}, {}, {}).flatMap((entry) => [
      { ...entry, side: 'left' as const, level: 1, effort: 2 },
      { ...entry, side: 'right' as const, level: 3 },
    ])
    const decision = decide(questionOf(sides, { judging, levels: { left: 1, right: 3 } }))
    expect(decision).toMatchObject({ kind: 'step-up', moves: 'left', fromLevel: 1, toLevel: 2 })
  })
  it('says that nothing is known where nothing was noted', () => {
    const decision = decide(questionOf([], { judging }))
    expect(decision).toMatchObject({ kind: 'too-early', because: 'Nothing was recorded.' })
    expect(decision.because).not.toMatch(/\d/)
  })
})

describe('strength and stretching', () => {
  it('steps strength up to effort 7, stretching of Dwell up to 4', () => {
    const notes = weekly({ effort: 6 }, { effort: 6 }, { effort: 6 })
    const by = (quality: 'strength' | 'mobility') => decide(questionOf(notes, { judging: 'counting', quality })).kind
    expect(by('strength')).toBe('step-up')
    expect(by('mobility')).toBe('stay')
  })
})

describe('counting', () => {
  const decided = (evidence: Evidence[], level = 2) => decide(questionOf(evidence, { judging: 'counting', level }))
  it.each<[string, Evidence[], string, number]>([
    ['held in full at easy effort in two meetings running', weekly({}, {}), 'step-up', 3],
    ['held in full once: too early', weekly({}), 'too-early', 2],
    ['an empty field breaks no run', weekly({}, { effort: null, form: null }, {}), 'step-up', 3],
    ['but counts for nothing', weekly({}, { effort: null }), 'ask', 2],
    ['effort 5 the second time is more than Dwell allows', weekly({}, { effort: 5 }), 'stay', 2],
    [
      'under four fifths twice of the last three',
      weekly({ done: 'partly', achieved: 23 }, {}, { done: 'partly', achieved: 23 }),
      'ease',
      1,
    ],
    ['very easy in the first meetings: one is enough', weekly({ effort: 2 }), 'step-up', 3],
    [
      'held on a lower rung on a tired day says nothing',
      weekly({ level: 1, effort: 1 }, { level: 1, effort: 1 }),
      'stay',
      2,
    ],
    [
      'the next rung was tried lately and not reached',
      weekly({ level: 3, done: 'partly', achieved: 25 }, {}, {}),
      'stay',
      2,
    ],
    [
      'a rung that hurt was not reached, though it was held',
      weekly({ level: 3, painKind: 'pinch' }, {}, {}),
      'stay',
      2,
    ],
    [
      'what was noted of all counts for nobody: it is asked',
      weekly({ isGroup: true, feel: 'easy', effort: null }, { isGroup: true, feel: 'easy', effort: null }),
      'ask',
      2,
    ],
  ])('%s', (_, evidence, kind, toLevel) => {
    expect(decided(evidence)).toMatchObject({ kind, toLevel })
  })
  it('does not ease twice for the same two meetings', () => {
    const poor = weekly(
      { level: 3, done: 'partly', achieved: 15 },
      { level: 3, done: 'partly', achieved: 15 },
      { level: 2 },
    )
    expect(decided(poor, 2).kind).not.toMatch(/ease/)
  })
  it('takes no shortcut where balance is at stake', () => {
    expect(decide(questionOf(weekly({ effort: 1 }), { judging: 'counting', isCareful: true })).kind).toBe('too-early')
  })
})

describe('what is believed', () => {
  const decided = (evidence: Evidence[], change = {}) => decide(questionOf(evidence, change))
  it('steps up where the next rung is within reach, and says how likely and what says so', () => {
    const decision = decided(weekly({ effort: 1 }, { effort: 1 }, { effort: 1 }))
    expect(decision).toMatchObject({ kind: 'step-up', by: 'belief', toLevel: 3 })
    expect(decision.because).toMatch(/^Level 3 is within reach, (?:\w+ times of ten|nearly always); what says so last/)
    expect(decision.because).toContain('30 of 30 s, effort 1, clean')
  })
  it('steps by the school’s rule where that is met, says so, and says how likely', () => {
    expect(decided(weekly({}, {}, {})).because).toBe(
      '30 of 30 s, effort 3, clean, 3 meetings running: this school’s rule is met, and level 3 is within reach ' +
        'six times of ten, which is enough then.',
    )
  })
  it('learns from what was noted, and nothing from what was not', () => {
    const empty = { effort: null, form: null, pain: null, painKind: null, achieved: null, done: 'noted' } as const
    const [with_, without] = [weekly({}, {}, empty), weekly({}, {})].map((notes) => questionOf(notes).sides[0]!.belief)
    const mean = (belief: Float64Array) => belief.reduce((sum, mass, at) => sum + mass * at, 0)
    // A week more has passed, so it is a little wider; the notes themselves are worth the same.
    expect(Math.abs(mean(with_!) - mean(without!))).toBeLessThan(0.5)
  })
  it('goes on with empty fields, where counting would stand still', () => {
    const patchy = weekly({}, { effort: null }, { form: null }, { effort: null, form: null }, { effort: 2 })
    expect(decided(patchy).kind).toBe('step-up')
  })
  it('eases a rung that is out of reach now, a true drop within two meetings', () => {
    const poor = { level: 3, done: 'partly', achieved: 16, effort: 9, form: 'slipped' } as const
    const dropped = weekly({ level: 3 }, { level: 3 }, { level: 3 }, poor, poor)
    expect(decided(dropped, { level: 3 })).toMatchObject({ kind: 'ease', by: 'belief' })
  })
  it('asks where the answer could decide, and only there', () => {
    const unsaid = { effort: null, form: null }
    expect(decided(weekly(unsaid, unsaid, unsaid)).kind).toBe('ask')
    // Somebody who can plainly do more is not asked, nor is somebody who slipped.
    expect(decided(weekly({ effort: 1 }, { effort: 1 }, { effort: 1 }, { ...unsaid, form: 'clean' })).kind).toBe(
      'step-up',
    )
    expect(decided(weekly({}, { effort: null, form: 'slipped' })).kind).toBe('stay')
  })
  it('takes no guess where balance is at stake: two careful meetings of their own, and none of the group’s', () => {
    const easy = { effort: 1, feel: null }
    expect(decided(weekly(easy), { isCareful: true }).kind).not.toBe('step-up')
    expect(decided(weekly(easy, easy, easy), { isCareful: true }).kind).toBe('step-up')
    const group = { effort: null, feel: 'easy', isGroup: true } as const
    expect(decided(weekly(group, group, group, group, group, group), { isCareful: true }).kind).not.toBe('step-up')
  })
  it('believes a note of the whole group less than one of a person', () => {
    const chance = (isGroup: boolean) =>
      decided(weekly(...Array(3).fill({ effort: null, feel: 'easy', isGroup }))).streak
    expect(chance(true)).toBeLessThan(chance(false))
  })
  it('stays on the highest rung and says so', () => {
    expect(decided(weekly({ level: 3 }, { level: 3 }), { level: 3 })).toMatchObject({
      kind: 'stay',
      toLevel: 3,
      because: expect.stringContaining('highest rung'),
    })
  })
  it('steps earlier in a school that dares more', () => {
    const notes = weekly({ effort: null, form: 'clean' })
    const by = (school: 'dwell' | 'measured-load') => decided(notes, { school: schools.get(school)! }).kind
    expect(by('dwell')).not.toBe('step-up')
    expect(by('measured-load')).toBe('step-up')
  })
})
