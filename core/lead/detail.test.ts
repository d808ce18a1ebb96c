import { describe, expect, it } from 'vitest'
import { withDetail } from './detail'
import { foldOutcomes, OutcomeEvent } from './outcome'

const outcome = OutcomeEvent.parse({
  id: '00000000-0000-4000-8000-000000000001',
  at: 1,
  blockId: 'a',
  participant: '11111111-1111-4111-8111-111111111111',
  movement: 'bridge',
  tier: 'chair',
  side: 'both',
  variation: 'bridge.chair.2',
  level: 2,
  done: 'done',
  target: 30,
  achieved: 30,
  unit: 's',
})
/** What holds after details were said one after the other. */
const after = (...details: Parameters<typeof withDetail>[1][]) =>
  details.reduce<{ events: OutcomeEvent[]; held: OutcomeEvent }>(
    ({ events, held }, detail, index) => {
      const next = { ...withDetail(held, detail), id: crypto.randomUUID(), at: index + 2 }
      const all = [...events, next]
      return { events: all, held: foldOutcomes(all)[0]! }
    },
    { events: [outcome], held: outcome },
  ).held

describe('a detail', () => {
  it('is added, and another of its kind takes its place', () => {
    expect(after({ effort: 3 }, { form: 'clean' }, { effort: 5 })).toMatchObject({ effort: 5, form: 'clean' })
  })
  it.each([
    [{ effort: 3 }, { effort: null }],
    [{ effort: 0 }, { effort: null }],
    [{ form: 'clean' }, { form: null }],
    [{ painWhere: 'knee' }, { painWhere: '' }],
  ] as const)('said twice is taken back: %o', (detail, empty) => {
    expect(after(detail, detail)).toMatchObject({ ...empty, achieved: 30, done: 'done' })
    expect(after(detail, detail, detail)).toMatchObject(detail)
  })
  it('takes with it what belonged to it', () => {
    expect(after({ pain: 4 }, { painKind: 'pinch' }, { painWhere: 'knee' }, { pain: 4 })).toMatchObject({
      pain: null,
      painKind: null,
      painWhere: '',
    })
    const slipped = { ...outcome, form: 'slipped', cheat: 'Leans' } as const
    expect(withDetail(slipped, { form: 'slipped' }).clears).toEqual(['form', 'cheat'])
  })
  it('is a note that can be emptied', () => {
    expect(after({ note: 'Left knee' }, { note: '' })).toMatchObject({ note: '' })
  })
  it('never takes back what was reached', () => {
    expect(after({ achieved: 30 })).toMatchObject({ achieved: 30 })
  })
})
