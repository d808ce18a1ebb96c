import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Person } from '../offer/person'
import { fallPath } from './fallPath'

const catalogue = shippedCatalogue()
const ON = '2026-11-25'
type Options = Record<string, string>
function path(options: Options | null, results: [string, number, string?][] = [], change: Partial<Person> = {}) {
  return fallPath(
    {
      person: personIn('chair', change),
      norm: { age: 74, sex: 'female' },
      screenings: options ? [{ takenOn: '2026-11-01', answers: { options } }] : [],
      measures: results.map(([id, value, day = '2026-11-20'], at) =>
        storedMeasure(id, value, { id: `r${at}`, takenAt: `${day}T10:00:00.000Z` }),
      ),
    },
    catalogue,
    ON,
  )
}
const NO = { fallen: 'no', unsteady: 'no', worried: 'no' }
const states = (of: ReturnType<typeof path>) => of.tests.map(({ measure, state }) => [measure, state])

// The algorithm, its three key questions and its cut-offs: CDC STEADI (memory).
describe('the way from three questions about falls', () => {
  it('begins with asking them', () => {
    expect(path(null)).toMatchObject({ risk: 'unasked', tests: [], againOn: null })
    expect(path({ fallen: 'no', unsteady: 'no' }).advice).toEqual(['Ask: worried about falling?'])
  })
  it('ends for a year where all three are no', () => {
    expect(path(NO)).toMatchObject({ risk: 'not-raised', tests: [], againOn: '2027-11-01' })
  })
  it.each(['fallen', 'unsteady', 'worried'])(
    'goes on to the tests where “%s” alone is yes, whatever else was asked',
    (one) => {
      expect(path({ ...NO, [one]: 'yes' }).risk).toBe('raised')
      expect(path({ [one]: 'yes' }).risk).toBe('raised')
      expect(states(path({ [one]: 'yes' }))).toEqual([
        ['up-and-go', 'missing'],
        ['chair-stand', 'missing'],
        ['tandem', 'missing'],
      ])
      expect(path({ [one]: 'yes' }).advice[0]).toBe(
        'Measure: Timed up and go, 3 m, 30-second chair stand, Balance, heel to toe.',
      )
    },
  )
  it('knows what stands on file, and takes the short question for the long one', () => {
    const considerations = [{ consideration: 'unsteady', side: 'both' as const, clearedBy: '' }]
    expect(path(null, [], { considerations }).risk).toBe('raised')
    expect(path({ 'first-fallen': 'yes' }).risk).toBe('raised')
    expect(path({ 'first-fallen': 'no', unsteady: 'no', worried: 'no' }).risk).toBe('not-raised')
  })
  it.each([
    ['up-and-go', 12, 'not-met'],
    ['up-and-go', 11.9, 'met'],
    ['chair-stand', 9, 'not-met'],
    ['chair-stand', 10, 'met'],
    ['tandem', 9.9, 'not-met'],
    ['tandem', 10, 'met'],
  ])('holds %s of %d against the published limit: %s', (id, value, state) => {
    expect(states(path({ fallen: 'yes' }, [[id, value]]))).toContainEqual([id, state])
  })
  it('says what to work on, whom to ask, and when to look again', () => {
    const { advice, againOn } = path({ fallen: 'yes' }, [
      ['up-and-go', 14],
      ['chair-stand', 12],
      ['tandem', 6, '2026-11-10'],
    ])
    expect(advice.slice(0, 3)).toEqual([
      'Work on: walking and turning, the step that saves and getting up.',
      'Work on: balance, from the ankles to the hips to the step.',
      'Ask a physiotherapist to look at it.',
    ])
    expect(advice.at(-1)).toMatch(/^Tell who treats them\. For them alone: medicines/)
    expect(againOn).toBe('2027-02-08')
  })
  it('tells who treats them also where every test is met', () => {
    const { advice } = path({ worried: 'yes' }, [
      ['up-and-go', 9],
      ['chair-stand', 12],
      ['tandem', 10],
    ])
    expect(advice).toHaveLength(2)
    expect(advice[0]).toBe('No test finds legs or balance weak: keep them so.')
  })
  it('believes neither answers nor results of more than a year ago', () => {
    expect(states(path({ fallen: 'yes' }, [['tandem', 10, '2025-11-01']]))).toContainEqual(['tandem', 'missing'])
    const old = fallPath(
      {
        person: personIn('chair'),
        norm: { age: null, sex: 'unsaid' },
        screenings: [{ takenOn: '2025-11-01', answers: { options: NO } }],
        measures: [],
      },
      catalogue,
      ON,
    )
    expect(old.risk).toBe('unasked')
  })
  it('extends no table: whoever it does not know gets no verdict', () => {
    const result = fallPath(
      {
        person: personIn('chair'),
        norm: { age: 50, sex: 'female' },
        screenings: [{ takenOn: '2026-11-01', answers: { options: { fallen: 'yes' } } }],
        measures: [storedMeasure('chair-stand', 4, { takenAt: '2026-11-20T10:00:00.000Z' })],
      },
      catalogue,
      ON,
    )
    expect(states(result)).toContainEqual(['chair-stand', 'no-table'])
  })
})
