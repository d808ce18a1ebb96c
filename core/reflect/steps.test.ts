import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Given } from '../offer/dials'
import type { Person } from '../offer/person'
import { blockTurns } from './blockTurns'
import type { DatedOutcome } from './datedOutcome'
import { reflectOn } from './reflectOn'
import type { Step } from './step'
import { settledLevel } from './settle'

const catalogue = shippedCatalogue()
const day = (week: number) => new Date(Date.UTC(2026, 0, 5 + 7 * week)).toISOString().slice(0, 10)
const reps: Given = { dose: { kind: 'reps', count: 8, out: 2, pause: 1, back: 3, between: 1, lastHold: 0 }, rounds: 1 }
const sitter = (change: Partial<Person> = {}) =>
  personIn('chair', { levels: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', level: 1 }], ...change })

function outcome(week: number, change: Partial<DatedOutcome> = {}): DatedOutcome {
  return {
    id: crypto.randomUUID(),
    at: week,
    blockId: 'b',
    participant: sitter().id,
    movement: 'sit-to-stand',
    tier: 'chair',
    side: 'both',
    variation: 'sit-to-stand.chair.1',
    level: 1,
    dials: {},
    own: null,
    done: 'done',
    target: 8,
    achieved: 8,
    unit: 'repetitions',
    effort: 3,
    pain: null,
    painKind: null,
    form: 'clean',
    cheat: '',
    painWhere: '',
    support: null,
    why: null,
    isGroup: false,
    feel: null,
    evenness: null,
    takesBack: null,
    device: '',
    note: '',
    clears: [],
    meetingId: `w${week}`,
    date: day(week),
    arrivalPain: 1,
    ...change,
  }
}
const weeks = (count: number, change: Partial<DatedOutcome> = {}) =>
  Array.from({ length: count }, (_, week) => outcome(week, change))
const stepOf = (person: Person, outcomes: DatedOutcome[], school: 'dwell' | 'measured-load' = 'dwell') =>
  reflectOn(
    outcomes.at(-1)!.meetingId,
    { person, outcomes, blockIn: () => ({ school, given: reps }), judging: 'counting' },
    catalogue,
  )[0]!
const believedStep = (person: Person, outcomes: DatedOutcome[]) =>
  reflectOn(
    outcomes.at(-1)!.meetingId,
    { person, outcomes, blockIn: () => ({ school: 'dwell', given: reps }) },
    catalogue,
  )[0]!

describe('a step', () => {
  it('is a whole level in the first six meetings, and one dial from then on', () => {
    expect(stepOf(sitter(), weeks(6))).toMatchObject({ kind: 'step-up', toLevel: 2, turn: null })
    expect(stepOf(sitter(), weeks(7))).toMatchObject({
      kind: 'step-up',
      fromLevel: 1,
      toLevel: 1,
      turn: { dial: 'prop-height', from: 20, to: 15 },
      earned: { dial: 'repetitions', to: 9 },
    })
  })
  it('takes new evidence after each turn: what was done before it says nothing', () => {
    const turned = sitter({
      dials: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', dial: 'prop-height', value: 15, since: day(6) }],
    })
    expect(stepOf(turned, weeks(8))).toMatchObject({
      kind: 'stay',
      because: expect.stringContaining('before the last turn'),
    })
    expect(stepOf(turned, weeks(9))).toMatchObject({ kind: 'step-up', turn: { from: 15, to: 10 } })
  })
  it('turns a dial at the highest rung too, and says nothing of its being the highest', () => {
    const top = catalogue.movements.get('sit-to-stand')!.ladders.chair!.at(-1)!.level
    const person = sitter({
      levels: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', level: top }],
      dials: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', dial: 'repetitions', value: 6, since: day(0) }],
    })
    const step = stepOf(person, weeks(9, { level: top, target: 6, achieved: 6 }))
    expect(step).toMatchObject({ kind: 'step-up', turn: { dial: 'repetitions', from: 6, to: 7 } })
    expect(step.because).not.toContain('highest')
  })
  it('is eased by the dial that was turned, by the level where none was, and at once always by the level', () => {
    const turned = sitter({
      levels: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', level: 2 }],
      dials: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', dial: 'prop-height', value: 5, since: day(1) }],
    })
    const poor = weeks(8, { level: 2, achieved: 5, done: 'partly' })
    expect(stepOf(turned, poor)).toMatchObject({ kind: 'ease', toLevel: 2, turn: { from: 5, to: 10 } })
    expect(stepOf({ ...turned, dials: [] }, poor)).toMatchObject({ kind: 'ease', toLevel: 1, turn: null })
    expect(stepOf(turned, [...poor, outcome(8, { level: 2, painKind: 'sharp' })])).toMatchObject({
      kind: 'ease-now',
      toLevel: 1,
      turn: null,
    })
  })
  it('is judged as Dwell in the first month of Measured load, and by one full set afterwards', () => {
    expect(stepOf(sitter(), weeks(1, { effort: 9 }), 'measured-load')).toMatchObject({
      kind: 'too-early',
      because: expect.stringContaining('In the first month nobody goes to the limit'),
    })
    expect(stepOf(sitter(), weeks(8, { effort: 9 }), 'measured-load')).toMatchObject({ kind: 'step-up' })
    expect(
      stepOf(sitter(), [...weeks(8), outcome(8, { done: 'partly', achieved: 7 })], 'measured-load').because,
    ).toContain('Record: 8 repetitions')
  })
  it('by what is believed turns a dial where that is in reach, and skips dials where the next rung plainly is', () => {
    const next = believedStep(sitter(), weeks(8, { effort: 4, form: null }))
    expect(next).toMatchObject({ kind: 'step-up', by: 'belief' })
    const easy = believedStep(sitter(), weeks(8, { effort: 0 }))
    expect(easy).toMatchObject({ kind: 'step-up', toLevel: 2, turn: null })
  })
  it('carries the last four meetings as its picture', () => {
    expect(stepOf(sitter(), weeks(9)).recent.map((entry) => entry.date)).toEqual([5, 6, 7, 8].map(day))
  })
})

describe('an answer', () => {
  it('keeps the difference between the sides, and begins a new rung with its dials as the block gives them', () => {
    const before = {
      levels: [
        { movement: 'a', tier: 'chair' as const, side: 'left' as const, level: 1 },
        { movement: 'a', tier: 'chair' as const, side: 'right' as const, level: 2 },
      ],
      dials: [
        {
          movement: 'a',
          tier: 'chair' as const,
          side: 'both' as const,
          dial: 'hold' as const,
          value: 40,
          since: day(0),
        },
      ],
    }
    const after = settledLevel(before, { movement: 'a', tier: 'chair', toLevel: 2, turn: null }, 1, day(3))
    expect(after.levels.map(({ side, level }) => [side, level])).toEqual([
      ['left', 2],
      ['right', 3],
    ])
    expect(after.dials).toEqual([])
  })
  it('of one side leaves the other where it was, its dials too', () => {
    const both = { movement: 'a', tier: 'chair' as const, side: 'both' as const }
    const before = {
      levels: [{ ...both, level: 3 }],
      dials: [{ ...both, dial: 'hold' as const, value: 40, since: day(0) }],
    }
    const eased = settledLevel(
      before,
      { movement: 'a', tier: 'chair', toLevel: 2, moves: 'left', turn: null },
      3,
      day(3),
    )
    expect(eased.levels.map(({ side, level }) => [side, level])).toEqual([
      ['left', 2],
      ['right', 3],
    ])
    expect(eased.dials.map(({ side, value }) => [side, value])).toEqual([['right', 40]])
    const again = settledLevel(
      eased,
      { movement: 'a', tier: 'chair', toLevel: 3, moves: 'left', turn: null },
      2,
      day(4),
    )
    expect(again.levels).toEqual([{ ...both, level: 3 }])
  })
  it('turns one dial and leaves the others, the levels and other movements alone', () => {
    const dial = (movement: string, name: 'hold' | 'rounds', value: number) => ({
      movement,
      tier: 'chair' as const,
      side: 'both' as const,
      dial: name,
      value,
      since: day(0),
    })
    const before = {
      levels: [{ movement: 'a', tier: 'chair' as const, side: 'both' as const, level: 2 }],
      dials: [dial('a', 'hold', 30), dial('a', 'rounds', 1), dial('b', 'hold', 20)],
    }
    const after = settledLevel(
      before,
      { movement: 'a', tier: 'chair', toLevel: 2, turn: { dial: 'hold', to: 40 } },
      2,
      day(3),
    )
    expect(after.levels).toEqual(before.levels)
    expect(after.dials.map(({ movement, dial: name, value }) => `${movement} ${name} ${value}`).sort()).toEqual([
      'a hold 40',
      'a rounds 1',
      'b hold 20',
    ])
  })
})

describe('the block’s dose', () => {
  const earned = { dial: 'repetitions' as const, from: 8, to: 9, words: 'repetitions 8 → 9' }
  const cushion = { dial: 'prop-height' as const, from: 20, to: 15, words: 'one cushion less' }
  const base = stepOf(sitter(), weeks(7))
  const led = planWith([blockOfMovement('sit-to-stand', { id: 'b' })])
  const step = (change: Partial<Step>): Step => ({ ...base, ...change })

  it('is proposed to rise once more than half have earned it; for them that is the step', () => {
    const all = [
      step({ earned, turn: cushion }),
      step({ earned, turn: null, toLevel: 2 }),
      step({ kind: 'stay', earned: null, turn: null }),
    ]
    const { proposals, steps } = blockTurns(all, led, catalogue.judgement)
    expect(proposals).toEqual([{ blockId: 'b', movement: 'sit-to-stand', turn: earned, earned: 2, of: 3 }])
    expect(steps.map((one) => [one.kind, one.turn?.dial, one.toLevel])).toEqual([
      ['step-up', 'repetitions', 1],
      ['step-up', 'repetitions', 1],
      ['stay', undefined, 1],
    ])
  })
  it('is the block’s own movement’s, whatever stands in for it in a lane, and none of a block that is gone', () => {
    const all = [
      step({ earned, turn: cushion, movement: 'bridge', tier: 'bed' }),
      step({ earned, turn: null, toLevel: 2 }),
    ]
    expect(blockTurns(all, led, catalogue.judgement).proposals).toMatchObject([{ movement: 'sit-to-stand' }])
    expect(blockTurns(all, planWith([]), catalogue.judgement).proposals).toEqual([])
  })
  it('stays where half or fewer have: their next dial is turned', () => {
    const all = [step({ earned, turn: cushion }), step({ kind: 'stay', earned: null, turn: null })]
    expect(blockTurns(all, led, catalogue.judgement)).toEqual({ proposals: [], steps: all })
  })
})
