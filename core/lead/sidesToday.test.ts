import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { notedTwice, type OutcomeEvent } from './outcome'
import { habitIn, sidesToday, startSideFor } from './sidesToday'

describe('the sides of a circle', () => {
  it('begin always the same, or in turn from meeting to meeting', () => {
    expect(sidesToday({ sideHabit: 'left-right', startSide: 'right' }, 0)).toEqual({
      sideHabit: 'left-right',
      startSide: 'right',
    })
    const inTurn = (before: number) => sidesToday({ sideHabit: 'left-right', startSide: 'in-turn' }, before).startSide
    // However many weeks lie between them: with one every fortnight it would be the same side for ever by the calendar.
    expect([0, 1, 2, 3].map(inTurn)).toEqual(['left', 'right', 'left', 'right'])
  })
  it('begin with each one’s tighter side where the circle does so, and then nobody says left and right', () => {
    const circle = { sideHabit: 'left-right', startSide: 'tighter' } as const
    const today = sidesToday(circle, 0)
    expect(today.sideHabit).toBe('first-second')
    const level = (side: 'left' | 'right', rung: number) => ({
      movement: 'bridge',
      tier: 'chair' as const,
      side,
      level: rung,
    })
    expect(
      startSideFor(
        personIn('chair', { levels: [level('left', 3), level('right', 2)] }),
        { movement: 'bridge', tier: 'chair' },
        circle,
        today,
      ),
    ).toBe('right')
    expect(startSideFor(personIn('chair'), { movement: 'bridge', tier: 'chair' }, circle, today)).toBe('left')
  })
})

describe('two devices', () => {
  const note = (change: Partial<OutcomeEvent>): OutcomeEvent => ({
    id: crypto.randomUUID(),
    at: 1,
    blockId: 'a',
    participant: '11111111-1111-4111-8111-111111111111',
    movement: 'bridge',
    tier: 'chair',
    side: 'left',
    variation: null,
    level: 2,
    dials: {},
    own: null,
    done: 'done',
    target: 30,
    achieved: 30,
    unit: 's',
    effort: null,
    pain: null,
    painKind: null,
    form: null,
    cheat: '',
    painWhere: '',
    support: null,
    why: null,
    isGroup: false,
    feel: null,
    evenness: null,
    takesBack: null,
    device: 'a',
    note: '',
    clears: [],
    ...change,
  })
  it('that note the same thing otherwise are told, and the later one counts, whichever comes first', () => {
    const [early, late] = [note({ done: 'done' }), note({ at: 2, done: 'partly', device: 'b' })]
    for (const events of [
      [early, late],
      [late, early],
    ])
      expect(notedTwice(events)).toMatchObject([{ counts: 'partly', also: 'done' }])
  })
  it('are not mentioned where one corrects itself, or both agree', () => {
    expect(notedTwice([note({}), note({ at: 2, done: 'eased' })])).toEqual([])
    expect(notedTwice([note({}), note({ at: 2, device: 'b' })])).toEqual([])
  })
  it('has everybody begin on their own tighter side where the plan says so', () => {
    const circle = { sideHabit: 'left-right', startSide: 'left' } as const
    expect(sidesToday(habitIn(circle, { order: 'tighter-first' }), 0).sideHabit).toBe('first-second')
    expect(sidesToday(habitIn(circle, { order: null }), 0)).toEqual(circle)
  })
})
