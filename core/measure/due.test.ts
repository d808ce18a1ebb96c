import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { dueTests } from './due'
import type { StoredMeasure } from './record'

const { judgement } = shippedCatalogue()
const result = (measure: string, day: string, more: Partial<StoredMeasure> = {}): StoredMeasure => ({
  ...{ id: `${measure} ${day} ${more.side ?? ''}`, measure, side: 'both', value: 9, tries: [9], setting: null },
  ...{ pain: null, note: '', simulated: false, takenAt: `${day}T10:00:00Z`, replaces: null },
  ...{ enteredBy: 'Marit', enteredAt: `${day}T10:00:00Z`, replacedBy: null },
  ...more,
})

describe('tests that come back', () => {
  // Six weeks after 1 September is 13 October; it is shown from the 6th on.
  it.each([
    ['2026-10-05', []],
    ['2026-10-06', ['grip']],
    ['2026-10-13', ['grip']],
    ['2026-12-01', ['grip']],
  ])('are shown a week ahead: on %s %j', (today, due) => {
    const all = dueTests([result('grip', '2026-09-01')], today, judgement)
    expect(all.map(({ measure }) => measure)).toEqual(due)
    for (const { on, lastOn } of all) expect([on, lastOn]).toEqual(['2026-10-13', '2026-09-01'])
  })
  it('are due by their last result that counts, and with the side that is older', () => {
    const records = [
      result('grip', '2026-07-01', { side: 'left' }),
      result('grip', '2026-10-01', { side: 'right' }),
      result('chair-stand', '2026-07-01'),
      result('chair-stand', '2026-10-10'),
      result('up-and-go', '2026-08-01'),
      result('up-and-go', '2026-10-12', { simulated: true }),
    ]
    expect(dueTests(records, '2026-10-20', judgement)).toEqual([
      { measure: 'grip', lastOn: '2026-07-01', on: '2026-08-12' },
      { measure: 'up-and-go', lastOn: '2026-08-01', on: '2026-09-12' },
    ])
    expect(dueTests([], '2026-10-20', judgement)).toEqual([])
  })
})
