import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { StoredMeasure } from './record'
import { gapReason, gapsServed, gapTrend, gapWords, needOf, personGaps, rangeGapsOf } from './gap'

const { measures, movements } = shippedCatalogue()
const on = (day: string) => ({ takenAt: `${day}T10:00:00.000Z` })
/** Both ranges of one day. */
const both = (own: number, helped: number, change: Partial<StoredMeasure> = {}): StoredMeasure[] => [
  storedMeasure('foot-up', own, { side: 'left', ...change }),
  storedMeasure('foot-up-helped', helped, { side: 'left', ...change }),
]

describe('how much of a range is their own', () => {
  it('is told of days on which both were measured, by side', () => {
    const records = [
      ...both(6, 24, on('2026-10-01')),
      storedMeasure('foot-up', 9, { side: 'left', ...on('2026-10-08') }),
      storedMeasure('foot-up-helped', 22, { side: 'right', ...on('2026-10-08') }),
      ...both(10, 23, on('2026-10-15')),
    ]
    expect(rangeGapsOf(records, measures)).toEqual([
      { measure: 'foot-up', side: 'left', on: '2026-10-01', own: 6, helped: 24, gap: 18 },
      { measure: 'foot-up', side: 'left', on: '2026-10-15', own: 10, helped: 23, gap: 13 },
    ])
  })
  it('leaves out what was simulated or corrected, and takes the last of one day', () => {
    expect(rangeGapsOf(both(6, 24, { simulated: true }), measures)).toEqual([])
    expect(rangeGapsOf(both(6, 24, { replacedBy: crypto.randomUUID() }), measures)).toEqual([])
    const twice = [...both(6, 24), ...both(8, 20, { takenAt: '2026-11-20T12:00:00.000Z' })]
    expect(rangeGapsOf(twice, measures)).toMatchObject([{ own: 8, helped: 20, gap: 12 }])
  })
  it.each([
    [6, 24, 'strength', 'large'],
    [4, 19, 'strength', 'large, at the limit'],
    [9, 12, 'stretch', 'small, and the range is short'],
    [18, 22, 'nothing', 'small, and the range is usual'],
    [30, 24, 'measure-again', 'own beyond helped by more than chance'],
    [24, 22, 'nothing', 'own beyond helped by chance'],
  ])('%i° of %i°: %s (%s)', (own, helped, needs) => {
    expect(needOf({ own, helped, gap: helped - own }, measures.get('foot-up-helped')!)).toBe(needs)
  })
  it('says to offer strength first where it is large and short', () => {
    expect(needOf({ own: -4, helped: 12, gap: 16 }, measures.get('foot-up-helped')!)).toBe('strength')
  })
  it('is known of a person by its newest day, where it says something', () => {
    const records = [...both(6, 24, on('2026-10-01')), ...both(18, 22, on('2026-11-01'))]
    expect(personGaps(records, measures)).toEqual([])
    expect(personGaps(records.slice(0, 2), measures)).toEqual([
      { measure: 'foot-up', side: 'left', gap: 18, needs: 'strength' },
    ])
  })
  it('is worked at by what trains that, and by nothing else', () => {
    const strength = [{ measure: 'foot-up', side: 'left', gap: 18, needs: 'strength' }] as const
    const stretch = [{ ...strength[0], gap: 3, needs: 'stretch' }] as const
    expect(gapsServed('toes-up', strength, measures)).toEqual(strength)
    expect(gapsServed('toes-up', stretch, measures)).toEqual([])
    expect(gapsServed('calf-and-shin', stretch, measures)).toEqual(stretch)
    expect(gapsServed('calf-and-shin', strength, measures)).toEqual([])
    expect(gapsServed('toes-up', [{ ...strength[0], needs: 'measure-again' }], measures)).toEqual([])
    for (const { trains } of measures.values())
      for (const id of trains?.strength ?? []) expect(trains!.stretch, id).not.toContain(id)
  })
  it('trains strength with movements that ask for it, and stretches with those that do not', () => {
    for (const { id, trains } of measures.values()) {
      if (!trains) continue
      expect(
        trains.strength.some((one) => movements.get(one)!.quality === 'strength'),
        id,
      ).toBe(true)
      expect(
        trains.stretch.some((one) => movements.get(one)!.quality === 'mobility'),
        id,
      ).toBe(true)
    }
  })
  it('is said in a sentence that names both ranges and what to offer', () => {
    const gap = { measure: 'foot-up', side: 'left', on: '2026-11-01', own: 6, helped: 24, gap: 18 } as const
    expect(gapWords(gap, 'strength', measures)).toBe(
      'Foot drawn up, left: 6° by themselves, 24° helped; 18° are not their own. Strength at its end.',
    )
    expect(gapWords({ ...gap, own: 11, helped: 12, gap: 1 }, 'stretch', measures)).toContain('A stretch.')
    expect(gapWords({ ...gap, own: 30, gap: -6 }, 'measure-again', measures)).not.toContain('not their own')
    expect(gapReason([{ ...gap, needs: 'strength' }], measures)).toBe(
      'Foot drawn up, left: 18° of the range are not their own; this is strength at its end.',
    )
    expect(gapReason([], measures)).toBe('')
  })
  it('has a trend over its days', () => {
    const days = ['01', '08', '15', '22', '29'].map((day, at) => ({ on: `2026-10-${day}`, gap: 20 - 2 * at }))
    expect(gapTrend(days)).toMatchObject({ word: 'falling' })
    expect(gapTrend(days.slice(0, 2))!.word).toBe('too early')
    expect(gapTrend(days.slice(0, 1))).toBeNull()
  })
})
