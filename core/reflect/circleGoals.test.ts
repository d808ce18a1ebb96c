import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Goal } from '../goal/goal'
import type { StoredMeasure } from '../measure/record'
import { circleGoals } from './circleGoals'

const catalogue = shippedCatalogue()
const goal = (id: string, change: Partial<Goal>): Goal => ({
  ...{ id, words: id, task: null, side: 'both', importance: 2, start: null, target: null, version: 0 },
  ...{ steps: ['', '', 'the bath', '', ''], since: '2026-06-01', by: null, state: 'open', closedOn: null, said: [] },
  ...change,
})
const said = (on: string, step: -2 | -1 | 0 | 1 | 2) => ({ id: `${on}`, step, on, note: '' })
const climbed = (on: string, value: number): StoredMeasure => ({
  ...{ id: on, measure: 'stairs-up', side: 'both', value, tries: [value], setting: null, pain: null, note: '' },
  ...{ simulated: false, takenAt: `${on}T10:00:00Z`, replaces: null, enteredBy: '', enteredAt: '', replacedBy: null },
})

describe('what a circle comes for', () => {
  it('is how far each goal is and was when the window began, what moved most first', () => {
    const stairs = { task: 'stairs-up', start: 30, target: 22 }
    const people = new Map([
      ['ann', { goals: [goal('bath', { said: [said('2026-10-20', 1)] })], records: [] }],
      [
        'bo',
        {
          goals: [goal('stairs', stairs), goal('given up', { state: 'ended' })],
          records: [climbed('2026-08-01', 21), climbed('2026-11-01', 21.5)],
        },
      ],
      ['cy', { goals: [goal('new', { since: '2026-10-15', said: [said('2026-11-02', -2)] })], records: [] }],
    ])
    const found = circleGoals(people, '2026-10-01', catalogue)
    expect(found.map(({ words, before, step }) => [words, before, step])).toEqual([
      ['bath', -1, 1],
      ['stairs', 0, 0],
      ['new', null, -2],
    ])
    expect(found[1]!.says).toMatch(/^21\.5 s, 8\.5 s less than at the start/)
    // What came within the window says nothing of how it was before.
    const early = circleGoals(people, '2026-07-01', catalogue).find(({ words }) => words === 'stairs')
    expect([early!.before, early!.step]).toEqual([-1, 0])
  })
})
