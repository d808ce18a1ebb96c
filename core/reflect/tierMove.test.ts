import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { OutcomeEvent } from '../lead/outcome'
import { offersFor } from '../offer/offerFor'
import { USUAL_ARRIVAL, type Person } from '../offer/person'
import { todayOf } from '../offer/today'
import type { DatedOutcome } from './datedOutcome'
import { tierStep, visitsOf, type TierEvidence } from './tierMove'

const catalogue = shippedCatalogue()
const LINKED = ['sit-to-stand', 'knee-straightening', 'knee-lift-hold']
const sitter = (change: Partial<Person> = {}) =>
  personIn('chair', {
    access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
    levels: LINKED.map((movement) => ({ movement, tier: 'chair', side: 'both', level: 3 })),
    ...change,
  })
/** What the gate before standing asks, shown. */
const shown = [
  storedMeasure('own-seat-stands', 5),
  storedMeasure('feet-together', 10),
  storedMeasure('half-tandem', 10),
  storedMeasure('behind-chair-stand', 120, { pain: 1 }),
]
const evidence = (change: Partial<TierEvidence> = {}): TierEvidence => ({
  measures: shown,
  outcomes: [],
  visitingSince: null,
  news: 'none',
  on: '2026-11-25',
  ...change,
})
const visit = (
  meeting: string,
  done: OutcomeEvent['done'][],
  tier: 'standing' | 'chair' = 'standing',
): DatedOutcome[] =>
  done.map((one, at) => ({
    id: `${meeting}${at}`,
    at,
    blockId: `b${at}`,
    participant: sitter().id,
    movement: 'bridge',
    tier,
    side: 'both',
    variation: null,
    level: 1,
    dials: {},
    own: null,
    done: one,
    target: 8,
    achieved: null,
    unit: 'repetitions',
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
    device: '',
    note: '',
    clears: [],
    meetingId: meeting,
    date: meeting,
    arrivalPain: null,
  }))
const visiting = (outcomes: DatedOutcome[][], judging: TierEvidence['judging'] = 'belief') =>
  tierStep(
    sitter({ visiting: 'standing' }),
    evidence({ outcomes: outcomes.flat(), visitingSince: '2026-11-01', judging }),
    catalogue,
  )

