import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import { believedOf } from './capacities'
import { outcomesByPerson, type DatedOutcome } from './datedOutcome'
import { grouped } from '../grouped'
import { reflectOn, type BlockToday } from './reflectOn'

const catalogue = shippedCatalogue()
const dwellBlock = (): BlockToday => ({ school: 'dwell', given: { dose: { kind: 'hold', seconds: 30 }, rounds: 1 } })
const person = personIn('chair')

/** Meetings a week apart. */
const DAYS: Record<string, string> = { a: '2026-03-02', b: '2026-03-09', c: '2026-03-16', d: '2026-03-23' }

function outcome(movement: string, meetingId: string, change: Partial<DatedOutcome> = {}): DatedOutcome {
  return {
    id: crypto.randomUUID(),
    at: 1,
    blockId: 'b',
    participant: person.id,
    movement,
    tier: 'chair',
    side: 'both',
    variation: null,
    level: 2,
    dials: {},
    own: null,
    done: 'done',
    target: 30,
    achieved: 30,
    unit: 's',
    effort: 2,
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
    meetingId,
    date: DAYS[meetingId] ?? meetingId,
    arrivalPain: null,
    ...change,
  }
}
/** Movements of the chair whose level 2 is followed by a 3 that stands on two legs, by their main part of the body. */
const byRegion = grouped(
  [...catalogue.movements.values()].filter(
    ({ quality, ladders }) =>
      (quality === 'mobility' || quality === 'control') &&
      [2, 3].every((level) => ladders.chair?.some((rung) => rung.level === level)),
  ),
  (movement) => Object.entries(movement.regions).toSorted((a, b) => b[1] - a[1])[0]![0],
)
const MOVEMENTS = [...byRegion.values()].map(([first]) => first!.id).slice(0, 5)
const reflected = (meetingId: string, outcomes: DatedOutcome[]) =>
  reflectOn(meetingId, { person, outcomes, blockIn: dwellBlock }, catalogue)

describe('reflecting on a meeting', () => {
  it('decides once for each movement of this meeting and none of others', () => {
    const decisions = reflected('b', [outcome('bridge', 'a'), outcome('side-bend', 'a'), outcome('bridge', 'b')])
    expect(decisions.map((decision) => decision.movement)).toEqual(['bridge'])
  })
  it('takes three steps at most in one meeting, those with the longest run of good meetings first', () => {
    const history = MOVEMENTS.flatMap((movement, at) =>
      ['a', 'b', 'c', 'd'].slice(at > 2 ? 0 : 2).map((meeting) => outcome(movement, meeting)),
    )
    const decisions = reflected('d', history)
    const steps = decisions.filter((decision) => decision.kind === 'step-up').map((decision) => decision.movement)
    expect(steps).toHaveLength(3)
    expect(steps).toEqual(expect.arrayContaining(MOVEMENTS.slice(3)))
    expect(
      decisions
        .filter((decision) => decision.kind === 'stay')
        .every((decision) => decision.because.includes('Three steps')),
    ).toBe(true)
  })
  it('takes one step for a part of the body in one meeting, the surest', () => {
    const knees = [...byRegion.values()].find((own) => own.length > 1)!.map((movement) => movement.id)
    const history = knees.flatMap((movement) => ['a', 'b', 'c', 'd'].map((meeting) => outcome(movement, meeting)))
    const decisions = reflected('d', history)
    expect(decisions.length).toBeGreaterThan(1)
    expect(decisions.filter((decision) => decision.kind === 'step-up')).toHaveLength(1)
    expect(decisions.map((decision) => decision.because).join(' ')).toContain('One step for a part of the body')
  })
  it('counts the one that hurt where a movement came twice in a meeting, though both reached as much', () => {
    const [decision] = reflected('b', [
      outcome('bridge', 'a'),
      outcome('bridge', 'b'),
      outcome('bridge', 'b', { blockId: 'c', pain: 6, painKind: 'sharp' }),
    ])
    expect(decision!.kind).toBe('ease-now')
  })
  it('never proposes a step up where a step is itself the harm, and says so', () => {
    const considerations = [{ consideration: 'worse-after-effort', side: 'both' as const, clearedBy: '' }]
    const outcomes = ['a', 'b', 'c', 'd'].map((meeting) => outcome('bridge', meeting))
    const stepFor = (one: typeof person) =>
      reflectOn('d', { person: one, outcomes, blockIn: dwellBlock }, catalogue)[0]!
    expect(stepFor(person).kind).toBe('step-up')
    expect(stepFor({ ...person, considerations })).toMatchObject({ kind: 'stay', toLevel: 2 })
    expect(stepFor({ ...person, considerations }).because).toContain('taken by hand')
  })
  it('goes by form and hand where effort is not asked, whatever was noted of it', () => {
    const considerations = [{ consideration: 'memory-attention', side: 'both' as const, clearedBy: '' }]
    const stepFor = (one: typeof person, effort: number | null) =>
      reflectOn(
        'd',
        {
          person: one,
          outcomes: ['a', 'b', 'c', 'd'].map((meeting) => outcome('bridge', meeting, { effort })),
          blockIn: dwellBlock,
        },
        catalogue,
      )[0]!
    expect(stepFor(person, 9).kind).toBe('stay')
    for (const effort of [null, 2, 9]) {
      const step = stepFor({ ...person, considerations }, effort)
      expect(step.kind).toBe('step-up')
      expect(step.because).toContain('effort is not asked')
    }
  })
  it('counts the harder of two outcomes when a movement came twice', () => {
    const twice = [
      outcome('bridge', 'a'),
      outcome('bridge', 'b', { achieved: 10, done: 'partly' }),
      outcome('bridge', 'b', { blockId: 'later' }),
    ]
    expect(reflected('b', twice)[0]).toMatchObject({ kind: 'stay' })
  })
  it('leaves what was not done out of the evidence', () => {
    expect(reflected('a', [outcome('bridge', 'a', { done: 'not-done' })])).toEqual([])
  })
})

describe('the outcomes of a class', () => {
  const [anns, bos] = [outcome('bridge', 'a'), outcome('bridge', 'a', { participant: 'bo' })]
  const later = outcome('bridge', 'b')
  const all = [anns, bos, later]

  it('are told apart by person, in their order', () => {
    expect([...outcomesByPerson(all)]).toEqual([
      [person.id, [anns, later]],
      ['bo', [bos]],
    ])
  })

  it('are the same lists whoever asks, so that what is believed of somebody is worked out once', () => {
    const first = believedOf(outcomesByPerson(all).get('bo')!, catalogue)
    expect(believedOf(outcomesByPerson(all).get('bo')!, catalogue)).toBe(first)
  })
})
