import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foldOutcomes, OutcomeEvent } from './outcome'

const first: OutcomeEvent = {
  id: '00000000-0000-4000-8000-000000000001',
  at: 1,
  blockId: 'a',
  participant: '11111111-1111-4111-8111-111111111111',
  movement: 'bridge',
  tier: 'chair',
  side: 'both',
  variation: 'bridge.chair.2',
  level: 2,
  dials: {},
  own: null,
  done: 'done',
  target: 30,
  achieved: 30,
  unit: 's',
  effort: 3,
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
}
const later = (change: Partial<OutcomeEvent>): OutcomeEvent => ({
  ...first,
  id: crypto.randomUUID(),
  at: 2,
  effort: null,
  ...change,
})

describe('outcomes', () => {
  it('are one for a block, person and side, whatever was added later', () => {
    expect(foldOutcomes([first, later({ pain: 2 })])).toEqual([
      expect.objectContaining({ effort: 3, pain: 2, achieved: 30 }),
    ])
  })
  it('are gone where they were taken back as a whole, and what was said before holds again', () => {
    const wrong = later({ done: 'eased', achieved: null })
    const back = later({ at: 3, takesBack: wrong.id })
    expect(foldOutcomes([first, wrong, back])).toEqual([expect.objectContaining({ done: 'done', effort: 3 })])
    expect(foldOutcomes([wrong, back])).toEqual([])
  })
  it('of a whole group never stand over a note of one person, whichever came later', () => {
    const group = later({ isGroup: true, feel: 'easy', form: 'clean' })
    expect(foldOutcomes([first, group])).toEqual([expect.objectContaining({ isGroup: false, form: null, effort: 3 })])
    expect(foldOutcomes([group])).toEqual([expect.objectContaining({ isGroup: true, feel: 'easy' })])
  })
  it('are empty again where a correction takes something back, and keep the rest', () => {
    const noted = later({ done: 'noted', achieved: null, form: 'slipped', at: 2 })
    const back = later({ done: 'noted', achieved: null, clears: ['form', 'effort'], at: 3 })
    expect(foldOutcomes([first, noted])[0]).toMatchObject({ form: 'slipped', effort: 3 })
    expect(foldOutcomes([first, noted, back])[0]).toMatchObject({
      form: null,
      effort: null,
      achieved: 30,
      done: 'done',
    })
    expect(foldOutcomes([first, noted, back, later({ form: 'clean', at: 4 })])[0]).toMatchObject({ form: 'clean' })
  })
  it('keep sides and blocks apart', () => {
    expect(foldOutcomes([first, later({ side: 'left' }), later({ blockId: 'b' })])).toHaveLength(3)
  })
  it('drop the amount when a correction says something else', () => {
    expect(foldOutcomes([first, later({ done: 'stopped', achieved: null })])[0]).toMatchObject({
      done: 'stopped',
      achieved: null,
      effort: 3,
    })
  })
  it('that only note something fill nothing in, and leave an amount that was said alone', () => {
    expect(
      foldOutcomes([later({ done: 'noted', achieved: null, target: null, form: 'slipped', at: 1 })])[0],
    ).toMatchObject({ done: 'noted', achieved: null, form: 'slipped' })
    expect(
      foldOutcomes([first, later({ done: 'noted', achieved: null, target: null, form: 'slipped' })])[0],
    ).toMatchObject({ done: 'done', achieved: 30, target: 30, form: 'slipped' })
    expect(
      foldOutcomes([later({ done: 'noted', achieved: null, target: null, pain: 2, at: 0 }), first])[0],
    ).toMatchObject({ done: 'done', achieved: 30, pain: 2 })
  })
  it('count once when they are sent twice, in any order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ at: fc.integer({ min: 2, max: 50 }), pain: fc.option(fc.integer({ min: 0, max: 10 })) }), {
          maxLength: 6,
        }),
        (changes) => {
          const events = [first, ...changes.map((change) => later(change))]
          expect(foldOutcomes([...events, ...events].reverse())).toEqual(foldOutcomes(events))
        },
      ),
    )
  })
  it('say at the field what is wrong', () => {
    const wrong = OutcomeEvent.safeParse({ ...first, pain: 11, achieved: -3, tier: 'sofa' })
    expect(Object.fromEntries(wrong.error!.issues.map((issue) => [issue.path.join('.'), issue.message]))).toEqual({
      pain: 'Pain is 10 at most.',
      achieved: 'What was reached cannot be less than 0.',
      tier: 'A tier is bed, chair, standing or floor.',
    })
  })
})
