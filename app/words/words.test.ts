import { titleOf } from './titles'
import { describe, expect, it } from 'vitest'
import { Dose, type DoseKind } from '../../core/catalogue/dose'
import { clockWords } from './clock'
import { DOSE_KINDS, orderChangeWords } from './prepare'
import { laneWords, stepWords } from './lead'
import { calledName } from './tiers'

const LEFT = { sideHabit: 'left-right', startSide: 'left' } as const
const RIGHT = { sideHabit: 'left-right', startSide: 'right' } as const
const NAMELESS = { sideHabit: 'first-second', startSide: 'left' } as const

describe('the words of the screens', () => {
  it.each([
    [0, '0:00'],
    [9.4, '0:09'],
    [59.6, '1:00'],
    [2705, '45:05'],
    [-61, '−1:01'],
  ])('%s s are %s', (seconds, words) => {
    expect(clockWords(seconds)).toBe(words)
  })
  it('name the side by the circle’s habit', () => {
    expect(stepWords({ kind: 'work', side: 'first' }, LEFT)).toBe('Left side')
    expect(stepWords({ kind: 'work', side: 'first' }, RIGHT)).toBe('Right side')
    expect(stepWords({ kind: 'work', side: 'second' }, RIGHT)).toBe('Left side')
    expect(stepWords({ kind: 'work', side: 'second' }, NAMELESS)).toBe('Second side')
    expect(stepWords({ kind: 'work', side: 'both' }, LEFT)).toBe('All together')
    expect(stepWords({ kind: 'change-side', side: 'second' }, LEFT)).toBe('Change to the right side')
  })
  it('never leave a lane in silence', () => {
    expect(laneWords({ kind: 'filler', side: 'both' }, LEFT)).toBe('Stay and breathe, or one more round')
    expect(laneWords({ kind: 'rest', side: 'first' }, LEFT)).toBe('Rest')
  })
  it.each([
    [{ seconds: -80, climb: 0, floorTrips: -1 }, '1:20 shorter, 1 trip to the floor less'],
    [
      { seconds: 0.4, climb: 1.26, floorTrips: 2 },
      'the same time, 1.3 body heights more to get up, 2 trips to the floor more',
    ],
  ])('say what another order changes: %o', (change, words) => {
    expect(orderChangeWords(change)).toBe(words)
  })
  it('call people by their first name', () => {
    expect(calledName('Agnes Tveit')).toBe('Agnes')
    expect(calledName('Kit')).toBe('Kit')
  })
  it.each(Object.keys(DOSE_KINDS) as DoseKind[])(
    'show every number of a %s, and begin with one that can be stored',
    (kind) => {
      const { fresh, fields } = DOSE_KINDS[kind]
      expect(Dose.parse(fresh)).toEqual(fresh)
      expect(fields.map((field) => field.key).sort()).toEqual(
        Object.keys(fresh)
          .filter((key) => key !== 'kind')
          .sort(),
      )
    },
  )
})

describe('the title of a page', () => {
  it.each([
    ['/', 'Circle'],
    ['/people', 'People'],
    ['/people/0e1c', 'Person'],
    ['/people/0e1c/screen', 'Screening'],
    ['/meetings/0e1c/gather', 'Gather'],
    ['/circles/0e1c/look-back', 'Look back'],
  ])('of %s is its own', (path, title) => {
    expect(titleOf(path)).toBe(`${title} · Unhurried Circle`)
  })
  it('is the application’s where nothing is known', () => {
    expect(titleOf('/nowhere')).toBe('Unhurried Circle')
  })
})
