import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { tissueSeconds } from '../plan/coverage'
import { doseAtHome, weekAtHome, weekAtHomeWords } from './atHome'
import type { HomePractice } from './homePractice'

const catalogue = shippedCatalogue()
const hold = { dose: { kind: 'hold' as const, seconds: 30 }, rounds: 2 }
const entries: HomePractice['entries'] = [
  { movement: 'bridge', variation: 'bridge.chair.2', ...hold },
  { movement: 'side-bend', variation: 'side-bend.chair.2', ...hold },
]

describe('a week at home', () => {
  const ticks = { bridge: ['2026-11-17', '2026-11-18', '2026-11-24'], 'side-bend': ['2026-11-18', '2026-11-25'] }
  it('counts each day once, of the seven that end on a day', () => {
    expect(weekAtHome({ ticks, how: {} }, '2026-11-24')).toEqual({ days: 2, hurtDays: 0 })
    expect(weekAtHome({ ticks, how: {} }, '2026-11-23')).toEqual({ days: 2, hurtDays: 0 })
  })
  it('says on how many it hurt', () => {
    const how = { bridge: { '2026-11-18': 'hurt' as const }, 'side-bend': { '2026-11-18': 'hurt' as const } }
    const week = weekAtHome({ ticks, how }, '2026-11-24')
    expect(week).toEqual({ days: 2, hurtDays: 1 })
    expect(weekAtHomeWords(week)).toBe('practised at home on 2 days; it hurt on 1 of them')
    expect(weekAtHomeWords({ days: 1, hurtDays: 0 })).toBe('practised at home on 1 day')
  })
})

describe('the dose at home', () => {
  it('is the whole dose of each day that was ticked, weighted by region, a week', () => {
    const bridge = catalogue.movements.get('bridge')!
    const ticks = { bridge: ['2026-11-01', '2026-11-03', '2026-11-20'], 'side-bend': [] }
    const dose = doseAtHome({ practice: { entries }, ticks }, { since: '2026-11-02', weeks: 4 }, catalogue)
    expect(dose).toHaveLength(Object.keys(bridge.regions).length)
    for (const { region, secondsAWeek } of dose)
      expect(secondsAWeek).toBe(Math.round((2 * tissueSeconds(hold, bridge) * bridge.regions[region]!) / 4))
  })
  it('is nothing where nothing was ticked, or of what is no longer known', () => {
    const window = { since: '2026-11-02', weeks: 4 }
    expect(doseAtHome({ practice: { entries }, ticks: {} }, window, catalogue)).toEqual([])
    const gone = [{ movement: 'unicorn', variation: 'unicorn.chair.1', ...hold }]
    expect(doseAtHome({ practice: { entries: gone }, ticks: { unicorn: ['2026-11-03'] } }, window, catalogue)).toEqual(
      [],
    )
  })
})