describe('between tiers', () => {
  it('are two visits proposed once the gate is passed and half of the linked movements are at level 3', () => {
    expect(tierStep(sitter(), evidence(), catalogue)).toMatchObject({ kind: 'visits', from: 'chair', to: 'standing' })
  })
  it('says what is missing until then: conditions not shown, and how many levels', () => {
    const step = tierStep(
      sitter({ levels: sitter().levels.slice(1) }),
      evidence({ measures: shown.slice(1) }),
      catalogue,
    )!
    expect(step.kind).toBe('gate')
    expect(step.missing).toEqual([
      'five stands from the own seat without hands',
      expect.stringContaining('level 3 in 3 of: sit to stand'),
    ])
  })
  it('counts a visit with four fifths of the blocks done and no stop; two running propose the move', () => {
    const good = ['done', 'done', 'done', 'more', 'partly'] as const
    expect(visiting([])).toMatchObject({ kind: 'visiting', because: expect.stringContaining('No visit yet') })
    expect(visiting([visit('2026-11-04', [...good])])).toMatchObject({
      kind: 'visiting',
      because: expect.stringContaining('one more'),
    })
    expect(visiting([visit('2026-11-04', [...good]), visit('2026-11-11', [...good])])).toMatchObject({ kind: 'move' })
    expect(
      visiting([visit('2026-11-04', [...good]), visit('2026-11-11', ['done', 'partly', 'partly', 'done', 'done'])]),
    ).toMatchObject({ kind: 'visiting', because: expect.stringContaining('3 of 5') })
    expect(
      visiting([
        visit('2026-11-04', [...good]),
        visit('2026-11-11', ['done', 'done', 'done', 'done', 'done', 'stopped']),
      ]),
    ).toMatchObject({ kind: 'visiting', because: expect.stringContaining('Stopped') })
  })
  it('does not begin anew for one slow visit where what was worked there is within reach; by counting it does', () => {
    const all = ['done', 'done', 'done', 'done', 'done'] as const
    const slow = visit('2026-11-11', ['done', 'partly', 'partly', 'done', 'done'])
    const visits = [visit('2026-11-04', [...all]), slow, visit('2026-11-18', [...all]), visit('2026-11-19', ['partly'])]
    expect(visiting(visits.slice(0, 3))).toMatchObject({
      kind: 'move',
      because: '3 visits, the last one good, and 1 of 1 movements there are within reach.',
    })
    expect(visiting(visits.slice(0, 3), 'counting')).toMatchObject({ kind: 'visiting' })
    expect(visiting(visits)).toMatchObject({ kind: 'visiting' })
  })
  it('proposes visits where level 3 is believed within reach though it is not worked at yet', () => {
    const below = sitter({ levels: LINKED.map((movement) => ({ movement, tier: 'chair', side: 'both', level: 2 })) })
    const noted = ['2026-11-01', '2026-11-08', '2026-11-15', '2026-11-22'].flatMap((date) =>
      LINKED.map((movement, at) => ({
        ...visit(date, ['done'], 'chair')[0]!,
        ...{ id: `${date} ${movement}`, blockId: `b${at}`, movement, level: 2, effort: 1, form: 'clean' as const },
        achieved: 8,
      })),
    )
    expect(tierStep(below, evidence({ outcomes: [] }), catalogue)?.kind).toBe('gate')
    expect(tierStep(below, evidence({ outcomes: noted }), catalogue)?.kind).toBe('visits')
    expect(tierStep(below, evidence({ outcomes: noted, judging: 'counting' }), catalogue)?.kind).toBe('gate')
  })
  it('counts no meeting worked at home, nor one before the visits were agreed', () => {
    expect(
      visitsOf(
        [...visit('2026-10-01', ['done']), ...visit('2026-11-04', ['done'], 'chair')],
        'standing',
        '2026-11-01',
        catalogue.judgement,
      ),
    ).toEqual([])
  })
  it('goes down at once after a fall or a faint, and where the own gate is no longer passed', () => {
    const stander = personIn('standing', { levels: [] })
    expect(tierStep(stander, evidence({ news: 'fall' }), catalogue)).toMatchObject({
      kind: 'down',
      from: 'standing',
      to: 'chair',
      because: expect.stringContaining('fall'),
    })
    const missed = storedMeasure('feet-together', 4)
    const before = { ...missed, id: 'before', takenAt: '2026-11-01T10:00:00.000Z' }
    expect(tierStep(stander, evidence({ measures: [missed] }), catalogue)?.kind).not.toBe('down')
    expect(tierStep(stander, evidence({ measures: [before, missed] }), catalogue)).toMatchObject({
      kind: 'down',
      because: 'No longer shown: feet together for 10 s.',
    })
    expect(tierStep(stander, evidence({ news: 'operation' }), catalogue)?.kind).not.toBe('down')
  })
  it('steers nobody to the floor for standing well', () => {
    const stander = personIn('standing', { access: { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'no' } })
    expect(tierStep(stander, evidence({ measures: [] }), catalogue)).toBeNull()
  })
  it('proposes nothing above the floor', () => {
    expect(tierStep(personIn('floor'), evidence({ measures: [] }), catalogue)).toBeNull()
  })
})

describe('a visit', () => {
  const offer = (person: Person, movement: string) => {
    const today = todayOf(person, catalogue, USUAL_ARRIVAL, { daysAway: 7, screenedDaysAgo: 10 })
    return offersFor(
      { movement: catalogue.movements.get(movement)!, ...catalogue.movements.get(movement)!.doses.dwell },
      { person, today, catalogue, arrival: USUAL_ARRIVAL },
    )[0]!
  }
  it('is worked in the other tier, at the lower of the old level and 2', () => {
    const person = sitter({
      visiting: 'standing',
      access: { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' },
    })
    expect(offer(person, 'sit-to-stand')).toMatchObject({ tier: 'standing', wantedLevel: 2 })
    expect(
      offer(
        { ...person, levels: [{ movement: 'sit-to-stand', tier: 'chair', side: 'both', level: 1 }] },
        'sit-to-stand',
      ).wantedLevel,
    ).toBe(1)
  })
  it('is worked at level 2 at most, whatever somebody once did there', () => {
    const once = sitter({
      visiting: 'standing',
      access: { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' },
      levels: [{ movement: 'sit-to-stand', tier: 'standing', side: 'both', level: 4 }],
    })
    expect(offer(once, 'sit-to-stand').wantedLevel).toBe(2)
  })
  it('to the floor begins at level 1; no move ever raises a level', () => {
    const stander = personIn('standing', {
      visiting: 'floor',
      levels: [{ movement: 'bridge', tier: 'standing', side: 'both', level: 4 }],
    })
    expect(offer(stander, 'bridge').wantedLevel).toBe(1)
    const moved = { ...stander, visiting: null, homeTier: 'floor' as const }
    expect(offer(moved, 'bridge').wantedLevel).toBe(1)
  })
})
